"""Scenes that were read."""

from __future__ import annotations

from sqlalchemy import ColumnElement, select
from sqlalchemy.orm import Session

from veltrin.store.across import is_taken
from veltrin.store.repositories.pages import page_of
from veltrin.store.tables import SceneRow


def _reader(reader_id: str | None) -> ColumnElement[bool]:
    return SceneRow.reader_id.is_(None) if reader_id is None else SceneRow.reader_id == reader_id


def add(session: Session, scene: SceneRow) -> None:
    """Keep what was read of a scene."""
    session.add(scene)
    session.flush()


def load(session: Session, scene_id: str) -> SceneRow | None:
    """One, or None."""
    return session.scalar(select(SceneRow).where(SceneRow.id == scene_id))


def id_is_taken(session: Session, scene_id: str) -> bool:
    """Whether any coach has one of that id."""
    return is_taken(session, SceneRow, scene_id)


def newest(session: Session, reader_id: str | None, most: int) -> list[SceneRow]:
    """The newest a reader read (None: the coach), oldest of them first."""
    found = select(SceneRow).where(_reader(reader_id)).order_by(SceneRow.read_at.desc(), SceneRow.id).limit(most)
    return list(session.scalars(found))[::-1]


def page(session: Session, reader_id: str | None, limit: int, offset: int) -> tuple[int, list[SceneRow]]:
    """How many a reader read, and some of them, newest first."""
    order = (SceneRow.read_at.desc(), SceneRow.id)
    return page_of(session, SceneRow, _reader(reader_id), order, limit, offset)


def forget(session: Session, reader_id: str | None) -> None:
    """Delete all a reader read."""
    for row in session.scalars(select(SceneRow).where(_reader(reader_id))):
        session.delete(row)
