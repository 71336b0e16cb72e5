"""Slope frames: what turns when the ground turns."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.geometry import Vec, length_of, rows
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.quantity import QUANTITIES, within

MAX_SLOPE_RAD = math.radians(QUANTITIES["lie.fall_deg"].high)
"""Steeper than this nobody keeps a swing; footing decides, not the model."""


@dataclass(frozen=True)
class Slope:
    """`fall_rad` > 0 downhill to the target; `side_rad` > 0 ball above the feet (right-hander's frame)."""

    fall_rad: float = 0.0
    side_rad: float = 0.0

    def __post_init__(self) -> None:
        within("lie.fall_deg", self.fall_rad)
        within("lie.side_deg", self.side_rad)


def slope_along(slope: Slope, aim_rad: ArrayLike) -> tuple[Vec, Vec]:
    """Fall and side (rad, arrays) felt by a player who aims `aim_rad` to the left of the target.

    The ground does not turn with the player: its gradient is resolved along and across the new line.
    """
    aim = np.atleast_1d(np.asarray(aim_rad, float))
    drop_x, drop_y = math.tan(slope.fall_rad), math.tan(slope.side_rad)
    along = drop_x * np.cos(aim) + drop_y * np.sin(aim)
    across = -drop_x * np.sin(aim) + drop_y * np.cos(aim)
    return np.arctan(along), np.arctan(across)


Axes = tuple[tuple[float, float, float], tuple[float, float, float], tuple[float, float, float]]


@kernel(inline="always", fastmath=LOOSE)
def axes_of(fall: float, side: float) -> Axes:
    """Axes of the ground: along the line, to its left, out of the ground; for kernels, see ground_frame."""
    x, y = math.tan(fall), math.tan(side)
    length = math.sqrt(x * x + y * y + 1.0)
    x, y, z = x / length, y / length, 1.0 / length
    cos, sin = math.cos(fall), math.sin(fall)
    return (cos, 0.0, -sin), (-y * sin, z * cos + x * sin, -y * cos), (x, y, z)


@kernel(fastmath=LOOSE)
def _frames(falls: Vec, out: Vec) -> None:
    """Axes of the ground as columns, for fall and side (2, n)."""
    for i in range(falls.shape[1]):
        along, left, up = axes_of(falls[0, i], falls[1, i])
        for k in range(3):
            out[i, k, 0], out[i, k, 1], out[i, k, 2] = along[k], left[k], up[k]


def ground_frame(fall_rad: ArrayLike, side_rad: ArrayLike) -> Vec:
    """Axes of the ground as columns, shape (n, 3, 3): along the line, to its left, out of the ground.

    Multiply a vector given in the ground's frame to have it in the level frame. `fall` is the slope along the
    line and `side` the slope across it, also when both are there.
    """
    count = length_of(fall_rad, side_rad)
    out = np.empty((count, 3, 3))
    _frames(rows(count, fall_rad, side_rad), out)
    return out
