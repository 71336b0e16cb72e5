"""Kept shots."""

from __future__ import annotations

from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import ShotRow


def add(
    session: Session,
    *,
    player_id: str,
    call_id: str,
    note: str,
    summary: str,
    request_json: str,
    say: tuple[str, ...] = (),
    on_card: bool = False,
    kept_at: datetime | None = None,
) -> ShotRow:
    """Keep a shot; by default it is stamped now."""
    row = ShotRow(
        kept_at=kept_at or datetime.now(UTC),
        player_id=player_id,
        call_id=call_id,
        note=note,
        summary=summary,
        request_json=request_json,
        say="\n".join(say),
        on_card=on_card,
    )
    session.add(row)
    session.flush()
    session.refresh(row, ["player"])
    return row


def load(session: Session, shot_id: int) -> ShotRow | None:
    """One kept shot, or None."""
    return session.get(ShotRow, shot_id)


def load_all(session: Session) -> list[ShotRow]:
    """All kept shots, newest first."""
    return list(session.scalars(select(ShotRow).order_by(ShotRow.kept_at.desc(), ShotRow.id.desc())))


def set_card(session: Session, shot_id: int, on_card: bool) -> ShotRow | None:
    """Put one on the player's card or take it off; None if there is none."""
    row = session.get(ShotRow, shot_id)
    if row is None:
        return None
    row.on_card = on_card
    return row


def delete(session: Session, shot_id: int) -> bool:
    """Delete one; False if there was none."""
    row = session.get(ShotRow, shot_id)
    if row is None:
        return False
    session.delete(row)
    return True
