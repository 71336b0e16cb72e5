"""The planner: everything solved, ranked, explained, mirrored."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.players import plan, player, question, strike
from veltrin.core.air import Air, Wind
from veltrin.core.errors import DomainError, OutOfRangeError, UnknownNameError
from veltrin.core.geometry import elevation
from veltrin.core.methods import CATALOGUE, method_named
from veltrin.core.plan import Line, plan_shot
from veltrin.core.plan.ledgers import running_rows
from veltrin.core.run import Landing

CASES = [
    (0, 0, 2.0),
    (0, 0, 195),
    (6, -3, 15),
    (-8, 4, 25),
    (3, 6, 70),
    (-4, 0, 120),
    (2, -2, 175),
    (15, 0, 30),
    (-20, 20, 40),
]


@pytest.mark.parametrize("case", CASES)
def test_every_call_finishes_at_the_flag(case: tuple[float, float, float]) -> None:
    found = plan(*map(float, case))
    assert found.calls, found.fell_out
    for call in found.calls:
        assert math.hypot(call.total_m - call.past_m - call.target.distance_m, 0.0) <= 1e-6, call.id
        if call.finish != "there":
            # As far as it goes, or where it can't be held: told as such.
            assert call.past_m < 0 or call.finish == "away", call.id
        elif call.spread is None and call.target.name == "flag":
            # Where the ground jumps at the flag the ball that ends just beyond is taken.
            assert -0.5 <= call.past_m <= 0.15 * case[2] + 2.0, call.id
            assert abs(call.offline_m) <= 0.5, call.id
        else:
            # A better finish than the flag is looked for, within a standard deviation and a half of the scatter.
            assert math.hypot(call.past_m, call.offline_m) <= 1.5 * math.hypot(8.0, 8.0), call.id


@pytest.mark.parametrize("case", CASES)
def test_every_club_with_every_method_is_a_call_or_fell_out_with_a_reason(case: tuple[float, float, float]) -> None:
    found = plan(*map(float, case))
    direct = [c for c in found.calls if c.target.name == "flag"]
    seen = {(c.club_id, c.method_id) for c in direct} | {(f.club_id, f.method_id) for f in found.fell_out}
    assert seen == {(c.id, m) for c in player().bag for m in CATALOGUE}
    assert len(direct) + len(found.fell_out) == len(seen)
    assert all(len(f.reason) > 8 for f in found.fell_out)


@pytest.mark.parametrize("case", CASES)
def test_calls_are_ranked_by_expected_strokes(case: tuple[float, float, float]) -> None:
    found = plan(*map(float, case))
    for are_struck in (True, False):
        scores = [round(c.score, 4) for c in found.calls if (c.spread is not None) is are_struck]
        assert scores == sorted(scores)
    assert all(c.score >= c.strokes > 1.0 for c in found.calls)
    assert found.first_id == found.calls[0].id
    if found.second_id:
        second = next(c for c in found.calls if c.id == found.second_id)
        first = found.calls[0]
        assert second.club_id != first.club_id or abs(second.apex_m - first.apex_m) > 0 or second.way != first.way


@pytest.mark.parametrize("case", CASES)
def test_ledgers_add_up_exactly_and_agree_with_the_call(case: tuple[float, float, float]) -> None:
    found = plan(*map(float, case))
    detailed = [c for c in found.calls if c.detail]
    assert detailed
    for call in detailed:
        ends = {
            "loft": math.degrees(call.delivered_loft_rad),
            "bounce": math.degrees(call.effective_bounce_rad),
            "aim": math.degrees(call.aim_rad - call.target.bearing_rad),
            "distance": call.total_m,
        }
        for name, end in ends.items():
            rows = call.detail.ledgers[name]
            total = 0.0
            for row in rows:
                if row.total:
                    assert row.value == pytest.approx(total, abs=1e-9), (call.id, name)
                else:
                    total += row.value
            assert rows[-1].value == pytest.approx(end, abs=0.051), (call.id, name)


def test_distance_ledger_starts_from_the_stock_carry() -> None:
    call = plan(6.0, 0.0, 120.0).calls[0]
    assert call.detail is not None
    assert call.detail.ledgers["distance"][0].value == pytest.approx(
        player().club(call.club_id).stock_carry_m, abs=0.06
    )


@given(st.lists(st.floats(-200, 200), min_size=1, max_size=9))
def test_running_rows_always_add_up(values: list[float]) -> None:
    rows = running_rows([(str(i), v) for i, v in enumerate(values)], "total", 0.1)
    assert sum(r.value for r in rows[:-1]) == pytest.approx(rows[-1].value, abs=1e-6)
    assert rows[-1].value == pytest.approx(values[-1], abs=0.0501)


def mirrored(fall: float, side: float, flag: float, tilt: float, wind: float):
    """The same shot for a right-hander, and for a left-hander in the mirrored world."""
    right = question(fall, side, flag, landing=Landing(flag - 8, flag + 10, side_rad=tilt), wind=Wind(-2.0, wind, 2.0))
    left = replace(
        right,
        player=replace(right.player, left_handed=True),
        line=replace(right.line, landing=replace(right.line.landing, side_rad=-tilt)),
        wind=Wind(-2.0, -wind, 2.0),
    )
    return plan_shot(right), plan_shot(left)


@settings(max_examples=5)
@given(st.floats(-8, 8), st.floats(-8, 8), st.floats(10, 140), st.floats(-0.04, 0.04), st.floats(-5, 5))
def test_mirrored_input_gives_exactly_mirrored_output(fall, side, flag, tilt, wind) -> None:
    right, left = mirrored(fall, side, flag, tilt, wind)
    assert [c.id for c in right.calls] == [c.id for c in left.calls]
    assert right.fell_out == left.fell_out
    for r, m in zip(right.calls, left.calls, strict=True):
        assert (m.aim_rad, m.aim_offset_m, m.start_rad, m.offline_m) == (
            -r.aim_rad, -r.aim_offset_m, -r.start_rad, -r.offline_m,
        )  # fmt: skip
        assert (m.carry_m, m.total_m, m.apex_m, m.leave_m, m.swing) == (
            r.carry_m, r.total_m, r.apex_m, r.leave_m, r.swing,
        )  # fmt: skip
        assert m.setup == replace(r.setup, path_rad=-r.setup.path_rad, stance_rad=-r.setup.stance_rad)
        if r.detail:
            assert np.array_equal(m.detail.flight * [1, -1, 1], r.detail.flight)
            assert np.array_equal(m.detail.run * [1, -1, 1], r.detail.run)
            assert [-x.value for x in m.detail.ledgers["aim"]] == [x.value for x in r.detail.ledgers["aim"]]


def test_left_hander_aims_the_other_way_off_a_ball_above_the_feet() -> None:
    ask = question(0.0, 6.0, 120.0)
    right = plan_shot(ask).calls[0].aim_rad
    left = plan_shot(replace(ask, player=player(left=True))).calls[0].aim_rad
    assert right < 0 < left


fall_pairs = st.tuples(st.floats(-15, 15), st.floats(0.2, 5)).filter(lambda p: p[0] + p[1] <= 15)


@settings(max_examples=40)
@given(fall_pairs, st.sampled_from(["5-iron", "8-iron", "pw", "58"]), st.floats(0.2, 1.0))
def test_more_downslope_never_launches_higher(falls, club: str, swing: float) -> None:
    less, more = falls[0], falls[0] + falls[1]
    up = [float(elevation(strike(club, f, 0.0, swing).launch.velocity)[0]) for f in (less, more)]
    assert up[1] < up[0]


@settings(max_examples=40)
@given(st.floats(-14, 10), st.floats(0.2, 4), st.sampled_from(["7-iron", "pw", "58"]), st.floats(0.2, 1.0))
def test_more_ball_above_the_feet_never_starts_further_right(side: float, more: float, club: str, swing: float) -> None:
    starts = [float(np.arctan2(*strike(club, 0.0, s, swing).launch.velocity[0, 1::-1])) for s in (side, side + more)]
    assert starts[1] > starts[0]


@settings(max_examples=40)
@given(st.floats(0.15, 0.95), st.floats(0.02, 0.05), st.sampled_from(["6-iron", "9-iron", "54"]), st.floats(-8, 8))
def test_a_longer_swing_never_carries_less(swing: float, more: float, club: str, fall: float) -> None:
    assert strike(club, fall, 0, swing + more).carry[0] > strike(club, fall, 0, swing).carry[0]


def test_same_question_same_answer() -> None:
    one, two = (plan_shot(question(5.0, -2.0, 33.0)) for _ in range(2))
    assert [(c.id, c.leave_m, c.aim_rad) for c in one.calls] == [(c.id, c.leave_m, c.aim_rad) for c in two.calls]


def test_only_works_out_the_asked_calls_to_the_same_numbers() -> None:
    full = plan(6.0, -3.0, 15.0)
    ids = tuple(c.id for c in full.calls[:2])
    fast = plan_shot(question(6.0, -3.0, 15.0, only=ids))
    assert {c.id for c in fast.calls} == set(ids)
    for call in fast.calls:
        twin = next(c for c in full.calls if c.id == call.id)
        assert (call.swing, call.aim_rad, call.total_m) == pytest.approx((twin.swing, twin.aim_rad, twin.total_m))
        assert call.detail is not None


def test_asked_details_are_drawn() -> None:
    wanted = plan(6.0, 0.0, 30.0).calls[5].id
    found = plan_shot(question(6.0, 0.0, 30.0, detail_for=(wanted,)))
    call = next(c for c in found.calls if c.id == wanted)
    assert call.detail is not None
    assert call.detail.flight[-1, 0] == pytest.approx(call.carry_m, abs=0.01)
    assert call.detail.run[-1, 0] == pytest.approx(call.total_m, abs=0.01)


def test_reasons_tell_reach_tee_and_tilt() -> None:
    weak = player(60.0)
    far = {f.club_id: f.reason for f in plan_shot(question(0, 0, 200.0, weak)).fell_out if f.method_id == "stock-swing"}
    assert "full swing stops" in far["9-iron"]
    assert "needs a tee" in far["driver"]
    steep = Landing(-5.0, 200.0, green_speed_ft=13, fall_rad=math.radians(9))
    tilted = plan_shot(question(0, 0, 20.0, landing=steep))
    assert {c.finish for c in tilted.calls} == {"away"}
    low = {f.reason for f in plan(18.0, 0.0, 100.0).fell_out if f.method_id == "stock-swing"}
    assert any("won't get up" in reason for reason in low)


def test_thin_air_and_cold_show_in_the_distance_ledger() -> None:
    found = plan_shot(question(0, 0, 120.0, air=Air(4.0, 620.0, 80.0)))
    rows = {r.words: r.value for r in found.calls[0].detail.ledgers["distance"]}
    assert rows["air of the day"] != 0.0


def test_wind_is_aimed_off_and_told() -> None:
    found = plan_shot(question(0, 0, 120.0, wind=Wind(0.0, 6.0)))
    call = found.calls[0]
    assert call.aim_rad < -0.01  # blows to the left, aim right
    assert {r.words for r in call.detail.ledgers["aim"]} >= {"wind", "slope"}


def test_green_that_falls_right_is_aimed_left() -> None:
    landing = Landing(10.0, 40.0, side_rad=math.radians(-3))
    found = plan_shot(question(0, 0, 20.0, landing=landing))
    assert found.calls[0].aim_rad > 0.01


def test_bad_questions_are_refused_by_name() -> None:
    with pytest.raises(OutOfRangeError, match=r"line\.flag_m"):
        Line(1.0, Landing())
    with pytest.raises(DomainError, match="back edge"):
        Line(20.0, Landing(30.0, 25.0))
    with pytest.raises(UnknownNameError, match="kept_club_id"):
        plan_shot(question(6.0, 0.0, 20.0, kept_club_id="chipper"))
    with pytest.raises(UnknownNameError, match="method"):
        method_named("hope")


def test_unknown_only_gives_an_empty_plan() -> None:
    found = plan_shot(question(0, 0, 20.0, only=("chipper~hope",)))
    assert found.calls == ()
    assert found.first_id is None


@pytest.mark.parametrize("method", CATALOGUE.values(), ids=lambda m: m.id)
def test_every_method_says_what_a_coach_needs(method) -> None:
    assert method.key_words
    assert all(w.endswith(".") for w in method.key_words)
    assert method.miss
    assert method.wins_when
    assert "common practice" in method.source
    assert method.difficulty > 0
