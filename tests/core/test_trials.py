"""Trials, rates, outliers: against reference libraries and published worked values."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from veltrin.core.errors import OutOfRangeError
from veltrin.core.learn import (
    balls_needed,
    compare,
    mean_within,
    order_of,
    outliers,
    rate,
    settle,
    stock_of,
    told_by,
)
from veltrin.core.learn.trials import boundaries

# --- trials ---


def test_the_interval_is_welchs() -> None:
    # scipy's own Welch test knows nothing of our algebra: its 90 % interval must be ours.
    rng = np.random.default_rng(1)
    a, b = rng.normal(20.0, 2.0, 9), rng.normal(21.5, 3.5, 12)
    found = compare(a, b)
    assert found is not None
    reference = stats.ttest_ind(b, a, equal_var=False).confidence_interval(0.90)
    assert (found.low, found.high) == pytest.approx((reference.low, reference.high))
    assert found.difference == pytest.approx(b.mean() - a.mean())


@pytest.mark.parametrize(
    ("looks", "published"),
    [
        ((0.5, 1.0), (2.963, 1.969)),
        ((1 / 3, 2 / 3, 1.0), (3.710, 2.511, 1.993)),
        ((0.25, 0.5, 0.75, 1.0), (4.333, 2.963, 2.359, 2.014)),
    ],
)
def test_the_boundaries_are_the_published_ones(looks: tuple[float, ...], published: tuple[float, ...]) -> None:
    """Lan & DeMets after O'Brien & Fleming, two-sided 5 %: Proschan, Lan & Wittes 2006, from memory."""
    assert boundaries(looks) == pytest.approx(published, abs=1.5e-3)


def strokes(rng: np.random.Generator, count: int, more: float = 0.0) -> np.ndarray:
    """Strokes still to play after a chip: one putt, two, three, and now and then another chip."""
    return rng.choice([1.0, 2.0, 3.0, 4.0], count, p=[0.28, 0.55, 0.12, 0.05]) + rng.normal(0.0, 0.05, count) + more


DRAWN: dict[str, Callable[[np.random.Generator, int], np.ndarray]] = {
    "even": lambda rng, count: rng.normal(5.0, 2.0, count),
    "strokes": strokes,
    "skewed": lambda rng, count: rng.gamma(1.2, 3.0, count),
}
"""What is left after a ball: by a bell, in strokes, and with a long tail as distances have."""


def winners(draw: Callable[[np.random.Generator, int], np.ndarray], planned: int, repeats: int, seed: int) -> float:
    """How often two ways that are alike end with a winner, looked at wherever it may be."""
    rng = np.random.default_rng(seed)
    told = [settle(draw(rng, planned), draw(rng, planned), planned, 0.15).verdict for _ in range(repeats)]
    return float(np.mean([one in ("a", "b") for one in told]))


@pytest.mark.parametrize("kind", DRAWN)
@pytest.mark.parametrize("planned", [6, 20])
def test_ways_that_are_alike_hardly_ever_end_with_a_winner(kind: str, planned: int) -> None:
    # At most 6 %: of 600 repeats 36, and twice their own standard error more. In full: make truth.
    repeats = 600
    assert winners(DRAWN[kind], planned, repeats, 7) <= 0.06 + 2.0 * math.sqrt(0.06 * 0.94 / repeats)


def test_a_verdict_falls_only_where_it_may_and_stays() -> None:
    rng = np.random.default_rng(2)
    a, b = rng.normal(4.0, 1.0, 12), rng.normal(1.0, 1.0, 12)
    looks = [settle(a[:n], b[:n], 12, 0.5) for n in range(2, 13)]
    # Less is better: half of the balls are asked for, and no ball before.
    assert [one.verdict for one in looks[:4]] == ["open"] * 4
    assert {one.next_look for one in looks[:4]} == {6}
    assert {(one.verdict, one.fell_at) for one in looks[4:]} == {("b", 6)}
    # Whatever comes after: it was found then.
    turned = settle([*a[:6], *b[6:]], [*b[:6], *a[6:]], 12, 0.5)
    assert (turned.verdict, turned.fell_at) == ("b", 6)


def test_longer_is_not_better() -> None:
    """A way that overshoots by three metres leaves more, and never wins (it used to be "better" in 72 %)."""
    rng = np.random.default_rng(4)
    told = []
    for _ in range(200):
        past_a, past_b, side = rng.normal(0.0, 2.0, 12), rng.normal(3.0, 2.0, 12), rng.normal(0.0, 1.0, (2, 12))
        told.append(settle(np.hypot(past_a, side[0]), np.hypot(past_b, side[1]), 12, 0.5).verdict)
    assert told.count("b") == 0
    assert told.count("a") > 100


