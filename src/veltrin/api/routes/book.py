"""The field book, what it teaches, faults, trials, stock shots."""

from __future__ import annotations

from typing import Annotated, Any

from fastapi import APIRouter, Depends, Query, Request

from veltrin.api.deps import PlayerId, StoreDep, UuidPath, only_practice, taker_asks
from veltrin.service.book import book as book_service
from veltrin.service.book import book_read
from veltrin.service.book import faults as fault_service
from veltrin.service.book import trials as trial_service
from veltrin.service.book import whole as whole_service
from veltrin.service.book.contracts.book import (
    BookingIn,
    BookingOut,
    BookPage,
    BookSummary,
    CountsIn,
    FaultRequest,
    FaultResponse,
    Purpose,
    TrialNew,
    TrialOut,
    TrialSize,
)
from veltrin.service.book.contracts.whole import WholeIn, WholeOut
from veltrin.service.house.contracts.base import Moment
from veltrin.service.players import habits as habit_service
from veltrin.service.players import stock as stock_service
from veltrin.service.players.contracts.learnt import LearntOut
from veltrin.service.players.contracts.stock import StockOut
from veltrin.service.practice import practice_sessions
from veltrin.service.shot.contracts.plan import PlanRequest

router = APIRouter()

Name = Annotated[str | None, Query(max_length=40)]

CourseName = Annotated[str | None, Query(max_length=60, description="What the course is called.")]
HoleName = Annotated[str | None, Query(max_length=8)]


def _which(
    player_id: PlayerId,
    cover: Name = None,
    method: Name = None,
    club: Name = None,
    purpose: Purpose | None = None,
    since: Moment | None = None,
    until: Moment | None = None,
    course: CourseName = None,
    hole: HoleName = None,
) -> Any:
    """Filter: of one player, from a kind of lie, with a method or club, between two moments, on a hole of a course."""
    return book_read.which_of(player_id, cover, method, club, purpose, since, until, course, hole)


WhichDep = Annotated[Any, Depends(_which)]


@router.put("/book/{booking_id}", tags=["book"])
def book_shot(request: Request, store: StoreDep, booking_id: UuidPath, body: BookingIn) -> BookingOut:
    """Book a struck shot under a UUID of the sender's; sent again it is booked once."""
    only_practice(request, body.purpose)
    if taker_asks(request) is not None:
        book_service.may_practise(store, body.practice_id, body.booked_at)
    book = practice_sessions.book_ball if body.purpose == "practice" else book_service.book_shot
    return book(store, booking_id, body)


@router.get("/book", tags=["book"])
def list_book(
    store: StoreDep,
    which: WhichDep,
    limit: Annotated[int, Query(ge=1, le=200)] = 50,
    offset: Annotated[int, Query(ge=0, le=2**31 - 1)] = 0,
    sort: book_read.Sort = "when",
    ascending: bool = False,
) -> BookPage:
    """Booked shots of a player, newest first; or by club, lie, carry meant, distance from the target, strokes lost."""
    return book_read.list_book(store, which, limit, offset, book_read.Order(sort, ascending))


@router.get("/book/summary", tags=["book"])
def sum_up(store: StoreDep, which: WhichDep) -> BookSummary:
    """Predicted against actual, rates and strokes lost by kind of lie, trend."""
    return book_read.sum_up(store, which)


@router.get("/book/{booking_id}/question", tags=["book"])
def show_question(store: StoreDep, booking_id: UuidPath) -> PlanRequest:
    """The question a booked shot was planned by, as it stood."""
    return book_read.show_question(store, booking_id)


@router.put("/book/{booking_id}/counts", tags=["book"])
def let_count(store: StoreDep, booking_id: UuidPath, body: CountsIn) -> BookingOut:
    """Learn from a booked shot, or don't."""
    return book_service.let_count(store, booking_id, body.counts)


@router.get("/players/{player_id}/whole", tags=["book"])
def show_whole(store: StoreDep, player_id: str) -> WholeOut:
    """What to ask of the newest day: were these all the balls? And whether the newest shots look picked."""
    return whole_service.show_whole(store, player_id)


@router.put("/players/{player_id}/whole", tags=["book"])
def say_whole(store: StoreDep, player_id: str, body: WholeIn) -> WholeOut:
    """Say whether all balls of a day were booked."""
    return whole_service.say_whole(store, player_id, body)


@router.delete("/book/{booking_id}", status_code=204, tags=["book"])
def drop_booking(request: Request, store: StoreDep, booking_id: UuidPath) -> None:
    """Delete a booked shot."""
    if taker_asks(request) is not None:
        practice_id = book_service.session_of(store, booking_id)
        only_practice(request, "practice" if practice_id else "shot")
        book_service.may_practise(store, practice_id, None)
    book_service.drop_booking(store, booking_id)


@router.get("/players/{player_id}/learnt", tags=["book"])
def show_learnt(store: StoreDep, player_id: str) -> LearntOut:
    """What a player's book teaches, with counts and intervals."""
    return habit_service.show_learnt(store, player_id)


@router.get("/players/{player_id}/stock", tags=["book"])
def stock_by_club(store: StoreDep, player_id: str) -> list[StockOut]:
    """Stock carry of each club by its measured shots, outliers flagged."""
    return stock_service.stock_by_club(store, player_id)


@router.post("/faults", tags=["advice"])
def read_fault(store: StoreDep, body: FaultRequest) -> FaultResponse:
    """Rank what may have gone wrong with a call, from what was seen."""
    return fault_service.read(store, body)


@router.post("/trials", status_code=201, tags=["book"])
def start_trial(store: StoreDep, body: TrialNew) -> TrialOut:
    """Start a trial of two calls, so many balls each in shuffled order."""
    return trial_service.start_trial(store, body)


@router.post("/trials/size", tags=["book"])
def size_of_trial(store: StoreDep, body: TrialNew) -> TrialSize:
    """What a trial of so many balls each can tell, before the first is struck."""
    return trial_service.size_of_trial(store, body)


@router.get("/trials", tags=["book"])
def list_trials(store: StoreDep, player_id: PlayerId) -> list[TrialOut]:
    """A player's trials, newest first."""
    return trial_service.list_trials(store, player_id)


@router.get("/trials/{trial_id}", tags=["book"])
def show_trial(store: StoreDep, trial_id: UuidPath) -> TrialOut:
    """A trial, what it has shown so far, and an honest verdict."""
    return trial_service.show_trial(store, trial_id)


@router.delete("/trials/{trial_id}", status_code=204, tags=["book"])
def drop_trial(store: StoreDep, trial_id: UuidPath) -> None:
    """Delete a trial; its balls stay in the book."""
    trial_service.drop_trial(store, trial_id)
