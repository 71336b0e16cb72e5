"""Sessions that are kept: levels, order of balls, seasons, and whether practice helped; the stations as questions."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.players import player
from veltrin.core.errors import DomainError, OutOfRangeError
from veltrin.core.kit import Effect, Learned
from veltrin.core.learn import Yardstick
from veltrin.core.plan import plan_shot
from veltrin.core.plan.predict import expect
from veltrin.core.practice import (
    DRILLS,
    LEVEL_ERROR,
    TOP_LEVEL,
    KindShots,
    Mark,
    Times,
    better_wins,
    evidence,
    helped,
    make_ready,
    missing_in,
    missing_on,
    next_level,
    resting_on,
    result_of,
    season,
)
from veltrin.core.practice.clinic import plan_clinic
from veltrin.core.practice.helped import COMMON_SD, DRIFT_SD, LOOKS, MATTERS_STROKES, OWN_SD
from veltrin.core.practice.marks import chances_of, usual_hits
from veltrin.core.practice.ready import shared_out
from veltrin.core.practice.session import SETUP_MIN, ground_of, minutes_of, order_of_balls
from veltrin.core.practice.staged import question_at
from veltrin.service.practice.stations import request_at
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.translate import question_in


def mark(balls: int = 10, share: float = 0.6) -> Mark:
    hits = usual_hits(chances_of([(balls, share)]))
    return Mark(balls, "inside", 2.0, share, share, hits, 0.5, 9.0, share, hits + 1, 0.5, 0.5)


# --- levels ---


def test_a_drill_counts_when_every_ball_was_struck() -> None:
    assert result_of(5, 9, [mark(10)]) is None
    assert result_of(0, 0, []) is None
    told = result_of(6, 10, [mark(10)])
    assert told is not None
    assert (told.passed, told.asked) == (True, 6)


def moves(share: float, level: int, sessions: int, repeats: int, seed: int) -> tuple[float, float]:
    """How often a player who hits that share of balls, where 0.6 is asked for, ever goes up and ever down."""
    rng = np.random.default_rng(seed)
    ups = downs = 0
    for _ in range(repeats):
        times: list[Times] = []
        for _ in range(sessions):
            hits = int(rng.binomial(10, share))
            times.append(Times(hits, 10, 0.6))
            after = next_level(level, times, passed=hits >= 6)
            if after != level:
                ups, downs = ups + (after > level), downs + (after < level)
                break
    return ups / repeats, downs / repeats


def test_an_unchanged_player_hardly_ever_changes_level() -> None:
    """One of ten at most either way, ever. In full: make truth."""
    up, down = moves(0.6, 2, 40, 400, 1)
    margin = 2.0 * np.sqrt(0.1 * 0.9 / 400)
    assert up <= LEVEL_ERROR + margin
    assert down <= LEVEL_ERROR + margin


def test_who_got_better_goes_up_and_who_got_worse_goes_down() -> None:
    up, _ = moves(0.8, 1, 10, 200, 2)
    _, down = moves(0.35, 1, 10, 200, 3)
    assert up >= 0.85
    assert down >= 0.85


def test_evidence_is_the_mixed_likelihood_ratio() -> None:
    # By hand, one ball: the mean over the steps of how much more often a better player hits.
    odds = 1.5 * np.exp(np.linspace(0.2, 2.0, 10))
    assert evidence([Times(1, 1, 0.6)], 1) == pytest.approx(float(np.mean(odds / (1.0 + odds) / 0.6)))
    assert evidence([], 1) == 1.0
    assert next_level(TOP_LEVEL, [Times(200, 200, 0.6)], passed=True) == TOP_LEVEL
    assert next_level(0, [Times(0, 200, 0.6)], passed=False) == 0


def test_a_level_up_is_a_narrower_ring_or_more_hits() -> None:
    for drill_id in ("one-spot", "out-first"):
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
    each = 60.0 * hours / len(weekdays)
    # The last is a third longer than the first, the mean as asked.
    if not 20.0 <= each / 1.2 <= each * 1.2 <= 120.0:
        if not 20.0 <= each <= 120.0:
            with pytest.raises(DomainError, match="minutes a day"):
                season(first, weeks, hours, frozenset(weekdays))
        return
    told = season(first, weeks, hours, frozenset(weekdays))
    assert {outing.day.weekday() for outing in told} == weekdays
    assert len(told) == weeks * len(weekdays)
    assert all(first <= outing.day < first + timedelta(weeks=weeks) for outing in told)
    assert sum(outing.minutes for outing in told) == pytest.approx(60.0 * hours * weeks, abs=0.1 * len(told))
    assert [o.minutes for o in told] == sorted(o.minutes for o in told), "the load rises"


def test_practice_tapers_before_the_date_it_is_for() -> None:
    peak = date(2027, 4, 24)
    told = season(date(2027, 3, 3), 8, 2.5, frozenset({1, 5}), peak)
    assert max(o.day for o in told) < peak
    full = [o.minutes for o in told if (peak - o.day).days > 7]
    last = [o.minutes for o in told if (peak - o.day).days <= 7]
    assert full == sorted(full)
    assert full[-1] > 1.25 * full[0]
    assert last
    assert max(last) < 0.6 * full[0]
    assert np.mean(full) == pytest.approx(75.0, abs=0.1)
    with pytest.raises(DomainError, match="isn't a day of this season"):
        season(date(2027, 3, 3), 4, 2.0, frozenset({1, 5}), date(2028, 1, 1))


# Facts of the trade (common practice): what a month's ground doesn't have.
def test_what_a_month_does_not_have_is_not_planned_for_it() -> None:
    assert "bare ground" in missing_in(12)
    assert "soft ground" in missing_in(7)
    assert missing_in(9) == frozenset()
    hard_pan = DRILLS["hard-pan"]
    assert set(hard_pan.needs) & missing_in(12), "no hard ground in December"


def test_a_drill_rests_two_days_then_four_then_eight() -> None:
    day = date(2027, 3, 1)

    def rests(days_ago: int, times: int) -> bool:
        last = day - timedelta(days=days_ago)
        drilled = {"plugged": [last - timedelta(days=20 * n) for n in range(times)]}
        return "plugged" in resting_on(day, drilled)

    assert [rests(n, 1) for n in (1, 2)] == [True, False]
    assert [rests(n, 2) for n in (3, 4)] == [True, False]
    assert [rests(n, 3) for n in (7, 8)] == [True, False]
    assert [rests(n, 9) for n in (7, 8)] == [True, False]
    assert resting_on(day, {"plugged": [day + timedelta(days=2)]}) == frozenset(), "what comes later tires nobody"


def test_a_season_of_nothing_is_refused() -> None:
    with pytest.raises(OutOfRangeError):
        season(date(2027, 3, 3), 0, 2.0, frozenset({1}))
    with pytest.raises(DomainError):
        season(date(2027, 3, 3), 4, 2.0, frozenset())


# --- did it help? ---


def lost(rng: np.random.Generator, count: int, mean: float) -> list[float]:
    """What shots lose, strokes: most less than was expected, some one more, a few two. One standard deviation is 0.4,
    as the plan has it for a middle handicap from rough, sand and hard-pan (spread.strokes_sd 0.42, 0.45, 0.39).
    """
    drawn = rng.choice([-0.35, 0.08, 0.43, 1.09], count, p=[0.3, 0.35, 0.28, 0.07])
    return list(drawn - 0.1197 + mean)


def ever(
    repeats: int, seed: int, *, practised: int, others: int, before: int = 40, wins: float = 0.0, upto: int = 320
) -> float:
    """How often it is said to have helped at any look: the dearest kinds practised, or the first where it wins."""
    found = 0
    for n in range(repeats):
        rng = np.random.default_rng(seed + n)
        levels = rng.normal(0.1, 0.08, practised + others)
        befores = [lost(rng, before, float(level)) for level in levels]
        dear = sorted(range(len(levels)), key=lambda k: -float(np.mean(befores[k])) if wins == 0.0 else k)[:practised]
        drift = float(rng.normal(0.0, 0.03))
        afters = [lost(rng, upto, float(v) + drift - wins * (k in dear)) for k, v in enumerate(levels)]
        looks = [look for look in LOOKS if look <= upto]
        found += any(
            one.answer == "helped"
            for look in looks
            for one in helped([KindShots(str(k), k in dear, befores[k], afters[k][:look]) for k in range(len(levels))])
            if wins == 0.0 or one.name == "0"
        )
    return found / repeats


@pytest.mark.parametrize(("practised", "others"), [(1, 5), (3, 3)])
def test_it_is_hardly_ever_said_to_have_helped_where_nothing_changed(practised: int, others: int) -> None:
    """The dearest of six kinds gets better by itself. Six in a hundred hear that it helped. In full: make truth."""
    repeats = 150
    assert ever(repeats, 100, practised=practised, others=others) <= 0.06 + 2.0 * np.sqrt(0.06 * 0.94 / repeats)


def test_what_practice_did_is_found() -> None:
    """0.2 strokes a shot with forty shots each: six in ten, with kinds beside it that were not practised."""
    assert ever(120, 900, practised=1, others=3, wins=0.2, upto=40) >= 0.6 - 2.0 * np.sqrt(0.24 / 120)


def test_no_change_is_said_with_its_bound() -> None:
    rng = np.random.default_rng(3)
    kinds = [KindShots(str(k), k == 0, lost(rng, 1500, 0.2), lost(rng, 1500, 0.2)) for k in range(4)]
    (told,) = helped(kinds)
    assert told.answer == "same"
    assert told.low is not None
    assert told.high is not None
    assert max(-told.low, told.high) < MATTERS_STROKES
    (few,) = helped([KindShots("rough", True, [0.1] * 3, [0.2] * 9)])
    assert (few.answer, few.change) == ("none", None)


def test_the_dearest_kind_is_not_believed_to_be_as_dear_as_it_looked() -> None:
    rng = np.random.default_rng(5)
    kinds = [KindShots(str(k), k == 0, lost(rng, 20, 0.5 if k == 0 else 0.0), lost(rng, 40, 0.1)) for k in range(5)]
    (told,) = helped(kinds)
    assert told.lost is not None
    assert 0.1 < told.lost[0] < float(np.mean(kinds[0].before)) - 0.02


def test_a_season_that_moves_all_kinds_is_not_practice() -> None:
    rng = np.random.default_rng(6)
    moved = [KindShots(str(k), k == 0, lost(rng, 200, 0.3), lost(rng, 200, 0.22)) for k in range(5)]
    (told,) = helped(moved)
    assert told.change is not None
    assert told.change == pytest.approx(0.0, abs=0.06)


def test_an_exact_answer_of_one_kind_alone() -> None:
    """With one kind and hardly any noise the posterior is the difference itself, drawn by the priors alone."""
    kinds = [KindShots("rough", True, [0.4, 0.4 + 1e-4] * 2000, [0.1, 0.1 + 1e-4] * 2000)]
    (told,) = helped(kinds)
    priors = COMMON_SD**2 + OWN_SD**2
    assert told.change == pytest.approx(-0.3 * priors / (priors + DRIFT_SD**2), rel=1e-3)


# --- the yardstick ---


def test_the_yardstick_does_not_learn_with_the_player() -> None:
    """Scatter that was learnt to be narrower expects fewer strokes; the player of the first session doesn't."""
    asked = replace(
        question_at(player(handicap=18.0), DRILLS["worst-grass"].stations[0]),
        learned=Learned((Effect("scatter", "cover", "rough", -0.22, 0.05, 60),)),
    )
    first = Yardstick(18.0, 18.0).asks(asked)
    call = plan_shot(first).calls[0].id
    now, then = expect(asked, call), expect(first, call)
    assert now is not None
    assert then is not None
    assert now[1].strokes is not None
    assert then[1].strokes is not None
    assert then[1].strokes - now[1].strokes > 0.03
    assert Yardstick(18.0, 18.0).asks(replace(asked, player=player(handicap=12.0))).player.handicap == 18.0


