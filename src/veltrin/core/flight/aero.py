"""Drag and lift of a spinning dimpled ball.

One law for all clubs, in Reynolds number and spin ratio. Its shape is that of published curves (Bearman & Harvey 1976,
Smits & Smith 1994, from memory): above the drag crisis both coefficients belong to the spin ratio and hardly change
with the Reynolds number. Its six numbers are fitted to carry, peak, descent and derivatives together, on two thirds of
tests/reference/published_averages.csv; the other third checks them (docs/calibration.md, decision 0021).
"""

from __future__ import annotations

from typing import Annotated, NamedTuple

from veltrin.core.coefficient import Coefficient
from veltrin.core.kernels import kernel

FIT = "fitted (tools/fit_flight.py)"
SPHERE = "a smooth sphere's, after Bearman & Harvey 1976, from memory"


class FlightCoefficients(NamedTuple):
    """Drag and lift of the ball, and how its spin fades."""

    drag_least: Annotated[
        float,
        Coefficient("drag coefficient without spin", "", 0.19, 0.26, FIT + "; at its bound, the least measured"),
    ] = 0.2005
    drag_spin: Annotated[float, Coefficient("the most that spin adds to it", "", 0.20, 0.60, FIT)] = 0.3542
    drag_half: Annotated[float, Coefficient("spin ratio at which half of that is there", "", 0.30, 1.20, FIT)] = 0.6263
    lift_most: Annotated[float, Coefficient("the most lift there is", "", 0.35, 0.60, FIT)] = 0.4424
    lift_half: Annotated[float, Coefficient("spin ratio at which half of it is there", "", 0.08, 0.30, FIT)] = 0.1590
    lift_reynolds: Annotated[
        float,
        Coefficient(
            "change of lift per 1e5 of Reynolds number", "", -0.15, 0.15, FIT + "; measurements show no more than 0.15"
        ),
    ] = -0.1367
    reynolds_low: Annotated[
        float, Coefficient("Reynolds number from which on lift changes with it", "", 0.9e5, 1.3e5)
    ] = 1.1e5
    reynolds_high: Annotated[
        float, Coefficient("Reynolds number up to which lift changes with it", "", 2.2e5, 3.4e5)
    ] = 2.8e5
    crisis_begins: Annotated[
        float, Coefficient("Reynolds number at which a ball slows into the drag crisis", "", 0.8e5, 1.2e5, FIT)
    ] = 1.05e5
    crisis_ends: Annotated[float, Coefficient("Reynolds number below which it is through it", "", 3.0e4, 6.0e4)] = 4.0e4
    subcritical_drag: Annotated[
        float, Coefficient("drag coefficient there, whatever the spin", "", 0.45, 0.55, SPHERE)
    ] = 0.50
    subcritical_lift: Annotated[
        float,
        Coefficient(
            "share of its lift a ball has there: the spin turns the wake less",
            "",
            0.2,
            0.7,
            "judgement: a chip of 33 deg comes down at little more than 33",
        ),
    ] = 0.38
    spin_decay: Annotated[
        float,
        Coefficient(
            "share of its spin a ball loses per radius of way", "", 1.0e-5, 3.5e-5, "Smits & Smith 1994, from memory"
        ),
    ] = 2.0e-5


FLIGHT = FlightCoefficients()

REYNOLDS_MID = 1.8e5
"""Where lift is as told by its two first numbers, whatever it does with the Reynolds number."""


@kernel(inline="always")
def _subcritical_share(reynolds: float, c: FlightCoefficients) -> float:
    """How far below the drag crisis a ball is: 0 from 1.05e5 up, 1 at and below 4e4, with the third power in between.

    The power is judgement, held by the descents: it leaves most of the change to the last metres of a high shot.
    """
    # Without a branch: so many balls are worked out at once.
    begins, ends = c.crisis_begins, c.crisis_ends
    t = (begins - min(max(reynolds, ends), begins)) / (begins - ends)
    return t * t * t


@kernel(inline="always")
def drag_coefficient(reynolds: float, spin_ratio: float, c: FlightCoefficients) -> float:
    """Drag coefficient C_D at Reynolds number (on the diameter) and spin ratio W = r omega / v.

    C_D = 0.201 + 0.354 W / (0.626 + W), whatever the Reynolds number from 1.05e5 up. Source: fit, see the module. Below
    that it grows into the value before the drag crisis, 0.5 at and below 4e4 whatever the spin (a smooth sphere's,
    after Bearman & Harvey 1976, from memory).
    """
    drag = c.drag_least + c.drag_spin * spin_ratio / (c.drag_half + spin_ratio)
    return drag + (c.subcritical_drag - drag) * _subcritical_share(reynolds, c)


@kernel(inline="always")
def lift_coefficient(reynolds: float, spin_ratio: float, c: FlightCoefficients) -> float:
    """Lift coefficient C_L = 0.442 W / (0.159 + W) (1 - 0.14 R), R = (Re - 1.8e5) / 1e5 held outside 1.1e5 to 2.8e5.

    Source: fit, see the module. Below 1.05e5 it falls to 0.38 of that at and below 4e4: before the drag crisis the spin
    turns the wake less (judgement; a chip of 33 deg comes down at little more than 33).
    """
    r = (min(max(reynolds, c.reynolds_low), c.reynolds_high) - REYNOLDS_MID) * 1.0e-5
    lift = c.lift_most * spin_ratio / (c.lift_half + spin_ratio) * (1.0 + c.lift_reynolds * r)
    return lift * (1.0 - (1.0 - c.subcritical_lift) * _subcritical_share(reynolds, c))
