"""One shot worked out once for all who ask: what can be tried, the best of it struck many times, what each call costs.

What a call costs depends on the question and the call alone: who asks, and what else was struck, changes no number.
Anyone who shows a call's carry, finish, strikes or strokes takes them from here.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

import numpy as np

from veltrin.core.plan.model import Question
from veltrin.core.plan.prepared import Prepared, prepare
from veltrin.core.plan.screen import plain_calls
from veltrin.core.plan.strike import Ranked, struck_calls

STRUCK_OFTEN = 12
"""How many of the best calls are struck many times."""

MOST_KEPT = 12
"""Shots kept ready: a page asks for what if, schools and whether the call holds right after its plan.
A megabyte each."""


@dataclass(frozen=True)
class Ranking:
    """One shot for a right-hander, ready to be asked."""

    shot: Prepared

    @cached_property
    def plain(self) -> Ranked:
        """All calls as the first screening judges them, best first."""
        found = self.shot.found
        return [] if found is None else plain_calls(self.shot.question, found, self.shot.world)

    @cached_property
    def whole(self) -> Ranked:
        """All calls, those that were struck many times first, fewest strokes first."""
        found = self.shot.found
        if found is None or not self.plain:
            return []
        best = found.best(self.shot.question.pinned, STRUCK_OFTEN)
        return struck_calls(self.shot.question, found, best, self.plain, self.shot.world)

    @property
    def cheapest(self) -> float | None:
        """Strokes of the cheapest call: what a bad strike of any is told against."""
        return min((call.spread.strokes for call, _ in self.whole if call.spread is not None), default=None)

    def struck(self, ids: Collection[str]) -> Ranked:
        """The whole with these calls struck many times as well."""
        found = self.shot.found
        if found is None:
            return self.whole
        wanted = set(ids) - {call.id for call, _ in self.whole if call.spread is not None}
        missing = np.array([i for i in found.good if found.candidates[i].id in wanted], dtype=int)
        return struck_calls(self.shot.question, found, missing, self.whole, self.shot.world, cheapest=self.cheapest)


@lru_cache(maxsize=MOST_KEPT)
def _ranking_of(question: Question) -> Ranking:
    return Ranking(prepare(question))


def ranking_of(question: Question) -> Ranking:
    """The shot of a right-hander's question, made ready or remembered; what a page looks at makes no other."""
    return _ranking_of(replace(question, only=(), detail_for=(), shown_id=None))


def all_struck(shot: Prepared, most: int | None = None, *, one_a_club: bool = False) -> Ranked:
    """The calls of a shot that tries only some things, struck many times and ranked.

    By the first screening: `most`: the best so many; `one_a_club`: of each club the best that gets there.
    """
    found = shot.found
    if found is None or not len(found.good):
        return []
    order = sorted(map(int, found.good), key=lambda i: float(found.score[i]))
    if one_a_club:
        leading: dict[str, int] = {}
        for i in sorted(order, key=lambda i: bool(found.solved.short[i])):
            leading.setdefault(found.candidates[i].club.id, i)
        order = list(leading.values())
    best = np.array(order[:most])
    pairs = struck_calls(shot.question, found, best, Ranking(shot).plain, shot.world)
    return [(call, candidate) for call, candidate in pairs if call.spread is not None]


def forget() -> None:
    """Remember nothing any more."""
    _ranking_of.cache_clear()
