"""Find the length of swing and the aim that bring each candidate to rest at the flag."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from veltrin.core.flight import Contour, share_out
from veltrin.core.flight.integrator import COARSE_STEP_S, Landed, Medium, fly_many, medium_of
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.ground import Under
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.plan.play import Batch, Played, World, around_of, play, walls_in
from veltrin.core.plan.target import Targets
from veltrin.core.run.landing import run_many
from veltrin.core.run.terrain import Frame, terrain_of
from veltrin.core.strike import Around
from veltrin.core.strike.blow import PATCH, TOLD, strike
from veltrin.core.wanted import go_on

SHORTEST_SWING = 0.05
FULL_SWING = 1.0
GRID = np.array([SHORTEST_SWING, 0.22, 0.48, 0.74, FULL_SWING])
ON_TARGET_M = 0.05
UNSETTLED_M = 0.5
"""Further from the flag than this no length of swing was found: the ground jumps there."""

JUST_BEYOND = 0.15
"""Share of the distance by which a ball may end beyond a jump of the ground. Judgement."""

ROUNDS = 9


class Solved(NamedTuple):
    """Swing and aim per candidate (n,), the played result, and flags: too short, too long, unsettled.

    `full_total` is where a full swing stops, `needed` about what share of full speed the target takes.
    """

    swing: Vec
    aim: Vec
    played: Played
    short: Mask
    long: Mask
    unsettled: Mask
    full_total: Vec
    needed: Vec


def _progress(played: Played, targets: Targets) -> Vec:
    """How far each ball got towards its target: where it rests, or where it lands (m)."""
    return targets.along(played.flights.landing if targets.on_carry else played.runs.rest)


def _astray(played: Played, targets: Targets) -> Vec:
    """By what angle each ball ended to the left of its target (rad)."""
    rest = played.runs.rest
    return np.asarray(np.arctan2(targets.across(rest), np.maximum(targets.along(rest), 1.0)))


STAYS_COUNTS = 0.6
"""What the end that stays counts in the next round, every round, or it would hold the secant on one side: a milder
discount than the half that the Illinois rule gives an end kept twice. Judgement."""

LOW, HIGH, F_LOW, F_HIGH, SWING, AIM, FULL_TOTAL, ALMOST_TOTAL, FIRST = range(9)
"""Columns of what is found of each stroke: swings between which it reaches its target, how far past it they end (m),
the swing and aim it is closed in to, where a full swing and the one before stop (m), and the first of the grid that
reaches, len(GRID) where none does."""


@kernel(fastmath=LOOSE)
def _play_some(
    rows: Vec,
    which: Index,
    count: int,
    found: Vec,
    under: Under,
    around: Around,
    medium: Medium,
    shape: Contour,
    walls: Vec,
    frame: Frame,
    fields: Vec,
    ends: Vec,
    meant: Vec,
    on_carry: bool,
    reached: Vec,
) -> None:
    """Play the first `count` strokes of `which` with the swing and aim found so far: how far along each gets (m), and
    by what angle it ends to the left (rad).
    """
    velocity, spin, told, as_meant = np.empty((count, 3)), np.empty((count, 3)), np.zeros(TOLD), np.zeros(3)
    as_meant[PATCH] = 1.0
    for k in range(count):
        i = which[k]
        strike(rows[i], found[i, SWING], found[i, AIM], as_meant, under, around, told, velocity[k], spin[k])
    place, after, turning = np.zeros((count, 3)), np.zeros((count, 3)), np.zeros((count, 3))
    time, apex, struck = np.zeros(count), np.zeros(count), np.zeros(count, dtype=np.int64)
    no_path, no_rows = np.zeros((count, 0, 3)), np.zeros(count, dtype=np.int64)
    out = Landed(place, after, turning, time, apex, struck)
    fly_many(velocity, spin, medium, np.zeros((0, 2)), shape, walls, COARSE_STEP_S, out, no_path, no_rows)
    rest, held, bounces = np.zeros((count, 3)), np.zeros(count, dtype=np.bool_), np.zeros(count)
    run_many(place, after, turning, frame, fields, ends, rest, held, bounces, no_path, no_rows)
    for k in range(count):
        i = which[k]
        cos, sin = math.cos(meant[i, 1]), math.sin(meant[i, 1])
        along, across = rest[k, 0] * cos + rest[k, 1] * sin, rest[k, 1] * cos - rest[k, 0] * sin
        reached[k, 1] = math.atan2(across, max(along, 1.0))
        reached[k, 0] = place[k, 0] * cos + place[k, 1] * sin if on_carry else along


@kernel(fastmath=LOOSE)
def _bracket(totals: Vec, angles: Vec, meant: Vec, found: Vec) -> None:
    """Between which swings of the grid the shortest one lies that reaches the target; where a full one stops."""
    for i in range(meant.shape[0]):
        first = 0
        while first < GRID.shape[0] and totals[i, first] < meant[i, 0]:
            first += 1
        high = min(max(first, 1), GRID.shape[0] - 1)
        found[i, FIRST] = first
        found[i, LOW], found[i, HIGH] = GRID[high - 1], GRID[high]
        found[i, F_LOW], found[i, F_HIGH] = totals[i, high - 1] - meant[i, 0], totals[i, high] - meant[i, 0]
        found[i, SWING] = SHORTEST_SWING if first == 0 else found[i, HIGH]
        found[i, AIM] = meant[i, 1] - angles[i, high]
        found[i, FULL_TOTAL], found[i, ALMOST_TOTAL] = totals[i, -1], totals[i, -2]


@kernel(fastmath=LOOSE)
def _closer(found: Vec, miss: float) -> None:
    """Narrow one stroke's bracket by how far past its target its swing ended."""
    if miss >= 0.0:
        found[HIGH], found[F_HIGH], found[F_LOW] = found[SWING], miss, STAYS_COUNTS * found[F_LOW]
    else:
        found[LOW], found[F_LOW], found[F_HIGH] = found[SWING], miss, STAYS_COUNTS * found[F_HIGH]


