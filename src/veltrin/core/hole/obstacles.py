"""Things that stand in the way and have to be carried, or passed under."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from veltrin.core.checks import look_up
from veltrin.core.errors import DomainError
from veltrin.core.hole.hole import Screen
from veltrin.core.quantity import within
from veltrin.core.run import SURFACES, Landing, Patch, Ring
from veltrin.core.sides import End

ObstacleName = Literal["mound", "wall", "lip", "tree", "branch"]
"""By what a thing in the way is asked for."""

Wall = tuple[float, float, float, float, float, float]

DEEPEST_FOOT_M = -100.0
ON_LINE_M = 1.0
STEEP_RAD = math.radians(20.0)
"""What stands within a metre of the line and steeper than this blocks the way. Judgement."""

WIDEST_M = 200.0
ON_GROUND_M = 0.3
"""What begins lower than this above the ground stops a rolling ball as well."""


@dataclass(frozen=True)
class ObstacleKind:
    """A kind of thing in the way. `hangs`: it may begin above the ground, and a ball pass below."""

    name: ObstacleName
    words: str
    hangs: bool = False


OBSTACLES: dict[ObstacleName, ObstacleKind] = {
    k.name: k
    for k in (
        ObstacleKind("mound", "mound"),
        ObstacleKind("wall", "wall"),
        ObstacleKind("lip", "bunker lip"),
        ObstacleKind("tree", "tree", hangs=True),
        ObstacleKind("branch", "branch", hangs=True),
    )
}


def obstacle_named(name: str) -> ObstacleKind:
    """Look a kind up; UnknownNameError lists those there are."""
    return look_up(OBSTACLES, name, "line.obstacles.kind")


@dataclass(frozen=True)
class Obstacle:
    """A box across the line (m): from `at_m` over `deep_m`, between `right_m` and `left_m` of the line (left positive),
    from `low_m` to `high_m` above the ground it stands on.
    """

    kind: ObstacleKind
    at_m: float
    deep_m: float
    high_m: float
    low_m: float = -math.inf
    left_m: End = WIDEST_M
    right_m: End = -WIDEST_M

    def __post_init__(self) -> None:
        within("line.obstacles.at_m", self.at_m)
        within("line.obstacles.deep_m", self.deep_m)
        within("line.obstacles.high_m", self.high_m)
        if self.low_m >= self.high_m:
            raise DomainError("line.obstacles.low_m", "its foot is not below its top.", "Give a lower foot.")
        if self.right_m >= self.left_m:
            raise DomainError("line.obstacles.left_m", "its left end is not left of its right end.", "Swap the ends.")

    @property
    def on_ground(self) -> bool:
        """Whether it stops a ball that rolls."""
        return self.low_m < ON_GROUND_M

    @property
    def footprint(self) -> Ring:
        """Its outline seen from above."""
        x0, x1 = self.at_m, self.at_m + self.deep_m
        return ((x0, self.right_m), (x1, self.right_m), (x1, self.left_m), (x0, self.left_m))

    @property
    def patch(self) -> Patch:
        """Its foot, for the run."""
        return Patch(SURFACES["rough"], self.footprint, is_solid=True)

    @property
    def is_across(self) -> bool:
        """Whether it stands across the line."""
        return self.right_m < ON_LINE_M and self.left_m > -ON_LINE_M

    @property
    def screen(self) -> Screen | None:
        """What it hides from balls that lie behind it; None where it is passed under."""
        reach = self.high_m / math.tan(STEEP_RAD)
        return Screen(self.at_m, self.at_m + self.deep_m, self.right_m, self.left_m, reach) if self.on_ground else None

    @property
    def is_steep(self) -> bool:
        """Whether it stands across the line so near and high that only a way round or a high ball is left."""
        return self.is_across and math.atan2(self.high_m, self.at_m) > STEEP_RAD


def walls_of(obstacles: Sequence[Obstacle], ground: Landing) -> tuple[Wall, ...]:
    """Boxes for the flight: x0, x1, y0, y1, z0, z1 (m), z from the ball's level."""
    places = np.array([o.at_m for o in obstacles]), np.array([0.5 * (o.left_m + o.right_m) for o in obstacles])
    feet = ground.contour.height(*places).tolist()
    return tuple(
        (o.at_m, o.at_m + o.deep_m, o.right_m, o.left_m, foot + max(o.low_m, DEEPEST_FOOT_M), foot + o.high_m)
        for o, foot in zip(obstacles, feet, strict=True)
    )
