"""The head against ground and ball: thin limit, strike window, heavy and thin, edges laid on the ball."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.players import player, question
from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.geometry import elevation
from veltrin.core.ground import CLEAN, COVERS, Lie
from veltrin.core.kit import Player, Scatter, build_bag, present
from veltrin.core.methods import CATALOGUE, Case
from veltrin.core.plan import Odds, plan_shot, stock_speeds
from veltrin.core.plan.odds import even_normals, strike_odds
from veltrin.core.plan.play import AS_MEANT, Batch, Miss, Played, play
from veltrin.core.plan.stock import STOCK_WORLD
from veltrin.core.strike import Approach, Change, club_rows, meet
from veltrin.core.strike.meeting import aimed_edge, bladed_elevation, dig_rate, thin_limit, window_of

TIGHT, HARD = Lie(COVERS["tight"]), Lie(COVERS["hard-pan"])


def approach(steep_deg: float, loft_deg: float, bounce_deg: float, arc_m: float = 1.5) -> Approach:
    steep = math.radians(steep_deg)
    one = (
        steep,
        arc_m * math.sin(steep),
        math.radians(loft_deg),
        math.radians(bounce_deg),
        arc_m,
        0.022,
        1.0,
        10.0,
        0.3,
    )
    return Approach(*(np.array([v]) for v in one))


def early(lie: Lie, a: Approach) -> float:
    """How early a strike may be before it fails (m)."""
    room = np.empty(3)
    window_of(lie.under.soil, np.concatenate(a), room)
    return float(room[0])


GLIDE, PRESS = approach(3.5, 55.0, 9.0), approach(7.0, 42.0, -2.0)


def struck(club_id: str, lie: Lie, change: Change, swing: float = 0.3, miss: Miss = AS_MEANT) -> Played:
    who = player()
    at = [c.id for c in who.bag].index(club_id)
    batch = Batch.of(club_rows(who, [who.bag[at]]), np.array([stock_speeds(who)[at]]), who.stature_m, changes=[change])
    return play(batch, replace(STOCK_WORLD, lie=lie), np.array([swing]), np.zeros(1), miss=miss)


@pytest.mark.parametrize("loft", [5.0, 20.0, 45.0, 64.0])
def test_thin_limit_is_where_the_face_touches_the_ball(loft: float) -> None:
    # Source: geometry by hand. A plane of that loft touches a sphere where the radius is square to it.
    contact = BALL_RADIUS_M - BALL_RADIUS_M * math.sin(math.radians(loft))
    limit = thin_limit(math.radians(loft))
    assert limit == pytest.approx(contact)
    # At the limit edge and face agree, so a thin strike joins on without a jump.
    assert math.degrees(bladed_elevation(limit)) == pytest.approx(loft, abs=1e-6)


def test_an_edge_at_the_equator_gives_no_loft_and_above_it_tops() -> None:
    at, above = (bladed_elevation(edge) for edge in (BALL_RADIUS_M, 1.3 * BALL_RADIUS_M))
    assert at == pytest.approx(0.0, abs=1e-12)
    assert above < 0


def test_lofted_clubs_leave_less_room_before_thin() -> None:
    limits = [thin_limit(math.radians(loft)) for loft in (20.0, 34.0, 46.0, 58.0)]
    assert np.all(np.diff(limits) < 0)
    assert 1000 * limits[-1] == pytest.approx(3.2, abs=0.1)


def test_a_stroke_as_meant_is_neither_thin_nor_heavy() -> None:
    for lie in (CLEAN, TIGHT, HARD):
        for a in (GLIDE, PRESS):
            met = meet(lie, a)
            assert not met.thin[0]
            assert not met.heavy[0]
            assert met.kept[0] > 0.95


def test_on_turf_with_give_the_glide_has_the_wider_window_on_hard_pan_it_has_not() -> None:
    # Source: common practice: the sole may touch early on turf with some give; bare hard-pan rejects it.
    assert early(TIGHT, GLIDE) > 1.5 * early(TIGHT, PRESS)
    assert early(HARD, GLIDE) < early(HARD, PRESS)


def test_the_harder_the_ground_the_sooner_bounce_blades_it() -> None:
    rooms = [early(replace(TIGHT, give=g), GLIDE) for g in (0.35, 0.2, 0.1, 0.0)]
    assert rooms == sorted(rooms, reverse=True)
    assert rooms[-1] < 0.75 * rooms[0]


def test_soft_ground_digs_steep_strokes() -> None:
    def rate(lie: Lie, a: Approach) -> float:
        numbers = (float(v[0]) for v in (a.steep, a.bounce, a.sole_m, a.sole_contact_share))
        return dig_rate(lie.under.soil, *numbers)

    rates = [rate(replace(TIGHT, give=g), PRESS) for g in (0.1, 0.4, 0.9)]
    assert rates == sorted(rates)
    assert rate(TIGHT, PRESS) > 2 * rate(TIGHT, GLIDE)


@settings(max_examples=60)
@given(st.floats(0.0, 1.0), st.floats(1.0, 12.0), st.floats(20.0, 62.0), st.floats(-6.0, 16.0), st.floats(0.0, 0.1))
def test_touching_earlier_never_keeps_more_speed(give, steep, loft, bounce, early) -> None:
    a = approach(steep, loft, bounce)
    lie = replace(TIGHT, give=give)
    less, more = meet(lie, a, along_m=-early * 0.5), meet(lie, a, along_m=-early)
    assert more.kept[0] <= less.kept[0] + 1e-12
    assert more.early_m[0] >= less.early_m[0] - 1e-12


@settings(max_examples=60)
@given(st.sampled_from(sorted(COVERS)), st.floats(20.0, 62.0), st.floats(0.0, 12.0))
def test_the_edge_is_never_aimed_into_the_ground(name: str, loft: float, steep: float) -> None:
    lie = Lie(COVERS[name], min(COVERS[name].usual_sunk, 0.3))
    assert aimed_edge(lie.under.soil, math.radians(loft), math.radians(steep), 0.0, lie.room_m) >= -lie.room_m - 1e-12


def test_more_bounce_at_one_loft_thins_more_on_hard_pan() -> None:
    # Source: common practice: on hard-pan take the wedge with the least bounce, whatever its loft.
    thin = [_odds_of(_wedges(bounces={"58": b}), "58", HARD).thin for b in (2.0, 6.0, 10.0, 14.0)]
    assert thin == sorted(thin)
    assert thin[-1] > thin[0] + 0.1


def _wedges(bounces: dict[str, float]) -> Player:
    bag = tuple(replace(c, bounce_rad=math.radians(bounces[c.id])) if c.id in bounces else c for c in build_bag(140.0))
    return Player("w", "Wedges", False, 1.8, 12.0, bag, scatter=Scatter.for_handicap(12.0))


def _odds_of(who: Player, club_id: str, lie: Lie) -> Odds:
    found = plan_shot(question(0, 0, 15, who, lie=lie))
    return next(c.odds for c in found.calls if c.id == f"{club_id}~stock-swing")


@pytest.mark.parametrize("least", ["50", "54", "58"])
def test_the_hard_pan_chip_takes_the_least_bounce_whatever_its_loft(least: str) -> None:
    bounces = {"pw": 9.0, "50": 9.0, "54": 12.0, "58": 10.0, least: 3.0}
    found = plan_shot(question(0, 0, 15, _wedges(bounces), lie=HARD))
    chips = [c for c in found.calls if c.method_id == "hard-pan-chip"]
    assert [c.club_id for c in chips] == [least]
    # And the numbers agree: among wedges played stock, the same one is thinned least.
    stock = {c.club_id: c.odds.thin for c in found.calls if c.id in {f"{w}~stock-swing" for w in ("54", "58", least)}}
    assert stock[least] == min(stock.values())


def test_shutting_takes_four_degrees_of_bounce_to_none_or_two() -> None:
    # Source: common practice: shutting takes 4 deg of bounce to 2 or 0; opening adds.
    case_open = CATALOGUE["hard-pan-chip"].change(_case("58", HARD)).open_rad
    shown = present(math.radians(58), math.radians(64), math.radians(4), open_rad=case_open)
    assert -0.5 <= math.degrees(shown.effective_bounce_rad[0]) <= 2.0


def _case(club_id: str, lie: Lie) -> Case:
    return Case(question(0, 0, 15).slope, player().club(club_id), None, lie, 15.0, club_id)


def test_a_thin_strike_flies_low_and_hot_a_heavy_one_short() -> None:
    change = CATALOGUE["quiet-glide"].changed(_case("58", TIGHT))
    meant = struck("58", TIGHT, change)
    thin = struck("58", TIGHT, change, miss=Miss(0.0, -0.012))
    heavy = struck("58", TIGHT, change, miss=Miss(-0.09, 0.004))
    assert thin.thin[0]
    assert float(elevation(thin.launch.velocity)[0]) < 0.65 * float(elevation(meant.launch.velocity)[0])
    assert thin.total[0] > 1.5 * meant.total[0]
    assert heavy.total[0] < 0.85 * meant.total[0]


@pytest.mark.parametrize("method", ["rim-roll", "flange-roll"])
def test_edge_strokes_roll_from_the_start(method: str) -> None:
    # Source: common practice: they come off with top-spin and roll at once.
    lie = Lie(COVERS["collar-behind"], 0.5)
    played = struck("54", lie, CATALOGUE[method].changed(_case("54", lie)), swing=0.12)
    assert abs(math.degrees(float(elevation(played.launch.velocity)[0]))) < 5.0
    assert played.carry[0] < 0.1 * played.total[0]
    # Top-spin of a ball that goes to x turns about +y.
    assert played.launch.spin[0, 1] > 0


def test_a_putt_dies_in_the_collar_ahead() -> None:
    free, held = (
        struck("putter", Lie(COVERS[name], sunk), Change(), swing=0.5)
        for name, sunk in (("fringe", 0), ("collar-ahead", 0.5))
    )
    assert held.total[0] < 0.5 * free.total[0]
    # A hybrid hops over most of it.
    hop = [
        struck("4-hybrid", Lie(COVERS[n], s), Change(), swing=0.12) for n, s in (("fringe", 0), ("collar-ahead", 0.5))
    ]
    assert hop[1].total[0] / hop[0].total[0] > held.total[0] / free.total[0]


def test_a_divot_is_thinner_pickings_than_the_fairway() -> None:
    fairway, divot = (
        {c.id: c.odds.clean for c in plan_shot(question(0, 0, 100, lie=lie)).calls}
        for lie in (CLEAN, Lie(COVERS["divot"], 0.2))
    )
    for call in set(fairway) & set(divot):
        assert divot[call] < fairway[call], call


def test_draws_are_even_and_always_the_same() -> None:
    draws = even_normals(400, 7)
    assert np.array_equal(draws, even_normals(400, 7))
    assert np.allclose(draws.mean(axis=0), 0.0, atol=0.05)
    assert np.allclose(draws.std(axis=0), 1.0, atol=0.03)
    # Source: the normal table: 68.27 % lie within one standard deviation.
    assert np.mean(np.abs(draws) < 1, axis=0) == pytest.approx(np.full(7, 0.6827), abs=0.02)
    correlation = np.corrcoef(draws.T) - np.eye(7)
    assert np.max(np.abs(correlation)) < 0.1


def test_odds_add_up_and_better_players_strike_cleaner() -> None:
    who = player()
    at = [c.id for c in who.bag].index("58")
    batch = Batch.of(club_rows(who, [who.bag[at]]), np.array([stock_speeds(who)[at]]), who.stature_m)
    played = struck("58", TIGHT, Change())
    one = np.ones(1)
    clean = []
    for handicap in (0.0, 12.0, 36.0):
        odds = strike_odds(batch, TIGHT, played, Scatter.for_handicap(handicap), 0.3 * one, one)[0]
        assert odds.clean + odds.heavy + odds.thin == pytest.approx(1.0)
        clean.append(odds.clean)
    assert clean == sorted(clean, reverse=True)
