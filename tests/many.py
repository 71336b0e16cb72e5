"""`veltrin serve` in a process of its own, or in many."""

from __future__ import annotations

import os
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import NamedTuple

from tests.waiting import AT_MOST_S
from veltrin.service.house.store import Store


class Served(NamedTuple):
    """A running server: its address and its process."""

    url: str
    process: subprocess.Popen[str]


@contextmanager
def served(store: Store, log: Path, *options: str, **env: str) -> Iterator[Served]:
    """Serve a store, which is closed here first; what it tells besides its address goes to `log`."""
    place = store.place
    where = {"VELTRIN_DATA_DIR": str(place.parent)} if isinstance(place, Path) else {"VELTRIN_DATABASE_URL": place}
    store.close()
    with log.open("w") as lines:
        process = subprocess.Popen(
            [sys.executable, "-m", "veltrin", "serve", "--port", "0", *options],
            stdout=subprocess.PIPE, stderr=lines, text=True,
            env={**os.environ, "PYTHONUNBUFFERED": "1", **where, **env},
        )  # fmt: skip
        assert process.stdout is not None
        try:
            told = process.stdout.readline().split()
            assert len(told) > 3, log.read_text()
            yield Served(told[3], process)
        finally:
            process.terminate()
            process.wait(AT_MOST_S)
            process.stdout.close()
