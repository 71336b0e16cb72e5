"""How often somebody may guess a passphrase: counted before it is looked at, so that guesses at once count too.

Counted in the database: however many processes serve it, on however many machines, they count together. Neither names
nor addresses are kept, but a hash of them.
"""

from __future__ import annotations

import hashlib
import math
import time
from collections.abc import Callable

from veltrin.store.engine import Store
from veltrin.store.repositories import guesses as rows
from veltrin.store.tables import GuessRow

FREE_TRIES, FREE_TRIES_OF_ADDRESS = 3, 20
LONGEST_WAIT_S, LONGEST_WAIT_OF_ADDRESS_S = 300.0, 10.0
HALVES_EVERY_S = 600.0
"""Tries fade: after so long half of them are forgotten."""

FORGOTTEN_AFTER_S, TIDIES_EVERY_S = 24 * 3600.0, 3600.0
"""What was counted so long ago is nothing any more; how often that is taken away."""

MOST_NOTED = 10_000


def _key(*told: str) -> str:
    return hashlib.sha256("\n".join(told).encode()).hexdigest()


class Tries:
    """Each further guess of a name from an address waits twice as long, and so, but shorter, do guesses of an address.

    A name's owner elsewhere isn't held up by it. Who has signed in from an address before (`is_known`) isn't held up by
    what others guess there. `of`: what is guessed; each is counted for itself. `clock` in s since 1970.
    """

    def __init__(self, store: Store, of: str = "passphrase", clock: Callable[[], float] = time.time) -> None:
        self._store, self._of, self._clock = store, of, clock
        self._until: dict[str, float] = {}
        self._tidies_at = 0.0

    def known_wait(self, name: str, address: str) -> float:
        """How long this one has to wait as far as this process knows (s): without a look into the database."""
        return max(self._until.get(_key(self._of, name, address), 0.0) - self._clock(), 0.0)

    def take(self, name: str, address: str, is_known: Callable[[], bool] = lambda: False) -> float:
        """Take a try: 0 where it may be looked at now, and then it is counted; else how long it has to wait (s)."""
        wait = self.known_wait(name, address)
        if wait > 0.0:
            return wait
        own, others = _key(self._of, name, address), _key(self._of, address)
        with self._store.session() as session:
            seen = rows.look(session, others)
        knows = seen is not None and seen.until > self._clock() and is_known()
        with self._store.session() as session:
            mine, theirs = rows.held(session, own, others)
            now = self._clock()
            wait = max(row.until - now for row in ((mine,) if knows else (mine, theirs)))
            if wait <= 0.0:
                _count(mine, FREE_TRIES, LONGEST_WAIT_S, now)
                _count(theirs, FREE_TRIES_OF_ADDRESS, LONGEST_WAIT_OF_ADDRESS_S, now)
            self._note(own, mine.until)
        self._forget(now)
        return max(wait, 0.0)

    def _forget(self, now: float) -> None:
        if now < self._tidies_at:
            return
        self._tidies_at = now + TIDIES_EVERY_S
        with self._store.session() as session:
            rows.forget(session, now - FORGOTTEN_AFTER_S)

    def _note(self, key: str, until: float) -> None:
        if len(self._until) >= MOST_NOTED:
            self._until.clear()
        self._until[key] = until

    def was_right(self, name: str, address: str) -> None:
        """Forget what was counted of this one; of the address only the one try, whatever others guessed there."""
        own, others = _key(self._of, name, address), _key(self._of, address)
        self._until.pop(own, None)
        with self._store.session() as session:
            mine, theirs = rows.held(session, own, others)
            theirs.tries = max(theirs.tries - 1.0, 0.0)
            mine.tries, mine.until = 0.0, 0.0


def _count(row: GuessRow, free: int, longest: float, now: float) -> None:
    tries = row.tries * 0.5 ** ((now - row.at) / HALVES_EVERY_S) + 1.0
    # Those of a moment ago have faded by a hair.
    whole = round(tries)
    wait = 0.0 if whole < free else min(math.ldexp(1.0, min(whole - free, 12)), longest)
    row.tries, row.at, row.until = tries, now, now + wait
