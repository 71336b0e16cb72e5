"""The lines a weather mast sends: one JSON object each, UTF-8, ended by a newline.

First a greeting, {"device": "weather-mast", "protocol": 1, "height_m": 10.0}, then a reading about every second:
{"t_s": 12.0, "wind_m_s": 5.2, "from_deg": 251.0, "temperature_c": 6.1, "humidity_pct": 88.0, "pressure_hpa": 941.0,
"rain_mm_h": 0.4}. `t_s` counts seconds on the mast's own clock; `from_deg` is clockwise from north.
"""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

ENCODING = "utf-8"
LONGEST_LINE = 4096
"""A longer line is no reading: the sender is something else."""


class Line(BaseModel):
    """Numbers must be finite; fields that aren't known are left alone, so that a newer mast can still be heard."""

    model_config = ConfigDict(extra="ignore", allow_inf_nan=False)


class Greeting(Line):
    """Who speaks."""

    device: Literal["weather-mast"]
    protocol: Literal[1]
    height_m: float = Field(ge=0.5, le=50)


class MastReading(Line):
    """One reading."""

    t_s: float = Field(ge=0)
    wind_m_s: float = Field(ge=0, le=75)
    from_deg: float = Field(ge=0, le=360)
    temperature_c: float = Field(ge=-40, le=50)
    humidity_pct: float = Field(ge=0, le=100)
    pressure_hpa: float = Field(ge=500, le=1100)
    rain_mm_h: float = Field(ge=0, le=300)
