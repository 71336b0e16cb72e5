"""Learning counts every shot once, anyone who books, deletes and reads in the meantime."""

from __future__ import annotations

import threading
import uuid

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import event

from veltrin.core.law import LAW
from veltrin.service.book.book import made_booking
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.book.planned import planned_stock
from veltrin.service.house.store import Store
from veltrin.service.players.contracts.players import PlayerNew
from veltrin.service.players.habits import show_learnt
from veltrin.service.players.players import add_player
from veltrin.store.repositories import book as rows
from veltrin.store.repositories import book_sums

NAMES = ("ida", "ole", "una")


@pytest.fixture
def three(store: Store) -> Store:
    for name in NAMES:
        add_player(store, PlayerNew(name=name, seven_iron_carry_m=120), name)
    return store


def book(store: Store, name: str, carry_m: float) -> str:
    """Book a measured stock shot without planning it again."""
    told = BookingIn(player_id=name, purpose="stock", club_id="7-iron", carry_m=carry_m)
    one = made_booking(str(uuid.uuid4()), planned_stock(store, name, told), told)
    with store.session() as session:
        rows.add(session, one)
    return one.id


def test_a_list_is_as_long_as_it_says_whoever_books_while_it_is_read(three: Store) -> None:
    book(three, "ida", 118.0)
    late = iter(("ida",))

    def meanwhile(_connection: object, _cursor: object, statement: str, *_: object) -> None:
        if "FROM bookings" in statement:
            for name in late:
                book(three, name, 119.0)

    event.listen(three.engine, "after_cursor_execute", meanwhile)
    try:
        with three.session() as session:
            total, found = rows.page(session, rows.Which("ida"), 40, 0)
    finally:
        event.remove(three.engine, "after_cursor_execute", meanwhile)
    assert not list(late)
    assert total == len(found)


def test_beside_readers_every_shot_is_learnt_from_once(three: Store) -> None:
    done = threading.Event()

    def read() -> None:
        while not done.is_set():
            show_learnt(three, "ida")

    readers = [threading.Thread(target=read) for _ in range(3)]
    writers = [
        threading.Thread(target=lambda: [book(three, "ida", 118.0 + n / 20) for n in range(40)]) for _ in range(3)
    ]
    for t in (*readers, *writers):
        t.start()
    for t in writers:
        t.join()
    done.set()
    for t in readers:
        t.join()
    assert show_learnt(three, "ida").shots == 120


@settings(max_examples=30, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.lists(st.tuples(st.sampled_from(["book", "drop", "read"]), st.sampled_from(NAMES)), max_size=25))
def test_what_is_summed_step_by_step_is_what_is_there(three: Store, steps: list[tuple[str, str]]) -> None:
    known: dict[str, book_sums.Sums] = {}
    for n, (what, name) in enumerate(steps):
        if what == "book":
            book(three, name, 115.0 + n / 10)
        with three.session() as session:
            if what == "drop":
                shots = rows.every(session, rows.Which(name))
                if shots:
                    rows.delete(session, shots[-1].id)
        if what == "read":
            with three.session() as session:
                known[name] = book_sums.sums(session, name, LAW, None, known.get(name))
    for name in NAMES:
        with three.session() as session:
            grown = book_sums.sums(session, name, LAW, None, known.get(name))
        with three.session() as session:
            fresh = book_sums.sums(session, name, LAW)
        assert {(c.quantity, c.shots, round(c.weighted, 6)) for c in grown.cells} == {
            (c.quantity, c.shots, round(c.weighted, 6)) for c in fresh.cells
        }
