"""What a file holds, while it is being read: rows of a coach whom nobody signs in as, until all of them are there."""

from __future__ import annotations

import secrets
from collections.abc import Iterable, Sequence
from datetime import UTC, datetime, timedelta
from typing import Any, cast

from sqlalchemy import Select, delete, func, select, update
from sqlalchemy.orm import Session

from veltrin.store import across
from veltrin.store.across import ids_taken
from veltrin.store.dialect import act_as
from veltrin.store.tables import (
    Base,
    BookingRow,
    CoachRow,
    Owned,
    PlayerRow,
    SettingsRow,
)

DEAD_AFTER = timedelta(minutes=5)
"""One that has added nothing for so long was cut off."""


def begin(session: Session, coach_id: int) -> int | None:
    """The number of a new arrival for a coach; None where one is under way already. What was cut off goes first."""
    clear(session, datetime.now(UTC) - DEAD_AFTER)
    if session.scalar(select(CoachRow.id).where(CoachRow.arrives_for == coach_id)) is not None:
        return None
    row = CoachRow(name=f"arriving {secrets.token_hex(8)}", made_at=datetime.now(UTC), arrives_for=coach_id)
    session.add(row)
    session.flush()
    return row.id


def go_on(session: Session, arrival: int) -> None:
    """Say that it is still under way."""
    session.execute(update(CoachRow).where(CoachRow.id == arrival).values(made_at=datetime.now(UTC)))


def clear(session: Session, before: datetime) -> None:
    """Take away arrivals that have added nothing since, with all they brought."""
    _drop(session, select(CoachRow.id).where(CoachRow.arrives_for.is_not(None), CoachRow.made_at < before))


def drop(session: Session, arrival: int) -> None:
    """Take one away with all it brought."""
    _drop(session, select(CoachRow.id).where(CoachRow.arrives_for.is_not(None), CoachRow.id == arrival))


def _drop(session: Session, which: Select[Any]) -> None:
    connection = session.connection()
    for arrival in connection.scalars(which).all():
        # As the one it is: row-level security shows no more than what it brought.
        act_as(connection, arrival)
        for owned in Owned.__subclasses__():
            if owned is not PlayerRow:
                connection.execute(delete(owned).where(owned.coach_id == arrival))
        connection.execute(delete(PlayerRow).where(PlayerRow.coach_id == arrival))
        connection.execute(delete(SettingsRow).where(SettingsRow.coach_id == arrival))
        connection.execute(delete(CoachRow).where(CoachRow.id == arrival))
    act_as(connection, session.info["coach_id"])


ASKED_AT_ONCE = 500


def found(session: Session, row: type[Base], ids: Sequence[str], owner: str | None) -> tuple[dict[str, str], set[str]]:
    """Which ids are rows of the coach who asks, with whose each is by its `owner` column; which are anybody's."""
    key = cast(Any, row).id
    whose = key if owner is None else getattr(row, owner)
    own: dict[str, str] = {}
    for start in range(0, len(ids), ASKED_AT_ONCE):
        some = key.in_(ids[start : start + ASKED_AT_ONCE])
        own |= dict(session.execute(select(key, whose).where(some)).all())
    return own, ids_taken(session, row, ids)


def arrive(session: Session, arrival: int, coach_id: int, players_here: Iterable[str]) -> None:
    """Give all of it to the coach: from here on it is seen. `players_here`: who were here before and get more shots."""
    connection = session.connection()
    for player_id in players_here:
        theirs = BookingRow.coach_id == arrival, BookingRow.player_id == player_id
        act_as(connection, arrival)
        count = connection.scalar(select(func.count()).select_from(BookingRow).where(*theirs)) or 0
        act_as(connection, coach_id)
        taken = (
            update(PlayerRow)
            .where(PlayerRow.id == player_id)
            .values(book_seq=PlayerRow.book_seq + count, book_edits=PlayerRow.book_edits + 1)
        )
        last = connection.scalar(taken.returning(PlayerRow.book_seq)) or count
        act_as(connection, arrival)
        # They came with numbers of their own, from one on: the next ones of this player's are theirs.
        connection.execute(update(BookingRow).where(*theirs).values(seq=BookingRow.seq + (last - count)))
    act_as(connection, coach_id)
    across.arrive(session, arrival, coach_id)
