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

ACROSS = (-1.5, -1.0, -0.5, 0.5, 1.0, 1.5)
ALONG = (0.0, -0.5, 0.5, 1.0, 1.5)
CLOSER = (-0.25, 0.25)
"""Finishes tried, in standard deviations of the scatter: where it is meant and along, across, then closer along."""

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


@kernel(nogil=True, fastmath=LOOSE)
def _moved_costs(
    landing: Vec,
    velocity: Vec,
    spin: Vec,
    shift: Vec,
    blocked: Mask,
    meant: Vec,
    dx: Vec,
    dy: Vec,
    costs: Vec,
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
    """Mean cost of each call, (ways, n), with its finish moved by (dx along, dy left), (ways, n) each.

    `meant` (n, 2): distance and bearing of each call's target. The last nine are a terrain's and a chart's.
    """
    undrawn = np.zeros((0, 3))
    place, v, w, flat, around, normal, pull = work_room()
    for way in range(dx.shape[0]):
        for i in range(dx.shape[1]):
            distance, bearing = meant[i, 0], meant[i, 1]
            along, left = distance + dx[way, i], dy[way, i]
            angle, longer = math.atan2(left, max(along, 1.0)), math.sqrt(along * along + left * left) / distance
            cos, sin, faster = math.cos(angle), math.sin(angle), math.sqrt(longer)
            to_x, to_y, total = math.cos(bearing + angle), math.sin(bearing + angle), 0.0
            for k in range(landing.shape[1]):
                for out, u, share in ((place, landing, longer), (v, velocity, faster), (w, spin, 1.0)):
                    out[0] = share * (u[i, k, 0] * cos - u[i, k, 1] * sin)
                    out[1] = share * (u[i, k, 0] * sin + u[i, k, 1] * cos)
                    out[2] = share * u[i, k, 2]
                run_ball(place, v, w, flat, around, normal, pull, frame, fields, ends, undrawn)
                x, y = place[0] + shift[i, k] * to_x, place[1] + shift[i, k] * to_y
                total += cost_at(x, y, blocked[i, k], numbers, cells, pieces, sides, tables, screens)[1]
            costs[way, i] = total / landing.shape[1]


def _costs(sample: _Sample, world: World, hole: Hole, targets: Targets, moved: tuple[Vec, Vec]) -> Vec:
    """Mean cost of each call with its finish moved by (dx along, dy left), (k, n) each for k ways to move it.

    The flights are turned and stretched, not flown again: for a few steps of the scatter that is near enough.
    """
    dx, dy = moved
    costs, meant = np.empty(dx.shape), np.column_stack([targets.distance, targets.bearing])
    terrain, chart = terrain_of(world.landing), hole.chart

    def part(calls: slice) -> None:
        x, y, out = (np.ascontiguousarray(v[:, calls]) for v in (dx, dy, costs))
        some = sample.of(calls)
        _moved_costs(
            some.landing, some.velocity, some.spin, some.shift, some.blocked, meant[calls], x, y, out,
            terrain.frame, terrain.fields, terrain.ends,
            chart.numbers, chart.cells, chart.pieces, chart.sides, chart.tables, chart.screens,
        )  # fmt: skip
        costs[:, calls] = out

    share_out(part, dx.shape[1], 2, each=dx.shape[0] * SAMPLE)
    return costs


def better_targets(struck: Struck, world: World, hole: Hole, targets: Targets) -> tuple[Targets, Vec]:
    """The cheapest finish near each target, found first along, then across; and what it saves (strokes, (n,))."""
    n = len(targets.distance)
    sample = _sample(struck, n)
    ends = struck.rest[:, :SAMPLE].reshape(-1, 2)
    each = targets.take(np.repeat(np.arange(n), len(ends) // n))
    most = np.minimum(MOST_STEP_M, MOST_STEP_SHARE * targets.distance)
    deep, wide = (
        np.minimum(np.maximum(measured.reshape(n, -1).std(axis=1), LEAST_STEP_M), most)
        for measured in (each.along(ends), each.across(ends))
    )
    dx, dy, least, begin = np.zeros(n), np.zeros(n), np.full(n, np.inf), np.full(n, np.inf)
    for steps, width, is_across in ((ALONG, deep, False), (ACROSS, wide, True), (CLOSER, deep, False)):
        ways, moved_by = (len(steps), 1), np.outer(steps, width)
        x, y = np.tile(dx, ways) + moved_by * (not is_across), np.tile(dy, ways) + moved_by * is_across
        costs = _costs(sample, world, hole, targets, (x, y))
        if steps is ALONG:
            begin = costs[0]
        for cost, at_x, at_y in zip(costs, x, y, strict=True):
            better = cost < least - 0.5 * WORTH_MOVING
            least, dx, dy = np.where(better, cost, least), np.where(better, at_x, dx), np.where(better, at_y, dy)
    saved = begin - least
    keep = saved < WORTH_MOVING
    dx, dy = np.where(keep, 0.0, dx), np.where(keep, 0.0, dy)
    moved = Targets(
        np.hypot(targets.distance + dx, dy),
        targets.bearing + np.arctan2(dy, np.maximum(targets.distance + dx, 1.0)),
        targets.on_carry,
    )
    return moved, np.where(keep, 0.0, saved)
