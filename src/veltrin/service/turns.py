"""Whose turn it is to be worked out: a few at once, the rest in the order they came.

Where twenty plans are worked out side by side each is as late as the last of them, and a booking beside them waits as
long. One after the other the first is done at once, and whoever gives up while waiting costs nothing.
"""

from __future__ import annotations

import os
import threading
from collections import deque
from collections.abc import Iterator
from contextlib import contextmanager
from typing import TypeVar

from veltrin.core.wanted import NobodyWaitsError, go_on
from veltrin.service.stages import stage

Step = TypeVar("Step")

LOOKS_EVERY_S = 0.1
"""How often whoever waits for a turn looks whether anybody still waits for them."""


class Turns:
    """So many at once, the rest in line."""

    def __init__(self, at_once: int) -> None:
        self._free = at_once
        self._waiting: deque[threading.Event] = deque()
        self._lock = threading.Lock()

    @property
    def waiting(self) -> int:
        """How many wait."""
        return len(self._waiting)

    @contextmanager
    def taken(self) -> Iterator[None]:
        """Work within, once it is one's turn. NobodyWaitsError if nobody waits for the answer any more by then."""
        with stage("turn"):
            self._take()
        try:
            yield
        finally:
            self._pass_on()

    def _take(self) -> None:
        mine = threading.Event()
        with self._lock:
            if self._free > 0:
                self._free -= 1
                return
            self._waiting.append(mine)
        while not mine.wait(LOOKS_EVERY_S):
            try:
                go_on()
            except NobodyWaitsError:
                self._give_up(mine)
                raise

    def _give_up(self, mine: threading.Event) -> None:
        with self._lock:
            if mine in self._waiting:
                self._waiting.remove(mine)
                return
        # It came while this one was leaving.
        self._pass_on()

    def _pass_on(self) -> None:
        with self._lock:
            if self._waiting:
                self._waiting.popleft().set()
            else:
                self._free += 1

    def each(self, steps: Iterator[Step]) -> Iterator[Step]:
        """Take every step in a turn of its own: none is held while what was found is on its way to somebody."""
        while True:
            with self.taken():
                step = next(steps, None)
            if step is None:
                return
            yield step


WHOLE = Turns(max((os.cpu_count() or 1) // 2, 1))
"""Whole answers: plans, comparisons, cards. Each keeps two processors busy while it flies."""

FAST = Turns(max((os.cpu_count() or 1) // 2, 1))
"""Answers while a hand drags: they wait for one another, never for a whole one."""
