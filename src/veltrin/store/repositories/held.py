"""All that is kept of one player."""

from __future__ import annotations

from typing import Any

from sqlalchemy import delete, func, or_, select
from sqlalchemy.orm import Session

from veltrin.store.tables import (
    BookingRow,
    LessonItemRow,
    LessonPlayerRow,
    LinkRow,
    PhotographRow,
    PracticeRow,
    SceneRow,
    ShotRow,
    TrialRow,
)

OF_PLAYER: dict[str, type[Any]] = {
    "shots": BookingRow,
    "saved_shots": ShotRow,
    "trials": TrialRow,
    "sessions": PracticeRow,
    "photographs": PhotographRow,
    "links": LinkRow,
    "lessons": LessonPlayerRow,
    "things_in_lessons": LessonItemRow,
}


def _read_by_or_for(player_id: str) -> Any:
    return or_(SceneRow.reader_id == player_id, SceneRow.player_id == player_id)


def counts(session: Session, player_id: str) -> dict[str, int]:
    """How many rows of each kind are a player's."""

    def many(kind: Any, which: Any) -> int:
        return session.scalar(select(func.count()).select_from(kind).where(which)) or 0

    told = {name: many(kind, kind.player_id == player_id) for name, kind in OF_PLAYER.items()}
    return {**told, "scenes": many(SceneRow, _read_by_or_for(player_id))}


def drop_loose(session: Session, player_id: str) -> None:
    """Delete what names a player without belonging to the row: scenes that somebody else read for them."""
    session.execute(delete(SceneRow).where(_read_by_or_for(player_id)))


def questions(session: Session, player_id: str) -> list[str]:
    """The questions that a player's shots were planned by."""
    asked = select(BookingRow.question_id).where(BookingRow.player_id == player_id, BookingRow.question_id.is_not(None))
    return [str(one) for one in session.scalars(asked.distinct())]
