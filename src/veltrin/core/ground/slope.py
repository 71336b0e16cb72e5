"""Slope frames: what turns when the ground turns."""

from __future__ import annotations

import math
from dataclasses import dataclass

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


@kernel(inline="always", fastmath=LOOSE)
def felt(drop_x: float, drop_y: float, aim_rad: float) -> tuple[float, float]:
    """Fall and side (rad) felt by a player who aims so far to the left, from the ground's drops along and across.

    The ground does not turn with the player: its gradient is resolved along and across the new line.
    """
    cos, sin = math.cos(aim_rad), math.sin(aim_rad)
    return math.atan(drop_x * cos + drop_y * sin), math.atan(drop_y * cos - drop_x * sin)


def slope_along(slope: Slope, aim_rad: float) -> tuple[float, float]:
    """Fall and side (rad) felt by a player who aims `aim_rad` to the left of the target, however steep."""
    return felt(math.tan(slope.fall_rad), math.tan(slope.side_rad), float(aim_rad))


Axes = tuple[tuple[float, float, float], tuple[float, float, float], tuple[float, float, float]]


@kernel(inline="always", fastmath=LOOSE)
def axes_of(fall: float, side: float) -> Axes:
    """Axes of the ground: along the line, to its left, out of the ground, as vectors in the level frame."""
    x, y = math.tan(fall), math.tan(side)
    length = math.sqrt(x * x + y * y + 1.0)
    x, y, z = x / length, y / length, 1.0 / length
    cos, sin = math.cos(fall), math.sin(fall)
    return (cos, 0.0, -sin), (-y * sin, z * cos + x * sin, -y * cos), (x, y, z)
