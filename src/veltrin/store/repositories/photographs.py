"""Photographs."""

from __future__ import annotations

from collections.abc import Sequence

from sqlalchemy import or_, select, update
from sqlalchemy.orm import Session

from veltrin.store.across import is_taken
from veltrin.store.tables import LessonItemRow, PhotographRow


def add(session: Session, row: PhotographRow) -> None:
    """Keep one."""
    session.add(row)
    session.flush()


def load(session: Session, photograph_id: str) -> PhotographRow | None:
    """One, without its image, or None."""
    return session.scalar(select(PhotographRow).where(PhotographRow.id == photograph_id))


def image(session: Session, photograph_id: str) -> bytes | None:
    """The image itself."""
    return session.scalar(select(PhotographRow.image).where(PhotographRow.id == photograph_id))


def id_is_taken(session: Session, photograph_id: str) -> bool:
    """Whether any coach has a photograph of that id."""
    return is_taken(session, PhotographRow, photograph_id)


def of_player(session: Session, player_id: str) -> list[PhotographRow]:
    """All of a player's, oldest first."""
    asked = select(PhotographRow).where(PhotographRow.player_id == player_id)
    return list(session.scalars(asked.order_by(PhotographRow.taken_at, PhotographRow.id)))


def of_lesson(session: Session, lesson_id: str) -> list[PhotographRow]:
    """Those that were taken in a lesson, and those of shots that were struck in it, oldest first."""
    struck = select(LessonItemRow.ref).where(LessonItemRow.lesson_id == lesson_id, LessonItemRow.kind == "booking")
    asked = select(PhotographRow).where(or_(PhotographRow.lesson_id == lesson_id, PhotographRow.booking_id.in_(struck)))
    return list(session.scalars(asked.order_by(PhotographRow.taken_at, PhotographRow.id)))


def put_on_booking(session: Session, player_id: str, ids: Sequence[str], booking_id: str) -> None:
    """Say that these show the lie of a booked shot of the same player."""
    ours = PhotographRow.id.in_(ids), PhotographRow.player_id == player_id
    session.execute(update(PhotographRow).where(*ours).values(booking_id=booking_id))


def delete(session: Session, photograph_id: str) -> bool:
    """Delete one; False if there was none."""
    row = load(session, photograph_id)
    if row is None:
        return False
    session.delete(row)
    return True
