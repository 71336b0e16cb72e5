"""Ground: the slope under ball and feet, and what lies around and under the ball."""

from veltrin.core.ground.coefficients import (
    GROUND,
    GrassCoefficients,
    GroundCoefficients,
    SandCoefficients,
    SoilCoefficients,
)
from veltrin.core.ground.cover import COVERS, Bed, Cover, CoverGroup, CoverName, SandName, cover_named
from veltrin.core.ground.grass import (
    ball_kept,
    closure_in_grass,
    face_friction,
    grass_drag_in,
    speed_kept,
    way_through,
)
from veltrin.core.ground.helps import HELPS, Help, HelpField, Measured, rise_over_run
from veltrin.core.ground.lie import BALL_M, CLEAN, LIP_ROLLED_M, Grain, Lie
from veltrin.core.ground.photograph import MeasuredSlope, Spot, slope_in
from veltrin.core.ground.slope import MAX_SLOPE_RAD, Slope, ground_frame, slope_along

__all__ = [
    "BALL_M",
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
    "Help",
    "HelpField",
    "Lie",
    "Measured",
    "MeasuredSlope",
    "SandCoefficients",
    "SandName",
    "Slope",
    "SoilCoefficients",
    "Spot",
    "ball_kept",
    "closure_in_grass",
    "cover_named",
    "face_friction",
    "grass_drag_in",
    "ground_frame",
    "rise_over_run",
    "slope_along",
    "slope_in",
    "speed_kept",
    "way_through",
]
