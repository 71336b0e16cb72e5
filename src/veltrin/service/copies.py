"""Use cases: copies of the whole database."""

from __future__ import annotations

import threading
from pathlib import Path

from veltrin.service.contracts.exchange import CopyOut
from veltrin.store import copies as files
from veltrin.store.copies import Copy
from veltrin.store.engine import Store

LOOKS_EVERY_S = 3600.0


def _out(copy: Copy) -> CopyOut:
    return CopyOut(name=copy.path.name, made_at=copy.made_at, bytes=copy.bytes)


def list_copies(store: Store) -> list[CopyOut]:
    """The copies there are, newest first."""
    return [_out(c) for c in files.copies_in(store.path.parent / files.FOLDER)]


def make_copy(store: Store) -> CopyOut:
    """Copy the database now."""
    return _out(files.make_copy(store.path))


def keep_daily(store: Store, stop: threading.Event) -> None:
    """Make a copy a day until told to stop; looked at hourly, as a machine may sleep through midnight."""

    def run() -> None:
        while True:
            files.daily(store.path)
            if stop.wait(LOOKS_EVERY_S):
                return

    threading.Thread(target=run, name="copies", daemon=True).start()


def restore(database: Path, copy: Path) -> Path | None:
    """Put a copy back; where the database that was there went."""
    before = files.restore(database, copy)
    return None if before is None else before.path
