"""What comes in over the border goes out again as it was: every contract that the core has a thing for."""

from __future__ import annotations

import math
from dataclasses import fields, is_dataclass, replace
from datetime import date
from typing import Any

import pytest
from hypothesis import HealthCheck, given, reject, settings
from hypothesis import strategies as st

from tests.situations import person
from veltrin.core.air import EXPOSURES
from veltrin.core.care import RAINS
from veltrin.core.errors import DomainError
from veltrin.core.ground import COVERS
from veltrin.core.hole import KINDS, OBSTACLES
from veltrin.core.kit import build_bag
from veltrin.core.plan import MOODS
from veltrin.core.quantity import QUANTITIES
from veltrin.core.run import FIRMNESS
from veltrin.service.house.contracts.base import Contract
from veltrin.service.players.translate_player import club_in, club_out
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.plan import LieIn, PlanRequest
from veltrin.service.shot.contracts.world import AirIn, WindIn
from veltrin.service.shot.translate import question_in
from veltrin.service.shot.translate_question import request_out

CLOSE = 1e-12
MANY = settings(max_examples=150, suppress_health_check=[HealthCheck.too_slow])


def same(one: Any, other: Any, path: str = "") -> list[str]:
    """Where two things differ by more than CLOSE, by path."""
    if isinstance(one, float) and isinstance(other, float):
        is_close = one == other or math.isclose(one, other, rel_tol=CLOSE, abs_tol=CLOSE)
        return [] if is_close else [f"{path}: {one!r} is {other!r}"]
    if isinstance(one, Contract):
        one, other = one.model_dump(), other.model_dump()
    if is_dataclass(one) and not isinstance(one, type):
        names = [f.name for f in fields(one)]
        return [w for n in names for w in same(getattr(one, n), getattr(other, n), f"{path}.{n}")]
    if isinstance(one, dict):
        return [w for n in one for w in same(one[n], other[n], f"{path}.{n}")]
    if isinstance(one, list | tuple) and len(one) == len(other):
        return [w for i, pair in enumerate(zip(one, other, strict=True)) for w in same(*pair, f"{path}[{i}]")]
    return [] if one == other else [f"{path}: {one!r} is {other!r}"]


def number(path: str, **closer: float) -> st.SearchStrategy[float]:
    """Anything that a quantity may be."""
    quantity = QUANTITIES[path]
    return st.floats(closer.get("low", quantity.low), closer.get("high", quantity.high), allow_nan=False)


def given_or_not(path: str) -> st.SearchStrategy[float | None]:
    return st.none() | number(path)


