"""Each quantity, word and limit is declared once, in core; contracts, page and docs read it there."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator
from dataclasses import replace
from typing import Any, get_args

import pytest

from tests.players_line import ask
from veltrin.core.air import EXPOSURES, Exposure
from veltrin.core.care import RAINS, Rain
from veltrin.core.errors import OutOfRangeError
from veltrin.core.ground import COVERS, CoverName, Lie, SandName
from veltrin.core.hole import KINDS, OBSTACLES, AreaKindName, ObstacleName
from veltrin.core.plan import MOODS, READINGS, Mood, ReadingName, sensitivity
from veltrin.core.quantity import QUANTITIES, within
from veltrin.core.run import FIRMNESS, SURFACES, Firmness, SurfaceName, SurroundName
from veltrin.made_once import CORE
from veltrin.service.shot.contracts.day import DayIn
from veltrin.service.shot.contracts.plan import PlanRequest


@pytest.mark.parametrize(
    ("name", "table"),
    [
        (CoverName, COVERS), (AreaKindName, KINDS), (ObstacleName, OBSTACLES), (ReadingName, READINGS), (Mood, MOODS),
        (Firmness, FIRMNESS), (Exposure, EXPOSURES), (Rain, RAINS),
        (SandName, [c for c in COVERS if COVERS[c].group == "sand"]),
    ],
)  # fmt: skip
def test_a_word_list_names_what_there_is_in_its_order(name: Any, table: Any) -> None:
    assert get_args(name) == tuple(table)


@pytest.mark.parametrize("name", [SurfaceName, SurroundName])
def test_what_may_be_asked_for_is_among_what_there_is(name: Any) -> None:
    assert set(get_args(name)) <= set(SURFACES)


def test_what_a_cover_is_like_stands_with_the_cover() -> None:
    """A cover is one entry: nothing else in core asks for one by its name."""
    asks = re.compile(r"cover\.name (==|!=|in|not in)")
    assert [f.name for f in CORE.rglob("*.py") if asks.search(f.read_text())] == []


def bounds(schema: dict[str, Any], defs: dict[str, Any], path: str = "") -> Iterator[tuple[str, float, float]]:
    """Every number of a contract that has limits, by its path."""
    if "$ref" in schema:
        yield from bounds(defs[schema["$ref"].rsplit("/", 1)[1]], defs, path)
    for one in schema.get("anyOf", ()):
        yield from bounds(one, defs, path)
    if "items" in schema:
        yield from bounds(schema["items"], defs, path)
    if "minimum" in schema and schema.get("type") in ("number", "integer"):
        yield path, schema["minimum"], schema["maximum"]
    for name, inner in schema.get("properties", {}).items():
        yield from bounds(inner, defs, f"{path}.{name}" if path else name)


SAME = {
    "line.areas.points.x_m": "line.areas.points", "line.areas.points.y_m": "line.areas.points",
    "on_course.ball_east_m": "on_course", "on_course.ball_north_m": "on_course",
    "on_course.flag_east_m": "on_course", "on_course.flag_north_m": "on_course",
    "line.ground_firmness": "line.firmness", "green_speed_ft": "line.green_speed_ft",
}  # fmt: skip


@pytest.mark.parametrize("contract", [PlanRequest, DayIn])
def test_the_limits_of_a_question_are_those_of_core(contract: Any) -> None:
    schema = contract.model_json_schema()
    found = [b for b in bounds(schema, schema["$defs"]) if not b[0].startswith("player.")]
    assert len(found) > 8
    for path, low, high in found:
        quantity = QUANTITIES[SAME.get(path, path)]
        assert (low, high) == (quantity.low, quantity.high), path


def test_the_same_limits_hold_in_core_in_its_own_units() -> None:
    assert within("lie.fall_deg", math.radians(20.0)) == math.radians(20.0)
    with pytest.raises(OutOfRangeError, match=r"lie\.fall_deg: 20\.1 deg is outside -20 to 20 deg"):
        within("lie.fall_deg", math.radians(20.1))
    with pytest.raises(OutOfRangeError, match=r"lie\.grass_mm: 201 mm"):
        within("lie.grass_mm", 0.201)


@pytest.mark.parametrize("cover", ["fairway", "mud", "collar-ahead"])
def test_a_ball_as_deep_as_it_can_lie_is_weighed(cover: Any) -> None:
    """A reading that is off goes no further than what is read can be: no ball lies deeper than its cover is high."""
    deepest = Lie(COVERS[cover]).deepest
    rows = sensitivity(replace(ask(30), lie=Lie(COVERS[cover], deepest)))
    (row,) = [r for r in rows if r.reading.name == "sunk"]
    assert row.high.value == pytest.approx(deepest)
