"""Import and export: measured shots as CSV, everything as one JSON file, copies of the database."""

from __future__ import annotations

import base64
import math
from datetime import date, datetime
from typing import Annotated, Any, Literal, Self, get_args

from pydantic import BeforeValidator, Field, model_validator

from veltrin.core.hole import AreaKindName
from veltrin.core.law import CALIBRATED
from veltrin.core.learn import MOST_TOLD, SUREST_SD, Arm, Decides, Miss, Practised
from veltrin.core.practice import TOP_LEVEL, Phase
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.book.contracts.book import (
    BALL_SPEED_M_S,
    CARRY_M,
    DESCENT_DEG,
    HEEL_MM,
    LAUNCH_DEG,
    SIDE_M,
    SPIN_RPM,
    TURF_CM,
    UP_MM,
    BookingId,
    Purpose,
    Source,
    within,
)
from veltrin.service.course.contracts.courses import LONGEST_COURSE, CourseName
from veltrin.service.house.contracts.base import Contract, Moment
from veltrin.service.house.contracts.kept import MOST_LAWS, KeptJson
from veltrin.service.lessons.contracts.lessons import MOST_PLAYERS, MOST_THINGS, ItemKind, LessonState
from veltrin.service.lessons.contracts.recordings import MOST_SECONDS, Media
from veltrin.service.players.contracts.players import BirthYear, ClubOut, PlayerBase
from veltrin.service.practice.contracts.practice_sessions import MOST_PARTS, State
from veltrin.service.shot.contracts.lines import LineName
from veltrin.service.shot.contracts.methods import Stand

RAD = math.radians(1.0)
TOLD = (-MOST_TOLD, MOST_TOLD)
WEIGHT = (1e-6, SUREST_SD**-2)

MISSES_PATTERN = "^((" + "|".join(get_args(Miss)) + ")(,|$))*$"


def _anywhere(law: Any) -> Any:
    # The number of a calibration is its own server's: elsewhere the shot is compared again.
    return 1 if isinstance(law, int) and law >= CALIBRATED else law


Law = Annotated[int, BeforeValidator(_anywhere)]


class BookingRecord(Contract):
    """A booked shot as the record has it: SI and rad, left of the target positive."""

    id: BookingId
    player_id: str = Field(max_length=40)
    booked_at: Moment
    source: Source
    purpose: Purpose
    club_id: str = Field(max_length=24)
    club_name: str = Field(max_length=40)
    family: str = Field(max_length=12)
    cover: str = Field(max_length=24)
    slope: str = Field(max_length=24)
    method_id: str = Field(max_length=40)
    call_id: str = Field(max_length=60)
    target_m: float = Field(ge=-30000, le=30000)
    expected_carry_m: float = Field(ge=-30000, le=30000)
    expected_total_m: float = Field(ge=-30000, le=30000)
    expected_side_m: float = Field(ge=-30000, le=30000)
    along_sd_m: float = Field(ge=-30000, le=30000)
    across_sd_m: float = Field(ge=-30000, le=30000)
    trial_id: BookingId | None
    arm: Arm | None
    question_id: str | None = Field(max_length=64)
    strokes: float | None = Field(ge=-30000, le=30000)
    carry_m: float | None = within(CARRY_M)
    carry_side_m: float | None = within(SIDE_M)
    total_m: float | None = Field(ge=-30000, le=30000)
    side_m: float | None = Field(ge=-30000, le=30000)
    ball_speed_m_s: float | None = within(BALL_SPEED_M_S)
    launch_rad: float | None = within(LAUNCH_DEG, factor=RAD)
    spin_rad_s: float | None = within(SPIN_RPM, factor=RAD_S_PER_RPM)
    descent_rad: float | None = within(DESCENT_DEG, factor=RAD)
    heel_m: float | None = within(HEEL_MM, factor=0.001)
    up_m: float | None = within(UP_MM, factor=0.001)
    turf_m: float | None = within(TURF_CM, factor=0.01)
    fault: str = Field(max_length=60, pattern=MISSES_PATTERN, description="Misses, separated by commas.")
    note: str = Field(max_length=500)
    end_kind: AreaKindName | None
    strokes_after: float | None = Field(ge=-30000, le=30000)
    steady_lost: float | None = Field(
        None, ge=-30000, le=30000, description="Held against the player of the first session."
    )
    holed: bool
    putts: int | None = Field(ge=0, le=9)
    chipped_again: bool | None
    counts: bool
    far_off: bool
    speed_y: float | None = within(TOLD)
    speed_w: float | None = within(WEIGHT)
    friction_y: float | None = within(TOLD)
    friction_w: float | None = within(WEIGHT)
    face_y: float | None = within(TOLD)
    face_w: float | None = within(WEIGHT)
    law: Law = Field(1, ge=0, le=MOST_LAWS, description="The laws by which it was held against its plan.")
    former_lie: bool = Field(False, description="Its call was made for an earlier lie.")
    practice_id: BookingId | None = None
    drill_id: str | None = Field(None, max_length=40)
    part: int | None = Field(None, ge=0, le=99)
    station: int | None = Field(None, ge=0, le=99)
    hit: bool | None = None
    course: str = Field("", max_length=60)
    hole: str = Field("", max_length=8)
    from_east_m: float | None = Field(None, ge=-30000, le=30000)
    from_north_m: float | None = Field(None, ge=-30000, le=30000)
    end_east_m: float | None = Field(None, ge=-30000, le=30000)
    end_north_m: float | None = Field(None, ge=-30000, le=30000)
    all_booked: bool | None = Field(None, description="Whether all balls of its day were booked; none: not asked.")

    @model_validator(mode="after")
    def _both_or_neither(self) -> Self:
        for name in ("speed", "friction", "face"):
            if (getattr(self, f"{name}_y") is None) != (getattr(self, f"{name}_w") is None):
                raise ValueError(f"{name}_y and {name}_w go together. Give both, or neither.")
        return self


