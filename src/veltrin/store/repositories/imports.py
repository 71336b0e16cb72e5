"""Imports of measured shots: how far each is, whichever process reads it."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from sqlalchemy import delete, select, update
from sqlalchemy.orm import Session

from veltrin.store.dialect import insert_once
from veltrin.store.tables import ImportRow

READING, CUT_OFF = "reading", "refused"

DEAD_AFTER = timedelta(seconds=60)
"""One that is being read and has said nothing for so long was cut off."""

STORES_WITHIN = timedelta(minutes=10)
"""How long the storing of what was read may take: it says nothing in the meantime."""

MOST_KEPT = 20
"""Imports that are remembered, the newest of each coach."""

CUT_OFF_WORDS = "It was cut off, and nothing was saved. Read the file again."


def begin(session: Session, import_id: str, count: int) -> ImportRow | None:
    """Begin one of so many rows; None where another of this coach's is being read."""
    bury(session)
    now = datetime.now(UTC)
    told = {
        "id": import_id, "coach_id": session.info["coach_id"], "begun_at": now, "heard_at": now, "state": READING,
        "rows": count, "read": 0, "stored": 0, "doubles": 0, "flagged": 0, "problem": "", "problems_json": "[]",
        "stop": False,
    }  # fmt: skip
    insert_once(session, ImportRow, told)
    row = load(session, import_id)
    newest = select(ImportRow.id).order_by(ImportRow.begun_at.desc(), ImportRow.id).limit(MOST_KEPT)
    session.execute(delete(ImportRow).where(ImportRow.id.not_in(list(session.scalars(newest)))))
    return row


def bury(session: Session) -> None:
    """Say of those that were cut off that they were."""
    row = ImportRow
    dead = (row.state == READING, row.heard_at < datetime.now(UTC) - DEAD_AFTER)
    # Looked for first: who only asks how far one is must not wait for the import that is being written.
    if session.scalar(select(row.id).where(*dead).limit(1)) is None:
        return
    session.execute(update(row).where(*dead).values(state=CUT_OFF, problem=CUT_OFF_WORDS))


def load(session: Session, import_id: str) -> ImportRow | None:
    """One, or None."""
    return session.get(ImportRow, import_id)


def go_on(session: Session, import_id: str, *, within: timedelta = timedelta(0), **told: object) -> bool:
    """Say how far one is, and that it lives; False where it is to stop. `within`: how long nothing will be heard."""
    row = ImportRow
    alive = update(row).where(row.id == import_id, row.state == READING)
    done = session.execute(alive.values(heard_at=datetime.now(UTC) + within, **told))
    if not done.rowcount:  # type: ignore[attr-defined]
        return False
    return not session.scalar(select(row.stop).where(row.id == import_id))


def end(session: Session, import_id: str, state: str, **told: object) -> None:
    """Say how one ended, where that isn't known already."""
    row = ImportRow
    session.execute(update(row).where(row.id == import_id, row.state == READING).values(state=state, **told))


def stop(session: Session, import_id: str) -> None:
    """Ask one to stop."""
    session.execute(update(ImportRow).where(ImportRow.id == import_id).values(stop=True))
