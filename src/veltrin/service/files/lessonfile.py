"""Lessons and photographs as the book file has them."""

from __future__ import annotations

import base64

from sqlalchemy.orm import Session

from veltrin.service.files.contracts.exchange import (
    LessonItemRecord,
    LessonRecord,
    LessonThingRecord,
    PhotographRecord,
    RecordingRecord,
)
from veltrin.service.house.border import copied
from veltrin.service.lessons.forms import SLOPE, STATION
from veltrin.service.shot.forms import CALL, DAY, QUESTION
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import photographs as photograph_rows
from veltrin.store.repositories import recordings as recording_rows
from veltrin.store.tables import LessonItemRow, LessonThingRow


def photograph_records(session: Session, player_id: str) -> list[PhotographRecord]:
    """A player's photographs, without the images."""
    return [
        copied(
            PhotographRecord,
            row,
            measured=SLOPE.raw(row.measured_json),
            image=None,
        )
        for row in photograph_rows.of_player(session, player_id)
    ]


def lesson_records(session: Session, only: str | None) -> list[LessonRecord]:
    """Lessons with what was done in them; `only`: of one player, without what is of others."""
    records = []
    for row in lesson_rows.every(session):
        ids = [p.player_id for p in row.players if only is None or p.player_id == only]
        if not ids:
            continue
        records.append(
            copied(
                LessonRecord,
                row,
                day=DAY.raw(row.day_json),
                # What was written of all of them together is not one player's own.
                aims="" if len(ids) < len(row.players) else row.aims,
                notes="" if len(ids) < len(row.players) else row.notes,
                player_ids=ids,
                items=[_item(item) for item in lesson_rows.items(session, row.id) if item.player_id in ids],
                things=[_thing(thing) for thing in row.things if thing.player_id in ids],
                # Who speaks of one may speak of the others.
                recordings=[] if len(ids) < len(row.players) else _recordings(session, row.id),
            )
        )
    return records


def _recordings(session: Session, lesson_id: str) -> list[RecordingRecord]:
    return [
        copied(RecordingRecord, row, sound=base64.b64encode(row.sound).decode())
        for row in recording_rows.of_lesson(session, lesson_id)
    ]


def _item(row: LessonItemRow) -> LessonItemRecord:
    return copied(
        LessonItemRecord,
        row,
        request=QUESTION.raw(row.request_json),
        call=CALL.raw(row.call_json),
    )


def _thing(row: LessonThingRow) -> LessonThingRecord:
    return copied(LessonThingRecord, row, station=STATION.raw(row.station_json))
