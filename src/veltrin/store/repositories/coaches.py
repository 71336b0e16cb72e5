"""Coaches, their sessions, and what happened to both."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

from sqlalchemy import delete, or_, select, update
from sqlalchemy.orm import Session

from veltrin.store.dialect import everybody
from veltrin.store.tables import CoachRow, CourseRow, DayRow, EventRow, LineRow, Owned, SessionRow, SettingsRow


def by_name(session: Session, name: str) -> CoachRow | None:
    """The coach of that name, or None."""
    return session.scalar(select(CoachRow).where(CoachRow.name == name))


def load(session: Session, coach_id: int) -> CoachRow | None:
    """One coach, or None."""
    return session.get(CoachRow, coach_id)


def load_all(session: Session) -> list[CoachRow]:
    """All coaches in the order they were added."""
    return list(session.scalars(select(CoachRow).where(CoachRow.arrives_for.is_(None)).order_by(CoachRow.id)))


def save(session: Session, name: str, passphrase: str) -> CoachRow:
    """Add a coach, or give one a new passphrase (hash)."""
    row = session.scalar(select(CoachRow).where(CoachRow.name == name))
    if row is None:
        row = CoachRow(name=name, made_at=datetime.now(UTC))
        session.add(row)
    row.passphrase = passphrase
    session.flush()
    return row


def rename(session: Session, coach_id: int, name: str) -> None:
    """Give a coach another name."""
    row = session.get(CoachRow, coach_id)
    if row is not None:
        row.name = name
        session.flush()


def set_admin(session: Session, coach_id: int, *, is_admin: bool) -> None:
    """Let a coach run the place or not."""
    session.execute(update(CoachRow).where(CoachRow.id == coach_id).values(is_admin=is_admin))


def set_factor(session: Session, coach_id: int, secret: str | None) -> None:
    """Give a coach a second factor, or take it away."""
    session.execute(update(CoachRow).where(CoachRow.id == coach_id).values(totp_secret=secret, totp_last=None))


def take_step(session: Session, coach_id: int, step: int) -> bool:
    """Use the code of a step up; False where it, or a later one, was used before."""
    fresh = or_(CoachRow.totp_last.is_(None), CoachRow.totp_last < step)
    taken = update(CoachRow).where(CoachRow.id == coach_id, fresh).values(totp_last=step).returning(CoachRow.id)
    return session.execute(taken).first() is not None


def hand_over(session: Session, coach: CoachRow, to_id: int) -> None:
    """Give everything of a coach to another and delete the coach. Names that clash get the giver's behind them."""
    # On the connection: the session itself sees one coach only.
    with everybody(session) as connection:
        for table in (LineRow, DayRow, CourseRow):
            taken = set(connection.scalars(select(table.name).where(table.coach_id == to_id)))
            mine = connection.execute(select(table.id, table.name).where(table.coach_id == coach.id)).all()
            for row_id, name in mine:
                fresh, count = name, 1
                while fresh in taken:
                    count += 1
                    tail = f" ({coach.name[:20]} {count})"
                    fresh = f"{name[: 60 - len(tail)]}{tail}"
                taken.add(fresh)
                connection.execute(update(table).where(table.id == row_id).values(name=fresh))
        belongings: list[Any] = [*Owned.__subclasses__(), CourseRow]
        for owned in belongings:
            connection.execute(update(owned).where(owned.coach_id == coach.id).values(coach_id=to_id))
        connection.execute(delete(SettingsRow).where(SettingsRow.coach_id == coach.id))
        drop_sessions_of(session, coach.id)
        connection.execute(delete(CoachRow).where(CoachRow.id == coach.id))


def add_session(session: Session, session_id: str, coach_id: int, address: str, device: str) -> None:
    """Keep a session."""
    session.add(
        SessionRow(
            id=session_id,
            coach_id=coach_id,
            made_at=datetime.now(UTC),
            address=address[:60],
            device=device[:120],
        )
    )


def session_of(session: Session, session_id: str) -> SessionRow | None:
    """One session, or None."""
    return session.get(SessionRow, session_id)


def sessions_of(session: Session, coach_id: int) -> list[SessionRow]:
    """Sessions of a coach, newest first."""
    asked = select(SessionRow).where(SessionRow.coach_id == coach_id).order_by(SessionRow.made_at.desc())
    return list(session.scalars(asked))


def drop_session(session: Session, session_id: str, coach_id: int) -> bool:
    """End a session of a coach; False where there is none."""
    gone = delete(SessionRow).where(SessionRow.id == session_id, SessionRow.coach_id == coach_id)
    return bool(session.execute(gone.returning(SessionRow.id)).first())


def drop_sessions_of(session: Session, coach_id: int) -> None:
    """End all sessions of a coach."""
    session.execute(delete(SessionRow).where(SessionRow.coach_id == coach_id))


def drop_sessions_before(session: Session, moment: datetime) -> None:
    """Forget sessions that began before."""
    session.execute(delete(SessionRow).where(SessionRow.made_at < moment))


EVENTS_KEPT = 2000


def add_event(session: Session, coach: str, address: str, what: str) -> None:
    """Record something that happened to an account; of many the newest stay."""
    row = EventRow(at=datetime.now(UTC), coach=coach[:60], address=address[:60], what=what[:60])
    session.add(row)
    session.flush()
    session.execute(delete(EventRow).where(EventRow.id <= row.id - EVENTS_KEPT))


def events(session: Session, most: int = 200) -> list[EventRow]:
    """The newest of what happened, newest first."""
    asked = select(EventRow).order_by(EventRow.id.desc()).limit(most)
    return list(session.scalars(asked))
