"""Copies of the whole database, made while it is in use, kept by rule, and put back with a check."""

from __future__ import annotations

import re
import secrets
import sqlite3
import threading
from collections.abc import Sequence
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from veltrin.core.errors import DomainError
from veltrin.store.datafile import COPIES, way_back
from veltrin.store.schema import known_versions
from veltrin.store.sound import StoreError, hold, read_only, row_counts, version_of, what_is_wrong

_NAME = re.compile(r"^veltrin-(\d{8})-(\d{6})\.sqlite3$")

DAYS_KEPT, WEEKS_KEPT, MONTHS_KEPT = 7, 5, 12

A_DAY_KEPT = 10
"""Copies of one day that stay, newest first, however often the button is pressed."""

LEFT_FOR_S = 3600.0
"""A copy that has been in the making for so long was cut off."""

_one_at_a_time = threading.Lock()


@dataclass(frozen=True)
class Copy:
    """A copy: file, when it was made (UTC), size."""

    path: Path
    made_at: datetime
    bytes: int


def copies_in(folder: Path) -> list[Copy]:
    """The copies there are, newest first."""
    found = []
    for path in folder.glob("veltrin-*.sqlite3"):
        if match := _NAME.match(path.name):
            made = datetime.strptime("".join(match.groups()), "%Y%m%d%H%M%S").replace(tzinfo=UTC)
            found.append(Copy(path, made, path.stat().st_size))
    return sorted(found, key=lambda c: c.made_at, reverse=True)


def make_copy(database: Path, now: datetime | None = None) -> Copy:
    """Copy the database beside it, by SQLite's online backup: whole, anyone who writes in the meantime, and looked
    at after.

    Where nothing changed since the newest copy, that one is returned. Of one day only the newest A_DAY_KEPT stay.
    StoreError where the database is gone or damaged: no copy is left then.
    """
    with _one_at_a_time:
        if not database.exists():
            raise StoreError("database", f"{database} is gone.", way_back(database))
        folder = database.parent / COPIES
        folder.mkdir(parents=True, exist_ok=True)
        there = copies_in(folder)
        if there and _changed_at(database) < there[0].path.stat().st_mtime:
            return there[0]
        made = (now or datetime.now(UTC)).astimezone(UTC).replace(microsecond=0)
        if there and made <= there[0].made_at:
            # Two in one second, or a clock that was put back: a copy is never written over, and the newest is the last.
            made = there[0].made_at + timedelta(seconds=1)
        path = folder / f"veltrin-{made:%Y%m%d-%H%M%S}.sqlite3"
        part = path.with_suffix(f".{secrets.token_hex(4)}.part")
        part.touch(mode=0o600)
        try:
            _pour(database, part)
            _same_rows(database, part)
            # Under its name it is whole or not there at all.
            part.replace(path)
        except sqlite3.Error as error:
            raise StoreError("database", f"{database} can't be copied ({error}).", way_back(database)) from error
        finally:
            part.unlink(missing_ok=True)
        of_day = [c for c in copies_in(folder) if c.made_at.date() == made.date()]
        for old in of_day[A_DAY_KEPT:]:
            old.path.unlink(missing_ok=True)
        return Copy(path, made, path.stat().st_size)


def _changed_at(database: Path) -> float:
    """When the database, or what is written ahead of it, was last changed."""
    files = (database, Path(f"{database}-wal"))
    return max(f.stat().st_mtime for f in files if f.exists())


def _same_rows(database: Path, copy: Path) -> None:
    """Refuse a copy that is damaged, or holds fewer rows than were there before: then the database itself is not well.

    Rows may have been added while it was made, or players deleted: it must not be empty where the other isn't.
    """
    wrong = what_is_wrong(copy, thorough=True)
    if wrong is not None:
        raise StoreError("database", f"{database} is damaged: {wrong}.", way_back(database))
    copied = row_counts(copy)
    empty = next((name for name, rows in row_counts(database).items() if rows and not copied.get(name)), None)
    if empty is not None:
        raise StoreError("database", f"the copy lacks all rows of {empty}.", "Make another copy.")


def _pour(source: Path, target: Path) -> None:
    with closing(read_only(source)) as old, closing(sqlite3.connect(target)) as new:
        old.backup(new)
        # One file that is whole by itself, also for those who only read it.
        new.execute("PRAGMA journal_mode=DELETE")


def sweep_up(folder: Path, now: datetime | None = None) -> None:
    """Take away what copies that were cut off left behind."""
    before = (now or datetime.now(UTC)).timestamp() - LEFT_FOR_S
    for left in folder.glob("veltrin-*.part"):
        if left.stat().st_mtime < before:
            left.unlink(missing_ok=True)


def to_drop(copies: Sequence[Copy]) -> list[Copy]:
    """Which copies the rule lets go: kept are the newest of each of the last seven days, five weeks, twelve months."""
    keep: set[Path] = set()
    for shape, count in (("%Y-%m-%d", DAYS_KEPT), ("%G-%V", WEEKS_KEPT), ("%Y-%m", MONTHS_KEPT)):
        newest: dict[str, Path] = {}
        for copy in sorted(copies, key=lambda c: c.made_at, reverse=True):
            newest.setdefault(copy.made_at.strftime(shape), copy.path)
        keep |= set(list(newest.values())[:count])
    return [c for c in copies if c.path not in keep]


def daily(database: Path, now: datetime | None = None) -> Copy | None:
    """Make today's copy unless there is one, and let go of what the rule doesn't keep."""
    today = (now or datetime.now(UTC)).astimezone(UTC)
    folder = database.parent / COPIES
    sweep_up(folder, today)
    made = None
    if not any(c.made_at.date() == today.date() for c in copies_in(folder)):
        made = make_copy(database, today)
    for old in to_drop(copies_in(folder)):
        old.path.unlink(missing_ok=True)
    return made


def check(path: Path) -> str:
    """The schema version of a database file; DomainError where it is broken, no database of ours, or too new."""
    wrong = what_is_wrong(path, thorough=True)
    version = None if wrong is not None else version_of(path)
    if wrong is not None and "first bytes" not in wrong:
        raise DomainError("file", f"{path} is damaged: {wrong}.", "Choose an older copy.")
    if version is None:
        raise DomainError("file", f"{path} is no copy of Veltrin's database.", "Choose another copy.")
    if version not in known_versions():
        raise DomainError("file", f"{path} was written by a newer Veltrin.", "Bring this one up to date first.")
    return version


def restore(database: Path, copy: Path, now: datetime | None = None) -> Path | None:
    """Put a copy back in place of the database, after a check; where what was there is kept.

    What was there is copied first; where it is damaged, it is set aside as it is. InUseError while it is served.
    """
    check(copy)
    with hold(database):
        fresh = database.with_suffix(".restored")
        fresh.unlink(missing_ok=True)
        fresh.touch(mode=0o600)
        _pour(copy, fresh)
        before = None
        if database.exists():
            try:
                before = make_copy(database).path
            except StoreError:
                before = _set_aside(database, now)
        for leftover in (f"{database}-wal", f"{database}-shm"):
            Path(leftover).unlink(missing_ok=True)
        fresh.replace(database)
        return before


def _set_aside(database: Path, now: datetime | None) -> Path:
    made = (now or datetime.now(UTC)).astimezone(UTC)
    aside = database.with_name(f"{database.stem}-damaged-{made:%Y%m%d-%H%M%S}.sqlite3")
    for end in ("-wal", "-shm"):
        if Path(f"{database}{end}").exists():
            Path(f"{database}{end}").replace(f"{aside}{end}")
    return database.replace(aside)
