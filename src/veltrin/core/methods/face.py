"""How far to open a face, found on the turned face itself instead of a rule of thumb."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.kit import Club, Presented, present
from veltrin.core.methods.method import Case

MOST_OPEN_RAD = math.radians(25.0)


@lru_cache(maxsize=512)
def _fan(club: Club, handle_rad: float = 0.0, least_rad: float = 0.0) -> tuple[Vec, Presented]:
    """The club at every opening from `least_rad` (shut where negative) to MOST_OPEN_RAD."""
    grid = np.linspace(least_rad, MOST_OPEN_RAD, 51)
    return grid, present(club.loft_rad, club.lie_rad, club.bounce_rad, open_rad=grid, handle_rad=handle_rad)


def opened_to_gain(case: Case, wanted_rad: float) -> float:
    """How far to open the face (rad) so that it shows `wanted_rad` more loft, at most MOST_OPEN_RAD."""
    grid, shown = _fan(case.club)
    return float(np.interp(wanted_rad, shown.delivered_loft_rad - case.club.loft_rad, grid))


def opened_to_look_straight(case: Case, handle_rad: float) -> float:
    """How far to open a face (rad) whose handle was moved by `handle_rad` so that it looks at the target again.

    A lowered handle (negative) turns a lofted face left and wants it opened; a raised one turns it right and wants it
    shut. Little loft turns little.
    """
    grid, shown = _fan(case.club, handle_rad, least_rad=-MOST_OPEN_RAD)
    return float(np.interp(0.0, -shown.face_azimuth_rad, grid))
