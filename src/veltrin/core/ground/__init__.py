"""Ground: the slope under ball and feet, and what lies around and under the ball."""

from veltrin.core.ground.coefficients import (
    GROUND,
    GrassCoefficients,
    GroundCoefficients,
    SandCoefficients,
    SoilCoefficients,
)
from veltrin.core.ground.cover import COVERS, Bed, Cover, CoverGroup, CoverName, SandName, cover_named
from veltrin.core.ground.helps import HELPS, Help, HelpField, Measured, rise_over_run
from veltrin.core.ground.known import FITTED, HALVES_DAYS, LEAST_SHARE, MOST_SHARE, KnownGround, prior_of, still_holds
from veltrin.core.ground.lie import CLEAN, LIP_ROLLED_M, Grain, Lie
from veltrin.core.ground.photograph import MeasuredSlope, Spot, slope_in
from veltrin.core.ground.slope import MAX_SLOPE_RAD, Slope, slope_along
from veltrin.core.ground.under import Grown, Ploughed, Soil, Under

__all__ = [
    "CLEAN",
    "COVERS",
    "FITTED",
    "GROUND",
    "HALVES_DAYS",
    "HELPS",
    "LEAST_SHARE",
    "LIP_ROLLED_M",
    "MAX_SLOPE_RAD",
    "MOST_SHARE",
    "Bed",
    "Cover",
    "CoverGroup",
    "CoverName",
    "Grain",
    "GrassCoefficients",
    "GroundCoefficients",
    "Grown",
    "Help",
    "HelpField",
    "KnownGround",
    "Lie",
    "Measured",
    "MeasuredSlope",
    "Ploughed",
    "SandCoefficients",
    "SandName",
    "Slope",
    "Soil",
    "SoilCoefficients",
    "Spot",
    "Under",
    "cover_named",
    "prior_of",
    "rise_over_run",
    "slope_along",
    "slope_in",
    "still_holds",
]
