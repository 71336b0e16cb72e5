"""From bunkers: splashes, gouges, the dig, the full sole, and the ways that leave the sand alone."""

from __future__ import annotations

import math
from dataclasses import replace

from veltrin.core.ground import LIP_ROLLED_M
from veltrin.core.methods.method import (
    WORTH_ADJUSTING_RAD,
    Case,
    Method,
    first_reason,
    sand_only,
    wedges_only,
)
from veltrin.core.strike import Change

BURIED_FROM = 0.5
"""Depth in sand, in balls, from which a splash no longer gets under. Judgement."""

SAND_ENDS_M = 240.0
"""Out of the sand first: a splash is played as far as it goes, whatever the distance, though it is for the near
ones."""

LEAST_SPLASH_DEG = 37.0
"""Least loft that still throws sand up. Judgement."""

_REHEARSE = "Practice swings outside the bunker: the sand may not be touched before the stroke (Rule 12.2b)."
_BULLET = "A thin one flies far over the green at head height: nobody behind it."

ENTRY_M = 0.05
"""Entry behind the ball. Common practice: about 5 cm."""


def _firm(case: Case) -> bool:
    return case.lie.cover.packed or case.lie.sand_m < 0.03


def _splash_refuses(case: Case, least_deg: float, most_deg: float = 70.0) -> str | None:
    buried = "is for a ball that shows: this one is buried" if case.lie.sunk >= BURIED_FROM else None
    return first_reason(sand_only(case), buried, wedges_only(case, least_deg, most_deg))


def _splash(case: Case, *, open_deg: float, stance_deg: float, widen_m: float, steep_deg: float) -> Change:
    return Change(
        entry_m=ENTRY_M,
        open_rad=math.radians(open_deg),
        stance_rad=math.radians(stance_deg),
        path_rad=math.radians(0.45 * stance_deg),
        ball_back_m=-0.05,
        attack_rad=math.radians(-steep_deg),
        widen_m=widen_m,
        lead_bias=-0.02,
        follow_side=0.95 if case.slope.side_rad < 0 else 0.9,
    )


def _standard(case: Case) -> Change:
    return _splash(case, open_deg=8.0, stance_deg=8.0, widen_m=0.05, steep_deg=7.0)


def _long(case: Case) -> Change:
    return _splash(case, open_deg=3.0, stance_deg=4.0, widen_m=0.01, steep_deg=6.0)


def _high(case: Case) -> Change:
    return _splash(case, open_deg=18.0, stance_deg=14.0, widen_m=0.10, steep_deg=8.0)


def _long_refuses(case: Case) -> str | None:
    # Less loft the further it goes: a 9-iron splashes on where a gap wedge's full swing ends.
    if case.club.kind == "iron" and case.club.loft_rad >= math.radians(LEAST_SPLASH_DEG):
        return _splash_refuses(replace(case, club=replace(case.club, kind="wedge")), LEAST_SPLASH_DEG)
    return _splash_refuses(case, 43.0, 53.0)


def _gouge_refuses(case: Case) -> str | None:
    buried = None if case.lie.sunk >= 0.4 else "is for a buried ball"
    return first_reason(sand_only(case), buried, wedges_only(case, 44.0))


def _gouge(_: Case) -> Change:
    return Change(
        entry_m=0.05,
        open_rad=math.radians(-12.0),
        ball_back_m=0.03,
        lead_bias=0.14,
        lean_rad=math.radians(2.0),
        attack_rad=math.radians(-20.0),
        widen_m=0.03,
    )


def _side_gouge_refuses(case: Case) -> str | None:
    sloping = abs(case.slope.side_rad) >= WORTH_ADJUSTING_RAD
    return first_reason(None if sloping else "is for a side slope in sand", _gouge_refuses(case))


def _side_gouge(_: Case) -> Change:
    return Change(
        entry_m=0.048,
        open_rad=math.radians(-8.0),
        ball_back_m=0.02,
        lead_bias=0.10,
        attack_rad=math.radians(-18.0),
        widen_m=0.05,
        follow_side=0.95,
    )


def _above_refuses(case: Case) -> str | None:
    above = None if case.slope.side_rad >= WORTH_ADJUSTING_RAD else "is for a ball above the feet in sand"
    return first_reason(above, _splash_refuses(case, 52.0))


def _above(case: Case) -> Change:
    return _splash(case, open_deg=4.0, stance_deg=0.0, widen_m=0.02, steep_deg=5.0)


def _below_refuses(case: Case) -> str | None:
    below = None if case.slope.side_rad <= -WORTH_ADJUSTING_RAD else "is for a ball below the feet in sand"
    return first_reason(below, _splash_refuses(case, 52.0))


def _below(case: Case) -> Change:
    return _splash(case, open_deg=6.0, stance_deg=4.0, widen_m=0.12, steep_deg=7.0)


