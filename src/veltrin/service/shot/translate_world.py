"""Air, wind and plain ground as contracts have them, for the core: what one flight needs, and nothing of the plan."""

from __future__ import annotations

from math import radians as rad

from veltrin.core.air import Air, Wind
from veltrin.core.run import FIRMNESS, Firmness, Landing, surface_named
from veltrin.service.shot.contracts.world import AirIn, LandingIn, WindIn


def firmness_share(firmness: Firmness | float) -> float:
    """A firmness word or number on the core's 0..1 scale."""
    return FIRMNESS[firmness] if isinstance(firmness, str) else float(firmness)


def air_in(air: AirIn) -> Air:
    """Contract to core."""
    pressure = None if air.pressure_hpa is None else 100.0 * air.pressure_hpa
    return Air(air.temperature_c, air.altitude_m, air.humidity_pct, pressure)


def wind_in(wind: WindIn) -> Wind:
    """Contract to core."""
    from_line = wind.from_deg - (wind.bearing_deg if wind.by == "compass" else 0.0)
    return Wind.from_direction(wind.speed_m_s, rad(from_line), wind.height_m, wind.exposure, wind.gust_m_s)


def landing_in(landing: LandingIn) -> Landing:
    """One surface throughout."""
    return Landing(
        on=surface_named(landing.surface),
        firmness=firmness_share(landing.firmness),
        green_speed_ft=landing.green_speed_ft,
        fall_rad=rad(landing.fall_deg),
        side_rad=-rad(landing.side_deg),
    )
