"""What is done while a lesson is open joins it, as it happens."""

from __future__ import annotations

import uuid
from datetime import UTC, datetime

from sqlalchemy.orm import Session

from veltrin.store.engine import Store
from veltrin.store.repositories import lessons as rows
from veltrin.store.tables import LessonItemRow


def join(
    session: Session,
    kind: str,
    ref: str,
    player_id: str,
    *,
    at: datetime | None = None,
    summary: str = "",
    request_json: str = "",
    call_id: str = "",
    call_json: str = "",
) -> None:
    """Let something of the record join the lesson that was open to its player at the time, if one was; once."""
    moment = at or datetime.now(UTC)
    lesson = rows.at(session, player_id, moment)
    if lesson is None or rows.item_of(session, lesson.id, kind, ref) is not None:
        return
    row = LessonItemRow(
        id=str(uuid.uuid4()),
        lesson_id=lesson.id,
        player_id=player_id,
        at=moment,
        kind=kind,
        ref=ref,
        summary=summary[:300],
        request_json=request_json,
        call_id=call_id,
        call_json=call_json,
    )
    rows.add_item(session, row)


def wants(store: Store, player_id: str, at: datetime | None = None) -> bool:
    """Whether a lesson was open to a player at the time: then a drawn call is worth working out."""
    with store.session() as session:
        return rows.at(session, player_id, at or datetime.now(UTC)) is not None
