"""Strike: stock stroke, set-up computed for the slope, delivery, and the blow itself."""

from veltrin.core.strike.bounds import BOUNDS, Bound, beyond, strained
from veltrin.core.strike.delivery import Delivery, deliver
from veltrin.core.strike.impact import Launch, strike_ball
from veltrin.core.strike.meeting import Approach, Meeting, Window, bladed_elevation, meet, window
from veltrin.core.strike.setup import Change, Setup, set_up
from veltrin.core.strike.splash import Splash, splash
from veltrin.core.strike.stroke import ClubArrays, Stroke, club_arrays, stock_stroke

__all__ = [
    "BOUNDS",
    "Approach",
    "Bound",
    "Change",
    "ClubArrays",
    "Delivery",
    "Launch",
    "Meeting",
    "Setup",
    "Splash",
    "Stroke",
    "Window",
    "beyond",
    "bladed_elevation",
    "club_arrays",
    "deliver",
    "meet",
    "set_up",
    "splash",
    "stock_stroke",
    "strained",
    "strike_ball",
    "window",
]
