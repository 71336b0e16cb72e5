"""Kept shots."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.plan import PlanRequest


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
