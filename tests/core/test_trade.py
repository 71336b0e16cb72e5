"""Facts of the trade. Source of every number here: common practice, unless said otherwise."""

from __future__ import annotations

import math

import pytest

from tests.players import degrees, plan, question, strike
from veltrin.core.geometry import azimuth, elevation
from veltrin.core.plan import plan_shot
from veltrin.core.run import SURFACES, Landing


def launch_deg(played) -> float:
    return math.degrees(elevation(played.launch.velocity)[0])


@pytest.mark.parametrize("fall", [-6.0, -3.0, 2.0, 5.0, 8.0])
@pytest.mark.parametrize("club", ["7-iron", "54"])
def test_one_degree_of_slope_is_about_one_degree_of_loft(club: str, fall: float) -> None:
    level, sloped = strike(club, 0, 0, 0.7), strike(club, fall, 0, 0.7)
    change = degrees(level.delivery.delivered_loft) - degrees(sloped.delivery.delivered_loft)
    assert change == pytest.approx(fall, abs=0.3)


def test_a_54_plays_like_48_to_50_downhill_and_58_to_60_uphill() -> None:
    # Delivered loft on slopes of 4 to 6 deg, told as the loft of the club that shows it on the level.
    level = degrees(strike("54", 0, 0, 0.4).delivery.delivered_loft)
    for fall in (4.0, 6.0):
        down = 54 + degrees(strike("54", fall, 0, 0.4).delivery.delivered_loft) - level
        up = 54 + degrees(strike("54", -fall, 0, 0.4).delivery.delivered_loft) - level
        assert 47.7 <= down <= 50.3
        assert 57.7 <= up <= 60.3


def test_downhill_flies_flatter_and_runs_uphill_higher_and_softer() -> None:
    for club, swing in (("7-iron", 1.0), ("54", 0.5)):
        down, level, up = (strike(club, fall, 0, swing) for fall in (6.0, 0.0, -6.0))
        assert launch_deg(down) < launch_deg(level) < launch_deg(up)
        assert down.flights.apex_m[0] < level.flights.apex_m[0] < up.flights.apex_m[0]
        runs = [float(p.total[0] - p.carry[0]) for p in (down, level, up)]
        assert runs[0] > runs[1] > runs[2]


def test_long_shots_less_club_downhill_more_uphill() -> None:
    bag = [c.id for c in question(0, 0, 120).player.bag]
    for flag in (112.0, 128.0, 140.0):
        level, down, up = (bag.index(plan(fall, 0.0, flag).calls[0].club_id) for fall in (0.0, 7.0, -7.0))
        assert up <= level <= down
        assert up < down


ALL_GREEN = Landing(-5.0, 90.0)


@pytest.mark.parametrize("flag", [12.0, 15.0, 25.0])
def test_around_the_green_more_loft_downhill_less_uphill(flag: float) -> None:
    """In the *stamped* loft of the club that the stock stroke takes."""

    def loft(fall: float) -> float:
        found = plan_shot(question(fall, 0.0, flag, landing=ALL_GREEN))
        call = next(c for c in found.calls if c.method_id == "stock-swing")
        return question(0, 0, 20).player.club(call.club_id).loft_rad

    assert loft(-8.0) <= loft(0.0) <= loft(8.0)
    assert loft(-8.0) < loft(8.0) or loft(0.0) == math.radians(58)


def test_plenty_of_green_and_nothing_in_the_way_rolls() -> None:
    # Source: common practice, "can it roll? then lob less".
    call = plan_shot(question(0.0, 0.0, 13.0, landing=ALL_GREEN)).calls[0]
    assert call.run_m > call.carry_m


def test_swap_note_tells_loft_and_distance_honestly() -> None:
    swap = plan_shot(question(8.0, 0.0, 15.0, landing=ALL_GREEN)).swap
    assert swap is not None
    # The loft comes closer to what the level shows, and both distances of the same stroke are told.
    assert abs(swap.loft_swapped_rad - swap.loft_level_rad) < abs(swap.loft_kept_rad - swap.loft_level_rad)
    assert swap.kept_total_m > swap.level_total_m
    assert swap.swapped_total_m < swap.kept_total_m


