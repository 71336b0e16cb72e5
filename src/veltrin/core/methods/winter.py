"""Soft, wet and torn ground: brushed chips, the driven pitch, and out of a divot."""

from __future__ import annotations

import math

from veltrin.core.methods.method import Case, Method, first_reason, off_sand
from veltrin.core.strike import Change

SOFT_FROM = 0.55
"""Give from which ground explodes under a steep blow. Judgement."""


def _soft(case: Case) -> str | None:
    is_soft = case.lie.softness >= SOFT_FROM or case.lie.wet >= 0.4
    return None if is_soft else "is for soft or wet ground"


def _brush_refuses(case: Case) -> str | None:
    suits = case.club.kind == "wedge" or (case.club.kind == "iron" and case.club.loft_rad > math.radians(33.0))
    sits_down = case.lie.over_m > 0.02 or case.lie.cover.group == "divot"
    return first_reason(
        off_sand(case),
        _soft(case),
        "is for a ball the sole can brush under" if sits_down else None,
        None if suits else "is for an 8-iron to the wedges",
    )


def _brush_held(_: Case) -> Change:
    return Change(lead_bias=0.04, attack_rad=math.radians(1.2), widen_m=-0.02, grip_down_m=0.03)


def _brush_passing(_: Case) -> Change:
    return Change(lead_bias=0.02, attack_rad=math.radians(1.0), widen_m=-0.02, ball_back_m=-0.01)


def _driven_refuses(case: Case) -> str | None:
    suits = case.club.kind in ("iron", "wedge") and 33.0 <= math.degrees(case.club.loft_rad) <= 56.0
    muddy = case.lie.cover.muddy or (case.lie.softness >= 0.8 and case.lie.over_m <= 0.02)
    return first_reason(
        off_sand(case),
        None if muddy else "is for mud or sodden ground",
        None if suits else "is for an 8-iron to a 56° wedge",
    )


def _driven(_: Case) -> Change:
    return Change(
        lead_bias=0.10,
        ball_back_m=0.05,
        lean_rad=math.radians(2.0),
        attack_rad=math.radians(2.2),
        grip_down_m=0.03,
    )


def _divot_refuses(case: Case) -> str | None:
    suits = case.club.kind == "wedge" or (case.club.kind == "iron" and case.club.loft_rad > math.radians(30.0))
    return first_reason(
        None if case.lie.cover.group == "divot" else "is for a ball in a divot",
        None if suits else "is for a short iron or a wedge",
    )


def _divot(_: Case) -> Change:
    return Change(
        lead_bias=0.14,
        ball_back_m=0.11,
        lean_rad=math.radians(3.0),
        attack_rad=math.radians(-3.0),
        grip_down_m=0.02,
    )


METHODS = (
    Method(
        id="brush-held",
        name="Held brush",
        family="winter",
        is_near=True,
        school="brushed, hands held",
        way="set-up",
        refuses=_brush_refuses,
        change=_brush_held,
        difficulty=0.93,
        hand=0,
        hinge="little",
        longest_swing=0.5,
        key_words=("Brush the grass, keep turning, let the handle rise with the turn.",),
        miss="handle driven down: the ground explodes and it stays short",
        wins_when="the ground is soft and the ball may run",
        source="common practice: soft ground",
        faults=(
            ("handle driven down into the ground", "keep the body turning so that the handle rises"),
            ("steep blow", "swing longer and flatter, brush the tips"),
        ),
    ),
    Method(
        id="brush-passing",
        name="Passing brush",
        family="winter",
        is_near=True,
        school="brushed, head passes",
        way="set-up",
        refuses=_brush_refuses,
        change=_brush_passing,
        difficulty=1.05,
        hand=2,
        hinge="little",
        longest_swing=0.5,
        key_words=("Brush it, let the head pass the hands softly, show the sole.",),
        miss="the head passes too early: thin across the green",
        wins_when="the lie is good enough for a soft landing",
        source="common practice: soft ground",
        faults=(
            ("the head passes before the ball", "feel the turn first, then the hands"),
            ("played from a sunken or wet lie", "hold the hands there instead"),
        ),
    ),
    Method(
        id="driven-pitch",
        name="Driven pitch",
        family="winter",
        school="driven low",
        way="set-up",
        refuses=_driven_refuses,
        change=_driven,
        difficulty=1.05,
        hand=0,
        hinge="little",
        longest_swing=0.8,
        key_words=("{Ball}, hands ahead, flat through the ball, hold the finish low.",),
        miss="digs behind it and hardly moves it",
        wins_when="mud lies under the ball and a lob would give way",
        source="common practice: really muddy ground",
        faults=(
            ("going after it with loft from mud", "take less loft and let it run"),
            ("steep into the ground", "stand tall, take the ball off the top"),
        ),
    ),
    Method(
        id="divot-drive",
        name="Divot drive",
        family="winter",
        school="ball outside the trail foot",
        way="set-up",
        refuses=_divot_refuses,
        change=_divot,
        difficulty=0.9,
        hand=0,
        hinge="early",
        key_words=("{Ball}, lean on the lead side, down and no release.",),
        miss="the rim behind it takes the speed",
        wins_when="the ball lies well down in the hole",
        source="common practice: ball in a divot",
        faults=(
            ("too shallow: the head meets the rim first", "ball further back, quicker hinge"),
            ("letting the hands go", "handle stays ahead to the end"),
        ),
    ),
)
