"""Everything that the laws are set by, and a question asked under other numbers than the usual."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from typing import Any, NamedTuple

from veltrin.core.coefficient import LawShare
from veltrin.core.flight import FLIGHT, FlightCoefficients
from veltrin.core.ground import GROUND, GrassCoefficients, GroundCoefficients, SandCoefficients, SoilCoefficients
from veltrin.core.kit import SCATTER, Learned, Scatter, ScatterCoefficients
from veltrin.core.plan.model import Question
from veltrin.core.run import TURF, TurfCoefficients


class Coefficients(NamedTuple):
    """The numbers of each law."""

    flight: FlightCoefficients = FLIGHT
    turf: TurfCoefficients = TURF
    grass: GrassCoefficients = GROUND.grass
    soil: SoilCoefficients = GROUND.soil
    sand: SandCoefficients = GROUND.sand
    scatter: ScatterCoefficients = SCATTER


USUAL = Coefficients()

WORDS = {
    "flight": "Drag and lift of the ball, and how its spin fades",
    "turf": "How the ground throws a ball back, holds its spin and slows its roll",
    "grass": "What grass takes from head and ball, and what it leaves between face and ball",
    "soil": "How a sole meets the ground, where the edge passes, and what a strike off the middle loses",
    "sand": "How a splash ploughs and carries the ball; also a gouge out of matted grass",
    "scatter": "What varies from strike to strike, and what widens it",
}
"""What each law is about."""


def shifted(shares: Iterable[LawShare], usual: Coefficients = USUAL) -> Coefficients:
    """The numbers of the laws where some are so many times the usual."""
    laws: dict[str, Any] = dict(zip(Coefficients._fields, usual, strict=True))
    for law, name, share in shares:
        laws[law] = laws[law]._replace(**{name: share * getattr(laws[law], name)})
    return Coefficients(**laws)


def taught(question: Question, learned: Learned) -> Question:
    """The same question, asked by what was learnt: of this player, and by many books of the laws."""
    asked = under(question, shifted(learned.laws.shares)) if learned.laws.shares else question
    return replace(asked, learned=learned)


def under(question: Question, told: Coefficients) -> Question:
    """The same question where the laws are set by other numbers: a course's own, or one that is moved to see its worth.

    A scatter that was told for this player stays; what widens it is as told here.
    """
    ground = GroundCoefficients(told.grass, told.soil, told.sand)
    own, handicap = question.player.scatter, question.player.handicap
    is_usual = own == Scatter.for_handicap(handicap)
    scatter = Scatter.for_handicap(handicap, told.scatter) if is_usual else replace(own, coefficients=told.scatter)
    landing = replace(question.line.landing, coefficients=told.turf)
    return replace(
        question,
        player=replace(question.player, scatter=scatter),
        line=replace(question.line, landing=landing),
        lie=replace(question.lie, coefficients=ground),
        flight=told.flight,
    )
