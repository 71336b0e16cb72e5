"""Situations in words, their players, and what a first call is held against."""

from __future__ import annotations

import math
import tomllib
from functools import cache
from pathlib import Path
from typing import Any

from veltrin.core.kit import Player, Scatter, build_bag, family_of
from veltrin.core.methods import CATALOGUE
from veltrin.core.plan import Call, Plan, plan_shot
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.translate import question_in

FILE = Path(__file__).parent / "core" / "situations.toml"

# Stature (m), handicap, carry of the 7-iron (m), clubs left out, left-handed: the demo's four, and one of each level.
_PLAYERS: dict[str, tuple[float, float, float, tuple[str, ...], bool]] = {
    "tove": (1.62, 16, 112, ("3-wood", "5-iron"), False),
    "corwin": (1.84, 9, 143, (), True),
    "ansgar": (1.74, 21, 108, ("5-iron",), False),
    "brisa": (1.71, 3, 138, (), False),
    "tour": (1.82, -5, 165, (), False),
    "scratch": (1.80, 0, 150, (), False),
    "h9": (1.80, 9, 140, (), False),
    "h18": (1.78, 18, 130, (), False),
    "h27": (1.75, 27, 118, (), False),
}


@cache
def person(name: str) -> Player:
    """One of the players by name."""
    stature, handicap, carry, leave_out, left = _PLAYERS[name]
    bag = build_bag(carry, leave_out)
    return Player(name, name, left, stature, handicap, bag, scatter=Scatter.for_handicap(handicap))


def situations() -> list[dict[str, Any]]:
    """All of them, as told."""
    return tomllib.loads(FILE.read_text())["situation"]


@cache
def _planned(place: int) -> Plan:
    told = situations()[place]
    asked = {key: told[key] for key in ("lie", "line", "wind") if key in told}
    return plan_shot(question_in(PlanRequest.model_validate({"player_id": "x", **asked}), person(told["player"])))


def planned(name: str) -> Plan:
    """The plan of a situation by id."""
    return _planned([s["id"] for s in situations()].index(name))


def told_of(call: Call, told: dict[str, Any]) -> dict[str, float]:
    """Numbers of a call that situations put bounds on (deg, m, shares)."""
    flag = float(told["line"]["flag_m"])
    wet = 0.0 if call.spread is None else sum(s.share for s in call.spread.shares if s.kind == "water")
    return {
        "loft": math.degrees(person(told["player"]).club(call.club_id).loft_rad),
        "carry_share": call.carry_m / flag,
        "forward_share": call.total_m * math.cos(call.target.bearing_rad) / flag,
        "aim_deg": -math.degrees(call.aim_rad),
        "swing": call.swing,
        "apex_m": call.apex_m,
        "water_share": wet,
    }


AS_GOOD = 0.03
"""Calls nearer than this can't be told apart by four hundred strikes: any of them may be the sensible one."""


def misfits(told: dict[str, Any]) -> list[str]:
    """What of the first call isn't as a coach would have it, nor of any that is as good; empty where all is."""
    plan = planned(told["id"])
    if not plan.calls:
        return ["no call"]
    first = plan.calls[0]
    equals = [c for c in plan.calls if c.score <= first.score + AS_GOOD and (c.spread or c.id == first.id)]
    found = min((_misfits_of(call, told) for call in equals), key=len)
    for other, by in told.get("costs_more", []):
        theirs = planned(other).calls[0].strokes
        if first.strokes < theirs + by:
            found.append(f"costs {first.strokes:.2f}, {other} {theirs:.2f}")
    return [f"{first.id} ({first.strokes:.2f}): {words}" for words in found]


def _misfits_of(call: Call, told: dict[str, Any]) -> list[str]:
    expect = dict(told["expect"])
    if call.finish == "none":
        return [] if expect.get("or_relief") else ["relief"]
    expect.pop("or_relief", None)
    found = []
    family = family_of(person(told["player"]).club(call.club_id))
    clubs, methods = expect.pop("clubs", None), expect.pop("methods", None)
    if clubs and family not in clubs:
        found.append(f"club {call.club_name}, not of {clubs}")
    if methods and not {call.method_id, CATALOGUE[call.method_id].family} & set(methods):
        found.append(f"method {call.method_id}, not of {methods}")
    numbers = told_of(call, told)
    for name, (low, high) in expect.items():
        if not low - 1e-6 <= numbers[name] <= high + 1e-6:
            found.append(f"{name} {numbers[name]:.2f}, not {low} to {high}")
    return found