def _dig_refuses(case: Case) -> str | None:
    firm = None if _firm(case) else "is for compacted or thin sand"
    return first_reason(sand_only(case), firm, _splash_refuses(case, 48.0))


def _dig(_: Case) -> Change:
    return Change(
        entry_m=0.04,
        ball_back_m=0.015,
        lead_bias=0.10,
        lean_rad=math.radians(1.0),
        attack_rad=math.radians(-8.0),
        widen_m=0.02,
    )


def _full_sole_refuses(case: Case) -> str | None:
    return first_reason(
        sand_only(case), None if case.lie.cover.loose else "is for heavy or soft sand", _splash_refuses(case, 52.0)
    )


def _full_sole(case: Case) -> Change:
    return _splash(case, open_deg=12.0, stance_deg=8.0, widen_m=0.06, steep_deg=6.0)


def _bare_refuses(case: Case) -> str | None:
    lip = None if case.lie.lip_m <= LIP_ROLLED_M else "won't get over the lip"
    sits = None if _firm(case) and case.lie.sunk <= 0.1 else "is for firm sand with the ball on top"
    return first_reason(sand_only(case), sits, lip)


def _putt_refuses(case: Case) -> str | None:
    return first_reason(_bare_refuses(case), None if case.club.kind == "putter" else "is for the putter")


def _chip_refuses(case: Case) -> str | None:
    club = case.club
    suits = club.kind in ("iron", "wedge") and math.radians(34.0) <= club.loft_rad <= math.radians(51.0)
    return first_reason(_bare_refuses(case), None if suits else "is for an 8-iron to a gap wedge")


