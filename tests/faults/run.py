"""Kill it in the middle of everything, and let the disk run full: what was acknowledged is there, what was begun isn't.

make faults  (python -m tests.faults.run ROUNDS)
"""

from __future__ import annotations

import io
import random
import shutil
import sqlite3
import subprocess
import sys
import tempfile
import time
import uuid
from collections.abc import Callable
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path

from sqlalchemy import event, select

from tests.faults import floods
from veltrin.demo import fill
from veltrin.demo.lesson import made_photograph
from veltrin.service.files.bookfile import export_zip
from veltrin.service.files.restore import merge
from veltrin.service.house.store import open_store
from veltrin.service.players.players import list_players
from veltrin.store.copies import copies_in, make_copy
from veltrin.store.datafile import COPIES
from veltrin.store.repositories.arrivals import DEAD_AFTER
from veltrin.store.sound import what_is_wrong
from veltrin.store.tables import CoachRow, PhotographRow

BEGIN = """
import sys, threading, os, pathlib, resource, uuid
from veltrin.service.files import copies
from veltrin.service.book import import_shots
from veltrin.service.book.book import book_shot
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.book.contracts.import_shots import ImportIn, MatchedIn
from veltrin.service.house.store import open_store
path, after_s = pathlib.Path(sys.argv[1]), float(sys.argv[2])
def soon():
    print("begun", flush=True)
    threading.Timer(after_s, lambda: os.kill(os.getpid(), 9)).start()
"""

BOOK = """
store = open_store(path)
soon()
while True:
    one = str(uuid.uuid4())
    book_shot(store, one, BookingIn(player_id="corwin", purpose="stock", club_id="7-iron", carry_m=140))
    print(one, flush=True)
"""

IMPORT = """
store = open_store(path)
text = "club,carry,when\\n" + "".join(f"7-iron,{100 + n / 500:.3f},2026-01-02\\n" for n in range(8000))
matched = MatchedIn(columns={"club": "club", "carry": "carry", "when": "when"}, clubs={"7-iron": "7-iron"})
soon()
job = import_shots.start_import(store, ImportIn(text=text, player_id="corwin", matched=matched))
while import_shots.show_import(store, job.id).state == "reading": pass
print("done", flush=True)
threading.Event().wait()
"""

COPY = """
store = open_store(path)
soon()
while True:
    os.utime(path)
    copies.make_copy(store)
"""

RESTORE = """
soon()
while True:
    copies.restore(path, pathlib.Path(sys.argv[3]))
"""

READ = """
from veltrin.service.files import restore
store = open_store(path)
soon()
for stage in restore.read_by_stages(store, open(sys.argv[3], "rb")):
    print(stage.stage, flush=True)
threading.Event().wait()
"""

FULL = """
store = open_store(path)
resource.setrlimit(resource.RLIMIT_FSIZE, (path.stat().st_size + 25_000, resource.RLIM_INFINITY))
from veltrin.service.house.errors import DomainError
try:
    while True:
        one = str(uuid.uuid4())
        book_shot(store, one, BookingIn(player_id="corwin", purpose="stock", club_id="7-iron", carry_m=140))
        print(one, flush=True)
except DomainError as error:
    print("told", error.field, flush=True)
"""


def _run(what: str, path: Path, after_s: float, *more: str) -> list[str]:
    """What a process said until it was killed, or ended."""
    told = subprocess.run(
        [sys.executable, "-c", BEGIN + what, str(path), str(after_s), *more],
        capture_output=True,
        text=True,
        check=False,
    )
    if "Traceback" in told.stderr:
        raise AssertionError(told.stderr[-2000:])
    return told.stdout.split()


def ids(path: Path) -> set[str]:
    """Ids of the shots in a database, after a look at the file."""
    wrong = what_is_wrong(path, thorough=True)
    assert wrong is None, wrong
    with closing(sqlite3.connect(path)) as database:
        return {row[0] for row in database.execute("SELECT id FROM bookings")}


def killed_while_booking(path: Path, after_s: float) -> None:
    """Every shot that was acknowledged is there."""
    told = {one for one in _run(BOOK, path, after_s) if len(one) == 36}
    assert told <= ids(path)


def killed_while_importing(path: Path, after_s: float) -> None:
    """All rows are there or none; all where it was told so."""
    before = len(ids(path))
    told = _run(IMPORT, path, after_s)
    added = len(ids(path)) - before
    assert added in ((8000,) if "done" in told else (0, 8000)), added


