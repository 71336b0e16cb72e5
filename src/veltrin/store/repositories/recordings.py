"""Notes that were spoken in lessons."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import LessonRow, RecordingRow


def add(session: Session, row: RecordingRow) -> None:
    """Keep one."""
    session.add(row)
    session.flush()


def load(session: Session, recording_id: str) -> RecordingRow | None:
    """One of the coach's lessons, without its sound, or None."""
    # Through the lesson: only what is joined to that is narrowed to the coach's own.
    asked = select(RecordingRow).join(LessonRow, LessonRow.id == RecordingRow.lesson_id)
    return session.scalar(asked.where(RecordingRow.id == recording_id))


def of_lesson(session: Session, lesson_id: str) -> list[RecordingRow]:
    """Those of a lesson, oldest first."""
    asked = select(RecordingRow).where(RecordingRow.lesson_id == lesson_id)
    return list(session.scalars(asked.order_by(RecordingRow.spoken_at, RecordingRow.id)))
