"""Use cases: copies of the whole database."""

from __future__ import annotations

import contextlib
import logging
import sqlite3
import threading
from pathlib import Path

from veltrin.core.errors import DomainError
from veltrin.service.files.contracts.exchange import CopyOut
from veltrin.store import copies as files
from veltrin.store.copies import Copy
from veltrin.store.datafile import COPIES
from veltrin.store.engine import Store
from veltrin.store.sound import InUseError, hold

LOOKS_EVERY_S = 3600.0

log = logging.getLogger(__name__)


def _out(copy: Copy) -> CopyOut:
    return CopyOut(name=copy.path.name, made_at=copy.made_at, bytes=copy.bytes)


def list_copies(store: Store) -> list[CopyOut]:
    """The copies there are, newest first; none of a database on a server, which anyone who runs that copies."""
    return [_out(c) for c in files.copies_in(store.path.parent / COPIES)] if store.is_file else []


def make_copy(store: Store) -> CopyOut:
    """Copy the database now."""
    return _out(files.make_copy(store.path))


def keep_daily(store: Store, stop: threading.Event, every_s: float = LOOKS_EVERY_S) -> None:
    """Make a copy a day until told to stop; looked at hourly, as a machine may sleep through midnight.

    One that fails is logged and tried again: a full disk gets room.
    """

    def run() -> None:
        while True:
            try:
                # Of several processes that serve the file one makes it.
                with contextlib.suppress(InUseError), hold(store.path.with_name(COPIES)):
                    files.daily(store.path)
            except (OSError, sqlite3.Error, DomainError):
                log.exception("No daily copy could be made.")
            if stop.wait(every_s):
                return

    threading.Thread(target=run, name="copies", daemon=True).start()


def restore(database: Path, copy: Path) -> Path | None:
    """Put a copy back; where the database that was there went."""
    return files.restore(database, copy)
