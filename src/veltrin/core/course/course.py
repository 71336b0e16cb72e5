"""What stands on a course: pieces of ground, trees, flags, heights, in metres east and north of its origin."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

import numpy as np
import shapely
from numpy.typing import NDArray

from veltrin.core.checks import look_up
from veltrin.core.course.ground import CourseGreens, CourseGround
from veltrin.core.errors import DomainError
from veltrin.core.geometry import Vec
from veltrin.core.ground import CoverName
from veltrin.core.hole import AreaKindName

GroundName = Literal[
    "rough", "heath", "wood", "semi", "fairway", "tee", "fringe", "green", "bunker", "water", "path", "out"
]
"""By what a piece of ground of a course is asked for."""

Place = tuple[float, float]
Ring = tuple[Place, ...]


@dataclass(frozen=True)
class Ground:
    """A kind of ground: what it is on a line, and the cover of a ball that lies in it; None where none is played."""

    name: GroundName
    words: str
    kind: AreaKindName
    cover: CoverName | None


GROUND: dict[GroundName, Ground] = {
    g.name: g
    for g in (
        Ground("rough", "rough", "rough", "rough"),
        Ground("heath", "heather", "heather", "heather"),
        Ground("wood", "trees", "trees", "rough"),
        Ground("semi", "semi-rough", "semi", "semi"),
        Ground("fairway", "fairway", "fairway", "fairway"),
        Ground("tee", "tee", "fairway", "tight"),
        Ground("fringe", "fringe", "fringe", "fringe"),
        Ground("green", "green", "green", None),
        Ground("bunker", "bunker", "sand", "sand"),
        Ground("water", "water", "water", None),
        Ground("path", "path", "path", "hard-pan"),
        Ground("out", "out of bounds", "out", None),
    )
}
"""Kinds of ground, from the bottom to the top: where two overlap the later one is what is seen. Common practice."""

RANK = {name: k for k, name in enumerate(GROUND)}


def ground_named(name: str) -> Ground:
    """Look a kind of ground up; UnknownNameError lists those there are."""
    return look_up(GROUND, name, "course.ground")


@dataclass(frozen=True)
class Lies:
    """A piece of ground: its outline (m east, m north). `name`: what it is called; `id`: what its
    file calls it."""

    ground: Ground
    ring: Ring
    name: str = ""
    id: str = ""

    def __post_init__(self) -> None:
        if len(self.ring) < 3:
            raise DomainError("course.ground", "a piece of ground needs three corners or more.", "Draw it again.")

    @cached_property
    def shape(self) -> shapely.Geometry:
        """The outline as polygons, put right where it crosses itself."""
        made = shapely.make_valid(shapely.Polygon(self.ring))
        shapely.prepare(made)
        return made


@dataclass(frozen=True)
class Tree:
    """A tree that stands alone: where, how high, how wide its crown (m)."""

    at: Place
    high_m: float
    crown_m: float


@dataclass(frozen=True)
class Hole:
    """A hole: its number, the way it is played from the tee to the green, its flag where one is mapped, its par."""

    number: str
    way: Ring
    flag: Place | None = None
    par: int | None = None
    name: str = ""


def counted_by(number: str) -> tuple[bool, str]:
    """What holes are sorted by: as they are counted, not as they are spelt; those that aren't numbered last."""
    return not number.isdigit(), number.zfill(8)


