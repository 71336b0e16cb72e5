"""Academies, their members, what their books say together, and who goes by it."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import NamedTuple

from sqlalchemy import ColumnElement, Select, delete, or_, select
from sqlalchemy.orm import Session

from veltrin.store.tables import AcademyRow, CalibrationRow, CoachRow, MemberRow, TakenRow


def _me(session: Session) -> int:
    coach_id: int = session.info["coach_id"]
    return coach_id


def _mine(session: Session) -> ColumnElement[bool]:
    """Academies of the coach who asks."""
    return AcademyRow.id.in_(select(MemberRow.academy_id).where(MemberRow.coach_id == _me(session)))


def colleagues(session: Session) -> Select[int]:
    """Coaches of the academies of the coach who asks, as something to look others up in."""
    own = select(MemberRow.academy_id).where(MemberRow.coach_id == _me(session))
    return select(MemberRow.coach_id).where(MemberRow.academy_id.in_(own))


class Membership(NamedTuple):
    """A coach of an academy."""

    name: str
    coach_id: int
    consents: bool


def academies(session: Session) -> list[tuple[AcademyRow, list[Membership]]]:
    """Those that the coach who asks is a member of, by name, each with its members by name."""
    found = session.scalars(select(AcademyRow).where(_mine(session)).order_by(AcademyRow.name))
    return [(one, members(session, one.id)) for one in found]


def members(session: Session, academy_id: int) -> list[Membership]:
    """The coaches of an academy, by name."""
    asked = (
        select(CoachRow.name, MemberRow.coach_id, MemberRow.consents)
        .join(MemberRow, MemberRow.coach_id == CoachRow.id)
        .where(MemberRow.academy_id == academy_id)
        .order_by(CoachRow.name)
    )
    return [Membership(*row) for row in session.execute(asked)]


def all_academies(session: Session) -> list[AcademyRow]:
    """Every academy, for anyone who runs the server."""
    return list(session.scalars(select(AcademyRow).order_by(AcademyRow.name)))


def named(session: Session, name: str) -> AcademyRow | None:
    """The academy of that name."""
    return session.scalar(select(AcademyRow).where(AcademyRow.name == name))


def add(session: Session, name: str) -> AcademyRow:
    """Begin an academy."""
    row = AcademyRow(name=name, made_at=datetime.now(UTC))
    session.add(row)
    session.flush()
    return row


def drop(session: Session, academy_id: int) -> None:
    """End an academy; what its books said goes with it."""
    session.execute(delete(AcademyRow).where(AcademyRow.id == academy_id))


def join(session: Session, academy_id: int, coach_id: int) -> bool:
    """Make a coach a member, who consents to nothing yet; False for one who is a member already."""
    if session.get(MemberRow, (academy_id, coach_id)) is not None:
        return False
    session.add(MemberRow(academy_id=academy_id, coach_id=coach_id, joined_at=datetime.now(UTC)))
    session.flush()
    return True


def leave(session: Session, academy_id: int, coach_id: int) -> bool:
    """End a membership, and that this coach goes by what the academy's books said; False where there is none."""
    row = session.get(MemberRow, (academy_id, coach_id))
    if row is None:
        return False
    session.delete(row)
    theirs = select(CalibrationRow.id).where(CalibrationRow.academy_id == academy_id)
    session.execute(delete(TakenRow).where(TakenRow.coach_id == coach_id, TakenRow.calibration_id.in_(theirs)))
    return True


def consent(session: Session, academy_id: int, *, consents: bool) -> bool:
    """Let the books of the coach who asks be calibrated with the academy's, or not; False for one who is no member."""
    row = session.get(MemberRow, (academy_id, _me(session)))
    if row is None:
        return False
    row.consents = consents
    session.flush()
    return True


def keep(session: Session, academy_id: int | None, coach_id: int | None, body: str, shares: str) -> CalibrationRow:
    """Keep what books said: those of an academy or of one coach."""
    row = CalibrationRow(academy_id=academy_id, coach_id=coach_id, made_at=datetime.now(UTC), body=body, shares=shares)
    session.add(row)
    session.flush()
    return row


def calibrations(session: Session) -> list[tuple[CalibrationRow, str | None]]:
    """What is offered to the coach who asks, newest first, each with the name of its academy."""
    mine = select(MemberRow.academy_id).where(MemberRow.coach_id == _me(session))
    asked = (
        select(CalibrationRow, AcademyRow.name)
        .outerjoin(AcademyRow, AcademyRow.id == CalibrationRow.academy_id)
        .where(or_(CalibrationRow.coach_id == _me(session), CalibrationRow.academy_id.in_(mine)))
        .order_by(CalibrationRow.id.desc())
    )
    return [(row, name) for row, name in session.execute(asked)]


class Taken(NamedTuple):
    """A calibration that a coach goes by: its number, what it moves, since when."""

    id: int
    shares: str
    since: datetime


def taken(session: Session) -> Taken | None:
    """The calibration that the coach who asks goes by; None: the usual numbers. Every plan asks for it."""
    columns = select(CalibrationRow.id, CalibrationRow.shares, TakenRow.taken_at)
    asked = columns.join(TakenRow, TakenRow.calibration_id == CalibrationRow.id)
    row = session.execute(asked.where(TakenRow.coach_id == _me(session))).first()
    return None if row is None else Taken(*row)


def take(session: Session, calibration_id: int | None) -> None:
    """Go by a calibration from now on, or by the usual numbers."""
    session.execute(delete(TakenRow).where(TakenRow.coach_id == _me(session)))
    if calibration_id is not None:
        now = datetime.now(UTC)
        session.add(TakenRow(coach_id=_me(session), calibration_id=calibration_id, taken_at=now))
    session.flush()


def consenting(session: Session, academy_id: int) -> Sequence[int]:
    """Coaches of an academy who let their books be calibrated."""
    asked = select(MemberRow.coach_id).where(MemberRow.academy_id == academy_id, MemberRow.consents)
    return list(session.scalars(asked.order_by(MemberRow.coach_id)))
