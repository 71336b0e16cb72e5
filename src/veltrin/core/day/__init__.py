"""The day: weather, ground and greens as inputs, the seasons, and what a day does to a lie and a landing."""

from veltrin.core.day.day import (
    GIVE_TODAY,
    GROWN,
    GROWTHS,
    SAND_STATES,
    Day,
    Growth,
    Season,
    give_on,
    grown,
    landing_on,
    lie_on,
    rain_film,
    wet_of,
)
from veltrin.core.day.seasons import SEASONS

__all__ = [
    "GIVE_TODAY",
    "GROWN",
    "GROWTHS",
    "SAND_STATES",
    "SEASONS",
    "Day",
    "Growth",
    "Season",
    "give_on",
    "grown",
    "landing_on",
    "lie_on",
    "rain_film",
    "wet_of",
]
