"""What booked shots teach, worked out again after the laws of the model have changed."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from veltrin.core.law import NO_LAW
from veltrin.core.learn import Yardstick
from veltrin.service.book.evidence import held_against, seen_of, steady_lost, yardstick_of
from veltrin.service.book.planned import planned_call
from veltrin.service.house.errors import DomainError
from veltrin.service.players.laws import laws_in
from veltrin.service.shot.forms import QUESTION
from veltrin.service.shot.plan import Known, known_of, plain_request, question_by
from veltrin.store.engine import Store
from veltrin.store.repositories import book as rows
from veltrin.store.repositories import coaches
from veltrin.store.tables import BookingRow

AT_ONCE = 50
"""Shots that are worked out between two writes: what they teach is heard by the next ones, as it was when they were
booked."""

Told = Callable[[int, int], None]
"""Is told how many are done, of how many."""


def to_renew(store: Store) -> int:
    """How many shots of all coaches were held against the plans of other laws, and can be held against today's."""
    return sum(len(_waiting(own)) for own in _of_each_coach(store))


def renew(store: Store, tell: Told = lambda _done, _of: None) -> int:
    """Hold every such shot against its plan by today's laws, each player's in the order in which they were booked.

    Returns how many were worked out. Stopped in the middle it goes on from there. The plan is worked out with what the
    book taught before the shot, as it was then.
    """
    of, done = to_renew(store), 0
    for own in _of_each_coach(store):
        for more in renew_own(own):
            done += more
            tell(done, of)
    return done


def renew_own(own: Store) -> Iterator[int]:
    """The same of one coach's shots, portion by portion: how many each held."""
    ids = _waiting(own)
    for first in range(0, len(ids), AT_ONCE):
        with own.session() as session:
            some = rows.with_questions(session, ids[first : first + AT_ONCE])
        # Worked out while nobody waits for the book. What is known of a player changes with the next write.
        known = {who: (known_of(own, who), yardstick_of(own, who)) for who in {b.player_id for b, _ in some}}
        for booking, question in some:
            _hold(booking, question, *known[booking.player_id])
        with own.session() as session:
            rows.rewrite(session, [booking for booking, _ in some])
        yield len(some)


def waiting(own: Store) -> int:
    """How many shots of one coach were held against the plans of other laws than the coach's."""
    return len(_waiting(own))


def _waiting(own: Store) -> list[str]:
    with own.session() as session:
        return rows.of_other_laws(session, laws_in(session).number)


def _of_each_coach(store: Store) -> list[Store]:
    with store.session() as session:
        return [store.of_coach(coach.id) for coach in coaches.load_all(session)]


def _hold(booking: BookingRow, question: str, known: Known, yardstick: Yardstick | None) -> None:
    request = QUESTION.open(question).value
    try:
        if request is None:
            raise DomainError("request", "can't be read any more.", "")
        plain = plain_request(request)
        planned = planned_call(question_by(known, plain), plain, booking.call_id)
        seen = seen_of(booking)
        for name, value in held_against(seen, planned.expected, planned.law).columns.items():
            setattr(booking, name, value)
        booking.steady_lost = steady_lost(seen, planned, booking.lost, yardstick)
    except DomainError:
        booking.law = NO_LAW
