"""Lie at the ball: geometry by hand, the trade's facts, and what must never turn round."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from tests.players import degrees, player, question, slope
from veltrin.core.errors import DomainError, OutOfRangeError, UnknownNameError
from veltrin.core.ground import (
    CLEAN,
    COVERS,
    Lie,
    cover_named,
)
from veltrin.core.ground.coefficients import GROUND
from veltrin.core.ground.grass import closure_in_grass, face_friction, speed_kept, way_through
from veltrin.core.methods import CATALOGUE, Case
from veltrin.core.plan import plan_shot, stock_speeds
from veltrin.core.plan.play import Batch, Played, play
from veltrin.core.plan.stock import STOCK_WORLD
from veltrin.core.run import SURFACES, Landing
from veltrin.core.strike import club_rows

OUT_ON_THE_FAIRWAY = Landing(1000.0, 1001.0, SURFACES["fairway"])
ARC, HEAD = 1.6, 0.29
"""Radius of the head's arc (m) and its mass (kg)."""


def struck(club_id: str, grass: Lie, method: str = "stock-swing", swing: float = 1.0) -> Played:
    """One level stroke out of this grass on to a medium fairway."""
    who = player(145.0)
    at = [c.id for c in who.bag].index(club_id)
    change = CATALOGUE[method].change(Case(slope(), who.bag[at], None, grass))
    batch = Batch.of(club_rows(who, [who.bag[at]]), np.array([stock_speeds(who)[at]]), who.stature_m, changes=[change])
    world = replace(STOCK_WORLD, landing=OUT_ON_THE_FAIRWAY, lie=grass)
    return play(batch, world, np.array([swing]), np.zeros(1))


def spin(played: Played) -> float:
    return float(np.linalg.norm(played.launch.spin[0]))


def way(over_m: float, attack_deg: float) -> float:
    grass = Lie(COVERS["deep"], over_m / 0.04267)
    return way_through(grass.under.grown, math.radians(attack_deg), ARC, 0.0)


def test_way_through_grass_is_the_arc_below_the_tips() -> None:
    # Source: geometry by hand; the head is x tan(a) + x^2/2r above the ball's bottom when it is x behind the ball.
    for over, attack in ((0.01, -4.0), (0.03, -4.0), (0.05, -9.0)):
        x = way(over, attack)
        assert x * math.tan(math.radians(-attack)) + x * x / 3.2 == pytest.approx(over)


def test_steep_goes_through_two_or_three_centimetres_where_shallow_goes_through_ten() -> None:
    # Source: common practice: a steep chop meets 2-3 cm of grass, a sweep 10-12.
    assert 0.02 <= way(0.010, -17.0) <= 0.035
    assert 0.095 <= way(0.010, -4.0) <= 0.125


def test_ball_on_top_is_struck_as_clean() -> None:
    for cover in COVERS.values():
        if cover.group == "grass":
            # Where on the face it is met depends on what the sole is carried by: within a hundredth.
            assert struck("7-iron", Lie(cover, 0.0)).carry[0] == pytest.approx(
                struck("7-iron", CLEAN).carry[0], rel=1e-2
            )


def test_a_little_grass_makes_a_flier() -> None:
    # Source: common practice: sitting up it may fly, less spin, hotter, too far.
    clean, flier = struck("7-iron", CLEAN), struck("7-iron", Lie(COVERS["rough"], 0.3))
    assert spin(flier) < 0.85 * spin(clean)
    assert flier.total[0] > clean.total[0] + 2
    assert flier.carry[0] > 0.97 * clean.carry[0]


def test_a_sunk_ball_comes_up_short() -> None:
    clean, sunk = struck("7-iron", CLEAN), struck("7-iron", Lie(COVERS["rough"], 1.4))
    assert sunk.carry[0] < 0.85 * clean.carry[0]
    assert sunk.flights.apex_m[0] < 0.7 * clean.flights.apex_m[0]


