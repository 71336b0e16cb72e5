"""From a question to ranked calls, for a right-hander."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from veltrin.core.air import Air, Wind
from veltrin.core.care import notes_for
from veltrin.core.constants import GRAVITY_M_S2
from veltrin.core.geometry import Index, Vec, elevation
from veltrin.core.ground import BALL_M, LIP_ROLLED_M, Lie, Slope
from veltrin.core.kit import Player
from veltrin.core.methods.stock import KEPT_CLUB, STOCK_SWING
from veltrin.core.plan.answer import beside_of, call_of, with_detail
from veltrin.core.plan.candidates import Candidate, case_of, list_candidates
from veltrin.core.plan.model import Call, FellOut, LevelChoice, Line, Odds, Plan, Question, Spread
from veltrin.core.plan.odds import strike_odds
from veltrin.core.plan.play import Batch, World, stack_changes
from veltrin.core.plan.rank import (
    FAILED_LEAVE,
    Doubts,
    club_difficulty,
    cost_of,
    grass_difficulty,
    ground_doubts,
    slope_difficulty,
    typical_leave,
)
from veltrin.core.plan.scatter import spreads_of
from veltrin.core.plan.solve import Solved, solve
from veltrin.core.plan.stock import stock_speeds
from veltrin.core.plan.swap import swap_note
from veltrin.core.strike import club_arrays

SHORTEST_SWING_OF_KIND = {"wood": 0.70, "hybrid": 0.45, "long iron": 0.30}
"""A wood is not swung shorter than about three quarters off the ground, a hybrid than half, nobody chips with a long
iron: the ball is rolled instead. Common practice."""

LONG_IRON_RAD = math.radians(29.0)

LEAST_LAUNCH_RAD = math.radians(4.0)
"""Lower than this it never gets off the turf. Judgement."""

LONGEST_JUDGED_RUN_M = 60.0
"""A longer run depends on every bump in the way. Judgement."""

LEAST_CLEAN = 0.4
"""A way that is struck clean less often than this is no call. Judgement."""

STRUCK_OFTEN = 12
"""How many of the best calls are struck many times."""

ALIKE_AIM_RAD = math.radians(1.0)


def make_batch(question: Question, candidates: list[Candidate], kept_club_id: str | None) -> Batch:
    """Gather clubs, full speeds and changes of the candidates."""
    player = question.player
    place = np.array([c.bag_place for c in candidates], dtype=int)
    speeds = np.array(stock_speeds(player))[place]
    changes = [c.method.changed(case_of(question, c.club, kept_club_id)) for c in candidates]
    return Batch(club_arrays(player, player.bag).take(place), speeds, stack_changes(changes), player.stature_m)


def reason_against(i: int, candidate: Candidate, solved: Solved, odds: Odds, lie: Lie) -> str | None:
    """Why a solved candidate falls out after all, or None."""
    played, method = solved.played, candidate.method
    run = float(played.total[i] - played.carry[i])
    launch = float(elevation(played.launch.velocity)[i])
    swing = solved.swing[i]
    club = candidate.club
    kind = "long iron" if club.kind == "iron" and club.loft_rad < LONG_IRON_RAD else club.kind
    touched = swing < SHORTEST_SWING_OF_KIND.get(kind, 0.0) and not method.rolls
    reasons = (
        (launch < LEAST_LAUNCH_RAD and not method.rolls, "won't get up: too little loft is left here"),
        (not clears_lip(lie, played.launch.velocity[i]), "won't clear the lip"),
        (solved.short[i], "a full swing stops short"),
        (not played.runs.held[i], "the ball does not stop on this tilt"),
        (solved.long[i], "the shortest stroke already runs past"),
        (touched, f"a {kind} is not swung this short"),
        (swing < method.shortest_swing, "is for longer swings: this one would be a touch"),
        (swing > method.longest_swing, "is for shorter swings than this one needs"),
        (run > LONGEST_JUDGED_RUN_M, "lands so hot that nobody can judge the run"),
        (solved.unsettled[i], "no length of swing leaves it at the flag: the ground changes just there"),
        (odds.clean < LEAST_CLEAN and odds.thin > odds.heavy, "would be thin or skulled more often than not"),
        (odds.clean < LEAST_CLEAN, "would be heavy or stuck more often than not"),
    )
    return next((words for is_out, words in reasons if is_out), None)


def clears_lip(lie: Lie, velocity: Vec) -> bool:
    """Whether a ball that leaves with this velocity (m/s) rises over the lip, a ball's width to spare.

    Vacuum parabola: over a few metres the air takes nothing that a coach could see.
    """
    if lie.lip_m <= LIP_ROLLED_M:
        return True
    along = float(np.hypot(velocity[0], velocity[1]))
    if along < 0.1:
        return False
    time = lie.lip_at_m / along
    height = float(velocity[2]) * time - 0.5 * GRAVITY_M_S2 * time**2
    return height > lie.lip_m + BALL_M


@dataclass(frozen=True)
class Sieved:
    """All candidates solved; `good` are those that are calls, `cost` (m) what the first sieve makes of each."""

    candidates: list[Candidate]
    batch: Batch
    solved: Solved
    odds: list[Odds]
    fell_out: list[FellOut]
    good: Index
    leave: Vec
    cost: Vec
    hard: Vec
    strike_hard: Vec
    doubts: Doubts


def sieve(
    question: Question, candidates: list[Candidate], kept_club_id: str | None, known_loft: float | None, world: World
) -> Sieved:
    """Solve the candidates, sort out those that fail, and work out the typical leave of the others."""
    batch = make_batch(question, candidates, kept_club_id)
    line, scatter = question.line, question.player.scatter
    solved = solve(batch, world, line.flag_m)
    loft = solved.played.delivery.delivered_loft
    ease = np.array([c.method.difficulty for c in candidates])
    rolls = np.array([c.method.rolls for c in candidates])
    thick = grass_difficulty(question.lie)
    hard = slope_difficulty(question.slope) * thick * club_difficulty(loft, rolls) * ease
    # Thick grass hides the ball and turns the face; it widens where the arc bottoms out less than where the ball goes.
    strike_hard = hard / math.sqrt(thick)
    odds = strike_odds(batch, question.lie, solved.played.contact, scatter, solved.swing, strike_hard)
    reasons = [reason_against(i, c, solved, odds[i], question.lie) for i, c in enumerate(candidates)]
    out = [
        c.fell(reason, line.flag_m - float(solved.full_total[i]) if solved.short[i] else None)
        for i, (c, reason) in enumerate(zip(candidates, reasons, strict=True))
        if reason is not None
    ]
    good = np.flatnonzero([reason is None for reason in reasons])
    leave = np.full(len(candidates), math.inf)
    doubts = ground_doubts(solved.played, world.landing)
    if len(good):
        part = batch.take(good)
        doubted = doubts.take(good)
        leave[good] = typical_leave(part, world, solved.swing[good], solved.aim[good], scatter, hard[good], doubted)
    fail = np.array([1.0 - o.clean for o in odds])
    cost = cost_of(leave + FAILED_LEAVE * fail * line.flag_m, loft, known_loft)
    return Sieved(candidates, batch, solved, odds, out, good, leave, cost, hard, strike_hard, doubts)


def struck_calls(
    question: Question, found: Sieved, struck: Index, known_loft: float | None, world: World
) -> list[tuple[Call, Candidate]]:
    """Say all good candidates as calls, those in `struck` with the spread of many strikes, best first."""
    solved, leave, cost = found.solved, found.leave.copy(), found.cost.copy()
    spreads: dict[int, Spread] = {}
    if len(struck):
        part = found.batch.take(struck)
        aimed = (solved.swing[struck], solved.aim[struck])
        scatter, doubts = question.player.scatter, found.doubts.take(struck)
        hard = (found.hard[struck], found.strike_hard[struck])
        made = spreads_of(part, world, question.line, *aimed, scatter, *hard, doubts)
        spreads = dict(zip((int(i) for i in struck), made, strict=True))
        leave[struck] = [s.mean_leave_m for s in made]
        cost[struck] = cost_of(leave[struck], solved.played.delivery.delivered_loft[struck], known_loft)
    beside = beside_of(found.batch, solved, question.lie)
    calls = []
    for i in map(int, found.good):
        candidate = found.candidates[i]
        call = call_of(i, candidate, found.batch, solved, question.line, leave, cost, found.hard, found.odds[i], beside)
        calls.append((replace(call, pinned=candidate.method.id in question.pinned, spread=spreads.get(i)), candidate))
    calls.sort(key=lambda p: (not p[0].pinned, p[0].spread is None, round(p[0].cost_m, 3), p[0].swing, p[0].id))
    return calls


def _solve_all(
    question: Question,
    candidates: list[Candidate],
    kept_club_id: str | None,
    known_loft: float | None,
    world: World,
    struck: int,
) -> tuple[list[tuple[Call, Candidate]], list[FellOut]]:
    """All calls, best first, the best `struck` of them with the spread of many strikes; and what fell out."""
    found = sieve(question, candidates, kept_club_id, known_loft, world)
    pinned = np.array([candidates[i].method.id not in question.pinned for i in found.good], dtype=bool)
    order = np.lexsort((found.cost[found.good], pinned))
    return struck_calls(question, found, found.good[order[:struck]], known_loft, world), found.fell_out


@lru_cache(maxsize=512)
def level_choice(player: Player, line: Line, air: Air, wind: Wind) -> LevelChoice | None:
    """What this player would use for this line from level ground with the stock stroke."""
    question = Question(player, Slope(), line, air, wind)
    listed, _ = list_candidates(question, None)
    candidates = [c for c in listed if c.method.id == STOCK_SWING.id]
    if not candidates:
        return None
    world = World(Slope(), air, wind, line.landing)
    calls, _ = _solve_all(question, candidates, None, None, world, STRUCK_OFTEN)
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
    """Find the club that 'kept club' keeps (asked for, or the level choice) and the level choice itself.

    A fast answer without a kept club needs neither: what the level would take is looked up in the full plan.
    """
    asked = question.kept_club_id
    kept = None if asked is None else question.player.club(asked, "kept_club_id").id
    if question.only and (kept is not None or not any(i.endswith(f"~{KEPT_CLUB.id}") for i in question.only)):
        return kept, None
    level = level_choice(question.player, question.line, question.air, question.wind)
    return kept or (level.club_id if level else None), level


def plan_right_handed(question: Question) -> Plan:
    """Plan the shot.

    With `only` given, just those calls are worked out again, without the many strikes: the fast answer while
    dragging. Its leave is the typical one.
    """
    world = World(question.slope, question.air, question.wind, question.line.landing, question.lie)
    kept, level = kept_club(question)
    care = notes_for(question.lie, question.slope, question.air.temperature_c)
    candidates, out = list_candidates(question, kept)
    if not candidates:
        return Plan((), None, None, tuple(out), None, kept, care)
    struck = 0 if question.only else STRUCK_OFTEN
    pairs, fell = _solve_all(question, candidates, kept, level.loft_rad if level else None, world, struck)
    calls = [call for call, _ in pairs]
    first = calls[0] if calls else None
    second = _second(calls) if calls else None
    shown = {c.id for c in (first, second) if c is not None} | set(question.detail_for) | set(question.only)
    picked = [(call, cand) for call, cand in pairs if call.id in shown]
    by_id: dict[str, Call] = {}
    if picked:
        batch = make_batch(question, [cand for _, cand in picked], kept)
        by_id = {c.id: c for c in with_detail([call for call, _ in picked], batch, world)}
    best_stock = next((c for c in calls if c.method_id == STOCK_SWING.id), None)
    return Plan(
        calls=tuple(by_id.get(c.id, c) for c in calls),
        first_id=first.id if first else None,
        second_id=second.id if second else None,
        fell_out=(*out, *fell),
        swap=swap_note(question, level, best_stock, world),
        kept_club_id=kept,
        care=care,
    )
