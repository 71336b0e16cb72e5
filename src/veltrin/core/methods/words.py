"""What is said to a player, made from the numbers of the set-up and from the player's hand, so that nothing can
disagree.

Texts of methods carry marks: {left} and {right} are told for a right-hander and change sides for a left-hander; {feet}
and {ball} are filled in from the stance and the place of the ball as computed. Lead and trail stay: they follow the
hand.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace
from functools import lru_cache

from veltrin.core.altered import altered
from veltrin.core.ground import Lie, Slope
from veltrin.core.methods.method import WORTH_ADJUSTING_RAD, Method

_FEET = (
    (0.17, "Feet together"),
    (0.28, "Feet a club head apart"),
    (0.38, "Feet as wide as the hips"),
    (0.50, "Feet as wide as the shoulders"),
    (math.inf, "A wide stance"),
)
"""Words for the middle of one foot to the middle of the other, up to so many metres. Common practice."""

_BALL = (
    (-0.035, "ball well forward"),
    (-0.012, "ball just forward"),
    (0.012, "ball in its usual place"),
    (0.035, "ball just back"),
    (0.075, "ball well back"),
    (math.inf, "ball off the trail foot"),
)
"""Words for how far back of its stock place the ball lies, up to so many metres. Common practice."""


def stance_words(width_m: float, ball_back_m: float) -> tuple[str, str]:
    """Words for the stance and the place of the ball, from their numbers."""
    return _told(_FEET, width_m), _told(_BALL, ball_back_m)


def _told(table: tuple[tuple[float, str], ...], value: float) -> str:
    return next(words for upto, words in table if value <= upto)


def for_hand(text: str, *, left_handed: bool) -> str:
    """Tell a text's marked sides for one hand."""
    sides = ("right", "left") if left_handed else ("left", "right")
    return text.replace("{left}", sides[0]).replace("{right}", sides[1])


def texts_through(method: Method, change: Callable[[str], str]) -> Method:
    """The method with all that is said of it put through `change`."""
    return replace(
        method,
        key_words=tuple(change(text) for text in method.key_words),
        miss=change(method.miss),
        wins_when=change(method.wins_when),
        faults=tuple((change(fault), change(cure)) for fault, cure in method.faults),
        cautions=tuple(change(text) for text in method.cautions),
    )


def in_general(method: Method, *, left_handed: bool) -> Method:
    """The method as the catalogue tells it, for one hand: stance and ball depend on the shot."""
    return _filled(method, "Feet as worked out", "ball as worked out", left_handed)


@lru_cache(maxsize=4096)
def _filled(method: Method, feet: str, ball: str, left_handed: bool) -> Method:
    def change(text: str) -> str:
        filled = text.replace("{feet}", feet).replace("{ball}", ball).replace("{Ball}", ball[0].upper() + ball[1:])
        return for_hand(filled, left_handed=left_handed)

    return texts_through(method, change)


def spoken(method: Method, lie: Lie, slope: Slope, stance: tuple[str, str], *, left_handed: bool) -> Method:
    """The method as it is said for one shot: its own words, what the lie adds, what each slope asks for.

    `stance`: words for the feet and the place of the ball, see stance_words.
    """
    said = _filled(method, *stance, left_handed)
    added = tuple(
        for_hand(text, left_handed=left_handed) for text in (*lie_words(method, lie), *slope_words(method, slope))
    )
    own = () if added and method.id == "stock-swing" else said.key_words
    told = {"key_words": (*own, *added), "faults": (*slope_faults(method, slope), *said.faults)}
    return altered(said, told)


HILL_FAULTS = (
    ("the usual club on the hill", "take the club that this shot names: the slope has changed its loft"),
    ("stands upright", "shoulders with the slope"),
)


def slope_faults(method: Method, slope: Slope) -> tuple[tuple[str, str], ...]:
    """What goes wrong with a stock stroke on a hill; on the level nobody is told of hills."""
    is_hilly = abs(slope.fall_rad) >= WORTH_ADJUSTING_RAD
    return HILL_FAULTS if is_hilly and method.id == "stock-swing" else ()


def lie_words(method: Method, lie: Lie) -> tuple[str, ...]:
    """What the lie adds to a stock stroke: nothing from a plain one."""
    if method.family != "stock":
        return ()
    if lie.in_sand:
        return ("Feet dug in, grip down by as much; ball first, no sand before it.",)
    if lie.cover.group == "divot":
        return ("Ball first, down on it: the rim behind it is in the way.",)
    if lie.over_m > 0.0 and lie.thickness > 0.0:
        return ("Firmer lead hand, swing on through the grass.",)
    if lie.cover.group == "bare":
        return ("Ball first: nothing gives below it.",)
    return ()


def slope_words(method: Method, slope: Slope) -> tuple[str, ...]:
    """What each slope under the ball asks for, where the method doesn't say it itself: on combined slopes both."""
    found = []
    if method.family not in ("downhill", "uphill"):
        if slope.fall_rad >= WORTH_ADJUSTING_RAD:
            found.append("Downhill: shoulders along the slope, pressure on the lead side, chase the head down it.")
        elif slope.fall_rad <= -WORTH_ADJUSTING_RAD:
            found.append("Uphill: shoulders with the hill, pressure on the trail side, sweep along it.")
    if method.family != "side slope" and method.id not in ("splash-above", "splash-below", "side-gouge"):
        if slope.side_rad >= WORTH_ADJUSTING_RAD:
            found.append("Ball above the feet: grip down, stand taller; it goes {left}.")
        elif slope.side_rad <= -WORTH_ADJUSTING_RAD:
            found.append("Ball below the feet: full length, sit lower and stay there; it goes {right}.")
    return tuple(found)
