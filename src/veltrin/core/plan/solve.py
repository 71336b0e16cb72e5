"""Find the length of swing and the aim that bring each candidate to rest at the flag."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.plan.play import Batch, Played, World, play

SHORTEST_SWING = 0.05
FULL_SWING = 1.0
_GRID = np.array([SHORTEST_SWING, 0.22, 0.48, 0.74, FULL_SWING])
ON_TARGET_M = 0.05
UNSETTLED_M = 0.5
"""Further from the flag than this no length of swing was found: the ground jumps there."""

_ROUNDS = 9


class Solved(NamedTuple):
    """Swing and aim per candidate (n,), the played result, and flags: too short, too long, unsettled.

    `full_total` is where a full swing stops.
    """

    swing: Vec
    aim: Vec
    played: Played
    short: Mask
    long: Mask
    unsettled: Mask
    full_total: Vec


def _brackets(totals: Vec, target: float) -> tuple[Index, Mask]:
    """Grid index below which each row's total first reaches the target, and whether it does, from (n, k)."""
    reached = totals >= target
    first = np.argmax(reached, axis=1)
    return first, np.any(reached, axis=1)


def solve(batch: Batch, world: World, flag_m: float) -> Solved:
    """Solve all candidates at once.

    A coarse grid of swings brackets the shortest swing that reaches the flag; regula falsi (Illinois) closes in on it
    while the aim is turned against the offline finish in the same rounds. A candidate whose full swing stops
    short is flagged `short`, one whose shortest swing already runs past `long`.
    """
    n, k = batch.count, len(_GRID)
    rows = np.repeat(np.arange(n), k)
    grid = play(batch.take(rows), world, np.tile(_GRID, n), np.zeros(n * k))
    totals = grid.total.reshape(n, k)
    first, reaches = _brackets(totals, flag_m)
    high_at = np.where(reaches, np.maximum(first, 1), k - 1)
    place = np.arange(n)
    low, high = _GRID[high_at - 1].copy(), _GRID[high_at].copy()
    f_low, f_high = totals[place, high_at - 1] - flag_m, totals[place, high_at] - flag_m
    aim = -np.arctan2(grid.offline.reshape(n, k)[place, high_at], np.maximum(totals[place, high_at], 1.0))
    long = reaches & (first == 0)
    swing = np.where(long, SHORTEST_SWING, high)
    active = np.flatnonzero(reaches & ~long)
    for _ in range(_ROUNDS):
        if not len(active):
            break
        a = active
        span = f_high[a] - f_low[a]
        guess = (low[a] * f_high[a] - high[a] * f_low[a]) / np.where(np.abs(span) > 1e-9, span, 1.0)
        swing[a] = np.clip(guess, low[a], high[a])
        played = play(batch.take(a), world, swing[a], aim[a])
        miss = played.total - flag_m
        done = (np.abs(miss) < ON_TARGET_M) & (np.abs(played.offline) < ON_TARGET_M)
        past = miss >= 0
        # The end that stays is discounted, or it would hold the secant on one side (Illinois).
        f_low[a], f_high[a] = np.where(past, 0.6 * f_low[a], miss), np.where(past, miss, 0.6 * f_high[a])
        low[a], high[a] = np.where(past, low[a], swing[a]), np.where(past, swing[a], high[a])
        turn = np.where(done, 0.0, np.arctan2(played.offline, np.maximum(played.total, 1.0)))
        aim[a] -= turn
        active = a[~done]
    played = play(batch, world, swing, aim)
    unsettled = reaches & ~long & (np.hypot(played.total - flag_m, played.offline) > UNSETTLED_M)
    return Solved(swing, aim, played, ~reaches, long, unsettled, totals[:, -1])
