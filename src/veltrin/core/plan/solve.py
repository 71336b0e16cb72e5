"""Find the length of swing and the aim that bring each candidate to rest at the flag."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from veltrin.core.flight import COARSE_STEP_S
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.plan.play import Batch, Played, World, play
from veltrin.core.plan.target import Targets

SHORTEST_SWING = 0.05
FULL_SWING = 1.0
_GRID = np.array([SHORTEST_SWING, 0.22, 0.48, 0.74, FULL_SWING])
ON_TARGET_M = 0.05
UNSETTLED_M = 0.5
"""Further from the flag than this no length of swing was found: the ground jumps there."""

JUST_BEYOND = 0.15
"""Share of the distance by which a ball may end beyond a jump of the ground. Judgement."""

_ROUNDS = 9


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


def _brackets(totals: Vec, target: Vec) -> tuple[Index, Mask]:
    """Grid index below which each row's total first reaches the target, and whether it does, from (n, k)."""
    reached = totals >= target
    first = np.argmax(reached, axis=1)
    return first, np.any(reached, axis=1)


def _progress(played: Played, targets: Targets) -> Vec:
    """How far each ball got towards its target: where it rests, or where it lands (m)."""
    return targets.along(played.flights.landing if targets.on_carry else played.runs.rest)


def _astray(played: Played, targets: Targets) -> Vec:
    """By what angle each ball ended to the left of its target (rad)."""
    rest = played.runs.rest
    return np.asarray(np.arctan2(targets.across(rest), np.maximum(targets.along(rest), 1.0)))


@dataclass
class _Bracket:
    """Swings between which each stroke reaches its target, and how far past it they end (m), arrays (n,)."""

    low: Vec
    high: Vec
    f_low: Vec
    f_high: Vec
    reaches: Mask


STAYS_COUNTS = 0.6
"""What the end that stays counts in the next round, every round, or it would hold the secant on one side: a milder
discount than the half that the Illinois rule gives an end kept twice. Judgement."""


def _close_in(
    batch: Batch, world: World, targets: Targets, found: _Bracket, swing: Vec, aim: Vec, active: Index
) -> None:
    """Regula falsi, with a discount for the end that stays: swing and aim of the active strokes, in place."""
    for _ in range(_ROUNDS):
        if not len(active):
            return
        a, wanted, reaches = active, targets.take(active), found.reaches[active]
        span = found.f_high[a] - found.f_low[a]
        guess = (found.low[a] * found.f_high[a] - found.high[a] * found.f_low[a]) / np.where(
            np.abs(span) > 1e-9, span, 1.0
        )
        swing[a] = np.where(reaches, np.clip(guess, found.low[a], found.high[a]), FULL_SWING)
        played = play(batch.take(a), world, swing[a], aim[a], step_s=COARSE_STEP_S)
        miss, astray = _progress(played, wanted) - wanted.distance, _astray(played, wanted)
        done = ((np.abs(miss) < ON_TARGET_M) | ~reaches) & (np.abs(astray * wanted.distance) < ON_TARGET_M)
        past = miss >= 0
        found.f_low[a] = np.where(past, STAYS_COUNTS * found.f_low[a], miss)
        found.f_high[a] = np.where(past, miss, STAYS_COUNTS * found.f_high[a])
        found.low[a] = np.where(past, found.low[a], swing[a])
        found.high[a] = np.where(past, swing[a], found.high[a])
        aim[a] -= np.where(done, 0.0, astray)
        active = a[~done]


def _beyond(batch: Batch, world: World, targets: Targets, found: _Bracket, aim: Vec, rows: Index) -> tuple[Vec, Mask]:
    """Swings for strokes whose ground jumps at the target: just beyond it, else the nearer end; and which settle so."""
    part, wanted = batch.take(rows), targets.take(rows)
    low, high = found.low[rows], found.high[rows]
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
    n, k = batch.count, len(_GRID)
    rows = np.repeat(np.arange(n), k)
    spread = targets.take(rows)
    # Looking for the swing, centimetres don't matter; the stroke that is found is played with the fine step.
    grid = play(batch.take(rows), world, np.tile(_GRID, n), spread.bearing, step_s=COARSE_STEP_S)
    totals = _progress(grid, spread).reshape(n, k)
    first, reaches = _brackets(totals, targets.distance[:, None])
    high_at, place = np.where(reaches, np.maximum(first, 1), k - 1), np.arange(n)
    f_low, f_high = totals[place, high_at - 1] - targets.distance, totals[place, high_at] - targets.distance
    found = _Bracket(_GRID[high_at - 1].copy(), _GRID[high_at].copy(), f_low, f_high, reaches)
    aim = targets.bearing - _astray(grid, spread).reshape(n, k)[place, high_at]
    long = reaches & (first == 0)
    swing = np.where(long, SHORTEST_SWING, found.high)
    _close_in(batch, world, targets, found, swing, aim, np.flatnonzero(~long))
    played = play(batch, world, swing, aim)
    off = np.hypot(_progress(played, targets) - targets.distance, _astray(played, targets) * targets.distance)
    jumps = reaches & ~long & (off > UNSETTLED_M)
    if jumps.any():
        rows = np.flatnonzero(jumps)
        swing[rows], settled = _beyond(batch, world, targets, found, aim, rows)
        played = play(batch, world, swing, aim)
        jumps[rows] = ~settled
    return Solved(swing, aim, played, ~reaches, long, jumps, totals[:, -1], _needed(totals, targets.distance))


def struck_once(batch: Batch, world: World, swing: Vec, aim: Vec) -> Solved:
    """Strokes as given, with nothing to look for."""
    no = np.zeros(batch.count, dtype=bool)
    played = play(batch, world, swing, aim)
    return Solved(swing, aim, played, no, no, no, played.total, swing)


def _needed(totals: Vec, distance: Vec) -> Vec:
    """About what share of full speed the target takes, from how the last two swings of the grid differ, (n,)."""
    last, before = np.maximum(totals[:, -1], 0.1), np.maximum(totals[:, -2], 0.05)
    power = np.clip(np.log(last / before) / math.log(_GRID[-1] / _GRID[-2]), 0.5, 3.0)
    return np.asarray((distance / last) ** (1.0 / power))
