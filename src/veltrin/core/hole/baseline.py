"""Strokes to hole out by lie and distance: published for the best, scaled by handicap.

The published table is of tour players (Broadie, "Every Shot Counts", 2014, and Interfaces 42, 2012), in yards and
feet, from memory. A handicap adds strokes; how many by distance is judgement after the shape published for amateurs
(from memory): about two thirds of a round's difference come from outside 90 m, little from short putts.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.checks import require
from veltrin.core.geometry import Vec
from veltrin.core.units import METRES_PER_FOOT, METRES_PER_YARD

PUTT_FEET = (0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 15, 20, 30, 40, 50, 60, 90, 300)
PUTT_STROKES = (
    1.0, 1.0, 1.01, 1.04, 1.13, 1.23, 1.34, 1.42, 1.50, 1.56, 1.61, 1.78, 1.87, 1.98, 2.06, 2.14, 2.21, 2.40, 3.70,
)  # fmt: skip
"""Strokes to hole out with the putter from 1 to 90 ft. Published, from memory; further is judgement."""

YARDS = (0, 5, 10, 20, 40, 60, 80, 100, 120, 140, 160, 180, 200, 220, 240, 260, 280, 300, 500)
STROKES = {
    "fairway": (
        1.60, 1.95, 2.18, 2.40, 2.60, 2.70, 2.75, 2.80, 2.85,
        2.91, 2.98, 3.08, 3.19, 3.32, 3.45, 3.58, 3.69, 3.78, 4.70,
    ),
    "rough": (
        2.25, 2.45, 2.44, 2.59, 2.78, 2.91, 2.96, 3.02, 3.08,
        3.15, 3.23, 3.31, 3.42, 3.53, 3.64, 3.74, 3.83, 3.90, 4.85,
    ),
    "sand": (
        2.15, 2.28, 2.37, 2.53, 2.82, 3.15, 3.24, 3.23, 3.21,
        3.22, 3.28, 3.40, 3.55, 3.70, 3.84, 3.93, 4.00, 4.04, 5.00,
    ),
    "recovery": (
        2.50, 2.85, 3.05, 3.30, 3.50, 3.62, 3.70, 3.80, 3.78,
        3.80, 3.81, 3.82, 3.87, 3.92, 3.97, 4.03, 4.10, 4.20, 5.15,
    ),
}  # fmt: skip
"""Strokes to hole out off the green. Published, from memory, from 20 to 300 yd (recovery: 100 yd); else judgement."""

TOUR_HANDICAP = -5.0
BOGEY_HANDICAP = 18.0
PUTT_EXTRA = ((0.0, 1.0, 3.0, 5.0, 10.0, 20.0, 40.0, 60.0, 90.0), (0.0, 0.0, 0.10, 0.15, 0.14, 0.15, 0.25, 0.35, 0.45))
"""Strokes an 18-handicap needs more than a tour player, by length of putt in feet. Judgement."""

EXTRA_YARDS = (0.0, 10.0, 20.0, 60.0, 100.0, 150.0, 200.0, 300.0)
EXTRA = {
    "fairway": (0.25, 0.35, 0.42, 0.55, 0.68, 0.85, 1.00, 1.20),
    "rough": (0.42, 0.48, 0.52, 0.61, 0.72, 0.88, 1.00, 1.20),
    "sand": (0.60, 0.62, 0.66, 0.79, 1.00, 1.18, 1.30, 1.45),
    "recovery": (0.40, 0.50, 0.60, 0.75, 0.90, 1.05, 1.20, 1.35),
}
"""The same off the green, by distance in yards. Judgement."""

TILT_PER_DEG = 0.05
ABOVE_PER_DEG = 0.05
SPEED_FT = 9.5
"""A putt plays longer by so much a degree of tilt, and by as much again from straight above the hole; and in
proportion to half of what the green is faster than SPEED_FT. Judgement."""


Table = tuple[Sequence[float], Sequence[float]]


def _share(handicap: float) -> float:
    require("player.handicap", handicap, -6.0, 54.0, "strokes")
    return (handicap - TOUR_HANDICAP) / (BOGEY_HANDICAP - TOUR_HANDICAP)


def _together(table: Table, extra: Table, share: float) -> tuple[Vec, Vec]:
    """A table and its extra by share as one table: both are straight between their places, so their sum is."""
    places = np.union1d(table[0], extra[0])
    return places, np.asarray(np.interp(places, *table) + share * np.interp(places, *extra))


@lru_cache(maxsize=64)
def putts_table(handicap: float) -> tuple[Vec, Vec]:
    """Strokes to hole out with the putter: at which distances (ft), and how many."""
    return _together((PUTT_FEET, PUTT_STROKES), PUTT_EXTRA, _share(handicap))


@lru_cache(maxsize=256)
def strokes_table(lie: str, handicap: float) -> tuple[Vec, Vec]:
    """Strokes to hole out off the green: at which distances (yd), and how many."""
    return _together((YARDS, STROKES[lie]), (EXTRA_YARDS, EXTRA[lie]), _share(handicap))


def quickness(speed_ft: float) -> float:
    """How much longer a putt plays on a green of that speed."""
    return 1.0 + 0.5 * max(speed_ft / SPEED_FT - 1.0, 0.0)


def putts(
    distance_m: ArrayLike,
    handicap: float,
    above: ArrayLike = 0.0,
    tilt_deg: float = 0.0,
    speed_ft: float = SPEED_FT,
) -> Vec:
    """Strokes to hole out from on the green.

    `above`: 1 straight above the hole, -1 straight below, 0 across the tilt.
    """
    plays = 1.0 + TILT_PER_DEG * tilt_deg + ABOVE_PER_DEG * tilt_deg * np.maximum(above, 0.0)
    feet = np.asarray(distance_m, float) / METRES_PER_FOOT * plays * quickness(speed_ft)
    return np.asarray(np.interp(feet, *putts_table(handicap)))


def strokes_from(lie: str, distance_m: ArrayLike, handicap: float) -> Vec:
    """Strokes to hole out from off the green: `lie` fairway, rough, sand or recovery; distance to the hole in m."""
    yards = np.asarray(distance_m, float) / METRES_PER_YARD
    return np.asarray(np.interp(yards, *strokes_table(lie, handicap)))
