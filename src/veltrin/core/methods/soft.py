"""Near the green out of grass: float, pop, splash from grass, toe-down slice, steep wet pop, and the deep escape."""

from __future__ import annotations

import math

from veltrin.core.constants import BALL_M
from veltrin.core.ground import Lie
from veltrin.core.methods.face import opened_to_look_straight
from veltrin.core.methods.method import Case, Method, first_reason, off_sand, wedges_only
from veltrin.core.strike import Change

_BULLET = "Full speed with an open face: nobody anywhere near the line or beside it. The miss is a bullet."
PITCH_M = 65.0
SPLASHED_TO = 2.4
"""Depth in grass, in balls, from which nothing is splashed any more. Judgement."""


def _pitching(case: Case) -> str | None:
    return None if case.flag_m <= PITCH_M else "is for pitches, not for full shots"


def _in_grass(case: Case) -> str | None:
    return None if case.lie.cover.group == "grass" else "is for grass"


def _room(case: Case, least_mm: float) -> str | None:
    if 1000.0 * case.lie.room_m >= least_mm and case.lie.sunk <= 0.45:
        return None
    return "needs room under the ball"


def _float_refuses(case: Case) -> str | None:
    thin_sole = "needs a sole with bounce: 5° or more" if case.club.bounce_rad < math.radians(5.0) else None
    return first_reason(
        _pitching(case), _in_grass(case), _room(case, 3.0),
        "gives way on sodden ground" if case.lie.softness > 0.85 else None,
        wedges_only(case, 56.0), thin_sole,
    )  # fmt: skip


def _float(_: Case) -> Change:
    return Change(
        lead_bias=-0.06,
        open_rad=math.radians(16.0),
        stance_rad=math.radians(14.0),
        path_rad=math.radians(6.0),
        ball_back_m=-0.05,
        widen_m=0.10,
        attack_rad=math.radians(1.0),
    )


def _pop_refuses(case: Case) -> str | None:
    tall = None if case.lie.top_m >= 0.02 else "is for longer grass"
    return first_reason(_pitching(case), _in_grass(case), tall, _room(case, 3.3), wedges_only(case, 56.0))


def _pop(_: Case) -> Change:
    return Change(lead_bias=0.04, open_rad=math.radians(5.0), stance_rad=math.radians(4.0), ball_back_m=-0.02)


def _between(case: Case, low: float, high: float, words: str) -> str | None:
    return None if low <= case.lie.sunk <= high else words


def _deeper(lie: Lie) -> float:
    """A splash from grass gets harder from level with the tips down to where it is given up."""
    return 1.0 + min(max(lie.sunk - 1.1, 0.0) / (SPLASHED_TO - 1.1), 1.0)


def _grass_splash_refuses(case: Case) -> str | None:
    return first_reason(
        _in_grass(case), _between(case, 0.7, SPLASHED_TO, "is for a ball nestled level with the tips"),
        wedges_only(case, 54.0),
    )  # fmt: skip


def _grass_splash(_: Case) -> Change:
    return Change(
        entry_m=0.05,
        open_rad=math.radians(10.0),
        stance_rad=math.radians(10.0),
        path_rad=math.radians(4.0),
        ball_back_m=-0.05,
        attack_rad=math.radians(-6.0),
        widen_m=0.06,
    )


def _slice_refuses(case: Case) -> str | None:
    return first_reason(
        _in_grass(case), _between(case, 0.2, 0.8, "is for a ball sunk a little, up to its upper half"),
        wedges_only(case, 50.0),
    )  # fmt: skip


def _slice(case: Case) -> Change:
    raised = math.radians(12.0)
    return Change(
        lead_bias=0.08,
        handle_rad=raised,
        # Square to the path, not to the target: the toe cuts across.
        open_rad=opened_to_look_straight(case, raised) + math.radians(4.0),
        path_rad=math.radians(7.0),
        stance_rad=math.radians(8.0),
        attack_rad=math.radians(-2.0),
        grip_down_m=0.04,
        sole_contact_share=0.45,
        hosel_closure=0.5,
    )


def _wet_refuses(case: Case) -> str | None:
    damp = None if case.lie.wet >= 0.4 else "is for wet grass"
    return first_reason(
        _in_grass(case), _between(case, 0.5, 5.0, "is for a ball that sits down"), damp,
        wedges_only(case, 50.0),
    )  # fmt: skip


def _wet(_: Case) -> Change:
    return Change(
        lead_bias=0.14,
        ball_back_m=0.04,
        lean_rad=math.radians(1.0),
        attack_rad=math.radians(-6.0),
        widen_m=0.10,
        hosel_closure=0.55,
        grip_down_m=0.02,
    )


