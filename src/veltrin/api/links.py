"""Links to devices: each coach has their own."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import Generic, Protocol, TypeVar

from veltrin.service.house.store import Store


class Leaves(Protocol):
    """Something that listens until its process ends."""

    def leave(self) -> None:
        """Stop listening here."""


Link = TypeVar("Link", bound=Leaves)


class Links(Generic[Link]):
    """One link a coach, made when it is first asked for."""

    def __init__(self, make: Callable[[Store], Link]) -> None:
        self._make = make
        self._found: dict[int, Link] = {}
        self._lock = threading.Lock()

    def of(self, store: Store) -> Link:
        """The link of the coach who sees this store."""
        coach_id = store.coach_id
        with self._lock:
            return self._found.get(coach_id) or self._found.setdefault(coach_id, self._make(store))

    def stop(self) -> None:
        """Stop them all."""
        with self._lock:
            for link in self._found.values():
                link.leave()
