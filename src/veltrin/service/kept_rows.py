"""Where in the tables something is kept as JSON, and which of it can't be opened."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, NamedTuple

from sqlalchemy import inspect, select

from veltrin.service.kept import CALL, DAY, LINE, QUESTION, RUNS, SCENE, SETTINGS, SLOPE, STATION, Form
from veltrin.store.dialect import EVERYBODY, act_as
from veltrin.store.engine import Store
from veltrin.store.tables import (
    Base,
    DayRow,
    LessonItemRow,
    LessonRow,
    LessonThingRow,
    LineRow,
    PhotographRow,
    PracticePartRow,
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
    with store.engine.connect() as connection:
        act_as(connection, EVERYBODY)
        for row, column, form in KEPT_IN:
            keys = inspect(row).primary_key
            asked = select(*keys, getattr(row, column)).where(getattr(row, column) != "")
            for *key, text in connection.execute(asked.execution_options(yield_per=AT_ONCE)):
                problem = form.open(text).problem
                if problem:
                    yield Unreadable(row.__tablename__, "/".join(map(str, key)), problem)
