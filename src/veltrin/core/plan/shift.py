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
ALONG = (-0.5, 0.5, 1.0, 1.5)
CLOSER = (-0.25, 0.25)
"""Finishes tried, in standard deviations of the scatter: along, across, then closer along."""

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


def _cost(sample: _Sample, world: World, hole: Hole, dx: Vec, dy: Vec) -> Vec:
    """Mean cost of each call with its finish moved by (dx along, dy left), (n,) each.

    The flights are turned and stretched, not flown again: for a few steps of the scatter that is near enough.
    """
    along, left = np.repeat(dx, sample.each), np.repeat(dy, sample.each)
    distance = sample.targets.distance
    angle = np.arctan2(left, np.maximum(distance + along, 1.0))
    longer = np.hypot(distance + along, left) / distance
    landing = turn_about_z(sample.landing, angle) * longer[:, None]
    velocity = turn_about_z(sample.velocity, angle) * np.sqrt(longer)[:, None]
    runs = run_out(landing, velocity, turn_about_z(sample.spin, angle), world.landing, workers=2)
    bearing = sample.targets.bearing + angle
    place = runs.rest[:, :2] + sample.shift[:, None] * unit_vector(bearing)
    costs = hole.ends(place[:, 0], place[:, 1], sample.blocked).strokes
    return np.asarray(costs.reshape(-1, sample.each).mean(axis=1))


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
    zero = np.zeros(n)
    begin = least = _cost(sample, world, hole, zero, zero)
    dx, dy = zero.copy(), zero.copy()
    for steps, width, is_across in ((ALONG, deep, False), (ACROSS, wide, True), (CLOSER, deep, False)):
        base_x, base_y = dx.copy(), dy.copy()
        for step in steps:
            x, y = (base_x, base_y + step * width) if is_across else (base_x + step * width, base_y)
            cost = _cost(sample, world, hole, x, y)
            better = cost < least - 0.5 * WORTH_MOVING
            least, dx, dy = np.where(better, cost, least), np.where(better, x, dx), np.where(better, y, dy)
    saved = begin - least
    keep = saved < WORTH_MOVING
    dx, dy = np.where(keep, 0.0, dx), np.where(keep, 0.0, dy)
    moved = Targets(
        np.hypot(targets.distance + dx, dy),
        targets.bearing + np.arctan2(dy, np.maximum(targets.distance + dx, 1.0)),
        targets.on_carry,
    )
    return moved, np.where(keep, 0.0, saved)
