"""From a question to ranked calls, for a right-hander."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

from veltrin.core.care import Note, Sky, notes_for
from veltrin.core.methods.stock import STOCK_SWING
from veltrin.core.plan.answer import with_detail
from veltrin.core.plan.candidates import FELT_AT_M, Candidate
from veltrin.core.plan.harder import harder_note
from veltrin.core.plan.model import Call, FellOut, Plan, Question
from veltrin.core.plan.play import World
from veltrin.core.plan.prepared import Prepared, prepare
from veltrin.core.plan.rank import STAYS_WITHIN
from veltrin.core.plan.ranking import Ranking, all_struck, ranking_of
from veltrin.core.plan.relief import RELIEF_ID, relief_call
from veltrin.core.plan.strike import Ranked
from veltrin.core.plan.swap import swap_note
from veltrin.core.plan.target import lies_badly

WORTH_SHOWING = 0.3
"""A second call may cost so many strokes more than the first before it is no choice any more. Judgement."""

ALIKE_AIM_RAD = math.radians(1.0)


def _looks_alike(one: Call, other: Call) -> bool:
    """Tell whether two calls would hardly be told apart on the ground: same club, same flight, same aim."""
    return (
        one.club_id == other.club_id
        and abs(one.apex_m - other.apex_m) < 0.05 * one.apex_m
        and abs(one.aim_rad - other.aim_rad) < ALIKE_AIM_RAD
    )


LEAST_SHOWN_CLEAN = 0.5
"""A second call fails no more often than every other time, where the first doesn't. Judgement."""


def _second(calls: list[Call]) -> Call | None:
    """Pick the best call that goes about it another way: club against set-up, else other school, else next.

    None where nothing that was struck as often as the first comes near it: a call that nobody should play is no choice.
    """
    first = calls[0]
    least = min(first.odds.clean, LEAST_SHOWN_CLEAN)
    others = [
        c
        for c in calls[1:]
        if (c.spread is None) == (first.spread is None)
        and c.score <= first.score + WORTH_SHOWING
        and c.odds.clean >= least
        and not _looks_alike(first, c)
    ]
    for differs in (lambda c: c.way != first.way, lambda c: c.school != first.school, lambda c: True):
        for call in others:
            if differs(call):
                return call
    return None


SAFE_WITHIN = 0.25
"""A safe call may cost so many strokes more than the best. Common practice would call it a quarter of a shot."""

FAILS_AT_MOST = 1.0 / 3.0
"""What fails more often is not called safe, however much worse the rest is. Judgement."""

AS_SAFE = 0.02
"""Bad ones are as good as equally many within this share: 400 strikes don't tell it closer."""


def _safe(calls: list[Call]) -> Call | None:
    """Pick the call with the fewest bad ones among those that cost little more than the cheapest."""
    told = [(c, c.spread) for c in calls if c.spread is not None]
    if not told:
        return None
    limit = min(s.strokes for _, s in told) + SAFE_WITHIN
    cheap = [(c, s) for c, s in told if s.strokes <= limit]
    fewest = min(s.bad for _, s in cheap) + AS_SAFE
    return min((p for p in cheap if p[1].bad <= fewest), key=lambda p: p[1].strokes)[0]


def safe_words(call: Call) -> str:
    """What the call with the fewest bad ones is called: safe is not said of what fails in more than a third."""
    return SAFE if 1.0 - call.odds.clean <= FAILS_AT_MOST else BAD_LOT


SAFE, BAD_LOT = "safe", "best of a bad lot"


def _best_of(calls: list[Call], *, is_direct: bool) -> Call | None:
    ways = [c for c in calls if (c.target.name == "flag") == is_direct and (c.spread is not None)]
    return min(ways, key=lambda c: c.score, default=None)


def _id(call: Call | None) -> str | None:
    return None if call is None else call.id


def care_for(question: Question) -> tuple[Note, ...]:
    """Cautions and rules that lie, line and day bring up."""
    line = question.line
    sky = Sky(question.air.temperature_c, math.hypot(*question.wind.at(FELT_AT_M)), question.ball_c, question.weather)
    return notes_for(question.lie, question.slope, sky, line.areas, line.obstacles)


class _SoFar(NamedTuple):
    """What both stages of a plan share; the question is the shot's, with what the page looks at."""

    question: Question
    shot: Prepared
    care: tuple[Note, ...]
    fell_out: tuple[FellOut, ...]


