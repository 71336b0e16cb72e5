"""Kept shots."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.store.tables import ShotRow


@dataclass(frozen=True)
class StoredShot:
    """A kept shot as the record has it; times in UTC."""

    id: int
    kept_at: datetime
    player_id: str
    player_name: str
    call_id: str
    note: str
    summary: str
    request_json: str
    say: tuple[str, ...]
    on_card: bool


def _stored(row: ShotRow) -> StoredShot:
    return StoredShot(
        id=row.id,
        kept_at=row.kept_at.replace(tzinfo=UTC),
        player_id=row.player_id,
        player_name=row.player.name,
        call_id=row.call_id,
        note=row.note,
        summary=row.summary,
        request_json=row.request_json,
        say=tuple(row.say.split("\n")) if row.say else (),
        on_card=row.on_card,
    )


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
) -> StoredShot:
    """Keep a shot; by default it is stamped now."""
    row = ShotRow(
        kept_at=(kept_at or datetime.now(UTC)).astimezone(UTC).replace(tzinfo=None),
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
    return _stored(row)


def load(session: Session, shot_id: int) -> StoredShot | None:
    """One kept shot, or None."""
    row = session.get(ShotRow, shot_id)
    return _stored(row) if row else None


def load_all(session: Session) -> list[StoredShot]:
    """All kept shots, newest first."""
    return [
        _stored(row) for row in session.scalars(select(ShotRow).order_by(ShotRow.kept_at.desc(), ShotRow.id.desc()))
    ]


def set_card(session: Session, shot_id: int, on_card: bool) -> StoredShot | None:
    """Put one on the player's card or take it off; None if there is none."""
    row = session.get(ShotRow, shot_id)
    if row is None:
        return None
    row.on_card = on_card
    return _stored(row)


def delete(session: Session, shot_id: int) -> bool:
    """Delete one; False if there was none."""
    row = session.get(ShotRow, shot_id)
    if row is None:
        return False
    session.delete(row)
    return True
