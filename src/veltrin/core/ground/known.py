"""Ground that was measured: by what share the numbers of its laws differ here from those of such ground in general."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from datetime import date
from typing import Any

from veltrin.core.coefficient import rows_of
from veltrin.core.errors import DomainError
from veltrin.core.ground.coefficients import GROUND, GroundCoefficients
from veltrin.core.ground.cover import CoverGroup, CoverName, cover_named
from veltrin.core.quantity import QUANTITIES, within

FITTED: dict[CoverGroup, tuple[tuple[str, str], ...]] = {
    "grass": (
        ("grass", "head_stirs_per_m"),
        ("grass", "head_tears_n"),
        ("grass", "ball_stirs_per_m"),
        ("grass", "ball_tears_n"),
        ("grass", "blades_fill_m"),
    ),
    "sand": (
        ("sand", "launch_share"),
        ("sand", "near"),
        ("sand", "far"),
        ("sand", "far_fades_m"),
        ("sand", "spin_sand"),
    ),
}
"""Numbers of the laws that balls from such ground tell: its law and its name. What takes speed and spin differs from
course to course; how a sole is shaped doesn't."""

LEAST_SHARE, MOST_SHARE = QUANTITIES["lie.measured.shares"].low, QUANTITIES["lie.measured.shares"].high
"""Nothing that was measured is believed to differ by more."""

HALVES_DAYS = 90.0
"""After so long what was measured tells half as much: grass of June isn't that of October. Judgement."""


def still_holds(days: float) -> float:
    """The share of what was measured that holds so many days later; before the day all of it."""
    return float(0.5 ** (max(days, 0.0) / HALVES_DAYS))


@dataclass(frozen=True)
class KnownGround:
    """What was measured of a cover: shares of the usual numbers, in the order of FITTED, from so many balls, on a day.

    Raises DomainError (lie.measured) for ground that isn't measured, or shares that are out of all range.
    """

    cover: CoverName
    shares: tuple[float, ...]
    balls: int
    on: date | None = None

    def __post_init__(self) -> None:
        group = cover_named(self.cover).group
        if group not in FITTED:
            raise DomainError(
                "lie.measured", f"{cover_named(self.cover).words} isn't measured.", "Measure grass or sand."
            )
        if len(self.shares) != len(FITTED[group]):
            raise DomainError(
                "lie.measured",
                f"{len(self.shares)} numbers are given.",
                f"Give {len(FITTED[group])}, as they were told.",
            )
        for share in self.shares:
            within("lie.measured.shares", share)

    @classmethod
    def usual(cls, cover: CoverName) -> KnownGround:
        """Ground as it is in general, before anything is measured."""
        return cls(cover, (1.0,) * len(FITTED[cover_named(cover).group]), 0)

    def here(self, general: GroundCoefficients = GROUND) -> GroundCoefficients:
        """What the laws are set by here: measured numbers over the usual ones, the others as they are in general."""
        laws: dict[str, Any] = general._asdict()
        for (law, name), share in zip(FITTED[cover_named(self.cover).group], self.shares, strict=True):
            laws[law] = laws[law]._replace(**{name: share * getattr(getattr(GROUND, law), name)})
        return GroundCoefficients(**laws)

    def after(self, days: float) -> KnownGround:
        """What of it still holds so many days later: it goes back to the usual."""
        left = still_holds(days)
        return replace(self, shares=tuple(math.exp(left * math.log(share)) for share in self.shares))


def prior_of(group: CoverGroup) -> tuple[float, ...]:
    """How far such ground differs from course to course: one standard deviation of each share's logarithm."""
    told = {(law, row.name): row for law in GROUND._fields for row in rows_of(getattr(GROUND, law))}
    rows = [told[key] for key in FITTED[group]]
    return tuple(row.is_.doubt / row.value for row in rows)
