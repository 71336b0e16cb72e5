"""Strike: stock stroke, set-up computed for the slope, delivery, and the blow itself."""

from veltrin.core.strike.delivery import Delivery, deliver
from veltrin.core.strike.impact import Launch, strike_ball
from veltrin.core.strike.setup import Change, Setup, set_up
from veltrin.core.strike.stroke import ClubArrays, Stroke, club_arrays, stock_stroke

__all__ = [
    "Change",
    "ClubArrays",
    "Delivery",
    "Launch",
    "Setup",
    "Stroke",
    "club_arrays",
    "deliver",
    "set_up",
    "stock_stroke",
    "strike_ball",
]
