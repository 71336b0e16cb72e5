"""Use case: move from a file to a PostgreSQL server."""

from __future__ import annotations

from pathlib import Path

from veltrin.service.house.store import open_store
from veltrin.store.move import pour
from veltrin.store.sound import StoreError, hold


def move(file: Path, url: str) -> int:
    """Move everything a file holds to an empty database; how many rows. The file stays as it is.

    InUseError while the file is served; StoreError where it isn't there, is damaged, or the database isn't empty.
    """
    if not file.exists():
        raise StoreError("database", f"{file} isn't there.", "Give the folder that holds it: --data-dir.")
    with hold(file):
        old = open_store(file)
        try:
            new = open_store(url)
            try:
                return sum(pour(old.engine, new.engine, (file, new.name)).values())
            finally:
                new.close()
        finally:
            old.close()
