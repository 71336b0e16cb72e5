"""A coach's settings, one row of JSON."""

from __future__ import annotations

from sqlalchemy.orm import Session

from veltrin.store.tables import SettingsRow


def load(session: Session) -> str | None:
    """The stored JSON, or None."""
    row = session.get(SettingsRow, session.info["coach_id"])
    return row.body if row else None


def save(session: Session, body: str) -> None:
    """Replace it."""
    session.merge(SettingsRow(coach_id=session.info["coach_id"], body=body))
