"""What a booked shot was meant to be: a call of a question, or a full stock swing."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

from veltrin.core.kit import family_of
from veltrin.core.law import NO_LAW
from veltrin.core.methods.catalogue import method_named
from veltrin.core.methods.stock import STOCK_SWING
from veltrin.core.plan import Call, Question
from veltrin.core.plan.candidates import parts_of
from veltrin.core.plan.predict import Expected, expect, expect_stock
from veltrin.service.book.contracts.book import (
    BookingIn,
)
from veltrin.service.house.errors import ConflictError, DomainError
from veltrin.service.house.turns import TURNS
from veltrin.service.players.laws import laws_of
from veltrin.service.players.players import find_stored
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.forms import QUESTION
from veltrin.service.shot.plan import no_call, plain_request, question_of
from veltrin.service.shot.translate_world import air_in
from veltrin.store.engine import Store

STOCK_COVER = "fairway"


@dataclass(frozen=True)
class Planned:
    """What a shot was meant to be: club, method, cover, where to, and what was expected of it."""

    question: Question | None
    question_json: str | None
    club_id: str
    club_name: str
    family: str
    cover: str
    method_id: str
    call_id: str
    bearing_rad: float
    expected: Expected
    law: int
    """The number of the laws it is expected by."""
    is_planned: bool = True
    """Whether `expected` is of this call from this lie; else it is the club's stock swing, for want of one."""


@lru_cache(maxsize=64)
def expected_of(question: Question, call_id: str) -> tuple[Call, Expected] | None:
    """What a call of a question is expected to do; None if it is no feasible one."""
    # Somebody stands there with a shot to book.
    with TURNS.taken(is_next=True):
        return expect(question, call_id)


def forget() -> None:
    """Remember nothing any more."""
    expected_of.cache_clear()


def planned_shot(store: Store, request: PlanRequest, call_id: str) -> Planned:
    """A call of a question; ConflictError if it is no feasible one."""
    plain = plain_request(request)
    return planned_call(question_of(store, plain), plain, call_id)


def planned_call(question: Question, plain: PlanRequest, call_id: str) -> Planned:
    """The same of a question that was put already, and the request it came from, without what only a page asks for."""
    found = expected_of(question, call_id)
    if found is None:
        raise no_call(call_id)
    call, expected = found
    club = question.player.club(call.club_id)
    hand = -1.0 if question.player.left_handed else 1.0
    return Planned(
        question,
        QUESTION.keep(plain),
        club.id,
        club.name,
        family_of(club),
        question.lie.cover.name,
        call.method_id,
        call_id,
        hand * call.target.bearing_rad,
        expected,
        question.learned.laws.number,
    )


def planned_from_former(store: Store, request: PlanRequest, call_id: str) -> Planned:
    """A call that was made for an earlier lie; where it can't be played from this one, the club alone is known.

    NotFoundError or DomainError if the club or the method is unknown, as for any call.
    """
    plain = plain_request(request)
    question = question_of(store, plain)
    try:
        return planned_call(question, plain, call_id)
    except ConflictError:
        club_id, method_id, _ = parts_of(call_id)
        club = question.player.club(club_id, "call_id")
        if club.kind == "putter":
            raise
        method = method_named(method_id)
        expected = replace(expect_stock(question.player, club.id, question.air), distance_m=request.line.flag_m)
        return Planned(
            question, QUESTION.keep(plain), club.id, club.name, family_of(club),
            question.lie.cover.name, method.id, call_id, 0.0, expected, NO_LAW, is_planned=False,
        )  # fmt: skip


def planned_stock(store: Store, player_id: str, body: BookingIn) -> Planned:
    """A full stock swing with a club in the air given."""
    player = find_stored(store, player_id).player
    club = player.club(str(body.club_id), "club_id")
    if club.kind == "putter":
        raise DomainError("club_id", "a putter has no stock shot.", "Choose a club that is swung.")
    expected = expect_stock(player, club.id, air_in(body.air))
    method = STOCK_SWING.id
    return Planned(
        None, None, club.id, club.name, family_of(club), STOCK_COVER, method, f"{club.id}~{method}", 0.0, expected,
        laws_of(store).number,
    )  # fmt: skip
