"""What the laws are set by: each number is told, lies where it may, and moving it within that range changes a plan."""

from __future__ import annotations

from dataclasses import replace
from functools import cache
from typing import Any

import pytest

from tests.situations import person
from veltrin.core.coefficient import Coefficient, rows_of
from veltrin.core.kit import Scatter
from veltrin.core.plan import USUAL, Coefficients, Question, plan_shot, under
from veltrin.core.plan.coefficients import WORDS
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.translate import question_in

LOOKED_AT = 6

# Player, lie, and what else is asked; between them they touch every law.
ASKED: dict[str, tuple[str, dict[str, Any], dict[str, Any]]] = {
    "deep": ("h18", {"cover": "deep", "sunk": 1.0}, {"flag_m": 90}),
    "splash": ("tove", {"cover": "sand", "sunk": 0.2}, {"flag_m": 14}),
    "full": ("corwin", {"cover": "fairway"}, {"flag_m": 150}),
    "rough chip": ("tove", {"cover": "rough", "sunk": 0.9}, {"flag_m": 9}),
    "wet rough": ("tove", {"cover": "rough", "sunk": 0.6, "wet": 0.8, "growth": "against"}, {"flag_m": 20}),
    "downhill": ("corwin", {"cover": "rough", "sunk": 0.4, "fall_deg": 8, "side_deg": -5}, {"flag_m": 150}),
    "uphill": ("corwin", {"cover": "semi", "sunk": 0.4, "fall_deg": -8, "side_deg": 6}, {"flag_m": 100}),
    "divot": ("corwin", {"cover": "divot", "sunk": 0.2}, {"flag_m": 190}),
    "bare": ("tove", {"cover": "hard-pan"}, {"flag_m": 30}),
    "driver in the wind": ("tour", {"cover": "tight"}, {"flag_m": 250}),
    "wet green": ("tove", {"cover": "fairway", "wet": 0.5}, {"flag_m": 110, "green_wet": 0.8}),
    "with the grain": ("tove", {"cover": "rough", "sunk": 0.6, "growth": "with"}, {"flag_m": 60}),
    "collar": ("tove", {"cover": "collar-ahead"}, {"flag_m": 8}),
    "mud": ("tove", {"cover": "mud", "sunk": 0.1}, {"flag_m": 8}),
    "little sand": ("tove", {"cover": "sand", "sunk": 0.2, "sand_mm": 20, "wet": 0.6}, {"flag_m": 12}),
    "picked": ("tove", {"cover": "sand-wet-hard"}, {"flag_m": 40}),
}
WIND = {"driver in the wind": {"speed_m_s": 9, "from_deg": 0}}
ALSO = {"collar": ("58~rim-roll",)}
"""Calls that are looked at though others come before them."""


@cache
def asked(name: str) -> Question:
    """The question, and just the calls that come first."""
    who, lie, line = ASKED[name]
    told = {"player_id": "x", "lie": lie, "line": line, "wind": WIND.get(name, {})}
    question = question_in(PlanRequest.model_validate(told), person(who))
    calls = [c.id for c in plan_shot(question).calls if c.spread is not None]
    assert set(ALSO.get(name, ())) <= {c.id for c in plan_shot(question).calls}
    return replace(question, only=(*calls[:LOOKED_AT], *ALSO.get(name, ())))


def answer(question: Question) -> list[tuple[object, ...]]:
    """Every number of its calls that a law makes."""
    return [
        (c.carry_m, c.total_m, c.spin_rad_s, c.odds, c.setup.mark_depth_m, c.spread and c.spread.costs.sum())
        for c in plan_shot(question).calls
    ]


@cache
def usual(name: str) -> list[tuple[object, ...]]:
    """The answer under the numbers as they are."""
    return answer(asked(name))


def changes(law: str, name: str, to: float, order: list[str]) -> str | None:
    """The first situation whose answer changes with a number moved."""
    moved = USUAL._replace(**{law: getattr(USUAL, law)._replace(**{name: to})})
    return next((one for one in order if answer(under(asked(one), moved)) != usual(one)), None)


@pytest.mark.parametrize("law", Coefficients._fields)
def test_each_number_moved_within_its_range_changes_a_plan(law: str) -> None:
    order, dead = list(ASKED), []
    for row in rows_of(getattr(USUAL, law)):
        found = changes(law, row.name, row.is_.low, order) or changes(law, row.name, row.is_.high, order)
        if found is None:
            dead.append(row.name)
        else:
            # What one number of a law changed the next most likely changes too.
            order = [found, *(one for one in order if one != found)]
    assert dead == []


UNITS = {
    "_m": "m", "_rad": "rad", "_deg": "deg", "_n": "N", "_m_s": "m/s", "_per_m": "1/m", "_per_deg": "1/deg",
    "_per_m_s": "s/m", "_kg_m3": "kg/m3",
}  # fmt: skip
"""What the end of a name says of its unit."""


@pytest.mark.parametrize("law", Coefficients._fields)
def test_each_number_is_told_and_lies_in_its_range(law: str) -> None:
    assert law in WORDS
    for name, told, value in rows_of(getattr(USUAL, law)):
        assert told.low < value < told.high, name
        assert all((told.words, told.source)), name
        ending = max((e for e in UNITS if name.endswith(e)), key=len, default=None)
        assert ending is None or told.unit == UNITS[ending], name


def test_the_doubt_is_a_quarter_of_the_range() -> None:
    assert Coefficient("words", "m", 1.0, 3.0).doubt == 0.5


def test_a_scatter_told_for_a_player_stays_under_other_numbers() -> None:
    question = asked("full")
    own = replace(question.player.scatter, face_rad=0.01)
    told = replace(question, player=replace(question.player, scatter=own))
    wider = USUAL._replace(scatter=USUAL.scatter._replace(face_deg=2.7))
    assert under(told, wider).player.scatter.face_rad == 0.01
    assert under(question, wider).player.scatter == Scatter.for_handicap(question.player.handicap, wider.scatter)


def test_the_usual_numbers_change_nothing() -> None:
    assert under(asked("deep"), USUAL) == asked("deep")
