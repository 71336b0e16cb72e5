"""Copies of the whole database: whole under load, kept by rule, put back with a check."""

from __future__ import annotations

import sqlite3
import threading
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.settings import put_settings
from veltrin.core.errors import DomainError
from veltrin.service.files.copies import keep_daily, list_copies, make_copy
from veltrin.service.house.store import Store, open_store
from veltrin.service.players.players import list_players
from veltrin.service.shot.settings import read_settings
from veltrin.store.copies import Copy, check, copies_in, daily, restore, to_drop
from veltrin.store.datafile import COPIES
from veltrin.store.schema import known_versions

NOW = datetime(2026, 11, 25, 12, 0, tzinfo=UTC)


def a_copy(days_ago: float) -> Copy:
    made = NOW - timedelta(days=days_ago)
    return Copy(Path(f"veltrin-{made:%Y%m%d-%H%M%S}.sqlite3"), made, 1)


@pytest.mark.file
def test_a_copy_is_whole_while_somebody_writes(demo_store: Store) -> None:
    stop = threading.Event()

    def write() -> None:
        n = 0
        while not stop.is_set():
            n += 1
            put_settings(demo_store, coach=f"Coach {n}")

    writer = threading.Thread(target=write)
    writer.start()
    try:
        made = make_copy(demo_store)
    finally:
        stop.set()
        writer.join()
    path = demo_store.path.parent / COPIES / made.name
    assert check(path) == known_versions()[0]
    again = open_store(path)
    assert len(list_players(again)) == 4
    again.close()
    assert [c.name for c in list_copies(demo_store)] == [made.name]


@pytest.mark.file
def test_one_copy_a_day_by_itself(demo_store: Store) -> None:
    assert daily(demo_store.path, NOW) is not None
    assert daily(demo_store.path, NOW + timedelta(hours=5)) is None
    assert daily(demo_store.path, NOW + timedelta(days=1)) is not None
    stop = threading.Event()
    keep_daily(demo_store, stop)
    stop.set()


def test_the_rule_keeps_days_then_weeks_then_months() -> None:
    copies = [a_copy(d) for d in range(400)]
    kept = {c.made_at for c in copies} - {c.made_at for c in to_drop(copies)}
    assert {NOW - timedelta(days=d) for d in range(7)} <= kept
    # Seven days, five weeks and twelve months overlap: never more than all of them together.
    assert 12 <= len(kept) <= 7 + 5 + 12
    assert NOW - timedelta(days=399) not in kept
    # The newest of a month stays until a year has gone.
    assert any(c.month == 1 and c.year == 2026 for c in kept)


@given(st.lists(st.integers(0, 500), min_size=1, max_size=60, unique=True))
def test_the_newest_copy_is_never_let_go(days: list[int]) -> None:
    copies = [a_copy(d) for d in days]
    assert max(copies, key=lambda c: c.made_at) not in to_drop(copies)


@pytest.mark.file
def test_a_copy_is_put_back_and_what_was_there_is_kept(demo_store: Store) -> None:
    made = make_copy(demo_store)
    path = demo_store.path
    put_settings(demo_store, coach="Somebody else")
    demo_store.close()
    before = restore(path, path.parent / COPIES / made.name)
    assert before is not None
    back = open_store(path)
    assert read_settings(back).coach == "Maren Holloway-Strand"
    back.close()
    kept = open_store(before)
    assert read_settings(kept).coach == "Somebody else"
    kept.close()


@pytest.mark.file
def test_what_is_no_copy_is_refused_and_nothing_changes(demo_store: Store, tmp_path: Path) -> None:
    path = demo_store.path
    demo_store.close()
    good = path.read_bytes()
    text = tmp_path / "letter.sqlite3"
    text.write_text("Dear Maren, this is no database at all, but it is long enough to be read as one." * 20)
    newer = tmp_path / "newer.sqlite3"
    newer.write_bytes(good)
    with sqlite3.connect(newer) as database:
        database.execute("UPDATE alembic_version SET version_num = '9999'")
    broken = tmp_path / "broken.sqlite3"
    broken.write_bytes(good[: len(good) // 2] + b"\0" * 4096 + good[len(good) // 2 + 4096 :])
    for wrong, words in ((text, "no copy"), (newer, "newer"), (broken, "damaged|no copy")):
        with pytest.raises(DomainError, match=words):
            restore(path, wrong)
    assert path.read_bytes() == good
    assert copies_in(path.parent / COPIES) == []
