"""The best calls struck many times, their finish moved where that costs less, ranked by what they cost."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from veltrin.core.altered import altered
from veltrin.core.geometry import Index, Vec
from veltrin.core.plan.answer import as_calls
from veltrin.core.plan.candidates import Candidate
from veltrin.core.plan.model import MOODS, Call, Question, Spread
from veltrin.core.plan.odds import strike_odds
from veltrin.core.plan.play import World
from veltrin.core.plan.rank import unknown_flight
from veltrin.core.plan.scatter import Struck, spreads_of, strike_often, told_bad
from veltrin.core.plan.screen import Screened, cost_key, rank_key, reasons_against
from veltrin.core.plan.shift import better_targets
from veltrin.core.plan.solve import solve
from veltrin.core.plan.target import Targets

Ranked = list[tuple[Call, Candidate]]


def struck_calls(
    question: Question,
    found: Screened,
    struck: Index,
    pairs: Ranked,
    world: World,
    *,
    cheapest: float | None = None,
) -> Ranked:
    """Strike the calls in `struck` many times, move their finish where that costs less, and rank all anew.

    Each call is worked out by itself: what it costs doesn't depend on which others are struck. `cheapest`: strokes
    that bad strikes are told against; None: of the cheapest of these.
    """
    if not len(struck):
        return pairs
    meant = found.targets.take(struck)
    by_id = {call.id: call for call, _ in pairs}
    calls = [by_id[found.candidates[i].id] for i in struck]
    first = strike(question, found, struck, meant, found.solved_at(struck), world)
    spreads = spreads_of(first, question.hole, meant)
    if question.line.land_m is None:
        moved, saved = better_targets(first, world, question.hole, meant)
        worth = np.flatnonzero(saved > 0.0)
        places, better = struck[worth], moved.take(worth)
        solved, anew = _solve_anew(question, found, places, better, world)
        if len(places):
            again = strike(question, found, places, better, solved, world)
            for k, call, spread in zip(
                worth, anew, spreads_of(again, question.hole, found.targets.take(places)), strict=True
            ):
                if call is not None and spread.strokes < spreads[k].strokes:
                    calls[k], spreads[k] = call, spread
    spreads = told_bad(spreads, cheapest)
    done = {}
    lofts = np.array([call.delivered_loft_rad for call in calls])
    for call, spread, score in zip(calls, spreads, _scores(question, found, struck, spreads, lofts), strict=True):
        told = {
            "spread": spread,
            "strokes": spread.strokes,
            "score": score,
            "leave_m": spread.mean_leave_m,
            "pinned": by_id[call.id].pinned,
        }
        done[call.id] = altered(call, told)
    ranked = [(done.get(call.id, call), candidate) for call, candidate in pairs]
    return sorted(ranked, key=lambda p: rank_key(p[0]))


def _scores(
    question: Question, found: Screened, struck: Index, spreads: Sequence[Spread], delivered_loft: Vec
) -> list[float]:
    """What struck calls are ranked by: strokes, bad ones weighted by the mood, and what a flight unlike the known one
    counts.
    """
    weight = MOODS[question.mood]
    rolls = np.array([found.candidates[i].method.rolls for i in struck])
    unlike = unknown_flight(delivered_loft, rolls, found.known_loft).tolist()
    return [s.strokes + weight * s.bad + more for s, more in zip(spreads, unlike, strict=True)]


def cheapest_of(question: Question, found: Screened, struck: Index, world: World) -> int:
    """The place of the candidate that costs least of those in `struck`, its finish where it is meant: as struck_calls
    ranks them, without a call made of any.
    """
    meant = found.targets.take(struck)
    first = strike(question, found, struck, meant, found.solved_at(struck), world)
    spreads = told_bad(spreads_of(first, question.hole, meant))
    lofts = found.solved.played.delivery.delivered_loft[struck]
    scores = _scores(question, found, struck, spreads, lofts)

    def key(k: int) -> tuple[float, float, str]:
        i = struck[k]
        return cost_key(scores[k], float(found.solved.swing[i]), found.candidates[i].id)

    return int(struck[min(range(len(struck)), key=key)])


def strike(
    question: Question,
    found: Screened,
    places: Index,
    meant: Targets,
    solved: tuple[Vec, Vec],
    world: World,
) -> Struck:
    """Strike the calls at some places, with this swing and aim, as often as a plan does."""
    part, scatter_factor = found.batch.take(places), (found.scatter_factor[places], found.strike_factor[places])
    doubts = found.doubts.take(places)
    return strike_often(part, world, solved, question.player.scatter, scatter_factor, doubts, meant)


def _solve_anew(
    question: Question, found: Screened, places: Index, meant: Targets, world: World
) -> tuple[tuple[Vec, Vec], list[Call | None]]:
    """Swing and aim for moved finishes, and the calls they make; None where one falls out there."""
    if not len(places):
        return (np.zeros(0), np.zeros(0)), []
    part = found.batch.take(places)
    solved = solve(part, world, meant)
    candidates = [found.candidates[i] for i in places]
    odds = strike_odds(
        part,
        question.lie,
        solved.played,
        question.player.scatter,
        solved.swing,
        found.strike_factor[places],
    )
    reasons = reasons_against(candidates, solved, odds, question)
    at = np.flatnonzero([reason is None for reason in reasons])
    calls: list[Call | None] = [None] * len(places)
    judged = [found.judged(places[j])._replace(odds=odds[j]) for j in at]
    for j, call in zip(at, as_calls(at, candidates, part, world, solved, meant, judged), strict=True):
        calls[j] = call
    return (solved.swing, solved.aim), calls
