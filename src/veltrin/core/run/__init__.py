"""Run: surfaces, bounces, roll to rest."""

from veltrin.core.run.coefficients import TURF, TurfCoefficients
from veltrin.core.run.landing import Runs, run_out
from veltrin.core.run.surface import (
    FIRMNESS,
    SURFACES,
    Firmness,
    Surface,
    SurfaceName,
    SurroundName,
    bounce_numbers,
    green_deceleration,
    surface_named,
    two_way_green_speed,
)
from veltrin.core.run.terrain import Landing, Patch, Ring, ended, oval, stopped, usual_edges, usual_width

__all__ = [
    "FIRMNESS",
    "SURFACES",
    "TURF",
    "Firmness",
    "Landing",
    "Patch",
    "Ring",
    "Runs",
    "Surface",
    "SurfaceName",
    "SurroundName",
    "TurfCoefficients",
    "bounce_numbers",
    "ended",
    "green_deceleration",
    "oval",
    "run_out",
    "stopped",
    "surface_named",
    "two_way_green_speed",
    "usual_edges",
    "usual_width",
]
