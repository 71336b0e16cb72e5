"""Coaches."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import CoachRow


@dataclass(frozen=True)
class StoredCoach:
    """A coach; `passphrase` is an argon2 hash, None where nobody can sign in."""

    id: int
    name: str
    passphrase: str | None


def _stored(row: CoachRow) -> StoredCoach:
    return StoredCoach(row.id, row.name, row.passphrase)


def by_name(session: Session, name: str) -> StoredCoach | None:
    """The coach of that name, or None."""
    row = session.scalar(select(CoachRow).where(CoachRow.name == name))
    return _stored(row) if row else None


def load(session: Session, coach_id: int) -> StoredCoach | None:
    """One coach, or None."""
    row = session.get(CoachRow, coach_id)
    return _stored(row) if row else None


def load_all(session: Session) -> list[StoredCoach]:
    """All coaches in the order they were added."""
    return [_stored(row) for row in session.scalars(select(CoachRow).order_by(CoachRow.id))]


def save(session: Session, name: str, passphrase: str) -> StoredCoach:
    """Add a coach, or give one a new passphrase (hash)."""
    row = session.scalar(select(CoachRow).where(CoachRow.name == name))
    if row is None:
        row = CoachRow(name=name, made_at=datetime.now(UTC).replace(tzinfo=None))
        session.add(row)
    row.passphrase = passphrase
    session.flush()
    return _stored(row)


def rename(session: Session, coach_id: int, name: str) -> None:
    """Give a coach another name."""
    row = session.get(CoachRow, coach_id)
    if row is not None:
        row.name = name
        session.flush()
