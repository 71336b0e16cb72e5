"""So many at a time, a few in line, the rest is asked to come again: what is dear can't be asked for without bound."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import contextmanager

from veltrin.service.house.errors import BusyError


class Gate:
    """`at_once` are let in, `most_waiting` wait; who comes then gets `busy`."""

    def __init__(self, at_once: int, most_waiting: int, busy: BusyError) -> None:
        self._free = threading.BoundedSemaphore(at_once)
        self._most, self._busy = most_waiting, busy
        self._lock = threading.Lock()
        self.waiting = 0

    @contextmanager
    def passed(self) -> Iterator[None]:
        """Within: one's turn. BusyError where the line is full."""
        if not self._free.acquire(blocking=False):
            self._wait()
        try:
            yield
        finally:
            self._free.release()

    def _wait(self) -> None:
        with self._lock:
            if self.waiting >= self._most:
                raise BusyError(self._busy.field, self._busy.problem, self._busy.fix)
            self.waiting += 1
        try:
            self._free.acquire()
        finally:
            with self._lock:
                self.waiting -= 1