class TrialRecord(Contract):
    """A trial as the record has it."""

    id: BookingId
    name: str = Field(max_length=80)
    made_at: Moment
    a_call: str = Field(max_length=60)
    b_call: str = Field(max_length=60)
    a_words: str = Field(max_length=120)
    b_words: str = Field(max_length=120)
    order: str = Field(pattern=r"^[ab]{0,120}$")
    decides: Decides = "left"
    request: KeptJson


class KeptRecord(Contract):
    """A kept shot as the record has it."""

    id: int | None = Field(None, ge=1, le=2**31 - 1, description="Its number where the file was written.")
    kept_at: Moment
    call_id: str = Field(max_length=60)
    note: str = Field(max_length=500)
    summary: str = Field(max_length=200)
    say: list[Annotated[str, Field(max_length=500)]] = Field(max_length=40)
    on_card: bool
    request: KeptJson


class PracticePartRecord(Contract):
    """A drill of a session as the record has it."""

    drill_id: str = Field(max_length=40)
    phase: Phase
    balls: int = Field(ge=0, le=200)
    level: int = Field(ge=0, le=TOP_LEVEL)
    stations: KeptJson | None
    hits: int | None = Field(ge=0, le=10000)
    struck: int | None = Field(ge=0, le=10000)
    asked: int | None = Field(ge=0, le=10000)
    expected: float | None = Field(ge=0, le=1)
    level_share: float | None = Field(None, ge=0, le=1)
    passed: bool | None
    level_after: int | None = Field(ge=0, le=TOP_LEVEL)


class PracticeRecord(Contract):
    """A practice session as the record has it."""

    id: BookingId
    made_at: Moment
    planned_for: Moment | None
    planned_local: str | None = Field(None, max_length=16)
    zone: str | None = Field(None, max_length=60)
    version: int = Field(1, ge=1, le=2**31 - 1)
    state: State
    began_at: Moment | None
    handicap: float | None = Field(None, ge=-6, le=54, description="Of the player when it began.")
    scatter_handicap: float | None = Field(None, ge=-6, le=54)
    done_at: Moment | None
    words: str = Field(max_length=500)
    season: KeptJson | None = None
    parts: list[PracticePartRecord] = Field(max_length=MOST_PARTS)


class SceneRecord(Contract):
    """A scene that was read, as the record has it: by kind what was true and what was read, in SI and rad."""

    id: BookingId
    player_id: str = Field(max_length=40)
    read_at: Moment
    scene: str = Field(max_length=40)
    readings: KeptJson
    call_id: str = Field(max_length=60)
    lost: float | None = Field(ge=-50, le=50)


LONGEST_IMAGE = 4_000_000
"""Of an image as it is kept, in letters (base64)."""


class PhotographRecord(Contract):
    """A photograph as the record has it. `booking_id`, `shot_id`: of a shot of the same player.

    The JPEG itself lies beside the book in the zip; files before version 4 have it in base64.
    """

    id: BookingId
    taken_at: Moment
    lesson_id: BookingId | None
    booking_id: BookingId | None
    shot_id: int | None = Field(None, ge=1, le=2**31 - 1)
    width: int = Field(ge=1, le=10000)
    height: int = Field(ge=1, le=10000)
    focal_mm: float | None = Field(ge=10, le=400)
    measured: KeptJson | None
    image: str | None = Field(None, max_length=LONGEST_IMAGE, pattern=r"^[A-Za-z0-9+/]+={0,2}$")

    def image_bytes(self) -> bytes:
        """The image of a file before version 4; ValueError where it is cut off."""
        return base64.b64decode(self.image or "", validate=True)


class LessonItemRecord(Contract):
    """Something that was done in a lesson, as the record has it."""

    id: BookingId
    player_id: str = Field(max_length=40)
    at: Moment
    kind: ItemKind
    ref: str = Field(max_length=64)
    summary: str = Field(max_length=300)
    words: str = Field(max_length=1000)
    call_id: str = Field(max_length=60)
    request: KeptJson | None
    call: KeptJson | None


