"""The tables, by thing. Anyone who takes one from here has them all: their keys name each other."""

from veltrin.store.tables.accounts import CoachRow, EventRow, GuessRow, SessionRow, SettingsRow
from veltrin.store.tables.book import BookingRow, TrialRow, lost_of
from veltrin.store.tables.course import CourseRow
from veltrin.store.tables.eye import SceneRow
from veltrin.store.tables.house import ONLY_COACH, Base, Owned, Utc
from veltrin.store.tables.lessons import (
    LessonItemRow,
    LessonPlayerRow,
    LessonRow,
    LessonThingRow,
    LinkRow,
    PhotographRow,
    RecordingRow,
)
from veltrin.store.tables.many import AcademyRow, CalibrationRow, MemberRow, TakenRow
from veltrin.store.tables.players import ClubRow, PlayerRow, StandRow
from veltrin.store.tables.practice import PracticePartRow, PracticeRow
from veltrin.store.tables.shot import DayRow, LineRow, QuestionRow, ShotRow
from veltrin.store.tables.under_way import DeviceRow, ImportRow

__all__ = [
    "ONLY_COACH",
    "AcademyRow",
    "Base",
    "BookingRow",
    "CalibrationRow",
    "ClubRow",
    "CoachRow",
    "CourseRow",
    "DayRow",
    "DeviceRow",
    "EventRow",
    "GuessRow",
    "ImportRow",
    "LessonItemRow",
    "LessonPlayerRow",
    "LessonRow",
    "LessonThingRow",
    "LineRow",
    "LinkRow",
    "MemberRow",
    "Owned",
    "PhotographRow",
    "PlayerRow",
    "PracticePartRow",
    "PracticeRow",
    "QuestionRow",
    "RecordingRow",
    "SceneRow",
    "SessionRow",
    "SettingsRow",
    "ShotRow",
    "StandRow",
    "TakenRow",
    "TrialRow",
    "Utc",
    "lost_of",
]