METHODS = (
    Method(
        id="splash",
        name="Splash",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="standard splash",
        way="set-up",
        blow="splash",
        refuses=lambda case: _splash_refuses(case, 52.0),
        change=_standard,
        difficulty=1.19,
        hand=2,
        hinge="full",
        shortest_swing=0.12,
        key_words=("Stance and face a little open, breastbone behind the ball, sole first, big follow-through.",),
        miss="too far behind: stays in the sand; too near: over the green",
        wins_when="the sand is ordinary and there is green to land on",
        source="common practice: standard splash",
        cautions=(_REHEARSE, _BULLET),
        faults=(
            ("edge first: it digs", "open the face before taking the grip, so that the sole meets the sand"),
            ("stops at the ball", "follow through chest high: the sand is carried out with it"),
        ),
    ),
    Method(
        id="long-splash",
        name="Long splash",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="less loft, bigger swing",
        way="club",
        blow="splash",
        refuses=_long_refuses,
        change=_long,
        difficulty=1.24,
        hand=1,
        hinge="full",
        shortest_swing=0.5,
        key_words=("{feet}, same entry, bigger swing, through to the end.",),
        miss="entry too far behind: half way",
        wins_when="the flag is further than the most lofted wedge splashes it",
        source="common practice: long splash with 50-52°",
        cautions=(_REHEARSE, _BULLET),
        faults=(
            ("entering nearer to the ball for distance", "same entry: take less loft and swing longer"),
            ("face too open", "only a touch open"),
        ),
    ),
    Method(
        id="high-splash",
        name="High splash",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="most loft",
        way="set-up",
        blow="splash",
        refuses=lambda case: _splash_refuses(case, 56.0),
        change=_high,
        difficulty=1.33,
        hand=3,
        hinge="full",
        shortest_swing=0.2,
        key_words=("{feet}, more open, lower; speed from start to finish.",),
        miss="too much sand: stays under the lip",
        wins_when="there is a lip to clear or little green",
        source="common practice: high splash",
        cautions=(_REHEARSE, _BULLET),
        faults=(
            ("easing off for a soft one", "more sand and loft, more swing"),
            ("face shuts in the sand", "weaker grip, show the sole at the finish"),
        ),
    ),
    Method(
        id="gouge",
        name="Gouge",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="face shut, steep",
        way="set-up",
        blow="splash",
        refuses=_gouge_refuses,
        change=_gouge,
        difficulty=1.2,
        hand=0,
        hinge="early",
        shortest_swing=0.2,
        key_words=("{Ball}, face shut, chest ahead, hit down and leave the club in there.",),
        miss="stays in the hole",
        wins_when="the ball is buried and there is green to run on",
        source="common practice: buried",
        cautions=(_REHEARSE, "Mind the wrists: the club stops hard in the sand."),
        faults=(
            ("face open: the sole skids into the ball", "shut it, so that the edge digs under"),
            ("expecting it to stop", "it comes out low and runs: aim for room"),
        ),
    ),
    Method(
        id="side-gouge",
        name="Gouge on a side slope",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="face shut, steep",
        way="set-up",
        blow="splash",
        refuses=_side_gouge_refuses,
        change=_side_gouge,
        difficulty=1.35,
        hand=0,
        hinge="early",
        shortest_swing=0.2,
        key_words=("Dig the feet in, little loft, aim {right} for what it leaves to the {left}.",),
        miss="stays in, or low and {left}",
        wins_when="buried, with the ground tilted across",
        source="common practice: buried on a side slope",
        cautions=(_REHEARSE, "Footing in the bunker face: do not play it where a fall is likely."),
        faults=(
            ("aimed straight", "shut face and slope both turn it {left}: aim {right}"),
            ("falls over", "wider, lower"),
        ),
    ),
    Method(
        id="splash-above",
        name="Splash, ball above the feet",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="side slope in sand",
        way="set-up",
        blow="splash",
        refuses=_above_refuses,
        change=_above,
        difficulty=1.05,
        hand=1,
        hinge="full",
        shortest_swing=0.12,
        key_words=("Grip down by what the sand is nearer, aim {right}, shallower swing around you.",),
        miss="too much sand, {left}",
        wins_when="the ball lies above the feet in the bunker",
        source="common practice: side slopes in sand",
        cautions=(_REHEARSE, _BULLET),
        faults=(("full grip: buries the head", "grip down"), ("aimed straight", "aim {right}")),
    ),
    Method(
        id="splash-below",
        name="Splash, ball below the feet",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="side slope in sand",
        way="set-up",
        blow="splash",
        refuses=_below_refuses,
        change=_below,
        difficulty=1.14,
        hand=2,
        hinge="full",
        shortest_swing=0.12,
        key_words=("Lower, full grip, big swing, stay down. It leaks {right}.",),
        miss="rises up: thin, {right} and over",
        wins_when="the ball lies below the feet in the bunker",
        source="common practice: side slopes in sand",
        cautions=(_REHEARSE, _BULLET),
        faults=(("straightens up", "sit down to it and stay there"), ("gripped down", "use the whole grip")),
    ),
    Method(
        id="dig",
        name="Dig",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="compacted: steep, edge first",
        way="set-up",
        blow="splash",
        refuses=_dig_refuses,
        change=_dig,
        difficulty=1.1,
        hand=0,
        hinge="early",
        shortest_swing=0.1,
        key_words=("{Ball}, lean forward, steep, hold the handle: a mark that deepens forward.",),
        miss="the sole rebounds: thin and far over",
        wins_when="the sand is packed and the wedge has little bounce",
        source="common practice: compacted wet sand in winter",
        cautions=(_REHEARSE, _BULLET),
        faults=(
            ("high-bounce wedge", "least bounce first, loft second"),
            ("shallow: rebounds", "steeper, pressure on the lead side"),
        ),
    ),
    Method(
        id="full-sole",
        name="Full sole",
        family="sand",
        is_near=True,
        ends_m=SAND_ENDS_M,
        school="heavy sand: sole and speed",
        way="set-up",
        blow="splash",
        refuses=_full_sole_refuses,
        change=_full_sole,
        difficulty=1.1,
        hand=2,
        hinge="full",
        shortest_swing=0.2,
        key_words=("Use the whole sole and more speed: the sand is heavy.",),
        miss="digs and stalls: stays in the sand",
        wins_when="the sand is fluffy, wet or deep",
        source="common practice: fluffy wet sand",
        cautions=(_REHEARSE, _BULLET),
        faults=(("steep and edge first", "sole first, face open"), ("ordinary swing", "half as much again")),
    ),
    Method(
        id="sand-putt",
        name="Putt from sand",
        family="sand",
        is_near=True,
        rolls=True,
        school="leave the sand alone",
        way="club",
        refuses=_putt_refuses,
        change=lambda _: Change(widen_m=-0.02),
        difficulty=1.0,
        hand=0,
        hinge="none",
        key_words=("Firm putt, {ball}, don't touch the sand before it.",),
        miss="the edge of the bunker stops it",
        wins_when="firm sand, no lip, level way out",
        source="common practice: firm lipless bunker",
        cautions=("Don't ground the club in the sand before the stroke (Rule 12.2b).",),
        faults=(("ball forward: hops", "ball in the middle, level blow"), ("soft: stays in", "half as hard again")),
    ),
    Method(
        id="sand-chip",
        name="Chip from sand",
        family="sand",
        is_near=True,
        school="leave the sand alone",
        way="club",
        refuses=_chip_refuses,
        change=lambda _: Change(lead_bias=0.10, ball_back_m=0.05, grip_down_m=0.04, widen_m=-0.02),
        difficulty=0.95,
        hand=0,
        hinge="none",
        longest_swing=0.4,
        key_words=("{Ball}, pressure on the lead side, ball first and nothing else.",),
        miss="a grain early: hardly moves",
        wins_when="firm sand, no lip, far to roll",
        source="common practice: firm lipless bunker",
        cautions=("Don't ground the club in the sand before the stroke (Rule 12.2b).",),
        faults=(("a little behind it", "ball further back, stand taller"), ("flicked", "hold the hands")),
    ),
)
