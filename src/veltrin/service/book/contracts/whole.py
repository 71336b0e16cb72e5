"""Whether all balls of a day were booked."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from veltrin.core.learn import Sign
from veltrin.service.house.contracts.base import Contract


class WholeIn(Contract):
    """Whether all balls of a day (UTC) were booked."""

    day: date
    all_booked: bool = Field(description="False: its shots teach no habits.")


class DayAsked(Contract):
    """A day (UTC) of which it isn't known yet."""

    day: date
    shots: int


class WholeOut(Contract):
    """Whether the book is whole: what to ask, and what makes it look picked."""

    player_id: str
    ask: DayAsked | None = Field(description="The newest day, where nobody has said yet; none: nothing to ask.")
    signs: list[Sign] = Field(description="What makes the newest shots look picked; none: nothing does.")
    words: str
