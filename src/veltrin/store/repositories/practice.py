"""Practice sessions."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import func, select, update
from sqlalchemy.orm import Session

from veltrin.core.learn import Yardstick
from veltrin.store.across import is_taken
from veltrin.store.repositories.pages import page_of
from veltrin.store.tables import BookingRow, PracticePartRow, PracticeRow


def add(session: Session, practice: PracticeRow) -> None:
    """Keep a session."""
    session.add(practice)
    session.flush()


def load(session: Session, practice_id: str) -> PracticeRow | None:
    """One, or None."""
    # A select and not `get`: only selects are narrowed to the coach's own.
    return session.scalar(select(PracticeRow).where(PracticeRow.id == practice_id))


def page(session: Session, player_id: str, limit: int, offset: int) -> tuple[int, list[PracticeRow]]:
    """How many a player has, and some of them, what comes or came last first."""
    when = func.coalesce(PracticeRow.began_at, PracticeRow.planned_for, PracticeRow.made_at)
    order = (when.desc(), PracticeRow.id)
    return page_of(session, PracticeRow, PracticeRow.player_id == player_id, order, limit, offset)


def every(session: Session, player_id: str) -> list[PracticeRow]:
    """All of a player's, oldest first."""
    mine = select(PracticeRow).where(PracticeRow.player_id == player_id)
    return list(session.scalars(mine.order_by(PracticeRow.made_at, PracticeRow.id)))


def put_parts(session: Session, practice: PracticeRow, parts: list[PracticePartRow]) -> None:
    """Give a session other parts."""
    practice.parts.clear()
    session.flush()
    practice.parts.extend(parts)
    session.flush()


def delete(session: Session, practice_id: str) -> bool:
    """Delete one; its balls stay in the book. False if there was none."""
    row = load(session, practice_id)
    if row is None:
        return False
    session.execute(update(BookingRow).where(BookingRow.practice_id == practice_id).values(practice_id=None))
    session.delete(row)
    return True


def id_is_taken(session: Session, practice_id: str) -> bool:
    """Whether any coach has a session of that id."""
    return is_taken(session, PracticeRow, practice_id)


@dataclass(frozen=True)
class PlayedBall:
    """A ball of a session."""

    id: str
    part: int
    station: int
    hit: bool
    fault: str


def yardstick(session: Session, player_id: str) -> Yardstick | None:
    """A player as at the first session that was begun; None before it, or where it was begun by an earlier Veltrin."""
    row = PracticeRow
    asked = (
        select(row.handicap, row.scatter_handicap)
        .where(row.player_id == player_id, row.handicap.is_not(None))
        .order_by(row.began_at)
        .limit(1)
    )
    found = session.execute(asked).first()
    if found is None:
        return None
    handicap, scatter = found
    return None if handicap is None else Yardstick(handicap, handicap if scatter is None else scatter)


def balls(session: Session, practice_id: str) -> list[PlayedBall]:
    """Balls of a session in the order they were struck."""
    row = BookingRow
    found = session.execute(
        select(row.id, row.part, row.station, row.hit, row.fault)
        .where(row.practice_id == practice_id)
        .order_by(row.booked_at, row.id)
    )
    return [PlayedBall(i, part or 0, station or 0, bool(hit), fault) for i, part, station, hit, fault in found]


@dataclass(frozen=True)
class DonePart:
    """A drill that was played to its end."""

    drill_id: str
    at: datetime
    phase: str
    hits: int
    struck: int
    asked: int
    expected: float
    passed: bool
    level: int
    level_after: int
    level_share: float | None


def done_parts(session: Session, player_id: str) -> list[DonePart]:
    """Drills of a player that were played to their end, oldest first."""
    part, row = PracticePartRow, PracticeRow
    asked = (
        select(part, row.done_at)
        .join(row, row.id == part.practice_id)
        .where(row.player_id == player_id, row.state == "done", part.passed.is_not(None))
        .order_by(row.done_at, part.place)
    )
    return [
        DonePart(
            p.drill_id, at, p.phase, p.hits or 0, p.struck or 0, p.asked or 0, p.expected or 0.0, bool(p.passed),
            p.level, p.level if p.level_after is None else p.level_after, p.level_share,
        )
        for p, at in session.execute(asked)
        if at is not None
    ]  # fmt: skip
