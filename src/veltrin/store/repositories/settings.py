"""A coach's settings, one row of JSON."""

from __future__ import annotations

from sqlalchemy.orm import Session

from veltrin.store.tables import SettingsRow


def row(session: Session) -> SettingsRow | None:
    """The coach's row, or None."""
    return session.get(SettingsRow, session.info["coach_id"])


def load(session: Session) -> str | None:
    """The stored JSON, or None."""
    found = row(session)
    return found.body if found else None


def save(session: Session, body: str) -> None:
    """Put it in the place of what is there."""
    found = row(session)
    if found is None:
        session.add(SettingsRow(coach_id=session.info["coach_id"], body=body))
    else:
        found.body = body
    session.flush()
