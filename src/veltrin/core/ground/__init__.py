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
from veltrin.core.ground.lie import CLEAN, LIP_ROLLED_M, Grain, Lie
from veltrin.core.ground.photograph import MeasuredSlope, Spot, slope_in
from veltrin.core.ground.slope import MAX_SLOPE_RAD, Slope, slope_along
from veltrin.core.ground.under import Grown, Ploughed, Soil, Under

__all__ = [
    "CLEAN",
    "COVERS",
    "GROUND",
    "HELPS",
    "LIP_ROLLED_M",
    "MAX_SLOPE_RAD",
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
    "rise_over_run",
    "slope_along",
    "slope_in",
]
