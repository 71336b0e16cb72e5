"""How a coach likes it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.advice import EyeUse
from veltrin.service.shot.contracts.day import DayIn

Locale = Literal["", "en-GB", "en-IE", "en-US", "en-CA", "en-AU", "en-NZ", "en-IN"]
"""The words are English: so are the ways of writing dates that go with them."""


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
    locale: Locale = Field("", description="How dates, times and numbers are written; empty: as the browser says.")
    last_player_id: str | None = Field(None, max_length=40)
    sample_ids: list[str] = Field(
        default_factory=list,
        max_length=20,
        description="Players that were made up for looking around. Only adding and removing samples changes them.",
    )


class SettingsIn(SettingsBody):
    """The settings as they are written; `version` is the one that was read, none before the first."""

    version: int | None = Field(None, ge=1, le=2**31 - 1)


class SettingsOut(SettingsBody):
    """The settings as they are; `version` counts changes, 0: never written."""

    version: int
