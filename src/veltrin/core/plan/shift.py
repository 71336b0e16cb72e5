"""Where to aim instead of at the flag: the finish that costs least with trouble on one side, short or long."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from veltrin.core.flight import share_out
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.hole import Hole
from veltrin.core.hole.chart import Numbers, cost_at
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.plan.play import World
from veltrin.core.plan.scatter import Struck
from veltrin.core.plan.target import Targets
from veltrin.core.run.landing import run_ball, work_room
from veltrin.core.run.terrain import Frame, terrain_of

ALONG, ACROSS, CLOSER = (-0.5, 0.5, 1.0, 1.5), (-1.5, -1.0, -0.5, 0.5, 1.0, 1.5), (-0.25, 0.25)
"""Finishes tried, in standard deviations of the scatter: along, then across, then closer along."""

STEPS = np.array(
    [
        (0.0, step, k == 0) if steps is ACROSS else (step, 0.0, k == 0)
        for steps in (ALONG, ACROSS, CLOSER)
        for k, step in enumerate(steps)
    ]
)
"""The same in order: along and across of where the best was when its row began, and whether a row begins."""

SAMPLE = 128
"""The first so many strikes are enough to find the place (a power of two: balanced, as the sequence is built); all of
them judge it afterwards."""

WORTH_MOVING = 0.02
"""Strokes a moved finish must save, or the flag stays the mark. Judgement."""

LEAST_STEP_M, MOST_STEP_M, MOST_STEP_SHARE = 0.3, 8.0, 0.25


class _Sample(NamedTuple):
    """Some strikes of every call, (n, k, ...): where and how they come down, what misread ground adds, and whether
    something holds them.
    """

    landing: Vec
    velocity: Vec
    spin: Vec
    shift: Vec
    blocked: Mask

    def of(self, calls: slice) -> _Sample:
        """Some calls."""
        return _Sample(
            self.landing[calls], self.velocity[calls], self.spin[calls], self.shift[calls], self.blocked[calls]
        )


def _sample(struck: Struck, n: int) -> _Sample:
    flown, shape = struck.flights, (n, struck.strikes, 3)
    landing, velocity, spin = (v.reshape(shape)[:, :SAMPLE] for v in (flown.landing, flown.velocity, flown.spin))
    blocked = (flown.struck >= 0).reshape(n, struck.strikes)[:, :SAMPLE]
    return _Sample(landing, velocity, spin, struck.shift[:, :SAMPLE], blocked)


@kernel(fastmath=LOOSE)
def _cost_moved(
    i: int,
    dx: float,
    dy: float,
    sample: _Sample,
    meant: Vec,
    room: tuple[Vec, Vec, Vec, Vec, Vec, Vec, Vec],
    frame: Frame,
    fields: Vec,
    ends: Vec,
    numbers: Numbers,
    cells: Index,
    pieces: Vec,
    sides: Vec,
    tables: Vec,
    screens: Vec,
) -> float:
    """Mean cost of one call's strikes with its finish moved by (dx along, dy left) (m).

    The flights are turned and stretched, not flown again: for a few steps of the scatter that is near enough.
    """
    undrawn = np.zeros((0, 3))
    place, v, w, flat, around, normal, pull = room
    distance, bearing = meant[i, 0], meant[i, 1]
    along = distance + dx
    angle, longer = math.atan2(dy, max(along, 1.0)), math.sqrt(along * along + dy * dy) / distance
    cos, sin, faster = math.cos(angle), math.sin(angle), math.sqrt(longer)
    to_x, to_y, total = math.cos(bearing + angle), math.sin(bearing + angle), 0.0
    for k in range(sample.shift.shape[1]):
        for out, u, share in ((place, sample.landing, longer), (v, sample.velocity, faster), (w, sample.spin, 1.0)):
            out[0] = share * (u[i, k, 0] * cos - u[i, k, 1] * sin)
            out[1] = share * (u[i, k, 0] * sin + u[i, k, 1] * cos)
            out[2] = share * u[i, k, 2]
        run_ball(place, v, w, flat, around, normal, pull, frame, fields, ends, undrawn)
        x, y = place[0] + sample.shift[i, k] * to_x, place[1] + sample.shift[i, k] * to_y
        total += cost_at(x, y, sample.blocked[i, k], numbers, cells, pieces, sides, tables, screens)[1]
    return float(total / sample.shift.shape[1])


@kernel(nogil=True, fastmath=LOOSE)
def _look_around(
    sample: _Sample,
    meant: Vec,
    wide: Vec,
    found: Vec,
    frame: Frame,
    fields: Vec,
    ends: Vec,
    numbers: Numbers,
    cells: Index,
    pieces: Vec,
    sides: Vec,
    tables: Vec,
    screens: Vec,
) -> None:
    """Where each call's finish costs least: how far it is `found` moved along and left (m), what that saves, (n, 3).

    `meant` (n, 2): distance and bearing of its target; `wide` (n, 2): one step along and across. The last nine are a
    terrain's and a chart's.
    """
    room = work_room()
    for i in range(meant.shape[0]):
        dx, dy, row_x, row_y = 0.0, 0.0, 0.0, 0.0
        begin = least = _cost_moved(
            i, 0.0, 0.0, sample, meant, room, frame, fields, ends, numbers, cells, pieces, sides, tables, screens
        )
        for step in range(STEPS.shape[0]):
            if STEPS[step, 2] > 0.0:
                row_x, row_y = dx, dy
            x, y = row_x + STEPS[step, 0] * wide[i, 0], row_y + STEPS[step, 1] * wide[i, 1]
            cost = _cost_moved(
                i, x, y, sample, meant, room, frame, fields, ends, numbers, cells, pieces, sides, tables, screens
            )
            if cost < least - 0.5 * WORTH_MOVING:
                dx, dy, least = x, y, cost
        found[i, 0], found[i, 1], found[i, 2] = dx, dy, begin - least


def better_targets(struck: Struck, world: World, hole: Hole, targets: Targets) -> tuple[Targets, Vec]:
    """The cheapest finish near each target, found first along, then across; and what it saves (strokes, (n,))."""
    n = len(targets.distance)
    sample = _sample(struck, n)
    ends = struck.rest[:, :SAMPLE].reshape(-1, 2)
    each = targets.take(np.repeat(np.arange(n), len(ends) // n))
    most = np.minimum(MOST_STEP_M, MOST_STEP_SHARE * targets.distance)
    wide = np.column_stack(
        [
            np.minimum(np.maximum(measured.reshape(n, -1).std(axis=1), LEAST_STEP_M), most)
            for measured in (each.along(ends), each.across(ends))
        ]
    )
    meant, found = targets.polar, np.empty((n, 3))
    terrain, chart = terrain_of(world.landing), hole.chart

    def part(calls: slice) -> None:
        _look_around(
            sample.of(calls), meant[calls], wide[calls], found[calls], terrain.frame, terrain.fields, terrain.ends,
            chart.numbers, chart.cells, chart.pieces, chart.sides, chart.tables, chart.screens,
        )  # fmt: skip

    share_out(part, n, 2, each=len(STEPS) * SAMPLE)
    dx, dy, saved = found.T
    keep = saved < WORTH_MOVING
    dx, dy = np.where(keep, 0.0, dx), np.where(keep, 0.0, dy)
    moved = Targets(
        np.hypot(targets.distance + dx, dy),
        targets.bearing + np.arctan2(dy, np.maximum(targets.distance + dx, 1.0)),
        targets.on_carry,
    )
    return moved, np.where(keep, 0.0, saved)
