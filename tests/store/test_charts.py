"""What the field book offers to choose from is what stands in it."""

from __future__ import annotations

import itertools
import uuid
from random import Random
from typing import Any

import pytest

from veltrin.service.house.store import Store
from veltrin.store.repositories import book, book_charts
from veltrin.store.repositories.book import Which

VALUES = {
    "counts": (False, True), "family": ("iron", "wedge", "wood"), "cover": ("fairway", "rough", "sand", "tight"),
    "method_id": ("a", "b", "stock-swing"), "club_id": ("50", "54", "7-iron"),
    "course": ("", "Ferrow Links", "Skarvan Fell"), "hole": ("2", "10", "18"),
}  # fmt: skip


def emptied(store: Store) -> list[dict[str, Any]]:
    """The columns of all shots that were in the book of two players."""
    with store.session() as session:
        every = [one for who in ("tove", "corwin") for one in book.every(session, Which(who))]
        columns = [book.columns_of(one) for one in every]
        for one in every:
            book.delete(session, one.id)
    return columns


def fill(store: Store, shots: int, seed: int) -> None:
    """Shots of two players whose kinds are thrown together, instead of what was in the book."""
    rng, known = Random(seed), emptied(store)
    fresh = [
        {
            **rng.choice(known),
            **{name: rng.choice(values) for name, values in VALUES.items()},
            "id": str(uuid.UUID(int=rng.getrandbits(128), version=4)),
            "player_id": rng.choice(("tove", "tove", "corwin")),
        }
        for _ in range(shots)
    ]
    with store.session() as session:
        book.add_many(session, fresh)


def test_kinds_are_those_of_every_shot_of_the_player(demo_store: Store) -> None:
    for seed, shots in enumerate((300, 40, 7, 2, 1, 0)):
        fill(demo_store, shots, seed)
        with demo_store.session() as session:
            every = book.every(session, Which("tove"))
            told = book_charts.kinds(session, "tove")
            holes = book_charts.holes(session, "tove")
        assert told == {
            "cover": sorted({one.cover for one in every}),
            "method": sorted({one.method_id for one in every}),
            "club": sorted({one.club_id for one in every}),
        }
        found = {(one.course, one.hole) for one in every if one.course}
        assert holes == sorted(found, key=lambda one: (one[0], int(one[1])))


@pytest.mark.file
def test_ten_times_the_shots_take_no_more_steps(demo_store: Store) -> None:
    """Told in hundreds of the database's own instructions."""
    took = []
    for shots in (400, 4000):
        fill(demo_store, shots, 9)
        hundreds = itertools.count()
        with demo_store.session() as session:
            driver = session.connection().connection.driver_connection
            assert driver is not None
            driver.set_progress_handler(lambda count=hundreds: next(count) < 0, 100)
            book_charts.kinds(session, "tove")
            book_charts.holes(session, "tove")
            driver.set_progress_handler(None, 100)
        took.append(next(hundreds))
    assert took[1] < 1.5 * took[0], took
