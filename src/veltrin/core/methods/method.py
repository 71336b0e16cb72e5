"""What a way of playing declares: data plus small functions."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from veltrin.core.ground import CLEAN, Grass, Slope
from veltrin.core.kit import Club
from veltrin.core.strike import Change

Way = Literal["club", "set-up"]

WORTH_ADJUSTING_RAD = math.radians(1.5)
"""A slope below this is played as level: nobody feels it and nobody measures it. Common practice."""


@dataclass(frozen=True)
class Case:
    """What a method looks at to decide whether and how it is played."""

    slope: Slope
    club: Club
    kept_club_id: str | None = None
    grass: Grass = CLEAN


@dataclass(frozen=True)
class Method:
    """One way of playing. `way` says what it changes first: the club or the set-up.

    `refuses` gives the reason why it isn't played in this case, or None. `change` gives its numbers. `difficulty`
    multiplies the player's scatter (1 is stock). `shortest_swing`: share of full speed below which it isn't
    played. `miss` is the usual bad one. Sources are named in `source`.
    """

    id: str
    name: str
    family: str
    school: str
    way: Way
    refuses: Callable[[Case], str | None]
    change: Callable[[Case], Change]
    difficulty: float
    key_words: tuple[str, ...]
    miss: str
    wins_when: str
    source: str
    cautions: tuple[str, ...] = ()
    shortest_swing: float = 0.0


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
