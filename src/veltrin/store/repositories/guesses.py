"""Wrong guesses, counted for all processes together."""

from __future__ import annotations

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from veltrin.store.dialect import insert_once
from veltrin.store.tables import GuessRow


def look(session: Session, key: str) -> GuessRow | None:
    """What was counted under a key; None where nothing was."""
    return session.get(GuessRow, key)


def held(session: Session, *keys: str) -> list[GuessRow]:
    """What was counted under each of these keys, in their order; nobody else counts there until this is done."""
    for key in sorted(keys):
        # A write, also where the row is there: on a file it keeps all others out, on a server the lock below does.
        insert_once(session, GuessRow, {"key": key, "tries": 0.0, "at": 0.0, "until": 0.0})
    asked = select(GuessRow).where(GuessRow.key.in_(keys)).order_by(GuessRow.key)
    found = {row.key: row for row in session.scalars(asked.with_for_update().execution_options(populate_existing=True))}
    return [found[key] for key in keys]


def forget(session: Session, before: float) -> None:
    """Take away what was counted before a moment (s since 1970)."""
    session.execute(delete(GuessRow).where(GuessRow.at < before))