DOUBTS = st.fixed_dictionaries(
    {name: given_or_not(f"lie.doubts.{name}") for name in ("fall_deg", "side_deg", "sunk", "give", "density")}
)
MEASURED = st.fixed_dictionaries(
    {
        "shares": st.lists(number("lie.measured.shares"), min_size=5, max_size=5), "balls": st.integers(1, 20),
        "on": st.dates(date(2020, 1, 1), date(2040, 1, 1)),
    }
)  # fmt: skip
LIES_TOLD: dict[str, st.SearchStrategy[Any]] = {
    "fall_deg": number("lie.fall_deg"), "side_deg": number("lie.side_deg"),
    "cover": st.sampled_from([*COVERS]), "sunk": number("lie.sunk", high=0.3), "wet": number("lie.wet"),
    "growth": st.sampled_from(["with", "across", "against"]), "give": given_or_not("lie.give"),
    "sand_mm": number("lie.sand_mm"), "lip_m": number("lie.lip_m"), "lip_at_m": number("lie.lip_at_m"),
    "doubts": DOUBTS, "measured": st.none(),
}  # fmt: skip
LIES = st.fixed_dictionaries(LIES_TOLD)
GRASSY_TOLD: dict[str, st.SearchStrategy[Any]] = {
    "cover": st.sampled_from([c.name for c in COVERS.values() if c.group == "grass"]),
    "grass_mm": number("lie.grass_mm"), "density": number("lie.density"), "measured": st.none() | MEASURED,
}  # fmt: skip
GRASSY = st.fixed_dictionaries(GRASSY_TOLD)
AREAS = st.lists(
    st.fixed_dictionaries(
        {
            "kind": st.sampled_from([k for k in KINDS if k not in ("water", "out")]),
            "points": st.lists(
                st.fixed_dictionaries({"x_m": st.floats(60, 90), "y_m": st.floats(-30, 30)}), min_size=3, max_size=5
            ),
            "fall_deg": number("line.fall_deg"), "side_deg": number("line.side_deg"),
        }
    ),
    max_size=2,
)  # fmt: skip
OBSTACLE = st.fixed_dictionaries(
    {
        "kind": st.sampled_from([*OBSTACLES]), "at_m": st.floats(5, 50), "deep_m": st.floats(0.5, 5),
        "high_m": st.floats(2, 20), "low_m": st.just(0.0), "left_m": st.floats(-20, -1), "right_m": st.floats(1, 20),
    }
)  # fmt: skip
LINES_TOLD: dict[str, st.SearchStrategy[Any]] = {
    "flag_m": st.floats(60, 200), "flag_doubt_m": given_or_not("line.flag_doubt_m"),
    "green_front_m": st.floats(40, 60), "green_back_m": st.floats(200, 220),
    "green_width_m": number("line.green_width_m"), "surround": st.sampled_from(["fringe", "fairway", "rough"]),
    "firmness": st.sampled_from([*FIRMNESS]) | st.floats(0, 1),
    "ground_firmness": st.none() | st.sampled_from([*FIRMNESS]) | st.floats(0, 1),
    "green_wet": number("line.green_wet"), "green_speed_ft": number("line.green_speed_ft"),
    "fall_deg": number("line.fall_deg"), "side_deg": number("line.side_deg"), "rise_m": number("line.rise_m"),
    "land_m": st.none() | st.floats(30, 60), "areas": AREAS, "obstacles": st.lists(OBSTACLE, max_size=2),
}  # fmt: skip
LINES = st.fixed_dictionaries(LINES_TOLD)
AIRS_TOLD: dict[str, st.SearchStrategy[Any]] = {
    "temperature_c": number("air.temperature_c"), "altitude_m": number("air.altitude_m"),
    "humidity_pct": number("air.humidity_pct"), "pressure_hpa": given_or_not("air.pressure_hpa"),
}  # fmt: skip
AIRS = st.fixed_dictionaries(AIRS_TOLD)
WINDS_TOLD: dict[str, st.SearchStrategy[Any]] = {
    "speed_m_s": st.just(0.0) | number("wind.speed_m_s", low=0.01), "from_deg": number("wind.from_deg"),
    "height_m": number("wind.height_m"),
    "exposure": st.sampled_from([*EXPOSURES]), "by": st.sampled_from(["line", "compass"]),
    "bearing_deg": number("wind.bearing_deg"), "doubt_m_s": given_or_not("wind.doubt_m_s"),
}  # fmt: skip
WINDS = st.fixed_dictionaries(WINDS_TOLD)
REQUESTS_TOLD: dict[str, st.SearchStrategy[Any]] = {
    "player_id": st.just("x"), "lie": st.tuples(LIES, GRASSY, st.booleans()), "line": LINES, "air": AIRS,
    "wind": WINDS, "ball_c": given_or_not("ball_c"), "layers": st.integers(0, 4), "preferred": st.booleans(),
    "rain": st.sampled_from([*RAINS]), "kept_club_id": st.none() | st.just("7-iron"),
    "mood": st.sampled_from([*MOODS]),
}  # fmt: skip
REQUESTS = st.fixed_dictionaries(REQUESTS_TOLD)


LOOKED_AT = {"player", "detail_for", "only", "shown_id", "on_course"}
"""Of a request what the page looks at, the player in full, or where on a course it is: no question of the shot's."""


def test_every_field_of_a_question_is_asked_for_here() -> None:
    """A new field that doesn't go out again is told by the test below; so it has to be in what that asks."""
    told = {
        "lie": (LieIn, {**LIES_TOLD, **GRASSY_TOLD}), "line": (LineIn, LINES_TOLD), "air": (AirIn, AIRS_TOLD),
        "wind": (WindIn, {**WINDS_TOLD, "gust_m_s": None}),
        "request": (PlanRequest, {**REQUESTS_TOLD, **dict.fromkeys(LOOKED_AT)}),
    }  # fmt: skip
    for name, (contract, asked) in told.items():
        assert set(contract.model_fields) == set(asked), name


@MANY
@given(REQUESTS)
def test_a_question_goes_out_as_it_came_in(told: dict[str, Any]) -> None:
    """In, out and in again is in: the same lie, line, air, doubts, and the same wind at every height."""
    lie, grassy, is_grassy = told["lie"]
    request = PlanRequest.model_validate({**told, "lie": {**lie, **grassy} if is_grassy else lie})
    try:
        question = question_in(request, person("tove"))
    except DomainError:
        # A ball can't lie deeper than its cover is high.
        reject()
    out = request_out("x", question)
    again = question_in(out, person("tove"))
    # A wind that was read high up goes out as one that was read by hand: it is the same at every height.
    assert same(question, replace(again, wind=question.wind)) == []
    for height in (0.5, 2.0, 10.0, 30.0):
        assert same(question.wind.at(height), again.wind.at(height)) == []
    # What is told of the lie and the air is what was told of them; rain may make a lie wetter.
    assert same(request.lie, out.lie.model_copy(update={"wet": request.lie.wet})) == []
    assert same(request.air, out.air) == []
    # And what is told is what was told: once more it doesn't change at all.
    assert same(out, request_out("x", again)) == []


@pytest.mark.parametrize("carry", [112.0, 143.0, 165.0])
def test_clubs_go_out_as_they_came_in(carry: float) -> None:
    for club in build_bag(carry):
        out = club_out(club)
        assert same(club, club_in(out)) == []
        assert out.loft_deg == round(out.loft_deg, 6), "told as it is stamped"
