"""Drag and lift of a spinning dimpled ball.

One law for all clubs, in Reynolds number and spin ratio. Its shape is that of published curves (Bearman & Harvey 1976,
Smits & Smith 1994, from memory): above the drag crisis both coefficients belong to the spin ratio and hardly change
with the Reynolds number. Its six numbers are fitted to carry, peak, descent and derivatives together, on two thirds of
tests/reference/published_averages.csv; the other third checks them (docs/calibration.md, decision 0021).
"""

from __future__ import annotations

from veltrin.core.kernels import kernel

DRAG = (0.2005, 0.3542, 0.6263)
"""C_D: without spin, the most that spin adds, and the spin ratio at which half of that is there. Fitted
(tools/fit_flight.py); the first is at its bound, the least that was measured."""

LIFT = (0.4424, 0.1590, -0.1367)
"""C_L: most, spin ratio at which half of it is there, change per 1e5 of Reynolds number. Fitted; measurements show no
more than 0.15 for the last."""

REYNOLDS_MID = 1.8e5
REYNOLDS_LOW, REYNOLDS_HIGH = 1.1e5, 2.8e5
"""Where lift changes with the Reynolds number; held beyond."""

CRISIS_BEGINS, CRISIS_ENDS = 1.05e5, 4.0e4
"""Reynolds numbers between which the ball slows into the drag crisis."""

SUBCRITICAL_DRAG = 0.50
SUBCRITICAL_LIFT = 0.38
SPIN_DECAY = 2.0e-5


@kernel(inline="always")
def _subcritical_share(reynolds: float) -> float:
    """How far below the drag crisis a ball is: 0 from 1.05e5 up, 1 at and below 4e4, with the third power in between.

    The power is judgement, held by the descents: it leaves most of the change to the last metres of a high shot.
    """
    # Without a branch: so many balls are worked out at once.
    t = (CRISIS_BEGINS - min(max(reynolds, CRISIS_ENDS), CRISIS_BEGINS)) / (CRISIS_BEGINS - CRISIS_ENDS)
    return t * t * t


@kernel(inline="always")
def drag_coefficient(reynolds: float, spin_ratio: float) -> float:
    """Drag coefficient C_D at Reynolds number (on the diameter) and spin ratio W = r omega / v.

    C_D = 0.201 + 0.354 W / (0.626 + W), whatever the Reynolds number from 1.05e5 up. Source: fit, see the module. Below
    that it grows into the value before the drag crisis, 0.5 at and below 4e4 whatever the spin (a smooth sphere's,
    after Bearman & Harvey 1976, from memory).
    """
    drag = DRAG[0] + DRAG[1] * spin_ratio / (DRAG[2] + spin_ratio)
    return drag + (SUBCRITICAL_DRAG - drag) * _subcritical_share(reynolds)


@kernel(inline="always")
def lift_coefficient(reynolds: float, spin_ratio: float) -> float:
    """Lift coefficient C_L = 0.442 W / (0.159 + W) (1 - 0.14 R), R = (Re - 1.8e5) / 1e5 held outside 1.1e5 to 2.8e5.

    Source: fit, see the module. Below 1.05e5 it falls to 0.38 of that at and below 4e4: before the drag crisis the spin
    turns the wake less (judgement; a chip of 33 deg comes down at little more than 33).
    """
    r = (min(max(reynolds, REYNOLDS_LOW), REYNOLDS_HIGH) - REYNOLDS_MID) * 1.0e-5
    lift = LIFT[0] * spin_ratio / (LIFT[1] + spin_ratio) * (1.0 + LIFT[2] * r)
    return lift * (1.0 - (1.0 - SUBCRITICAL_LIFT) * _subcritical_share(reynolds))
