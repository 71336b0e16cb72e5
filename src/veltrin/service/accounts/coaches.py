"""Use cases: coaches, their sessions, and what happened to both.

Passphrases are kept as argon2id hashes, what a cookie holds as a SHA-256 of it.
"""

from __future__ import annotations

import hashlib
import secrets
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from functools import cache

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerifyMismatchError
from argon2.profiles import RFC_9106_LOW_MEMORY
from sqlalchemy.orm import Session

from veltrin.service.accounts.contracts.sign_in import EventOut, SessionRowOut
from veltrin.service.house.errors import BusyError, ConflictError, DomainError, NotFoundError
from veltrin.service.house.gate import Gate
from veltrin.store.engine import Store
from veltrin.store.repositories import coaches as rows
from veltrin.store.tables import CoachRow

SHORTEST, LONGEST = 10, 200


PROFILE = RFC_9106_LOW_MEMORY
"""How dear a passphrase is to guess: 64 MiB and a tenth of a second a try. Source: RFC 9106, 4, second choice."""


@cache
def _hasher() -> PasswordHasher:
    return PasswordHasher.from_parameters(PROFILE)


@cache
def _nobody() -> str:
    """A hash to check against where there is no such coach: asking takes as long as for one there is."""
    return _hasher().hash("nobody in particular")


def add_coach(store: Store, name: str, passphrase: str) -> int:
    """Add a coach, or give one a new passphrase. The first coach takes over what is there already. Returns the id."""
    name = _named(name)
    if not SHORTEST <= len(passphrase) <= LONGEST:
        raise DomainError(
            "passphrase", "is too short or too long.", f"Give {SHORTEST} to {LONGEST} characters: a few words will do."
        )
    hashed = _hasher().hash(passphrase)
    with store.session() as session:
        known = rows.load_all(session)
        if rows.by_name(session, name) is None and not any(c.passphrase for c in known):
            rows.rename(session, known[0].id, name)
        saved = rows.save(session, name, hashed)
        # Anyone who was let in by the old passphrase is out.
        rows.drop_sessions_of(session, saved.id)
        rows.add_event(session, name, HERE, "new passphrase")
        return saved.id


def _named(name: str) -> str:
    name = name.strip()
    if not 1 <= len(name) <= 60:
        raise DomainError("name", "is empty or too long.", "Give 1 to 60 characters.")
    return name


HASHES = Gate(2, 8, BusyError("session", "too many sign in at once.", "Try again in a few seconds."))
"""A hash takes 64 MiB: two at a time in a process, a few in line."""


def was_here(store: Store, name: str, address: str) -> bool:
    """Whether a coach of this name is signed in from that address somewhere."""
    with store.session() as session:
        coach = rows.by_name(session, name.strip())
        return coach is not None and any(s.address == address for s in rows.sessions_of(session, coach.id))


def has_coaches(store: Store) -> bool:
    """Whether anybody can sign in."""
    with store.session() as session:
        return any(c.passphrase for c in rows.load_all(session))


class CodeNeededError(DomainError):
    """The passphrase is right, and this coach has a second factor."""


def who_is(store: Store, name: str, passphrase: str, code: str | None = None) -> int | None:
    """The coach who signs in so, or None. CodeNeededError where only the code of the second factor is missing."""
    with store.session() as session:
        coach = rows.by_name(session, name.strip())
    known = coach is not None and coach.passphrase is not None
    try:
        with HASHES.passed():
            _hasher().verify(str(coach.passphrase) if known and coach else _nobody(), passphrase)
    except (VerifyMismatchError, InvalidHashError):
        return None
    if not known or coach is None:
        return None
    if coach.totp_secret is None:
        return coach.id
    if code is None:
        raise CodeNeededError("code", "is needed as well.", "Type the six digits that your authenticator shows.")
    return coach.id if _is_of_now(store, coach, code) else None


STEP_S = 30
"""How long a code is good for. Source: RFC 6238, 4.1 and 5.2: one step to either side is taken, each code once."""


