"""Coaches, their sessions, and what happened to both."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import delete, select, update
from sqlalchemy.orm import Session

from veltrin.store.repositories.book import plain
from veltrin.store.tables import CoachRow, DayRow, EventRow, LineRow, Owned, SessionRow, SettingsRow


@dataclass(frozen=True)
class StoredCoach:
    """A coach; `passphrase` is an argon2 hash, None where nobody can sign in."""

    id: int
    name: str
    passphrase: str | None
    is_admin: bool


@dataclass(frozen=True)
class StoredSession:
    """A session; times in UTC."""

    id: str
    coach_id: int
    made_at: datetime
    address: str
    device: str


@dataclass(frozen=True)
class StoredEvent:
    """Something that happened to an account; time in UTC."""

    at: datetime
    coach: str
    address: str
    what: str


def _stored(row: CoachRow) -> StoredCoach:
    return StoredCoach(row.id, row.name, row.passphrase, row.is_admin)


def _session(row: SessionRow) -> StoredSession:
    return StoredSession(row.id, row.coach_id, row.made_at.replace(tzinfo=UTC), row.address, row.device)


def by_name(session: Session, name: str) -> StoredCoach | None:
    """The coach of that name, or None."""
    row = session.scalar(select(CoachRow).where(CoachRow.name == name))
    return _stored(row) if row else None


def load(session: Session, coach_id: int) -> StoredCoach | None:
    """One coach, or None."""
    row = session.get(CoachRow, coach_id)
    return _stored(row) if row else None


def load_all(session: Session) -> list[StoredCoach]:
    """All coaches in the order they were added."""
    return [_stored(row) for row in session.scalars(select(CoachRow).order_by(CoachRow.id))]


def save(session: Session, name: str, passphrase: str) -> StoredCoach:
    """Add a coach, or give one a new passphrase (hash)."""
    row = session.scalar(select(CoachRow).where(CoachRow.name == name))
    if row is None:
        row = CoachRow(name=name, made_at=plain(datetime.now(UTC)))
        session.add(row)
    row.passphrase = passphrase
    session.flush()
    return _stored(row)


def rename(session: Session, coach_id: int, name: str) -> None:
    """Give a coach another name."""
    row = session.get(CoachRow, coach_id)
    if row is not None:
        row.name = name
        session.flush()


def set_admin(session: Session, coach_id: int, *, is_admin: bool) -> None:
    """Let a coach run the place or not."""
    session.execute(update(CoachRow).where(CoachRow.id == coach_id).values(is_admin=is_admin))


def hand_over(session: Session, coach: StoredCoach, to_id: int) -> None:
    """Give everything of a coach to another and delete the coach. Names that clash get the giver's behind them."""
    # On the connection: the session itself sees one coach only.
    connection = session.connection()
    for table in (LineRow, DayRow):
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
    for owned in Owned.__subclasses__():
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
            made_at=plain(datetime.now(UTC)),
            address=address[:60],
            device=device[:120],
        )
    )


def session_of(session: Session, session_id: str) -> StoredSession | None:
    """One session, or None."""
    row = session.get(SessionRow, session_id)
    return None if row is None else _session(row)


def sessions_of(session: Session, coach_id: int) -> list[StoredSession]:
    """Sessions of a coach, newest first."""
    asked = select(SessionRow).where(SessionRow.coach_id == coach_id).order_by(SessionRow.made_at.desc())
    return [_session(row) for row in session.scalars(asked)]


def drop_session(session: Session, session_id: str, coach_id: int) -> bool:
    """End a session of a coach; False where there is none."""
    gone = delete(SessionRow).where(SessionRow.id == session_id, SessionRow.coach_id == coach_id)
    return bool(session.execute(gone.returning(SessionRow.id)).first())


def drop_sessions_of(session: Session, coach_id: int) -> None:
    """End all sessions of a coach."""
    session.execute(delete(SessionRow).where(SessionRow.coach_id == coach_id))


def drop_sessions_before(session: Session, moment: datetime) -> None:
    """Forget sessions that began before."""
    session.execute(delete(SessionRow).where(SessionRow.made_at < plain(moment)))


EVENTS_KEPT = 2000


def add_event(session: Session, coach: str, address: str, what: str) -> None:
    """Record something that happened to an account; of many the newest stay."""
    row = EventRow(at=plain(datetime.now(UTC)), coach=coach[:60], address=address[:60], what=what[:60])
    session.add(row)
    session.flush()
    session.execute(delete(EventRow).where(EventRow.id <= row.id - EVENTS_KEPT))


def events(session: Session, most: int = 200) -> list[StoredEvent]:
    """The newest of what happened, newest first."""
    asked = select(EventRow).order_by(EventRow.id.desc()).limit(most)
    return [StoredEvent(e.at.replace(tzinfo=UTC), e.coach, e.address, e.what) for e in session.scalars(asked)]
