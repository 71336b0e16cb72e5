"""One flight by its launch numbers."""

from __future__ import annotations

from pydantic import Field

from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.world import AirIn, LandingIn, WindIn


class FlightRequest(Contract):
    """Launch numbers, and the world it flies in."""

    ball_speed_m_s: float = Field(gt=0, le=100, description="Ball speed, m/s.")
    launch_deg: float = Field(ge=-10, le=80, description="Launch above the horizontal, deg.")
    start_deg: float = Field(0.0, ge=-60, le=60, description="Start direction, right positive, deg.")
    spin_rpm: float = Field(ge=0, le=15000, description="Spin rate, rpm.")
    spin_tilt_deg: float = Field(0.0, ge=-90, le=90, description="Tilt of the spin axis, right (fade) positive, deg.")
    air: AirIn = AirIn()
    wind: WindIn = WindIn()
    landing: LandingIn = LandingIn()


class FlightResponse(Contract):
    """Where the ball lands and rests. `offline` is right-positive."""

    carry_m: float
    total_m: float
    apex_m: float
    descent_deg: float
    flight_s: float
    offline_carry_m: float
    offline_total_m: float
    landing_speed_m_s: float
    bounces: int
    holds: bool = Field(description="False: it never came to rest on this tilt within 30 s.")
