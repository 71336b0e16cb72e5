"""Wind: its words, its profile and gusts against sources, and what it does to a ball and to the calls."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.stats import norm

from tests.players import degrees, player, question, slope
from tests.reference.tables import rows
from veltrin.core.air import (
    BEAUFORT,
    CALM,
    EXPOSURES,
    Air,
    Wind,
    WindSample,
    averaged,
    beaufort_speed,
    exposure_factor,
    force_of,
    usual_gust_ratio,
    wind_factor,
)
from veltrin.core.air.wind import PEAK
from veltrin.core.care import Sky, Weather, notes_for
from veltrin.core.errors import DomainError, OutOfRangeError
from veltrin.core.flight import Contour, fly
from veltrin.core.geometry import elevation
from veltrin.core.ground import CLEAN, Slope
from veltrin.core.methods import CATALOGUE, Case
from veltrin.core.plan import Plan, plan_shot, stock_speeds
from veltrin.core.plan.play import Batch, Played, play
from veltrin.core.plan.scatter import _gusts
from veltrin.core.plan.stock import STOCK_WORLD
from veltrin.core.strike import Change, club_rows
from veltrin.core.units import rpm_to_rad_s

HEAD, TAIL, FROM_LEFT, FROM_RIGHT = 0.0, 180.0, 270.0, 90.0


def blow(speed: float, from_deg: float, height: float = 2.0) -> Wind:
    return Wind.from_direction(speed, math.radians(from_deg), height)


def swung(club_id: str, wind: Wind, method: str = "stock-swing", swing: float = 1.0, faster: float = 1.0) -> Played:
    who = player()
    at = [c.id for c in who.bag].index(club_id)
    tail, left = wind.at(10.0)
    change = CATALOGUE[method].changed(Case(slope(), who.bag[at], club_id, flag_m=130.0, tail_m_s=tail, left_m_s=left))
    speed = np.array([stock_speeds(who)[at] * faster])
    batch = Batch.of(club_rows(who, [who.bag[at]]), speed, who.stature_m, changes=[change])
    return play(batch, replace(STOCK_WORLD, wind=wind), np.array([swing]), np.zeros(1))


def carry(club_id: str, wind: Wind, method: str = "stock-swing", swing: float = 1.0) -> float:
    return float(swung(club_id, wind, method, swing).carry[0])


# --- words and profile


@pytest.mark.parametrize("row", rows("beaufort"), ids=lambda r: r["words"])
def test_beaufort_follows_the_published_table(row: dict[str, str]) -> None:
    force = BEAUFORT[int(row["force"])]
    assert force.words == row["words"]
    # The table gives both ends to a tenth: the mean speed for the force lies between, ends belong to it.
    for speed in (float(row["low_m_s"]), float(row["high_m_s"]), beaufort_speed(force.number)):
        assert force_of(speed) is force


def test_forces_end_where_the_law_of_the_scale_has_the_next_half() -> None:
    """Outside the table: WMO's law v = 0.836 B^1.5 (from memory) at half forces gives the limits, rounded up to 0.1."""
    for lower, upper in itertools.pairwise(BEAUFORT):
        assert upper.low_m_s == pytest.approx(0.836 * (lower.number + 0.5) ** 1.5, abs=0.11)


def test_forces_follow_one_another_without_a_gap() -> None:
    assert [f.number for f in BEAUFORT] == list(range(13))
    for lower, upper in itertools.pairwise(BEAUFORT):
        assert lower.high_m_s == upper.low_m_s
    assert all(f.on_course and f.on_land for f in BEAUFORT)


def test_wind_over_open_ground_by_hand() -> None:
    # Source: log law by hand. 5 m/s at the flag (2 m) over grass of 3 cm roughness is 6.9 at 10 m and 7.7 at 20 m.
    for height, expected in ((10.0, 6.90), (20.0, 7.71), (30.0, 8.20)):
        assert 5.0 * wind_factor(height, 2.0) == pytest.approx(expected, abs=0.02)


