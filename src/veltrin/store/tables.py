"""Tables. Angles in rad, lengths in m, mass in kg, as in the core."""

from __future__ import annotations

from datetime import UTC, datetime
from functools import cache
from typing import Any, ClassVar

from sqlalchemy import (
    CheckConstraint,
    DateTime,
    Dialect,
    ForeignKey,
    Index,
    LargeBinary,
    String,
    Text,
    TypeDecorator,
    UniqueConstraint,
    event,
    inspect,
)
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column, relationship
from sqlalchemy.sql.schema import ScalarElementColumnDefault


class Utc(TypeDecorator[datetime]):
    """A moment, kept in UTC without saying so, told in UTC."""

    impl = DateTime
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """To the table; a moment of no zone is UTC already."""
        return value if value is None or value.tzinfo is None else value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """From the table."""
        return None if value is None else value.replace(tzinfo=UTC)


class Base(DeclarativeBase):
    """Base of all tables. A row is the record: it is what repositories give and take."""

    type_annotation_map: ClassVar[dict[Any, Any]] = {datetime: Utc}


@cache
def _usual(kind: type[Base]) -> dict[str, Any]:
    """What the table puts where nothing is told."""
    columns = inspect(kind).columns
    return {c.key: c.default.arg for c in columns if isinstance(c.default, ScalarElementColumnDefault)}


@event.listens_for(Base, "init", propagate=True)
def _as_usual(row: Base, _: Any, told: dict[str, Any]) -> None:
    """What isn't told of a new row is at once what the table would put there."""
    for name, value in _usual(type(row)).items():
        told.setdefault(name, value)


ONLY_COACH = 1
"""The coach of an installation that nobody has to sign in to."""


class CoachRow(Base):
    """A coach. Without a passphrase (argon2 hash) nobody can sign in as this coach.

    `arrives_for`: no coach, but what a file holds that is being read for the coach of that number (see arrivals).
    `totp_secret`: of the second factor, where the coach has one; `totp_last`: the last step whose code was taken.
    """

    __tablename__ = "coaches"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60), unique=True)
    passphrase: Mapped[str | None] = mapped_column(String(200))
    made_at: Mapped[datetime]
    is_admin: Mapped[bool] = mapped_column(default=False)
    arrives_for: Mapped[int | None]
    totp_secret: Mapped[str | None] = mapped_column(String(64))
    totp_last: Mapped[int | None]


class SessionRow(Base):
    """A coach who is signed in somewhere. `id` is a hash of what the cookie holds: reading the table lets nobody in."""

    __tablename__ = "sessions"

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id", ondelete="CASCADE"))
    made_at: Mapped[datetime]
    address: Mapped[str] = mapped_column(String(60))
    device: Mapped[str] = mapped_column(String(120))


class EventRow(Base):
    """Something that happened to an account: who, from where, what."""

    __tablename__ = "events"

    id: Mapped[int] = mapped_column(primary_key=True)
    at: Mapped[datetime]
    coach: Mapped[str] = mapped_column(String(60))
    address: Mapped[str] = mapped_column(String(60))
    what: Mapped[str] = mapped_column(String(60))


class Owned:
    """Belongs to one coach. The session adds the coach to what is written and filters what is read (see engine)."""

    # Null is never written; SQLite can't add the constraint to a table that is there already.
    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id"), nullable=True)


class SettingsRow(Base):
    """A coach's settings, as JSON."""

    __tablename__ = "settings"

    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id"), primary_key=True)
    body: Mapped[str] = mapped_column(Text)
    version: Mapped[int] = mapped_column(default=1)


