"""Trials."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.across import is_taken
from veltrin.store.tables import TrialRow


def add(session: Session, trial: TrialRow) -> None:
    """Keep a trial."""
    session.add(trial)
    session.flush()


def load(session: Session, trial_id: str) -> TrialRow | None:
    """One, or None."""
    return session.get(TrialRow, trial_id)


def load_all(session: Session, player_id: str) -> list[TrialRow]:
    """A player's trials, newest first."""
    found = select(TrialRow).where(TrialRow.player_id == player_id).order_by(TrialRow.made_at.desc(), TrialRow.id)
    return list(session.scalars(found))


def delete(session: Session, trial_id: str) -> bool:
    """Delete one; its balls stay in the book. False if there was none."""
    row = session.get(TrialRow, trial_id)
    if row is None:
        return False
    session.delete(row)
    return True


def id_is_taken(session: Session, trial_id: str) -> bool:
    """Whether any coach has a trial of that id."""
    return is_taken(session, TrialRow, trial_id)