def test_exposure_correction_by_hand() -> None:
    # Source: WMO-No. 8 exposure correction (from memory), by hand with the shift by z0: from open (0.03) to rough
    # (0.25) ground at 10 m: ln(2001)/ln(334.3) x ln(41)/ln(241) = 0.886.
    assert exposure_factor(10.0, 0.25) == pytest.approx(
        math.log(2001) / math.log(334.333) * math.log(41) / math.log(241), rel=1e-4
    )
    assert exposure_factor(10.0, 0.03) == pytest.approx(1.0)


def test_a_forecast_is_brought_down_to_a_sheltered_line_a_hand_reading_is_not() -> None:
    ten = {e: Wind.from_direction(8.0, 0.0, 10.0, e) for e in EXPOSURES}
    speeds = [w.speed_m_s for w in ten.values()]
    assert speeds == sorted(speeds, reverse=True)
    assert Wind.from_direction(8.0, 0.0, 2.0, "wooded").speed_m_s == pytest.approx(8.0)
    # What the ball meets low down is weaker in the shelter as well.
    assert abs(ten["wooded"].at(5.0)[0]) < abs(ten["open"].at(5.0)[0])


def test_peak_is_the_expected_largest_of_forty_normals() -> None:
    # Source: order statistics, E max = integral of x d(Phi^40).
    expected, _ = quad(lambda x: x * 40 * norm.cdf(x) ** 39 * norm.pdf(x), -10, 10)
    assert pytest.approx(expected, abs=2e-3) == PEAK


def test_usual_gusts_are_about_what_meteorologists_see() -> None:
    # Source: common practice, a gust factor of 1.4 to 1.6 at 10 m over open country; more in shelter.
    assert 1.3 < usual_gust_ratio(10.0, 0.03) < 1.6
    assert usual_gust_ratio(10.0, 0.5) > usual_gust_ratio(10.0, 0.03)
    read = Wind.from_direction(6.0, 0.0, 10.0, "open", gust_m_s=9.0)
    assert read.spread_m_s == pytest.approx(3.0 / PEAK)


def test_bad_winds_are_refused_with_what_to_do() -> None:
    with pytest.raises(DomainError, match=r"wind\.gust_m_s.*less than the mean.*leave it out"):
        Wind.from_direction(8.0, 0.0, gust_m_s=6.0)
    with pytest.raises(OutOfRangeError, match=r"wind\.force"):
        beaufort_speed(13)
    with pytest.raises(OutOfRangeError, match=r"wind\.speed_m_s"):
        force_of(-1.0)


@given(st.floats(-20, 20), st.floats(-20, 20), st.floats(-3, 3))
def test_turning_the_wind_keeps_its_speed(x: float, y: float, bearing: float) -> None:
    wind = Wind(x, y)
    assert wind.turned(bearing).speed_m_s == pytest.approx(wind.speed_m_s, abs=1e-9)
    back = wind.turned(bearing).turned(-bearing)
    assert (back.x_m_s, back.y_m_s) == pytest.approx((x, y), abs=1e-9)


# --- averages of a mast


def test_a_steady_wind_is_its_own_mean_and_gust() -> None:
    told = averaged([WindSample(float(t), 6.0, math.radians(250)) for t in range(180)])
    assert told is not None
    assert (told.speed_m_s, told.gust_m_s) == pytest.approx((6.0, 6.0))
    assert math.degrees(told.from_rad) == pytest.approx(250)
    # Two minutes of one-second readings, older ones left out.
    assert told.readings == 120


def test_gust_is_the_highest_mean_of_three_seconds() -> None:
    speeds = [5.0] * 60 + [11.0, 12.0, 10.0] + [5.0] * 30
    told = averaged([WindSample(float(t), v, 0.0) for t, v in enumerate(speeds)])
    assert told is not None
    assert told.gust_m_s == pytest.approx(11.0)
    assert told.speed_m_s == pytest.approx(np.mean(speeds))


