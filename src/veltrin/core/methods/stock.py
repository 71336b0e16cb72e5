"""The stock stroke fitted to the slope, and the kept club whose face is fitted instead."""

from __future__ import annotations

import math

from veltrin.core.methods.face import opened_to_gain
from veltrin.core.methods.method import WORTH_ADJUSTING_RAD, Case, Method, never
from veltrin.core.strike import Change

MOST_LEAN_RAD = math.radians(8.0)


def _kept_refuses(case: Case) -> str | None:
    if abs(case.slope.fall_rad) < WORTH_ADJUSTING_RAD:
        return "has nothing to give back: the ground hardly rises or falls"
    if case.club.id != case.kept_club_id:
        return "is for the club the player would use from level ground"
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
    wins_when="the slope is mild, or a club in the bag makes up for what the hill does to the loft",
    source="common practice: swap the club, keep the stroke",
)

KEPT_CLUB = Method(
    id="kept-club",
    name="Kept club",
    family="stock",
    school="changed swing",
    way="set-up",
    refuses=_kept_refuses,
    change=_kept_change,
    difficulty=1.12,
    key_words=("Set the face first, then take the grip.",),
    miss="leaks off line when the face is not held",
    wins_when="the player trusts this one club, or the bag has no club to swap to",
    source="common practice: one club with a changed swing",
)

METHODS = (STOCK_SWING, KEPT_CLUB)
