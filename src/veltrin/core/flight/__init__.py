"""Flight and what follows it: aerodynamics, the batched integrator."""

from veltrin.core.flight.aero import FLIGHT, FlightCoefficients, drag_coefficient, lift_coefficient
from veltrin.core.flight.contour import Contour
from veltrin.core.flight.integrator import COARSE_STEP_S, NO_GUSTS, STEP_S, Flights, fly
from veltrin.core.flight.threads import share_out

__all__ = [
    "COARSE_STEP_S",
    "FLIGHT",
    "NO_GUSTS",
    "STEP_S",
    "Contour",
    "FlightCoefficients",
    "Flights",
    "drag_coefficient",
    "fly",
    "lift_coefficient",
    "share_out",
]
