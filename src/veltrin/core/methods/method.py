"""What a way of playing declares: data plus small functions."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import cache
from typing import Literal

from veltrin.core.altered import altered
from veltrin.core.ground import CLEAN, Lie, Slope
from veltrin.core.kit import Club
from veltrin.core.sides import Unsided
from veltrin.core.strike import Change

Way = Literal["club", "set-up"]

WORTH_ADJUSTING_RAD = math.radians(1.5)
"""A slope below this is played as level: nobody feels it and nobody measures it. Common practice."""


def slope_word(slope: Slope) -> str:
    """A slope as the rates tell it apart: what is less than worth adjusting for is level."""
    words = [
        word
        for word, angle in (
            ("down", slope.fall_rad), ("up", -slope.fall_rad), ("above", slope.side_rad), ("below", -slope.side_rad),
        )
        if angle >= WORTH_ADJUSTING_RAD
    ]  # fmt: skip
    return " ".join(words) or "level"


NEAR_M = 40.0
"""Up to here a shot is played as one from near the green. Judgement."""

NEAR_ENDS_M = 70.0
"""From further away it no longer is. In between it gets harder: see `stretched`. Judgement."""

STRETCHED = 0.8
"""How much wider a way of playing scatters at the end of its range than inside it. Judgement."""

STRAINED, LAST_OF_SWING = 0.25, 0.15
"""How much wider at the longest swing it is played with, and over which last part of the swing that grows.
Judgement."""

Blow = Literal["face", "edge", "splash"]
Hinge = Literal["none", "little", "early", "full"]

HandWord = Literal["held", "level", "passing", "full"]

HAND_WORDS: tuple[HandWord, HandWord, HandWord, HandWord] = ("held", "level", "passing", "full")
"""The scale of hand action from none (the handle leads through) to full (the head passes the hands)."""

HAND_LEAN_RAD = math.radians(2.5)
"""Loft that each step of hand action gives back at impact. Judgement."""


@dataclass(frozen=True)
class Case:
    """What a method looks at to decide whether and how it is played.

    `least_bounce_id`: the wedge of the bag with the least bounce. `tail_m_s` and `left_m_s`: wind from behind and
    towards the left, at 10 m.
    """

    slope: Slope
    club: Club
    kept_club_id: str | None = None
    lie: Lie = CLEAN
    flag_m: float = NEAR_M
    least_bounce_id: str | None = None
    tail_m_s: float = 0.0
    left_m_s: float = 0.0


LevelClub = Literal["any", "it", "another"]
"""How a method goes with the club that the player would use from level ground."""


@dataclass(frozen=True)
class Method:
    """One way of playing. `way` says what it changes first: the club or the set-up.

    `refuses` gives the reason why it isn't played in this case, or None. `change` gives its numbers. `difficulty`
    multiplies the player's scatter (1 is stock). `shortest_swing`/`longest_swing`: shares of full speed
    between which it is played. `blow`: what meets the ball. `hand`: hand action on the scale of HAND_WORDS.
    `harder`: how much more it scatters in this lie, where its range ends. `is_near`: for shots from near the green, up
    to `ends_m`. `rolls`: the ball rolls from the start, so it needs no height, and a putter may do it.
    `level_club`: whether it is played with the club that the player would use from level ground, with any but that, or
    with any. `faults`: what goes wrong, each with its cure. `miss` is the usual bad one. Sources are named in `source`.
    """

    id: str
    name: str
    family: str
    school: str
    way: Way
    refuses: Callable[[Case], str | None]
    change: Callable[[Case], Change]
    difficulty: Unsided
    key_words: tuple[str, ...]
    miss: str
    wins_when: str
    source: str
    faults: tuple[tuple[str, str], ...]
    cautions: tuple[str, ...] = ()
    shortest_swing: float = 0.0
    longest_swing: float = 1.0
    blow: Blow = "face"
    rolls: bool = False
    hand: int = 1
    hinge: Hinge = "full"
    is_near: bool = False
    ends_m: float = NEAR_ENDS_M
    harder: Callable[[Lie], float] = lambda _: 1.0
    level_club: LevelClub = "any"

    def refusal(self, case: Case) -> str | None:
        """Why it isn't played in this case, its range looked at first; None where it is."""
        if self.is_near and case.flag_m > self.ends_m:
            return "is for shots from near the green"
        reason = self.refuses(case)
        is_it = case.club.id == case.kept_club_id
        if reason is None and self.level_club == "it" and not is_it:
            return "is for the club the player would use from level ground"
        if reason is None and self.level_club == "another" and is_it:
            return "is for another club than from level ground"
        return reason

    def stretched(self, distance_m: float, swing: float, lie: Lie) -> float:
        """How much harder it gets towards the end of its range: 1 inside it; its price grows before it falls out."""
        far = max(distance_m - NEAR_M, 0.0) / (NEAR_ENDS_M - NEAR_M) if self.is_near else 0.0
        long = max(swing / self.longest_swing - (1.0 - LAST_OF_SWING), 0.0) / LAST_OF_SWING
        strained = STRAINED * min(long, 1.0) if self.longest_swing < 1.0 else 0.0
        return self.harder(lie) * (1.0 + STRETCHED * min(far, 1.0) + strained)

    def changed(self, case: Case) -> Change:
        """What it asks for in this case, hand action worked into the lean."""
        change = self.change(case)
        return altered(change, {"lean_rad": change.lean_rad + HAND_LEAN_RAD * (1 - self.hand)})


