"""What has a left and a right says so, and the mirror reads it there; contracts are told from the same marks."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace

import numpy as np
import pytest

from tests.players_line import ask, box, thing
from veltrin.core.air import Wind
from veltrin.core.altered import altered
from veltrin.core.geometry import Vec
from veltrin.core.plan import Call, Harder, Odds, SetupNote, Spread, StockReference, Swap
from veltrin.core.plan.target import Target
from veltrin.core.sides import End, Places, Sided, SidedName, Unsided, mirrored, renamed, unmarked
from veltrin.service.house.border import BorderError, check, tell
from veltrin.service.house.contracts.base import Contract


@dataclass(frozen=True)
class Inner:
    aim_rad: Sided
    far_m: Unsided


@dataclass(frozen=True)
class Outer:
    id: SidedName
    left_m: End
    right_m: End
    shown: tuple[SidedName, ...]
    way: Places
    inner: Inner
    perhaps: Inner | None = None


THING = Outer(
    "7-iron~left", 4.0, -1.0, ("a~right", "b"), np.array([[1.0, 2.0, 3.0]]), Inner(0.2, 9.0), Inner(-0.1, 3.0)
)


def test_a_mirror_turns_what_has_a_side_at_any_depth_and_nothing_else() -> None:
    image = mirrored(THING)
    assert (image.id, image.shown) == ("7-iron~right", ("a~left", "b"))
    assert (image.left_m, image.right_m) == (1.0, -4.0)
    assert image.way.tolist() == [[1.0, -2.0, 3.0]]
    assert image.inner == Inner(-0.2, 9.0)
    assert image.perhaps == Inner(0.1, 3.0)


def test_twice_in_the_mirror_is_as_before() -> None:
    again = mirrored(mirrored(THING))
    assert np.array_equal(again.way, THING.way)
    assert replace(again, way=THING.way) == THING


@pytest.mark.parametrize("side_deg", [-15.0, 4.0, 15.0])
def test_what_a_mirror_makes_without_checks_would_pass_them(side_deg: float) -> None:
    """A mirrored question isn't checked again: made anew, with every check, it is the same."""
    tree = thing("tree", 30.0, 9.0, left_m=8.0, right_m=-2.0)
    asked = ask(
        60.0, (50.0, 72.0, 18.0), box("sand", 40, 46, -3, 9), things=(tree,), side=side_deg, wind=Wind(-6.0, 3.0)
    )
    turned = mirrored(asked)
    assert (turned.line.obstacles[0].left_m, turned.line.obstacles[0].right_m) == (2.0, -8.0)
    for one in (turned, turned.slope, turned.lie, turned.line, *turned.line.obstacles, *turned.line.areas):
        assert replace(one) == one


def test_an_altered_thing_works_out_anew_what_it_had_worked_out() -> None:
    hole = ask(60.0, (50.0, 72.0, 18.0)).hole
    strokes = hole.chart.numbers.start_strokes
    nearer = altered(hole, {"flag_m": 55.0})
    assert (nearer.flag_m, hole.flag_m) == (55.0, 60.0)
    assert nearer.chart.numbers.start_strokes < strokes
    with pytest.raises(TypeError, match="Hole has no flag"):
        altered(hole, {"flag": 55.0})


def test_a_question_is_mirrored_with_its_world_but_not_its_feet() -> None:
    question = replace(ask(60, (52, 70, 16), box("sand", 40, 50, 2, 8), side=5), wind=Wind(-2.0, 3.0, 2.0))
    image = mirrored(question)
    assert image.wind.y_m_s == -3.0
    assert [y for _, y in image.line.areas[0].ring] == [-y for _, y in question.line.areas[0].ring]
    assert (image.slope, image.player, image.lie) == (question.slope, question.player, question.lie)


@pytest.mark.parametrize(
    ("name", "other"), [("left", "right"), ("54~cut~right", "54~cut~left"), ("54~left-cut", "54~left-cut"), ("", "")]
)
def test_the_last_part_of_an_id_may_name_a_side(name: str, other: str) -> None:
    assert renamed(name) == other


@pytest.mark.parametrize("kind", [Call, SetupNote, Odds, Spread, StockReference, Swap, Harder, Target])
def test_every_number_of_an_answer_says_what_a_mirror_does_to_it(kind: type) -> None:
    assert unmarked(kind) == []
    assert len(fields(kind)) > 2


@dataclass(frozen=True)
class Forgetful:
    aim_rad: float
    ends: Vec


class InnerOut(Contract):
    aim_deg: float
    far_m: float


class AimOut(Contract):
    aim_deg: float


def test_a_contract_is_told_in_its_own_units_to_the_right() -> None:
    told = tell(InnerOut, Inner(0.1, 9.0))
    assert told.aim_deg == pytest.approx(-5.7295779513)
    assert told.far_m == 9.0
    assert tell(InnerOut, Inner(0.1, 9.0), far_m=1.0).far_m == 1.0


def test_what_does_not_say_its_side_or_is_not_there_is_refused_before_anything_is_told() -> None:
    with pytest.raises(BorderError, match=r"Forgetful\.aim_rad doesn't say"):
        check(AimOut, Forgetful)
    with pytest.raises(BorderError, match="nothing that could be told as 'far_m'"):
        check(InnerOut, Forgetful, "aim_deg")
