"""Saved lines."""

from __future__ import annotations

from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import LineRow


def named(session: Session, name: str) -> LineRow | None:
    """The line of that name, or None."""
    return session.scalar(select(LineRow).where(LineRow.name == name))


def save(session: Session, name: str, line_json: str) -> LineRow:
    """Save a line under a name; one of that name is replaced."""
    row = named(session, name)
    if row is None:
        row = LineRow(name=name)
        session.add(row)
    row.saved_at, row.line_json = datetime.now(UTC), line_json
    session.flush()
    return row


def load_all(session: Session) -> list[LineRow]:
    """All saved lines by name."""
    return list(session.scalars(select(LineRow).order_by(LineRow.name)))


def delete(session: Session, line_id: int) -> bool:
    """Delete one; False if there was none."""
    row = session.get(LineRow, line_id)
    if row is None:
        return False
    session.delete(row)
    return True
