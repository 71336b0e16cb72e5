"""One call of a question, ready to be struck again: what booking and fault reading begin with."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.geometry import Index
from veltrin.core.plan.candidates import list_all
from veltrin.core.plan.model import Call, Question
from veltrin.core.plan.planner import kept_club
from veltrin.core.plan.play import Batch, World
from veltrin.core.plan.sieve import Sieved, plain_calls, sieve, world_of
from veltrin.core.plan.strike import moved_calls


@dataclass(frozen=True)
class One:
    """The call, its candidate alone in a batch, the world; `place` is where it stands in what was sieved."""

    question: Question
    call: Call
    batch: Batch
    world: World
    found: Sieved
    place: int

    @property
    def index(self) -> Index:
        """Its place as an index."""
        return np.array([self.place])

    @property
    def difficulty(self) -> float:
        """What multiplies the player's scatter for the shot."""
        return float(self.found.hard[self.place])

    @property
    def strike_difficulty(self) -> float:
        """And for the strike alone."""
        return float(self.found.strike_hard[self.place])


def one_call(question: Question, call_id: str) -> One | None:
    """Find a call for a right-hander; None if it is not feasible here."""
    asked = replace(question, only=(call_id,), detail_for=())
    kept, _ = kept_club(asked)
    candidates, _ = list_all(asked, kept)
    if not candidates:
        return None
    world = world_of(asked)
    found = sieve(asked, candidates, kept, None, world)
    pairs = moved_calls(asked, found, plain_calls(asked, found, world), world)
    if not pairs:
        return None
    call, candidate = pairs[0]
    place = next(k for k, c in enumerate(candidates) if c.id == candidate.id)
    return One(asked, call, found.batch.take(np.array([place])), world, found, place)
