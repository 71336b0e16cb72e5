"""Drag and lift of a spinning dimpled ball.

One law for all clubs, in Reynolds number and spin ratio, fitted to two thirds of the published averages of launch,
carry and descent in tests/reference/published_averages.csv; the other third checks it (docs/calibration.md, decision
0012).
"""

from __future__ import annotations

from veltrin.core.kernels import kernel

REYNOLDS_LOW, REYNOLDS_HIGH = 7.0e4, 2.15e5
"""Range of the fit. Beyond it the law is held above, and blended into the ball before the drag crisis below."""

REYNOLDS_MID = 1.4e5
SPIN_RATIO_HIGH = 1.3
DRAG_SPIN_HIGH = 0.55
"""Spin ratio from which drag changes no further: the fitted parabola is not to be trusted beyond its top."""

DRAG = (0.1915, 0.6310, -0.5800, -0.0180, -0.1003)
"""C_D: constant, by W, by W^2, by R, by R^2, with R = (Re - 1.4e5) / 1e5. Fitted."""

LIFT = (0.5969, 0.1740, -0.2833, -1.3357)
"""C_L: most, spin ratio at which half of it is there, by R, by R^2. Fitted."""

SUBCRITICAL_REYNOLDS = 4.0e4
SUBCRITICAL_DRAG = 0.45
SUBCRITICAL_LIFT = 0.5
SPIN_DECAY = 2.0e-5


@kernel(inline="always")
def _subcritical_share(reynolds: float) -> float:
    """How far below the drag crisis a ball is: 0 from 7e4 up, 1 at and below 4e4, smooth in between."""
    # Without a branch: so many balls are worked out at once.
    t = (REYNOLDS_LOW - min(max(reynolds, SUBCRITICAL_REYNOLDS), REYNOLDS_LOW)) / (REYNOLDS_LOW - SUBCRITICAL_REYNOLDS)
    return t * t * (3.0 - 2.0 * t)


@kernel(inline="always")
def drag_coefficient(reynolds: float, spin_ratio: float) -> float:
    """Drag coefficient C_D at Reynolds number (on the diameter) and spin ratio W = r omega / v.

    C_D = 0.192 + 0.631 W - 0.580 W^2 - 0.018 R - 0.100 R^2 with R = (Re - 1.4e5) / 1e5, for 7e4 < Re < 2.15e5; the W
    part is held from 0.55 up. Source: fit, see the module. Below 7e4 the whole blends smoothly into the value before
    the drag crisis, 0.45 at and below 4e4 whatever the spin (after Bearman & Harvey 1976, from memory).
    """
    w = min(spin_ratio, DRAG_SPIN_HIGH)
    r = (min(max(reynolds, REYNOLDS_LOW), REYNOLDS_HIGH) - REYNOLDS_MID) * 1.0e-5
    drag = DRAG[0] + (DRAG[1] + DRAG[2] * w) * w + (DRAG[3] + DRAG[4] * r) * r
    return drag + (SUBCRITICAL_DRAG - drag) * _subcritical_share(reynolds)


@kernel(inline="always")
def lift_coefficient(reynolds: float, spin_ratio: float) -> float:
    """Lift coefficient C_L = 0.597 W / (0.174 + W) (1 - 0.283 R - 1.336 R^2), W held above 1.3, R as for the drag.

    Source: fit, see the module. Below 7e4 it blends into half of that at and below 4e4: before the drag crisis the spin
    turns the wake less (judgement; a chip of 33 deg comes down at little more than 33).
    """
    w = min(spin_ratio, SPIN_RATIO_HIGH)
    r = (min(max(reynolds, REYNOLDS_LOW), REYNOLDS_HIGH) - REYNOLDS_MID) * 1.0e-5
    lift = LIFT[0] * w / (LIFT[1] + w) * (1.0 + (LIFT[2] + LIFT[3] * r) * r)
    return lift * (1.0 - (1.0 - SUBCRITICAL_LIFT) * _subcritical_share(reynolds))
