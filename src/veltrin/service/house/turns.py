"""Whose turn it is to be worked out: one at a time in a process, the rest in line.

A plan is worked out by the interpreter, which does one thing at a time. Where twenty plans are worked out side by side
each is as late as the last of them, and a booking beside them waits as long; one after the other they are done sooner,
and anyone who gives up while waiting costs nothing. More at once is for more processes.

Coaches share it fairly: of those who wait, the one comes next whose last turn is longest ago. Who asks sixty things at
once waits behind somebody who asks one.
"""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import NamedTuple, TypeVar

from veltrin.core.wanted import NobodyWaitsError, beside, go_on
from veltrin.service.house.stages import stage

Step = TypeVar("Step")

LOOKS_EVERY_S = 0.1
"""How often anyone who waits for a turn looks whether anybody still waits for them."""

MOST_NOTED = 200
"""Of so many coaches it is known when they had their last turn."""

SHORT_IN_A_ROW = 4
"""So many short ones go before a long one that waits: a hand that drags has all but the fifth turn."""


_whose: ContextVar[str] = ContextVar("whose", default="")


@contextmanager
def asked_for(coach_id: str) -> Iterator[None]:
    """Take the turns within for a coach; where coaches don't sign in, all are the same one's."""
    token = _whose.set(coach_id)
    try:
        yield
    finally:
        _whose.reset(token)


class _Waiting(NamedTuple):
    """One who waits: for whom, whether before all others of the line, and what tells them that it is their turn."""

    whose: str
    is_next: bool
    called: threading.Event


class Turns:
    """One at a time, the rest in line: the short ones first, but not for ever, and coaches by turns.

    `has_neighbours`: other processes of this server work beside this one, a processor each. Then who has the turn has
    one processor while others wait, and all of them where nobody does.
    """

    def __init__(self) -> None:
        self.has_neighbours = False
        self._is_taken = False
        self._short: list[_Waiting] = []
        self._long: list[_Waiting] = []
        self._in_a_row = 0
        self._given = 0
        self._last: dict[str, int] = {}
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
            with beside(lambda: self.has_neighbours and any(self.waiting)):
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

    def _take(self, line: list[_Waiting], is_next: bool) -> None:
        mine = _Waiting(_whose.get(), is_next, threading.Event())
        with self._lock:
            if not self._is_taken:
                self._is_taken = True
                self._note(mine.whose)
                return
            line.append(mine)
        while not mine.called.wait(LOOKS_EVERY_S):
            try:
                go_on()
            except NobodyWaitsError:
                self._give_up(line, mine)
                raise

    def _note(self, whose: str) -> None:
        """Write down who had this turn; who had theirs long ago is as one who never had any."""
        self._given += 1
        self._last[whose] = self._given
        if len(self._last) > MOST_NOTED:
            self._last = dict(sorted(self._last.items(), key=lambda item: item[1])[MOST_NOTED // 2 :])

    def _give_up(self, line: list[_Waiting], mine: _Waiting) -> None:
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
            if not line:
                self._is_taken = False
                return
            # In order of coming where two are alike: the first of equals is found.
            first = min(line, key=lambda one: (not one.is_next, self._last.get(one.whose, 0)))
            line.remove(first)
            self._note(first.whose)
            first.called.set()


TURNS = Turns()
"""Those of this process."""
