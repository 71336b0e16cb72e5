"""Bags, grooves, balls: facts of the trade, and what they do to spin."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from tests.players import player, slope
from veltrin.core.errors import OutOfRangeError
from veltrin.core.ground import COVERS, Lie
from veltrin.core.kit import BALL_GRIP, Club, build_bag, face_grip, groove_wear
from veltrin.core.kit.bag_notes import groove_state, missing, rounds_left, steps, suits
from veltrin.core.plan import Line, Question, plan_shot
from veltrin.core.run import Landing


def wedge(loft: float, bounce: float, carry: float = 90.0) -> Club:
    base = player().club("54")
    return replace(
        base, id=f"{loft:.0f}", name=f"{loft:.0f}", loft_rad=math.radians(loft), bounce_rad=math.radians(bounce),
        stock_carry_m=carry,
    )  # fmt: skip


def test_heavy_users_replace_wedges_after_six_to_eight_months() -> None:
    # Common practice: six to eight months of heavy use; ten rounds a month, practice counted in.
    assert groove_wear(0.0) == 0.0
    assert groove_wear(6 * 10.0) < 1.0 <= groove_wear(8 * 10.0)
    states = [groove_state(replace(wedge(54, 12), rounds=r)) for r in (0.0, 60.0, 75.0)]
    assert states == ["fresh", "soon", "worn"]
    assert rounds_left(replace(wedge(54, 12), rounds=20.0)) == 50.0
    with pytest.raises(OutOfRangeError, match=r"club\.rounds"):
        replace(wedge(54, 12), rounds=-1.0)


def test_a_soft_cover_grips_most_and_a_range_ball_least() -> None:
    # Common practice: never a range ball.
    assert BALL_GRIP["soft"] > BALL_GRIP["firm"] > BALL_GRIP["range"]
    assert face_grip(0.0, "soft") == 1.0
    assert face_grip(70.0, "range") < face_grip(0.0, "range") < 1.0


def spin_of(rounds: float, ball, lie: Lie) -> float:
    who = player()
    bag = tuple(replace(c, rounds=rounds) for c in who.bag)
    question = Question(
        replace(who, bag=bag, ball=ball), slope(), Line(42.0, Landing(34.0, 54.0)), lie=lie, only=("58~stock-swing",)
    )
    return plan_shot(question).calls[0].spin_rad_s


def test_worn_grooves_and_hard_balls_cost_spin_where_the_ball_slides() -> None:
    rough = Lie(COVERS["rough"], sunk=0.6)
    fresh = spin_of(0.0, "soft", rough)
    assert spin_of(70.0, "soft", rough) < 0.85 * fresh
    assert spin_of(0.0, "range", rough) < 0.85 * fresh


def test_worn_grooves_cost_next_to_nothing_where_the_ball_grips() -> None:
    # Published groove studies (from memory): on a clean dry face grooves hardly matter.
    who = player()
    iron = ("7-iron~stock-swing",)
    line = Line(who.club("7-iron").stock_carry_m, Landing(130.0, 160.0))
    spins = [
        plan_shot(
            Question(replace(who, bag=tuple(replace(c, rounds=r) for c in who.bag)), slope(), line, only=iron)
        ).calls[0].spin_rad_s
        for r in (0.0, 70.0)
    ]  # fmt: skip
    assert spins[1] == pytest.approx(spins[0], rel=0.02)


def test_a_gap_and_an_overlap_are_called_out() -> None:
    bag = [c for c in build_bag(140.0) if c.id not in ("6-iron", "7-iron")]
    kinds = {(s.longer_id, s.shorter_id): s.kind for s in steps(bag)}
    assert kinds["5-iron", "8-iron"] == "gap"
    twin = replace(player().club("8-iron"), id="8b", stock_carry_m=player().club("8-iron").stock_carry_m - 2.0)
    assert ("overlap") in [s.kind for s in steps([*player().bag, twin])]
    assert steps(bag[:2]) == []


def test_steps_add_up_to_the_whole_bag() -> None:
    swung = [c for c in player().bag if c.kind != "putter"]
    total = sum(s.step_m for s in steps(player().bag))
    assert total == pytest.approx(swung[0].stock_carry_m - swung[-1].stock_carry_m)


def test_carry_wedges_of_different_bounce() -> None:
    # Common practice: at least one low and one high; the least bounce for hard-pan.
    both = [wedge(50, 8), wedge(54, 12), wedge(58, 5)]
    assert not [m for m in missing(both) if "bounce" in m]
    assert any("no low-bounce" in m for m in missing([wedge(50, 8), wedge(54, 12), wedge(58, 8)]))
    assert any("no high-bounce" in m for m in missing([wedge(50, 6), wedge(54, 8), wedge(58, 4)]))
    assert any("no lob wedge" in m for m in missing([wedge(50, 6), wedge(54, 12)]))
    assert any("10° of loft" in m for m in missing([wedge(48, 6), wedge(58, 12)]))
    assert missing([player().club("7-iron")]) == ["no wedge at all"]
    assert "hard-pan" in suits(wedge(58, 4))
    assert "soft" in suits(wedge(54, 12))


def test_stock_pressure_is_the_players_own() -> None:
    leaning = replace(player(), lead_share=0.60)
    question = Question(leaning, slope(), Line(42.0, Landing(34.0, 54.0)), only=("58~stock-swing",))
    setup = plan_shot(question).calls[0].setup
    usual = plan_shot(replace(question, player=player())).calls[0].setup
    assert setup.stock_lead_share - usual.stock_lead_share == pytest.approx(0.08, abs=0.01)
    assert np.isfinite(setup.lead_share)
