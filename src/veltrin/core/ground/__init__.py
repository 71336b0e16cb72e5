"""Ground: the slope under ball and feet, the grass around the ball."""

from veltrin.core.ground.grass import (
    CLEAN,
    CLEAN_DRY_FRICTION,
    COVERS,
    Cover,
    Grass,
    cover_named,
    face_friction,
    face_grab,
    speed_kept,
    way_through,
)
from veltrin.core.ground.slope import MAX_SLOPE_RAD, Slope, ground_frame, slope_along

__all__ = [
    "CLEAN",
    "CLEAN_DRY_FRICTION",
    "COVERS",
    "MAX_SLOPE_RAD",
    "Cover",
    "Grass",
    "Slope",
    "cover_named",
    "face_friction",
    "face_grab",
    "ground_frame",
    "slope_along",
    "speed_kept",
    "way_through",
]
