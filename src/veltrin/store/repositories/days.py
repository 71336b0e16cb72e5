"""Saved days."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import DayRow


@dataclass(frozen=True)
class StoredDay:
    """A saved day as the record has it; times in UTC."""

    id: int
    saved_at: datetime
    day_json: str


def _stored(row: DayRow) -> StoredDay:
    return StoredDay(row.id, row.saved_at.replace(tzinfo=UTC), row.day_json)


def save(session: Session, name: str, day_json: str) -> StoredDay:
    """Save a day under a name; one of that name is replaced."""
    row = session.scalar(select(DayRow).where(DayRow.name == name))
    if row is None:
        row = DayRow(name=name)
        session.add(row)
    row.saved_at, row.day_json = datetime.now(UTC).replace(tzinfo=None), day_json
    session.flush()
    return _stored(row)


def load_all(session: Session) -> list[StoredDay]:
    """All saved days by name."""
    return [_stored(row) for row in session.scalars(select(DayRow).order_by(DayRow.name))]


def delete(session: Session, day_id: int) -> bool:
    """Delete one; False if there was none."""
    row = session.get(DayRow, day_id)
    if row is None:
        return False
    session.delete(row)
    return True