@dataclass(frozen=True)
class Heights:
    """Heights on a grid (m above the sea): rows from south to north, each from west to east, `step_m` apart.

    `west_m`, `south_m`: the middle of the first cell. Not a number where nothing is known.
    """

    west_m: float
    south_m: float
    step_m: float
    values: NDArray[np.float64]

    def at(self, places: Vec) -> Vec:
        """Heights at (n, 2) places, between the grid's by weights; not a number outside. Bilinear interpolation."""
        rows, columns = self.values.shape
        x = (places[:, 0] - self.west_m) / self.step_m
        y = (places[:, 1] - self.south_m) / self.step_m
        inside = (x >= 0.0) & (x <= columns - 1) & (y >= 0.0) & (y <= rows - 1)
        i = np.clip(np.floor(np.where(inside, x, 0.0)).astype(int), 0, max(columns - 2, 0))
        j = np.clip(np.floor(np.where(inside, y, 0.0)).astype(int), 0, max(rows - 2, 0))
        u, v = np.where(inside, x, 0.0) - i, np.where(inside, y, 0.0) - j
        a, b = self.values[j, i], self.values[j, np.minimum(i + 1, columns - 1)]
        up = np.minimum(j + 1, rows - 1)
        c, d = self.values[up, i], self.values[up, np.minimum(i + 1, columns - 1)]
        found = a * (1 - u) * (1 - v) + b * u * (1 - v) + c * (1 - u) * v + d * u * v
        return np.where(inside, found, np.nan)


@dataclass(frozen=True)
class Course:
    """A course: its pieces of ground in the order in which they lie, holes, trees, heights.

    `origin`: longitude and latitude of (0, 0), deg. `spots`: places whose height is known, (n, 3) m. `grounds`: what
    was measured of it, a cover each; `greens`: as they were read.
    """

    name: str
    origin: tuple[float, float]
    lies: tuple[Lies, ...]
    holes: tuple[Hole, ...] = ()
    trees: tuple[Tree, ...] = ()
    heights: Heights | None = None
    grounds: tuple[CourseGround, ...] = ()
    greens: CourseGreens | None = None
    spots: Vec = field(default_factory=lambda: np.empty((0, 3)), compare=False)

    @cached_property
    def corners(self) -> Vec:
        """Every corner of its ground and of its holes' ways, (n, 2): how far it reaches."""
        rings = [*(one.ring for one in self.lies), *(hole.way for hole in self.holes)]
        return np.array([corner for ring in rings for corner in ring])

    @cached_property
    def stacked(self) -> tuple[Lies, ...]:
        """Pieces of ground from the bottom to the top; of one kind the larger ones lie below."""
        return tuple(sorted(self.lies, key=lambda one: (RANK[one.ground.name], -shapely.area(one.shape))))

    @cached_property
    def tree(self) -> shapely.STRtree:
        """Where the stacked pieces of ground are, for quick looking up."""
        return shapely.STRtree([one.shape for one in self.stacked])

    def near(self, shape: shapely.Geometry) -> list[Lies]:
        """Pieces of ground that touch a shape, from the bottom to the top."""
        return [self.stacked[k] for k in sorted(self.tree.query(shape, predicate="intersects"))]

    def under(self, place: Place) -> Lies | None:
        """The piece of ground that is seen at a place; None where nothing is mapped."""
        found = self.near(shapely.Point(place))
        return found[-1] if found else None

    def height_at(self, places: Vec) -> Vec:
        """Heights at (n, 2) places: by the grid, else from spots within reach; not a number where nothing is known."""
        found = self.heights.at(places) if self.heights is not None else np.full(len(places), np.nan)
        missing = np.isnan(found)
        if missing.any() and len(self.spots):
            found[missing] = self._by_spots(places[missing])
        return found

    def _by_spots(self, places: Vec) -> Vec:
        """Heights by the spots around, weighted by distance (Shepard 1968, power 2, from memory)."""
        apart = np.hypot(places[:, None, 0] - self.spots[None, :, 0], places[:, None, 1] - self.spots[None, :, 1])
        weights = np.where(apart < SPOT_REACH_M, 1.0 / np.maximum(apart, 0.05) ** 2, 0.0)
        total = weights.sum(axis=1)
        with np.errstate(invalid="ignore"):
            return np.where(total > 0.0, weights @ self.spots[:, 2] / total, np.nan)


SPOT_REACH_M = 40.0
"""A height that was measured farther away than this says nothing of a place. Judgement."""
