"""Links to devices: each coach has their own."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import Generic, Protocol, TypeVar


class Stops(Protocol):
    """Something that listens until it is stopped."""

    def stop(self) -> None:
        """Stop listening."""


Link = TypeVar("Link", bound=Stops)


class Links(Generic[Link]):
    """One link a coach, made when it is first asked for."""

    def __init__(self, make: Callable[[], Link]) -> None:
        self._make = make
        self._found: dict[int, Link] = {}
        self._lock = threading.Lock()

    def of(self, coach_id: int) -> Link:
        """The link of a coach."""
        with self._lock:
            return self._found.setdefault(coach_id, self._found.get(coach_id) or self._make())

    def stop(self) -> None:
        """Stop them all."""
        with self._lock:
            for link in self._found.values():
                link.stop()
