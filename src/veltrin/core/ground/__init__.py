"""Ground: the slope under ball and feet."""

from veltrin.core.ground.slope import MAX_SLOPE_RAD, Slope, ground_frame, slope_along

__all__ = ["MAX_SLOPE_RAD", "Slope", "ground_frame", "slope_along"]
