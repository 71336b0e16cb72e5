"""Many processes that serve one database: each makes its application again from what is told here."""

from __future__ import annotations

import threading
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

from fastapi import FastAPI

from veltrin.api.app import create_app
from veltrin.api.guard import Guard
from veltrin.api.watch import Watched, to_lines
from veltrin.service.files import copies
from veltrin.service.house.store import Store, open_store
from veltrin.service.house.turns import TURNS


@dataclass(frozen=True)
class Worker:
    """What a process needs to know to serve: it is sent to it, so it holds nothing that is open.

    `place`: of the database.
    """

    place: Path | str
    web_dist: Path
    mast_port: int
    monitor_port: int
    asks: Guard | None
    watched: Watched

    def __call__(self) -> FastAPI:
        """The application, in the process that serves it."""
        if self.watched.tells:
            to_lines()
        store = open_store(self.place)
        TURNS.has_neighbours = True
        # Which of them makes the copy of a day is settled where it is made; it ends with its process.
        copying(store)
        return create_app(
            store, self.web_dist, self.mast_port, self.monitor_port, self.asks, is_alone=False, watched=self.watched
        )


def copying(store: Store) -> Callable[[], None]:
    """Begin to make a copy a day of a database that is a file; what ends it."""
    stop = threading.Event()
    if store.is_file:
        copies.keep_daily(store, stop)
    return stop.set