def test_direction_is_averaged_across_north_and_by_strength() -> None:
    told = averaged([WindSample(0.0, 5.0, math.radians(350)), WindSample(1.0, 5.0, math.radians(20))])
    assert told is not None
    assert math.degrees(told.from_rad) == pytest.approx(5.0)
    strong = averaged([WindSample(0.0, 9.0, math.radians(90)), WindSample(1.0, 1.0, 0.0)])
    assert strong is not None
    assert math.degrees(strong.from_rad) > 80
    assert averaged([]) is None
    still = averaged([WindSample(0.0, 0.0, math.radians(70))])
    assert still is not None
    assert math.degrees(still.from_rad) == pytest.approx(70)


# --- the ball in the wind


@pytest.mark.parametrize("club", ["5-iron", "7-iron", "pw", "driver"])
@pytest.mark.parametrize("speed", [2.0, 4.0, 7.0])
def test_headwind_hurts_more_than_the_same_tailwind_helps(club: str, speed: float) -> None:
    still = carry(club, CALM)
    hurt, helped = still - carry(club, blow(speed, HEAD)), carry(club, blow(speed, TAIL)) - still
    assert hurt > helped
    assert hurt > 0


def test_a_mile_an_hour_costs_about_one_per_cent_into_and_half_down_the_wind() -> None:
    # Source: common practice, told for a mid iron and the wind aloft (here 20 m).
    still, per_mph = carry("7-iron", CALM), 0.44704
    for aloft_mph in (5.0, 10.0, 15.0):
        read = aloft_mph * per_mph / wind_factor(20.0, 2.0)
        into = 1 - carry("7-iron", blow(read, HEAD)) / still
        down = carry("7-iron", blow(read, TAIL)) / still - 1
        assert into == pytest.approx(0.010 * aloft_mph, rel=0.25)
        # From behind it helps less and less a mile: the rule is a mean over winds.
        assert down == pytest.approx(0.005 * aloft_mph, rel=0.65)
        assert down < into


def test_into_the_wind_it_climbs_and_falls_steeper_down_it_flatter() -> None:
    into, still, down = (swung("7-iron", w) for w in (blow(5, HEAD), CALM, blow(5, TAIL)))
    apex = [float(p.flights.apex_m[0]) for p in (into, still, down)]
    steep = [-degrees(elevation(p.flights.velocity)) for p in (into, still, down)]
    aloft = [float(p.flights.flight_s[0]) for p in (into, still, down)]
    for values in (apex, steep, aloft):
        assert values[0] > values[1] > values[2]
    runs = [float(p.total[0] - p.carry[0]) for p in (into, still, down)]
    assert runs[0] < runs[1] < runs[2]


def test_cross_wind_drift_grows_with_time_aloft() -> None:
    wind = blow(5.0, FROM_LEFT)
    shots = [swung(club, wind, swing=s) for club, s in (("58", 0.4), ("58", 1.0), ("7-iron", 0.7), ("7-iron", 1.0))]
    drift = {float(p.flights.flight_s[0]): -float(p.flights.landing[0, 1]) for p in shots}
    ordered = [drift[t] for t in sorted(drift)]
    assert ordered == sorted(ordered)
    assert ordered[0] > 0
    # From the other side it is the mirror image.
    right = swung("7-iron", blow(5.0, FROM_RIGHT)).flights.landing[0, 1]
    assert right == pytest.approx(-swung("7-iron", wind).flights.landing[0, 1], abs=1e-6)


@pytest.mark.parametrize("speed", [3.0, 6.0, 9.0])
def test_the_punch_loses_less_into_the_wind_than_stock(speed: float) -> None:
    wind = blow(speed, HEAD)
    stock = carry("7-iron", CALM) - carry("7-iron", wind)
    punch = carry("7-iron", CALM, "same-club-punch", 0.9) - carry("7-iron", wind, "same-club-punch", 0.9)
    assert punch < 0.9 * stock


def test_in_a_strong_wind_the_punch_goes_further_with_the_same_club() -> None:
    strong = blow(7.0, HEAD)
    assert carry("7-iron", strong, "same-club-punch", 0.9) > carry("7-iron", strong)
    finish = [float(swung("7-iron", strong, m, s).total[0]) for m, s in (("same-club-punch", 0.9), ("stock-swing", 1))]
    assert finish[0] > finish[1]


