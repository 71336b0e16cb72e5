"""Tables of lessons, photographs and links."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import (
    CheckConstraint,
    ForeignKey,
    Index,
    LargeBinary,
    String,
    Text,
)
from sqlalchemy.orm import Mapped, mapped_column, relationship

from veltrin.store.tables.house import Base, Owned


class LessonRow(Owned, Base):
    """A lesson: planned, open or closed. What is done while it is open, its players' things to take along.

    The id is given by anyone who plans it. `held_on`: when it is, or is meant to be; `day_json`: the day's conditions.
    """

    __tablename__ = "lessons"
    __table_args__ = (
        CheckConstraint("state IN ('planned', 'open', 'closed')", name="known_lesson_state"),
        Index("lessons_by_time", "coach_id", "held_on"),
    )

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    made_at: Mapped[datetime]
    held_on: Mapped[datetime]
    version: Mapped[int] = mapped_column(default=1)
    state: Mapped[str] = mapped_column(String(8), default="planned")
    began_at: Mapped[datetime | None]
    ended_at: Mapped[datetime | None]
    place: Mapped[str] = mapped_column(String(60), default="")
    day_json: Mapped[str] = mapped_column(Text, default="")
    aims: Mapped[str] = mapped_column(String(1000), default="")
    notes: Mapped[str] = mapped_column(Text, default="")
    players: Mapped[list[LessonPlayerRow]] = relationship(
        order_by="LessonPlayerRow.place", cascade="all, delete-orphan", lazy="selectin"
    )
    things: Mapped[list[LessonThingRow]] = relationship(
        order_by="LessonThingRow.player_id, LessonThingRow.place", cascade="all, delete-orphan", lazy="selectin"
    )


class LessonPlayerRow(Base):
    """A player of a lesson, in the order they were named."""

    __tablename__ = "lesson_players"

    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), primary_key=True)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"), primary_key=True)
    place: Mapped[int]


class LessonItemRow(Owned, Base):
    """Something that was done in a lesson. `ref`: what of the record it is, by kind; `request_json`, `call_id`,
    `call_json`: the shot and the call as they stood.
    """

    __tablename__ = "lesson_items"
    __table_args__ = (
        Index("lesson_items_by_time", "lesson_id", "at"),
        Index("lesson_items_by_ref", "kind", "ref"),
    )

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"))
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    at: Mapped[datetime]
    kind: Mapped[str] = mapped_column(String(8))
    ref: Mapped[str] = mapped_column(String(64), default="")
    summary: Mapped[str] = mapped_column(String(300), default="")
    words: Mapped[str] = mapped_column(String(1000), default="")
    call_id: Mapped[str] = mapped_column(String(60), default="")
    request_json: Mapped[str] = mapped_column(Text, default="")
    call_json: Mapped[str] = mapped_column(Text, default="")


class LessonThingRow(Base):
    """One of the two or three things that a player takes along: what it is, words, a drill, a fault and its cure."""

    __tablename__ = "lesson_things"

    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), primary_key=True)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"), primary_key=True)
    place: Mapped[int] = mapped_column(primary_key=True)
    item_id: Mapped[str | None] = mapped_column(String(36))
    title: Mapped[str] = mapped_column(String(120))
    words: Mapped[str] = mapped_column(Text, default="")
    drill_id: Mapped[str | None] = mapped_column(String(40))
    station_json: Mapped[str] = mapped_column(Text, default="")
    fault: Mapped[str] = mapped_column(String(300), default="")
    cure: Mapped[str] = mapped_column(String(300), default="")


class RecordingRow(Base):
    """A note that was spoken in a lesson. `media`: what kind of sound; `seconds`: how long, as its sender says."""

    __tablename__ = "lesson_recordings"

    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), primary_key=True)
    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    spoken_at: Mapped[datetime]
    seconds: Mapped[float]
    media: Mapped[str] = mapped_column(String(20))
    sound: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)


class PhotographRow(Owned, Base):
    """A photograph of a lie, scaled, without what the camera wrote beside it; of a booked shot, a kept one or a lesson.

    `measured_json`: the two lines that were laid and the slope they tell.
    """

    __tablename__ = "photographs"
    __table_args__ = (Index("photographs_by_player", "player_id", "taken_at"),)

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    lesson_id: Mapped[str | None] = mapped_column(ForeignKey("lessons.id", ondelete="SET NULL"))
    booking_id: Mapped[str | None] = mapped_column(ForeignKey("bookings.id", ondelete="SET NULL"))
    shot_id: Mapped[int | None] = mapped_column(ForeignKey("shots.id", ondelete="SET NULL"))
    taken_at: Mapped[datetime]
    width: Mapped[int]
    height: Mapped[int]
    focal_mm: Mapped[float | None]
    measured_json: Mapped[str] = mapped_column(Text, default="")
    image: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)


class LinkRow(Owned, Base):
    """A player's own page: `id` is a hash of what the link holds, `ends_on` the last moment it lets anybody in."""

    __tablename__ = "links"

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    made_at: Mapped[datetime]
    ends_on: Mapped[datetime]
