"""Trials."""

from __future__ import annotations

from dataclasses import dataclass, fields
from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import TrialRow


@dataclass(frozen=True)
class StoredTrial:
    """A trial as the record has it; times in UTC. `order` is one letter a ball."""

    id: str
    player_id: str
    name: str
    made_at: datetime
    a_call: str
    b_call: str
    a_words: str
    b_words: str
    order: str
    request_json: str


_NAMES = tuple(f.name for f in fields(StoredTrial))


def _stored(row: TrialRow) -> StoredTrial:
    values = {name: getattr(row, name) for name in _NAMES}
    return StoredTrial(**{**values, "made_at": row.made_at.replace(tzinfo=UTC)})


def add(session: Session, trial: StoredTrial) -> None:
    """Keep a trial."""
    values = {name: getattr(trial, name) for name in _NAMES}
    session.add(TrialRow(**{**values, "made_at": trial.made_at.astimezone(UTC).replace(tzinfo=None)}))
    session.flush()


def load(session: Session, trial_id: str) -> StoredTrial | None:
    """One, or None."""
    row = session.get(TrialRow, trial_id)
    return _stored(row) if row else None


def load_all(session: Session, player_id: str) -> list[StoredTrial]:
    """A player's trials, newest first."""
    found = select(TrialRow).where(TrialRow.player_id == player_id).order_by(TrialRow.made_at.desc(), TrialRow.id)
    return [_stored(row) for row in session.scalars(found)]


def delete(session: Session, trial_id: str) -> bool:
    """Delete one; its balls stay in the book. False if there was none."""
    row = session.get(TrialRow, trial_id)
    if row is None:
        return False
    session.delete(row)
    return True


def id_is_taken(session: Session, trial_id: str) -> bool:
    """Whether any coach has a trial of that id."""
    return session.connection().scalar(select(TrialRow.id).where(TrialRow.id == trial_id)) is not None
