"""The database as a file of SQLite's: looked at first, then brought up to date, all or nothing."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from pathlib import Path
from typing import Any

from sqlalchemy import Engine, NullPool, create_engine, event
from sqlalchemy.exc import SQLAlchemyError

from veltrin.store.schema import compare, known_versions, tables_at, too_new, upgrade
from veltrin.store.sound import StoreError, row_counts, version_of, what_is_wrong

COPIES = "copies"
"""Folder of the copies, beside the database."""


def _pragmas(connection: Any, _record: Any) -> None:
    cursor = connection.cursor()
    # WAL: readers never wait for the writer. FULL with WAL: an acknowledged commit survives a crash of the machine.
    cursor.execute("PRAGMA journal_mode=WAL")
    cursor.execute("PRAGMA synchronous=FULL")
    cursor.execute("PRAGMA foreign_keys=ON")
    # A second writer waits up to five seconds instead of failing at once.
    cursor.execute("PRAGMA busy_timeout=5000")
    cursor.close()


def open_engine(path: Path) -> Engine:
    """Open (and create) the file with the pragmas set on every connection. It is its owner's alone."""
    path.parent.mkdir(parents=True, exist_ok=True)
    path.touch(mode=0o600)
    engine = create_engine(f"sqlite:///{path}")
    event.listen(engine, "connect", _pragmas)
    return engine


def _is_whole(path: Path, version: str) -> bool:
    """Whether a database holds the tables of its version and no others: one that was cut off half-way doesn't."""
    return set(row_counts(path)) - {"sqlite_sequence"} == tables_at(version)


def migrate(path: Path) -> None:
    """Bring the schema to the newest version, all or nothing. StoreError where that can't be.

    The driver would commit before every change of a table: here a transaction is begun by hand and holds them all.
    """
    engine = create_engine(f"sqlite:///{path}", poolclass=NullPool)
    event.listen(engine, "connect", _by_hand)
    event.listen(engine, "begin", lambda connection: connection.exec_driver_sql("BEGIN IMMEDIATE"))
    try:
        with engine.begin() as connection:
            upgrade(connection)
    except (sqlite3.Error, SQLAlchemyError) as error:
        raise _not_brought(path, error) from error
    finally:
        engine.dispose()


def _by_hand(connection: Any, _record: Any) -> None:
    connection.isolation_level = None
    connection.execute("PRAGMA busy_timeout=5000")


def _not_brought(path: Path, error: Exception) -> StoreError:
    told = str(getattr(error, "orig", error))
    return StoreError(
        "database", f"{path} could not be brought up to date ({told}). Nothing was changed.",
        f"Make room, or see that the folder can be written, and start again. {way_back(path)}",
    )  # fmt: skip


def way_back(path: Path) -> str:
    """Which copy to put back, and how."""
    good = newest_good(path)
    if good is None:
        return "There is no good copy beside it: keep the file, and begin in a new folder with --data-dir."
    return f"Put back the newest good copy: veltrin restore {good} --data-dir {path.parent}"


def newest_good(path: Path) -> Path | None:
    """The newest sound copy beside a database; None where there is none."""
    found = sorted((path.parent / COPIES).glob("veltrin-*.sqlite3"), reverse=True)
    return next((c for c in found if _is_good(c)), None)


def _is_good(copy: Path) -> bool:
    if what_is_wrong(copy) is not None:
        return False
    version = version_of(copy)
    return version in known_versions() and _is_whole(copy, str(version))


def _look_at(path: Path) -> None:
    """Refuse a file that is damaged or that a newer build wrote."""
    wrong = what_is_wrong(path)
    if wrong is not None:
        raise StoreError("database", f"{path} is damaged: {wrong}.", way_back(path))
    version = version_of(path)
    if version is not None and version not in known_versions():
        raise too_new(str(path), version)
    if version is not None and version != known_versions()[0] and not _is_whole(path, version):
        raise StoreError("database", f"{path} was left half-way when it was brought up to date.", way_back(path))


def opened_file(path: Path, copy_first: Callable[[Path], object]) -> Engine:
    """Open the file, making it if need be; an older one goes to `copy_first` and is brought up to date. StoreError."""
    try:
        is_new = not path.exists() or path.stat().st_size == 0
        if not is_new:
            _look_at(path)
        is_old = not is_new and version_of(path) != known_versions()[0]
        if is_old:
            copy_first(path)
        engine = open_engine(path)
        if is_new or is_old:
            migrate(path)
        compare(engine, str(path), way_back(path))
    except (OSError, sqlite3.Error, SQLAlchemyError) as error:
        raise StoreError(
            "database", f"{path} can't be opened ({getattr(error, 'orig', error)}).",
            "Give a folder that you may write to, with room on its disk: --data-dir.",
        ) from error  # fmt: skip
    return engine
