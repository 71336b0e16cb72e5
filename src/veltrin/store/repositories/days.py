"""Saved days."""

from __future__ import annotations

from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import DayRow


def save(session: Session, name: str, day_json: str) -> DayRow:
    """Save a day under a name; one of that name is replaced."""
    row = session.scalar(select(DayRow).where(DayRow.name == name))
    if row is None:
        row = DayRow(name=name)
        session.add(row)
    row.saved_at, row.day_json = datetime.now(UTC), day_json
    session.flush()
    return row


def load_all(session: Session) -> list[DayRow]:
    """All saved days by name."""
    return list(session.scalars(select(DayRow).order_by(DayRow.name)))


def delete(session: Session, day_id: int) -> bool:
    """Delete one; False if there was none."""
    row = session.get(DayRow, day_id)
    if row is None:
        return False
    session.delete(row)
    return True