@kernel(fastmath=LOOSE)
def _guess(found: Vec, is_there: Mask, active: Index) -> int:
    """Guess the next swing of every stroke that is still sought, and list them; returns how many there are."""
    count = 0
    for i in range(found.shape[0]):
        if found[i, FIRST] == 0 or is_there[i]:
            continue
        active[count] = i
        count += 1
        span = found[i, F_HIGH] - found[i, F_LOW]
        between = found[i, LOW] * found[i, F_HIGH] - found[i, HIGH] * found[i, F_LOW]
        guess = between / (span if abs(span) > 1e-9 else 1.0)
        reaches = found[i, FIRST] < GRID.shape[0]
        found[i, SWING] = min(max(guess, found[i, LOW]), found[i, HIGH]) if reaches else FULL_SWING
    return count


@kernel(nogil=True, fastmath=LOOSE)
def _search(
    rows: Vec,
    meant: Vec,
    on_carry: bool,
    under: Under,
    around: Around,
    medium: Medium,
    shape: Contour,
    walls: Vec,
    frame: Frame,
    fields: Vec,
    ends: Vec,
    found: Vec,
) -> None:
    """Find swing and aim of each stroke for its target `meant`, (n, 2) distance and bearing.

    Regula falsi, with a discount for the end that stays, from a grid of swings on; the aim is turned against the
    offline finish in the same rounds.
    """
    n, steps = rows.shape[0], GRID.shape[0]
    totals, angles = np.empty((n, steps)), np.empty((n, steps))
    active, reached, is_there = np.empty(n, dtype=np.int64), np.empty((n, 2)), np.zeros(n, dtype=np.bool_)
    for i in range(n):
        active[i] = i
    for k in range(steps):
        for i in range(n):
            found[i, SWING], found[i, AIM] = GRID[k], meant[i, 1]
        _play_some(
            rows, active, n, found, under, around, medium, shape, walls, frame, fields, ends, meant, on_carry, reached
        )
        for i in range(n):
            totals[i, k], angles[i, k] = reached[i, 0], reached[i, 1]
    _bracket(totals, angles, meant, found)
    for _ in range(ROUNDS):
        count = _guess(found, is_there, active)
        if count == 0:
            return
        _play_some(
            rows, active, count, found, under, around, medium, shape, walls, frame, fields, ends, meant, on_carry,
            reached,
        )  # fmt: skip
        for k in range(count):
            i = active[k]
            miss, astray = reached[k, 0] - meant[i, 0], reached[k, 1]
            is_long = abs(miss) < ON_TARGET_M or found[i, FIRST] == steps
            is_there[i] = is_long and abs(astray * meant[i, 0]) < ON_TARGET_M
            _closer(found[i], miss)
            if not is_there[i]:
                found[i, AIM] -= astray