@pytest.mark.parametrize("sunk", [1.2, 1.6, 2.0])
def test_the_deeper_it_lies_the_more_a_long_club_dies_in_the_grass(sunk: float) -> None:
    # Source: common practice: the long iron starts, then dies; a hybrid is for light rough, not for a nest.
    deep = Lie(COVERS["deep"], sunk)
    carries = [float(struck(c, deep).carry[0]) for c in ("3-wood", "5-iron", "9-iron")]
    assert carries == sorted(carries)
    assert struck("4-hybrid", deep).carry[0] < struck("9-iron", deep).carry[0]
    light = Lie(COVERS["rough"], 0.3)
    kept = [float(struck(c, light).carry[0] / struck(c, CLEAN).carry[0]) for c in ("5-iron", "4-hybrid")]
    assert kept[1] > kept[0]


def test_a_slow_head_is_stopped_by_grass_that_a_fast_one_passes() -> None:
    # Source: common practice: length of swing buys contact.
    rough = Lie(COVERS["rough"], 1.0)
    slow, fast = (speed_kept(rough.under.grown, 0.3, 1.0, v, HEAD, 1.0) for v in (5.0, 35.0))
    assert slow < 0.5 * fast


def test_energy_lost_in_grass_agrees_with_stepping_through_it() -> None:
    # Source: the equation of motion m dv/dt = -stirs v^2 - force, integrated by scipy.
    lie, way, grass_drag, speed, mass = Lie(COVERS["deep"], 1.5), 0.35, 1.0, 30.0, 0.29
    standing = lie.standing

    def slope(_: float, v: np.ndarray) -> np.ndarray:
        c = GROUND.grass
        return -c.head_stirs_per_m * standing * grass_drag * v - c.head_tears_n * standing * grass_drag / mass / v

    stepped = solve_ivp(slope, (0.0, way), [speed], rtol=1e-9, atol=1e-9).y[0, -1]
    kept = speed_kept(lie.under.grown, way, grass_drag, speed, mass, 1.0)
    assert kept * speed == pytest.approx(stepped, rel=1e-6)


def test_grass_shuts_the_face_and_the_hooded_chop_aims_right() -> None:
    rough = Lie(COVERS["rough"], 1.0)
    assert degrees(struck("9-iron", rough).delivery.face_azimuth) > 1.0
    calls = {c.id: c for c in plan_shot(question(0, 0, 100, player(145.0), lie=rough)).calls}
    assert calls["9-iron~hooded-chop"].aim_rad < math.radians(-3)
    assert calls["9-iron~hooded-chop"].apex_m < calls["9-iron~stock-swing"].apex_m


def test_skim_holds_the_face_against_the_grab() -> None:
    rough = Lie(COVERS["rough"], 0.8)
    stock, skim = struck("4-hybrid", rough), struck("4-hybrid", rough, "skim")
    assert abs(skim.offline[0]) < abs(stock.offline[0])
    assert skim.carry[0] > 0.97 * stock.carry[0]


def test_wet_face_lowers_spin_and_raises_launch() -> None:
    # Source: common practice.
    dry, wet = struck("50", CLEAN), struck("50", replace(CLEAN, wet=1.0))
    assert spin(wet) < 0.75 * spin(dry)
    assert wet.launch.velocity[0, 2] / wet.launch.velocity[0, 0] > dry.launch.velocity[0, 2] / dry.launch.velocity[0, 0]


def test_methods_for_sunk_balls_only_for_sunk_balls() -> None:
    clean = {c.method_id for c in plan_shot(question(0, 0, 100)).calls}
    rough = {c.method_id for c in plan_shot(question(0, 0, 100, lie=Lie(COVERS["rough"], 1.0))).calls}
    assert not clean & {"hooded-chop", "skim"}
    assert "hooded-chop" in rough
    near = plan_shot(question(0, 0, 10, lie=Lie(COVERS["rough"], 1.0)))
    assert "hooded-chop" not in {c.method_id for c in near.calls}
    assert any("longer swings" in f.reason for f in near.fell_out if f.method_id == "hooded-chop")


depths = st.tuples(st.floats(0, 2.5), st.floats(0.02, 0.5))


