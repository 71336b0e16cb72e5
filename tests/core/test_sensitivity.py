"""Readings as numbers that can be off, which of them change a call, and what if one were otherwise."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from tests.players import player
from tests.players_line import ask, box
from veltrin.core.air import Wind
from veltrin.core.errors import DomainError, UnknownNameError
from veltrin.core.ground import COVERS, Lie
from veltrin.core.plan import READINGS, Question, plan_shot, sensitivity, what_if
from veltrin.core.plan.readings import doubt_of, reading_named

LINE = ask(20, (14, 32, 16), box("sand", 7, 13, -5, 5), fall=5)
ROUGH = ask(60, (52, 70, 16), lie=Lie(COVERS["rough"], 0.8, wet=0.3, density=0.9, give=0.5), wind=Wind(-2.0, 1.0, 2.0))


@pytest.mark.parametrize("name", READINGS)
def test_every_reading_is_put_where_it_was_got(name: str) -> None:
    reading = reading_named(name)
    for share in (0.2, 0.5, 0.8):
        value = reading.low + share * (reading.high - reading.low)
        if name in ("density", "sunk", "give", "wet") or not reading.applies(ROUGH):
            value = min(value, 1.0)
        assert reading.get(reading.put(ROUGH, value)) == pytest.approx(value)


@pytest.mark.parametrize("name", READINGS)
def test_putting_a_reading_back_changes_nothing(name: str) -> None:
    reading = reading_named(name)
    again = reading.put(ROUGH, reading.get(ROUGH))
    assert reading.get(again) == pytest.approx(reading.get(ROUGH))
    assert again.line.flag_m == ROUGH.line.flag_m
    assert again.player == ROUGH.player


def test_a_misread_distance_moves_the_whole_green() -> None:
    further = READINGS["flag"].put(LINE, 23.0)
    assert further.line.landing.front_m == pytest.approx(17.0)
    assert further.line.landing.back_m == pytest.approx(35.0)


def test_readings_apply_where_they_matter() -> None:
    sand = replace(LINE, lie=Lie(COVERS["sand"], 0.1))
    assert not READINGS["density"].applies(sand)
    assert not READINGS["give"].applies(sand)
    assert READINGS["density"].applies(ROUGH)
    assert not READINGS["wind"].applies(ask(12))
    with pytest.raises(UnknownNameError, match="reading"):
        reading_named("mood")


def test_doubt_is_as_measured_else_by_eye_and_distance_by_pacing() -> None:
    fall = READINGS["fall"]
    assert doubt_of(fall, LINE) == pytest.approx(math.radians(1.5))
    measured = replace(LINE, doubts=(("fall", math.radians(0.4)),))
    assert doubt_of(fall, measured) == pytest.approx(math.radians(0.4))
    # Source: by hand: half a metre and 3 % of 20 m.
    assert doubt_of(READINGS["flag"], LINE) == pytest.approx(1.1)


@pytest.fixture(scope="module")
def rows():
    return {row.reading.name: row for row in sensitivity(LINE)}


def test_the_dearest_reading_comes_first(rows) -> None:
    costs = [row.costs for row in rows.values()]
    assert costs == sorted(costs, reverse=True)
    for row in rows.values():
        assert row.changes == (row.costs > 0.03)
        assert row.low.value <= row.value <= row.high.value


def test_inside_its_range_a_call_holds_and_outside_it_does_not(rows) -> None:
    checked = 0
    for row in rows.values():
        for edge, sign in ((row.holds_from, -1.0), (row.holds_to, 1.0)):
            if edge is None:
                continue
            assert (edge - row.value) * sign >= -1e-9
            checked += 1
    assert checked >= 1


def test_where_a_reading_is_far_off_the_whole_plan_there_agrees() -> None:
    wide = tuple((name, math.radians(6.0)) for name in ("fall", "side", "tilt"))
    told = sensitivity(replace(LINE, doubts=(*wide, ("flag", 6.0), ("firmness", 0.4))))
    changed = next(r for r in told if r.changes)
    turn = max((changed.low, changed.high), key=lambda t: t.keeping_costs)
    # The full plan at that value agrees that another call is better than the present first one.
    there = plan_shot(changed.reading.put(LINE, turn.value))
    first = plan_shot(LINE).first_id
    kept = next((c for c in there.calls if c.id == first), None)
    assert kept is None or kept.score >= there.calls[0].score


def test_a_surer_reading_changes_less(rows) -> None:
    name = next(iter(rows))
    sure = {r.reading.name: r for r in sensitivity(replace(LINE, doubts=((name, 1e-6),)))}
    assert sure[name].costs <= 0.01
    assert not sure[name].changes


def test_out_of_reach_is_weighed_as_far_as_it_goes() -> None:
    nowhere = ask(225, (215, 240, 24), who=player(60.0, 30.0))
    assert {c.finish for c in plan_shot(nowhere).calls} == {"short"}
    assert sensitivity(nowhere)


def left(question: Question) -> Question:
    """The mirrored world for a left-hander."""
    areas = tuple(replace(a, ring=tuple((x, -y) for x, y in a.ring)) for a in question.line.areas)
    return replace(
        question,
        player=replace(question.player, left_handed=True),
        line=replace(question.line, areas=areas),
        wind=replace(question.wind, y_m_s=-question.wind.y_m_s),
    )


def test_left_handers_get_the_mirrored_weighing() -> None:
    windy = replace(ask(60, (52, 72, 18), box("sand", 44, 51, 1, 9)), wind=Wind(-1.0, 2.0, 2.0))
    right_rows, left_rows = sensitivity(windy), sensitivity(left(windy))
    assert [r.reading.name for r in right_rows] == [r.reading.name for r in left_rows]
    for r, m in zip(right_rows, left_rows, strict=True):
        sign = -1.0 if r.reading.name == "cross" else 1.0
        assert m.value == pytest.approx(sign * r.value)
        assert m.costs == pytest.approx(r.costs)


def test_what_if_tells_the_same_stroke_and_the_call_made_for_it() -> None:
    call = plan_shot(LINE).calls[0]
    value = LINE.slope.fall_rad
    points = what_if(LINE, call.id, "fall", value - math.radians(3), value + math.radians(3), 5)
    middle = points[2]
    assert middle.value == pytest.approx(value)
    assert middle.same_total_m == pytest.approx(call.total_m, abs=0.02)
    assert middle.aim_rad == pytest.approx(call.aim_rad, abs=0.01)
    assert middle.strokes == pytest.approx(call.strokes, abs=0.25)
    with pytest.raises(DomainError, match="can't go"):
        what_if(LINE, call.id, "fall", -2.0, 2.0, 5)
    with pytest.raises(DomainError, match="not a call"):
        what_if(LINE, "putter~splash", "fall", 0.0, 0.1, 5)


def test_what_if_of_a_left_hander_mirrors_the_aim() -> None:
    windy = replace(ask(80, (70, 92, 20)), wind=Wind(0.0, 2.0, 2.0))
    call = plan_shot(windy).calls[0].id
    right = what_if(windy, call, "cross", 0.0, 4.0, 3)
    mirrored = what_if(left(windy), call, "cross", -4.0, 0.0, 3)
    assert [p.value for p in mirrored] == pytest.approx([-p.value for p in reversed(right)])
    for r, m in zip(right, reversed(mirrored), strict=True):
        assert m.same_total_m == pytest.approx(r.same_total_m, abs=0.01)
        assert (m.aim_rad is None) == (r.aim_rad is None)
        if r.aim_rad is not None:
            assert m.aim_rad == pytest.approx(-r.aim_rad, abs=1e-6)
