"""From tight, bare and hard ground near the green: little loft, tall handle, glide, press, and the hard-pan chip."""

from __future__ import annotations

import math

from veltrin.core.methods.face import opened_to_look_straight
from veltrin.core.methods.method import Case, Method, first_reason, short_cover_only, wedges_only
from veltrin.core.strike import Change

HARD_BELOW = 0.25
"""Give below which the ground throws a sole back whatever one does. Judgement."""


def _roll_refuses(case: Case) -> str | None:
    club = case.club
    little = club.kind in ("iron", "wedge") and 29.0 <= math.degrees(club.loft_rad) <= 46.0
    sits_down = case.lie.over_m > 0.015 or case.lie.in_sand
    return first_reason(
        "is for a ball that sits clean" if sits_down else None,
        None if little else "is for a 7-iron to a pitching wedge",
    )


def _roll(case: Case) -> Change:
    # A putting stroke: the arms hang, the hands are not pushed ahead, so the club keeps the loft it is stamped with.
    raised = math.radians(4.0)
    return Change(
        lead_bias=0.06,
        ball_back_m=0.02,
        widen_m=-0.04,
        handle_rad=raised,
        open_rad=opened_to_look_straight(case, raised),
        lean_rad=math.radians(-7.5),
        grip_down_m=0.04,
        attack_rad=math.radians(1.0),
    )


def _tall_refuses(case: Case) -> str | None:
    return first_reason(short_cover_only(case), wedges_only(case))


def _tall(case: Case) -> Change:
    raised = math.radians(14.0)
    return Change(
        lead_bias=0.06,
        stance_rad=math.radians(-4.0),
        path_rad=math.radians(-1.0),
        handle_rad=raised,
        open_rad=opened_to_look_straight(case, raised),
        grip_down_m=0.07,
        widen_m=-0.04,
        ball_back_m=0.01,
        sole_contact_share=0.5,
        hosel_closure=0.6,
    )


def _glide_refuses(case: Case) -> str | None:
    few = "needs a sole with bounce: 6° or more" if case.club.bounce_rad < math.radians(6.0) else None
    return first_reason(short_cover_only(case), wedges_only(case, 54.0), few)


def _glide(_: Case) -> Change:
    # Half of a touch's lean is given back: the shaft comes near to neutral, the sole to its bounce.
    return Change(lead_bias=0.02, widen_m=-0.03, lean_rad=math.radians(-2.5), ball_back_m=-0.01)


def _press_refuses(case: Case) -> str | None:
    suits = case.club.kind == "wedge" or (case.club.kind == "iron" and case.club.loft_rad > math.radians(37.0))
    return first_reason(
        short_cover_only(case),
        None if suits else "is for the wedges and the 9-iron",
    )


def _press(_: Case) -> Change:
    return Change(lead_bias=0.12, ball_back_m=0.07, lean_rad=math.radians(6.0), attack_rad=math.radians(-1.0))


def _hard_refuses(case: Case) -> str | None:
    is_hard = case.lie.softness <= HARD_BELOW and short_cover_only(case) is None
    return first_reason(
        None if is_hard else "is for bare ground that doesn't give",
        wedges_only(case),
        None if case.club.id == case.least_bounce_id else "wants the wedge with the least bounce in the bag",
    )


def _hard(_: Case) -> Change:
    return Change(
        lead_bias=0.10,
        ball_back_m=0.021,
        widen_m=-0.06,
        open_rad=math.radians(-9.0),
        lean_rad=math.radians(2.0),
        grip_down_m=0.03,
    )


METHODS = (
    Method(
        id="roll-chip",
        name="Roll chip",
        family="tight",
        is_near=True,
        school="little loft",
        way="club",
        refuses=_roll_refuses,
        change=_roll,
        difficulty=0.95,
        hand=0,
        hinge="none",
        longest_swing=0.45,
        key_words=("Stand close, {ball}, long quiet arms, let the hips turn.",),
        miss="a touch heavy: dies short",
        wins_when="there is green to roll on and nothing to carry",
        source="common practice: little-loft school",
        faults=(
            ("ball outside the trail foot: pressed into the ground", "keep it just inside the trail foot"),
            ("wrists add a flick: comes up and stops", "rock the arms, keep the wrists as they were"),
        ),
    ),
    Method(
        id="tall-clip",
        name="Tall-handle clip",
        family="tight",
        is_near=True,
        school="tall handle, toe down",
        way="set-up",
        refuses=_tall_refuses,
        change=_tall,
        difficulty=0.92,
        hand=0,
        hinge="none",
        longest_swing=0.45,
        key_words=("Stand close, handle high, toe down, no hinge, brush with the toe half.",),
        miss="heel catches, the toe is thrown over: skulled {left}",
        wins_when="the ground is tight and there is a lip or fringe to carry",
        source="common practice: first school for tight lies",
        faults=(
            ("handle sinks in the stroke: the heel meets the turf", "keep the handle as high as at address"),
            ("pressure drifts back", "stance a shade closed holds it on the lead side"),
        ),
    ),
    Method(
        id="quiet-glide",
        name="Quiet glide",
        family="tight",
        is_near=True,
        school="glide on the bounce",
        way="set-up",
        refuses=_glide_refuses,
        change=_glide,
        difficulty=0.95,
        hand=1,
        hinge="little",
        longest_swing=0.55,
        key_words=("{feet}, breastbone over the ball, body turns, hands stay quiet.",),
        miss="bounces off hard ground and blades it",
        wins_when="the turf gives a little, so the sole may touch early",
        source="common practice: second school for tight lies",
        faults=(
            ("handle drags ahead: the edge digs", "keep the shaft where it was, turn the body through"),
            ("scooping to help it up", "let the sole meet the turf, the loft does the lifting"),
        ),
    ),
    Method(
        id="low-press",
        name="Low press",
        family="tight",
        is_near=True,
        school="press down",
        way="set-up",
        refuses=_press_refuses,
        change=_press,
        difficulty=1.08,
        hand=0,
        hinge="little",
        longest_swing=0.6,
        key_words=("{Ball}, hands well ahead, press it out low.",),
        miss="the edge sticks, or it comes out thin and runs through",
        wins_when="a low hot one may run, and the ground is too hard for the sole",
        source="common practice: third school for tight lies",
        faults=(
            ("too steep: the edge sticks", "ball a little less far back, brush the ground after it"),
            ("hands stop: it flips and thins", "keep the handle leading past the ball"),
        ),
    ),
    Method(
        id="hard-pan-chip",
        name="Hard-pan chip",
        family="tight",
        is_near=True,
        school="least bounce, face shut",
        way="club",
        refuses=_hard_refuses,
        change=_hard,
        difficulty=1.0,
        hand=0,
        hinge="little",
        longest_swing=0.6,
        key_words=("{feet}, {ball}, face shut, accelerate. Anywhere on the green is a success.",),
        miss="bounces into the ball and runs over the green",
        wins_when="the ground is bare and hard as a floor",
        source="common practice: bare hard-pan",
        faults=(
            (
                "face opened for height: the sole bounces into the ball",
                "shut it, and aim {right} for what it turns {left}",
            ),
            ("slowing down into the ball", "shorter back, quicker through"),
        ),
    ),
)
