"""Where in the tables something is kept as JSON, and which of it can't be opened."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, NamedTuple

from sqlalchemy import Connection, inspect, select

from veltrin.service.house.kept import Form
from veltrin.service.lessons.forms import SLOPE, STATION
from veltrin.service.players.forms import SCENE
from veltrin.service.practice.forms import BUILT, RUNS
from veltrin.service.shot.forms import CALL, DAY, LINE, QUESTION, SETTINGS
from veltrin.store.dialect import act_as
from veltrin.store.engine import Store
from veltrin.store.tables import (
    Base,
    CoachRow,
    DayRow,
    LessonItemRow,
    LessonRow,
    LessonThingRow,
    LineRow,
    PhotographRow,
    PracticePartRow,
    PracticeRow,
    QuestionRow,
    SceneRow,
    SettingsRow,
    ShotRow,
    TrialRow,
)

KEPT_IN: tuple[tuple[type[Base], str, Form[Any]], ...] = (
    (SettingsRow, "body", SETTINGS),
    (LineRow, "line_json", LINE),
    (DayRow, "day_json", DAY),
    (ShotRow, "request_json", QUESTION),
    (TrialRow, "request_json", QUESTION),
    (QuestionRow, "body", QUESTION),
    (PracticePartRow, "stations_json", RUNS),
    (PracticeRow, "season_json", BUILT),
    (SceneRow, "readings_json", SCENE),
    (LessonRow, "day_json", DAY),
    (LessonItemRow, "request_json", QUESTION),
    (LessonItemRow, "call_json", CALL),
    (LessonThingRow, "station_json", STATION),
    (PhotographRow, "measured_json", SLOPE),
)
"""Every column that holds a form."""

AT_ONCE = 200
"""Rows that are read at a time: a whole book of drawn calls is more than belongs in memory."""


class Unreadable(NamedTuple):
    """A row that can't be opened: its table, its key, and why."""

    table: str
    key: str
    problem: str


def unreadable(store: Store) -> Iterator[Unreadable]:
    """Go through all that is kept, of all coaches, and name what can't be opened."""
    seen: set[Unreadable] = set()
    with store.engine.connect() as connection:
        for (coach_id,) in connection.execute(select(CoachRow.id)).all():
            act_as(connection, coach_id)
            for row, column, form in KEPT_IN:
                for one in _of(connection, row, column, form, coach_id):
                    # What belongs to a coach by what it hangs on is seen by each where the database has no lock.
                    if one not in seen:
                        seen.add(one)
                        yield one


def _of(connection: Connection, row: type[Base], column: str, form: Form[Any], coach_id: int) -> Iterator[Unreadable]:
    keys = inspect(row).primary_key
    asked = select(*keys, getattr(row, column)).where(getattr(row, column) != "")
    if hasattr(row, "coach_id"):
        asked = asked.where(row.coach_id == coach_id)
    for *key, text in connection.execute(asked.execution_options(yield_per=AT_ONCE)):
        problem = form.open(text).problem
        if problem:
            yield Unreadable(row.__tablename__, "/".join(map(str, key)), problem)
