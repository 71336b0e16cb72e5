"""Uphill: with the slope, into the slope, and the draw from a soft bank."""

from __future__ import annotations

import math

from veltrin.core.methods.method import Case, Method, uphill_only
from veltrin.core.strike import Change


def _with_slope(_: Case) -> Change:
    return Change(follow_touch=0.88, follow_full=0.92, lead_bias=-0.08)


def _into_slope(_: Case) -> Change:
    return Change(follow_touch=0.30, follow_full=0.40, lead_bias=0.05, lean_rad=math.radians(2.0), taken_up=0.25)


def _soft_bank(_: Case) -> Change:
    return Change(
        follow_touch=0.80,
        follow_full=0.88,
        lead_bias=-0.05,
        path_rad=math.radians(-3.5),
        stance_rad=math.radians(-3.5),
        # A touch shut to the path: the draw that is felt.
        open_rad=math.radians(-2.0),
        ball_back_m=-0.015,
        attack_rad=math.radians(1.0),
    )


WITH_SLOPE = Method(
    id="up-the-hill",
    name="Up the hill",
    family="uphill",
    school="with the slope",
    way="set-up",
    refuses=uphill_only,
    change=_with_slope,
    difficulty=0.97,
    key_words=("Shoulders with the hill, pressure on the trail side, sweep up along it.",),
    miss="weight hangs back: thin or pulled",
    wins_when="height and a soft landing are welcome",
    source="common practice: school (a) for uphill lies",
    faults=(
        ("leans into the hill: digs", "shoulders with the hill"),
        ("falls back", "finish balanced over the trail leg"),
    ),
)

INTO_SLOPE = Method(
    id="into-the-hill",
    name="Into the hill",
    family="uphill",
    school="into the slope",
    way="set-up",
    refuses=uphill_only,
    change=_into_slope,
    difficulty=1.15,
    key_words=("Stand upright into the hill, short punch, stop the hands after the ball.",),
    miss="digs into the bank, stays short",
    wins_when="the ground is firm and a flight under control matters more than height",
    source="common practice: school (b) for uphill lies",
    hand=0,
    hinge="little",
    faults=(
        ("soft ground: digs in", "go with the slope there"),
        ("long follow-through", "stop the hands after the ball"),
    ),
    cautions=("Firm ground only: on a soft bank the club digs in. Mind the wrists.",),
)

SOFT_BANK = Method(
    id="soft-bank-draw",
    name="Soft-bank draw",
    family="uphill",
    school="wet upslope",
    way="set-up",
    refuses=uphill_only,
    change=_soft_bank,
    difficulty=1.1,
    key_words=("{Ball}, swing a touch from inside, let the sole run up the slope.",),
    miss="turns over: {left} and long",
    wins_when="the bank is soft and wet and would swallow a steep blow",
    source="common practice: school (c) for uphill lies",
    faults=(("steep: swallowed", "let the sole run up the bank"), ("too much draw", "a touch {right} is enough")),
)

METHODS = (WITH_SLOPE, INTO_SLOPE, SOFT_BANK)
