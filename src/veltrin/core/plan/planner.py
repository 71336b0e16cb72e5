"""From a question to ranked calls, for a right-hander."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from veltrin.core.air import Air, Wind
from veltrin.core.geometry import elevation
from veltrin.core.ground import Slope
from veltrin.core.kit import Player
from veltrin.core.methods import Case
from veltrin.core.plan.answer import call_of, with_detail
from veltrin.core.plan.candidates import Candidate, list_candidates
from veltrin.core.plan.model import Call, FellOut, LevelChoice, Line, Plan, Question
from veltrin.core.plan.play import Batch, World, stack_changes
from veltrin.core.plan.rank import club_difficulty, cost_of, grass_difficulty, slope_difficulty, typical_leave
from veltrin.core.plan.solve import Solved, solve
from veltrin.core.plan.stock import stock_speeds
from veltrin.core.plan.swap import swap_note
from veltrin.core.strike import club_arrays

WOOD_SHORTEST_SWING = 0.70
"""A wood is not swung shorter than about three quarters off the ground. Common practice."""

LEAST_LAUNCH_RAD = math.radians(4.0)
"""Lower than this it never gets off the turf. Judgement."""

LONGEST_JUDGED_RUN_M = 60.0
"""A longer run depends on every bump in the way. Judgement."""

ALIKE_AIM_RAD = math.radians(1.0)


def make_batch(question: Question, candidates: list[Candidate], kept_club_id: str | None) -> Batch:
    """Gather clubs, full speeds and changes of the candidates."""
    player = question.player
    place = np.array([c.bag_place for c in candidates], dtype=int)
    speeds = np.array(stock_speeds(player))[place]
    changes = [c.method.change(Case(question.slope, c.club, kept_club_id, question.grass)) for c in candidates]
    return Batch(club_arrays(player, player.bag).take(place), speeds, stack_changes(changes), player.stature_m)


def reason_against(i: int, candidate: Candidate, solved: Solved) -> str | None:
    """Why a solved candidate falls out after all, or None."""
    played = solved.played
    run = float(played.total[i] - played.carry[i])
    reasons = (
        (float(elevation(played.launch.velocity)[i]) < LEAST_LAUNCH_RAD, "won't get up: too little loft is left here"),
        (solved.short[i], "a full swing stops short"),
        (not played.runs.held[i], "the ball does not stop on this tilt"),
        (solved.long[i], "the shortest stroke already runs past"),
        (
            candidate.club.kind == "wood" and solved.swing[i] < WOOD_SHORTEST_SWING,
            "a wood is not swung this short",
        ),
        (solved.swing[i] < candidate.method.shortest_swing, "is for longer swings: this one would be a touch"),
        (run > LONGEST_JUDGED_RUN_M, "lands so hot that nobody can judge the run"),
        (solved.unsettled[i], "no length of swing leaves it at the flag: the ground changes just there"),
    )
    return next((words for is_out, words in reasons if is_out), None)


def _solve_all(
    question: Question, candidates: list[Candidate], kept_club_id: str | None, known_loft: float | None, world: World
) -> tuple[list[tuple[Call, Candidate]], list[FellOut]]:
    batch = make_batch(question, candidates, kept_club_id)
    flag = question.line.flag_m
    solved = solve(batch, world, flag)
    out: list[FellOut] = []
    good: list[int] = []
    for i, candidate in enumerate(candidates):
        reason = reason_against(i, candidate, solved)
        if reason is None:
            good.append(i)
        else:
            short = flag - float(solved.full_total[i]) if solved.short[i] else None
            out.append(candidate.fell(reason, short))
    index = np.array(good, dtype=int)
    if not good:
        return [], out
    loft = solved.played.delivery.delivered_loft
    ease = np.array([c.method.difficulty for c in candidates])
    hard = slope_difficulty(question.slope) * grass_difficulty(question.grass) * club_difficulty(loft) * ease
    leave = np.full(len(candidates), math.inf)
    leave[index] = typical_leave(
        batch.take(index), world, solved.swing[index], solved.aim[index], question.player.scatter, hard[index]
    )
    cost = cost_of(leave, loft, known_loft)
    calls = [(call_of(i, candidates[i], batch, solved, question.line, leave, cost, hard), candidates[i]) for i in good]
    calls.sort(key=lambda pair: (round(pair[0].cost_m, 3), pair[0].swing, pair[0].id))
    return calls, out


@lru_cache(maxsize=512)
def level_choice(player: Player, line: Line, air: Air, wind: Wind) -> LevelChoice | None:
    """What this player would use for this line from level ground with the stock stroke."""
    question = Question(player, Slope(), line, air, wind)
    candidates, _ = list_candidates(question, None)
    world = World(Slope(), air, wind, line.landing)
    calls, _ = _solve_all(question, candidates, None, None, world)
    if not calls:
        return None
    best = calls[0][0]
    return LevelChoice(best.club_id, best.swing, best.delivered_loft_rad)


def _looks_alike(one: Call, other: Call) -> bool:
    """Tell whether two calls would hardly be told apart on the ground: same club, same flight, same aim."""
    return (
        one.club_id == other.club_id
        and abs(one.apex_m - other.apex_m) < 0.05 * one.apex_m
        and abs(one.aim_rad - other.aim_rad) < ALIKE_AIM_RAD
    )


def _second(calls: list[Call]) -> Call | None:
    """Pick the best call that goes about it another way: club against set-up, else other school, else next."""
    first = calls[0]
    others = [c for c in calls[1:] if not _looks_alike(first, c)]
    for differs in (lambda c: c.way != first.way, lambda c: c.school != first.school, lambda c: True):
        for call in others:
            if differs(call):
                return call
    return None


def kept_club(question: Question) -> tuple[str | None, LevelChoice | None]:
    """Find the club that 'kept club' keeps (asked for, or the level choice) and the level choice itself."""
    level = level_choice(question.player, question.line, question.air, question.wind)
    if question.kept_club_id is not None:
        return question.player.club(question.kept_club_id, "kept_club_id").id, level
    return (level.club_id if level else None), level


def plan_right_handed(question: Question) -> Plan:
    """Plan the shot. With `only` given, just those calls are worked out again: the fast answer while dragging."""
    world = World(question.slope, question.air, question.wind, question.line.landing, question.grass)
    kept, level = kept_club(question)
    candidates, out = list_candidates(question, kept)
    if question.only:
        candidates, out = [c for c in candidates if c.id in question.only], []
    if not candidates:
        return Plan((), None, None, tuple(out), None, kept)
    pairs, fell = _solve_all(question, candidates, kept, level.loft_rad if level else None, world)
    out = out + fell
    calls = [call for call, _ in pairs]
    first = calls[0] if calls else None
    second = _second(calls) if calls else None
    shown = {c.id for c in (first, second) if c is not None} | set(question.detail_for) | set(question.only)
    picked = [(call, cand) for call, cand in pairs if call.id in shown]
    by_id: dict[str, Call] = {}
    if picked:
        batch = make_batch(question, [cand for _, cand in picked], kept)
        by_id = {c.id: c for c in with_detail([call for call, _ in picked], batch, world)}
    return Plan(
        calls=tuple(by_id.get(c.id, c) for c in calls),
        first_id=first.id if first else None,
        second_id=second.id if second else None,
        fell_out=tuple(out),
        swap=swap_note(question, level, first, world),
        kept_club_id=kept,
    )