def test_the_punch_is_set_up_as_the_trade_says() -> None:
    # Source: common practice: ball back, lean, 55-60 % lead pressure at three-quarter length, aim a fraction left.
    for swing in (0.7, 0.8, 0.85):
        stock, punch = (swung("6-iron", CALM, m, swing) for m in ("stock-swing", "held-punch"))
        assert 0.55 <= punch.setup.lead_share[0] <= 0.60
        assert punch.setup.ball_back_m[0] > 0.04
        assert punch.setup.lean[0] > stock.setup.lean[0]
        assert punch.flights.apex_m[0] < 0.78 * stock.flights.apex_m[0]
        # It starts right, so the aim goes left.
        assert -3.0 < degrees(np.arctan2(punch.launch.velocity[:, 1], punch.launch.velocity[:, 0])) < -0.3


def test_harder_into_the_wind_adds_spin_and_height_and_hardly_any_distance() -> None:
    # Source: common practice.
    wind = blow(6.0, HEAD)
    plain, harder = swung("7-iron", wind), swung("7-iron", wind, faster=1.05)
    assert np.linalg.norm(harder.launch.spin) > np.linalg.norm(plain.launch.spin) + rpm_to_rad_s(100)
    assert harder.flights.apex_m[0] > plain.flights.apex_m[0] + 1.5
    gained = float(harder.carry[0] - plain.carry[0])
    in_the_calm = float(swung("7-iron", CALM, faster=1.05).carry[0] - swung("7-iron", CALM).carry[0])
    assert gained < 0.33 * in_the_calm


def test_a_high_ball_downwind_outcarries_the_stock_one_in_a_strong_wind() -> None:
    assert carry("7-iron", blow(12, TAIL), "high-rider") > carry("7-iron", blow(12, TAIL))
    assert carry("7-iron", CALM, "high-rider") < carry("7-iron", CALM)


@pytest.mark.parametrize("from_deg", [FROM_LEFT, FROM_RIGHT])
def test_held_against_drifts_less_and_ridden_drifts_more(from_deg: float) -> None:
    wind = blow(5.0, from_deg)
    held, stock, ridden = (
        abs(float(swung("7-iron", wind, m).flights.landing[0, 1] - swung("7-iron", CALM, m).flights.landing[0, 1]))
        for m in ("hold-against", "stock-swing", "ride-wind")
    )
    bent = [float(swung("7-iron", wind, m).flights.landing[0, 1]) for m in ("hold-against", "ride-wind")]
    sign = -1.0 if from_deg == FROM_LEFT else 1.0
    assert sign * bent[0] < sign * bent[1]
    assert held <= ridden
    assert stock > 0


def test_wind_is_felt_above_the_ground_below_the_ball_not_above_the_tee() -> None:
    # A ball that falls forty metres below where it was struck is still in the wind all the way.
    velocity, spin = np.array([[45.0, 0.0, 12.0]]), np.array([[0.0, -500.0, 0.0]])
    air = Air()
    down = [fly(velocity, spin, air, w, contour=Contour(-40.0, 60.0)).landing[0, 0] for w in (CALM, blow(6, HEAD))]
    level = [fly(velocity, spin, air, w).landing[0, 0] for w in (CALM, blow(6, HEAD))]
    assert down[0] - down[1] > 1.2 * (level[0] - level[1])


# --- gusts, and what the calls make of it all


def windy(speed: float, from_deg: float, flag: float = 130.0, who: float = 140.0) -> Plan:
    return plan_shot(question(0, 0, flag, player(who), wind=blow(speed, from_deg)))


def test_gusts_are_as_wide_as_they_were_read() -> None:
    wind = Wind(-3.0, 4.0, spread_m_s=2.0)
    rng = np.random.default_rng(4)
    blown = _gusts(wind, rng.standard_normal((20_000, 2)))
    unit = np.array([-0.6, 0.8])
    assert np.std(blown @ unit) == pytest.approx(2.0, rel=0.03)
    assert np.std(blown @ np.array([-0.8, -0.6])) == pytest.approx(1.6, rel=0.03)


