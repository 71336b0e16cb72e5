"""Wind: the held punch, the knock-down, the high rider, and holding a cross-wind or riding it."""

from __future__ import annotations

import math

from veltrin.core.methods.method import NEAR_M, Case, Method, first_reason, off_sand
from veltrin.core.strike import Change

FELT_M_S = 3.0
"""A wind weaker than this at 10 m is played as calm: a flag only stirs. Common practice."""

CURVE_RAD = math.radians(2.5)
"""How far the path is turned against the face to bend a ball a little. Judgement."""


def _far_only(case: Case) -> str | None:
    return None if case.flag_m > NEAR_M else "is for shots from further away"


def _punch_refuses(case: Case) -> str | None:
    degrees = math.degrees(case.club.loft_rad)
    suits = case.club.kind in ("iron", "hybrid") and degrees <= 42.0
    sits_down = case.lie.over_m > 0.03 or case.lie.cover.group == "divot"
    return first_reason(
        _far_only(case),
        off_sand(case),
        "is for a ball that sits up or on short grass" if sits_down else None,
        None if suits else "is for irons up to the 9 and hybrids",
    )


def _same_club_refuses(case: Case) -> str | None:
    return first_reason(
        _punch_refuses(case),
        None if case.club.kind == "iron" else "is for irons: a hybrid isn't held back to a club's distance",
    )


def _punch(_: Case) -> Change:
    return Change(ball_back_m=0.055, lead_bias=0.07, lean_rad=math.radians(1.0), grip_down_m=0.01, widen_m=-0.02)


def _knock_refuses(case: Case) -> str | None:
    suits = case.club.kind in ("iron", "wedge") and 36.0 <= math.degrees(case.club.loft_rad) <= 56.0
    sits_down = case.lie.over_m > 0.03 or case.lie.cover.group == "divot"
    return first_reason(
        _far_only(case),
        off_sand(case),
        "is for a ball that sits up or on short grass" if sits_down else None,
        None if suits else "is for short irons and wedges up to 56°",
    )


def _knock(_: Case) -> Change:
    return Change(ball_back_m=0.03, lead_bias=0.10, grip_down_m=0.02)


def _high_refuses(case: Case) -> str | None:
    return first_reason(
        _far_only(case),
        off_sand(case),
        None if case.tail_m_s >= FELT_M_S else "is for a wind from behind",
        None if case.lie.over_m < 0.012 else "is for a clean lie",
        None if case.club.kind in ("iron", "hybrid", "wood") else "is for irons, hybrids and woods",
    )


def _high(_: Case) -> Change:
    return Change(ball_back_m=-0.035, attack_rad=math.radians(1.0), widen_m=0.02)


def _cross_refuses(case: Case) -> str | None:
    return first_reason(
        _far_only(case),
        off_sand(case),
        None if abs(case.left_m_s) >= FELT_M_S else "is for a cross-wind",
        None if case.lie.over_m < 0.02 else "is for a clean lie",
        None if case.club.kind in ("iron", "hybrid", "wood") else "is for irons, hybrids and woods",
    )


def _curved(to_left: bool) -> Change:
    # The ball bends away from the side to which the path goes.
    path = -CURVE_RAD if to_left else CURVE_RAD
    return Change(path_rad=path, stance_rad=path)


def _hold(case: Case) -> Change:
    return _curved(to_left=case.left_m_s < 0.0)


def _ride(case: Case) -> Change:
    return _curved(to_left=case.left_m_s > 0.0)


_PUNCH_FAULTS = (
    ("swung harder to make up for the wind", "more club, the same slow three-quarter swing"),
    ("slides to the target", "turn around a centred chest"),
    ("lets the hands go", "finish with the hands no higher than the chest"),
)
_HIGH_WORDS = "{Ball}, chest behind it, full finish: put it up where the wind is."

