"""Links to a player's own page."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from veltrin.store.across import link_of
from veltrin.store.tables import LinkRow


def add(session: Session, row: LinkRow) -> None:
    """Keep one."""
    session.add(row)
    session.flush()


def of_player(session: Session, player_id: str) -> list[LinkRow]:
    """A player's, newest first."""
    return list(session.scalars(select(LinkRow).where(LinkRow.player_id == player_id).order_by(LinkRow.made_at.desc())))


def whose(session: Session, hashed: str) -> tuple[int, str, datetime] | None:
    """Coach, player and last moment of a link, whosever it is: nobody is signed in yet."""
    return link_of(session, hashed)


def drop(session: Session, link_id: str) -> bool:
    """Revoke one; False if there was none."""
    return bool(session.execute(delete(LinkRow).where(LinkRow.id == link_id).returning(LinkRow.id)).first())


def drop_of_player(session: Session, player_id: str) -> None:
    """Revoke all of a player's."""
    session.execute(delete(LinkRow).where(LinkRow.player_id == player_id))


def drop_over(session: Session, moment: datetime) -> None:
    """Forget links that let nobody in any more."""
    session.execute(delete(LinkRow).where(LinkRow.ends_on < moment))
