"""Whose turn it is to be worked out: one at a time in a process, the rest in line.

A plan is worked out by the interpreter, which does one thing at a time. Where twenty plans are worked out side by side
each is as late as the last of them, and a booking beside them waits as long; one after the other they are done sooner,
and anyone who gives up while waiting costs nothing. More at once is for more processes.
"""

from __future__ import annotations

import threading
from collections import deque
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import TypeVar

from veltrin.core.wanted import NobodyWaitsError, go_on
from veltrin.service.house.stages import stage

Step = TypeVar("Step")

LOOKS_EVERY_S = 0.1
"""How often anyone who waits for a turn looks whether anybody still waits for them."""

SHORT_IN_A_ROW = 4
"""So many short ones go before a long one that waits: a hand that drags has all but the fifth turn."""


class Turns:
    """One at a time, the rest in line: the short ones first, but not for ever."""

    def __init__(self) -> None:
        self._is_taken = False
        self._short: deque[threading.Event] = deque()
        self._long: deque[threading.Event] = deque()
        self._in_a_row = 0
        self._lock = threading.Lock()
        self._mine: ContextVar[bool] = ContextVar("mine", default=False)

    @property
    def waiting(self) -> tuple[int, int]:
        """How many short and long ones wait."""
        return len(self._short), len(self._long)

    @contextmanager
    def taken(self, *, is_short: bool = False, is_next: bool = False) -> Iterator[None]:
        """Work within, once it is one's turn. NobodyWaitsError if nobody waits for the answer any more by then.

        Who has the turn has it for all that is done within. `is_next`: before all other short ones.
        """
        if self._mine.get():
            yield
            return
        with stage("turn"):
            self._take(self._short if is_short or is_next else self._long, is_next)
        token = self._mine.set(True)
        try:
            yield
        finally:
            # The turn goes on whatever becomes of this one's own mark.
            try:
                self._mine.reset(token)
            finally:
                self._pass_on()

    def each(self, steps: Iterator[Step], *, is_short: bool = False) -> Iterator[Step]:
        """Take every step in a turn of its own: none is held while what was found is on its way to somebody."""
        while True:
            with self.taken(is_short=is_short):
                step = next(steps, None)
            if step is None:
                return
            yield step

    def _take(self, line: deque[threading.Event], is_next: bool) -> None:
        mine = threading.Event()
        with self._lock:
            if not self._is_taken:
                self._is_taken = True
                return
            if is_next:
                line.appendleft(mine)
            else:
                line.append(mine)
        while not mine.wait(LOOKS_EVERY_S):
            try:
                go_on()
            except NobodyWaitsError:
                self._give_up(line, mine)
                raise

    def _give_up(self, line: deque[threading.Event], mine: threading.Event) -> None:
        with self._lock:
            if mine in line:
                line.remove(mine)
                return
        # It came while this one was leaving.
        self._pass_on()

    def _pass_on(self) -> None:
        with self._lock:
            is_short = bool(self._short) and (self._in_a_row < SHORT_IN_A_ROW or not self._long)
            line = self._short if is_short else self._long
            self._in_a_row = self._in_a_row + 1 if is_short else 0
            if line:
                line.popleft().set()
            else:
                self._is_taken = False


TURNS = Turns()
"""Those of this process."""