METHODS = (
    Method(
        id="held-punch",
        name="Held punch",
        family="wind",
        school="more club, held back",
        way="club",
        refuses=_punch_refuses,
        level_club="another",
        change=_punch,
        difficulty=1.0,
        hand=0,
        hinge="little",
        shortest_swing=0.45,
        longest_swing=0.88,
        key_words=(
            "More club, {ball}, a little more weight on the lead foot.",
            "Three-quarter, slow; turn around a centred chest and hold the finish low.",
        ),
        miss="comes out low {left} when the hands close",
        wins_when="the wind is against, or branches hang over the line",
        source="common practice: low three-quarter shot into wind",
        faults=_PUNCH_FAULTS,
    ),
    Method(
        id="same-club-punch",
        name="Same-club punch",
        family="wind",
        school="same club, ball back",
        way="set-up",
        refuses=_same_club_refuses,
        level_club="it",
        change=_punch,
        difficulty=1.03,
        hand=0,
        hinge="little",
        shortest_swing=0.5,
        longest_swing=0.92,
        key_words=(
            "The same club, {ball}, hands ahead, a little more weight on the lead foot.",
            "Turn around a centred chest; hold the finish.",
        ),
        miss="struck too hard: it climbs after all",
        wins_when="the stock shot would only just get there and the wind is against",
        source="common practice: into wind a low one can finish further than the stock shot",
        faults=_PUNCH_FAULTS,
    ),
    Method(
        id="knock-down",
        name="Knock-down",
        family="wind",
        school="short iron kept low",
        way="set-up",
        refuses=_knock_refuses,
        change=_knock,
        difficulty=0.98,
        hand=0,
        hinge="little",
        shortest_swing=0.35,
        longest_swing=0.85,
        key_words=("Grip down, {ball}, chest to chest, hold the finish.",),
        miss="a touch heavy when the weight stays back",
        wins_when="a wedge would balloon, or a short iron has room to release",
        source="common practice: knock-down with a short iron",
        faults=(
            ("full swing with the ball back", "shorter swing, same rhythm"),
            ("hits down at it", "turn through it level"),
        ),
    ),
    Method(
        id="high-rider",
        name="High rider",
        family="wind",
        school="up into the wind behind",
        way="set-up",
        refuses=_high_refuses,
        change=_high,
        difficulty=1.08,
        hand=2,
        hinge="full",
        shortest_swing=0.6,
        key_words=(_HIGH_WORDS,),
        miss="thin, when the chest hangs back too far",
        wins_when="the wind is behind and the carry counts",
        source="common practice: high ball downwind",
        faults=(
            ("leans back", "ball forward, chest stays over the middle of the feet"),
            ("helps it up", "swing through to a full finish"),
        ),
    ),
    Method(
        id="hold-against",
        name="Hold against",
        family="wind",
        school="held against the wind",
        way="set-up",
        refuses=_cross_refuses,
        change=_hold,
        difficulty=1.08,
        hinge="full",
        shortest_swing=0.6,
        key_words=("Feet and path a touch to the wind’s far side, face at the mark: bend it back into the wind.",),
        miss="overdone: it ends on the windward side",
        wins_when="the landing is narrow and the ball must come down straight",
        source="common practice: hold it against the wind",
        faults=(
            ("curves it too much", "a small change of feet is enough"),
            ("face follows the feet", "set the face first"),
        ),
    ),
    Method(
        id="ride-wind",
        name="Ride it",
        family="wind",
        school="carried by the wind",
        way="set-up",
        refuses=_cross_refuses,
        change=_ride,
        difficulty=1.04,
        hinge="full",
        shortest_swing=0.6,
        key_words=("Start it well into the wind and let it come: feet a touch to the wind’s side, face at the mark.",),
        miss="carried too far across",
        wins_when="distance is wanted and there is room on the lee side",
        source="common practice: ride the cross-wind",
        faults=(
            ("aims at the flag", "start it as far beside it as the aim says"),
            ("curves it too much", "a small change of feet is enough"),
        ),
    ),
)
