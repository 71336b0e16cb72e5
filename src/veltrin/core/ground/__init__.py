"""Ground: the slope under ball and feet, and what lies around and under the ball."""

from veltrin.core.ground.cover import COVERS, Bed, Cover, cover_named
from veltrin.core.ground.grass import (
    CLEAN_DRY_FRICTION,
    PATCHY,
    ball_kept,
    face_friction,
    face_grab,
    snag_in,
    speed_kept,
    way_through,
)
from veltrin.core.ground.helps import HELPS, Help, Measured, rise_over_run
from veltrin.core.ground.lie import BALL_M, CLEAN, LIP_ROLLED_M, Growth, Lie
from veltrin.core.ground.slope import MAX_SLOPE_RAD, Slope, ground_frame, slope_along

__all__ = [
    "BALL_M",
    "CLEAN",
    "CLEAN_DRY_FRICTION",
    "COVERS",
    "HELPS",
    "LIP_ROLLED_M",
    "MAX_SLOPE_RAD",
    "PATCHY",
    "Bed",
    "Cover",
    "Growth",
    "Help",
    "Lie",
    "Measured",
    "Slope",
    "ball_kept",
    "cover_named",
    "face_friction",
    "face_grab",
    "ground_frame",
    "rise_over_run",
    "slope_along",
    "snag_in",
    "speed_kept",
    "way_through",
]
