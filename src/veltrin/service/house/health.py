"""Use case: whether this installation is well."""

from __future__ import annotations

import shutil
from datetime import UTC, datetime, timedelta

from veltrin.service.house.errors import DomainError
from veltrin.store.copies import copies_in
from veltrin.store.datafile import COPIES
from veltrin.store.engine import Store

LEAST_FREE_BYTES = 300_000_000
"""With less room on the disk than for a few copies of a full book, something is about to fail."""

COPIED_WITHIN = timedelta(days=2)


def what_is_wrong(store: Store) -> str:
    """What keeps it from working as it should, in words; empty where all is well."""
    try:
        store.look()
    except DomainError as error:
        return f"The database {error.problem} {error.fix}"
    if not store.is_file:
        return ""
    folder = store.path.parent
    free = shutil.disk_usage(folder).free
    if free < LEAST_FREE_BYTES:
        return f"The disk of {folder} has {free / 1e6:.0f} MB left. Make room."
    copies = copies_in(folder / COPIES)
    if copies and datetime.now(UTC) - copies[0].made_at > COPIED_WITHIN:
        return f"The newest copy is of {copies[0].made_at:%d %B}: no daily one could be made. See the log."
    return ""
