"""Ways to fill a cell: the best of some calls, the best of all with risk, and one stroke a club for a whole column."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from veltrin.core.cards.cell import RUNS_MOST, Cell, Whom, cell_of
from veltrin.core.kit import Club
from veltrin.core.methods import CATALOGUE, Method
from veltrin.core.plan.answer import as_calls
from veltrin.core.plan.candidates import Candidate, case_of, list_candidates, list_untold, targets_of
from veltrin.core.plan.model import Call, FellOut, Question
from veltrin.core.plan.planner import with_relief
from veltrin.core.plan.play import World
from veltrin.core.plan.prepared import prepare
from veltrin.core.plan.rank import STAYS_WITHIN
from veltrin.core.plan.ranking import Ranking, all_struck
from veltrin.core.plan.screen import make_batch, reasons_against, screen, world_of
from veltrin.core.plan.solve import FULL_SWING, solve
from veltrin.core.plan.target import Target

CLOSE_SHARE = 0.02
"""Where a full swing carries hardly further than what is asked, one club more is as good."""


def calls_of(
    question: Question,
    clubs: Sequence[Club],
    methods: Sequence[str],
    most: int | None = None,
    *,
    one_a_club: bool = False,
) -> list[Call]:
    """What these clubs do with these methods, fewest strokes first, by as many strikes as in a plan.

    `most`, `one_a_club`: see all_struck.
    """
    asked = [m for m in methods if m not in question.excluded]
    only = tuple(f"{club.id}~{method}" for club in clubs for method in asked)
    if not only:
        return []
    shot = prepare(replace(question, only=only), list_candidates)
    return [call for call, _ in all_struck(shot, most, one_a_club=one_a_club)]


TRIED = 2
"""Of the clubs and ways that a cell may ask for so many are struck many times: the cheapest by the first screening."""


def best_of(question: Question, clubs: Sequence[Club], methods: Sequence[str]) -> Cell | None:
    """The best of these clubs with these methods; None where none of them is a call here."""
    calls = calls_of(question, clubs, methods, TRIED)
    # Who falls short covers another distance than the one that is asked for.
    there = [call for call in calls if call.finish == "there"] or calls
    return cell_of(there[0], there[1:], question) if there else None


def best_of_all(question: Question) -> Cell | None:
    """The best call of all, ways out and relief among them, judged by as many strikes as in a plan."""
    ranking = Ranking(prepare(question, _sensible))
    # What was not struck many times was judged too roughly to be called as good.
    struck = [call for call, _ in ranking.whole if call.spread is not None]
    calls = with_relief(question, struck, ranking.shot.world)
    if not calls:
        return None
    plain_first = min(calls, key=lambda c: (c.pinned != calls[0].pinned, *_plainness(c, calls[0])))
    return cell_of(plain_first, [c for c in calls if c is not plain_first], question)


NEAR_M = 60.0
LEAST_NEAR_LOFT_RAD = math.radians(26.0)
LEAST_SHARE = 0.5
"""For the flag nobody takes less loft than a 7-iron from nearer, nor a club whose stock carry is less than this share
of the way. Common practice; it halves what has to be tried."""


def _sensible(question: Question, kept: str | None) -> tuple[list[Candidate], list[FellOut]]:
    flag = question.line.flag_m

    def is_sensible(club: Club) -> bool:
        if club.kind == "putter":
            return True
        return club.loft_rad >= LEAST_NEAR_LOFT_RAD if flag < NEAR_M else club.stock_carry_m >= LEAST_SHARE * flag

    return list_untold(question, kept, is_sensible), []


def _plainness(call: Call, first: Call) -> tuple[bool, bool, float, float]:
    """Of ways that are as good as the first the plainest that gets there goes on a card: what one has to remember.

    Common practice.
    """
    as_good = call.score <= first.score + STAYS_WITHIN and call.target.name == first.target.name
    method = CATALOGUE.get(call.method_id)
    return not as_good, call.finish == "short", 1.0 if method is None else method.difficulty, call.score


def fullest(
    whom: Whom, question: Question, method: Method, finishes: Sequence[float | None], reach: int
) -> list[Cell | None]:
    """For each finish (m) the club whose swing is nearest to full, all solved at once for a right-hander.

    `finishes`: one for each club that is swung, in bag order; clubs up to `reach` places away in the bag are tried.
    """
    clubs, places = whom.swung, {c.id: k for k, c in enumerate(whom.player.bag)}
    listed: list[tuple[int, Candidate]] = []
    for row, finish in enumerate(finishes):
        if finish is None:
            continue
        for club in clubs[max(row - reach, 0) : row + reach + 1]:
            if method.refusal(case_of(question, club, None, finish)) is None:
                listed.append((row, Candidate(club, places[club.id], method, Target("flag", finish, 0.0))))
    if not listed:
        return [None] * len(finishes)
    world = world_of(question)
    candidates = [c for _, c in listed]
    solved = solve(make_batch(question, candidates, None), world, targets_of(candidates, None))
    left, by_row = list(range(len(listed))), dict[int, Cell]()
    while left:
        chosen: dict[int, int] = {}
        for i in left:
            # Who reaches it comes before who doesn't; then the fuller swing, or the longer club.
            row = listed[i][0]
            best = chosen.setdefault(row, i)
            keys = [(not solved.short[k], solved.swing[k], solved.full_total[k]) for k in (best, i)]
            chosen[row] = i if keys[1] > keys[0] else best
        told = _said(question, [candidates[i] for i in chosen.values()], world)
        by_row |= {row: cell for row, cell in zip(chosen, told, strict=True) if cell is not None}
        # What was none after all makes room for the next one.
        left = [i for i in left if listed[i][0] not in by_row and i not in chosen.values()]
    return [by_row.get(row) for row in range(len(finishes))]


def _said(question: Question, chosen: list[Candidate], world: World) -> list[Cell | None]:
    """The chosen calls as cells; None where one is none after all."""
    found = screen(question, chosen, None, None, world)
    reasons = reasons_against(chosen, found.solved, found.odds, question)
    at = np.flatnonzero([reason is None for reason in reasons])
    cells: list[Cell | None] = [None] * len(chosen)
    judged = [found.judged(i) for i in at]
    for i, call in zip(at, as_calls(at, chosen, found.batch, world, found.solved, found.targets, judged), strict=True):
        cell, short = cell_of(call, []), bool(found.solved.short[i])
        barely = call.swing >= FULL_SWING * (1.0 - CLOSE_SHARE) and not short
        runs = call.swing >= FULL_SWING * (1.0 - CLOSE_SHARE) and call.run_m > RUNS_MOST * call.total_m
        cells[i] = replace(
            cell,
            doubt=cell.doubt or ("runs" if runs else "close" if barely else ""),
            finish="short" if short else "there",
        )
    return cells


def method_for(whom: Whom, usual: str, others: Sequence[str]) -> Method:
    """The method a card is made with: one that is pinned for the player before the usual one."""
    return CATALOGUE[next((m for m in others if m in whom.pinned), usual)]
