"""Times as the clock of a place says them, and the moments they are.

Where the clock is put forward an hour that doesn't exist is read with the offset of before, where it is put back an
hour that comes twice is the first of the two. Source: RFC 5545, 3.3.5.
"""

from __future__ import annotations

from datetime import UTC, datetime
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from veltrin.service.house.contracts.base import FIRST_YEAR, LAST_YEAR
from veltrin.service.house.errors import DomainError

FORMAT = "%Y-%m-%dT%H:%M"


def zone_named(name: str, field: str = "zone") -> ZoneInfo:
    """A time zone by its IANA name; DomainError where there is none."""
    try:
        return ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError) as error:
        raise DomainError(
            field, f"'{name[:40]}' is not a time zone.", "Give an IANA name such as Europe/London."
        ) from error


def moment_of(local: str, zone: str, field: str = "planned_local") -> datetime:
    """The moment at which the clock of a place says so, in UTC. DomainError where it is no time, or no zone."""
    try:
        told = datetime.strptime(local, FORMAT)
    except ValueError as error:
        raise DomainError(field, f"'{local[:40]}' is not a day and time.", "Give them as 2026-03-29T17:00.") from error
    # The bounds of every other moment: what is kept with one outside them could be exported no more.
    if not FIRST_YEAR <= told.year <= LAST_YEAR:
        raise DomainError(
            field, f"({local[:40]}) is outside the years that Veltrin accepts.", f"Give {FIRST_YEAR} to {LAST_YEAR}."
        )
    return told.replace(tzinfo=zone_named(zone)).astimezone(UTC)


def local_of(moment: datetime, zone: str) -> str:
    """What the clock of a place says at a moment."""
    return moment.astimezone(zone_named(zone)).strftime(FORMAT)
