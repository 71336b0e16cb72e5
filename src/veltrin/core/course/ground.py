"""Ground of a course that was measured by balls from it, kept with the course and the day."""

from __future__ import annotations

from dataclasses import dataclass

from veltrin.core.ground import KnownGround
from veltrin.core.learn import StruckBall


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
