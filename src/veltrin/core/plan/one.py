"""One call of a question, ready to be struck again: what booking and fault reading begin with."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.methods.catalogue import CATALOGUE
from veltrin.core.plan.candidates import parts_of
from veltrin.core.plan.model import Call, Question
from veltrin.core.plan.play import Batch, World
from veltrin.core.plan.prepared import prepare
from veltrin.core.plan.ranking import all_struck
from veltrin.core.plan.screen import Screened


@dataclass(frozen=True)
class One:
    """The call, its candidate alone in a batch, the world; `place` is where it stands in what was screened."""

    question: Question
    call: Call
    batch: Batch
    world: World
    found: Screened
    place: int

    @property
    def difficulty(self) -> float:
        """What multiplies the player's scatter for the shot."""
        return float(self.found.scatter_factor[self.place])

    @property
    def strike_difficulty(self) -> float:
        """And for the strike alone."""
        return float(self.found.strike_factor[self.place])


def one_call(question: Question, call_id: str) -> One | None:
    """Find a call for a right-hander; None if it is not feasible here.

    Which club is used from the level, a call that hangs on it says itself: that moves with all that the book learns,
    and a shot that was planned before the last one was booked is booked as it was planned.
    """
    club, method, _ = parts_of(call_id)
    kept = question.kept_club_id
    goes_with = CATALOGUE[method].level_club if method in CATALOGUE else "any"
    if kept is None and goes_with == "it":
        kept = club
    elif kept is None and goes_with == "another":
        kept = next((other.id for other in question.player.bag if other.id != club), None)
    shot = prepare(replace(question, only=(call_id,), detail_for=(), kept_club_id=kept))
    found, world = shot.found, shot.world
    if found is None:
        return None
    pairs = all_struck(shot)
    if not pairs:
        return None
    call, candidate = pairs[0]
    place = next(k for k, c in enumerate(shot.candidates) if c.id == candidate.id)
    return One(shot.question, call, found.batch.take(np.array([place])), world, found, place)
