"""How often somebody may guess a passphrase: counted before it is looked at, so that guesses at once count too."""

from __future__ import annotations

import math
import threading
import time
from collections import OrderedDict
from collections.abc import Callable
from typing import NamedTuple

FREE_TRIES, FREE_TRIES_OF_ADDRESS = 3, 20
LONGEST_WAIT_S, LONGEST_WAIT_OF_ADDRESS_S = 300.0, 10.0
HALVES_EVERY_S = 600.0
"""Tries fade: after so long half of them are forgotten."""

REMEMBERED = 10_000


class _Counted(NamedTuple):
    """Tries so far, as they stood at `at` (s), and until when the next one waits."""

    tries: float
    at: float
    until: float


_NONE = _Counted(0.0, 0.0, 0.0)


class Tries:
    """Each further guess of a name from an address waits twice as long, and so, but shorter, do guesses of an address.

    A name's owner elsewhere isn't held up by it. Who has signed in from an address before (`is_known`) isn't held up by
    what others guess there. `clock` in s.
    """

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        self._clock = clock
        self._lock = threading.Lock()
        self._found: OrderedDict[tuple[str, ...], _Counted] = OrderedDict()

    def take(self, name: str, address: str, *, is_known: bool = False) -> float:
        """Take a try: 0 where it may be looked at now, and then it is counted; else how long it has to wait (s)."""
        own, others = (name, address), (address,)
        with self._lock:
            now = self._clock()
            waits_for = (own,) if is_known else (own, others)
            wait = max(self._found.get(key, _NONE).until - now for key in waits_for)
            if wait > 0.0:
                return wait
            self._count(own, FREE_TRIES, LONGEST_WAIT_S, now)
            self._count(others, FREE_TRIES_OF_ADDRESS, LONGEST_WAIT_OF_ADDRESS_S, now)
            while len(self._found) > REMEMBERED:
                self._found.popitem(last=False)
        return 0.0

    def waits_at(self, address: str) -> bool:
        """Whether guesses from an address have to wait."""
        with self._lock:
            return self._found.get((address,), _NONE).until > self._clock()

    def _count(self, key: tuple[str, ...], free: int, longest: float, now: float) -> None:
        was = self._found.get(key, _Counted(0.0, now, 0.0))
        tries = was.tries * 0.5 ** ((now - was.at) / HALVES_EVERY_S) + 1.0
        # Those of a moment ago have faded by a hair.
        whole = round(tries)
        wait = 0.0 if whole < free else min(math.ldexp(1.0, min(whole - free, 12)), longest)
        self._found[key] = _Counted(tries, now, now + wait)
        self._found.move_to_end(key)

    def was_right(self, name: str, address: str) -> None:
        """Forget what was counted of this one; of the address only the one try, whatever others guessed there."""
        with self._lock:
            self._found.pop((name, address), None)
            was = self._found.get((address,))
            if was is not None:
                self._found[(address,)] = was._replace(tries=max(was.tries - 1.0, 0.0))
