"""What the coach pins or leaves out for a player."""

from __future__ import annotations

from sqlalchemy.orm import Session

from veltrin.store.tables import StandRow


def save(session: Session, player_id: str, method_id: str, stand: str | None) -> None:
    """Set the stand on a method, or take it back with None."""
    row = session.get(StandRow, (player_id, method_id))
    if row is not None:
        session.delete(row)
        session.flush()
    if stand is not None:
        session.add(StandRow(player_id=player_id, method_id=method_id, stand=stand))
