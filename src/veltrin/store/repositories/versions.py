"""Who writes over what somebody else has changed since it was read is told."""

from __future__ import annotations

from typing import Any

from sqlalchemy import CursorResult, update
from sqlalchemy.orm import Session

from veltrin.store.tables import CourseRow, LessonRow, LineRow, PracticeRow, SettingsRow

Versioned = CourseRow | LessonRow | LineRow | PracticeRow | SettingsRow


def take(session: Session, row: Versioned, version: int | None) -> bool:
    """Count a change of a row if it still is of the version that was read; False if it isn't, or none was told."""
    if version is None:
        return False
    kind: Any = type(row)
    key = kind.__mapper__.primary_key[0]
    # Asked and answered in one statement: a look first would let two pass that looked at the same time.
    taken: CursorResult[Any] = session.execute(  # type: ignore[assignment]
        update(kind)
        .where(key == getattr(row, key.key), kind.version == version)
        .values(version=version + 1)
        .execution_options(synchronize_session=False)
    )
    session.refresh(row, ["version"])
    return taken.rowcount == 1
