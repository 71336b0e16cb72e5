"""A device that many processes ask for: one listens, all know what it hears."""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta

import pytest

from tests.waiting import until
from veltrin.devices.mast import StandInMast
from veltrin.devices.monitor import StandInMonitor
from veltrin.service.book import import_shots
from veltrin.service.book.contracts.import_shots import ImportIn, MatchedIn
from veltrin.service.devices.contracts.monitor import MeantIn
from veltrin.service.devices.monitor import get_ready, told_after
from veltrin.service.devices.shared import GONE_AFTER, shared_mast, shared_monitor
from veltrin.service.house.errors import ConflictError
from veltrin.service.house.store import Store
from veltrin.store.repositories import imports
from veltrin.store.repositories.devices import write

STROKE = MeantIn(player_id="tove", club_id="7-iron")


@pytest.fixture
def mast() -> Iterator[StandInMast]:
    made = StandInMast(0)
    yield made
    made.stop()


@pytest.fixture
def monitor() -> Iterator[StandInMonitor]:
    made = StandInMonitor(0)
    yield made
    made.stop()


def test_what_one_process_hears_of_the_mast_all_know(demo_store: Store, mast: StandInMast) -> None:
    one, other = (shared_mast(demo_store, 1, is_alone=False) for _ in range(2))
    assert other.told().state == "off"
    one.start(mast.port)
    # Before anything was heard: the other waits, and doesn't take it over.
    assert other.told().state in ("connecting", "live")
    assert not other._holds
    until(lambda: other.told().state == "live" and other.told().mean is not None, "what the other one heard")
    assert other.told().port == mast.port
    # Asked to listen, the other knows that somebody does.
    other.start(None)
    assert other.told().state == "live"
    # It is stopped by anybody.
    other.stop()
    until(lambda: one.told().state == "off", "the end of it")
    one.leave()


def test_where_the_one_that_listened_has_gone_the_next_goes_on(demo_store: Store, mast: StandInMast) -> None:
    one, other = (shared_mast(demo_store, 1, is_alone=False) for _ in range(2))
    one.start(mast.port)
    until(lambda: other.told().state == "live", "what the first heard")
    # One ends as it should, and says so; another is killed, and says nothing.
    one.leave()
    until(lambda: other.told().state == "live" and other.told().port == mast.port, "the other going on")
    third = shared_mast(demo_store, 1, is_alone=False)
    other._end()
    with demo_store.session() as session:
        write(session, "weather mast", told_at=datetime.now(UTC) - 2 * GONE_AFTER)
    until(lambda: third.told().state == "live", "the third going on")
    third.leave()


def test_shots_of_the_monitor_are_known_to_all_and_what_is_meant_reaches_it(
    demo_store: Store, monitor: StandInMonitor
) -> None:
    one, other = (shared_monitor(demo_store, 1, is_alone=False) for _ in range(2))
    one.start(monitor.port)
    until(lambda: other.told().state == "live", "the monitor")
    get_ready(demo_store, other, STROKE)
    until(lambda: told_after(other).meant == "7-iron", "what is meant")
    until(lambda: len(told_after(other).shots) >= 2, "two shots")
    seen = told_after(other).shots
    assert [shot.seq for shot in seen] == list(range(1, len(seen) + 1))
    first = seen[0].seq
    assert all(shot.seq > first for shot in told_after(other, first).shots)
    # Who goes on counts on: a page that asks for what came after the last one misses none and sees none twice.
    one.leave()
    until(lambda: other.told().state == "live", "the other going on")
    get_ready(demo_store, other, STROKE)
    until(lambda: len(told_after(other, seen[-1].seq).shots) >= 1, "a shot that the other heard")
    other.leave()


def test_one_import_at_a_time_whichever_process_reads_it(demo_store: Store) -> None:
    matched = MatchedIn(columns={"club": "club", "carry": "carry"}, clubs={"7-iron": "7-iron"})
    body = ImportIn(player_id="tove", text="club,carry\n7-iron,121\n", matched=matched)
    with demo_store.session() as session:
        elsewhere = imports.begin(session, str(uuid.uuid4()), 100_000)
    assert elsewhere is not None
    with pytest.raises(ConflictError, match="another import"):
        import_shots.start_import(demo_store, body)
    # The process that read it was killed: it is told, and the next may begin.
    with demo_store.session() as session:
        imports.go_on(session, elsewhere.id, within=-2 * imports.DEAD_AFTER, read=7)
    told = import_shots.show_import(demo_store, elsewhere.id)
    assert (told.state, told.read, told.problem) == ("refused", 7, imports.CUT_OFF_WORDS)
    begun = import_shots.start_import(demo_store, body)
    until(lambda: import_shots.show_import(demo_store, begun.id).state == "done", "the end of it")
    assert import_shots.show_import(demo_store, begun.id).stored == 1


def test_an_import_that_was_taken_for_dead_stores_nothing(demo_store: Store) -> None:
    with demo_store.session() as session:
        begun = imports.begin(session, str(uuid.uuid4()), 5)
        assert begun is not None
        assert imports.go_on(session, begun.id, within=-2 * imports.DEAD_AFTER)
    with demo_store.session() as session:
        imports.bury(session)
    with demo_store.session() as session:
        assert not imports.go_on(session, begun.id, within=timedelta(0))
