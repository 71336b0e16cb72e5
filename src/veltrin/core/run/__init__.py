"""Run: surfaces, bounces, roll to rest."""

from veltrin.core.run.landing import Landing, Runs, run_out
from veltrin.core.run.surface import (
    FIRMNESS,
    SURFACES,
    Firmness,
    Surface,
    bounce_numbers,
    green_deceleration,
    surface_named,
    two_way_green_speed,
)

__all__ = [
    "FIRMNESS",
    "SURFACES",
    "Firmness",
    "Landing",
    "Runs",
    "Surface",
    "bounce_numbers",
    "green_deceleration",
    "run_out",
    "surface_named",
    "two_way_green_speed",
]