def _is_of_now(store: Store, coach: CoachRow, code: str) -> bool:
    from pyotp import TOTP

    now = datetime.now(UTC)
    told = TOTP(str(coach.totp_secret), interval=STEP_S)
    steps = (int(now.timestamp()) // STEP_S + n for n in (-1, 0, 1))
    step = next((s for s in steps if secrets.compare_digest(told.at(s * STEP_S), code)), None)
    if step is None:
        return False
    with store.session() as session:
        return rows.take_step(session, coach.id, step)


def begin_factor(store: Store, name: str) -> tuple[str, str]:
    """Give a coach a second factor: the secret, and the address that an authenticator reads. Sessions end."""
    from pyotp import TOTP, random_base32

    secret = random_base32()
    with store.session() as session:
        coach = coach_named(session, name)
        rows.set_factor(session, coach.id, secret)
        rows.drop_sessions_of(session, coach.id)
        rows.add_event(session, coach.name, HERE, "second factor")
    return secret, TOTP(secret, interval=STEP_S).provisioning_uri(name=coach.name, issuer_name="Veltrin")


def end_factor(store: Store, name: str) -> None:
    """Take a coach's second factor away."""
    with store.session() as session:
        coach = coach_named(session, name)
        rows.set_factor(session, coach.id, None)
        rows.add_event(session, coach.name, HERE, "second factor off")


STAYS = timedelta(days=14)
"""How long a session lasts."""


@dataclass(frozen=True)
class SignedIn:
    """A coach who is signed in, and which session it is."""

    session_id: str
    coach_id: int
    name: str
    is_admin: bool


def _hashed(token: str) -> str:
    return hashlib.sha256(token.encode("utf-8", "replace")).hexdigest()


def sign_in(store: Store, coach_id: int, address: str, device: str) -> str:
    """Begin a session; what its cookie is to hold. Sessions that are over are let go of."""
    token = secrets.token_urlsafe(32)
    with store.session() as session:
        rows.drop_sessions_before(session, datetime.now(UTC) - STAYS)
        rows.add_session(session, _hashed(token), coach_id, address, device)
        _note(session, coach_id, address, "signed in")
    return token


def signed_in(store: Store, token: str) -> SignedIn | None:
    """Who holds this; None where the session has ended, was revoked, or never existed."""
    with store.session() as session:
        found = rows.session_of(session, _hashed(token))
        coach = None if found is None else rows.load(session, found.coach_id)
    if found is None or coach is None or coach.passphrase is None or datetime.now(UTC) - found.made_at > STAYS:
        return None
    return SignedIn(found.id, coach.id, coach.name, coach.is_admin)


def sign_out(store: Store, who: SignedIn, session_id: str, address: str) -> None:
    """End a session of this coach: the one that asks, or another by its id. NotFoundError where there is none."""
    with store.session() as session:
        if not rows.drop_session(session, session_id, who.coach_id):
            raise NotFoundError("session_id", "There is no such session of yours.", "Choose one from the list.")
        _note(session, who.coach_id, address, "signed out")


def list_sessions(store: Store, who: SignedIn) -> list[SessionRowOut]:
    """Where this coach is signed in, newest first."""
    with store.session() as session:
        return [
            SessionRowOut(
                id=s.id, made_at=s.made_at, address=s.address, device=s.device, is_this=s.id == who.session_id
            )
            for s in rows.sessions_of(session, who.coach_id)
        ]


def list_events(store: Store) -> list[EventOut]:
    """What happened to accounts, newest first."""
    with store.session() as session:
        return [EventOut(at=e.at, coach=e.coach, address=e.address, what=e.what) for e in rows.events(session)]


def note_wrong(store: Store, name: str, address: str) -> None:
    """Record a passphrase that was wrong, for anyone who runs this server."""
    with store.session() as session:
        if rows.by_name(session, name.strip()) is not None:
            rows.add_event(session, name.strip(), address, "wrong passphrase")


def _note(session: Session, coach_id: int, address: str, what: str) -> None:
    coach = rows.load(session, coach_id)
    rows.add_event(session, coach.name if coach else "?", address, what)


HERE = "this machine"


def coach_named(session: Session, name: str) -> CoachRow:
    """A coach by name; NotFoundError names those there are."""
    coach = rows.by_name(session, name.strip())
    if coach is None:
        names = ", ".join(c.name for c in rows.load_all(session))
        raise NotFoundError("name", f"there is no coach '{name}'.", f"Choose one of: {names}.")
    return coach


def list_coaches(store: Store) -> list[CoachRow]:
    """All coaches."""
    with store.session() as session:
        return rows.load_all(session)


def rename_coach(store: Store, name: str, new: str) -> None:
    """Give a coach another name; ConflictError where it is taken."""
    new = _named(new)
    with store.session() as session:
        coach = coach_named(session, name)
        if rows.by_name(session, new) is not None:
            raise ConflictError("name", f"'{new}' is already used.", "Choose another.")
        rows.rename(session, coach.id, new)
        rows.add_event(session, new, HERE, f"was {coach.name}"[:60])


def let_run(store: Store, name: str, *, is_admin: bool) -> None:
    """Let a coach run this server, or no longer; somebody always does."""
    with store.session() as session:
        coach = coach_named(session, name)
        if not is_admin:
            _somebody_else_runs(session, coach)
        rows.set_admin(session, coach.id, is_admin=is_admin)
        rows.add_event(session, coach.name, HERE, "runs this server" if is_admin else "no longer runs this server")


def _somebody_else_runs(session: Session, coach: CoachRow) -> None:
    if not any(c.is_admin and c.id != coach.id for c in rows.load_all(session)):
        raise ConflictError(
            "name",
            f"{coach.name} is the only one who runs this server.",
            "Let another first: veltrin coach admin NAME.",
        )


def remove_coach(store: Store, name: str, to: str) -> None:
    """Take a coach away; players, book, lines and days go to another coach, settings are dropped."""
    with store.session() as session:
        coach, heir = coach_named(session, name), coach_named(session, to)
        if coach.id == heir.id:
            raise ConflictError("to", "is the coach to be removed.", "Name another coach.")
        _somebody_else_runs(session, coach)
        rows.hand_over(session, coach, heir.id)
        rows.add_event(session, coach.name, HERE, f"removed; all to {heir.name}"[:60])
