"""The shape of the ground a ball comes down on: an even climb to the green, and the tilt of the green itself."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.kernels import kernel


class Contour(NamedTuple):
    """Ground that climbs `rise_m` evenly over the first `climb_m`; from there to `back_m` it falls away by `fall`, and
    by `side` to the left within `half_m` of the line (tangents); beyond that it is level. Lengths in m.
    """

    rise_m: float = 0.0
    climb_m: float = 1.0
    back_m: float = 1.0
    half_m: float = 0.0
    fall: float = 0.0
    side: float = 0.0

    @property
    def is_level(self) -> bool:
        """Whether the ball comes down at the height it left."""
        return not (self.rise_m or self.fall or self.side)

    def for_kernel(self) -> Contour:
        """The same in plain floats: a kernel is compiled for one kind of number."""
        return Contour(*map(float, self))

    def height(self, x: Vec, y: Vec) -> Vec:
        """Height above the ball (m) at places along and left of the line (m)."""
        shape = self.for_kernel()
        return np.array([height_at(a, b, shape) for a, b in zip(x.tolist(), y.tolist(), strict=True)], float)


LEVEL_GROUND = Contour()


@kernel(inline="always")
def height_at(x: float, y: float, shape: Contour) -> float:
    """Height of the ground above the ball (m).

    The tilt to the side comes in with the climb, so that no step stands at the green's edge.
    """
    climbed = min(max(x / shape.climb_m, 0.0), 1.0)
    height = shape.rise_m * climbed
    if shape.fall != 0.0 or shape.side != 0.0:
        along = min(max(x, shape.climb_m), shape.back_m) - shape.climb_m
        aside = min(max(y, -shape.half_m), shape.half_m)
        height -= shape.fall * along + shape.side * aside * climbed
    return float(height)
