"""Use cases: academies and who is a member; whether a coach lets their books be calibrated."""

from __future__ import annotations

from sqlalchemy.orm import Session

from veltrin.service.accounts.coaches import coach_named
from veltrin.service.house.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.many.contracts.academies import AcademyOut, ConsentIn, MemberOut
from veltrin.store.dialect import everybody
from veltrin.store.engine import Store
from veltrin.store.repositories import many as rows
from veltrin.store.tables import AcademyRow

LONGEST_NAME = 60


def list_mine(store: Store) -> list[AcademyOut]:
    """Academies of the coach who asks."""
    with store.session() as session:
        return [
            AcademyOut(
                id=academy.id,
                name=academy.name,
                members=[
                    MemberOut(name=one.name, is_me=one.coach_id == store.coach_id, consents=one.consents)
                    for one in members
                ],
            )
            for academy, members in rows.academies(session)
        ]


def consent(store: Store, academy_id: int, body: ConsentIn) -> list[AcademyOut]:
    """Let one's books be calibrated with the academy's, or not. NotFoundError for one who is no member."""
    with store.session() as session:
        if not rows.consent(session, academy_id, consents=body.consents):
            raise NotFoundError("academy_id", "is none of yours.", "Ask the person who runs this server to add you.")
    return list_mine(store)


def begin(store: Store, name: str) -> None:
    """Begin an academy without members. DomainError, ConflictError where the name won't do."""
    name = name.strip()
    if not 1 <= len(name) <= LONGEST_NAME:
        raise DomainError("name", "The name is empty or too long.", f"Give 1 to {LONGEST_NAME} characters.")
    with store.session() as session, everybody(session):
        if rows.named(session, name) is not None:
            raise ConflictError("name", f"There is an academy '{name}' already.", "Choose another name.")
        rows.add(session, name)


def end(store: Store, name: str) -> None:
    """End an academy: memberships, calibrations and shared views go; players, books and courses stay with coaches."""
    with store.session() as session, everybody(session):
        rows.drop(session, academy_named(session, name).id)


def add_member(store: Store, name: str, coach: str) -> None:
    """Make a coach a member. Their books aren't calibrated until they say so themselves."""
    with store.session() as session, everybody(session):
        academy, who = academy_named(session, name), coach_named(session, coach)
        if not rows.join(session, academy.id, who.id):
            raise ConflictError("coach", f"{coach} is a member already.", "Choose another coach.")


def drop_member(store: Store, name: str, coach: str) -> None:
    """End a membership."""
    with store.session() as session, everybody(session):
        academy, who = academy_named(session, name), coach_named(session, coach)
        if not rows.leave(session, academy.id, who.id):
            raise NotFoundError("coach", f"{coach} is no member.", "Choose one of: veltrin academy list.")


def list_all(store: Store) -> list[tuple[str, list[rows.Membership]]]:
    """Every academy with its members, for the person who runs the server."""
    with store.session() as session, everybody(session):
        return [(one.name, rows.members(session, one.id)) for one in rows.all_academies(session)]


def academy_named(session: Session, name: str) -> AcademyRow:
    """An academy; NotFoundError names those there are."""
    found = rows.named(session, name)
    if found is None:
        known = ", ".join(one.name for one in rows.all_academies(session)) or "none yet"
        raise NotFoundError("academy", f"There is no academy '{name}'.", f"Choose one of: {known}.")
    return found