def test_gusts_widen_the_spread() -> None:
    calm_air = replace(blow(5.0, HEAD), spread_m_s=0.0)
    only = ("6-iron~stock-swing",)
    gusty, steady = (
        next(c for c in plan_shot(question(0, 0, 120.0, player(), wind=w)).calls if c.id in only)
        for w in (blow(5.0, HEAD), calm_air)
    )
    assert gusty.spread is not None
    assert steady.spread is not None
    assert gusty.spread.long_m - gusty.spread.short_m > steady.spread.long_m - steady.spread.short_m + 1.0


def test_low_ones_lead_into_a_strong_wind_and_not_in_the_calm() -> None:
    low = {"held-punch", "same-club-punch", "knock-down"}
    into = windy(8.0, HEAD, 105.0)
    best = min(c.strokes for c in into.calls if c.method_id in low and c.spread)
    # A punch comes down steeper and is struck a little less surely: as good as the first within a tenth.
    assert best <= into.calls[0].strokes + 0.10
    # What leads is low as well: more club and less swing than in the calm.
    assert into.calls[0].swing < 0.97
    still = plan_shot(question(0, 0, 105.0))
    assert still.calls[0].method_id not in low


def test_plays_as_tells_the_wind() -> None:
    for speed, from_deg, more in ((5.0, HEAD, True), (5.0, TAIL, False)):
        call = next(c for c in windy(speed, from_deg, 120.0).calls if c.method_id == "stock-swing")
        assert (call.plays_as_m > call.carry_m + 5.0) is more
        assert (call.blown_m < 0) is more
    assert plan_shot(question(0, 0, 120.0)).calls[0].drift_m == 0.0


def test_plays_as_is_the_stock_carry_where_nothing_is_different() -> None:
    call = next(c for c in plan_shot(question(0, 0, 120.0)).calls if c.id == "8-iron~stock-swing")
    assert call.plays_as_m == pytest.approx(call.carry_m, abs=0.05)


def test_a_rolled_ball_plays_as_what_it_rolls() -> None:
    # Downhill, and over a fringe that is as the stock shot's: the putt on the flat would stop shorter.
    found = plan_shot(question(6, 0, 13.0))
    rolled = next(c for c in found.calls if c.method_id == "plain-putt")
    assert rolled.plays_from_m == pytest.approx(rolled.total_m)
    assert rolled.plays_as_m > 5.0
    flown = next(c for c in found.calls if c.carry_m > 2.0)
    assert flown.plays_from_m == pytest.approx(flown.carry_m)


def test_the_ledgers_name_wind_and_add_up() -> None:
    call = windy(6.0, 315.0, 120.0).calls[0]
    assert call.detail is not None
    books = call.detail.ledgers
    assert {r.words: r.value for r in books["distance"]}["wind"] < -5
    assert {r.words: r.value for r in books["aim"]}["wind"] > 0.5
    for rows_ in books.values():
        assert sum(r.value for r in rows_ if not r.total) == pytest.approx(rows_[-1].value, abs=1e-6)


def test_left_and_right_handers_meet_the_same_wind() -> None:
    # A left-hander's cross-wind from the left is a right-hander's from the right.
    right = plan_shot(question(0, 0, 120.0, player(), wind=blow(5.0, FROM_RIGHT)))
    left = plan_shot(question(0, 0, 120.0, player(left=True), wind=blow(5.0, FROM_LEFT)))
    assert [c.id for c in right.calls] == [c.id for c in left.calls]
    assert right.calls[0].aim_rad == pytest.approx(-left.calls[0].aim_rad)
    assert right.calls[0].drift_m == pytest.approx(-left.calls[0].drift_m)


def test_harder_note_only_into_the_wind() -> None:
    note = windy(6.0, HEAD).harder
    assert note is not None
    assert note.spin_rad_s > 0
    assert note.apex_m > 0
    assert note.carry_m < note.still_carry_m
    assert windy(6.0, TAIL).harder is None
    assert plan_shot(question(0, 0, 120.0)).harder is None