def _plan_of(so_far: _SoFar, pairs: list[tuple[Call, Candidate]]) -> Plan:
    """Put ranked calls into a plan, those that are looked at drawn and explained."""
    question, shot = so_far.question, so_far.shot
    world = shot.world
    pairs = with_shown_first(question, pairs)
    calls = [call for call, _ in pairs]
    first = calls[0] if calls else None
    second = _second(calls) if calls else None
    # A few calls alone say nothing of what else there is.
    beside = [] if question.only else calls
    safe = _safe(beside)
    direct, escape = _best_of(beside, is_direct=True), _best_of(beside, is_direct=False)
    shown = {c.id for c in (first, second, safe, direct, escape) if c is not None}
    shown |= {*question.detail_for, *question.only}
    picked = [(call, cand) for call, cand in pairs if call.id in shown]
    by_id: dict[str, Call] = {}
    if picked:
        batch = shot.batch([cand for _, cand in picked])
        by_id = {c.id: c for c in with_detail([call for call, _ in picked], batch, world)}
    stock = next((p for p in pairs if p[0].method_id == STOCK_SWING.id and p[0].target.name == "flag"), None)
    told = with_relief(question, [by_id.get(c.id, c) for c in calls], world)
    first = told[0]
    return Plan(
        calls=tuple(told),
        first_id=_id(first),
        second_id=_id(second),
        fell_out=so_far.fell_out,
        swap=swap_note(question, shot.level, stock[0] if stock else None, world),
        kept_club_id=shot.kept,
        care=so_far.care,
        safe_id=_id(safe),
        safe_words="" if safe is None else safe_words(safe),
        direct_id=_id(direct) if escape else None,
        escape_id=_id(escape),
        harder=None if question.only else harder_note(shot, stock),
    )


def with_shown_first(question: Question, pairs: Ranked) -> Ranked:
    """Let the call that stands first on the page stay there, unless another beats it by more than STAYS_WITHIN."""
    shown = next((k for k, (call, _) in enumerate(pairs) if call.id == question.shown_id), None)
    if not shown:
        return pairs
    call, first = pairs[shown][0], pairs[0][0]
    if first.pinned != call.pinned or call.score > first.score + STAYS_WITHIN:
        return pairs
    return [pairs[shown], *pairs[:shown], *pairs[shown + 1 :]]


def with_relief(question: Question, calls: list[Call], world: World) -> list[Call]:
    """Put relief among the calls by what it costs, where the lie may ask for it or nothing else is left."""
    if calls and (question.only or not lies_badly(question.lie)):
        return calls
    relief = relief_call(question, world)
    place = next((k for k, c in enumerate(calls) if not c.pinned and c.score > relief.score), len(calls))
    return [*calls[:place], relief, *calls[place:]]


def plan_in_stages(question: Question, *, only_last: bool = False) -> Iterator[Plan]:
    """Plan the shot for a right-hander: first the calls as they are screened, then with risk, from many strikes.

    With `only` given, just those calls are worked out again, at once with risk: the fast answer while dragging.
    """
    ranking = Ranking(prepare(question)) if question.only else ranking_of(question)
    shot = ranking.shot
    care = care_for(question)
    found = shot.found
    if found is None:
        out = tuple(shot.fell_out)
        if question.only and RELIEF_ID not in question.only:
            yield Plan((), None, None, out, None, shot.kept, care)
            return
        relief = relief_call(question, shot.world)
        yield Plan((relief,), relief.id, None, out, None, shot.kept, care)
        return
    so_far = _SoFar(question, shot, care, (*shot.fell_out, *found.fell_out))
    if question.only:
        yield _plan_of(so_far, all_struck(shot))
        return
    if not (ranking.plain and only_last):
        yield _plan_of(so_far, ranking.plain)
    if ranking.plain:
        yield _plan_of(so_far, ranking.struck(looked_at(question)))


def looked_at(question: Question) -> tuple[str, ...]:
    """Calls that stand on the page whatever they cost."""
    return (*question.detail_for, *((question.shown_id,) if question.shown_id else ()))


def plan_right_handed(question: Question) -> Plan:
    """The whole plan: its last stage."""
    return next(plan_in_stages(question, only_last=True))
