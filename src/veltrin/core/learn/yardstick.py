"""A player as they stood when practice began: what shots before and after are held against, and what doesn't move."""

from __future__ import annotations

from dataclasses import dataclass, replace

from veltrin.core.kit import Scatter
from veltrin.core.plan.model import Question


@dataclass(frozen=True)
class Yardstick:
    """Handicap, and the handicap whose scatter the player had, at the first session. Nothing that was learnt since:
    who gets narrower would be held against the narrower one, and practice would seem to do nothing.
    """

    handicap: float
    scatter_handicap: float

    def asks(self, question: Question) -> Question:
        """The same question, asked of the player of that day without a book."""
        scatter = Scatter.for_handicap(self.scatter_handicap, question.player.scatter.coefficients)
        player = replace(question.player, handicap=self.handicap, scatter=scatter)
        return replace(question, player=player, learned=question.learned.without_own)
