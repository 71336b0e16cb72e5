"""Wind with height: the logarithmic profile over grass."""

from __future__ import annotations

import math
from dataclasses import dataclass

from veltrin.core.checks import require

GRASS_ROUGHNESS_M = 0.03
"""Roughness length of open ground with short grass (WMO-No. 8 class 'open', from memory)."""


def wind_factor(height_m: float, reading_height_m: float, roughness_m: float = GRASS_ROUGHNESS_M) -> float:
    """Wind at `height_m` over wind at the reading height, both measured from the ground.

    u(z)/u(h) = ln((z + z0)/z0) / ln((h + z0)/z0): nil on the ground, one at the reading height.
    Source: neutral logarithmic profile (WMO-No. 8, from memory), shifted by z0 so that it holds down to z = 0.
    """
    require("wind.height_m", reading_height_m, 0.5, 50.0, "m")
    return math.log((max(height_m, 0.0) + roughness_m) / roughness_m) / math.log(
        (reading_height_m + roughness_m) / roughness_m
    )


@dataclass(frozen=True)
class Wind:
    """Wind as a vector at its reading height: where the air goes, m/s along x and y (left)."""

    x_m_s: float = 0.0
    y_m_s: float = 0.0
    height_m: float = 2.0
    roughness_m: float = GRASS_ROUGHNESS_M

    @classmethod
    def from_direction(cls, speed_m_s: float, from_rad: float, height_m: float = 2.0) -> Wind:
        """Build from speed and the direction it comes from: 0 is a headwind, clockwise seen from above."""
        require("wind.speed_m_s", speed_m_s, 0.0, 40.0, "m/s")
        require("wind.height_m", height_m, 0.5, 50.0, "m")
        # A wind from the right (quarter turn clockwise) blows to the left, which is +y.
        return cls(-speed_m_s * math.cos(from_rad), speed_m_s * math.sin(from_rad), height_m)


CALM = Wind()
