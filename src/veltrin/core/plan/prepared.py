"""A question made ready: its world, the club that is kept, what can be tried and what came of it, worked out once."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

from veltrin.core.ground import CLEAN, Slope
from veltrin.core.methods.catalogue import CATALOGUE
from veltrin.core.methods.stock import STOCK_SWING
from veltrin.core.plan.candidates import Candidate, list_all, list_way, parts_of
from veltrin.core.plan.model import FellOut, LevelChoice, Question
from veltrin.core.plan.play import Batch, World
from veltrin.core.plan.screen import Screened, make_batch, screen, world_of
from veltrin.core.plan.strike import cheapest_of

LEVEL_STRUCK = 4
"""How many stock strokes are struck many times to find what the player would use from level ground: neighbours in the
bag."""

Listing = Callable[[Question, str | None], tuple[list[Candidate], list[FellOut]]]


@dataclass(frozen=True)
class Prepared:
    """One shot for a right-hander. `kept`: the club that 'kept club' keeps; `level`: the choice from level ground.

    `listing`: how what can be tried is found.
    """

    question: Question
    kept: str | None
    level: LevelChoice | None
    listing: Listing = list_all

    @cached_property
    def world(self) -> World:
        """Air, ground and what stands about."""
        return world_of(self.question)

    @cached_property
    def _listed(self) -> tuple[list[Candidate], list[FellOut]]:
        return self.listing(self.question, self.kept)

    @property
    def candidates(self) -> list[Candidate]:
        """What can be tried."""
        return self._listed[0]

    @property
    def fell_out(self) -> list[FellOut]:
        """What was dropped before it was tried."""
        return self._listed[1]

    @cached_property
    def found(self) -> Screened | None:
        """What came of trying; None where there was nothing to try."""
        if not self.candidates:
            return None
        known = None if self.level is None else self.level.loft_rad
        return screen(self.question, self.candidates, self.kept, known, self.world)

    def batch(self, candidates: list[Candidate]) -> Batch:
        """Some of what can be tried, as numbers."""
        return make_batch(self.question, candidates, self.kept)

    def only(self, *ids: str, question: Question | None = None) -> Prepared:
        """Just these calls, of this question or of one with other readings; what is kept stays."""
        return replace(self, question=replace(question or self.question, only=ids))


def prepare(question: Question, listing: Listing = list_all) -> Prepared:
    """Make a question ready.

    A fast answer without a kept club needs no level choice: what the level would take is looked up in the full plan.
    """
    asked = question.kept_club_id
    kept = None if asked is None else question.player.club(asked, "kept_club_id").id
    if question.only and (kept is not None or not any(map(asks_level, question.only))):
        return Prepared(question, kept, None, listing)
    level = level_choice(question)
    return Prepared(question, kept or (level.club_id if level else None), level, listing)


def asks_level(call_id: str) -> bool:
    """Whether a call hangs on the club that the player would use from level ground."""
    method = CATALOGUE.get(parts_of(call_id)[1])
    return method is not None and method.level_club != "any"


def level_choice(question: Question) -> LevelChoice | None:
    """What this player would use for this line on this day from level ground with the stock stroke."""
    q = question
    return _level_choice(
        Question(
            q.player,
            Slope(),
            q.line,
            q.air,
            q.wind,
            ball_c=q.ball_c,
            layers=q.layers,
            weather=q.weather,
            learned=q.learned,
            lie=replace(CLEAN, coefficients=q.lie.coefficients),
            flight=q.flight,
        )
    )


def _stock_only(question: Question, kept: str | None) -> tuple[list[Candidate], list[FellOut]]:
    return list_way(question, kept, STOCK_SWING), []


@lru_cache(maxsize=64)
def _level_choice(question: Question) -> LevelChoice | None:
    shot = Prepared(question, None, None, _stock_only)
    if shot.found is None:
        return None
    struck = shot.found.best(frozenset(), LEVEL_STRUCK)
    if not len(struck):
        return None
    i, solved = cheapest_of(question, shot.found, struck, shot.world), shot.found.solved
    loft = solved.played.delivery.delivered_loft[i]
    return LevelChoice(shot.found.candidates[i].club.id, float(solved.swing[i]), float(loft))