def test_alike_within_what_matters_is_said_at_the_end_only() -> None:
    rng = np.random.default_rng(2)
    a, b = rng.normal(2.0, 0.2, 40), rng.normal(2.0, 0.2, 40)
    assert settle(a[:30], b[:30], 40, 0.15).verdict == "open"
    assert settle(a, b, 40, 0.15).verdict == "same"
    # Twelve balls with a spread of three metres settle nothing of half a metre.
    few = settle(rng.normal(5.0, 3.0, 12), rng.normal(5.0, 3.0, 12), 12, 0.5)
    assert (few.verdict, few.fell_at) == ("open", 12)


def test_so_many_balls_as_are_asked_for_find_it_four_times_in_five() -> None:
    rng = np.random.default_rng(3)
    needed = balls_needed((2.0, 2.0), 1.5)
    assert needed is not None
    found = [
        settle(rng.normal(1.5, 2.0, needed), rng.normal(0.0, 2.0, needed), needed, 0.5).verdict == "b"
        for _ in range(300)
    ]
    assert np.mean(found) == pytest.approx(0.8, abs=0.07)
    assert told_by((2.0, 2.0), needed) == pytest.approx(1.5, rel=0.02)
    assert balls_needed((2.0, 2.0), 0.01) is None


def test_too_few_balls_say_nothing_and_equal_ones_do_not_divide_by_nought() -> None:
    assert compare([1.0], [2.0, 3.0]) is None
    assert settle([1.0], [], 4, 0.5).next_look == 2
    assert settle([2.0, 2.0], [2.0, 2.0], 2, 0.5).verdict == "same"


@given(st.integers(2, 60), st.integers(0, 2**32 - 1))
def test_the_order_is_even_and_never_runs_long(balls: int, seed: int) -> None:
    order = order_of(balls, seed)
    assert order.count("a") == order.count("b") == balls
    assert order == order_of(balls, seed)
    # In blocks of four neither way is ever more than two ahead.
    ahead = np.cumsum([1 if arm == "a" else -1 for arm in order])
    assert np.max(np.abs(ahead)) <= 2


def test_a_trial_has_a_sensible_size() -> None:
    with pytest.raises(OutOfRangeError, match="balls_each"):
        order_of(1, 0)


# --- rates ---


@pytest.mark.parametrize(("hits", "of"), [(0, 5), (3, 10), (7, 7), (20, 31), (81, 263)])
def test_intervals_are_wilsons(hits: int, of: int) -> None:
    # statsmodels and scipy agree on it; scipy's binomtest is the reference library here.
    reference = stats.binomtest(hits, of).proportion_ci(confidence_level=0.80, method="wilson")
    found = rate(hits, of)
    assert (found.low, found.high) == pytest.approx((reference.low, reference.high), abs=2e-5)


def test_wilsons_published_example() -> None:
    # Newcombe, Statistics in Medicine 17 (1998) 857, table I, method 3, from memory: 81 of 263 at 95 %: 0.2553-0.3662.
    found = rate(81, 263, z=1.959964)
    assert (round(found.low, 4), round(found.high, 4)) == (0.2553, 0.3662)


def test_nothing_of_nothing_is_unknown_and_more_than_all_is_refused() -> None:
    assert (rate(0, 0).low, rate(0, 0).high) == (0.0, 1.0)
    with pytest.raises(ValueError, match="hits"):
        rate(4, 3)


# --- outliers ---


def test_the_rule_flags_as_the_handbook_says() -> None:
    # NIST/SEMATECH e-Handbook 1.3.5.17 on Iglewicz & Hoaglin, from memory: modified z-scores beyond 3.5.
    values = [140.0, 142.0, 141.0, 139.0, 143.0, 141.5, 90.0]
    mad = stats.median_abs_deviation(values)
    scores = 0.6745 * (np.array(values) - np.median(values)) / mad
    assert list(outliers(values)) == list(np.abs(scores) > 3.5)
    assert list(outliers(values)) == [False] * 6 + [True]


def test_few_shots_and_equal_shots_are_not_flagged_and_none_is_dropped() -> None:
    assert not outliers([100.0, 20.0, 99.0]).any()
    assert not outliers([100.0] * 8).any()
    assert outliers([100.0] * 8 + [40.0])[-1]
    stock = stock_of([140.0, 142.0, 141.0, 139.0, 143.0, 90.0])
    assert stock.carry_m == 141.0
    assert (stock.shots, stock.flagged) == (5, (False,) * 5 + (True,))
    assert stock.sd_m == pytest.approx(math.sqrt(2.5))
    with pytest.raises(ValueError, match="no shots"):
        stock_of([])


# Worked example, from memory of Student's table: t(0.95, 4) = 2.132.
def test_a_mean_comes_with_students_interval() -> None:
    told = mean_within([1.0, 2.0, 3.0, 4.0, 5.0])
    assert told is not None
    mean, half = told
    assert mean == 3.0
    assert half == pytest.approx(2.132 * math.sqrt(2.5 / 5), rel=1e-3)
    assert mean_within([1.0]) is None
