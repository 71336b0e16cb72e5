"""The lines devices send: one JSON object each, UTF-8, ended by a newline.

A weather mast: first a greeting, {"device": "weather-mast", "protocol": 1, "height_m": 10.0}, then a reading about
every second:
{"t_s": 12.0, "wind_m_s": 5.2, "from_deg": 251.0, "temperature_c": 6.1, "humidity_pct": 88.0, "pressure_hpa": 941.0,
"rain_mm_h": 0.4}. `t_s` counts seconds on the mast's own clock; `from_deg` is clockwise from north.

A launch monitor: first a greeting, {"device": "launch-monitor", "protocol": 1, "name": "bay 2"}, then a line for every
shot (see MonitorShot). The app sends it a line (see Ready) whenever another stroke is meant.
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

    t_s: float = Field(ge=0, le=1e9)
    wind_m_s: float = Field(ge=0, le=75)
    from_deg: float = Field(ge=0, le=360)
    temperature_c: float = Field(ge=-40, le=50)
    humidity_pct: float = Field(ge=0, le=100)
    pressure_hpa: float = Field(ge=500, le=1100)
    rain_mm_h: float = Field(ge=0, le=300)


class MonitorGreeting(Line):
    """A launch monitor says who it is."""

    device: Literal["launch-monitor"]
    protocol: Literal[1]
    name: str = Field("", max_length=40)


class MonitorShot(Line):
    """One shot as measured. Right of the target line is positive; what wasn't measured is left out.

    `n` counts the monitor's shots; it starts again when the monitor does.
    """

    n: int = Field(ge=1, le=10**9)
    ball_speed_m_s: float = Field(ge=0.5, le=110)
    launch_deg: float = Field(ge=-10, le=80)
    direction_deg: float = Field(ge=-80, le=80)
    spin_rpm: float | None = Field(None, ge=0, le=20000)
    axis_deg: float | None = Field(None, ge=-90, le=90)
    carry_m: float = Field(ge=0, le=350)
    side_m: float = Field(ge=-150, le=150)
    total_m: float | None = Field(None, ge=0, le=450)
    total_side_m: float | None = Field(None, ge=-150, le=150)
    descent_deg: float | None = Field(None, ge=0, le=90)
    heel_mm: float | None = Field(None, ge=-60, le=60)


class Ready(Line):
    """What the app tells a launch monitor before a shot: the stroke that is meant. A real one may leave it alone."""

    ready: Literal[True] = True
    club: str = Field(max_length=40)
    ball_speed_m_s: float = Field(ge=0.5, le=110)
    launch_deg: float = Field(ge=-10, le=80)
    direction_deg: float = Field(ge=-80, le=80)
    spin_rpm: float = Field(ge=0, le=20000)
    run_m: float = Field(ge=-50, le=200)
    speed_sd: float = Field(ge=0, le=0.5)
    face_sd_deg: float = Field(ge=0, le=30)
    left_handed: bool = False
    temperature_c: float = Field(15.0, ge=-20, le=50)
    altitude_m: float = Field(0.0, ge=-500, le=5000)
