"""A season of practice: which days, and for how long each, by hours a week."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from veltrin.core.checks import require
from veltrin.core.errors import DomainError

MOST_MIN, LEAST_MIN = 120.0, 20.0
"""Longer than that nobody learns, shorter isn't worth the walk (minutes). Judgement."""


@dataclass(frozen=True)
class Outing:
    """One day of practice, and for how long (minutes)."""

    day: date
    minutes: float


def season(first: date, weeks: int, hours: float, weekdays: frozenset[int]) -> list[Outing]:
    """Days of practice from `first` on, the weekly hours shared out evenly over the weekdays (0: Monday).

    Raises OutOfRangeError for weeks and hours out of bounds, DomainError where the hours don't fit the days.
    """
    require("weeks", float(weeks), 1.0, 26.0, "weeks")
    require("hours", hours, 0.5, 20.0, "hours")
    if not weekdays:
        raise DomainError("weekdays", "no day of the week is chosen.", "Choose one at least.")
    minutes = 60.0 * hours / len(weekdays)
    if minutes > MOST_MIN:
        raise DomainError(
            "weekdays", f"{minutes:.0f} minutes a day are more than anybody learns in.",
            f"Choose more days, or fewer hours: at most {MOST_MIN:.0f} minutes a day.",
        )  # fmt: skip
    if minutes < LEAST_MIN:
        raise DomainError(
            "weekdays", f"{minutes:.0f} minutes a day are too little for a drill and its test.",
            f"Choose fewer days, or more hours: at least {LEAST_MIN:.0f} minutes a day.",
        )  # fmt: skip
    days = (first + timedelta(days=n) for n in range(7 * weeks))
    return [Outing(day, round(minutes, 1)) for day in days if day.weekday() in weekdays]
