"""How a coach likes it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.advice import EyeUse
from veltrin.service.shot.contracts.day import DayIn


class SettingsBody(Contract):
    """The coach's settings: units, and the day the Bench starts with."""

    coach: str = Field("Coach", min_length=1, max_length=60)
    distance: Literal["m", "yd"] = "m"
    small: Literal["cm", "in"] = "cm"
    slope: Literal["deg", "pct"] = "deg"
    temperature: Literal["C", "F"] = "C"
    course: str = Field("", max_length=60)
    speed: Literal["m/s", "mph", "km/h"] = "m/s"
    day: DayIn = DayIn()
    eye: EyeUse = Field("usual", description="Whose doubts a call is held against.")
    last_player_id: str | None = Field(None, max_length=40)


class SettingsIn(SettingsBody):
    """The settings as they are written; `version` is the one that was read, none before the first."""

    version: int | None = Field(None, ge=1, le=2**31 - 1)


class SettingsOut(SettingsBody):
    """The settings as they are; `version` counts changes, 0: never written."""

    version: int
