"""The store, as the interfaces may hold it: opened here, handed to the use cases."""

from __future__ import annotations

from pathlib import Path

from veltrin.store.copies import make_copy
from veltrin.store.engine import Store
from veltrin.store.sound import InUseError, StoreError, hold

DATABASE = "veltrin.sqlite3"
"""Name of the database in its folder."""


def open_store(place: Path | str) -> Store:
    """Open a file, making it if need be, or a PostgreSQL database by its URL.

    An older file is copied, then brought up to date.

    StoreError where it is damaged, half-made or of another build; it names the copy to put back.
    """
    return Store(place, copy_first=make_copy)


__all__ = ["DATABASE", "InUseError", "Store", "StoreError", "hold", "open_store"]
