"""What was worked out before, by what it was worked out from: so many, those that were asked for last."""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Hashable
from typing import Generic, TypeVar

Key = TypeVar("Key", bound=Hashable)
Value = TypeVar("Value")


class Remembered(Generic[Key, Value]):
    """Shared by all threads of a process; `most` are kept."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._known: OrderedDict[Key, Value] = OrderedDict()
        self._lock = threading.Lock()

    def get(self, key: Key) -> Value | None:
        """What is known; None where nothing is."""
        with self._lock:
            found = self._known.get(key)
            if found is not None:
                self._known.move_to_end(key)
            return found

    def put(self, key: Key, value: Value) -> None:
        """Remember this, and forget what wasn't asked for longest where there are too many."""
        with self._lock:
            self._known[key] = value
            self._known.move_to_end(key)
            while len(self._known) > self._most:
                self._known.popitem(last=False)

    def clear(self) -> None:
        """Forget all."""
        with self._lock:
            self._known.clear()
