"""The weather mast, as the app hears it."""

from __future__ import annotations

from pydantic import Field

from veltrin.devices.line_link import LinkState
from veltrin.service.house.contracts.base import Contract


class MastIn(Contract):
    """Listen to a mast on this machine, or stop."""

    on: bool
    port: int | None = Field(None, ge=1, le=65535, description="Its port on the loopback address; default: as before.")


class MastMeanOut(Contract):
    """Two-minute mean and three-second gust at the mast's height."""

    speed_m_s: float
    gust_m_s: float
    from_deg: float = Field(description="Where it comes from, clockwise from north.")
    height_m: float
    over_s: float = Field(description="Over how long it could be averaged so far.")
    readings: int


class MastAirOut(Contract):
    """The air of the last line."""

    temperature_c: float
    humidity_pct: float
    pressure_hpa: float
    rain_mm_h: float


class MastOut(Contract):
    """State of the link. `live`: heard just now; `stale`: connected but silent; `lost`: not connected, trying again."""

    state: LinkState
    port: int
    age_s: float | None = Field(description="Seconds since the last line.")
    mean: MastMeanOut | None = Field(description="Kept when the mast falls silent.")
    air: MastAirOut | None
    refused: int = Field(description="Lines that could not be read.")
    problem: str
