"""Trials: two ways of playing, so many balls each in shuffled order, and an honest verdict."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache, partial
from typing import Any, Literal

import numpy as np

from veltrin.core.checks import require
from veltrin.core.plan import Call
from veltrin.core.plan.target import unit_vector

Arm = Literal["a", "b"]

Decides = Literal["strokes", "left"]


@dataclass(frozen=True)
class Deciding:
    """A measure by which a trial may be decided: less of it is better. `matters`: what is worth having. Judgement."""

    name: str
    unit: str
    matters: float


DECIDES: dict[Decides, Deciding] = {
    "strokes": Deciding("strokes still to play", "strokes", 0.15),
    "left": Deciding("left to the target", "m", 0.5),
}
"""One of them is chosen before the first ball; everything else that is measured only describes."""

FALSE = 0.05
"""How often a trial of two ways that are alike may name a winner at all, however often it was looked at."""

LOOKS = (0.5, 0.75, 1.0)
"""Shares of the planned balls at which a verdict may fall."""

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


def _crossed(inside: Any, so_far: tuple[float, ...], spent: float, z: float) -> float:
    """How much more often than may be spent one of the bounds so far, and this one, is crossed."""
    bounds = np.array([*so_far, z])
    return float(1.0 - inside.cdf(bounds, lower_limit=-bounds) - spent)


@lru_cache(maxsize=8)
def boundaries(looks: tuple[float, ...] = LOOKS, false: float = FALSE) -> tuple[float, ...]:
    """How many standard errors a difference has to be at each look (shares of the whole, rising) to name a winner.

    Lan & DeMets, Biometrika 70 (1983) 659, spending after the shape of O'Brien & Fleming: at share t each side has
    spent 2 - 2 Phi(z / sqrt t), z leaving a quarter of all false winners above it (from memory). Solved look by look
    with SciPy's multivariate normal: early looks ask for much, the last for hardly more than a single one would.
    """
    # Imported here: it takes long, and few questions want it.
    from scipy.optimize import brentq
    from scipy.stats import multivariate_normal, norm

    t = np.array(looks)
    spent = 4.0 - 4.0 * norm.cdf(norm.ppf(1.0 - false / 4.0) / np.sqrt(t))
    together = np.sqrt(np.minimum.outer(t, t) / np.maximum.outer(t, t))
    found: list[float] = []
    for k in range(len(t)):
        inside = multivariate_normal(np.zeros(k + 1), together[: k + 1, : k + 1], seed=1)
        too_often = partial(_crossed, inside, tuple(found), float(spent[k]))
        found.append(float(brentq(too_often, 1.0, 9.0, xtol=1e-4)))
    return tuple(found)


Verdict = Literal["a", "b", "same", "open"]


@dataclass(frozen=True)
class Difference:
    """One measure of both ways: means, standard deviations, b less a with the interval it lies in nine times of ten.

    `error`: its standard error, `free`: its degrees of freedom.
    """

    shots: tuple[int, int]
    means: tuple[float, float]
    deviations: tuple[float, float]
    difference: float
    low: float
    high: float
    error: float
    free: float


def compare(a: Sequence[float], b: Sequence[float]) -> Difference | None:
    """Describe two sets of values by Welch's interval; None with fewer than two of either.

    Source: Welch, Biometrika 34 (1947) 28, from memory.
    """
    x, y = np.asarray(a, float), np.asarray(b, float)
    if min(len(x), len(y)) < 2:
        return None
    # Imported here: it takes long, and few questions want it.
    from scipy.stats import t

    va, vb = float(np.var(x, ddof=1)) / len(x), float(np.var(y, ddof=1)) / len(y)
    se = math.sqrt(va + vb)
    difference = float(np.mean(y) - np.mean(x))
    if se == 0.0:
        free = float(len(x) + len(y) - 2)
    else:
        free = (va + vb) ** 2 / (va**2 / (len(x) - 1) + vb**2 / (len(y) - 1))
    half = float(t.ppf(0.5 + CONFIDENCE / 2.0, free)) * se
    return Difference(
        shots=(len(x), len(y)),
        means=(float(np.mean(x)), float(np.mean(y))),
        deviations=(float(np.std(x, ddof=1)), float(np.std(y, ddof=1))),
        difference=difference,
        low=difference - half,
        high=difference + half,
        error=se,
        free=free,
    )


def deviation_of(call: Call, decides: Decides) -> float | None:
    """One standard deviation of the deciding measure from ball to ball, by the plan; None where it strikes none."""
    if call.spread is None:
        return None
    if decides == "strokes":
        return call.spread.strokes_sd
    target = call.target.distance_m * unit_vector(np.array([call.target.bearing_rad]))
    return float(np.std(np.hypot(*(call.spread.ends - target).T), ddof=1))


def _power(deviations: tuple[float, float]) -> float:
    """The difference that one ball each would find four times in five; it falls with the root of their number."""
    from scipy.stats import norm

    return (boundaries()[-1] + float(norm.ppf(POWER))) * math.hypot(*deviations)


def balls_needed(deviations: tuple[float, float], difference: float) -> int | None:
    """Balls each with which a difference of that size is found four times in five; None where that is out of reach."""
    balls = math.ceil((_power(deviations) / difference) ** 2)
    return balls if balls <= MOST_NEEDED else None


def told_by(deviations: tuple[float, float], balls_each: int) -> float:
    """The smallest difference that so many balls each find four times in five."""
    return _power(deviations) / math.sqrt(balls_each)


@dataclass(frozen=True)
class Settled:
    """What can be said of a trial: the verdict, after how many balls each it fell (None: it hasn't), and the next look.

    `found`: the deciding measure with all balls that were struck. "same": the interval lies within what matters.
    """

    verdict: Verdict
    fell_at: int | None
    next_look: int | None
    found: Difference | None


def settle(a: Sequence[float], b: Sequence[float], planned: int, matters: float) -> Settled:
    """The verdict on two ways by the deciding measure, of which less is better; `planned`: balls each.

    It is looked at after half, three quarters and all of the balls, and nowhere else; a winner that was found at a look
    stays one. With few balls a boundary is asked of Student's t at its own share of false winners, not of the normal
    (Jennison & Turnbull 2000, the significance level approach, from memory). "same" is said at the end only.
    """
    from scipy.stats import norm, t

    found, have = compare(a, b), min(len(a), len(b))
    at = [max(math.ceil(share * planned), 2) for share in LOOKS]
    for look, z in zip(at, boundaries(), strict=True):
        if have < look:
            return Settled("open", None, look, found)
        seen = compare(a[:look], b[:look])
        assert seen is not None, "a look has two balls of each way"
        asked = float(t.ppf(norm.cdf(z), seen.free))
        if abs(seen.difference) > asked * seen.error:
            return Settled("b" if seen.difference < 0.0 else "a", look, None, found)
    assert found is not None, "as many balls as planned are two and more"
    is_same = max(-found.low, found.high) < matters
    return Settled("same" if is_same else "open", planned, None, found)
