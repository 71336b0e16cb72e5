"""Drag and lift of a spinning dimpled ball."""

from __future__ import annotations

import math

from numba import njit

REYNOLDS_LOW, REYNOLDS_HIGH = 7.0e4, 2.1e5
SPIN_RATIO_HIGH = 1.3
SUBCRITICAL_REYNOLDS = 4.0e4
SUBCRITICAL_DRAG = 0.45
SUBCRITICAL_LIFT = 0.5
SPIN_DECAY = 2.0e-5


@njit(cache=True, inline="always")
def _subcritical_share(reynolds: float) -> float:
    """How far below the drag crisis a ball is: 0 from 7e4 up, 1 at and below 4e4, smooth in between."""
    if reynolds >= REYNOLDS_LOW:
        return 0.0
    t = (REYNOLDS_LOW - max(reynolds, SUBCRITICAL_REYNOLDS)) / (REYNOLDS_LOW - SUBCRITICAL_REYNOLDS)
    return t * t * (3.0 - 2.0 * t)


@njit(cache=True, inline="always")
def drag_coefficient(reynolds: float, spin_ratio: float) -> float:
    """Drag coefficient C_D at Reynolds number (on the diameter) and spin ratio W = r omega / v.

    C_D = 0.24 + 0.18 W + 0.06 sin(pi (Re - 9e4) / 2e5), for 7e4 < Re < 2.1e5 and 0.08 < W < 1.3.
    Source: Smits & Smith 1994 (Science and Golf II), from memory. Outside that range, with care: above 2.1e5
    the Re term is held; below 7e4 the whole blends smoothly into the value before the drag crisis, 0.45 at and
    below 4e4 whatever the spin (after Bearman & Harvey 1976, from memory); the spin term is held above W = 1.3.
    """
    w = min(spin_ratio, SPIN_RATIO_HIGH)
    held = min(max(reynolds, REYNOLDS_LOW), REYNOLDS_HIGH)
    base = 0.24 + 0.06 * math.sin(math.pi * (held - 9.0e4) / 2.0e5)
    return base + 0.18 * w + (SUBCRITICAL_DRAG - base - 0.18 * w) * _subcritical_share(reynolds)


@njit(cache=True, inline="always")
def lift_coefficient(reynolds: float, spin_ratio: float) -> float:
    """Lift coefficient C_L = 0.54 W^0.4, held above W = 1.3. Source: Smits & Smith 1994, from memory.

    Below 7e4 it blends into half of that at and below 4e4: before the drag crisis the spin turns the wake less
    (judgement; a chip of 33 deg comes down at little more than 33).
    """
    lift = 0.54 * min(spin_ratio, SPIN_RATIO_HIGH) ** 0.4
    return lift * (1.0 - (1.0 - SUBCRITICAL_LIFT) * _subcritical_share(reynolds))  # type: ignore[no-any-return]