# --- a clinic ---


@given(st.integers(4, 12), st.floats(60.0, 180.0))
def test_everybody_is_at_each_station_once(players: int, minutes: float) -> None:
    clinic = plan_clinic(list(DRILLS.values()), {}, players, minutes, frozenset())
    count = len(clinic.stations)
    assert len({d.id for d in clinic.stations}) == count == len(clinic.rounds)
    assert len({ground_of(d) for d in clinic.stations}) <= 2
    for stations in clinic.rounds:
        assert sorted(k for group in stations for k in group) == list(range(players)), "nobody is left over"
    for place in range(count):
        assert sorted(k for stations in clinic.rounds for k in stations[place]) == list(range(players))
    sizes = [len(group) for group in clinic.rounds[0]]
    assert max(sizes) - min(sizes) <= 1
    assert max(sizes) <= 4
    assert count * clinic.round_min <= minutes
    # All of a group strike their balls within the round, one after the other.
    for drill, balls in zip(clinic.stations, clinic.balls, strict=True):
        assert balls == 2 or max(sizes) * (minutes_of(drill, balls) - SETUP_MIN) <= clinic.round_min + 1e-6


def test_a_clinic_takes_what_costs_all_of_them_most() -> None:
    worth = {"worst-grass": 3.0, "plugged": 2.0, "out-first": 2.5}
    clinic = plan_clinic(list(DRILLS.values()), worth, 6, 90.0, frozenset())
    assert "worst-grass" in {d.id for d in clinic.stations}
    sandless = plan_clinic(list(DRILLS.values()), worth, 6, 90.0, frozenset({"sand", "rough"}))
    assert not any({"sand", "rough"} & set(d.needs) for d in sandless.stations)
    with pytest.raises(OutOfRangeError):
        plan_clinic(list(DRILLS.values()), worth, 3, 90.0, frozenset())
    with pytest.raises(DomainError, match="too few for"):
        plan_clinic(list(DRILLS.values()), worth, 12, 35.0, frozenset())
