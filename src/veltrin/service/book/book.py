"""Use cases: book a struck shot, let it count, drop it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import UTC, datetime, timedelta
from typing import Any

from sqlalchemy.orm import Session

from veltrin.core.learn import Yardstick
from veltrin.core.methods import slope_word
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.book.book_read import booking_out
from veltrin.service.book.contracts.book import (
    BookingIn,
    BookingOut,
)
from veltrin.service.book.evidence import Seen, ended, held_against, steady_lost, yardstick_of
from veltrin.service.book.on_hole import hole_columns
from veltrin.service.book.planned import Planned, planned_from_former, planned_shot, planned_stock
from veltrin.service.house.border import rad
from veltrin.service.house.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.house.joining import join, wants
from veltrin.service.house.kept import opened
from veltrin.service.house.words import struck_words
from veltrin.service.players.players import find_stored
from veltrin.service.shot.forms import CALL, QUESTION
from veltrin.service.shot.plan import call_of
from veltrin.store.engine import Store
from veltrin.store.repositories import book as rows
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import photographs as photograph_rows
from veltrin.store.repositories import practice as practice_rows
from veltrin.store.repositories import trials as trial_rows
from veltrin.store.repositories.players import StoredPlayer
from veltrin.store.tables import BookingRow, lost_of

Planner = Callable[[Store, BookingIn], Planned]
"""Says what a booked shot was meant to be."""

Columns = dict[str, Any]
"""A booking by the names of its columns."""


def planned_by_book(store: Store, body: BookingIn) -> Planned:
    """What a shot, a stock shot or a trial's ball was meant to be."""
    if body.purpose == "stock":
        return planned_stock(store, body.player_id, body)
    if body.purpose == "trial":
        with store.session() as session:
            trial = trial_rows.load(session, str(body.trial_id))
        if trial is None or trial.player_id != body.player_id:
            raise NotFoundError("trial_id", "There is no such trial of this player.", "Choose one from /api/trials.")
        request = opened(QUESTION, trial.request_json, "trial_id")
        return planned_shot(store, request, trial.a_call if body.arm == "a" else trial.b_call)
    assert body.request is not None, "a shot has a request and a call (contract)"
    planned = planned_from_former if body.former_lie else planned_shot
    return planned(store, body.request, str(body.call_id))


def _finish(planned: Planned, body: BookingIn) -> tuple[float | None, float | None]:
    """How far along and to the left of the line it finished (m)."""
    if body.holed and body.past_m is None:
        return planned.expected.distance_m, 0.0
    if body.past_m is None:
        return None, None
    return planned.expected.distance_m + body.past_m, 0.0 - (body.side_m or 0.0)


def made_columns(booking_id: str, planned: Planned, body: BookingIn, yardstick: Yardstick | None = None) -> Columns:
    """A booking as it is to be stored, by column: what was meant, what was seen, what it says for learning.

    `yardstick`: the player as at the first session of practice; None where there was none yet.
    """
    expected = planned.expected
    total, left = _finish(planned, body)
    end_kind, after = ended(planned.question, planned.bearing_rad, total, left, body.holed)
    told: Columns = {
        "id": booking_id,
        "player_id": body.player_id,
        "booked_at": body.booked_at or datetime.now(UTC),
        "source": body.source,
        "purpose": body.purpose,
        "club_id": planned.club_id,
        "club_name": planned.club_name,
        "family": planned.family,
        "cover": planned.cover,
        "slope": "level" if planned.question is None else slope_word(planned.question.slope),
        "method_id": planned.method_id,
        "call_id": planned.call_id,
        "target_m": expected.distance_m,
        "trial_id": body.trial_id,
        "arm": body.arm,
        "carry_m": body.carry_m,
        "carry_side_m": None if body.carry_side_m is None else 0.0 - body.carry_side_m,
        "total_m": total,
        "side_m": left,
        **_measured(body),
        "fault": ",".join(body.misses),
        "note": body.note,
        "end_kind": end_kind,
        "strokes_after": after,
        "holed": body.holed,
        "putts": body.putts,
        "chipped_again": body.chipped_again,
        "former_lie": body.former_lie,
        **hole_columns(None if body.request is None else body.request.on_course, planned.bearing_rad, total, left),
    }
    seen = Seen(*(told[name] for name in Seen._fields))
    evidence = held_against(seen, expected, planned.law)
    lost = lost_of(expected.strokes, after)
    told |= evidence.columns
    told |= {"steady_lost": steady_lost(seen, planned, lost, yardstick), "far_off": evidence.is_far_off}
    told["counts"] = body.counts and not evidence.is_far_off
    if not planned.is_planned:
        # What a stock swing would have done says nothing of this shot.
        told |= {"counts": False, "far_off": False}
    return told


def made_booking(booking_id: str, planned: Planned, body: BookingIn, yardstick: Yardstick | None = None) -> BookingRow:
    """The same as a row of the book."""
    return BookingRow(**made_columns(booking_id, planned, body, yardstick))


def _measured(body: BookingIn) -> dict[str, float | None]:
    """What a device, or taps on face and turf, told of a shot (SI, rad)."""
    told = body.measured
    return {
        "ball_speed_m_s": told.ball_speed_m_s,
        "launch_rad": _rad(told.launch_deg),
        "spin_rad_s": None if told.spin_rpm is None else told.spin_rpm * RAD_S_PER_RPM,
        "descent_rad": _rad(told.descent_deg),
        "heel_m": None if body.heel_mm is None else body.heel_mm / 1000.0,
        "up_m": None if body.up_mm is None else body.up_mm / 1000.0,
        "turf_m": None if body.turf_cm is None else body.turf_cm / 100.0,
    }


