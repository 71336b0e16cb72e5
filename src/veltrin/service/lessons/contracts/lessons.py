"""Lessons: prepared, played, looked back on; what was done in them, and what players take along."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from veltrin.service.book.contracts.book import BookingId, BookingOut
from veltrin.service.house.contracts.base import Contract, Moment
from veltrin.service.lessons.contracts.photographs import PhotographOut
from veltrin.service.lessons.contracts.recordings import RecordingOut
from veltrin.service.practice.contracts.practice import StationOut
from veltrin.service.shot.contracts.day import DayIn
from veltrin.service.shot.contracts.plan import CallOut, PlanRequest

LessonState = Literal["planned", "open", "closed"]

ItemKind = Literal["shot", "booking", "fault", "trial", "drill", "session", "slope", "words"]
"""What can be done in a lesson: a shot worked out or struck, a fault read, a trial, a drill given, a session, a slope
measured, words that worked."""

MOST_PLAYERS = 8
MOST_THINGS = 3
PlayerIdIn = Annotated[str, Field(min_length=1, max_length=40)]


class LessonIn(Contract):
    """A lesson as it is planned or written up."""

    held_on: Moment = Field(description="When it is, or was.")
    place: str = Field("", max_length=60)
    day: DayIn | None = Field(None, description="The conditions; default: not said.")
    aims: str = Field("", max_length=1000)
    notes: str = Field("", max_length=4000)
    player_ids: list[PlayerIdIn] = Field(min_length=1, max_length=MOST_PLAYERS)
    version: int | None = Field(
        None, ge=1, le=2**31 - 1, description="The one that was read, where it was there before."
    )

    @model_validator(mode="after")
    def _each_once(self) -> Self:
        if len(set(self.player_ids)) < len(self.player_ids):
            raise ValueError("player_ids: a player is named twice. Name each once.")
        return self


class LessonItemIn(Contract):
    """Something that was done. A shot or a fault comes with its question and call, a drill with its id as `ref`."""

    kind: ItemKind
    player_id: PlayerIdIn
    at: Moment | None = Field(None, description="Default: now.")
    ref: str = Field("", max_length=64, description="What of the record it is: a booking, trial, session, drill.")
    summary: str = Field("", max_length=300)
    words: str = Field("", max_length=1000)
    request: PlanRequest | None = None
    call_id: str | None = Field(None, max_length=60)

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if (self.request is None) != (self.call_id is None):
            raise ValueError("request and call_id go together. Give both, or neither.")
        if self.kind == "shot" and self.request is None:
            raise ValueError("A shot comes with request and call_id.")
        if self.kind in ("booking", "trial", "drill", "session") and not self.ref:
            raise ValueError(f"A {self.kind} comes with its id as ref.")
        return self


class LessonItemOut(Contract):
    """Something that was done, with the shot and the call as they stood, and what came of it."""

    id: str
    kind: ItemKind
    player_id: str
    at: datetime
    ref: str
    summary: str
    words: str
    request: PlanRequest | None
    call: CallOut | None
    problem: str = Field("", description="Why its question or its call can't be opened, where that is so.")
    booking: BookingOut | None = Field(description="The booked shot, while it is in the book.")


class ThingIn(Contract):
    """One thing to take along: what it is, the words for the player, a drill, a fault with its cure."""

    item_id: BookingId | None = Field(None, description="What of the lesson it comes from: its drawing is that one's.")
    title: str = Field(min_length=1, max_length=120)
    words: list[Annotated[str, Field(max_length=200)]] = Field(default_factory=list, max_length=5)
    drill_id: str | None = Field(None, max_length=40)
    fault: str = Field("", max_length=300)
    cure: str = Field("", max_length=300)


class ThingOut(ThingIn):
    """The same as it goes on the sheet: the call as it stood, the drill laid out for the player."""

    drill_name: str
    station: StationOut | None = Field(description="The drill's first station, as it was when it was chosen.")
    request: PlanRequest | None
    call: CallOut | None


class ThingsIn(Contract):
    """Two or three things, not ten."""

    things: list[ThingIn] = Field(max_length=MOST_THINGS)
    version: int | None = Field(None, ge=1, le=2**31 - 1, description="That of the lesson as it was read.")


class SheetOut(Contract):
    """What one player takes along."""

    player_id: str
    player_name: str
    hand: Literal["left", "right"]
    things: list[ThingOut]


class LessonRowOut(Contract):
    """A lesson in a list."""

    id: str
    version: int
    state: LessonState
    held_on: datetime
    began_at: datetime | None
    ended_at: datetime | None
    place: str
    aims: str
    player_ids: list[str]
    player_names: list[str]
    items: int


class LessonOut(LessonRowOut):
    """A whole lesson: what was done in time, photographs, what each player takes along."""

    day: DayIn | None
    notes: str
    done: list[LessonItemOut]
    photographs: list[PhotographOut]
    recordings: list[RecordingOut]
    sheets: list[SheetOut]


class LessonPage(Contract):
    """Some lessons, newest first."""

    total: int
    rows: list[LessonRowOut]


class OpenLessonOut(Contract):
    """The lesson that is open, if any."""

    lesson: LessonRowOut | None


class GatherIn(Contract):
    """Take in what was booked of the lesson's players between two moments: a lesson made afterwards."""

    since: Moment
    until: Moment

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if not self.since < self.until:
            raise ValueError("until must be after since.")
        return self


NoticeKind = Literal["aim", "lie", "drill", "stock", "grooves", "ask", "watch", "bag"]


class NoticeOut(Contract):
    """Something to know before a player comes. `ref`: a drill's or a lesson's id, where it leads to one."""

    kind: NoticeKind
    words: str
    ref: str


class PreparedOut(Contract):
    """What a player's book says before a lesson."""

    player_id: str
    player_name: str
    notices: list[NoticeOut]
