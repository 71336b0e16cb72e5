"""Trials: two ways of playing, so many balls each in shuffled order, and an honest verdict."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from veltrin.core.checks import require

Arm = Literal["a", "b"]

CONFIDENCE = 0.90
POWER = 0.80
MOST_NEEDED = 999


def order_of(balls_each: int, seed: int) -> tuple[Arm, ...]:
    """Which way each ball is played: shuffled in blocks of four, so that warming up and wind fall on both alike.

    Raises OutOfRangeError unless 2 to 60 balls each.
    """
    require("balls_each", float(balls_each), 2.0, 60.0, "balls")
    rng = np.random.default_rng(seed)
    order: list[Arm] = []
    left = balls_each
    while left:
        block: list[Arm] = ["a", "b"] * min(2, left)
        order += [block[i] for i in rng.permutation(len(block))]
        left -= len(block) // 2
    return tuple(order)


def mean_within(values: Sequence[float]) -> tuple[float, float] | None:
    """Mean, and half the interval it lies in nine times of ten (Student's t); None with fewer than two."""
    x = np.asarray(values, float)
    if len(x) < 2:
        return None
    # Imported here: it takes long, and few questions want it.
    from scipy.stats import t

    half = float(t.ppf(0.5 + CONFIDENCE / 2.0, len(x) - 1)) * float(np.std(x, ddof=1)) / math.sqrt(len(x))
    return float(np.mean(x)), half


Verdict = Literal["a", "b", "same", "open"]


@dataclass(frozen=True)
class Difference:
    """One measure of both ways: means, standard deviations, b less a with its interval, and what can be said.

    `tells`: the smallest difference that so many balls could be trusted to show; `needed`: balls each to settle a
    difference of the size seen, or of `matters` where less was seen; None where that is beyond reach.
    """

    shots: tuple[int, int]
    means: tuple[float, float]
    deviations: tuple[float, float]
    difference: float
    low: float
    high: float
    tells: float
    verdict: Verdict
    needed: int | None


def compare(a: Sequence[float], b: Sequence[float], matters: float, *, more_is_better: bool) -> Difference | None:
    """Compare two sets of values by Welch's interval; None with fewer than two of either.

    `matters`: the smallest difference worth having. The verdict names a winner where the interval leaves nought out,
    "same" where it lies within what matters, else "open". Source: Welch, Biometrika 34 (1947) 28, from memory.
    """
    x, y = np.asarray(a, float), np.asarray(b, float)
    if min(len(x), len(y)) < 2:
        return None
    # Imported here: it takes long, and few questions want it.
    from scipy.stats import norm, t

    va, vb = float(np.var(x, ddof=1)) / len(x), float(np.var(y, ddof=1)) / len(y)
    se = math.sqrt(va + vb)
    difference = float(np.mean(y) - np.mean(x))
    if se == 0.0:
        free = float(len(x) + len(y) - 2)
    else:
        free = (va + vb) ** 2 / (va**2 / (len(x) - 1) + vb**2 / (len(y) - 1))
    half = float(t.ppf(0.5 + CONFIDENCE / 2.0, free)) * se
    low, high = difference - half, difference + half
    reach = float(t.ppf(0.5 + CONFIDENCE / 2.0, free)) + float(norm.ppf(POWER))
    if low > 0.0 or high < 0.0:
        verdict: Verdict = "b" if (difference > 0.0) == more_is_better else "a"
    else:
        verdict = "same" if max(-low, high) < matters else "open"
    sought = max(abs(difference), matters)
    z = float(norm.ppf(0.5 + CONFIDENCE / 2.0)) + float(norm.ppf(POWER))
    balls = math.ceil((float(np.var(x, ddof=1)) + float(np.var(y, ddof=1))) * (z / sought) ** 2)
    return Difference(
        shots=(len(x), len(y)),
        means=(float(np.mean(x)), float(np.mean(y))),
        deviations=(float(np.std(x, ddof=1)), float(np.std(y, ddof=1))),
        difference=difference,
        low=low,
        high=high,
        tells=reach * se,
        verdict=verdict,
        needed=balls if balls <= MOST_NEEDED else None,
    )
