"""Where balls end and what they still cost from there."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import NamedTuple

import numpy as np
import shapely

from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.hole.areas import KINDS, Area, AreaKind
from veltrin.core.hole.baseline import quickness
from veltrin.core.hole.chart import (
    KIND_LIST,
    KIND_NUMBER,
    Chart,
    Numbers,
    costs_at,
    kinds_at,
    on_ground,
    pieces_of,
    putting,
    strip_shape,
    tables,
)
from veltrin.core.run import Landing, oval


class Ends(NamedTuple):
    """Of each end, (n,): number of its kind in KIND_LIST, strokes still to come with penalties, m to the flag."""

    kind: Index
    strokes: Vec
    leave_m: Vec


class Screen(NamedTuple):
    """A box that stands on the ground (m), and how near behind it a ball can't be played over it."""

    x0: float
    x1: float
    y0: float
    y1: float
    reach_m: float


CHARTS_KEPT = 8
"""One question asks for a hole more than once: from level ground, with relief at best, for a way out, and again while a
hand turns the slope."""


@lru_cache(maxsize=CHARTS_KEPT)
def _chart_of(
    flag_m: float,
    green: Landing,
    areas: tuple[Area, ...],
    handicap: float,
    home: Area | None,
    *,
    around: AreaKind,
    screens: tuple[Screen, ...],
) -> Chart:
    if math.isfinite(green.width_m):
        shape: shapely.Geometry = shapely.Polygon(oval(green.front_m, green.back_m, green.width_m))
    else:
        shape = strip_shape(green.front_m, green.back_m)
    at_home = [] if home is None else [(home.kind.name, home.shape, None)]
    pieces = pieces_of([*at_home, ("green", shape, None), *((a.kind.name, a.shape, a) for a in areas)])
    fall, side = math.tan(green.fall_rad), math.tan(green.side_rad)
    steep = math.hypot(fall, side)
    above, plays = putting(math.degrees(math.atan(steep)), quickness(green.green_speed_ft))
    strokes, by_feet, by_yards = tables(handicap)
    grid_x, grid_y, cell_x, cell_y = pieces.grid.tolist()
    numbers = Numbers(
        float(flag_m), KIND_NUMBER[around.name], 0.0, 0.0, fall, side, steep, above, plays, grid_x, grid_y, cell_x,
        cell_y, by_feet, by_yards,
    )  # fmt: skip
    return Chart(numbers, pieces.cells, pieces.rows, pieces.sides, strokes, np.array(screens, float).reshape(-1, 5))


@dataclass(frozen=True)
class Hole:
    """Flag, green and areas, bottom first, with the player's handicap. `home`: the kind of ground the ball lies in.

    `stuck_strokes`: what a ball costs that has hardly moved out of a bad lie: it lies as it lay, so relief at best.
    `screens`: what stands about; from close behind it nobody plays to the flag. `start_strokes`: what the ball costs
    from where it lies now; a ball out of bounds goes back there.
    """

    flag_m: float
    landing: Landing
    areas: tuple[Area, ...]
    handicap: float
    home: Area | None = None
    stuck_strokes: float = 0.0
    around: AreaKind = KINDS["fairway"]
    screens: tuple[Screen, ...] = ()

    @cached_property
    def start_kind(self) -> AreaKind:
        """What the ball lies on or in now."""
        if self.home is not None:
            return self.home.kind
        return KIND_LIST[int(self.kind_at(np.zeros(1), np.zeros(1))[0])]

    @property
    def start_strokes(self) -> float:
        """Strokes to hole out from where the ball lies now."""
        return self.chart.numbers.start_strokes

    @cached_property
    def _drawn(self) -> Chart:
        """The hole for the kernels as it is drawn, without what depends on where the ball lies."""
        return _chart_of(
            self.flag_m, self.landing, self.areas, self.handicap, self.home, around=self.around, screens=self.screens
        )

    @cached_property
    def chart(self) -> Chart:
        """The hole for the kernels."""
        drawn = self._drawn
        start = on_ground(KIND_NUMBER[self.start_kind.name], 0.0, 0.0, drawn.numbers, drawn.tables)
        return drawn._replace(
            numbers=drawn.numbers._replace(start_strokes=start, stuck_strokes=float(self.stuck_strokes))
        )

    def kind_at(self, x: Vec, y: Vec) -> Index:
        """Number of the kind of ground at each place, (n,)."""
        found, drawn = np.empty(len(x), dtype=np.int64), self._drawn
        kinds_at(
            np.asarray(x, float), np.asarray(y, float), found, drawn.numbers, drawn.cells, drawn.pieces, drawn.sides
        )
        return found

    def ends(self, x: Vec, y: Vec, struck: Mask | None = None) -> Ends:
        """What balls at rest at (x, y), (n,) each in m, still cost; `struck` ones lie against something."""
        kinds, strokes = np.empty(len(x), dtype=np.int64), np.empty(len(x))
        held = np.zeros(len(x), dtype=bool) if struck is None else struck
        costs_at(np.asarray(x, float), np.asarray(y, float), held, kinds, strokes, *self.chart)
        return Ends(kinds, strokes, np.hypot(x - self.flag_m, y))
