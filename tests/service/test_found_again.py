"""A player is found as they stand now, anyone who changed them; the bag is read again only then."""

from __future__ import annotations

import uuid
from collections.abc import Callable
from dataclasses import replace

import pytest

from tests.raw import asked
from veltrin.service.house.errors import NotFoundError
from veltrin.service.house.store import Store
from veltrin.service.players.players import find_stored
from veltrin.store.repositories import book, players, stands
from veltrin.store.repositories.book import Which
from veltrin.store.repositories.players import StoredPlayer

WHO = "tove"


def as_it_stands(store: Store) -> StoredPlayer | None:
    with store.session() as session:
        return players.load(session, WHO)


def shorter(stored: StoredPlayer) -> StoredPlayer:
    bag = tuple(replace(club, stock_carry_m=0.9 * club.stock_carry_m) for club in stored.player.bag)
    return replace(stored, player=replace(stored.player, bag=bag))


def edited(store: Store, stored: StoredPlayer) -> None:
    with store.session() as session:
        assert players.replace(session, shorter(stored))


def pinned(store: Store, _: StoredPlayer) -> None:
    with store.session() as session:
        stands.save(session, WHO, "stock-swing", "pinned")


def taken_back(store: Store, stored: StoredPlayer) -> None:
    pinned(store, stored)
    find_stored(store, WHO)
    with store.session() as session:
        stands.save(session, WHO, "stock-swing", None)


def deleted_and_back(store: Store, stored: StoredPlayer) -> None:
    """As a book file that is read does: of the same id and version, with another bag."""
    with store.session() as session:
        players.delete(session, WHO)
    with store.session() as session:
        players.save(session, shorter(stored))


def edited_twice(store: Store, stored: StoredPlayer) -> None:
    edited(store, stored)
    with store.session() as session:
        assert players.replace(session, replace(stored, version=stored.version + 1))


CHANGES = [edited, pinned, taken_back, deleted_and_back, edited_twice]


@pytest.mark.parametrize("change", CHANGES, ids=lambda change: change.__name__)
def test_what_another_process_changed_is_found(
    demo_store: Store, change: Callable[[Store, StoredPlayer], None]
) -> None:
    change(demo_store, find_stored(demo_store, WHO))
    now = as_it_stands(demo_store)
    assert [find_stored(demo_store, WHO) for _ in range(2)] == [now, now]


def test_who_was_deleted_is_nobody(demo_store: Store) -> None:
    find_stored(demo_store, WHO)
    with demo_store.session() as session:
        players.delete(session, WHO)
    with pytest.raises(NotFoundError):
        find_stored(demo_store, WHO)


def test_whose_player_it_is_is_asked_every_time(demo_store: Store) -> None:
    find_stored(demo_store, WHO)
    with pytest.raises(NotFoundError):
        find_stored(demo_store.of_coach(2), WHO)
    with pytest.raises(NotFoundError):
        find_stored(demo_store.of_coach(1, player_id="corwin"), WHO)


def reads(said: list[str]) -> list[str]:
    return [one for one in said if one.startswith("SELECT")]


def test_the_bag_is_read_once(demo_store: Store) -> None:
    find_stored(demo_store, WHO)
    with asked(demo_store.engine) as said:
        find_stored(demo_store, WHO)
    (only,) = reads(said)
    assert "clubs" not in only


def test_a_shot_that_is_booked_changes_no_bag(demo_store: Store) -> None:
    before = find_stored(demo_store, WHO)
    with demo_store.session() as session:
        shot = book.columns_of(book.every(session, Which(WHO))[0])
        book.add_many(session, [{**shot, "id": str(uuid.uuid4())}])
    with asked(demo_store.engine) as said:
        assert find_stored(demo_store, WHO) == before
    assert len(reads(said)) == 1
