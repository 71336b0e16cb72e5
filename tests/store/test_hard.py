"""The file itself: cut off half way, damaged, gone, replaced, in use, from another build."""

from __future__ import annotations

import os
import shutil
import sqlite3
import subprocess
import sys
import threading
import time
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from click.testing import CliRunner
from sqlalchemy import Connection

from tests.settings import put_settings
from tests.store.test_store import released
from tests.waiting import until
from veltrin.cli import main
from veltrin.core.errors import DomainError
from veltrin.service.files import doctor
from veltrin.service.files.copies import keep_daily, list_copies, make_copy
from veltrin.service.house.store import Store, open_store
from veltrin.service.players.players import list_players
from veltrin.service.shot.settings import read_settings
from veltrin.settings import WEB_DIST
from veltrin.store import copies, datafile
from veltrin.store.copies import check, copies_in, restore
from veltrin.store.datafile import COPIES
from veltrin.store.sound import InUseError, hold

NAME = "veltrin.sqlite3"
ROWS = 30_000


def tables(path: Path) -> set[str]:
    with closing(sqlite3.connect(path)) as database:
        return {name for (name,) in database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}


@pytest.fixture
def old(tmp_path: Path) -> Path:
    """A database of the version before coaches, with so many kept shots that bringing it up to date takes a while."""
    path = tmp_path / "data" / NAME
    path.parent.mkdir()
    released(path, "0004")
    with closing(sqlite3.connect(path)) as database, database:
        names = "(kept_at, player_id, call_id, note, summary, request_json, say, on_card)"
        row = "('2026-01-01', 'tove', 'c', '', 's', '{}', '', 0)"
        database.executemany(f"INSERT INTO shots {names} VALUES {row}", [()] * ROWS)
    return path


