"""Air, wind, landing ground: shared by flight and plan. Right is positive out here."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from veltrin.service.contracts.base import Contract

SurfaceName = Literal["green", "fringe", "fairway", "semi", "rough"]
FirmnessWord = Literal["sodden", "soft", "medium", "firm", "hard"]
FirmnessShare = Annotated[float, Field(ge=0, le=1)]


class AirIn(Contract):
    """Air of the day."""

    temperature_c: float = Field(15.0, ge=-20, le=50, description="Air temperature, C.")
    altitude_m: float = Field(0.0, ge=-500, le=5000, description="Height above the sea, m.")
    humidity_pct: float = Field(50.0, ge=0, le=100, description="Relative humidity, %.")
    pressure_hpa: float | None = Field(
        None, ge=500, le=1100, description="Pressure where the ball is; default: the standard one at that altitude."
    )


class WindIn(Contract):
    """Wind as read at a height."""

    speed_m_s: float = Field(0.0, ge=0, le=40, description="Mean speed at the reading height, m/s.")
    gust_m_s: float | None = Field(
        None, ge=0, le=70, description="Three-second gust at the reading height; default: the usual one there."
    )
    from_deg: float = Field(
        0.0, ge=-360, le=360, description="Where it comes from: 0 headwind, 90 from the right, clockwise from above."
    )
    by: Literal["line", "compass"] = Field("line", description="Whether `from_deg` counts from the line or from north.")
    bearing_deg: float = Field(
        0.0, ge=-360, le=360, description="Where the line points, clockwise from north; matters by compass only."
    )
    height_m: float = Field(
        2.0, ge=0.5, le=50, description="Height of the reading above ground, m; from 10 m it holds for open ground."
    )
    exposure: Literal["open", "part", "sheltered", "wooded"] = Field("open", description="What stands about the line.")
    doubt_m_s: float | None = Field(None, ge=0, le=10, description="How far the reading is off (one deviation).")

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
    green_speed_ft: float = Field(9.5, ge=4, le=16, description="Green speed, ft.")
    firmness: FirmnessWord | FirmnessShare = Field("medium", description="A word, or 0 (sodden) to 1 (hard).")
    fall_deg: float = Field(0.0, ge=-12, le=12, description="Positive: falls away from the player.")
    side_deg: float = Field(0.0, ge=-12, le=12, description="Positive: falls to the right.")