class LessonThingRecord(Contract):
    """Something that a player took along, as the record has it."""

    player_id: str = Field(max_length=40)
    place: int = Field(ge=0, lt=MOST_THINGS)
    item_id: BookingId | None
    title: str = Field(max_length=120)
    words: str = Field(max_length=1200)
    drill_id: str | None = Field(max_length=40)
    station: KeptJson | None
    fault: str = Field(max_length=300)
    cure: str = Field(max_length=300)


LONGEST_SOUND = 6_000_000
"""Of a spoken note as it is kept, in letters (base64)."""


class RecordingRecord(Contract):
    """A note that was spoken in a lesson, as the record has it."""

    id: BookingId
    spoken_at: Moment
    seconds: float = Field(ge=0, le=MOST_SECONDS)
    media: Media
    sound: str = Field(max_length=LONGEST_SOUND, pattern=r"^[A-Za-z0-9+/]+={0,2}$", description="In base64.")

    def sound_bytes(self) -> bytes:
        """The sound; ValueError where it is cut off."""
        return base64.b64decode(self.sound, validate=True)


class LessonRecord(Contract):
    """A lesson as the record has it. In the file of a single player what is of others is left out."""

    id: BookingId
    made_at: Moment
    held_on: Moment
    version: int = Field(1, ge=1, le=2**31 - 1)
    state: LessonState
    began_at: Moment | None
    ended_at: Moment | None
    place: str = Field(max_length=60)
    day: KeptJson | None
    aims: str = Field(max_length=1000)
    notes: str = Field(max_length=4000)
    player_ids: list[str] = Field(min_length=1, max_length=MOST_PLAYERS)
    items: list[LessonItemRecord]
    things: list[LessonThingRecord]
    recordings: list[RecordingRecord] = Field(default_factory=list)


class PlayerRecord(PlayerBase):
    """A player with everything that was recorded of them."""

    id: str = Field(min_length=1, max_length=40, pattern=r"^[a-z0-9-]+$")
    clubs: list[ClubOut] = Field(min_length=1, max_length=20)
    stands: dict[str, Stand]
    learns: bool
    learns_from: Moment | None
    questions: dict[str, KeptJson] = Field(description="Questions that shots were booked for, by id.")
    bookings: list[BookingRecord]
    trials: list[TrialRecord]
    kept: list[KeptRecord]
    practice: Practised = "habits"
    birth_year: BirthYear = None
    guardian: str = Field("", max_length=60)
    guardian_on: date | None = None
    practices: list[PracticeRecord] = Field(default_factory=list)
    scenes: list[SceneRecord] = Field(default_factory=list, description="Scenes that this player read.")
    photographs: list[PhotographRecord] = Field(default_factory=list)

    @model_validator(mode="after")
    def _ids_of_their_own(self) -> Self:
        for name, rows in (
            ("bookings", self.bookings),
            ("trials", self.trials),
            ("practices", self.practices),
            ("scenes", self.scenes),
            ("photographs", self.photographs),
        ):
            ids = [row.id for row in rows]
            if len(set(ids)) < len(ids):
                raise ValueError(f"{name}: two have the same id. Each needs an id of its own.")
        return self


class DayRecord(Contract):
    """A saved day under its name; files before version 4 held the day alone."""

    name: str = Field(min_length=1, max_length=60)
    day: KeptJson

    @model_validator(mode="before")
    @classmethod
    def _alone(cls, told: Any) -> Any:
        if isinstance(told, dict) and told.keys() != {"name", "day"}:
            return {"name": told.get("name", "Today"), "day": told}
        return told


class CourseRecord(Contract):
    """A course of one's own, as the text of a GeoJSON file."""

    name: CourseName
    text: str = Field(min_length=2, max_length=LONGEST_COURSE)


class BookFile(Contract):
    """Everything of a coach, or some players, in one file."""

    format: Literal["veltrin-book"]
    version: Literal[1, 2, 3, 4]
    written_at: datetime
    settings: KeptJson | None = Field(description="Left out in the file of a single player.")
    players: list[PlayerRecord] = Field(max_length=500)
    lines: list[tuple[LineName, KeptJson]] = Field(max_length=2000)
    days: list[DayRecord] = Field(max_length=2000)
    scenes: list[SceneRecord] = Field(default_factory=list, description="Scenes that the coach read.")
    lessons: list[LessonRecord] = Field(default_factory=list, max_length=20_000)
    courses: list[CourseRecord] = Field(default_factory=list, max_length=200)


class MergedOut(Contract):
    """What reading a book file did."""

    players: int
    renamed: int = Field(description="Players whose id was taken and who got another.")
    bookings: int
    known: int = Field(description="Booked shots that were already here.")
    lines: int
    days: int
    courses: int
    practices: int
    scenes: int
    lessons: int
    photographs: int
    without_image: int = Field(description="Photographs that the file names but doesn't hold.")
    unreadable: int = Field(description="Pieces that can't be opened here; they are kept as they are.")


class ReadStage(Contract):
    """How far the reading of a book file is; the last stage tells what it did."""

    stage: Literal["reading", "writing", "photographs", "done"]
    done: int
    of: int
    merged: MergedOut | None = None


class CopyOut(Contract):
    """A copy of the whole database on this machine."""

    name: str
    made_at: datetime
    bytes: int
