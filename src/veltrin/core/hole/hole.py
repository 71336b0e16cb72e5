"""Where balls end and what they still cost from there."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

import numpy as np
import shapely

from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.hole.areas import KINDS, Area, AreaKind
from veltrin.core.hole.baseline import putts, strokes_from
from veltrin.core.run import Landing, oval

DROP_BEHIND_M = 2.0
"""How far before the edge where its straight way met the water a ball is dropped. Judgement."""

STUCK_M = 0.6
"""A ball that has moved less lies in its old hole. Judgement."""

KIND_LIST = tuple(KINDS.values())
KIND_NUMBER = {kind.name: i for i, kind in enumerate(KIND_LIST)}


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

    def hides(self, x: Vec, y: Vec, flag_m: float) -> Mask:
        """Whether balls at (x, y), (n,), lie close behind it, as seen on the way to the flag."""
        dx, dy = flag_m - x, -y
        enter, leave = np.zeros(len(x)), np.ones(len(x))
        for place, step, low, high in ((x, dx, self.x0, self.x1), (y, dy, self.y0, self.y1)):
            still = np.abs(step) < 1e-9
            safe = np.where(still, 1.0, step)
            one, other = (low - place) / safe, (high - place) / safe
            within = still & (place > low) & (place < high)
            enter = np.where(still, np.where(within, enter, 2.0), np.maximum(enter, np.minimum(one, other)))
            leave = np.where(still, leave, np.minimum(leave, np.maximum(one, other)))
        return np.asarray((enter < leave) & (enter * np.hypot(dx, dy) < self.reach_m))


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

    @cached_property
    def start_strokes(self) -> float:
        """Strokes to hole out from where the ball lies now."""
        return float(self._cost(self.start_kind, np.zeros(1), np.zeros(1))[0])

    def kind_at(self, x: Vec, y: Vec) -> Index:
        """Number of the kind of ground at each place, (n,)."""
        found = np.full(len(x), KIND_NUMBER[self.around.name])
        if self.home is not None:
            found[shapely.contains_xy(self.home.shape, x, y)] = KIND_NUMBER[self.home.kind.name]
        found[self._on_green(x, y)] = KIND_NUMBER["green"]
        for area in self.areas:
            found[shapely.contains_xy(area.shape, x, y)] = KIND_NUMBER[area.kind.name]
        return found

    @cached_property
    def _oval(self) -> shapely.Geometry:
        made = shapely.Polygon(oval(self.landing.front_m, self.landing.back_m, self.landing.width_m))
        shapely.prepare(made)
        return made

    def _on_green(self, x: Vec, y: Vec) -> Mask:
        green = self.landing
        if math.isfinite(green.width_m):
            return np.asarray(shapely.contains_xy(self._oval, x, y))
        return np.asarray((x >= green.front_m) & (x <= green.back_m))

    def ends(self, x: Vec, y: Vec, struck: Mask | None = None) -> Ends:
        """What balls at rest at (x, y), (n,) each in m, still cost; `struck` ones lie against something."""
        kinds = self.kind_at(x, y)
        strokes = np.empty(len(x))
        for number in np.unique(kinds):
            here = kinds == number
            strokes[here] = self._cost(KIND_LIST[number], x[here], y[here])
        for area in self.areas:
            if area.kind.ends_here:
                wet = (kinds == KIND_NUMBER[area.kind.name]) & shapely.contains_xy(area.shape, x, y)
                strokes[wet] = self._dropped(area, x[wet], y[wet])
        if self.stuck_strokes > 0.0:
            strokes = np.where(np.hypot(x, y) < STUCK_M, np.maximum(strokes, self.stuck_strokes), strokes)
        held = np.zeros(len(x), dtype=bool) if struck is None else struck.copy()
        for screen in self.screens:
            held |= screen.hides(x, y, self.flag_m)
        if held.any():
            away = np.hypot(x[held] - self.flag_m, y[held])
            strokes[held] = np.maximum(strokes[held], strokes_from("recovery", away, self.handicap))
        return Ends(kinds, strokes, np.hypot(x - self.flag_m, y))

    def _cost(self, kind: AreaKind, x: Vec, y: Vec) -> Vec:
        away = np.hypot(x - self.flag_m, y)
        if kind.again:
            return np.full(len(x), kind.penalty + self.start_strokes)
        if kind.lie == "green":
            return self._putts(x, y, away)
        strokes = strokes_from(kind.lie, away, self.handicap)
        if kind.between:
            strokes = (1.0 - kind.between) * strokes + kind.between * strokes_from("rough", away, self.handicap)
        return np.asarray(strokes + kind.extra + kind.penalty)

    def _dropped(self, area: Area, x: Vec, y: Vec) -> Vec:
        """A penalty, and a drop on this side of the water."""
        share = np.maximum(area.entry(x, y) - DROP_BEHIND_M, 0.0) / np.maximum(np.hypot(x, y), 1e-9)
        away = np.hypot(share * x - self.flag_m, share * y)
        return np.asarray(area.kind.penalty + strokes_from(area.kind.lie, away, self.handicap))

    def _putts(self, x: Vec, y: Vec, away: Vec) -> Vec:
        green = self.landing
        fall, side = math.tan(green.fall_rad), math.tan(green.side_rad)
        steep = math.hypot(fall, side)
        # The ball is above the hole where the ground falls from it to the flag.
        drop = (self.flag_m - x) * fall - y * side
        above = drop / np.maximum(away * steep, 1e-9) if steep else np.zeros(len(x))
        return putts(away, self.handicap, above, math.degrees(math.atan(steep)), green.green_speed_ft)
