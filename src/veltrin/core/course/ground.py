"""Ground of a course that was measured by balls from it, and greens that were read, kept with it and the day."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from veltrin.core.ground import KnownGround
from veltrin.core.learn import StruckBall
from veltrin.core.quantity import within


@dataclass(frozen=True)
class CourseGround:
    """What was measured of one cover. `carries`, `low`, `high`, `takes`: as MeasuredGround tells them.

    `struck` are kept as they were measured; whose they were isn't. `is_used`: plans on this course go by it.
    """

    known: KnownGround
    carries: float
    low: float
    high: float
    takes: float | None
    struck: tuple[StruckBall, ...]
    is_used: bool = True


GREENS_HOLD_DAYS = 7
"""So many days greens are taken to be as they were read: mowing, rolling and weather change them. Judgement."""


@dataclass(frozen=True)
class CourseGreens:
    """How fast (ft, by stimpmeter) and how firm (0 sodden .. 1 hard) the greens of a course were, read on a day.

    `is_used`: lines on this course go by it, as long as it holds.
    """

    speed_ft: float
    firmness: float
    on: date
    is_used: bool = True

    def __post_init__(self) -> None:
        within("line.green_speed_ft", self.speed_ft)
        within("line.firmness", self.firmness)

    def hold(self, day: date) -> bool:
        """Whether the greens are taken to be so on a day."""
        return 0 <= (day - self.on).days <= GREENS_HOLD_DAYS
