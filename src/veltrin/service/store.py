"""The store, as the interfaces may hold it: opened here, handed to the use cases."""

from __future__ import annotations

from pathlib import Path

from veltrin.store.engine import Store


def open_store(path: Path) -> Store:
    """Open and migrate the database at `path`, creating it if need be."""
    return Store(path)


__all__ = ["Store", "open_store"]
