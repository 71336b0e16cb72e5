"""What stands in the way, and which calls stand beside the first: swept over lies, players and distances.

Source of every order: common practice.
"""

from __future__ import annotations

import math
from functools import cache
from typing import Any

import pytest

from tests.situations import person
from veltrin.core.plan import Call, Plan, plan_shot
from veltrin.core.plan.planner import BAD_LOT, FAILS_AT_MOST, WORTH_SHOWING
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.translate import question_in


def tree(at: float, left: float, right: float, **more: float) -> dict[str, Any]:
    return {"kind": "tree", "at_m": at, "deep_m": 4, "high_m": 12, "left_m": left, "right_m": right, **more}


@cache
def _asked(who: str, body: str) -> Plan:
    return plan_shot(question_in(PlanRequest.model_validate_json(body), person(who)))


def asked(who: str, flag: float, *obstacles: dict[str, Any], **lie: Any) -> Plan:
    line = {"flag_m": flag, "green_front_m": 0.9 * flag, "green_back_m": flag + 12, "obstacles": list(obstacles)}
    return _asked(who, PlanRequest.model_validate({"player_id": "x", "lie": lie, "line": line}).model_dump_json())


def ends(call: Call) -> tuple[float, float]:
    """Where the call is meant to finish: along the line, and to the left of it (m)."""
    bearing = call.target.bearing_rad
    c, s = math.cos(bearing), math.sin(bearing)
    return call.total_m * c - call.offline_m * s, call.total_m * s + call.offline_m * c


TREES = [(6.0, 9.0), (9.0, 12.0), (14.0, 12.0)]


@pytest.mark.parametrize("who", ["scratch", "h9", "h18", "corwin"])
@pytest.mark.parametrize(("at", "high"), TREES)
def test_a_tree_close_ahead_is_passed_on_one_side_with_a_stroke_that_gets_on(who: str, at: float, high: float) -> None:
    plan = asked(who, 120, tree(at, -2, 2, high_m=high))
    first = plan.calls[0]
    x, y = ends(first)
    assert x > at + 4, "nothing ends behind what stands in its way"
    assert x > 50, "out past it, not a chip to the side"
    assert first.target.name in ("past-left", "past-right") or first.apex_m > high
    assert abs(y) > 2 or first.apex_m > high


@pytest.mark.parametrize("who", ["scratch", "h18"])
def test_moving_the_trees_edge_moves_the_advice(who: str) -> None:
    # More room on the left, then on the right: the way past goes over to it, and less far round.
    sides = {}
    for name, left, right in (("left", -0.5, 5.0), ("right", -5.0, 0.5)):
        first = asked(who, 120, tree(7, left, right)).calls[0]
        assert first.target.name == f"past-{name}"
        sides[name] = abs(first.aim_rad)
    narrow = asked(who, 120, tree(7, -2.5, 2.5)).calls[0]
    assert abs(narrow.aim_rad) > max(sides.values())


@pytest.mark.parametrize("who", ["tour", "scratch", "h9", "h18"])
@pytest.mark.parametrize("lip", [0.4, 0.8, 1.1])
@pytest.mark.parametrize("cover", ["semi", "rough", "fairway"])
@pytest.mark.parametrize("flag", [9.0, 22.0])
def test_from_a_shallow_lie_behind_a_lip_nobody_pays_a_stroke(who: str, lip: float, cover: str, flag: float) -> None:
    sunk = 0.1 if cover == "fairway" else 0.3
    plan = asked(who, flag, cover=cover, sunk=sunk, lip_m=lip, lip_at_m=0.9)
    assert plan.calls[0].target.name != "relief"


LIES: list[dict[str, Any]] = [
    {"cover": "fairway"},
    {"cover": "rough", "sunk": 0.7},
    {"cover": "deep", "sunk": 1.6},
    {"cover": "sand", "sunk": 0.1},
    {"cover": "sand", "sunk": 0.8},
    {"cover": "mud", "sunk": 0.3},
    {"cover": "hard-pan"},
    {"cover": "divot", "sunk": 0.3},
    {"cover": "fairway", "fall_deg": 12},
    {"cover": "rough", "sunk": 0.6, "side_deg": -9},
]


@pytest.mark.parametrize("who", ["tour", "h18", "tove"])
@pytest.mark.parametrize("lie", LIES, ids=[f"{i}-{lie['cover']}" for i, lie in enumerate(LIES)])
@pytest.mark.parametrize("flag", [12.0, 90.0])
def test_what_stands_beside_the_first_call_was_struck_as_often_and_comes_near_it(
    who: str, lie: dict[str, Any], flag: float
) -> None:
    plan = asked(who, flag, **lie)
    by_id = {call.id: call for call in plan.calls}
    first = by_id[str(plan.first_id)]
    for named in (plan.second_id, plan.safe_id, plan.direct_id, plan.escape_id):
        if named is not None:
            assert by_id[named].spread is not None
    if plan.second_id is not None and first.spread is not None:
        second = by_id[plan.second_id]
        assert second.score <= first.score + WORTH_SHOWING
        assert second.odds.clean >= min(first.odds.clean, 0.5)
    if plan.safe_id is not None:
        fails = 1.0 - by_id[plan.safe_id].odds.clean
        assert (plan.safe_words == BAD_LOT) == (fails > FAILS_AT_MOST)