def test_care_looks_at_the_sky() -> None:
    def told(sky: Sky) -> str:
        return " ".join(f"{n.rule} {n.words}" for n in notes_for(CLEAN, Slope(), sky))

    assert "lightning" in told(Sky(weather=Weather("rain")))
    assert "lightning" not in told(Sky(weather=Weather("drizzle")))
    assert "Gale" in told(Sky(wind_m_s=18.0))
    assert "9.3" in told(Sky(wind_m_s=12.0))
    assert "9.3" not in told(Sky(wind_m_s=8.0))
    assert "E-3" in told(Sky(weather=Weather(preferred=True)))
    assert "4.2a" in told(Sky(air_c=2.0, ball_c=25.0))


# --- properties of averages, and of a ball struck back


def lines(speeds: list[float], turn: float = 0.0) -> list[WindSample]:
    return [WindSample(float(t), v, (0.3 * math.sin(t) + turn) % (2 * math.pi)) for t, v in enumerate(speeds)]


@given(st.lists(st.floats(0.1, 30.0), min_size=1, max_size=100))
def test_a_mean_lies_between_and_the_gust_above_it(speeds: list[float]) -> None:
    told = averaged(lines(speeds))
    assert told is not None
    assert min(speeds) - 1e-9 <= told.speed_m_s <= max(speeds) + 1e-9
    # The highest mean of three seconds; a single line is its own gust.
    assert told.gust_m_s <= max(speeds) + 1e-9
    assert told.gust_m_s >= np.median(speeds) - max(speeds) / 3 - 1e-9
    assert told.readings == len(speeds)


@given(st.lists(st.floats(0.5, 20.0), min_size=2, max_size=60), st.floats(0.0, 6.2))
def test_turning_the_mast_turns_the_mean_and_nothing_else(speeds: list[float], turn: float) -> None:
    plain, turned = averaged(lines(speeds)), averaged(lines(speeds, turn))
    assert plain is not None
    assert turned is not None
    assert turned.speed_m_s == pytest.approx(plain.speed_m_s)
    assert turned.gust_m_s == pytest.approx(plain.gust_m_s)
    off = (turned.from_rad - plain.from_rad - turn + math.pi) % (2 * math.pi) - math.pi
    assert off == pytest.approx(0.0, abs=1e-6)


def test_lines_out_of_order_are_put_in_order() -> None:
    readings = lines([4.0, 9.0, 5.0, 6.0])
    one, other = averaged(readings), averaged(readings[::-1])
    assert one is not None
    assert other is not None
    assert (other.speed_m_s, other.gust_m_s, other.over_s) == pytest.approx((one.speed_m_s, one.gust_m_s, one.over_s))


@pytest.mark.parametrize("back_m", [-0.04, 0.0, 0.03, 0.06])
@pytest.mark.parametrize("club", ["6-iron", "54"])
def test_a_ball_struck_back_starts_right_as_the_plane_of_the_arc_has_it(back_m: float, club: str) -> None:
    # Source: geometry. On an arc in the plane through the target line and the shaft (lie angle l) the head moves, at
    # the arc angle t before the bottom, along cos t x - sin t (0, cos l, sin l).
    who = player()
    at = [c.id for c in who.bag].index(club)
    speed = np.array([stock_speeds(who)[at]])
    made = []
    for change in (Change(), Change(ball_back_m=back_m)):
        batch = Batch.of(club_rows(who, [who.bag[at]]), speed, who.stature_m, changes=[change])
        made.append(play(batch, STOCK_WORLD, np.ones(1), np.zeros(1)))
    stock, moved = made
    turn = float(moved.setup.face_turn[0])
    lie = who.bag[at].lie_rad
    # The arc's own angle that makes the head come down by `turn` more.
    arc = math.asin(math.sin(turn) / math.sin(lie))
    right = -math.atan2(math.sin(arc) * math.cos(lie), math.cos(arc))
    azimuths = [float(np.arctan2(p.delivery.path[0, 1], p.delivery.path[0, 0])) for p in (stock, moved)]
    assert azimuths[1] - azimuths[0] == pytest.approx(right, abs=math.radians(0.05))
    faces = [float(p.delivery.face_azimuth[0]) for p in (stock, moved)]
    assert faces[1] - faces[0] == pytest.approx(right, abs=math.radians(0.05))