def test_bringing_up_to_date_is_all_or_nothing_also_when_it_raises(old: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    before = tables(old)
    real = datafile.upgrade

    def full(connection: Connection, version: str = "head") -> None:
        real(connection, version)
        if version == "head":
            raise sqlite3.OperationalError("database or disk is full")

    monkeypatch.setattr(datafile, "upgrade", full)
    # The last thing that is done inside the transaction fails: everything before it is taken back.
    with pytest.raises(DomainError, match="up to date"):
        open_store(old)
    assert tables(old) == before
    monkeypatch.undo()
    open_store(old).close()
    assert "coaches" in tables(old)


@pytest.mark.parametrize("after_s", [0.02, 0.15])
def test_killed_while_it_is_brought_up_to_date_the_next_start_finds_it_whole(old: Path, after_s: float) -> None:
    script = (
        "import sys, threading, os, time\n"
        "from veltrin.store import datafile\n"
        "begin = datafile.upgrade\n"
        "def slow(connection, version='head'):\n"
        f"    if version == 'head': threading.Timer({after_s}, lambda: os.kill(os.getpid(), 9)).start()\n"
        "    begin(connection, version)\n"
        "    if version == 'head': time.sleep(1)\n"
        "datafile.upgrade = slow\n"
        "from veltrin.service.house.store import open_store\n"
        f"open_store(__import__('pathlib').Path({str(old)!r}))\n"
    )
    assert subprocess.run([sys.executable, "-c", script], check=False).returncode == -9
    assert "coaches" not in tables(old)
    open_store(old).close()
    with closing(sqlite3.connect(old)) as database:
        assert database.execute("SELECT count(*) FROM shots").fetchone() == (ROWS + 1,)


def test_a_checked_copy_is_made_before_it_is_brought_up_to_date(old: Path) -> None:
    open_store(old).close()
    (made,) = copies_in(old.parent / COPIES)
    assert check(made.path) == "0004"


def test_a_half_made_one_of_an_earlier_release_is_told_with_the_copy_to_put_back(old: Path) -> None:
    good = copies.make_copy(old)
    with closing(sqlite3.connect(old)) as database, database:
        database.execute("CREATE TABLE coaches (id INTEGER PRIMARY KEY)")
    with pytest.raises(DomainError) as told:
        open_store(old)
    assert "half" in told.value.problem
    assert str(good.path) in told.value.fix


def test_a_database_of_another_build_of_the_same_version_is_told(tmp_path: Path) -> None:
    path = tmp_path / NAME
    open_store(path).close()
    with closing(sqlite3.connect(path)) as database, database:
        database.execute("ALTER TABLE players DROP COLUMN book_edits")
    with pytest.raises(DomainError, match=r"players\.book_edits"):
        open_store(path)


def broken_header(path: Path) -> None:
    with path.open("r+b") as file:
        file.write(b"\0" * 64)


def broken_page(path: Path) -> None:
    with path.open("r+b") as file:
        file.seek(path.stat().st_size // 2 // 4096 * 4096)
        file.write(b"\xff" * 8192)


BREAKS = [broken_header, broken_page]


@pytest.mark.parametrize("harm", BREAKS)
def test_a_damaged_file_is_told_with_the_newest_good_copy_and_put_right_by_it(
    filled: Path, tmp_path: Path, harm
) -> None:  # type: ignore[no-untyped-def]
    path = tmp_path / NAME
    shutil.copyfile(filled, path)
    good = copies.make_copy(path, datetime(2026, 1, 2, tzinfo=UTC))
    os.utime(path)
    newer = copies.make_copy(path, datetime(2026, 1, 3, tzinfo=UTC))
    harm(newer.path)
    harm(path)
    with pytest.raises(DomainError) as told:
        open_store(path)
    assert "damaged" in told.value.problem
    # Not the newest copy, but the newest that is good.
    assert str(good.path) in told.value.fix
    assert str(newer.path) not in told.value.fix
    run = CliRunner().invoke(main, ["serve", "--data-dir", str(tmp_path), "--port", "0"])
    assert run.exit_code == 1
    assert "damaged" in run.output
    assert str(good.path) in run.output
    finding = next(f for f in doctor.examine(tmp_path, WEB_DIST) if f.name == "database")
    assert not finding.ok
    assert "damaged" in finding.words
    damaged = path.read_bytes()
    run = CliRunner().invoke(main, ["restore", str(good.path), "--data-dir", str(tmp_path)])
    assert run.exit_code == 0, run.output
    again = open_store(path)
    assert len(list_players(again)) == 4
    again.close()
    aside = [p for p in tmp_path.iterdir() if "damaged" in p.name and p.suffix == ".sqlite3"]
    assert [p.read_bytes() for p in aside] == [damaged]


@pytest.mark.file
def test_a_copy_of_what_is_damaged_or_gone_is_no_copy(demo_store: Store) -> None:
    broken_page(demo_store.path)
    with pytest.raises(DomainError, match="damaged"):
        make_copy(demo_store)
    demo_store.path.unlink()
    with pytest.raises(DomainError, match="gone"):
        make_copy(demo_store)
    assert not demo_store.path.exists()
    assert list((demo_store.path.parent / COPIES).iterdir()) == []


@pytest.mark.parametrize("replaced", [False, True])
@pytest.mark.file
def test_a_file_that_is_gone_or_another_is_noticed_and_nothing_is_taken(demo_store: Store, replaced: bool) -> None:
    if replaced:
        other = demo_store.path.with_suffix(".other")
        shutil.copyfile(demo_store.path, other)
        other.replace(demo_store.path)
    else:
        demo_store.path.unlink()
    with pytest.raises(DomainError, match=r"gone|replaced"):
        put_settings(demo_store, coach="Nobody")


@pytest.mark.file
def test_nothing_is_put_back_while_the_database_is_served(demo_store: Store) -> None:
    made = make_copy(demo_store)
    with hold(demo_store.path):
        with pytest.raises(InUseError, match="in use"):
            restore(demo_store.path, demo_store.path.parent / COPIES / made.name)
        with pytest.raises(InUseError), hold(demo_store.path):
            pass
    assert read_settings(demo_store).coach == "Maren Holloway-Strand"


@pytest.mark.file
def test_pressed_by_many_at_once_copies_are_whole_and_few(demo_store: Store) -> None:
    failed: list[BaseException] = []

    def press() -> None:
        try:
            make_copy(demo_store)
        except BaseException as error:
            failed.append(error)

    threads = [threading.Thread(target=press) for _ in range(12)]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    assert failed == []
    # Nothing changed in between: one says it all.
    assert len(list_copies(demo_store)) == 1
    put_settings(demo_store, coach="Another")
    make_copy(demo_store)
    assert len(list_copies(demo_store)) == 2
    assert [p.suffix for p in (demo_store.path.parent / COPIES).iterdir()] == [".sqlite3"] * 2


@pytest.mark.file
def test_a_clock_that_is_put_back_makes_no_copy_older_than_the_last(demo_store: Store) -> None:
    now = datetime(2026, 11, 25, 12, tzinfo=UTC)
    for hours in (0, -2, -2, 0):
        put_settings(demo_store, coach=f"Coach {hours} {time.monotonic()}")
        made = copies.make_copy(demo_store.path, now + timedelta(hours=hours))
        assert made.path.exists()
        assert copies_in(demo_store.path.parent / COPIES)[0].path == made.path


@pytest.mark.file
def test_of_one_day_only_the_newest_copies_stay(demo_store: Store) -> None:
    now = datetime(2026, 11, 25, 12, tzinfo=UTC)
    for minute in range(copies.A_DAY_KEPT + 5):
        put_settings(demo_store, coach=f"Coach {minute}")
        copies.make_copy(demo_store.path, now + timedelta(minutes=minute))
    assert len(list_copies(demo_store)) == copies.A_DAY_KEPT


@pytest.mark.file
def test_daily_copies_outlive_a_full_disk_and_sweep_up(demo_store: Store, monkeypatch: pytest.MonkeyPatch) -> None:
    folder = demo_store.path.parent / COPIES
    folder.mkdir()
    left = folder / "veltrin-20260101-000000.part"
    left.touch()
    os.utime(left, (0, 0))
    tries: list[int] = []

    def full(*_: object) -> None:
        tries.append(1)
        if len(tries) < 3:
            raise sqlite3.OperationalError("database or disk is full")

    real = copies.make_copy

    def make(*args: object, **more: object) -> object:
        full()
        return real(*args, **more)  # type: ignore[arg-type]

    monkeypatch.setattr(copies, "make_copy", make)
    stop = threading.Event()
    keep_daily(demo_store, stop, every_s=0.02)
    until(lambda: copies_in(folder), "a copy")
    stop.set()
    assert len(copies_in(folder)) == 1
    assert not left.exists()


def test_a_folder_that_cant_be_written_is_told_in_words(tmp_path: Path) -> None:
    inside = tmp_path / "a file"
    inside.write_text("no folder")
    run = CliRunner().invoke(main, ["serve", "--data-dir", str(inside / "data"), "--port", "0"])
    assert run.exit_code == 1
    assert "can't be" in run.output
    assert "Traceback" not in run.output


def test_files_are_the_owners_alone(tmp_path: Path) -> None:
    store = open_store(tmp_path / "data" / NAME)
    put_settings(store, coach="Somebody")
    make_copy(store)
    for path in (store.path, Path(f"{store.path}-wal"), *(store.path.parent / COPIES).iterdir()):
        assert path.stat().st_mode & 0o077 == 0, path.name
    store.close()