def _found(batch: Batch, world: World, targets: Targets) -> Vec:
    """What is found of each stroke, (n, 9), see the columns."""
    found, terrain = np.zeros((batch.count, FIRST + 1)), terrain_of(world.landing)
    meant = targets.polar
    around, medium = around_of(batch, world), medium_of(world.air, world.wind, 1.0, 1.0, world.flight)
    shape, walls = world.landing.contour.for_kernel(), walls_in(world)

    def part(of: slice) -> None:
        _search(
            batch.rows[of], meant[of], targets.on_carry, world.lie.under, around, medium, shape, walls,
            terrain.frame, terrain.fields, terrain.ends, found[of],
        )  # fmt: skip

    go_on()
    share_out(part, batch.count, 2, each=2 * len(GRID))
    return found


def _beyond(batch: Batch, world: World, targets: Targets, found: Vec, aim: Vec, rows: Index) -> tuple[Vec, Mask]:
    """Swings for strokes whose ground jumps at the target: just beyond it, else the nearer end; and which settle so."""
    part, wanted = batch.take(rows), targets.take(rows)
    low, high = found[rows, LOW], found[rows, HIGH]
    ends = [play(part, world, swings, aim[rows]) for swings in (high, low)]
    beyond, before = (_progress(p, wanted) - wanted.distance for p in ends)
    is_near = (beyond >= 0.0) & (beyond < JUST_BEYOND * wanted.distance + 2.0)
    is_straight = np.abs(_astray(ends[0], wanted)) * wanted.distance < UNSETTLED_M
    return np.where(is_near | (np.abs(beyond) <= np.abs(before)), high, low), is_near & is_straight


def solve(batch: Batch, world: World, targets: Targets) -> Solved:
    """Solve all candidates at once, each for its own target.

    A coarse grid of swings brackets the shortest swing that reaches the target; regula falsi closes in on it while the
    aim is turned against the offline finish in the same rounds. A candidate whose full swing stops short is flagged
    `short` and swung in full, one whose shortest swing already runs past `long`. Where the ground jumps at the target
    (water in front of it, a tilt on which nothing stays) the ball that ends just beyond is taken, else the one that
    ends nearest, and flagged `unsettled`.
    """
    # Looking for the swing, centimetres don't matter; the stroke that is found is played with the fine step.
    found = _found(batch, world, targets)
    swing, aim = found[:, SWING].copy(), found[:, AIM].copy()
    reaches, long = found[:, FIRST] < len(GRID), found[:, FIRST] == 0
    played = play(batch, world, swing, aim)
    off = np.hypot(_progress(played, targets) - targets.distance, _astray(played, targets) * targets.distance)
    jumps = reaches & ~long & (off > UNSETTLED_M)
    if jumps.any():
        rows = np.flatnonzero(jumps)
        swing[rows], settled = _beyond(batch, world, targets, found, aim, rows)
        played = play(batch, world, swing, aim)
        jumps[rows] = ~settled
    needed = _needed(found[:, FULL_TOTAL], found[:, ALMOST_TOTAL], targets.distance)
    return Solved(swing, aim, played, ~reaches, long, jumps, found[:, FULL_TOTAL], needed)


def struck_once(batch: Batch, world: World, swing: Vec, aim: Vec) -> Solved:
    """Strokes as given, with nothing to look for."""
    no = np.zeros(batch.count, dtype=bool)
    played = play(batch, world, swing, aim)
    return Solved(swing, aim, played, no, no, no, played.total, swing)


def _needed(full_total: Vec, almost_total: Vec, distance: Vec) -> Vec:
    """About what share of full speed the target takes, from how the last two swings of the grid differ, (n,)."""
    last, before = np.maximum(full_total, 0.1), np.maximum(almost_total, 0.05)
    power = np.clip(np.log(last / before) / math.log(GRID[-1] / GRID[-2]), 0.5, 3.0)
    return np.asarray((distance / last) ** (1.0 / power))
