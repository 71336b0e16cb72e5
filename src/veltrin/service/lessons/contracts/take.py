"""What a player takes along: a page of their own behind a link."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from pydantic import Field

from veltrin.service.house.contracts.base import Contract, Moment
from veltrin.service.lessons.contracts.lessons import SheetOut


class LinkIn(Contract):
    """Until when a link lets in: a day to a year from now."""

    ends_on: Moment


class LinkOut(Contract):
    """A link of a player. What it holds is told once, when it is made."""

    id: str
    player_id: str
    made_at: datetime
    ends_on: datetime
    token: str | None = Field(description="Only when it was made just now.")


class TakenLesson(Contract):
    """A lesson as its player sees it: when, where, and what to take along."""

    id: str
    held_on: datetime
    place: str
    sheet: SheetOut


class TakeUnits(Contract):
    """Units that the page speaks: the coach's, with the player's own lengths where they have some."""

    distance: Literal["m", "yd"]
    small: Literal["cm", "in"]
    slope: Literal["deg", "pct"]
    temperature: Literal["C", "F"]
    speed: Literal["m/s", "mph", "km/h"]


class TakeOut(Contract):
    """A player's own page."""

    player_id: str
    player_name: str
    until: datetime
    hand: Literal["left", "right"]
    units: TakeUnits
    lessons: list[TakenLesson]
