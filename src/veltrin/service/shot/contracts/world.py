"""Air, wind, landing ground: shared by flight and plan. Right is positive out here."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from veltrin.core.air import Exposure
from veltrin.core.run import Firmness, SurfaceName
from veltrin.service.house.contracts.base import Contract, bounded

FirmnessShare = Annotated[float, bounded("line.firmness")]


class AirIn(Contract):
    """Air of the day."""

    temperature_c: float = bounded("air.temperature_c", 15.0, "Air temperature, C.")
    altitude_m: float = bounded("air.altitude_m", 0.0, "Height above the sea, m.")
    humidity_pct: float = bounded("air.humidity_pct", 50.0, "Relative humidity, %.")
    pressure_hpa: float | None = bounded(
        "air.pressure_hpa", None, "Pressure where the ball is; default: the standard one at that altitude."
    )


class WindIn(Contract):
    """Wind as read at a height."""

    speed_m_s: float = bounded("wind.speed_m_s", 0.0, "Mean speed at the reading height, m/s.")
    gust_m_s: float | None = bounded(
        "wind.gust_m_s", None, "Three-second gust at the reading height; default: the usual one there."
    )
    from_deg: float = bounded(
        "wind.from_deg", 0.0, "Where it comes from: 0 headwind, 90 from the right, clockwise from above."
    )
    by: Literal["line", "compass"] = Field("line", description="Whether `from_deg` counts from the line or from north.")
    bearing_deg: float = bounded(
        "wind.bearing_deg", 0.0, "Where the line points, clockwise from north; matters by compass only."
    )
    height_m: float = bounded(
        "wind.height_m", 2.0, "Height of the reading above ground, m; from 10 m it holds for open ground."
    )
    exposure: Exposure = Field("open", description="What stands around the line.")
    doubt_m_s: float | None = bounded("wind.doubt_m_s", None, "How far the reading is off (one deviation).")

    @model_validator(mode="after")
    def _gust_above_mean(self) -> Self:
        if self.gust_m_s is not None and self.gust_m_s < self.speed_m_s:
            raise ValueError(
                f"gust_m_s ({self.gust_m_s:g}) must be at least speed_m_s ({self.speed_m_s:g}). Leave it out if unread."
            )
        return self


class LandingIn(Contract):
    """Ground where the ball lands: one surface throughout."""

    surface: SurfaceName = Field("green", description="What it lands on.")
    green_speed_ft: float = bounded("line.green_speed_ft", 9.5, "Green speed, ft.")
    firmness: Firmness | FirmnessShare = Field("medium", description="A word, or 0 (sodden) to 1 (hard).")
    fall_deg: float = bounded("line.fall_deg", 0.0, "Positive: falls away from the player.")
    side_deg: float = bounded("line.side_deg", 0.0, "Positive: falls to the right.")
