"""What if a reading were off, and who can play it."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from veltrin.core.plan import ReadingName
from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.plan import PlanRequest

EyeUse = Literal["usual", "doubts", "corrected"]


class SensitivityRequest(Contract):
    """A shot, and the call to hold; default the first. `eye`: whose doubts of what was read by eye (see /api/eye)."""

    request: PlanRequest
    call_id: str | None = Field(None, max_length=60)
    eye: EyeUse = Field("usual", description="The usual doubts, the coach's own, or with the readings corrected too.")


class TurnOut(Contract):
    """What a changed reading does."""

    value: float
    best_id: str | None = Field(description="The best call there.")
    keeping_costs: float | None = Field(description="Strokes that keeping the call costs; null: it is no call there.")


class SensitiveOut(Contract):
    """One reading, off by its own uncertainty to either side. Angles in deg; the rest in `unit`."""

    reading: ReadingName
    words: str
    unit: str
    value: float
    doubt: float
    by_eye: bool = Field(description="The doubt is that of the coach's own eye.")
    corrected_to: float | None = Field(description="The reading with the eye's bias taken off, where it was asked for.")
    low: TurnOut
    high: TurnOut
    changes: bool = Field(description="It would change the call.")
    holds_from: float | None = Field(
        description="The call stays the best from here; null: over the whole range that was checked."
    )
    holds_to: float | None
    again: str = Field(description="How to measure it again.")


class SensitivityResponse(Contract):
    """All readings that matter here, the dearest first."""

    call_id: str | None
    rows: list[SensitiveOut]


class WhatIfRequest(Contract):
    """One reading varied over a range. Angles in deg."""

    request: PlanRequest
    call_id: str = Field(min_length=1, max_length=60)
    reading: ReadingName
    low: float = Field(ge=-400, le=400)
    high: float = Field(ge=-400, le=400)
    count: int = Field(17, ge=2, le=41)

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.low >= self.high:
            raise ValueError(f"low ({self.low:g}) must be less than high ({self.high:g}). Swap them.")
        return self


class WhatIfPoint(Contract):
    """One value: where the same stroke would finish; what the call would need and cost if made for it."""

    value: float
    same_total_m: float
    aim_deg: float | None
    strokes: float | None


class WhatIfResponse(Contract):
    """The reading over its range."""

    reading: ReadingName
    words: str
    unit: str
    value: float = Field(description="As read.")
    points: list[WhatIfPoint]


class WhoRow(Contract):
    """One player at this shot: with the asked call, and with their own first call."""

    player_id: str
    player_name: str
    can: bool = Field(description="Whether the asked club and method is a call for this player.")
    reason: str | None = Field(description="Why it isn't.")
    need_m_s: float | None = Field(description="Club-head speed it takes.")
    has_m_s: float | None = Field(description="What the player has with that club.")
    first: str | None = Field(description="The player's own first call, in words.")
    strokes: float | None
    is_escape: bool


class WhoResponse(Contract):
    """Every stored player at this shot."""

    rows: list[WhoRow]
    not_asked: int = Field(description="Players beyond the first thirty by name.")
