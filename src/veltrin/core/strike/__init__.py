"""Strike: stock stroke, set-up computed for the slope, delivery, and the blow itself."""

from veltrin.core.strike.blow import TOLD, Around, strike_rows
from veltrin.core.strike.bounds import BOUNDS, Bound, beyond, strained
from veltrin.core.strike.delivery import Delivery
from veltrin.core.strike.impact import Launch
from veltrin.core.strike.meeting import Approach, Meeting, meet
from veltrin.core.strike.rows import Change, ClubArrays, Habits
from veltrin.core.strike.setup import Setup
from veltrin.core.strike.splash import Splash
from veltrin.core.strike.stroke import club_rows

__all__ = [
    "BOUNDS",
    "TOLD",
    "Approach",
    "Around",
    "Bound",
    "Change",
    "ClubArrays",
    "Delivery",
    "Habits",
    "Launch",
    "Meeting",
    "Setup",
    "Splash",
    "beyond",
    "club_rows",
    "meet",
    "strained",
    "strike_rows",
]
