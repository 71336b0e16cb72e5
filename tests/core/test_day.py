"""The day: cold, wet, soft and clothed, the seasons, one shot on two days, the day sheet."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from CoolProp.HumidAirProp import HAPropsSI
from hypothesis import given
from hypothesis import strategies as st

from tests.players import degrees, player, question, slope
from veltrin.core.air import CALM, Air, Wind, standard_pressure
from veltrin.core.care import RAINS, Weather
from veltrin.core.day import GIVE_TODAY, SAND_STATES, SEASONS, Day, give_on, grown, landing_on, lie_on, wet_of
from veltrin.core.errors import OutOfRangeError, UnknownNameError
from veltrin.core.geometry import elevation
from veltrin.core.ground import CLEAN, COVERS, Lie
from veltrin.core.kit import ball_restitution_factor
from veltrin.core.plan import DayPlan, day_sheet, on_day, plan_shot, stock_speeds, two_days
from veltrin.core.plan.play import Batch, Played, play
from veltrin.core.plan.stock import STOCK_WORLD
from veltrin.core.run import FIRMNESS, SURFACES, Landing, run_out
from veltrin.core.strike import club_rows

FELL_M = 620.0


def season(name: str) -> Day:
    """A season on the demo course, without its wind."""
    day = SEASONS[name].day
    return replace(day, air=replace(day.air, altitude_m=FELL_M))


def chip(front: float = 8.5) -> list[DayPlan]:
    """The same 15 m chip over the apron, dry June against soaked December."""
    landing = Landing(front, front + 17.0, SURFACES["fairway"], width_m=16.0)
    return two_days(question(0, 0, 15.0, landing=landing), [season("june"), season("december")])


@pytest.fixture(scope="module")
def june_december() -> list[DayPlan]:
    return chip()


def swung(club_id: str, swing: float = 1.0, lie: Lie = CLEAN, able: float = 1.0, **world: object) -> Played:
    who = player()
    at = [c.id for c in who.bag].index(club_id)
    speed = np.array([stock_speeds(who)[at]])
    batch = Batch.of(club_rows(who, [who.bag[at]]), speed, who.stature_m, able=able)
    return play(batch, replace(STOCK_WORLD, lie=lie, **world), np.array([swing]), np.zeros(1))


# --- cold, clothes, wet


def test_density_on_the_fell_in_winter_against_reference_property_data() -> None:
    # Source: CoolProp humid air (ASHRAE RP-1485) at the standard pressure of 620 m (ISO 2533), 4 C, 90 %.
    volume = HAPropsSI("Vha", "T", 277.15, "P", standard_pressure(FELL_M), "R", 0.9)
    assert Air(4.0, FELL_M, 90.0).density == pytest.approx(1 / volume, rel=1e-3)
    # By hand: 94,092 Pa over (287.05 x 277.15) is 1.183 dry; damp air is lighter by some 0.2 %.
    assert Air(4.0, FELL_M, 90.0).density == pytest.approx(1.180, abs=0.003)


def test_cold_costs_by_air_and_by_ball() -> None:
    still = float(swung("7-iron").carry[0])
    air, ball = swung("7-iron", air=Air(4.0, 0.0, 50.0)).carry[0], swung("7-iron", ball_c=4.0).carry[0]
    both = swung("7-iron", air=Air(4.0, 0.0, 50.0), ball_c=4.0).carry[0]
    assert both < min(air, ball) <= max(air, ball) < still
    # Source: common practice, about two yards in 10 F: 11 C (20 F) colder costs a mid iron some 2 to 5 m in all.
    assert 2.0 < still - both < 5.5


def test_a_colder_ball_leaves_slower_never_faster() -> None:
    speeds = [np.linalg.norm(swung("7-iron", ball_c=c).launch.velocity) for c in (-10.0, 4.0, 15.0, 30.0)]
    assert speeds == sorted(speeds)
    # Published cold-ball tests, from memory: 1 to 2 % of ball speed for 20 C.
    assert 0.99 > np.linalg.norm(swung("7-iron", ball_c=-5.0).launch.velocity) / speeds[2] > 0.975
    with pytest.raises(OutOfRangeError, match="ball_c"):
        ball_restitution_factor(80.0)


def test_clothes_take_from_a_full_swing_and_hardly_from_a_chip() -> None:
    who = player()
    assert who.able(0) == 1.0
    assert who.able(2) == pytest.approx(0.97)
    full = float(swung("7-iron", able=0.97).carry[0] / swung("7-iron").carry[0])
    short = float(swung("7-iron", 0.2, able=0.97).carry[0] / swung("7-iron", 0.2).carry[0])
    assert full < 0.975
    assert short > 0.985
    with pytest.raises(OutOfRangeError, match=r"layers.*0 to 4"):
        who.able(5)


@pytest.mark.parametrize("club", ["7-iron", "9-iron", "54"])
def test_a_wet_face_lowers_spin_and_raises_launch(club: str) -> None:
    # Source: common practice, "wet face, wet ball, wet grass: spin falls".
    spins, launches = [], []
    for wet in (0.0, 0.5, 1.0):
        played = swung(club, 0.9, lie=Lie(wet=wet))
        spins.append(float(np.linalg.norm(played.launch.spin)))
        launches.append(degrees(elevation(played.launch.velocity)))
    # A film that friction still beats changes nothing; dripping, every club slides.
    assert spins == sorted(spins, reverse=True)
    assert launches == sorted(launches)
    assert spins[2] < 0.97 * spins[0]
    assert launches[2] > launches[0] + 0.2


def test_from_packed_wet_sand_the_least_bounce() -> None:
    # Source: common practice, compacted wet sand: low bounce matters more than loft.
    lie = lie_on(Lie(COVERS["sand"], 0.1), season("december"))
    assert lie.cover.name == "sand-wet-hard"
    who = player()
    found = plan_shot(question(0, 0, 14.0, who, lie=lie, landing=Landing(6.0, 24.0)))
    wedges = [c for c in found.calls if who.club(c.club_id).kind == "wedge" and c.setup.blow == "splash"]
    least = min(who.club(c.id).bounce_rad for c in who.bag if c.kind == "wedge")
    most = max(who.club(c.id).bounce_rad for c in who.bag if c.kind == "wedge")
    first = found.calls[0]
    low = [c for c in found.calls if c.spread and math.degrees(who.club(c.club_id).bounce_rad) <= 6.0]
    # A dig turns the bounce away, so there it matters less: as good within a twentieth.
    assert min(c.score for c in low) <= first.score + 0.05
    # Of the same splash the high-bounce sole is thrown into the ball more often.
    thin = {c.club_id: c.odds.thin for c in wedges if c.method_id == "splash"}
    assert thin["54"] > thin["58"] + 0.05
    assert least < most


def test_soft_wet_ground_changes_how_the_strike_fails() -> None:
    def heavy(day: str) -> float:
        asked = on_day(question(0, 0, 60.0), season(day))
        return next(c for c in plan_shot(asked).calls if c.id == "54~stock-swing").odds.heavy

    assert heavy("december") > heavy("june") + 0.03


def test_soaked_ground_runs_less_and_slower() -> None:
    velocity, spin = np.array([[14.0, 0.0, -9.0]]), np.array([[0.0, -250.0, 0.0]])
    runs = {
        name: float(run_out(np.zeros((1, 3)), velocity, spin, landing_on(Landing(), season(name))).rest[0, 0])
        for name in SEASONS
    }
    assert runs["december"] < runs["november"] < runs["september"] < runs["june"] < runs["january"]
    wet, dry = (run_out(np.zeros((1, 3)), velocity, spin, Landing(wet=w)).rest[0, 0] for w in (1.0, 0.0))
    assert wet != dry


def test_a_wet_green_brakes_a_roll_as_said() -> None:
    # Without a bounce: only the brake differs, by WET_BRAKE.
    rolled = [
        float(run_out(np.zeros((1, 3)), np.array([[2.0, 0.0, 0.0]]), np.zeros((1, 3)), Landing(wet=w)).rest[0, 0])
        for w in (0.0, 1.0)
    ]
    assert rolled[0] / rolled[1] == pytest.approx(1.3, rel=0.02)


# --- what a day makes of a lie


def test_medium_ground_is_what_covers_state() -> None:
    for cover in COVERS.values():
        assert give_on(cover, "medium") == pytest.approx(cover.give)
        assert grown(cover, "usual") == (cover.height_m, cover.density)
        gives = [give_on(cover, g) for g in ("hard", "firm", "medium", "soft", "sodden")]
        assert gives == sorted(gives)
        assert all(0.0 <= g <= 1.0 for g in gives)
    assert give_on(COVERS["fairway"], "sodden") == pytest.approx(GIVE_TODAY["sodden"])


def test_only_unmown_grass_grows() -> None:
    assert grown(COVERS["fairway"], "lush") == (COVERS["fairway"].height_m, COVERS["fairway"].density)
    assert grown(COVERS["rough"], "lush")[0] > COVERS["rough"].height_m
    assert grown(COVERS["rough"], "lean")[1] < COVERS["rough"].density
    assert grown(COVERS["hard-pan"], "lush") == (0.0, 0.0)


@pytest.mark.parametrize("cover", COVERS.values(), ids=lambda c: c.name)
@pytest.mark.parametrize("name", SEASONS)
def test_every_lie_has_its_other_day(cover, name: str) -> None:
    there = lie_on(Lie(cover, cover.usual_sunk), season(name))
    assert there.sunk <= cover.usual_sunk + 1e-9
    assert there.in_sand is (cover.group == "sand")
    # The same day twice changes nothing more.
    assert lie_on(there, season(name)) == there


def test_a_ball_deep_in_lush_grass_comes_up_where_it_is_lean() -> None:
    lush = lie_on(Lie(COVERS["rough"], 1.8), season("september"))
    lean = lie_on(replace(lush, sunk=lush.deepest), season("december"))
    assert lean.sunk == pytest.approx(lean.deepest)


def test_wet_comes_from_the_sky_or_the_ground() -> None:
    assert wet_of("none", "firm") == 0.0
    assert wet_of("none", "sodden") == 0.5
    assert wet_of("rain", "hard") == 1.0
    with pytest.raises(OutOfRangeError, match=r"day\.green_speed_ft.*4 to 16"):
        Day("x", green_speed_ft=3.0)
    with pytest.raises(UnknownNameError, match="sand-soft"):
        Day("x", sand="quicksand")
    assert set(SAND_STATES) == {n for n, c in COVERS.items() if c.group == "sand"}


def test_ground_and_greens_differ() -> None:
    day = replace(season("december"), greens="firm")
    landing = landing_on(Landing(8.0, 20.0, SURFACES["fairway"]), day)
    assert landing.firmness_of(SURFACES["green"]) == FIRMNESS["firm"]
    assert landing.firmness_of(SURFACES["fairway"]) == FIRMNESS["sodden"]
    assert Landing(firmness=0.7).firmness_of(SURFACES["fairway"]) == 0.7


# --- the same shot on two days


def test_a_nine_iron_chip_in_december_would_run_through_in_june(june_december: list[DayPlan]) -> None:
    # Source: common practice: same shot, two seasons, two clubs.
    june, december = june_december
    wedge = player().club(june.plan.calls[0].club_id)
    assert wedge.kind == "wedge"

    def lead(day: DayPlan) -> float:
        """What the 9-iron's roll chip costs more than the day's first call."""
        chip = next(c for c in day.plan.calls if c.id == "9-iron~roll-chip")
        return chip.strokes - day.plan.calls[0].strokes

    # In December the 9-iron is as good as any; in June it is not.
    assert lead(december) < min(lead(june), 0.12)
    assert december.carried is not None
    # Struck in June, December's call ends past the flag.
    assert december.carried.there.finish_m > 15.0 + 3.0
    assert june.carried is not None
    # And June's wedge stops far too short in December.
    assert june.carried.there.finish_m < 15.0 - 3.0


def test_the_way_from_day_to_day_adds_up(june_december: list[DayPlan]) -> None:
    for one in june_december:
        assert one.carried is not None
        rows = one.carried.rows
        assert sum(r.value for r in rows if not r.total) == pytest.approx(rows[-1].value, abs=1e-6)
        assert rows[0].value == pytest.approx(one.carried.here.finish_m, abs=0.051)
        assert rows[-1].value == pytest.approx(one.carried.there.finish_m, abs=0.051)
        # On a chip it is the greens and the ground that matter, not the air.
        size = {r.words: abs(r.value) for r in rows[1:-1]}
        assert max(size, key=lambda w: size[w]) == "greens and ground"


def test_carried_to_the_same_day_nothing_changes() -> None:
    day = season("september")
    for one in two_days(question(0, 0, 90.0), [day, replace(day, name="again")]):
        assert one.carried is not None
        assert one.carried.here.finish_m == pytest.approx(one.carried.there.finish_m)
        assert one.carried.here.odds.clean == pytest.approx(one.carried.there.odds.clean, abs=0.02)
        assert [r.words for r in one.carried.rows] == ["finish", "finish there"]


def test_far_shots_take_more_club_in_winter_and_say_why() -> None:
    june, december = two_days(question(0, 0, 115.0), [season("june"), season("december")])
    bag = [c.id for c in player().bag]
    stock = [
        next(c for c in d.plan.calls if c.method_id == "stock-swing" and c.target.name == "flag")
        for d in (june, december)
    ]
    assert bag.index(stock[1].club_id) <= bag.index(stock[0].club_id)
    assert stock[1].plays_as_m > stock[0].plays_as_m + 3.0
    rows = {r.words: r.value for r in june.carried.rows} if june.carried else {}
    assert rows["clothes"] < -1.0
    assert rows["cold ball"] < -0.5
    assert rows["air"] < -0.5
    assert stock[1].detail is not None
    assert {"clothes", "cold ball", "wet"} <= {r.words for r in stock[1].detail.ledgers["distance"]}
    assert "wet" in {r.words for r in stock[1].detail.ledgers["spin"]}


def test_left_handers_have_the_same_two_days(june_december: list[DayPlan]) -> None:
    landing = Landing(8.5, 25.5, SURFACES["fairway"], width_m=16.0)
    asked = question(0, 0, 15.0, player(left=True), landing=landing)
    for left, right in zip(two_days(asked, [season("june"), season("december")]), june_december, strict=True):
        assert left.plan.first_id == right.plan.first_id
        assert left.carried is not None
        assert right.carried is not None
        assert left.carried.call_id == left.plan.first_id
        assert left.carried.there.finish_m == pytest.approx(right.carried.there.finish_m)


# --- the day sheet

STEPS = [Wind.from_direction(v, a) for v, a in ((8, 0.0), (4, 0.0), (4, math.pi), (8, math.pi))]
FALLS = [math.radians(f) for f in (10, 5, -5, -10)]


def test_the_sheet_of_the_reference_day_is_the_stock_bag() -> None:
    for row in day_sheet(player(), Day("reference"), [CALM], [0.0]):
        assert row.today.carry_m == pytest.approx(row.club.stock_carry_m, abs=0.1)
        for cell in (row.today, row.winds[0], row.slopes[0]):
            assert cell.carry_m == pytest.approx(row.club.stock_carry_m, abs=0.1)
    assert {r.club.kind for r in day_sheet(player(), Day("x"), [], [])} == {"wood", "hybrid", "iron", "wedge"}


def test_the_sheet_falls_with_the_wind_against_and_says_what_it_plays_as() -> None:
    for row in day_sheet(player(), season("december"), STEPS, FALLS):
        strong, head, tail, gale = (c.carry_m or 0.0 for c in row.winds)
        assert row.today.carry_m is not None
        assert strong < head < row.today.carry_m < tail
        assert gale > head
        if row.winds[1].plays_as_m is not None:
            assert row.winds[1].plays_as_m > row.club.stock_carry_m
        # Uphill a short iron flies higher and shorter than from the level and than downhill.
        if row.club.id in ("9-iron", "pw", "50"):
            assert min(row.slopes[0].carry_m, row.today.carry_m) > row.slopes[3].carry_m


def test_plays_as_reads_the_sheet_backwards() -> None:
    rows = day_sheet(player(), season("december"), STEPS, [])
    stock = [r.club.stock_carry_m for r in rows]
    for row in rows:
        asked = row.winds[1].plays_as_m
        if asked is None:
            continue
        carries = [r.winds[1].carry_m for r in rows]
        # The stock carry it asks for, taken off the bag's own line, carries this club's stock distance into the wind.
        assert np.interp(asked, stock[::-1], carries[::-1]) == pytest.approx(row.club.stock_carry_m, abs=0.5)
    # Nothing in the bag makes up for the longest club's loss.
    assert rows[0].winds[0].plays_as_m is None


def test_a_club_that_would_not_get_up_has_no_carry() -> None:
    rows = {r.club.id: r for r in day_sheet(player(), Day("x"), [], FALLS)}
    # A driver is not struck off a slope, and a 3-wood ten degrees downhill goes into the ground.
    assert all(c.carry_m is None for c in rows["driver"].slopes)
    assert rows["3-wood"].slopes[0].carry_m is None
    assert rows["7-iron"].slopes[0].carry_m is not None


def test_weather_is_the_days_own() -> None:
    assert Day("x", weather=Weather("rain")).weather.rain == "rain"
    assert Day("x", air=Air(3.0)).ball_temperature_c == 3.0
    assert Day("x", air=Air(3.0), ball_c=20.0).ball_temperature_c == 20.0
    asked = on_day(question(0, 0, 50.0), season("january"))
    assert (asked.layers, asked.ball_c, asked.air.altitude_m) == (3, -1.0, FELL_M)
    assert asked.slope == slope()


# --- properties

COVER = st.sampled_from(sorted(COVERS))
GROUNDS = ("sodden", "soft", "medium", "firm", "hard")
DAYS = st.builds(
    lambda ground, greens, growth, rain, sand, layers, celsius: Day(
        "any",
        air=Air(celsius, FELL_M, 60.0),
        ground=ground,
        greens=greens,
        growth=growth,
        weather=Weather(rain),
        sand=sand,
        layers=layers,
    ),
    st.sampled_from(GROUNDS),
    st.sampled_from(GROUNDS),
    st.sampled_from(("lean", "usual", "lush")),
    st.sampled_from(RAINS),
    st.sampled_from(SAND_STATES),
    st.integers(0, 4),
    st.floats(-10, 35),
)


@given(COVER, DAYS)
def test_any_lie_on_any_day_is_a_lie(name: str, day: Day) -> None:
    cover = COVERS[name]
    there = lie_on(Lie(cover, cover.usual_sunk), day)
    assert 0.0 <= there.softness <= 1.0
    assert 0.0 <= there.wet <= 1.0
    assert there.sunk <= there.deepest + 1e-9
    # Wetter weather never dries a lie, softer ground never hardens it.
    assert lie_on(there, replace(day, weather=Weather("downpour"))).wet >= there.wet
    assert lie_on(there, replace(day, ground="sodden")).softness >= there.softness - 1e-9


@given(DAYS, DAYS)
def test_a_day_leaves_no_trace_of_the_day_before(one: Day, other: Day) -> None:
    lie = Lie(COVERS["rough"], 0.5)
    there = lie_on(lie, other)
    by_way = lie_on(lie_on(lie, one), other)
    # Only the seat of the ball may have changed on the way, where the grass was shorter than it lay deep.
    assert replace(by_way, sunk=0.0) == replace(there, sunk=0.0)
    assert landing_on(landing_on(Landing(8.0, 20.0), one), other) == landing_on(Landing(8.0, 20.0), other)


@pytest.mark.parametrize("greens", GROUNDS[:-1])
def test_firmer_greens_run_further(greens: str) -> None:
    firmer = GROUNDS[GROUNDS.index(greens) + 1]
    velocity, spin = np.array([[12.0, 0.0, -9.0]]), np.array([[0.0, -200.0, 0.0]])
    ends = []
    for word in (greens, firmer):
        day = replace(season("september"), greens=word, ground=word, weather=Weather())
        ends.append(float(run_out(np.zeros((1, 3)), velocity, spin, landing_on(Landing(), day)).rest[0, 0]))
    assert ends[0] < ends[1]


def test_seasons_are_told_apart_by_what_coaches_feel() -> None:
    june, december = SEASONS["june"], SEASONS["december"]
    assert june.day.air.temperature_c > december.day.air.temperature_c + 10
    assert FIRMNESS[june.day.greens] > FIRMNESS[december.day.greens]
    assert june.day.green_speed_ft > december.day.green_speed_ft
    assert december.day.layers > june.day.layers
    assert december.day.weather.preferred
    assert len({s.day.name for s in SEASONS.values()}) == len(SEASONS)
