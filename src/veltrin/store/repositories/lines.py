"""Saved lines."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import LineRow


@dataclass(frozen=True)
class StoredLine:
    """A saved line as the record has it; times in UTC."""

    id: int
    name: str
    saved_at: datetime
    line_json: str


def _stored(row: LineRow) -> StoredLine:
    return StoredLine(row.id, row.name, row.saved_at.replace(tzinfo=UTC), row.line_json)


def save(session: Session, name: str, line_json: str) -> StoredLine:
    """Save a line under a name; one of that name is replaced."""
    row = session.scalar(select(LineRow).where(LineRow.name == name))
    if row is None:
        row = LineRow(name=name)
        session.add(row)
    row.saved_at, row.line_json = datetime.now(UTC).replace(tzinfo=None), line_json
    session.flush()
    return _stored(row)


def load_all(session: Session) -> list[StoredLine]:
    """All saved lines by name."""
    return [_stored(row) for row in session.scalars(select(LineRow).order_by(LineRow.name))]


def delete(session: Session, line_id: int) -> bool:
    """Delete one; False if there was none."""
    row = session.get(LineRow, line_id)
    if row is None:
        return False
    session.delete(row)
    return True
