"""After a change of the laws of the model: what it changed is not learnt as the player's."""

from __future__ import annotations

import pytest
from sqlalchemy import func, select, update

from veltrin.core.kit import Effect
from veltrin.core.law import LAW
from veltrin.service.book.renew import NO_LAW, renew, to_renew
from veltrin.service.players.habits import habits_of
from veltrin.service.players.players import find_stored
from veltrin.store.engine import Store
from veltrin.store.tables import BookingRow, PlayerRow

PLAYER = "corwin"


def effects(store: Store) -> dict[tuple[str, str, str], Effect]:
    learned = habits_of(store, find_stored(store, PLAYER))
    return {(e.quantity, e.by, e.name): e for e in learned.effects}


def as_of_older_laws(store: Store) -> None:
    """As an older law would have left the book: every shot a fifth shorter than its plan had it."""
    with store.session() as session:
        planned = update(BookingRow).where(BookingRow.question_id.is_not(None))
        session.execute(planned.values(law=LAW - 1, speed_y=BookingRow.speed_y - 0.2, strokes=9.0))
        session.execute(update(PlayerRow).values(book_edits=PlayerRow.book_edits + 1))


def test_shots_of_older_laws_teach_nothing_until_they_are_held_against_todays(demo_store: Store) -> None:
    before = effects(demo_store)
    assert before, "the demo's book teaches something"
    as_of_older_laws(demo_store)
    assert effects(demo_store).keys() < before.keys()
    told: list[tuple[int, int]] = []
    done = renew(demo_store, lambda n, of: told.append((n, of)))
    assert done > 0
    assert told[-1] == (done, done)
    after = effects(demo_store)
    for key, effect in after.items():
        # Booked by these laws to begin with: they say of the player what they said.
        assert effect.value == pytest.approx(before[key].value, abs=0.06 if key[0] == "scatter" else 0.02), key
    assert max(e.shots for e in after.values()) > 0
    with demo_store.session() as session:
        asked = select(func.count()).where(BookingRow.question_id.is_not(None), BookingRow.law == LAW)
        assert session.scalar(asked) == done
        assert session.scalar(select(func.count()).where(BookingRow.strokes == 9.0, BookingRow.law == LAW)) == 0


def test_what_has_no_question_counts_for_rates_alone(demo_store: Store) -> None:
    with demo_store.session() as session:
        session.execute(update(BookingRow).values(question_id=None, law=LAW - 1))
        session.execute(update(PlayerRow).values(book_edits=PlayerRow.book_edits + 1))
    assert to_renew(demo_store) == 0
    assert renew(demo_store) == 0
    assert not effects(demo_store)
    with demo_store.session() as session:
        assert session.scalar(select(func.count()).select_from(BookingRow)) or 0 > 0


def test_a_call_that_is_none_any_more_is_left_alone_and_not_asked_again(demo_store: Store) -> None:
    as_of_older_laws(demo_store)
    with demo_store.session() as session:
        kept = session.scalars(select(BookingRow.id).where(BookingRow.question_id.is_not(None)).limit(3)).all()
        session.execute(update(BookingRow).where(BookingRow.id.not_in(kept)).values(law=LAW))
        session.execute(update(BookingRow).where(BookingRow.id.in_(kept)).values(call_id="driver~moonshot"))
    assert renew(demo_store) == 3
    assert to_renew(demo_store) == 0
    with demo_store.session() as session:
        laws = session.scalars(select(BookingRow.law).where(BookingRow.id.in_(kept))).all()
    assert set(laws) == {NO_LAW}
