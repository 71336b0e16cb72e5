"""From grass that stands above the ball: the hooded chop and the skim."""

from __future__ import annotations

import math

from veltrin.core.methods.method import Case, Method, first_reason
from veltrin.core.strike import Change

LEAST_SUNK = 0.25
"""Share of the ball below the tips from which the grass decides the stroke. Judgement."""


LEAST_DENSITY = 0.4
"""Thinner grass than semi-rough lets any stroke through. Judgement."""


def _sunk(case: Case) -> str | None:
    if case.lie.sunk < LEAST_SUNK or case.lie.thickness < LEAST_DENSITY:
        return "is for a ball that sits down in the grass"
    return None


def _chop_refuses(case: Case) -> str | None:
    is_short = case.club.kind in ("iron", "wedge") and case.club.loft_rad >= math.radians(34.0)
    return first_reason(_sunk(case), None if is_short else "is for the short irons and wedges")


def _chop(_: Case) -> Change:
    return Change(
        lead_bias=0.10,
        ball_back_m=0.05,
        lean_rad=math.radians(2.0),
        open_rad=math.radians(-5.0),
        attack_rad=math.radians(-4.0),
    )


def _skim_refuses(case: Case) -> str | None:
    is_rounded = case.club.kind in ("hybrid", "wood") and case.club.loft_rad >= math.radians(17.0)
    buried = case.lie.sunk > 1.0 and case.lie.thickness >= 0.9
    return first_reason(
        _sunk(case),
        None if is_rounded else "is for hybrids and lofted woods",
        "is not for deep grass that closes over the ball" if buried else None,
    )


def _skim(_: Case) -> Change:
    return Change(open_rad=math.radians(3.0), attack_rad=math.radians(-1.5), ball_back_m=0.01)


HOODED_CHOP = Method(
    id="hooded-chop",
    name="Hooded chop",
    family="grass",
    school="short iron, steep",
    way="set-up",
    refuses=_chop_refuses,
    change=_chop,
    difficulty=1.0,
    shortest_swing=0.5,
    key_words=("{Ball}, face hooded, pick it up and hit down hard.",),
    miss="snags and stays, or comes out low and runs through",
    wins_when="the ball is well down and the first duty is the fairway",
    source="common practice: school (a) for a ball sitting down",
    hand=0,
    hinge="early",
    faults=(
        ("swept: ten centimetres of grass first", "steep: pick it up, hit down"),
        ("aimed straight", "grass and face turn it {left}: aim {right}"),
    ),
)

SKIM = Method(
    id="skim",
    name="Skim",
    family="grass",
    school="rounded sole",
    way="set-up",
    refuses=_skim_refuses,
    change=_skim,
    difficulty=1.06,
    shortest_swing=0.5,
    key_words=("Face a touch open, descend a little, let the rounded sole part the grass.",),
    miss="smothered low when the grass is thicker than it looked",
    wins_when="distance is needed and the grass is not too deep for a rounded sole",
    source="common practice: school (b) for a ball sitting down",
    faults=(
        ("swept up at it", "descend a little, two to five degrees"),
        ("square face: smothered", "a touch open, expect a low fade"),
    ),
)

METHODS = (HOODED_CHOP, SKIM)