def _rad(degrees: float | None) -> float | None:
    return None if degrees is None else rad(degrees)


def book_shot(store: Store, booking_id: str, body: BookingIn, planner: Planner = planned_by_book) -> BookingOut:
    """Book a shot under the id its sender gave it; sent again it is booked once, and the first stays.

    `planner`: says what it was meant to be, where that isn't of the book (a ball of a session).

    ConflictError if the id is another player's or another coach's.
    """
    _sensible(body.booked_at)
    with store.session() as session:
        # Whose it is first: a shot that is booked between two looks must not seem somebody else's.
        owner = rows.owners_of(session, [booking_id]).get(booking_id)
        known = rows.load(session, booking_id) if owner == body.player_id else None
    if owner is not None and known is None:
        raise ConflictError("booking_id", "this id is used by another shot.", "Give the shot a new random UUID.")
    if known is not None:
        return booking_out(known)
    stored = find_stored(store, body.player_id)
    planned = planner(store, body)
    booking = made_booking(booking_id, planned, body, yardstick_of(store, body.player_id))
    # Its drawing is worked out before the book is written: nobody waits for the book in the meantime.
    drawn = None
    is_shot = body.purpose == "shot" and planned.is_planned
    if is_shot and body.request is not None and wants(store, body.player_id, booking.booked_at):
        drawn = call_of(store, body.request, booking.call_id)
    with store.session() as session:
        if body.purpose == "practice":
            _of_session(session, booking, body, stored)
        if planned.question_json is not None:
            booking.question_id = rows.keep_question(session, planned.question_json)
        rows.add(session, booking)
        if body.photographs:
            photograph_rows.put_on_booking(session, body.player_id, body.photographs, booking_id)
        if body.purpose == "shot":
            join(
                session,
                "booking",
                booking_id,
                body.player_id,
                at=booking.booked_at,
                summary=struck_words(booking),
                request_json=planned.question_json or "",
                call_id="" if drawn is None else drawn.id,
                call_json=CALL.keep(drawn),
            )
        # Of two senders of the same shot at once the first is booked, and both are told what was.
        kept = rows.load(session, booking_id)
    return booking_out(kept or booking)


def _of_session(session: Session, booking: BookingRow, body: BookingIn, stored: StoredPlayer) -> None:
    """Say which ball of a session it was; it teaches what the player's balls of practice may."""
    practice = practice_rows.load(session, str(body.practice_id))
    part = None if practice is None else next((p for p in practice.parts if p.place == body.part), None)
    booking.practice_id, booking.drill_id = body.practice_id, None if part is None else part.drill_id
    booking.part, booking.station, booking.hit = body.part, body.station, body.hit
    booking.counts = booking.counts and stored.practice != "none"


def book_together(store: Store, shots: Sequence[tuple[str, Planned, BookingIn]]) -> None:
    """Book shots whose plans are known, all or none."""
    with store.session() as session:
        questions = {
            body: rows.keep_question(session, body)
            for body in sorted({p.question_json for _, p, _ in shots if p.question_json is not None})
        }
        rows.add_many(
            session,
            [
                {**made_columns(one_id, planned, body), "question_id": questions.get(planned.question_json or "")}
                for one_id, planned, body in shots
            ],
        )


FIRST_BOOKED = datetime(1990, 1, 1, tzinfo=UTC)
AHEAD = timedelta(days=1)
"""How far a device's clock may be ahead of ours."""


def _sensible(booked_at: datetime | None) -> None:
    if booked_at is not None and not FIRST_BOOKED <= booked_at <= datetime.now(UTC) + AHEAD:
        raise DomainError(
            "booked_at",
            f"({booked_at:%Y-%m-%d}) is before {FIRST_BOOKED.year}, or still to come.",
            "Set the clock of this device right, or give the day it was struck.",
        )


def _nothing(booking_id: str) -> NotFoundError:
    return NotFoundError("booking_id", f"There is no booked shot {booking_id}.", "Choose one from /api/book.")


def let_count(store: Store, booking_id: str, counts: bool) -> BookingOut:
    """Learn from a shot, or don't."""
    with store.session() as session:
        found = rows.set_counts(session, booking_id, counts)
    if found is None:
        raise _nothing(booking_id)
    return booking_out(found)


def may_practise(store: Store, practice_id: str | None, booked_at: datetime | None) -> None:
    """Refuse balls of anything but a session that goes on, or of another time. ConflictError, DomainError."""
    with store.session() as session:
        practice = None if practice_id is None else practice_rows.load(session, practice_id)
    if practice is None or practice.state != "begun" or practice.began_at is None:
        raise ConflictError("practice_id", "is not a session that is running.", "Start the session first.")
    if booked_at is not None and not practice.began_at <= booked_at <= datetime.now(UTC) + AHEAD:
        raise DomainError("booked_at", "is not within this session.", "Leave it out: the ball is booked now.")


def session_of(store: Store, booking_id: str) -> str | None:
    """The session that a booked shot was struck in, if it was in one."""
    with store.session() as session:
        found = rows.load(session, booking_id)
    if found is None:
        raise _nothing(booking_id)
    return found.practice_id if found.purpose == "practice" else None


def drop_booking(store: Store, booking_id: str) -> None:
    """Delete a booked shot."""
    with store.session() as session:
        if not rows.delete(session, booking_id):
            raise _nothing(booking_id)
        lesson_rows.forget(session, "booking", booking_id)