def never(_: Case) -> str | None:
    """Refuse nothing."""
    return None


def downhill_only(case: Case) -> str | None:
    """Refuse unless the ground falls enough to matter."""
    return None if case.slope.fall_rad >= WORTH_ADJUSTING_RAD else "is for a downhill lie"


def uphill_only(case: Case) -> str | None:
    """Refuse unless the ground rises enough to matter."""
    return None if case.slope.fall_rad <= -WORTH_ADJUSTING_RAD else "is for an uphill lie"


def above_only(case: Case) -> str | None:
    """Refuse unless the ball lies above the feet."""
    return None if case.slope.side_rad >= WORTH_ADJUSTING_RAD else "is for a ball above the feet"


def below_only(case: Case) -> str | None:
    """Refuse unless the ball lies below the feet."""
    return None if case.slope.side_rad <= -WORTH_ADJUSTING_RAD else "is for a ball below the feet"


def first_reason(*reasons: str | None) -> str | None:
    """The first reason there is, or None."""
    for reason in reasons:
        if reason is not None:
            return reason
    return None


def wedges_only(case: Case, least_deg: float = 40.0, most_deg: float = 70.0) -> str | None:
    """Refuse clubs other than wedges between two lofts."""
    degrees = math.degrees(case.club.loft_rad)
    if case.club.kind == "wedge" and least_deg - 0.01 <= degrees <= most_deg + 0.01:
        return None
    return _for_wedges(least_deg, most_deg)


@cache
def _for_wedges(least_deg: float, most_deg: float) -> str:
    span = f"wedges from {least_deg:.0f}°" if most_deg >= 70.0 else f"wedges of {least_deg:.0f}° to {most_deg:.0f}°"
    return f"is for {span}"


def off_sand(case: Case) -> str | None:
    """Refuse in a bunker."""
    return "is not for sand" if case.lie.in_sand else None


def sand_only(case: Case) -> str | None:
    """Refuse outside a bunker."""
    return None if case.lie.in_sand else "is for sand"


def short_cover_only(case: Case) -> str | None:
    """Refuse where grass stands above the ball, or sand or mud is under it."""
    lie = case.lie
    if (lie.cover.mown or (lie.cover.group == "bare" and not lie.cover.muddy)) and lie.over_m < 0.008:
        return None
    return "is for tight, bare or short-mown ground"
