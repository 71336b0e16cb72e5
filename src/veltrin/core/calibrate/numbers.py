"""The numbers of the laws that many players' books can measure, and what none of them can."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from veltrin.core.coefficient import LawShare, rows_of
from veltrin.core.geometry import Vec
from veltrin.core.ground import CoverGroup
from veltrin.core.plan.coefficients import USUAL


class Number(NamedTuple):
    """One thing to be measured: a share of the coefficients that it moves, each by its law and name.

    `on`: the covers whose balls depend on it; empty: all.
    """

    id: str
    words: str
    members: tuple[tuple[str, str], ...]
    on: tuple[CoverGroup, ...] = ()

    def moved(self, share: float) -> tuple[LawShare, ...]:
        """The coefficients of it as shares of the usual."""
        return tuple(LawShare(law, name, share) for law, name in self.members)


_ROWS = {(law, row.name): row for law in USUAL._fields for row in rows_of(getattr(USUAL, law))}


def _one(law: str, name: str, words: str, *on: CoverGroup) -> Number:
    return Number(f"{law}.{name}", words, ((law, name),), on)


_GRASSY: tuple[CoverGroup, ...] = ("grass", "collar")

NUMBERS: tuple[Number, ...] = (
    _one("grass", "head_stirs_per_m", "how much grass slows a fast club", *_GRASSY),
    _one("grass", "head_tears_n", "how hard grass holds a slow club", *_GRASSY),
    _one("grass", "ball_stirs_per_m", "how much grass slows the ball", *_GRASSY),
    _one("grass", "ball_tears_n", "how hard grass holds a slow ball", *_GRASSY),
    _one("grass", "blades_fill_m", "how much grass it takes to fill the face", *_GRASSY),
    _one("grass", "wet_heavier", "how much heavier wet grass is", *_GRASSY),
    _one("grass", "wet_friction", "how well a wet face holds the ball"),
    _one("sand", "launch_share", "how high a ball leaves the sand", "sand"),
    _one("sand", "near", "speed of a ball struck close to it in sand", "sand"),
    _one("sand", "far", "speed of a ball struck well behind it in sand", "sand"),
    _one("sand", "far_fades_m", "how far behind the ball that fades", "sand"),
    _one("sand", "spin_sand", "spin out of sand", "sand"),
    Number(
        "scatter.speed",
        "how widely head speed varies from swing to swing",
        (
            ("scatter", "full_speed"),
            ("scatter", "full_speed_per_stroke"),
            ("scatter", "touch_speed"),
            ("scatter", "touch_speed_per_stroke"),
        ),
    ),
    Number(
        "scatter.strike",
        "how widely the low point varies from strike to strike",
        (
            ("scatter", "along_m"),
            ("scatter", "along_m_per_stroke"),
            ("scatter", "deep_m"),
            ("scatter", "deep_m_per_stroke"),
        ),
    ),
)
"""In the order in which they are told."""

SPEED_SCATTER, STRIKE_SCATTER = "scatter.speed", "scatter.strike"
LAWS = tuple(number for number in NUMBERS if not number.id.startswith("scatter."))
"""Those that say how far a ball goes; the scatter says how widely."""

NOT_MEASURED = (
    "How far a ball goes from a clean lie: each player's stock carries say it already.",
    "How deep the arc's lowest point is against how far behind the ball it is: nobody books the divot.",
    "How far the face is turned against how far a player aims elsewhere: both start the ball the same way.",
    "How far balls roll: the speed and firmness of the greens differ from day to day and are read, not measured.",
    "Wind, flight and air: a book holds where a ball landed, not what it met on its way.",
)
"""What no book can tell apart: it stays as it is."""


def prior_of(numbers: tuple[Number, ...]) -> Vec:
    """One standard deviation of the logarithm of each number's share, from its plausible range, (n,)."""

    def doubt(key: tuple[str, str]) -> float:
        row = _ROWS[key]
        return row.is_.doubt / row.value

    return np.array([np.mean([doubt(key) for key in number.members]) for number in numbers])


def shares_of(numbers: tuple[Number, ...], logs: Vec) -> tuple[LawShare, ...]:
    """Every coefficient that is moved, by what share of the usual."""
    return tuple(one for number, log in zip(numbers, logs, strict=True) for one in number.moved(float(np.exp(log))))
