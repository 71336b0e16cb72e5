"""Courses: one's own, and those that other coaches share."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import ColumnElement, and_, or_, select
from sqlalchemy.orm import Session, defer

from veltrin.store.repositories.many import colleagues
from veltrin.store.tables import CourseRow


def as_text(document: dict[str, Any]) -> str:
    """A document as it is kept: the same one always gives the same text."""
    return json.dumps(document, separators=(",", ":"), ensure_ascii=False)


def _own(session: Session) -> ColumnElement[bool]:
    coach_id: int = session.info["coach_id"]
    return CourseRow.coach_id == coach_id


def _seen(session: Session) -> ColumnElement[bool]:
    """One's own, and what coaches of one's academies share."""
    shared = and_(CourseRow.is_shared, CourseRow.coach_id.in_(colleagues(session)))
    return or_(_own(session), shared)


def load_all(session: Session) -> list[CourseRow]:
    """Those that may be played on, by name, one's own first; without their outlines."""
    seen = select(CourseRow).where(_seen(session)).options(defer(CourseRow.body))
    return list(session.scalars(seen.order_by(_own(session).desc(), CourseRow.name)))


def own(session: Session) -> list[CourseRow]:
    """One's own, by name, whole."""
    return list(session.scalars(select(CourseRow).where(_own(session)).order_by(CourseRow.name)))


def load(session: Session, course_id: int) -> CourseRow | None:
    """One that may be played on; None where there is none."""
    return session.scalar(select(CourseRow).where(CourseRow.id == course_id, _seen(session)))


def named(session: Session, name: str) -> CourseRow | None:
    """One's own course of that name, or None."""
    return session.scalar(select(CourseRow).where(CourseRow.name == name, _own(session)))


def save(session: Session, name: str, body: str, *, holes: int, pieces: int, has_grid: bool) -> CourseRow:
    """Keep a course under a name; one's own of that name is replaced."""
    row = named(session, name)
    if row is None:
        row = CourseRow(name=name, coach_id=session.info["coach_id"])
        session.add(row)
    row.saved_at, row.body = datetime.now(UTC), body
    row.holes, row.pieces, row.has_grid = holes, pieces, has_grid
    session.flush()
    return row


def delete(session: Session, course_id: int) -> bool:
    """Delete one of one's own; False where it is none."""
    row = session.get(CourseRow, course_id)
    if row is None or row.coach_id != session.info["coach_id"]:
        return False
    session.delete(row)
    return True
