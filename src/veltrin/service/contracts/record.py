"""Settings and kept shots."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from pydantic import Field

from veltrin.service.contracts.advice import EyeUse
from veltrin.service.contracts.base import Contract
from veltrin.service.contracts.day import DayIn
from veltrin.service.contracts.plan import PlanRequest


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


class ShotNew(Contract):
    """A shot to keep: the question as it stands, the call that was chosen, a note."""

    request: PlanRequest
    call_id: str = Field(min_length=1, max_length=60)
    note: str = Field("", max_length=500)
    on_card: bool = Field(False, description="On the player's card as well.")


class CardIn(Contract):
    """Whether a kept shot is on the player's card."""

    on_card: bool


class ShotOut(Contract):
    """A kept shot."""

    id: int
    kept_at: datetime
    note: str
    player_id: str
    player_name: str
    call_id: str
    summary: str
    say: list[str] = Field(description="What to say to the player, as it was when the shot was kept.")
    on_card: bool
    request: PlanRequest | None = Field(description="None: it can't be opened, and `problem` says why.")
    problem: str = ""


class HealthOut(Contract):
    """State of the server. `warming` until the compiled kernels have run once; `degraded`: it works, but not as it
    should, and `detail` says why.
    """

    status: Literal["warming", "ready", "degraded", "failed"]
    version: str
    detail: str = ""