class PlayerRow(Owned, Base):
    """A player. `version` counts changes: who saves an older one is told.

    `practice`: what balls of practice sessions teach: "none", "habits", or "all", strokes lost too. `book_edits` counts
    changes of shots booked before: what was summed up of them has to be summed anew. `book_seq` is the number of the
    last shot that was booked: it only grows. `guardian`, `guardian_on`: who agreed for a minor, and when.
    """

    __tablename__ = "players"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    left_handed: Mapped[bool]
    stature_m: Mapped[float]
    handicap: Mapped[float]
    note: Mapped[str] = mapped_column(String(120))
    layer_share: Mapped[float] = mapped_column(default=0.015)
    version: Mapped[int] = mapped_column(default=1)
    scatter_handicap: Mapped[float | None]
    mid_iron_lean_rad: Mapped[float | None]
    mid_iron_attack_rad: Mapped[float]
    lead_share: Mapped[float]
    ball_place_m: Mapped[float | None]
    ball: Mapped[str] = mapped_column(String(8), default="soft")
    notes: Mapped[str] = mapped_column(Text, default="")
    units: Mapped[str] = mapped_column(String(8), default="")
    learns: Mapped[bool] = mapped_column(default=True)
    learns_from: Mapped[datetime | None]
    practice: Mapped[str] = mapped_column(String(8), default="habits")
    birth_year: Mapped[int | None]
    guardian: Mapped[str] = mapped_column(String(60), default="")
    guardian_on: Mapped[str | None] = mapped_column(String(10))
    book_edits: Mapped[int] = mapped_column(default=0)
    book_seq: Mapped[int] = mapped_column(default=0)
    clubs: Mapped[list[ClubRow]] = relationship(
        back_populates="player", order_by="ClubRow.place", cascade="all, delete-orphan", lazy="selectin"
    )
    stands: Mapped[list[StandRow]] = relationship(
        order_by="StandRow.method_id", cascade="all, delete-orphan", lazy="selectin"
    )


class ClubRow(Base):
    """A club of a bag, in bag order."""

    __tablename__ = "clubs"

    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"), primary_key=True)
    id: Mapped[str] = mapped_column(String(24), primary_key=True)
    place: Mapped[int]
    name: Mapped[str] = mapped_column(String(40))
    kind: Mapped[str] = mapped_column(String(8))
    loft_rad: Mapped[float]
    lie_rad: Mapped[float]
    bounce_rad: Mapped[float]
    sole_width_m: Mapped[float]
    head_mass_kg: Mapped[float]
    length_m: Mapped[float]
    stock_carry_m: Mapped[float]
    rounds: Mapped[float] = mapped_column(default=0.0)
    bought_on: Mapped[str | None] = mapped_column(String(10))
    cleaned_on: Mapped[str | None] = mapped_column(String(10))
    player: Mapped[PlayerRow] = relationship(back_populates="clubs")


class StandRow(Base):
    """A method pinned or left out for a player."""

    __tablename__ = "stands"
    __table_args__ = (CheckConstraint("stand IN ('pinned', 'excluded')", name="known_stand"),)

    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"), primary_key=True)
    method_id: Mapped[str] = mapped_column(String(40), primary_key=True)
    stand: Mapped[str] = mapped_column(String(8))


