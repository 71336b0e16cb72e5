"""Kinds of ground a ball can end on, and areas drawn on the plan."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Annotated, Literal

import numpy as np
import shapely

from veltrin.core.checks import look_up
from veltrin.core.errors import DomainError
from veltrin.core.geometry import Vec
from veltrin.core.quantity import within
from veltrin.core.run import SURFACES, Patch, Ring, Surface
from veltrin.core.sides import Side, Sided

AreaKindName = Literal[
    "green", "fringe", "fairway", "semi", "rough", "deep", "heather", "sand", "bank", "path", "trees", "water", "out"
]  # fmt: skip
"""By what a kind of ground is asked for."""

BaselineLie = Literal["green", "fairway", "rough", "sand", "recovery"]

FEWEST_POINTS = 3
RAYS = 181
RAY_M = 1000.0


@dataclass(frozen=True)
class AreaKind:
    """What a kind of ground does and costs.

    `lie` is the column of the baseline a ball there is read from; `between` moves it that share of the way to the
    rough's; `extra` is strokes on top. `penalty` strokes are added, and `ends_here`: the ball goes no further.
    `again`: the stroke is played again from where it was played. `trouble`: nobody wants to be
    there; it `holds`: a stroke out of it may end in it again.
    Extras and shares are judgement; penalties are the rules' (17.1, 18.2, from memory).
    """

    name: AreaKindName
    words: str
    surface: Surface
    lie: BaselineLie
    between: float = 0.0
    extra: float = 0.0
    penalty: float = 0.0
    ends_here: bool = False
    again: bool = False
    trouble: bool = False
    holds: bool = False


KINDS: dict[AreaKindName, AreaKind] = {
    k.name: k
    for k in (
        AreaKind("green", "green", SURFACES["green"], "green"),
        AreaKind("fringe", "fringe", SURFACES["fringe"], "fairway", extra=-0.05),
        AreaKind("fairway", "fairway", SURFACES["fairway"], "fairway"),
        AreaKind("semi", "semi-rough", SURFACES["semi"], "fairway", between=0.5, holds=True),
        AreaKind("rough", "rough", SURFACES["rough"], "rough", holds=True),
        AreaKind("deep", "deep rough", SURFACES["deep"], "rough", extra=0.25, trouble=True, holds=True),
        AreaKind("heather", "heather", SURFACES["deep"], "rough", extra=0.35, trouble=True, holds=True),
        AreaKind("sand", "sand", SURFACES["sand"], "sand", trouble=True, holds=True),
        AreaKind("bank", "run-off", SURFACES["fairway"], "rough", extra=0.05, trouble=True),
        AreaKind("path", "path", SURFACES["path"], "fairway"),
        AreaKind("trees", "trees", SURFACES["rough"], "recovery", trouble=True, holds=True),
        AreaKind("water", "water", SURFACES["rough"], "rough", penalty=1.0, ends_here=True, trouble=True),
        AreaKind("out", "out of bounds", SURFACES["rough"], "rough", penalty=1.0, again=True, trouble=True),
    )
}


def kind_named(name: str) -> AreaKind:
    """Look a kind up; UnknownNameError lists those there are."""
    return look_up(KINDS, name, "line.areas.kind")


def _wrapped(angle: Vec) -> Vec:
    return np.asarray((angle + math.pi) % (2.0 * math.pi) - math.pi)


MOST_CROSSINGS = 12
"""A hand that draws round a bunker crosses its own line a few times; a scribble would take a minute to put right."""


@lru_cache(maxsize=256)
def crossings(ring: Ring) -> tuple[tuple[int, int], ...]:
    """Which sides of an outline cross, as pairs of numbers from 0; neighbours meet and don't count.

    Geometry: two sides cross where the ends of each lie on either side of the other.
    """
    a = np.array(ring)
    b = np.roll(a, -1, axis=0)
    along = b - a

    def side(p: Vec) -> Vec:
        """On which side of each outline's side (rows) each point (columns) lies."""
        off = p[None, :, :] - a[:, None, :]
        return np.asarray(along[:, None, 0] * off[:, :, 1] - along[:, None, 1] * off[:, :, 0])

    apart = side(a) * side(b) < 0.0
    first, second = np.nonzero(np.triu(apart & apart.T, k=2))
    return tuple(zip(first.tolist(), second.tolist(), strict=True))


@dataclass(frozen=True)
class Area:
    """A piece of ground of one kind: outline (m; x to the target, y left), with its own tilt.

    `surface`: what it is like for the run, if not as its kind usually is.
    """

    kind: AreaKind
    ring: Annotated[Ring, Side.TURNS]
    fall_rad: float = 0.0
    side_rad: Sided = 0.0
    surface: Surface | None = None

    def __post_init__(self) -> None:
        if len(self.ring) < FEWEST_POINTS:
            raise DomainError("line.areas.points", "an area needs three corners or more.", "Add a corner.")
        for x, y in self.ring:
            within("line.areas.points", x)
            within("line.areas.points", y)
        crossed = crossings(self.ring)
        if len(crossed) > MOST_CROSSINGS:
            one, other = crossed[0]
            raise DomainError(
                "line.areas.points",
                f"the outline crosses itself {len(crossed)} times, first its sides {one + 1} and {other + 1}.",
                f"Draw it simpler: at most {MOST_CROSSINGS} crossings are put right.",
            )
        for name, tilt in (("fall_deg", self.fall_rad), ("side_deg", self.side_rad)):
            within(f"line.areas.{name}", tilt)

    @cached_property
    def shape(self) -> shapely.Geometry:
        """The outline as a polygon, made ready for many questions; one that crosses itself is put right."""
        made = shapely.make_valid(shapely.Polygon(self.ring))
        shapely.prepare(made)
        return made

    @property
    def patch(self) -> Patch:
        """What the run needs to know."""
        return Patch(self.surface or self.kind.surface, self.ring, self.fall_rad, self.side_rad, self.kind.ends_here)

    @cached_property
    def rays(self) -> tuple[float, Vec, Vec]:
        """Bearing of its middle, and along bearings about it how far away it begins."""
        middle = shapely.Point(shapely.get_coordinates(shapely.centroid(self.shape))[0])
        ahead = math.atan2(middle.y, middle.x)
        corners = np.array(self.ring)
        turn = _wrapped(np.arctan2(corners[:, 1], corners[:, 0]) - ahead)
        angles = np.linspace(turn.min() - 1e-6, turn.max() + 1e-6, RAYS)
        ends = RAY_M * np.stack([np.cos(ahead + angles), np.sin(ahead + angles)], axis=1)
        lines = shapely.linestrings(np.stack([np.zeros_like(ends), ends], axis=1))
        # A ray that misses it, or an outline too small to have a side, is no distance away: not a number.
        with np.errstate(invalid="ignore"):
            begins = shapely.distance(shapely.Point(0.0, 0.0), shapely.intersection(lines, self.shape))
        return ahead, angles, np.where(np.isfinite(begins), begins, RAY_M)

    def holds(self, x: float, y: float) -> bool:
        """Whether a place lies inside."""
        return bool(shapely.contains_xy(self.shape, x, y))
