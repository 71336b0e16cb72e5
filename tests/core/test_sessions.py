"""Sessions that are kept: levels, order of balls, seasons, and whether practice helped; the stations as questions."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from tests.players import player
from veltrin.core.errors import DomainError, OutOfRangeError
from veltrin.core.practice import (
    DRILLS,
    Mark,
    better_wins,
    helped,
    make_ready,
    missing_on,
    next_level,
    result_of,
    season,
)
from veltrin.core.practice.levels import TOP_LEVEL, so_few
from veltrin.core.practice.marks import usual_hits
from veltrin.core.practice.ready import shared_out
from veltrin.core.practice.session import order_of_balls
from veltrin.core.practice.staged import question_at
from veltrin.service.practice.stations import request_at
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.translate import question_in


def mark(balls: int = 10, share: float = 0.6) -> Mark:
    hits = usual_hits(balls, share)
    return Mark(balls, 2.0, share, hits, 0.5, 9.0, share, hits, 0.5, 0.5)


# --- levels ---


@given(st.integers(1, 30), st.floats(0.05, 0.95), st.integers(0, 30))
def test_so_few_hits_of_one_station_are_the_binomials(balls: int, share: float, hits: int) -> None:
    # scipy.stats knows nothing of our sum.
    assert so_few(hits, [(balls, share)]) == pytest.approx(float(stats.binom.cdf(hits, balls, share)), abs=1e-9)


def test_so_few_hits_over_several_stations_add_up() -> None:
    # By simulation: 200,000 sessions of three stations; the standard error of a share is about 0.001.
    rng = np.random.default_rng(4)
    stations = [(4, 0.3), (6, 0.7), (5, 0.5)]
    drawn = sum(rng.binomial(balls, share, 200_000) for balls, share in stations)
    assert so_few(5, stations) == pytest.approx(float(np.mean(drawn <= 5)), abs=0.005)


def test_a_drill_counts_when_every_ball_was_struck() -> None:
    assert result_of(5, 9, [mark(10)]) is None
    assert result_of(0, 0, []) is None
    told = result_of(6, 10, [mark(10)])
    assert told is not None
    assert (told.passed, told.asked) == (True, 6)


def test_two_passes_running_go_up_and_a_collapse_goes_down() -> None:
    passed, missed, collapsed = (result_of(hits, 10, [mark()]) for hits in (7, 5, 1))
    assert passed is not None
    assert missed is not None
    assert collapsed is not None
    assert next_level(0, passed, passed_before=False) == 0, "once is every other time"
    assert next_level(0, passed, passed_before=True) == 1
    assert next_level(2, missed, passed_before=True) == 2
    assert next_level(2, collapsed, passed_before=False) == 1
    assert next_level(0, collapsed, passed_before=False) == 0
    assert next_level(TOP_LEVEL, passed, passed_before=True) == TOP_LEVEL


def test_a_level_up_is_a_narrower_ring_or_more_hits() -> None:
    for drill_id in ("swish-strike", "sand-line"):
        marks = [make_ready(DRILLS[drill_id], player(handicap=18.0), level=level)[0].mark for level in (0, 2, 4)]
        assert all(m is not None for m in marks)
        limits = [m.limit for m in marks if m is not None and m.limit is not None]
        chances = [m.chance for m in marks if m is not None]
        assert limits == sorted(limits, reverse=True)
        assert chances[-1] < chances[0], "today's player reaches it less often"


# --- the day ---


def test_the_day_takes_away_what_isnt_there() -> None:
    assert missing_on(None, None) == frozenset()
    assert missing_on(1.0, 6.0) == {"soft ground"}
    assert missing_on(0.1, 0.0) == {"bare ground", "wind"}
    assert missing_on(0.5, 4.0) == frozenset()
    windy = [d.id for d in DRILLS.values() if "wind" in d.needs]
    assert windy == [d.id for d in DRILLS.values() if any(not s.wind.is_calm for s in d.stations)]


# --- balls ---


@given(st.sampled_from(list(DRILLS.values())), st.integers(2, 80))
def test_balls_are_shared_out_over_all_stations(drill: object, balls: int) -> None:
    shared = shared_out(drill, balls)  # type: ignore[arg-type]
    assert min(shared) >= 1
    assert sum(shared) == max(balls, len(shared))


def test_a_drill_keeps_its_own_shares_unless_told() -> None:
    for drill in DRILLS.values():
        assert shared_out(drill, drill.balls) == tuple(s.balls for s in drill.stations)


def test_mixed_balls_are_shuffled_and_a_test_is_the_same_each_time() -> None:
    counts = (4, 4, 4)
    blocked, mixed = order_of_balls(counts, "blocked", 1), order_of_balls(counts, "mixed", 1)
    assert blocked == (0,) * 4 + (1,) * 4 + (2,) * 4
    assert sorted(mixed) == sorted(blocked)
    assert mixed != blocked
    assert order_of_balls(counts, "test", 1) == order_of_balls(counts, "test", 99)


# --- stations as questions ---


@pytest.mark.parametrize("drill_id", DRILLS)
def test_a_station_is_planned_as_its_question_says(drill_id: str) -> None:
    """What a ball of a session is booked against is the shot the mark was worked out for."""
    own = player()
    for station in DRILLS[drill_id].stations:
        request = PlanRequest.model_validate_json(request_at("anyone", station).model_dump_json())
        asked, meant = question_in(request, own), question_at(own, station)
        assert asked.lie == meant.lie
        assert asked.slope.fall_rad == pytest.approx(meant.slope.fall_rad, abs=1e-9)
        assert asked.slope.side_rad == pytest.approx(meant.slope.side_rad, abs=1e-9)
        assert asked.line.flag_m == meant.line.flag_m
        assert asked.line.land_m == meant.line.land_m
        assert replace(asked.line.landing) == meant.line.landing
        for height in (1.0, 10.0, 30.0):
            assert asked.wind.at(height) == pytest.approx(meant.wind.at(height), abs=1e-9)


# --- what a better strike wins ---


@pytest.mark.parametrize("drill_id", ["worst-grass", "hard-pan", "towel-behind"])
def test_a_better_strike_wins_a_part_of_what_is_lost(drill_id: str) -> None:
    assert 0.0 < better_wins(DRILLS[drill_id], player(handicap=18.0)) <= 0.4


# --- a season ---


@given(st.integers(1, 12), st.sets(st.integers(0, 6), min_size=1), st.floats(0.5, 12.0))
def test_a_season_is_so_many_hours_a_week_on_those_days(weeks: int, weekdays: set[int], hours: float) -> None:
    first = date(2027, 3, 3)
    if not 20.0 <= 60.0 * hours / len(weekdays) <= 120.0:
        with pytest.raises(DomainError, match="minutes a day"):
            season(first, weeks, hours, frozenset(weekdays))
        return
    told = season(first, weeks, hours, frozenset(weekdays))
    assert {outing.day.weekday() for outing in told} == weekdays
    assert len(told) == weeks * len(weekdays)
    assert all(first <= outing.day < first + timedelta(weeks=weeks) for outing in told)
    assert sum(outing.minutes for outing in told) == pytest.approx(60.0 * hours * weeks, abs=0.1 * len(told))


def test_a_season_of_nothing_is_refused() -> None:
    with pytest.raises(OutOfRangeError):
        season(date(2027, 3, 3), 0, 2.0, frozenset({1}))
    with pytest.raises(DomainError):
        season(date(2027, 3, 3), 4, 2.0, frozenset())


# --- did it help? ---


def test_whether_it_helped_is_told_by_the_trials_arithmetic() -> None:
    rng = np.random.default_rng(3)
    before = list(rng.normal(0.5, 0.4, 60))
    assert helped(before, list(rng.normal(0.1, 0.4, 60))).answer == "helped"
    assert helped(before, list(rng.normal(0.9, 0.4, 60))).answer == "worse"
    assert helped(before[:6], list(rng.normal(0.4, 0.4, 6))).answer == "open"
    assert helped(before, [0.2]).answer == "none"
    told = helped(list(rng.normal(0.5, 0.1, 400)), list(rng.normal(0.5, 0.1, 400)))
    assert told.answer == "same"


def test_it_is_said_to_help_where_nothing_changed_no_oftener_than_stated() -> None:
    # The interval is nine in ten: half of what falls out says helped, about one in twenty.
    rng = np.random.default_rng(8)
    told = [helped(list(rng.normal(0.3, 0.5, 25)), list(rng.normal(0.3, 0.5, 25))).answer for _ in range(600)]
    assert told.count("helped") / len(told) < 0.09