def killed_while_copying(path: Path, after_s: float) -> None:
    """The database is whole, and so is every copy that has its name."""
    before = ids(path)
    _run(COPY, path, after_s)
    assert ids(path) == before
    for copy in copies_in(path.parent / COPIES):
        assert ids(copy.path) == before


def killed_while_restoring(path: Path, after_s: float) -> None:
    """What is there is the database as it was, or the copy."""
    kept = path.with_suffix(".kept")
    shutil.copyfile(make_copy(path).path, kept)
    before = ids(path)
    store = open_store(path)
    with store.engine.begin() as connection:
        connection.exec_driver_sql("DELETE FROM bookings WHERE rowid % 2")
    store.close()
    fewer = ids(path)
    _run(RESTORE, path, after_s, str(kept))
    assert ids(path) in (before, fewer)
    open_store(path).close()


def killed_while_reading_a_book(path: Path, after_s: float) -> None:
    """Nothing of the file is seen, or all of it; read again all of it is there, once."""
    file, empty = path.with_suffix(".zip"), path.with_name("empty.sqlite3")
    store = open_store(path)
    file.write_bytes(b"".join(export_zip(store)))
    store.close()
    whole = ids(path)
    open_store(empty).close()
    told = _run(READ, empty, after_s, str(file))
    again = open_store(empty)
    seen = len(list_players(again))
    assert seen in ((4,) if "done" in told else (0, 4)), seen
    with again.session() as session:
        for row in session.scalars(select(CoachRow).where(CoachRow.arrives_for.is_not(None))):
            row.made_at -= 2 * DEAD_AFTER
    with file.open("rb") as told_again:
        merge(again, told_again)
    assert len(list_players(again)) == 4
    again.close()
    assert ids(empty) == whole


def full_disk(path: Path, _after_s: float) -> None:
    """It is told in words; what was acknowledged is there, and with room it goes on."""
    told = _run(FULL, path, 0.0)
    assert told[-2:] == ["told", "database"], told[-3:]
    assert {one for one in told if len(one) == 36} <= ids(path)
    open_store(path).close()


FAULTS: dict[str, Callable[[Path, float], None]] = {
    f.__name__: f
    for f in (
        killed_while_booking, killed_while_importing, killed_while_copying, killed_while_restoring,
        killed_while_reading_a_book, full_disk,
    )
}  # fmt: skip


def one_round(name: str, seed: int, filled: Path) -> None:
    """One fault on a copy of a filled database."""
    with tempfile.TemporaryDirectory(prefix="veltrin-fault-") as folder:
        path = Path(folder) / "veltrin.sqlite3"
        shutil.copyfile(filled, path)
        FAULTS[name](path, random.Random(seed).uniform(0.0, 1.0))


def longest_transactions() -> None:
    """Read a book with two hundred photographs beside nothing else, and tell how long others had to wait for it."""
    with tempfile.TemporaryDirectory(prefix="veltrin-fault-") as folder:
        path = Path(folder) / "filled.sqlite3"
        store = open_store(path)
        fill(store)
        image = made_photograph(width=1600, height=1200)
        with store.session() as session:
            session.add_all(
                PhotographRow(
                    id=str(uuid.uuid4()), player_id="tove", taken_at=datetime.now(UTC), width=1600, height=1200,
                    image=image,
                )
                for _ in range(200)
            )  # fmt: skip
        packed = b"".join(export_zip(store))
        store.close()
        there = open_store(Path(folder) / "empty.sqlite3")
        took: list[float] = []
        event.listen(there.engine, "begin", lambda connection: connection.info.update(began=time.perf_counter()))
        event.listen(there.engine, "commit", lambda c: took.append(time.perf_counter() - c.info["began"]))
        done = merge(there, io.BytesIO(packed))
        there.close()
    print(
        f"a book of {done.bookings} shots and {done.photographs} photographs ({len(packed) / 1e6:.0f} MB): "
        f"{len(took)} transactions, the longest {1000 * max(took):.0f} ms"
    )


def main(rounds: int) -> None:
    """Every fault so many times, then the floods."""
    with tempfile.TemporaryDirectory(prefix="veltrin-fault-") as folder:
        filled = Path(folder) / "filled.sqlite3"
        store = open_store(filled)
        fill(store)
        store.close()
        for name in FAULTS:
            for seed in range(rounds):
                one_round(name, seed, filled)
            print(f"{name}: {rounds} rounds, nothing lost", flush=True)
    longest_transactions()
    floods.main()


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 40)
