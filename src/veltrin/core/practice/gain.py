"""What a better strike would win from a lie: the plan's own cost today, by a better player, and without scatter."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

import numpy as np

from veltrin.core.kit import Player, Scatter
from veltrin.core.plan.candidates import list_candidates
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Question
from veltrin.core.plan.prepared import Prepared, prepare
from veltrin.core.practice.drill import Drill
from veltrin.core.practice.staged import narrowed, question_at
from veltrin.core.sides import mirrored

NO_SCATTER = 0.02
"""A player's scatter times this is a strike as meant, for what of a loss is the strike's. Judgement."""

BETTER_BY = 5.0
"""A better strike is that of a handicap so much lower. Judgement: about what a keen player gains in two seasons."""

LEAST_COST = 0.02
"""Where strikes cost less than this (strokes) the model can't tell."""

LOWEST = -6.0

USUAL_SHARE, MOST_SHARE = 0.1, 0.4
"""What a better strike wins back of what strikes cost where the model can't tell, and the most it is believed to.
Judgement."""


def _still(scatter: Scatter) -> Scatter:
    return scatter.times(dict.fromkeys(scatter.widths, NO_SCATTER))


def _cost(shot: Prepared, call_id: str, question: Question) -> float | None:
    found = shot.only(call_id, question=question).found
    if found is None or not len(found.good):
        return None
    return float(found.strokes[found.good[0]])


@lru_cache(maxsize=2048)
def better_wins(drill: Drill, player: Player) -> float:
    """Share of what strikes cost from a drill's first station that the player would win back with a better strike.

    The call that is best for today's player is kept; only the scatter changes. By the first screening, which takes a
    few strokes more for each of the five doubts of a strike (see plan.rank).
    """
    question = question_at(player, drill.stations[0])
    question = mirrored(question) if is_mirrored(question) else question
    methods = drill.stations[0].methods
    only = tuple(f"{club.id}~{method}" for club in player.bag for method in methods)
    shot = prepare(replace(question, only=only), list_candidates)
    found = shot.found
    if found is None or not len(found.good):
        return USUAL_SHARE
    best = found.candidates[int(found.good[np.argmin(found.score[found.good])])].id
    own = shot.question.player
    steady = replace(own, scatter=_still(own.scatter))
    players = (own, narrowed(own, max(own.handicap - BETTER_BY, LOWEST)), steady)
    costs = [_cost(shot, best, replace(shot.question, player=one)) for one in players]
    if any(cost is None for cost in costs):
        return USUAL_SHARE
    today, better, perfect = (float(cost or 0.0) for cost in costs)
    if today - perfect < LEAST_COST:
        return USUAL_SHARE
    return min(max((today - better) / (today - perfect), 0.0), MOST_SHARE)
