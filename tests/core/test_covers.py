"""Covers and what they leave: friction, room, collars, growth, divots; methods against the lies they are for."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.players import player, question
from veltrin.core.constants import BALL_M
from veltrin.core.ground import COVERS, GROUND, Lie
from veltrin.core.ground.grass import ball_kept, face_friction, speed_kept
from veltrin.core.methods import CATALOGUE, Case
from veltrin.core.plan import plan_shot

FAST, HEAD = 30.0, 0.29
"""Speed (m/s) and mass (kg) of a head."""


def usual(name: str, **more: object) -> Lie:
    return Lie(COVERS[name], COVERS[name].usual_sunk, **more)


def case(name: str, club_id: str, flag: float = 15.0, fall: float = 0.0, side: float = 0.0, **more: object) -> Case:
    asked = question(fall, side, flag)
    return Case(asked.slope, player().club(club_id), None, usual(name, **more), flag, "58")


def refusal(method: str, *args: object, **more: object) -> str | None:
    return CATALOGUE[method].refusal(case(*args, **more))


@pytest.mark.parametrize("name", COVERS)
def test_no_cover_grips_better_than_a_clean_dry_face(name: str) -> None:
    dry = face_friction(usual(name).under.grown, 0.0)
    wet = face_friction(usual(name, wet=1.0).under.grown, 0.0)
    assert 0.05 < dry <= GROUND.grass.clean_friction
    assert wet <= dry


def test_mud_and_sand_between_face_and_ball_take_friction() -> None:
    mud, sand, clean = (face_friction(usual(n).under.grown, 0.0) for n in ("mud", "sand", "fairway"))
    assert mud < sand < clean


@pytest.mark.parametrize("name", [n for n, c in COVERS.items() if c.group not in ("grass", "collar")])
def test_where_no_grass_grows_no_speed_is_lost_in_it(name: str) -> None:
    assert speed_kept(usual(name).under.grown, 0.3, 1.0, FAST, HEAD, 1.0) == 1.0


def test_room_under_the_ball_is_what_the_grass_leaves() -> None:
    perched, sunk = Lie(COVERS["rough"], 0.0), Lie(COVERS["rough"], 1.8)
    assert perched.room_m > sunk.room_m > 0
    assert Lie(COVERS["hard-pan"]).room_m == 0
    assert 0 > Lie(COVERS["sand"], 0.5).room_m > -0.5 * BALL_M
    # Denser grass is matted below the ball and carries a sole sooner.
    assert Lie(COVERS["rough"], 0.0, density=0.3).room_m > perched.room_m


@given(st.floats(0.01, 1.2), st.floats(0.0, 0.8))
def test_a_higher_launch_never_loses_more_in_the_collar(up: float, more: float) -> None:
    lie = usual("collar-ahead")
    low, high = (ball_kept(lie.under.grown, launch, 10.0, 1.0) for launch in (up, min(up + more, 1.5)))
    assert high >= low - 1e-12


def test_grass_ahead_touches_only_the_ball_grass_behind_only_the_club() -> None:
    ahead, behind = (usual(name).under.grown for name in ("collar-ahead", "collar-behind"))
    assert ball_kept(ahead, 0.02, 8.0, 1.0) < 0.6
    assert ball_kept(behind, 0.02, 8.0, 1.0) == 1.0
    assert speed_kept(ahead, 0.2, 1.0, 8.0, HEAD, 1.0) == 1.0
    assert speed_kept(behind, 0.2, 1.0, 8.0, HEAD, 1.0) < 0.95


@pytest.mark.parametrize("name", COVERS)
def test_the_usual_seat_of_each_cover_is_one_it_can_hold(name: str) -> None:
    lie = usual(name)
    assert lie.over_m <= lie.top_m + 1e-9
    assert 0 <= lie.softness <= 1
    assert lie.cause in {"grass", "sand", "ground"}


def test_hard_ground_and_soft_ground_in_the_order_of_the_trade() -> None:
    order = ("hard-pan", "bare", "tight", "fairway", "mud")
    assert [COVERS[n].give for n in order] == sorted(COVERS[n].give for n in order)


# --- each method where it belongs, and not where it doesn't (common practice) ---


@pytest.mark.parametrize(
    ("method", "club", "at", "not_at"),
    [
        ("quiet-glide", "58", "tight", "rough"),
        ("tall-clip", "54", "bare", "semi"),
        ("low-press", "9-iron", "hard-pan", "sand"),
        ("roll-chip", "8-iron", "fringe", "rough"),
        ("hard-pan-chip", "58", "hard-pan", "tight"),
        ("divot-drive", "pw", "divot", "fairway"),
        ("driven-pitch", "9-iron", "mud", "fairway"),
        ("plain-putt", "putter", "fringe", "collar-behind"),
        ("toe-putt", "putter", "collar-behind", "fringe"),
        ("rim-roll", "54", "collar-ahead", "tight"),
        ("hybrid-putt", "4-hybrid", "mud", "rough"),
        ("grass-splash", "58", "rough", "fairway"),
        ("escape", "54", "deep", "fairway"),
        ("splash", "54", "sand", "rough"),
        ("dig", "54", "sand-wet-hard", "sand-soft"),
        ("full-sole", "54", "sand-wet-fluffy", "sand-dry-hard"),
        ("sand-putt", "putter", "sand-dry-hard", "sand-soft"),
        ("sand-chip", "9-iron", "sand-dry-hard", "sand"),
    ],
)
def test_methods_belong_to_their_lies(method: str, club: str, at: str, not_at: str) -> None:
    assert refusal(method, at, club) is None
    assert refusal(method, not_at, club) is not None


@pytest.mark.parametrize("method", ["tall-clip", "quiet-glide", "brush-held", "toe-slice", "rim-roll"])
def test_strokes_for_near_the_green_stay_there(method: str) -> None:
    told = [CATALOGUE[method].refusal(case(n, "54", flag=120.0)) for n in ("tight", "mud", "sand", "collar-behind")]
    assert all(told)


def test_the_float_wants_room_and_ground_that_carries() -> None:
    assert refusal("float", "rough", "58", flag=20.0) == "needs room under the ball"
    perched = Lie(COVERS["rough"], 0.0)
    asked = replace(case("rough", "58", flag=20.0), lie=perched)
    assert CATALOGUE["float"].refuses(asked) is None
    assert "sodden" in str(CATALOGUE["float"].refuses(replace(asked, lie=replace(perched, give=0.95))))


def test_open_stances_open_and_shut_faces_shut() -> None:
    sand = case("sand", "58")
    high, plain = (CATALOGUE[m].change(sand) for m in ("high-splash", "splash"))
    assert high.open_rad > plain.open_rad > 0
    assert high.stance_rad > plain.stance_rad > 0
    assert high.widen_m > plain.widen_m
    for method in ("gouge", "side-gouge", "hard-pan-chip", "hooded-chop"):
        assert CATALOGUE[method].change(sand).open_rad < 0, method


def test_a_raised_handle_is_squared_up_by_shutting() -> None:
    change = CATALOGUE["tall-clip"].change(case("tight", "54"))
    assert math.degrees(change.handle_rad) == pytest.approx(14.0)
    assert change.open_rad < 0
    call = next(c for c in plan_shot(question(0, 0, 15, lie=usual("tight"))).calls if c.id == "54~tall-clip")
    assert abs(math.degrees(call.aim_rad)) < 3
    assert math.degrees(call.setup.shaft_rad) == pytest.approx(78.0)


@pytest.mark.parametrize("method", CATALOGUE.values(), ids=lambda m: m.id)
def test_what_meets_the_ball_is_what_is_declared(method) -> None:
    asked = case("sand" if method.family == "sand" else "rough", "54")
    change = method.change(asked)
    assert (change.entry_m > 0) == (method.blow == "splash")
    assert (change.edge_m > 0) == (method.blow == "edge")
    assert 0 < change.sole_contact_share <= 1
    assert 0 < change.hosel_closure <= 1


def test_a_toe_that_engages_half_the_sole_keeps_more_speed() -> None:
    lie = Lie(COVERS["semi"], 0.6)
    toe = CATALOGUE["toe-slice"].change(case("semi", "54")).sole_contact_share
    half, whole = (speed_kept(lie.under.grown, 0.2, drag, FAST, HEAD, 1.0) for drag in (toe, 1.0))
    assert half > whole
    calls = {c.id: c for c in plan_shot(question(0, 0, 15, lie=lie)).calls}
    assert calls["54~toe-slice"].setup.shaft_rad > calls["54~stock-swing"].setup.shaft_rad