@pytest.mark.parametrize("club", ["6-iron", "pw", "58"])
def test_ball_above_the_feet_starts_left_below_right(club: str) -> None:
    above, below = (float(azimuth(strike(club, 0, s, 0.8).launch.velocity)[0]) for s in (5.0, -5.0))
    assert above > 0.02
    assert below < -0.02


def test_side_slope_turns_lofted_clubs_and_steeper_slopes_more() -> None:
    by_loft = [float(azimuth(strike(c, 0, 5, 0.8).launch.velocity)[0]) for c in ("5-iron", "8-iron", "pw", "58")]
    assert by_loft == sorted(by_loft)
    by_slope = [float(azimuth(strike("pw", 0, s, 0.8).launch.velocity)[0]) for s in (2.0, 5.0, 9.0)]
    assert by_slope == sorted(by_slope)


def test_aim_is_against_the_side_slope() -> None:
    assert all(c.aim_rad < 0 for c in plan(0.0, 6.0, 120.0).calls if c.method_id == "stock-swing")
    assert all(c.aim_rad > 0 for c in plan(0.0, -6.0, 120.0).calls if c.method_id == "stock-swing")


def test_both_downhill_schools_and_all_uphill_schools_are_computed() -> None:
    assert {"across the ball", "with the slope", "changed club", "changed swing"} <= {
        c.school for c in plan(6, 0, 30).calls
    }
    up = {c.school for c in plan(-6.0, 0.0, 30.0).calls}
    assert {"with the slope", "into the slope", "wet upslope"} <= up


def test_downhill_cut_fades_and_dropped_foot_shows_more_loft() -> None:
    calls = {c.id: c for c in plan(7.0, 0.0, 30.0).calls}
    assert calls["54~downhill-cut"].setup.path_rad > 0
    assert calls["54~dropped-foot"].delivered_loft_rad > calls["54~downhill-cut"].delivered_loft_rad
    # The cut lets the arc rise behind the ball: it comes down steeper against the ground.
    assert calls["54~downhill-cut"].setup.attack_ground_rad < calls["54~stock-swing"].setup.attack_ground_rad


def test_into_the_hill_flies_lower_than_up_the_hill() -> None:
    calls = {c.id: c for c in plan(-7.0, 0.0, 60.0).calls}
    assert calls["50~into-the-hill"].apex_m < calls["50~up-the-hill"].apex_m


def test_kept_club_gives_the_loft_back_by_its_face() -> None:
    found = plan_shot(question(6.0, 0.0, 40.0, kept_club_id="54"))
    call = next(c for c in found.calls if c.method_id == "kept-club")
    level = strike("54", 0, 0, call.swing)
    assert call.club_id == "54"
    assert math.degrees(call.setup.open_rad) > 8
    assert math.degrees(call.delivered_loft_rad) == pytest.approx(degrees(level.delivery.delivered_loft), abs=1.0)


def test_downhill_and_below_the_feet_is_the_hardest() -> None:
    def difficulty(fall: float, side: float) -> float:
        return next(c.difficulty for c in plan(fall, side, 60.0).calls if c.id == "54~stock-swing")

    worst = difficulty(5.0, -5.0)
    assert all(worst > difficulty(f, s) for f, s in ((5.0, 5.0), (-5.0, -5.0), (-5.0, 5.0), (5.0, 0.0), (0.0, -5.0)))


def test_soft_surround_short_of_the_green_takes_the_pace_off() -> None:
    def total(surround: str) -> float:
        landing = Landing(12.0, 40.0, SURFACES[surround])
        found = plan_shot(question(6.0, 0.0, 20.0, landing=landing))
        return next(c.club_speed_m_s for c in found.calls if c.id == "54~stock-swing")

    # More pace is needed when the ball has to come through semi-rough than off the fairway.
    assert total("semi") > total("fairway")