class LineRow(Owned, Base):
    """A saved line, as JSON, under a name of its own."""

    __tablename__ = "lines"
    __table_args__ = (UniqueConstraint("coach_id", "name", name="lines_by_name"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    saved_at: Mapped[datetime]
    version: Mapped[int] = mapped_column(default=1)
    line_json: Mapped[str] = mapped_column(Text)


class DayRow(Owned, Base):
    """A saved day, as JSON, under a name of its own."""

    __tablename__ = "days"
    __table_args__ = (UniqueConstraint("coach_id", "name", name="days_by_name"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    saved_at: Mapped[datetime]
    day_json: Mapped[str] = mapped_column(Text)


class ShotRow(Owned, Base):
    """A kept shot: the question as JSON, and the call that was chosen."""

    __tablename__ = "shots"
    __table_args__ = (Index("shots_by_time", "kept_at"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    kept_at: Mapped[datetime]
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    call_id: Mapped[str] = mapped_column(String(60))
    note: Mapped[str] = mapped_column(String(500))
    summary: Mapped[str] = mapped_column(String(200))
    request_json: Mapped[str] = mapped_column(Text)
    say: Mapped[str] = mapped_column(Text, default="")
    on_card: Mapped[bool] = mapped_column(default=False)
    player: Mapped[PlayerRow] = relationship(lazy="joined")

    @property
    def key_words(self) -> list[str]:
        """What to say, a line each."""
        return self.say.split("\n") if self.say else []


class TrialRow(Owned, Base):
    """Two ways of playing one shot, ball by ball in a shuffled order."""

    __tablename__ = "trials"

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    name: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[datetime]
    a_call: Mapped[str] = mapped_column(String(60))
    b_call: Mapped[str] = mapped_column(String(60))
    a_words: Mapped[str] = mapped_column(String(120))
    b_words: Mapped[str] = mapped_column(String(120))
    order: Mapped[str] = mapped_column(String(120))
    request_json: Mapped[str] = mapped_column(Text)


class PracticeRow(Owned, Base):
    """A practice session: planned, begun or done. Its balls are bookings.

    The id is given by whoever plans it, so that a page without a network can. `words`: the line for the player.
    `planned_local`, `zone`: what the clock of its place says then (ISO 8601, IANA); `planned_for` follows from both.
    """

    __tablename__ = "practices"
    __table_args__ = (
        CheckConstraint("state IN ('planned', 'begun', 'done')", name="known_state"),
        Index("practices_by_player", "player_id", "made_at"),
    )

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    made_at: Mapped[datetime]
    planned_for: Mapped[datetime | None]
    planned_local: Mapped[str | None] = mapped_column(String(16))
    zone: Mapped[str | None] = mapped_column(String(60))
    version: Mapped[int] = mapped_column(default=1)
    state: Mapped[str] = mapped_column(String(8), default="planned")
    began_at: Mapped[datetime | None]
    done_at: Mapped[datetime | None]
    words: Mapped[str] = mapped_column(String(500), default="")
    parts: Mapped[list[PracticePartRow]] = relationship(
        order_by="PracticePartRow.place", cascade="all, delete-orphan", lazy="selectin"
    )


class PracticePartRow(Base):
    """One drill of a session. `stations_json`: calls and marks it is played against, as they stood when it began."""

    __tablename__ = "practice_parts"

    practice_id: Mapped[str] = mapped_column(ForeignKey("practices.id", ondelete="CASCADE"), primary_key=True)
    place: Mapped[int] = mapped_column(primary_key=True)
    drill_id: Mapped[str] = mapped_column(String(40))
    phase: Mapped[str] = mapped_column(String(8))
    balls: Mapped[int]
    level: Mapped[int] = mapped_column(default=0)
    stations_json: Mapped[str] = mapped_column(Text, default="")
    hits: Mapped[int | None]
    struck: Mapped[int | None]
    asked: Mapped[int | None]
    expected: Mapped[float | None]
    passed: Mapped[bool | None]
    level_after: Mapped[int | None]


class SceneRow(Owned, Base):
    """A drawn scene that was read. `reader_id`: the player who read it, none: the coach; `readings_json`: by kind what
    was true and what was read, in the core's units. `lost`: what the reading cost (strokes).
    """

    __tablename__ = "scenes"
    __table_args__ = (Index("scenes_by_reader", "reader_id", "read_at"),)

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    reader_id: Mapped[str | None] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    player_id: Mapped[str] = mapped_column(String(40))
    read_at: Mapped[datetime]
    scene: Mapped[str] = mapped_column(String(40))
    readings_json: Mapped[str] = mapped_column(Text)
    call_id: Mapped[str] = mapped_column(String(60))
    lost: Mapped[float | None]


class LessonRow(Owned, Base):
    """A lesson: planned, open or closed. What is done while it is open, its players' things to take along.

    The id is given by whoever plans it. `held_on`: when it is, or is meant to be; `day_json`: the day's conditions.
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


class BookingRow(Owned, Base):
    """A struck shot: what was meant, what was seen, what it says for learning. Left of the target is positive.

    The id is given by whoever books it, so that sending it twice books it once. `*_y`, `*_w`: value and weight (1/sd^2)
    for learning (see core.learn.habits). `question_id`: the question it was planned by, kept once. `seq`: its number
    among the player's, never given twice. `law`: the laws by which it was held against its plan. `practice_id`,
    `drill_id`, `part`, `station`, `hit`: of a practice session. `former_lie`: its call was made for an earlier lie.
    """

    __tablename__ = "bookings"
    __table_args__ = (
        Index("bookings_by_time", "player_id", "booked_at", "id", "coach_id"),
        Index("bookings_by_trial", "trial_id"),
        Index("bookings_by_practice", "practice_id", "part"),
        Index("bookings_by_question", "question_id"),
        Index("bookings_by_club", "player_id", "club_id", "purpose", "booked_at", "coach_id"),
        Index(
            "bookings_by_lie",
            *("player_id", "coach_id", "cover", "slope", "purpose", "end_kind", "holed", "putts", "chipped_again"),
            *("strokes", "strokes_after"),
        ),
        Index(
            "bookings_for_learning",
            *("player_id", "counts", "family", "cover", "method_id", "booked_at"),
            *("speed_y", "speed_w", "friction_y", "friction_w", "face_y", "face_w", "coach_id", "seq", "law"),
        ),
    )

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    seq: Mapped[int] = mapped_column(default=0)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    trial_id: Mapped[str | None] = mapped_column(ForeignKey("trials.id", ondelete="SET NULL"))
    arm: Mapped[str | None] = mapped_column(String(1))
    question_id: Mapped[str | None] = mapped_column(ForeignKey("questions.id"))
    booked_at: Mapped[datetime]
    source: Mapped[str] = mapped_column(String(8))
    purpose: Mapped[str] = mapped_column(String(8))
    club_id: Mapped[str] = mapped_column(String(24))
    club_name: Mapped[str] = mapped_column(String(40))
    family: Mapped[str] = mapped_column(String(12))
    cover: Mapped[str] = mapped_column(String(24))
    slope: Mapped[str] = mapped_column(String(24), default="level")
    method_id: Mapped[str] = mapped_column(String(40))
    call_id: Mapped[str] = mapped_column(String(60))
    target_m: Mapped[float]
    expected_carry_m: Mapped[float]
    expected_total_m: Mapped[float]
    expected_side_m: Mapped[float]
    along_sd_m: Mapped[float]
    across_sd_m: Mapped[float]
    strokes: Mapped[float | None]
    carry_m: Mapped[float | None]
    carry_side_m: Mapped[float | None]
    total_m: Mapped[float | None]
    side_m: Mapped[float | None]
    ball_speed_m_s: Mapped[float | None]
    launch_rad: Mapped[float | None]
    spin_rad_s: Mapped[float | None]
    descent_rad: Mapped[float | None]
    heel_m: Mapped[float | None]
    up_m: Mapped[float | None]
    turf_m: Mapped[float | None]
    fault: Mapped[str] = mapped_column(String(60), default="")
    note: Mapped[str] = mapped_column(String(500), default="")
    end_kind: Mapped[str | None] = mapped_column(String(12))
    strokes_after: Mapped[float | None]
    holed: Mapped[bool] = mapped_column(default=False)
    putts: Mapped[int | None]
    chipped_again: Mapped[bool | None]
    counts: Mapped[bool] = mapped_column(default=True)
    far_off: Mapped[bool] = mapped_column(default=False)
    speed_y: Mapped[float | None]
    speed_w: Mapped[float | None]
    friction_y: Mapped[float | None]
    friction_w: Mapped[float | None]
    face_y: Mapped[float | None]
    face_w: Mapped[float | None]
    law: Mapped[int] = mapped_column(default=1)
    former_lie: Mapped[bool] = mapped_column(default=False)
    practice_id: Mapped[str | None] = mapped_column(String(36))
    drill_id: Mapped[str | None] = mapped_column(String(40))
    part: Mapped[int | None]
    station: Mapped[int | None]
    hit: Mapped[bool | None]

    @property
    def lost(self) -> float | None:
        """Strokes this shot cost more than the plan expected."""
        if self.strokes is None or self.strokes_after is None:
            return None
        return 1.0 + self.strokes_after - self.strokes


class QuestionRow(Base):
    """A question that shots were planned by, kept once however many shots were booked for it."""

    __tablename__ = "questions"

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    body: Mapped[str] = mapped_column(Text)
