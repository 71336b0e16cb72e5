"""The lie as read: cover, seat of the ball, growth, wetness, give of the ground, sand."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

from veltrin.core.constants import BALL_M
from veltrin.core.errors import DomainError
from veltrin.core.ground.coefficients import GROUND, GroundCoefficients
from veltrin.core.ground.cover import COVERS, Bed, Cover, cover_named
from veltrin.core.ground.known import KnownGround
from veltrin.core.ground.under import Grown, Ploughed, Soil, Under
from veltrin.core.quantity import within

Grain = Literal["with", "across", "against"]

FAIRWAY_DENSITY = 0.3
"""Density at which fairway grass has its whole share of room."""

LIP_ROLLED_M = 0.12
"""A lip lower than this lets a rolling ball climb out. Judgement."""


@dataclass(frozen=True)
class Lie:
    """How the ball lies.

    `sunk`: depth of the ball's bottom below the tips (sand: below its surface; divot: below its rim) in ball
    diameters: 0 on top, 1 level with them, at most down to the soil. `wet`: 0 dry .. 1 dripping. `height_m`,
    `density` and `give` replace the cover's own where they were read. `lip_m` is how high a bank or bunker
    lip stands `lip_at_m` ahead of the ball; `sand_m` is how deep the sand is. `coefficients`: what its laws are set
    by in general; `known`: what was measured of this very ground.
    """

    cover: Cover = COVERS["fairway"]
    sunk: float = 0.0
    wet: float = 0.0
    height_m: float | None = None
    density: float | None = None
    give: float | None = None
    growth: Grain = "across"
    sand_m: float = 0.10
    lip_m: float = 0.0
    lip_at_m: float = 3.0
    coefficients: GroundCoefficients = GROUND
    known: KnownGround | None = None

    def __post_init__(self) -> None:
        within("lie.sunk", self.sunk)
        within("lie.wet", self.wet)
        if self.height_m is not None:
            within("lie.grass_mm", self.height_m)
            if self.cover.group not in ("grass", "collar"):
                raise DomainError(
                    "lie.grass_mm", f"{self.cover.words} has no grass to measure.", "Leave the height out."
                )
        if self.density is not None:
            within("lie.density", self.density)
            if self.cover.group not in ("grass", "collar"):
                raise DomainError("lie.density", f"{self.cover.words} has no grass to judge.", "Leave the density out.")
        if self.give is not None:
            within("lie.give", self.give)
        if self.known is not None and self.known.cover != self.cover.name:
            raise DomainError(
                "lie.measured",
                f"was measured of {cover_named(self.known.cover).words}.",
                "Leave it out, or measure here.",
            )
        within("lie.sand_mm", self.sand_m)
        within("lie.lip_m", self.lip_m)
        within("lie.lip_at_m", self.lip_at_m)
        if self.sunk > self.deepest + 1e-9:
            raise DomainError(
                "lie.sunk",
                f"{self.cover.words} of {1000 * self.top_m:.0f} mm can't hold a ball {self.sunk:g} deep.",
                f"Give at most {math.floor(100 * self.deepest) / 100:g}, or choose a longer cover.",
            )

    @cached_property
    def laws(self) -> GroundCoefficients:
        """What its laws are set by here."""
        return self.coefficients if self.known is None else self.known.here(self.coefficients)

    @property
    def usual(self) -> Lie:
        """The same lie as if nothing had been measured of its ground."""
        return self if self.known is None else replace(self, known=None)

    @property
    def top_m(self) -> float:
        """Height of the tips, rim or surface above the deepest a ball can lie (m)."""
        return self.cover.height_m if self.height_m is None else self.height_m

    @property
    def deepest(self) -> float:
        """How deep a ball can lie here, in balls: down to the soil."""
        return self.top_m / BALL_M

    @property
    def over_m(self) -> float:
        """Height of the tips (rim, surface) above the ball's bottom (m)."""
        return BALL_M * self.sunk

    @property
    def thickness(self) -> float:
        """Density of the grass behind the ball as it feels to this shot: 0 none, 1 deep rough."""
        c = self.laws.grass
        grain = {"with": c.with_grain, "across": 1.0, "against": c.against_grain}
        return self.read_density * grain[self.growth]

    @property
    def read_density(self) -> float:
        """Density of the grass as read, else the cover's usual."""
        return self.cover.density if self.density is None else self.density

    @property
    def softness(self) -> float:
        """Softness of the ground below: 0 hard-pan .. 1 sodden."""
        return self.cover.give if self.give is None else self.give

    @property
    def room_m(self) -> float:
        """How far below the ball's bottom a sole is before it touches the ground proper (m).

        Negative in sand and mud: the ball's bottom lies below the surface.
        """
        if self.in_sand or self.cover.muddy:
            return -self.laws.soil.loose_share * self.over_m
        if self.cover.group == "bare":
            return -self.over_m
        if self.cover.group == "divot":
            return 0.0
        c = self.laws.grass
        share = c.room_share * math.exp(-c.matted * (self.read_density - FAIRWAY_DENSITY))
        under = self.top_m - self.over_m
        return share * under * c.room_fills_m / (c.room_fills_m + under)

    @property
    def in_sand(self) -> bool:
        """Whether the ball lies in a bunker."""
        return self.cover.group == "sand"

    @property
    def is_plain(self) -> bool:
        """Whether it plays as the top of the fairway: nothing between club and ball or in its way, the same ground."""
        between = self.over_m > 0.0 or self.wet > 0.0 or self.cover.friction < 1.0 or self.cover.ahead > 0.0
        return not between and self.softness == CLEAN.softness and self.room_m == CLEAN.room_m

    @property
    def cause(self) -> str:
        """What a ledger calls it."""
        return {"grass": "grass", "collar": "grass", "sand": "sand"}.get(self.cover.group, "ground")

    @property
    def bed(self) -> Bed | None:
        """The sand as it meets the sole: shallow sand throws it back as the base does."""
        bed, full_m = self.cover.bed, self.laws.sand.full_sand_m
        if bed is None or self.sand_m >= full_m:
            return bed
        base = COVERS["sand-dry-hard"].bed
        assert base is not None, "compacted sand has a bed"
        share = self.sand_m / full_m
        return Bed(bed.density, base.lift + (bed.lift - base.lift) * share, bed.load)

    @property
    def standing(self) -> float:
        """How much grass stands between the ball's bottom and the tips, 1 for deep rough to the soil.

        Grass thins out from the roots to the tips: what stands in the upper part grows a little slower than that part.
        """
        if self.top_m == 0.0:
            return 0.0
        c = self.laws.grass
        return float(
            self.thickness * (1.0 + c.wet_heavier * self.wet) * min(self.over_m / self.top_m, 1.0) ** c.thins_out
        )

    @property
    def mat(self) -> Bed:
        """Grass as a bed to splash from: light, thrown up by the ground below it. Judgement."""
        c = self.laws.sand
        lift = c.gouge_lift_soft_per_m + c.gouge_lift_hard_per_m * (1.0 - self.softness) ** 2
        return Bed(density=c.gouge_kg_m3 * max(self.thickness, 0.2), lift=lift, load=c.gouge_load)

    @cached_property
    def under(self) -> Under:
        """The lie for the kernels: worked out once, it is asked for at every stroke."""
        cover, c, bed = self.cover, self.laws, self.bed
        is_divot = cover.group == "divot"
        soil = Soil(
            float(self.room_m),
            float(self.softness),
            float(self.over_m),
            is_divot,
            bool(self.in_sand or cover.muddy),
            -1.0 if cover.wall_m is None else float(cover.wall_m),
            -1.0 if bed is None else float(bed.lift),
            c.soil,
        )
        grown = Grown(
            float(self.over_m),
            float(self.thickness),
            float(self.standing),
            float(self.wet),
            float(cover.friction),
            float(cover.ahead),
            cover.group == "collar",
            cover.group in ("sand", "bare", "divot"),
            c.soil.wall_divot if is_divot else c.soil.wall_loose,
            c.grass,
        )
        moved = bed or self.mat
        ploughed = Ploughed(
            float(moved.density),
            float(moved.lift),
            float(moved.load),
            self.in_sand,
            float(self.over_m) if self.in_sand else 0.0,
            float(self.wet),
            # Below the grass the ground proper stops the sole.
            math.inf if self.in_sand else float(self.room_m + 0.006 * self.softness),
            c.sand,
        )
        return Under(soil, grown, ploughed)


CLEAN = Lie()
"""On top of the fairway: the lie on which stock carries are stated."""
