"""The few questions that go across coaches: is an id taken, whose is a link, what has arrived.

On PostgreSQL each goes through a function of that name, which asks as the owner of the tables and does no more; the
role that serves can't be everybody. SQLite has no such lock: there the tables are asked below the session's filter.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import Connection, String, delete, func, select, update
from sqlalchemy.dialects.postgresql import ARRAY
from sqlalchemy.orm import Session
from sqlalchemy.sql import bindparam

from veltrin.store.tables import Base, BookingRow, CoachRow, LinkRow, Owned, QuestionRow, SettingsRow

ASKED_AT_ONCE = 500


def _below(session: Session) -> Connection:
    """The connection below the session: its filter doesn't stand between."""
    return session.connection()


def _is_locked(session: Session) -> bool:
    return session.get_bind().dialect.name == "postgresql"


def _texts(told: Sequence[str]) -> Any:
    return bindparam(None, list(told), type_=ARRAY(String))


def ids_taken(session: Session, row: type[Base], ids: Sequence[str]) -> set[str]:
    """Which of these ids are rows of any coach."""
    found: set[str] = set()
    key = row.__table__.c.id
    for start in range(0, len(ids), ASKED_AT_ONCE):
        some = ids[start : start + ASKED_AT_ONCE]
        asked = (
            select(func.across_ids_taken(row.__tablename__, _texts(some)))
            if _is_locked(session)
            else select(key).where(key.in_(some))
        )
        found |= {str(one) for one in _below(session).scalars(asked)}
    return found


def is_taken(session: Session, row: type[Base], one: str) -> bool:
    """Whether any coach has a row of that id."""
    return bool(ids_taken(session, row, [one]))


def booking_owners(session: Session, ids: Sequence[str]) -> dict[str, str]:
    """Which of these ids are any coach's shots, and whose player each is."""
    found: dict[str, str] = {}
    table = BookingRow.__table__
    for start in range(0, len(ids), ASKED_AT_ONCE):
        some = ids[start : start + ASKED_AT_ONCE]
        if _is_locked(session):
            owners = func.across_booking_owners(_texts(some)).table_valued("id", "player_id")
            asked = select(owners.c.id, owners.c.player_id)
        else:
            asked = select(table.c.id, table.c.player_id).where(table.c.id.in_(some))
        found |= {str(one): str(player) for one, player in _below(session).execute(asked)}
    return found


def link_of(session: Session, hashed: str) -> tuple[int, str, datetime] | None:
    """Coach, player and last moment of a link, whosever it is: nobody is signed in yet."""
    table = LinkRow.__table__
    if _is_locked(session):
        link = func.across_link_of(hashed).table_valued("coach_id", "player_id", "ends_on")
        asked = select(link.c.coach_id, link.c.player_id, link.c.ends_on)
    else:
        asked = select(table.c.coach_id, table.c.player_id, table.c.ends_on).where(table.c.id == hashed)
    row = _below(session).execute(asked).first()
    if row is None:
        return None
    moment: datetime = row[2]
    return int(row[0]), str(row[1]), moment if moment.tzinfo else moment.replace(tzinfo=UTC)


def drop_unasked(session: Session, ids: Sequence[str]) -> None:
    """Delete those of these questions that no shot was planned by any more."""
    table = QuestionRow.__table__
    for start in range(0, len(ids), ASKED_AT_ONCE):
        some = ids[start : start + ASKED_AT_ONCE]
        if _is_locked(session):
            _below(session).execute(select(func.across_drop_unasked(_texts(some))))
        else:
            used = select(BookingRow.__table__.c.id).where(BookingRow.__table__.c.question_id == table.c.id)
            _below(session).execute(delete(QuestionRow).where(table.c.id.in_(some), ~used.exists()))


def arrive(session: Session, arrival: int, coach_id: int) -> None:
    """Give all that arrived for a coach to that coach."""
    connection = _below(session)
    if _is_locked(session):
        connection.execute(select(func.across_arrive(arrival, coach_id)))
        return
    for owned in Owned.__subclasses__():
        connection.execute(update(owned).where(owned.coach_id == arrival).values(coach_id=coach_id))
    connection.execute(delete(SettingsRow).where(SettingsRow.coach_id == arrival))
    connection.execute(delete(CoachRow).where(CoachRow.id == arrival))
