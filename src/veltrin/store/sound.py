"""Whether a database file is sound, whose it is, and whether somebody holds it."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

from veltrin.core.errors import DomainError

MAGIC = b"SQLite format 3\0"
"""The first bytes of every SQLite database. Source: the file format's published description."""


class StoreError(DomainError):
    """The database can't be used as it is."""


class InUseError(StoreError):
    """Somebody else holds the database."""


def read_only(path: Path) -> sqlite3.Connection:
    """A connection that neither changes a database file nor makes one."""
    return sqlite3.connect(f"file:{path}?mode=ro", uri=True)


def what_is_wrong(path: Path, *, thorough: bool = False) -> str | None:
    """What is wrong with a database file, in words; None where it is sound. `thorough` looks at indices as well."""
    with path.open("rb") as file:
        if file.read(len(MAGIC)) != MAGIC:
            return "its first bytes are not those of a database"
    try:
        with closing(read_only(path)) as database:
            told = database.execute(f"PRAGMA {'integrity' if thorough else 'quick'}_check(1)").fetchone()[0]
            loose = database.execute("PRAGMA foreign_key_check").fetchone() if thorough else None
    except sqlite3.DatabaseError as error:
        return str(error)
    if told != "ok":
        return str(told).splitlines()[0]
    return None if loose is None else f"a row of {loose[0]} points to one that isn't there"


def version_of(path: Path) -> str | None:
    """The schema version of a database file; None where it holds none."""
    try:
        with closing(read_only(path)) as database:
            found = database.execute("SELECT version_num FROM alembic_version").fetchone()
    except sqlite3.DatabaseError:
        return None
    return None if found is None else str(found[0])


def row_counts(path: Path) -> dict[str, int]:
    """How many rows each table of a database file holds."""
    with closing(read_only(path)) as database:
        names = [name for (name,) in database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")]
        return {name: int(database.execute(f'SELECT count(*) FROM "{name}"').fetchone()[0]) for name in names}


@contextmanager
def hold(database: Path) -> Iterator[None]:
    """Be the only one who serves a database or puts one back. InUseError where somebody does.

    A locked file of SQLite's own beside it: the lock goes with the process, however it ends.
    """
    path = database.with_suffix(".lock")
    try:
        database.parent.mkdir(parents=True, exist_ok=True)
        path.touch(mode=0o600)
    except OSError as error:
        raise StoreError(
            "database", f"{database.parent} can't be used ({error.strerror}).", "Give another folder: --data-dir."
        ) from error
    with closing(sqlite3.connect(path, timeout=0.0, isolation_level=None)) as lock:
        try:
            lock.execute("BEGIN EXCLUSIVE")
        except sqlite3.OperationalError as error:
            raise InUseError(
                "database", f"{database} is in use by another Veltrin.", "Stop that one first, then try again."
            ) from error
        yield


class SameFile:
    """The file as it was when it was opened: it must neither go nor be replaced below an open database."""

    def __init__(self, path: Path) -> None:
        self._path = path
        self._was = self._seen()

    def _seen(self) -> tuple[int, int] | None:
        try:
            found = self._path.stat()
        except OSError:
            return None
        return found.st_dev, found.st_ino

    def check(self) -> None:
        """Raise StoreError where the file is gone or another."""
        now = self._seen()
        if now != self._was:
            word = "gone" if now is None else "replaced by another"
            raise StoreError(
                "database", f"the file {self._path} is {word}: nothing is stored.", "Stop Veltrin and start it again."
            )
