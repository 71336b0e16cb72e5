"""Every method over a grid of lies: a finite, plausible outcome or a stated reason."""

from __future__ import annotations

import math

import pytest

from tests.players import player, question, strike
from veltrin.core.cards.solve import calls_of
from veltrin.core.kit import present
from veltrin.core.methods import CATALOGUE, Case
from veltrin.core.methods.face import MOST_OPEN_RAD, opened_to_gain, opened_to_look_straight
from veltrin.core.methods.stock import MOST_LEAN_RAD
from veltrin.core.plan import plan_shot, plan_stages

FALLS = (-14.0, -5.0, 0.0, 5.0, 14.0)
SIDES = (-10.0, 0.0, 10.0)


@pytest.mark.parametrize("flag", [9.0, 45.0, 110.0])
@pytest.mark.parametrize("fall", FALLS)
@pytest.mark.parametrize("side", SIDES)
def test_outcomes_are_plausible_everywhere(fall: float, side: float, flag: float) -> None:
    # The first stage holds every call; the second only strikes the best of them many times.
    found = next(plan_stages(question(fall, side, flag)))
    for call in found.calls:
        s = call.setup
        rolls = CATALOGUE[call.method_id].rolls
        assert 0.05 <= call.swing <= 1.0, call.id
        assert 0 <= call.apex_m < 60, call.id
        assert 0 <= call.carry_m <= 1.15 * flag + 1, call.id
        assert rolls or call.carry_m > 0, call.id
        assert math.radians(-25 if rolls else 4) <= call.launch_rad < math.radians(80), call.id
        assert call.spin_rad_s * 60 / (2 * math.pi) < 14_000, call.id
        assert 0.02 - 1e-9 <= s.lead_share <= 0.98 + 1e-9, call.id
        assert 0.10 <= s.stance_width_m <= 0.45 * 1.8 + 1e-9, call.id
        assert abs(s.ball_back_m) < 0.25, call.id
        assert abs(call.aim_rad) < math.radians(40), call.id
        assert call.leave_m > 0.2, call.id
        assert call.difficulty >= 0.8, call.id


@pytest.mark.parametrize("method", CATALOGUE.values(), ids=lambda m: m.id)
def test_a_method_either_refuses_in_words_or_gives_its_numbers(method) -> None:
    club = player().club("54")
    for fall in FALLS:
        for side in SIDES:
            case = Case(question(fall, side, 20.0).slope, club, "54")
            reason = method.refuses(case)
            if reason is None:
                change = method.change(case)
                assert 0 <= float(change.follow_touch) <= 1
                assert 0 <= float(change.taken_up) <= 1
                assert abs(float(change.open_rad)) <= MOST_OPEN_RAD
                assert abs(float(change.lean_rad)) <= MOST_LEAN_RAD
            else:
                assert not reason.endswith(".")
                assert len(reason) > 10


def test_downhill_schools_only_downhill_and_so_on() -> None:
    club = player().club("54")

    def played(fall: float, side: float) -> set[str]:
        case = Case(question(fall, side, 20.0).slope, club, "54")
        return {m.id for m in CATALOGUE.values() if m.refuses(case) is None}

    always = {"stock-swing", "tall-clip", "quiet-glide", "low-press"}
    assert played(0, 0) == always
    assert played(1.0, 1.0) == always  # too little to feel
    assert played(6, 0) == always | {"kept-club", "downhill-cut", "dropped-foot"}
    assert played(-6, 0) == always | {"kept-club", "up-the-hill", "into-the-hill", "soft-bank-draw"}
    assert played(0, 6) == always | {"stand-tall"}
    assert played(0, -6) == always | {"sit-low"}
    assert {"downhill-cut", "sit-low"} <= played(6, -6)


@pytest.mark.parametrize("gain", [1.0, 4.0, 8.0])
def test_opening_gains_the_loft_that_was_asked_for(gain: float) -> None:
    club = player().club("54")
    case = Case(question(gain, 0, 20.0).slope, club, "54")
    opened = opened_to_gain(case, math.radians(gain))
    shown = present(club.loft_rad, club.lie_rad, club.bounce_rad, open_rad=opened)
    assert math.degrees(shown.delivered_loft_rad[0]) == pytest.approx(54 + gain, abs=0.05)


@pytest.mark.parametrize(("club_id", "about"), [("58", 7.8), ("9-iron", 3.6), ("4-hybrid", 1.7)])
def test_lowered_handle_wants_the_opening_that_looks_straight(club_id: str, about: float) -> None:
    club, lowered = player().club(club_id), math.radians(-4)
    case = Case(question(6, 0, 20.0).slope, club, None)
    opened = opened_to_look_straight(case, lowered)
    shown = present(club.loft_rad, club.lie_rad, club.bounce_rad, open_rad=opened, handle_rad=lowered)
    assert math.degrees(shown.face_azimuth_rad[0]) == pytest.approx(0.0, abs=0.05)
    # By hand: the handle turns the face by tan(opened loft) a degree, opening turns it back by about 0.9 a degree:
    # 4 tan 61 / 0.93 = 7.8 for the 58.
    assert math.degrees(opened) == pytest.approx(about, abs=0.3)


def test_dropped_foot_aims_little_off() -> None:
    for call in plan_shot(question(6, 0, 60)).calls:
        if call.method_id == "dropped-foot":
            assert abs(call.aim_rad) < math.radians(4), call.id


def test_soft_bank_draw_aims_right_and_swings_from_inside() -> None:
    call = next(c for c in plan_shot(question(-7, 0, 60)).calls if c.id == "50~soft-bank-draw")
    assert call.setup.path_rad < 0
    assert call.aim_rad < 0
    assert call.setup.ball_back_m < 0


def test_stand_tall_needs_less_aim_than_the_stock_swing() -> None:
    # What the slope asks for, before trouble beside the green moves it.
    asked = question(0, 7, 100)
    clubs = [asked.player.club(club) for club in ("9-iron", "8-iron")]
    calls = {c.id: c for c in calls_of(asked, clubs, ("stand-tall", "stock-swing"))}
    for club in ("9-iron", "8-iron"):
        tall, stock = (calls[f"{club}~{method}"] for method in ("stand-tall", "stock-swing"))
        assert abs(tall.aim_rad - tall.trouble_rad) < abs(stock.aim_rad - stock.trouble_rad)


def test_sit_low_is_wider_and_lower() -> None:
    calls = {c.id: c for c in plan_shot(question(0, -7, 100)).calls}
    low, stock = calls["9-iron~sit-low"].setup, calls["9-iron~stock-swing"].setup
    assert low.stance_width_m > stock.stance_width_m
    assert low.lead_share == pytest.approx(stock.lead_share, abs=0.03)


def test_gripping_down_costs_speed() -> None:
    assert strike("7-iron", 0, 8, 1.0).club_speed[0] < strike("7-iron", 0, 0, 1.0).club_speed[0]
    assert strike("7-iron", 0, -8, 1.0).club_speed[0] == pytest.approx(strike("7-iron", 0, 0, 1.0).club_speed[0])
