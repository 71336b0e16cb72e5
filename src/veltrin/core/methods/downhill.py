"""Downhill: the two schools, across the ball or along with the slope."""

from __future__ import annotations

import math

from veltrin.core.methods.face import opened_to_look_straight
from veltrin.core.methods.method import Case, Method, downhill_only
from veltrin.core.strike import Change

LOW_AND_HOT = "The flight is low and hot: nobody ahead on the line."
"""Said of what flies low indeed (see plan.answer)."""


def _cut(case: Case) -> Change:
    # Swinging left lets the arc rise behind the ball: steeper by about a quarter of the fall, up to 2.5 deg.
    steeper = min(0.25 * case.slope.fall_rad, math.radians(2.5))
    return Change(
        lead_bias=0.10,
        path_rad=math.radians(4.0),
        stance_rad=math.radians(8.0),
        attack_rad=-steeper,
        widen_m=0.02,
    )


def _dropped(case: Case) -> Change:
    # The face is opened for loft, the handle lowered until the face looks back at the target.
    lowered = math.radians(-4.0)
    return Change(
        follow_touch=0.78,
        follow_full=0.88,
        lead_bias=0.07,
        stance_rad=math.radians(-10.0),
        open_rad=opened_to_look_straight(case, lowered),
        handle_rad=lowered,
        path_rad=math.radians(-1.0),
    )


DOWNHILL_CUT = Method(
    id="downhill-cut",
    name="Downhill cut",
    family="downhill",
    school="across the ball",
    way="set-up",
    refuses=downhill_only,
    change=_cut,
    difficulty=1.06,
    key_words=("Hinge early, swing {left} along the feet, chase the head down the hill.",),
    miss="picked up too soon: thin and through",
    wins_when="grass or bank behind the ball leaves no room for the club to come in low",
    source="common practice: school (a) for downhill lies",
    hinge="early",
    faults=(
        ("stands upright: fat, or a blade", "shoulders along the slope, nearly all pressure on the lead side"),
        ("picks it up after impact", "chase the head down the hill"),
    ),
    cautions=(LOW_AND_HOT,),
)

DROPPED_FOOT = Method(
    id="dropped-foot",
    name="Dropped foot",
    family="downhill",
    school="with the slope",
    way="set-up",
    refuses=downhill_only,
    change=_dropped,
    difficulty=1.05,
    key_words=("Trail foot back, handle low, let the head run down the slope.",),
    miss="heavy if the weight falls back, stays short",
    wins_when="there is room behind the ball and height is wanted",
    source="common practice: school (b) for downhill lies",
    hinge="early",
    faults=(
        ("weight falls back up the hill", "hold the trail foot light and behind"),
        ("handle comes up: the face looks {right}", "keep it low through the ball"),
    ),
    cautions=(LOW_AND_HOT,),
)

METHODS = (DOWNHILL_CUT, DROPPED_FOOT)
