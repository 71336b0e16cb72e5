"""Copies of the whole database, made while it is in use, kept by rule, and put back with a check."""

from __future__ import annotations

import re
import sqlite3
from collections.abc import Sequence
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from alembic.config import Config
from alembic.script import ScriptDirectory

from veltrin.core.errors import DomainError
from veltrin.store.engine import MIGRATIONS

FOLDER = "copies"
_NAME = re.compile(r"^veltrin-(\d{8})-(\d{6})\.sqlite3$")

DAYS_KEPT, WEEKS_KEPT, MONTHS_KEPT = 7, 5, 12


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
    """Copy the database beside it, by SQLite's online backup: whole, whoever writes meanwhile."""
    made = (now or datetime.now(UTC)).astimezone(UTC).replace(microsecond=0)
    folder = database.parent / FOLDER
    folder.mkdir(parents=True, exist_ok=True)
    while (path := folder / f"veltrin-{made:%Y%m%d-%H%M%S}.sqlite3").exists():
        # Two in one second: a copy is never written over.
        made += timedelta(seconds=1)
    part = path.with_suffix(".part")
    _pour(database, part)
    # Under its name it is whole or not there at all.
    part.replace(path)
    return Copy(path, made, path.stat().st_size)


def _pour(source: Path, target: Path) -> None:
    with closing(sqlite3.connect(source)) as old, closing(sqlite3.connect(target)) as new:
        old.backup(new)


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
    folder = database.parent / FOLDER
    made = None
    if not any(c.made_at.date() == today.date() for c in copies_in(folder)):
        made = make_copy(database, today)
    for old in to_drop(copies_in(folder)):
        old.path.unlink(missing_ok=True)
    return made


def check(path: Path) -> str:
    """The schema version of a database file; DomainError where it is broken, no database of ours, or too new."""
    try:
        with closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as database:
            sound = database.execute("PRAGMA integrity_check").fetchone()[0]
            loose = database.execute("PRAGMA foreign_key_check").fetchone()
            version = str(database.execute("SELECT version_num FROM alembic_version").fetchone()[0])
    except (sqlite3.DatabaseError, TypeError) as error:
        raise DomainError(
            "file", f"{path} is no copy of Veltrin's database ({error}).", "Choose another copy."
        ) from error
    if sound != "ok" or loose is not None:
        raise DomainError("file", f"{path} is damaged: {sound}.", "Choose an older copy.")
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS).replace("%", "%%"))
    known = {s.revision for s in ScriptDirectory.from_config(config).walk_revisions()}
    if version not in known:
        raise DomainError("file", f"{path} was written by a newer Veltrin.", "Bring this one up to date first.")
    return version


def restore(database: Path, copy: Path) -> Copy | None:
    """Put a copy back in place of the database, after a check; what was there is copied first and returned.

    Nobody else may have the database open.
    """
    check(copy)
    before = make_copy(database) if database.exists() else None
    for leftover in (f"{database}-wal", f"{database}-shm"):
        Path(leftover).unlink(missing_ok=True)
    fresh = database.with_suffix(".restored")
    fresh.unlink(missing_ok=True)
    _pour(copy, fresh)
    fresh.replace(database)
    return before
