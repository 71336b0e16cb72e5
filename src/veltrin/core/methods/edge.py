"""Rolled from off the green: putter, hybrid, and the edges that meet the ball at its equator."""

from __future__ import annotations

import math

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.methods.method import Case, Method, first_reason, off_sand
from veltrin.core.strike import Change

_PUTTING = math.radians(4.6)
"""What takes a touch's downward blow to a putting stroke's slightly upward one."""

ROLLABLE_OVER_M = 0.012
COLLAR_OVER_M = 0.032
MOWN_M, HOPPED_M = 0.02, 0.05
"""Grass through which a ball rolls, and grass that a hybrid hops it over. Judgement."""


def _rollable(case: Case) -> str | None:
    lie = case.lie
    if lie.cover.group != "collar" and (lie.over_m > ROLLABLE_OVER_M or lie.top_m > MOWN_M):
        return "is for mown or bare ground on which a ball can roll"
    return None


def _putter(case: Case) -> str | None:
    return None if case.club.kind == "putter" else "is for the putter"


def _plain_refuses(case: Case) -> str | None:
    blades = case.lie.cover.group == "collar" and case.lie.cover.density > 0.0
    return first_reason(
        off_sand(case),
        _rollable(case),
        "would meet grass before the ball" if blades else None,
        _putter(case),
    )


def _against_collar(case: Case) -> str | None:
    if case.lie.cover.group != "collar":
        return "is for a ball against the collar"
    return None if case.lie.over_m <= COLLAR_OVER_M else "is for a ball whose top half shows"


def _toe_refuses(case: Case) -> str | None:
    return first_reason(off_sand(case), _against_collar(case), _putter(case))


def _rim_refuses(case: Case) -> str | None:
    suits = case.club.kind == "wedge" and case.club.loft_rad >= math.radians(49.0)
    return first_reason(
        off_sand(case),
        _against_collar(case),
        None if suits else "is for the lofted wedges with a straight edge",
    )


def _hybrid_refuses(case: Case) -> str | None:
    suits = case.club.kind == "hybrid" or (case.club.kind == "wood" and case.club.loft_rad >= math.radians(17.0))
    blades = case.lie.over_m > ROLLABLE_OVER_M + 0.010 or case.lie.top_m > HOPPED_M
    return first_reason(
        off_sand(case),
        "is for a ball whose upper half shows" if blades else None,
        None if suits else "is for hybrids and lofted woods",
    )


_NARROW = {"widen_m": -0.04, "lead_bias": 0.02}


def _plain(_: Case) -> Change:
    return Change(widen_m=-0.02)


def _toe(_: Case) -> Change:
    # Turned on to its toe the blade is narrow and passes the grass; it has no loft to speak of.
    return Change(widen_m=-0.04, sole_contact_share=0.3, hosel_closure=0.2, lean_rad=math.radians(1.0))


def _rim(_: Case) -> Change:
    return Change(**_NARROW, attack_rad=_PUTTING, edge_m=BALL_RADIUS_M, grip_down_m=0.06, ball_back_m=-0.02)


def _flange(_: Case) -> Change:
    # The rounded trailing part of the sole is laid a little above the middle of the ball: a top on purpose.
    return Change(**_NARROW, attack_rad=_PUTTING, edge_m=1.08 * BALL_RADIUS_M, grip_down_m=0.05, ball_back_m=-0.03)


def _hybrid(_: Case) -> Change:
    return Change(
        attack_rad=math.radians(3.0), widen_m=-0.06, grip_down_m=0.09, sole_contact_share=0.6, hosel_closure=0.5
    )


_CUT_SHORT = ("quits at the ball", "firm through: short back, longer through")

METHODS = (
    Method(
        id="plain-putt",
        name="Putt from off the green",
        family="rolled",
        is_near=True,
        rolls=True,
        school="putter",
        way="club",
        refuses=_plain_refuses,
        change=_plain,
        difficulty=1.0,
        hand=0,
        hinge="none",
        key_words=("Putt it: a third more for each stride of fringe.",),
        miss="the fringe takes more than thought: short",
        wins_when="the way to the green is mown and nothing is in it",
        source="common practice: the ladder, roll first",
        faults=(_CUT_SHORT, ("hit up on it: hops into the grass", "level blow, ball in the middle")),
    ),
    Method(
        id="toe-putt",
        name="Toe putt",
        family="rolled",
        is_near=True,
        rolls=True,
        school="putter on its toe",
        way="set-up",
        refuses=_toe_refuses,
        change=_toe,
        difficulty=1.1,
        hand=0,
        hinge="none",
        key_words=("Turn the putter on to its toe, firm pop through the grass.",),
        miss="off the narrow end: off line",
        wins_when="grass behind the ball would stop a flat blade",
        source="common practice: against the collar",
        faults=(_CUT_SHORT, ("ball missed by the narrow blade", "grip down, look at the back of the ball")),
    ),
    Method(
        id="rim-roll",
        name="Rim roll",
        family="rolled",
        is_near=True,
        rolls=True,
        school="wedge edge at the equator",
        way="set-up",
        blow="edge",
        refuses=_rim_refuses,
        change=_rim,
        difficulty=1.1,
        hand=0,
        hinge="none",
        key_words=("Hover the edge at the ball's equator, putting stroke, hold the height.",),
        miss="edge drops under it: pops up and stops",
        wins_when="grass stands behind the ball and the green starts at once",
        source="common practice: against the collar",
        faults=(_CUT_SHORT, ("edge sinks in the stroke", "grip down so that the arms hang at full length")),
    ),
    Method(
        id="flange-roll",
        name="Flange roll",
        family="rolled",
        is_near=True,
        rolls=True,
        school="top it on purpose",
        way="set-up",
        blow="edge",
        refuses=_rim_refuses,
        change=_flange,
        difficulty=1.2,
        hand=0,
        hinge="none",
        key_words=("Lay the back of the sole on the ball's upper half, putting stroke: a top on purpose.",),
        miss="too high: it is pressed into the grass and stays",
        wins_when="it has to run over the collar without a hop",
        source="common practice: the deliberate top",
        faults=(_CUT_SHORT, ("edge drops: popped up", "stand tall, keep the eyes on the ball's upper half")),
    ),
    Method(
        id="hybrid-putt",
        name="Hybrid putt",
        family="rolled",
        is_near=True,
        rolls=True,
        school="hybrid, putting stroke",
        way="club",
        refuses=_hybrid_refuses,
        change=_hybrid,
        difficulty=1.05,
        hand=0,
        hinge="none",
        key_words=("Grip down to the steel, stand close, putt with it: it hops, then rolls.",),
        miss="comes off hot: runs past",
        wins_when="the ground is muddy, or a strip of grass has to be hopped over",
        source="common practice: mud, and against the collar",
        faults=(_CUT_SHORT, ("swung like an iron", "rock the shoulders, keep the wrists still")),
    ),
)
