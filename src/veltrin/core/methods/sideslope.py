"""Side slopes: ball above and below the feet."""

from __future__ import annotations

import math

from veltrin.core.methods.method import Case, Method, above_only, below_only
from veltrin.core.strike import Change

MOST_OPENED_RAD = math.radians(2.0)


def _tall(case: Case) -> Change:
    # A little of what the slope turns the face is held against by opening; the rest is aimed off, steeper or not.
    return Change(follow_side=1.0, open_rad=MOST_OPENED_RAD * math.tanh(0.15 * case.slope.side_rad / MOST_OPENED_RAD))


def _low(case: Case) -> Change:
    return Change(follow_side=0.95, widen_m=0.06)


STAND_TALL = Method(
    id="stand-tall",
    name="Stand tall",
    family="side slope",
    school="opened a little",
    way="set-up",
    refuses=above_only,
    change=_tall,
    difficulty=1.02,
    key_words=("Grip down, stand tall, trail hand does not roll over.",),
    miss="pulled {left} of the aim",
    wins_when="there is trouble {left}, or a lofted club would turn too far {left}",
    source="common practice: ball above the feet",
    hand=0,
    faults=(("full length of the club: heavy", "grip down"), ("trail hand rolls over", "hold it from rolling")),
)

SIT_LOW = Method(
    id="sit-low",
    name="Sit low",
    family="side slope",
    school="full length, wide and low",
    way="set-up",
    refuses=below_only,
    change=_low,
    difficulty=0.95,
    key_words=("Full length of the club, low, stay at that height to the end.",),
    miss="thin, low and {right}",
    wins_when="the player can hold the height through the stroke",
    source="common practice: ball below the feet",
    faults=(("rises: thin", "keep the height through the stroke"), ("aimed straight", "aim {left}: it goes {right}")),
)

METHODS = (STAND_TALL, SIT_LOW)