@settings(max_examples=50)
@given(depths, st.sampled_from(["5-iron", "8-iron", "54"]), st.floats(0.3, 1.0))
def test_deeper_never_raises_spin(depth, club: str, swing: float) -> None:
    less, more = (struck(club, Lie(COVERS["deep"], d), swing=swing) for d in (depth[0], sum(depth)))
    assert spin(more) <= spin(less) * (1 + 1e-9)


@given(st.floats(0, 3), st.floats(0, 1), st.floats(0, 0.5), st.floats(0.4, 2))
def test_wetter_never_raises_friction_nor_speed_nor_opens_the_face(sunk, wet, length, grass_drag) -> None:
    dry, damp = (Lie(COVERS["deep"], sunk, w).under.grown for w in (wet * 0.5, wet))
    assert face_friction(damp, length) <= face_friction(dry, length) + 1e-12
    wetter, drier = (speed_kept(lie, length, grass_drag, 30.0, HEAD, 1.0) for lie in (damp, dry))
    assert wetter <= drier + 1e-12
    assert closure_in_grass(damp, length, grass_drag, 1.0) >= closure_in_grass(dry, length, grass_drag, 1.0)


@given(depths, st.floats(-15, -1), st.floats(0.4, 2))
def test_deeper_never_raises_the_speed_kept(depth, attack: float, grass_drag: float) -> None:
    def kept(sunk: float) -> float:
        grown = Lie(COVERS["deep"], sunk).under.grown
        return speed_kept(grown, way_through(grown, math.radians(attack), ARC, 0.0), grass_drag, 30.0, HEAD, 1.0)

    assert kept(sum(depth)) <= kept(depth[0])


@given(st.floats(0, 3), st.floats(-20, -1), st.floats(0.5, 8))
def test_steeper_never_passes_more_grass(sunk: float, attack: float, more: float) -> None:
    grown = Lie(COVERS["deep"], sunk).under.grown
    shallow, steep = (way_through(grown, math.radians(a), ARC, 0.0) for a in (attack, attack - more))
    assert steep <= shallow + 1e-12


def test_ledgers_tell_what_the_grass_does() -> None:
    found = plan_shot(question(0, 0, 100, player(145.0), lie=Lie(COVERS["rough"], 1.0)))
    books = found.calls[0].detail.ledgers
    assert {r.words: r.value for r in books["distance"]}["grass"] < -5
    assert {r.words: r.value for r in books["spin"]}["grass"] < -1000
    assert {r.words: r.value for r in books["aim"]}["grass"] < 0
    assert "grass" not in {r.words for r in plan_shot(question(0, 0, 100)).calls[0].detail.ledgers["distance"]}
    for rows in books.values():
        assert sum(r.value for r in rows if not r.total) == pytest.approx(rows[-1].value, abs=1e-6)


@pytest.mark.parametrize(
    ("lie", "cause"),
    [
        (Lie(COVERS["tight"]), "grass"),
        (Lie(COVERS["hard-pan"]), "ground"),
        (Lie(COVERS["fairway"], give=0.9), "grass"),
    ],
    ids=["tight", "hard-pan", "soft fairway"],
)
def test_ground_that_plays_otherwise_has_a_row_of_its_own(lie: Lie, cause: str) -> None:
    """Nothing lies between, yet the sole meets other ground: set-up and green must not be told its share."""
    call = plan_shot(question(0, 0, 30, lie=lie)).calls[0]
    assert call.detail is not None
    for name in ("loft", "distance", "spin", "aim"):
        assert cause in {r.words for r in call.detail.ledgers[name]}


def test_a_ball_deeper_than_the_grass_is_refused() -> None:
    with pytest.raises(DomainError, match=r"lie\.sunk.*choose a longer cover"):
        Lie(COVERS["fairway"], 1.0)
    with pytest.raises(OutOfRangeError, match=r"lie\.wet"):
        Lie(COVERS["deep"], 1.0, 1.2)
    with pytest.raises(UnknownNameError, match="tight, fairway"):
        cover_named("carpet")
