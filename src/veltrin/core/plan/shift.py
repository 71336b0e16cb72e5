"""Where to aim instead of at the flag: the finish that costs least with trouble on one side, short or long."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from veltrin.core.geometry import Mask, Vec, turn_about_z
from veltrin.core.hole import Hole
from veltrin.core.plan.play import World
from veltrin.core.plan.scatter import Struck
from veltrin.core.plan.target import Targets, unit_vector
from veltrin.core.run import run_out

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
    """Some strikes of every call, (n * k, ...), with their calls' targets repeated."""

    landing: Vec
    velocity: Vec
    spin: Vec
    shift: Vec
    blocked: Mask
    targets: Targets
    each: int


def _sample(struck: Struck, targets: Targets) -> _Sample:
    n = len(targets.distance)
    picked = np.arange(n * struck.strikes).reshape(n, struck.strikes)[:, :SAMPLE]
    count = picked.shape[1]
    rows = picked.ravel()
    flown = struck.flights
    return _Sample(
        flown.landing[rows],
        flown.velocity[rows],
        flown.spin[rows],
        struck.shift.ravel()[rows],
        flown.struck[rows] >= 0,
        targets.take(np.repeat(np.arange(n), count)),
        count,
    )


def _costs(sample: _Sample, world: World, hole: Hole, dx: Vec, dy: Vec) -> Vec:
    """Mean cost of each call with its finish moved by (dx along, dy left), (k, n) each for k ways to move it.

    The flights are turned and stretched, not flown again: for a few steps of the scatter that is near enough. All ways
    run out together: many short batches cost more than one long one.
    """
    ways = len(dx)
    along, left = np.repeat(dx, sample.each, axis=1).ravel(), np.repeat(dy, sample.each, axis=1).ravel()
    distance, bearing = np.tile(sample.targets.distance, ways), np.tile(sample.targets.bearing, ways)
    angle = np.arctan2(left, np.maximum(distance + along, 1.0))
    longer = np.hypot(distance + along, left) / distance
    landing = turn_about_z(np.tile(sample.landing, (ways, 1)), angle) * longer[:, None]
    velocity = turn_about_z(np.tile(sample.velocity, (ways, 1)), angle) * np.sqrt(longer)[:, None]
    spin = turn_about_z(np.tile(sample.spin, (ways, 1)), angle)
    runs = run_out(landing, velocity, spin, world.landing, workers=2)
    place = runs.rest[:, :2] + np.tile(sample.shift, ways)[:, None] * unit_vector(bearing + angle)
    costs = hole.ends(place[:, 0], place[:, 1], np.tile(sample.blocked, ways)).strokes
    return np.asarray(costs.reshape(ways, -1, sample.each).mean(axis=2))


def better_targets(struck: Struck, world: World, hole: Hole, targets: Targets) -> tuple[Targets, Vec]:
    """The cheapest finish near each target, found first along, then across; and what it saves (strokes, (n,))."""
    n = len(targets.distance)
    sample = _sample(struck, targets)
    ends = struck.rest[:, :SAMPLE].reshape(-1, 2)
    most = np.minimum(MOST_STEP_M, MOST_STEP_SHARE * targets.distance)
    deep, wide = (
        np.minimum(np.maximum(measured.reshape(n, -1).std(axis=1), LEAST_STEP_M), most)
        for measured in (sample.targets.along(ends), sample.targets.across(ends))
    )
    dx, dy, least, begin = np.zeros(n), np.zeros(n), np.full(n, np.inf), np.full(n, np.inf)
    for steps, width, is_across in ((ALONG, deep, False), (ACROSS, wide, True), (CLOSER, deep, False)):
        ways, moved_by = (len(steps), 1), np.outer(steps, width)
        x, y = np.tile(dx, ways) + moved_by * (not is_across), np.tile(dy, ways) + moved_by * is_across
        costs = _costs(sample, world, hole, x, y)
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
