"""Trials, rates, outliers: against reference libraries and published worked values."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from veltrin.core.errors import OutOfRangeError
from veltrin.core.learn import compare, mean_within, order_of, outliers, rate, stock_of

# --- trials ---


def test_the_interval_is_welchs() -> None:
    # scipy's own Welch test knows nothing of our algebra: its 90 % interval must be ours.
    rng = np.random.default_rng(1)
    a, b = rng.normal(20.0, 2.0, 9), rng.normal(21.5, 3.5, 12)
    found = compare(a, b, 1.0, more_is_better=True)
    assert found is not None
    reference = stats.ttest_ind(b, a, equal_var=False).confidence_interval(0.90)
    assert (found.low, found.high) == pytest.approx((reference.low, reference.high))
    assert found.difference == pytest.approx(b.mean() - a.mean())


def test_the_verdict_is_honest() -> None:
    rng = np.random.default_rng(2)
    few = compare(rng.normal(20.0, 3.0, 6), rng.normal(20.5, 3.0, 6), 1.0, more_is_better=True)
    assert few is not None
    assert few.verdict == "open"
    # Six balls with a spread of 3 m cannot tell 1 m: common practice says "hit more", here is how many more.
    assert few.tells > 1.0
    assert few.needed is not None
    assert few.needed > 50
    clear = compare(rng.normal(20.0, 1.0, 30), rng.normal(24.0, 1.0, 30), 1.0, more_is_better=True)
    assert clear is not None
    assert clear.verdict == "b"
    less = compare(rng.normal(20.0, 1.0, 30), rng.normal(24.0, 1.0, 30), 1.0, more_is_better=False)
    assert less is not None
    assert less.verdict == "a"
    same = compare(rng.normal(20.0, 1.0, 80), rng.normal(20.0, 1.0, 80), 1.0, more_is_better=True)
    assert same is not None
    assert same.verdict == "same"


def test_so_many_balls_more_do_settle_it() -> None:
    # With the number that is asked for, four in five repeats find the difference: that is what power means.
    rng = np.random.default_rng(3)
    probe = compare(rng.normal(0.0, 2.0, 60), rng.normal(1.5, 2.0, 60), 1.0, more_is_better=True)
    assert probe is not None
    assert probe.needed is not None
    settled = [
        found.low > 0.0
        for _ in range(300)
        if (
            found := compare(
                rng.normal(0.0, 2.0, probe.needed), rng.normal(probe.difference, 2.0, probe.needed), 1.0,
                more_is_better=True,
            )
        )
    ]  # fmt: skip
    assert np.mean(settled) == pytest.approx(0.8, abs=0.09)


def test_too_few_balls_say_nothing_and_equal_ones_do_not_divide_by_nought() -> None:
    assert compare([1.0], [2.0, 3.0], 1.0, more_is_better=True) is None
    found = compare([2.0, 2.0], [2.0, 2.0], 1.0, more_is_better=True)
    assert found is not None
    assert found.verdict == "same"


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
