"""The stock stroke fitted to the slope, and the kept club whose face is fitted instead."""

from __future__ import annotations

import math

from veltrin.core.methods.face import opened_to_gain
from veltrin.core.methods.method import NEAR_M, WORTH_ADJUSTING_RAD, Case, Method, never
from veltrin.core.strike import Change

MOST_LEAN_RAD = math.radians(8.0)


def _kept_refuses(case: Case) -> str | None:
    if case.lie.in_sand:
        return "is not for sand"
    if abs(case.slope.fall_rad) < WORTH_ADJUSTING_RAD:
        return "has nothing to give back: the ground hardly rises or falls"
    return None


def _kept_change(case: Case) -> Change:
    fall = case.slope.fall_rad
    if fall > 0:
        return Change(open_rad=opened_to_gain(case, fall), lead_bias=0.06)
    return Change(lean_rad=min(-fall, MOST_LEAN_RAD))


STOCK_SWING = Method(
    id="stock-swing",
    name="Stock swing",
    family="stock",
    school="changed club",
    way="club",
    refuses=never,
    change=lambda _: Change(),
    difficulty=1.0,
    key_words=("Same stroke as from the flat; the club does the work.",),
    miss="a little heavy, comes up short",
    wins_when="the lie asks for nothing more, or a club in the bag makes up for what it does to the loft",
    source="common practice: swap the club, keep the stroke",
    faults=(
        ("helps it into the air", "down and through: the loft lifts it"),
        ("slows into the ball", "the same rhythm through to the end"),
    ),
)

KEPT_CLUB = Method(
    id="kept-club",
    name="Same club",
    family="stock",
    school="changed swing",
    way="set-up",
    refuses=_kept_refuses,
    level_club="it",
    change=_kept_change,
    difficulty=1.12,
    key_words=("Set the face first, then take the grip.",),
    miss="leaks off line when the face is not held",
    wins_when="the player trusts this one club, or the bag has no club to swap to",
    source="common practice: one club with a changed swing",
    faults=(("grip first, then the face", "set the face, then the grip"), ("helps it up", "trust what the face shows")),
)


def _flier_refuses(case: Case) -> str | None:
    lie = case.lie
    some_grass = lie.cover.group == "grass" and 0.15 <= lie.sunk <= 0.9 and lie.thickness >= 0.4
    if not some_grass or case.flag_m <= NEAR_M:
        return "is for a ball that may fly out of some grass, further from the green"
    return None if case.club.kind in ("iron", "wedge") else "is for irons and wedges"


FLIER = Method(
    id="flier-stock",
    name="Flier allowance",
    family="stock",
    school="held back for the flier",
    way="club",
    refuses=_flier_refuses,
    change=lambda _: Change(lead_bias=0.04, grip_down_m=0.01, attack_rad=math.radians(-0.5)),
    difficulty=1.04,
    hinge="full",
    shortest_swing=0.5,
    longest_swing=0.95,
    key_words=("Three-quarter finish; land it short: it comes out with less spin and runs.",),
    miss="flies: hot and through the green",
    wins_when="the grass only half hides the ball and long is worse than short",
    source="common practice: fliers from rough",
    faults=(("full swing with the usual club", "a club less and held back"), ("aimed at the flag", "aim short of it")),
)

METHODS = (STOCK_SWING, KEPT_CLUB, FLIER)
