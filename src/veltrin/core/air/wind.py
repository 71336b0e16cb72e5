"""Wind with height: the logarithmic profile, over open or sheltered ground, and its gusts."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

from veltrin.core.errors import DomainError
from veltrin.core.quantity import within
from veltrin.core.sides import Sided

Exposure = Literal["open", "part", "sheltered", "wooded"]

EXPOSURES: dict[Exposure, tuple[str, float]] = {
    "open": ("open ground, short grass", 0.03),
    "part": ("gorse, walls, a few trees", 0.10),
    "sheltered": ("hedges and trees about", 0.25),
    "wooded": ("an avenue of trees", 0.50),
}
"""Words and roughness length (m) of the ground around a line. Source: roughness classes 4 to 7 of the terrain table in
WMO-No. 8 (after Davenport), from memory; the golf words are ours."""

GRASS_ROUGHNESS_M = EXPOSURES["open"][1]

BLENDING_M = 60.0
"""Height at which the ground's own roughness is no longer felt. Source: WMO-No. 8, exposure correction, from memory."""

FORECAST_FROM_M = 10.0
"""Readings from so high up are a mast's or a forecast's: they hold for open ground. Source: WMO-No. 8, from memory."""

GUST_S, MEAN_S = 3.0, 120.0

PEAK = 2.161
"""Gust above the mean, in standard deviations: the largest of the 40 three-second means in two minutes.
Source: expected maximum of 40 standard normals (order statistics; tests integrate it)."""

FRICTION_SPREAD = 2.4
"""Standard deviation of wind along its way over the friction velocity. Source: neutral surface layer, Panofsky & Dutton
1984, from memory."""

THREE_SECONDS_KEEP = 0.85
"""Share of that spread left in means of three seconds near the ground. Judgement."""

ACROSS_SHARE = 0.8
"""Spread across the wind over the spread along it. Source: as FRICTION_SPREAD (1.92/2.39), from memory."""

VON_KARMAN = 0.4


def wind_factor(height_m: float, reading_height_m: float, roughness_m: float = GRASS_ROUGHNESS_M) -> float:
    """Wind at `height_m` over wind at the reading height, both measured from the ground.

    u(z)/u(h) = ln((z + z0)/z0) / ln((h + z0)/z0): nil on the ground, one at the reading height.
    Source: neutral logarithmic profile (WMO-No. 8, from memory), shifted by z0 so that it holds down to z = 0.
    """
    within("wind.height_m", reading_height_m)
    return math.log((max(height_m, 0.0) + roughness_m) / roughness_m) / math.log(
        (reading_height_m + roughness_m) / roughness_m
    )


def exposure_factor(reading_height_m: float, roughness_m: float) -> float:
    """Wind at the reading height over rough ground, over the wind read there over open ground.

    Up the open profile to where roughness is no longer felt, down the rough one: the exposure correction of
    WMO-No. 8 (from memory) turned round.
    """
    up = wind_factor(BLENDING_M, reading_height_m)
    return up / wind_factor(BLENDING_M, reading_height_m, roughness_m)


def usual_gust_ratio(height_m: float, roughness_m: float) -> float:
    """Three-second gust over two-minute mean where no gust was read.

    Mean = u*/k ln((z + z0)/z0), spread = FRICTION_SPREAD u*: about 1.4 at 10 m over open grass.
    """
    intensity = FRICTION_SPREAD * VON_KARMAN / math.log((height_m + roughness_m) / roughness_m)
    return 1.0 + PEAK * THREE_SECONDS_KEEP * intensity


@dataclass(frozen=True)
class Wind:
    """Wind as a vector at its reading height: where the air goes, m/s along x and y (left).

    `spread_m_s`: standard deviation of its three-second means along its way; a ball is about as long in the air as a
    gust lasts.
    """

    x_m_s: float = 0.0
    y_m_s: Sided = 0.0
    height_m: float = 2.0
    roughness_m: float = GRASS_ROUGHNESS_M
    spread_m_s: float = 0.0

    @classmethod
    def from_direction(
        cls,
        speed_m_s: float,
        from_rad: float,
        height_m: float = 2.0,
        exposure: Exposure = "open",
        gust_m_s: float | None = None,
    ) -> Wind:
        """Build from mean speed and the direction it comes from: 0 is a headwind, clockwise seen from above.

        A reading from FORECAST_FROM_M or higher holds for open ground and is brought down to this line's; one from
        lower was taken on the line itself. `gust_m_s`: three-second gust; the usual one where none was read.
        """
        within("wind.speed_m_s", speed_m_s)
        within("wind.height_m", height_m)
        if gust_m_s is not None and gust_m_s < speed_m_s:
            raise DomainError(
                "wind.gust_m_s",
                f"a gust of {gust_m_s:g} m/s is less than the mean of {speed_m_s:g} m/s.",
                "Give a gust at least as strong as the mean, or leave it out.",
            )
        roughness = EXPOSURES[exposure][1]
        read_open = height_m >= FORECAST_FROM_M
        local = exposure_factor(height_m, roughness) if read_open else 1.0
        speed = speed_m_s * local
        gusty = usual_gust_ratio(height_m, roughness) * speed if gust_m_s is None else gust_m_s * local
        # A wind from the right (quarter turn clockwise) blows to the left, which is +y.
        return cls(
            -speed * math.cos(from_rad),
            speed * math.sin(from_rad),
            height_m,
            roughness,
            (gusty - speed) / PEAK,
        )

    @property
    def speed_m_s(self) -> float:
        """Mean speed at the reading height."""
        return math.hypot(self.x_m_s, self.y_m_s)

    def at(self, height_m: float) -> tuple[float, float]:
        """Mean wind at a height: along x and y (m/s)."""
        factor = wind_factor(height_m, self.height_m, self.roughness_m)
        return self.x_m_s * factor, self.y_m_s * factor

    def turned(self, bearing_rad: float) -> Wind:
        """The same wind as seen along a way that lies `bearing_rad` to the left."""
        c, s = math.cos(bearing_rad), math.sin(bearing_rad)
        return replace(self, x_m_s=c * self.x_m_s + s * self.y_m_s, y_m_s=c * self.y_m_s - s * self.x_m_s)

    @property
    def is_calm(self) -> bool:
        """Whether nothing moves."""
        return self.x_m_s == 0.0 and self.y_m_s == 0.0


CALM = Wind()
