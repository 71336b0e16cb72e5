"""A season of practice: which days, for how long each, what can be practised then, and what has to rest.

Longer week by week, and short again before a date that is named; a drill comes again after two days, then four, then
eight; and what a month's ground doesn't have isn't planned for it.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import date, timedelta

from veltrin.core.checks import require
from veltrin.core.errors import DomainError
from veltrin.core.practice.drill import Need
from veltrin.core.practice.session import missing_on

MOST_MIN, LEAST_MIN = 120.0, 20.0
"""Longer than that nobody learns, shorter isn't worth the walk (minutes). Judgement."""

RISES = 0.35
"""The last full week is so much longer than the first, as a share. Judgement."""

TAPER_DAYS, TAPERED = 7, 0.5
"""In the last days before the date that is named practice is so short, as a share of what it would be. Common practice:
fresh beats one more session."""

SPACING_DAYS = (2, 4, 8)
"""A drill rests so many days after its first, its second, and every later time. Source: spaced practice (Cepeda et al.
2006, from memory): gaps that grow; how long: judgement."""

MONTHS_FIRMNESS: Mapping[int, float] = {
    1: 0.2, 2: 0.2, 3: 0.3, 4: 0.45, 5: 0.55, 6: 0.75, 7: 0.75, 8: 0.7, 9: 0.5, 10: 0.4, 11: 0.25, 12: 0.1,
}  # fmt: skip
"""Firmness of the ground as it often is in a month, 0 sodden to 1 hard, on an upland course in the north. Judgement;
the coach says what else isn't there."""


def missing_in(month: int) -> frozenset[Need]:
    """What usually isn't there in a month (1 to 12): bare, hard ground in December, soft ground in July."""
    return missing_on(MONTHS_FIRMNESS[month], None)


def resting_on(day: date, drilled: Mapping[str, Iterable[date]]) -> frozenset[str]:
    """Drills that aren't due again on a day, by when each was drilled before."""
    found = set()
    for drill_id, days in drilled.items():
        before = sorted(d for d in days if d < day)
        if before and (day - before[-1]).days < SPACING_DAYS[min(len(before), len(SPACING_DAYS)) - 1]:
            found.add(drill_id)
    return frozenset(found)


@dataclass(frozen=True)
class Outing:
    """One day of practice, and for how long (minutes)."""

    day: date
    minutes: float


def _share(day: date, first: date, last_full: date, peak: date | None) -> float:
    """How long practice is on a day against the first: it rises to the last full day, and is short before the date."""
    if peak is not None and (peak - day).days <= TAPER_DAYS:
        return TAPERED
    whole = max((last_full - first).days, 1)
    return 1.0 + RISES * min((day - first).days / whole, 1.0)


def season(first: date, weeks: int, hours: float, weekdays: frozenset[int], peak: date | None = None) -> list[Outing]:
    """Days of practice from `first` on, the hours shared out over the weekdays (0: Monday); `hours` a week on average.

    `peak`: the date it is all for: nothing on it and after it, little in the week before. Raises OutOfRangeError for
    weeks and hours out of bounds, DomainError where the hours don't fit the days, or the date isn't in the season.
    """
    require("weeks", float(weeks), 1.0, 26.0, "weeks")
    require("hours", hours, 0.5, 20.0, "hours")
    if not weekdays:
        raise DomainError("weekdays", "no day of the week is chosen.", "Choose one at least.")
    every = [first + timedelta(days=n) for n in range(7 * weeks)]
    days = [day for day in every if day.weekday() in weekdays and (peak is None or day < peak)]
    if peak is not None and not (days and every[0] < peak <= every[-1] + timedelta(days=TAPER_DAYS)):
        raise DomainError(
            "peak", f"{peak.isoformat()} isn't a day of this season.", "Choose a day within it, or just after it."
        )
    last_full = max((d for d in days if peak is None or (peak - d).days > TAPER_DAYS), default=first)
    shares = [_share(day, first, last_full, peak) for day in days]
    full = [share for share in shares if share >= 1.0] or shares
    each = 60.0 * hours / len(weekdays) * len(full) / sum(full)
    minutes = [each * share for share in shares]
    if max(minutes) > MOST_MIN:
        raise DomainError(
            "weekdays", f"{max(minutes):.0f} minutes a day are too many to learn in.",
            f"Choose more days, or fewer hours: at most {MOST_MIN:.0f} minutes a day.",
        )  # fmt: skip
    if min(minutes) < LEAST_MIN:
        raise DomainError(
            "weekdays", f"{min(minutes):.0f} minutes a day are too little for a drill and its test.",
            f"Choose fewer days, or more hours: at least {LEAST_MIN:.0f} minutes a day.",
        )  # fmt: skip
    return [Outing(day, round(told, 1)) for day, told in zip(days, minutes, strict=True)]
