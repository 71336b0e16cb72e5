"""Use cases: add coaches, let them in. Passphrases are kept as argon2id hashes only."""

from __future__ import annotations

from functools import cache

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerifyMismatchError

from veltrin.service.errors import DomainError
from veltrin.store.engine import Store
from veltrin.store.repositories import coaches as rows

SHORTEST, LONGEST = 10, 200


@cache
def _hasher() -> PasswordHasher:
    return PasswordHasher()


@cache
def _nobody() -> str:
    """A hash to check against where there is no such coach: asking takes as long as for one there is."""
    return _hasher().hash("nobody in particular")


def add_coach(store: Store, name: str, passphrase: str) -> int:
    """Add a coach, or give one a new passphrase. The first coach takes over what is there already. Returns the id."""
    name = name.strip()
    if not 1 <= len(name) <= 60:
        raise DomainError("name", "is empty or too long.", "Give 1 to 60 characters.")
    if not SHORTEST <= len(passphrase) <= LONGEST:
        raise DomainError(
            "passphrase", "is too short or too long.", f"Give {SHORTEST} to {LONGEST} characters: a few words will do."
        )
    hashed = _hasher().hash(passphrase)
    with store.session() as session:
        known = rows.load_all(session)
        if rows.by_name(session, name) is None and not any(c.passphrase for c in known):
            rows.rename(session, known[0].id, name)
        return rows.save(session, name, hashed).id


def has_coaches(store: Store) -> bool:
    """Whether anybody can sign in."""
    with store.session() as session:
        return any(c.passphrase for c in rows.load_all(session))


def who_is(store: Store, name: str, passphrase: str) -> int | None:
    """The coach who signs in so, or None."""
    with store.session() as session:
        coach = rows.by_name(session, name.strip())
    known = coach is not None and coach.passphrase is not None
    try:
        _hasher().verify(str(coach.passphrase) if known and coach else _nobody(), passphrase)
    except (VerifyMismatchError, InvalidHashError):
        return None
    return coach.id if known and coach else None


def coach_named(store: Store, coach_id: int) -> str | None:
    """The name of a coach who may sign in; None if there is no such coach any more."""
    with store.session() as session:
        coach = rows.load(session, coach_id)
    return None if coach is None or coach.passphrase is None else coach.name