def _escape_refuses(case: Case) -> str | None:
    deep = case.lie.over_m >= 0.9 * BALL_M and case.lie.thickness >= 0.6
    return first_reason(off_sand(case), None if deep else "is for deep or heavy grass", wedges_only(case, 46.0))


def _escape(_: Case) -> Change:
    return Change(lead_bias=0.14, ball_back_m=0.06, attack_rad=math.radians(-6.0), hosel_closure=0.7, widen_m=0.04)


METHODS = (
    Method(
        id="float",
        name="Float",
        family="soft landing",
        school="high and soft",
        way="set-up",
        refuses=_float_refuses,
        change=_float,
        difficulty=1.25,
        hand=3,
        hinge="full",
        shortest_swing=0.35,
        key_words=("Open the face, then grip. Knees soft and still, big arms, show the sole to the sky.",),
        miss="a bullet: the edge meets the middle of the ball",
        wins_when="there is hardly any green and the ball is perched",
        source="common practice: high soft shot",
        cautions=(_BULLET,),
        faults=(
            ("scooping", "swing along the feet and let the loft do it"),
            ("knees straighten", "keep them flexed until the ball lands"),
        ),
    ),
    Method(
        id="rough-pop",
        name="Rough pop",
        family="soft landing",
        school="open face, speed kept",
        way="set-up",
        refuses=_pop_refuses,
        change=_pop,
        difficulty=1.1,
        hand=2,
        hinge="full",
        shortest_swing=0.2,
        key_words=("Open, then grip. {Ball}, keep loft and speed: it pops up.",),
        miss="slides clean under and leaves it there",
        wins_when="there is room under the ball in longer grass",
        source="common practice: room under the ball",
        cautions=(_BULLET,),
        faults=(
            ("slowing down", "commit: length of swing buys contact"),
            ("hands lead: loft lost", "let the head keep up with the hands"),
        ),
    ),
    Method(
        id="grass-splash",
        name="Splash from grass",
        family="soft landing",
        is_near=True,
        school="splash",
        way="set-up",
        blow="splash",
        refuses=_grass_splash_refuses,
        change=_grass_splash,
        difficulty=1.5,
        harder=_deeper,
        hand=2,
        hinge="full",
        shortest_swing=0.15,
        key_words=("As from sand: in a hand's breadth behind, long committed swing chest to chest, accept the grass.",),
        miss="grass stops the head: stays in the rough",
        wins_when="the ball is nestled and a steep club would go under or stick",
        source="common practice: nestled near the green",
        cautions=(_BULLET,),
        faults=(
            ("quitting when the grass bites", "finish chest high whatever happens"),
            ("ball too far back: the edge goes in like a knife", "ball forward, hands level"),
        ),
    ),
    Method(
        id="toe-slice",
        name="Toe-down slice",
        family="soft landing",
        is_near=True,
        school="toe as a blade",
        way="set-up",
        refuses=_slice_refuses,
        change=_slice,
        difficulty=1.15,
        hand=0,
        hinge="little",
        key_words=("Handle high, toe down, cut across it: the toe is the blade.",),
        miss="dives under the heel side and comes out {right}",
        wins_when="the ball is half down and the sole would snag",
        source="common practice: sitting down a little",
        faults=(("handle drops", "keep it high, feel the toe lead"), ("no speed", "longer back, firm through")),
    ),
    Method(
        id="wet-pop",
        name="Steep wet pop",
        family="soft landing",
        is_near=True,
        school="steep",
        way="set-up",
        refuses=_wet_refuses,
        change=_wet,
        difficulty=1.0,
        hand=0,
        hinge="early",
        key_words=("{feet}, {ball}, firm lead hand, chest ahead, down steeply.",),
        miss="the heavy grass turns the face: short and {left}",
        wins_when="the grass is wet, the ball well down",
        source="common practice: sitting down deep and wet",
        faults=(
            ("loose lead hand: the face is turned", "hold firmer with the lead hand, stand nearer"),
            ("shallow: wet grass wraps the head", "hinge at once and hit down"),
        ),
    ),
    Method(
        id="escape",
        name="Deep escape",
        family="grass",
        school="most loft, out first",
        way="club",
        refuses=_escape_refuses,
        change=_escape,
        difficulty=1.0,
        hand=0,
        hinge="early",
        shortest_swing=0.3,
        key_words=("Most loft, {ball}, quick hinge, down hard. Out sideways if need be.",),
        miss="still in there",
        wins_when="the first duty is the short grass",
        source="common practice: deep rough",
        cautions=("Feel for roots and stones before a hard blow; if in doubt, take relief or an unplayable ball.",),
        faults=(
            ("a long iron out of deep grass", "most loft: one stroke to be back in play"),
            ("easing off", "hard down, the grass does the stopping"),
        ),
    ),
)
