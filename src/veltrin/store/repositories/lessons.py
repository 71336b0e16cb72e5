"""Lessons, what was done in them, and what players take along."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from sqlalchemy import ColumnElement, delete, func, or_, select, true
from sqlalchemy.orm import Session

from veltrin.store.across import is_taken
from veltrin.store.repositories.pages import page_of
from veltrin.store.tables import LessonItemRow, LessonPlayerRow, LessonRow, LessonThingRow


def add(session: Session, lesson: LessonRow) -> None:
    """Keep a lesson."""
    session.add(lesson)
    session.flush()


def load(session: Session, lesson_id: str) -> LessonRow | None:
    """One, or None."""
    # A select and not `get`: only selects are narrowed to the coach's own.
    return session.scalar(select(LessonRow).where(LessonRow.id == lesson_id))


def id_is_taken(session: Session, lesson_id: str) -> bool:
    """Whether any coach has a lesson of that id."""
    return is_taken(session, LessonRow, lesson_id)


def _of_player(player_id: str | None) -> ColumnElement[bool]:
    if player_id is None:
        return true()
    ours = select(LessonPlayerRow.lesson_id).where(LessonPlayerRow.player_id == player_id)
    return LessonRow.id.in_(ours)


def page(session: Session, player_id: str | None, limit: int, offset: int) -> tuple[int, list[LessonRow]]:
    """How many there are, of one player or of all, and some of them, newest first."""
    order = (LessonRow.held_on.desc(), LessonRow.id)
    return page_of(session, LessonRow, _of_player(player_id), order, limit, offset)


def every(session: Session) -> list[LessonRow]:
    """All of a coach's, oldest first."""
    return list(session.scalars(select(LessonRow).order_by(LessonRow.held_on, LessonRow.id)))


def open_one(session: Session) -> LessonRow | None:
    """The lesson that is open; there is one at most."""
    return session.scalar(select(LessonRow).where(LessonRow.state == "open").order_by(LessonRow.began_at.desc()))


def at(session: Session, player_id: str, moment: datetime) -> LessonRow | None:
    """The lesson that was open to a player at a moment: a shot that was sent late belongs to it."""
    within = (LessonRow.began_at <= moment, or_(LessonRow.ended_at.is_(None), LessonRow.ended_at >= moment))
    held = LessonRow.state.in_(("open", "closed"))
    asked = select(LessonRow).where(held, *within, _of_player(player_id))
    return session.scalar(asked.order_by(LessonRow.began_at.desc()))


def last_before(session: Session, player_id: str, moment: datetime) -> LessonRow | None:
    """A player's last lesson that is closed and was held before a moment."""
    asked = select(LessonRow).where(LessonRow.state == "closed", LessonRow.held_on < moment, _of_player(player_id))
    return session.scalar(asked.order_by(LessonRow.held_on.desc()))


def delete_one(session: Session, lesson_id: str) -> bool:
    """Delete one with what was gathered in it; the record itself stays. False if there was none."""
    row = load(session, lesson_id)
    if row is None:
        return False
    session.delete(row)
    return True


def drop_empty(session: Session) -> None:
    """Delete lessons that nobody is of any more: their players were deleted."""
    session.flush()
    session.execute(delete(LessonRow).where(LessonRow.id.not_in(select(LessonPlayerRow.lesson_id))))


def put_players(session: Session, lesson: LessonRow, player_ids: Sequence[str]) -> None:
    """Give a lesson other players."""
    lesson.players.clear()
    session.flush()
    lesson.players.extend(LessonPlayerRow(player_id=p, place=place) for place, p in enumerate(player_ids))
    session.flush()


def put_things(session: Session, lesson: LessonRow, player_id: str, things: Sequence[LessonThingRow]) -> None:
    """Give a player other things to take along."""
    lesson.things[:] = [thing for thing in lesson.things if thing.player_id != player_id]
    session.flush()
    lesson.things.extend(things)
    session.flush()


def items(session: Session, lesson_id: str) -> list[LessonItemRow]:
    """What was done in a lesson, in time."""
    asked = select(LessonItemRow).where(LessonItemRow.lesson_id == lesson_id)
    return list(session.scalars(asked.order_by(LessonItemRow.at, LessonItemRow.id)))


def count_items(session: Session, lesson_ids: Sequence[str]) -> dict[str, int]:
    """How many things were done in each lesson."""
    counted = select(LessonItemRow.lesson_id, func.count()).where(LessonItemRow.lesson_id.in_(lesson_ids))
    return {row[0]: row[1] for row in session.execute(counted.group_by(LessonItemRow.lesson_id))}


def item(session: Session, item_id: str) -> LessonItemRow | None:
    """One thing that was done."""
    return session.scalar(select(LessonItemRow).where(LessonItemRow.id == item_id))


def item_id_is_taken(session: Session, item_id: str) -> bool:
    """Whether any coach has an item of that id."""
    return is_taken(session, LessonItemRow, item_id)


def item_of(session: Session, lesson_id: str, kind: str, ref: str) -> LessonItemRow | None:
    """What of the record is in a lesson already."""
    same = LessonItemRow.kind == kind, LessonItemRow.ref == ref, LessonItemRow.lesson_id == lesson_id
    return session.scalar(select(LessonItemRow).where(*same))


def add_item(session: Session, row: LessonItemRow) -> None:
    """Gather something."""
    session.add(row)
    session.flush()


def drop_item(session: Session, item_id: str) -> bool:
    """Take something out of a lesson; the record itself stays."""
    row = item(session, item_id)
    if row is None:
        return False
    session.delete(row)
    return True


def forget(session: Session, kind: str, ref: str) -> None:
    """Take something out of all lessons: it was deleted."""
    session.execute(delete(LessonItemRow).where(LessonItemRow.kind == kind, LessonItemRow.ref == ref))
