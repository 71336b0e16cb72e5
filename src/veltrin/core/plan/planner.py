"""From a question to ranked calls, for a right-hander."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from veltrin.core.air import Air, Wind
from veltrin.core.care import Note, notes_for
from veltrin.core.constants import GRAVITY_M_S2
from veltrin.core.geometry import Index, Vec, elevation
from veltrin.core.ground import BALL_M, LIP_ROLLED_M, Lie, Slope
from veltrin.core.hole import KIND_LIST, walls_of
from veltrin.core.kit import Player
from veltrin.core.methods.stock import KEPT_CLUB, STOCK_SWING
from veltrin.core.plan.answer import Judged, beside_of, call_of, with_detail
from veltrin.core.plan.candidates import (
    AHEAD_RAD,
    Candidate,
    case_of,
    list_candidates,
    list_escapes,
    targets_of,
    turned,
)
from veltrin.core.plan.model import MOODS, Call, FellOut, LevelChoice, Line, Odds, Plan, Question, Spread
from veltrin.core.plan.odds import strike_odds
from veltrin.core.plan.play import Batch, World, stack_changes
from veltrin.core.plan.rank import (
    FAILED_SHARE,
    Doubts,
    club_difficulty,
    grass_difficulty,
    ground_doubts,
    slope_difficulty,
    typical,
    unknown_flight,
)
from veltrin.core.plan.scatter import Struck, spreads_of, strike_often, told_bad
from veltrin.core.plan.shift import better_targets
from veltrin.core.plan.solve import Solved, solve
from veltrin.core.plan.stock import stock_speeds
from veltrin.core.plan.swap import swap_note
from veltrin.core.plan.target import Targets
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

MOVED_AT_MOST = 6
"""For how many of them a better finish than the flag is looked for."""

WORTH_SHOWING = 0.3
"""A second call may cost so many strokes more than the first before it is no choice any more. Judgement."""

ALIKE_AIM_RAD = math.radians(1.0)


def world_of(question: Question) -> World:
    """Everything around the strokes of a question."""
    walls = walls_of(question.line.obstacles, question.line.landing)
    return World(question.slope, question.air, question.wind, question.ground, question.lie, walls)


def make_batch(question: Question, candidates: list[Candidate], kept_club_id: str | None) -> Batch:
    """Gather clubs, full speeds and changes of the candidates."""
    player = question.player
    place = np.array([c.bag_place for c in candidates], dtype=int)
    speeds = np.array(stock_speeds(player))[place]
    felt = {c.target: turned(question, c.target) or question for c in candidates}
    changes = [c.method.changed(case_of(felt[c.target], c.club, kept_club_id, c.target.distance_m)) for c in candidates]
    return Batch(club_arrays(player, player.bag).take(place), speeds, stack_changes(changes), player.stature_m)


def reason_against(i: int, candidate: Candidate, solved: Solved, odds: Odds, question: Question) -> str | None:
    """Why a solved candidate falls out after all, or None."""
    played, method = solved.played, candidate.method
    one = targets_of([candidate], question.line.land_m)
    at, rest = played.flights.landing[i : i + 1], played.runs.rest[i : i + 1]
    run = float(one.along(rest)[0] - one.along(at)[0])
    launch = float(elevation(played.launch.velocity)[i])
    swing = solved.swing[i]
    club = candidate.club
    kind = "long iron" if club.kind == "iron" and club.loft_rad < LONG_IRON_RAD else club.kind
    touched = swing < SHORTEST_SWING_OF_KIND.get(kind, 0.0) and not method.rolls
    wall = int(played.flights.struck[i])
    ahead = abs(candidate.target.bearing_rad) <= AHEAD_RAD
    reasons = (
        (launch < LEAST_LAUNCH_RAD and not method.rolls, "won't get up: too little loft is left here"),
        (ahead and not clears_lip(question.lie, played.launch.velocity[i]), "won't clear the lip"),
        (wall >= 0, f"won't clear the {question.line.obstacles[wall].kind.words}" if wall >= 0 else ""),
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
    found = next((words for is_out, words in reasons if is_out), None)
    return found or lost_in(question, rest)


def lost_in(question: Question, rest: Vec) -> str | None:
    """Why a ball at rest there (1, 3) is lost to a penalty, or None."""
    if not question.line.areas:
        return None
    kind = KIND_LIST[int(question.hole.kind_at(rest[:, 0], rest[:, 1])[0])]
    return f"ends in the {kind.words}" if kind.ends_here else "ends out of bounds" if kind.again else None


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
    """All candidates solved; `good` are those that are calls, `score` (strokes) what the first sieve makes of each."""

    candidates: list[Candidate]
    batch: Batch
    targets: Targets
    solved: Solved
    odds: list[Odds]
    fell_out: list[FellOut]
    good: Index
    leave: Vec
    strokes: Vec
    score: Vec
    hard: Vec
    strike_hard: Vec
    doubts: Doubts
    known_loft: float | None

    def best(self, pinned: frozenset[str], count: int) -> Index:
        """The calls worth striking many times: pinned and cheap ones, and the cheapest way out to each target."""
        first = [self.candidates[i].method.id not in pinned for i in self.good]
        order = self.good[np.lexsort((self.score[self.good], np.array(first, dtype=bool)))]
        leading: dict[str, int] = {}
        for i in map(int, order[np.argsort(self.score[order], kind="stable")]):
            leading.setdefault(self.candidates[i].target.name, i)
        ways_out = [i for name, i in leading.items() if name != "flag"]
        rest = [int(i) for i in order if int(i) not in ways_out]
        return np.array([*rest[: max(count - len(ways_out), 1)], *ways_out], dtype=int)


def sieve(
    question: Question,
    candidates: list[Candidate],
    kept_club_id: str | None,
    known_loft: float | None,
    world: World,
    targets: Targets | None = None,
) -> Sieved:
    """Solve the candidates, sort out those that fail, and work out what the others typically cost.

    `targets`: where each is meant to finish, if not at its own target.
    """
    batch = make_batch(question, candidates, kept_club_id)
    scatter, hole = question.player.scatter, question.hole
    if targets is None:
        targets = targets_of(candidates, question.line.land_m)
    solved = solve(batch, world, targets)
    loft = solved.played.delivery.delivered_loft
    ease = np.array([c.method.difficulty for c in candidates])
    rolls = np.array([c.method.rolls for c in candidates])
    thick = grass_difficulty(question.lie)
    hard = slope_difficulty(question.slope) * thick * club_difficulty(loft, rolls) * ease
    # Thick grass hides the ball and turns the face; it widens where the arc bottoms out less than where the ball goes.
    strike_hard = hard / math.sqrt(thick)
    odds = strike_odds(batch, question.lie, solved.played.contact, scatter, solved.swing, strike_hard)
    reasons = [reason_against(i, c, solved, odds[i], question) for i, c in enumerate(candidates)]
    out = [
        _tried(i, c, reason, batch, solved, targets)
        for i, (c, reason) in enumerate(zip(candidates, reasons, strict=True))
        if reason is not None and c.target.name == "flag"
    ]
    good = np.flatnonzero([reason is None for reason in reasons])
    leave, strokes = np.full(len(candidates), math.inf), np.full(len(candidates), math.inf)
    doubts = ground_doubts(solved.played, world.landing, targets)
    if len(good):
        part, meant, doubted = batch.take(good), targets.take(good), doubts.take(good)
        struck = (solved.swing[good], solved.aim[good], solved.played.runs.rest[good])
        found = typical(part, world, hole, struck, scatter, hard[good], doubted, meant)
        fail = np.array([1.0 - odds[i].clean for i in good])
        halfway = FAILED_SHARE * meant.distance
        left = hole.ends(halfway * np.cos(meant.bearing), halfway * np.sin(meant.bearing)).strokes
        leave[good] = found.leave
        strokes[good] = 1.0 + (1.0 - fail) * found.strokes + fail * left
    return Sieved(
        candidates=candidates,
        batch=batch,
        targets=targets,
        solved=solved,
        odds=odds,
        fell_out=out,
        good=good,
        leave=leave,
        strokes=strokes,
        score=strokes + unknown_flight(loft, known_loft),
        hard=hard,
        strike_hard=strike_hard,
        doubts=doubts,
        known_loft=known_loft,
    )


def _tried(i: int, candidate: Candidate, reason: str, batch: Batch, solved: Solved, targets: Targets) -> FellOut:
    fell = replace(candidate.fell(reason), was_tried=True)
    if not solved.short[i]:
        return fell
    full = float(batch.full_speed[i])
    short = float(targets.distance[i] - solved.full_total[i])
    return replace(fell, short_m=short, need_m_s=full * float(solved.needed[i]), has_m_s=full)


def plain_calls(question: Question, found: Sieved) -> list[tuple[Call, Candidate]]:
    """Say all good candidates as calls, as the first sieve judges them, best first."""
    beside = beside_of(found.batch, found.solved, question.lie)
    pairs = []
    for i in map(int, found.good):
        candidate = found.candidates[i]
        judged = Judged(
            float(found.leave[i]), float(found.strokes[i]), float(found.score[i]), float(found.hard[i]), found.odds[i]
        )
        call = call_of(i, candidate, found.batch, found.solved, found.targets, question.line, judged, beside)
        is_pinned = candidate.method.id in question.pinned and candidate.target.name == "flag"
        pairs.append((replace(call, pinned=is_pinned), candidate))
    return sorted(pairs, key=lambda p: rank_key(p[0]))


def rank_key(call: Call) -> tuple[bool, bool, float, float, str]:
    """Pinned first, then those struck many times, then the fewest strokes; ties by the shorter swing."""
    return (not call.pinned, call.spread is None, round(call.score, 4), call.swing, call.id)


def struck_calls(
    question: Question, found: Sieved, struck: Index, pairs: list[tuple[Call, Candidate]], world: World
) -> list[tuple[Call, Candidate]]:
    """Strike the calls in `struck` many times, move their finish where that costs less, and rank all anew."""
    if not len(struck):
        return pairs
    hole, part, meant = question.hole, found.batch.take(struck), found.targets.take(struck)
    by_id = {call.id: call for call, _ in pairs}
    calls = [by_id[found.candidates[i].id] for i in struck]
    first = _strike(question, found, struck, part, (found.solved.swing[struck], found.solved.aim[struck]), meant, world)
    spreads = spreads_of(first, hole, meant)
    if question.line.land_m is None:
        leading = np.argsort([s.strokes for s in spreads], kind="stable")[:MOVED_AT_MOST]
        moved, saved = better_targets(first.take(leading), world, hole, meant.take(leading))
        worth = saved > 0.0
        which = leading[worth]
        for k, (call, spread) in _moved(
            question, found, struck, which, moved.take(np.flatnonzero(worth)), world
        ).items():
            if spread.strokes < spreads[k].strokes:
                calls[k], spreads[k] = call, spread
    weight = MOODS[question.mood]
    done = {}
    for call, spread in zip(calls, told_bad(spreads), strict=True):
        flight = float(unknown_flight(np.array([call.delivered_loft_rad]), found.known_loft)[0])
        score = spread.strokes + weight * spread.bad + flight
        done[call.id] = replace(
            call,
            spread=spread,
            strokes=spread.strokes,
            score=score,
            leave_m=spread.mean_leave_m,
            pinned=by_id[call.id].pinned,
        )
    ranked = [(done.get(call.id, call), candidate) for call, candidate in pairs]
    return sorted(ranked, key=lambda p: rank_key(p[0]))


def _strike(
    question: Question, found: Sieved, places: Index, part: Batch, aimed: tuple[Vec, Vec], meant: Targets, world: World
) -> Struck:
    hard = (found.hard[places], found.strike_hard[places])
    return strike_often(part, world, aimed, question.player.scatter, hard, found.doubts.take(places), meant)


def _moved(
    question: Question,
    found: Sieved,
    struck: Index,
    which: Index,
    meant: Targets,
    world: World,
) -> dict[int, tuple[Call, Spread]]:
    """Solve and strike anew the calls (`which` of `struck`) whose finish is worth moving, by place in `struck`."""
    if not len(which):
        return {}
    places = struck[which]
    part = found.batch.take(places)
    solved = solve(part, world, meant)
    again = _strike(question, found, places, part, (solved.swing, solved.aim), meant, world)
    beside = beside_of(part, solved, question.lie)
    calls = {}
    spreads = spreads_of(again, question.hole, found.targets.take(places))
    for j, (k, spread) in enumerate(zip(which, spreads, strict=True)):
        i = places[j]
        candidate = found.candidates[i]
        if reason_against(j, candidate, solved, found.odds[i], question) is None:
            judged = Judged(spread.mean_leave_m, spread.strokes, 0.0, float(found.hard[i]), found.odds[i])
            call = call_of(j, candidate, part, solved, meant, question.line, judged, beside)
            calls[int(k)] = (call, spread)
    return calls


@lru_cache(maxsize=512)
def level_choice(player: Player, line: Line, air: Air, wind: Wind) -> LevelChoice | None:
    """What this player would use for this line from level ground with the stock stroke."""
    question = Question(player, Slope(), line, air, wind)
    listed, _ = list_candidates(question, None)
    candidates = [c for c in listed if c.method.id == STOCK_SWING.id]
    if not candidates:
        return None
    world = world_of(question)
    found = sieve(question, candidates, None, None, world)
    calls = plain_calls(question, found)
    if not calls:
        return None
    best = struck_calls(question, found, found.best(frozenset(), STRUCK_OFTEN), calls, world)[0][0]
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
    unlike = [c for c in calls[1:] if not _looks_alike(first, c)]
    # Another way is worth showing where it costs little more; else the next best one.
    others = [c for c in unlike if c.score <= first.score + WORTH_SHOWING] or unlike[:1]
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


SAFE_WITHIN = 0.25
"""A safe call may cost so many strokes more than the best. Common practice would call it a quarter of a shot."""

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


def _best_of(calls: list[Call], *, is_direct: bool) -> Call | None:
    ways = [c for c in calls if (c.target.name == "flag") == is_direct and (c.spread is not None)]
    return min(ways, key=lambda c: c.score, default=None)


def _id(call: Call | None) -> str | None:
    return None if call is None else call.id


class _Reckoned(NamedTuple):
    """What both stages of a plan share."""

    question: Question
    kept: str | None
    level: LevelChoice | None
    world: World
    care: tuple[Note, ...]
    fell_out: tuple[FellOut, ...]


def _plan_of(so_far: _Reckoned, pairs: list[tuple[Call, Candidate]]) -> Plan:
    """Put ranked calls into a plan, those that are looked at drawn and explained."""
    question, kept, world = so_far.question, so_far.kept, so_far.world
    calls = [call for call, _ in pairs]
    first = calls[0] if calls else None
    second = _second(calls) if calls else None
    safe = _safe(calls)
    direct, escape = _best_of(calls, is_direct=True), _best_of(calls, is_direct=False)
    shown = {c.id for c in (first, second, safe, direct, escape) if c is not None}
    shown |= {*question.detail_for, *question.only}
    picked = [(call, cand) for call, cand in pairs if call.id in shown]
    by_id: dict[str, Call] = {}
    if picked:
        batch = make_batch(question, [cand for _, cand in picked], kept)
        by_id = {c.id: c for c in with_detail([call for call, _ in picked], batch, world)}
    best_stock = next((c for c in calls if c.method_id == STOCK_SWING.id and c.target.name == "flag"), None)
    return Plan(
        calls=tuple(by_id.get(c.id, c) for c in calls),
        first_id=_id(first),
        second_id=_id(second),
        fell_out=so_far.fell_out,
        swap=swap_note(question, so_far.level, best_stock, world),
        kept_club_id=kept,
        care=so_far.care,
        safe_id=_id(safe),
        direct_id=_id(direct) if escape else None,
        escape_id=_id(escape),
    )


def plan_in_stages(question: Question, *, only_last: bool = False) -> Iterator[Plan]:
    """Plan the shot for a right-hander: first the calls as the sieve judges them, then with risk, from many strikes.

    With `only` given, just those calls are worked out again and the second stage is left out: the fast answer while
    dragging.
    """
    world = world_of(question)
    kept, level = kept_club(question)
    care = notes_for(question.lie, question.slope, question.air.temperature_c)
    candidates, out = list_candidates(question, kept)
    candidates += list_escapes(question, kept)
    if not candidates:
        yield Plan((), None, None, tuple(out), None, kept, care)
        return
    found = sieve(question, candidates, kept, level.loft_rad if level else None, world)
    so_far = _Reckoned(question, kept, level, world, care, (*out, *found.fell_out))
    pairs = plain_calls(question, found)
    has_risk = bool(pairs) and not question.only
    if not (has_risk and only_last):
        yield _plan_of(so_far, pairs)
    if has_risk:
        best = found.best(question.pinned, STRUCK_OFTEN)
        yield _plan_of(so_far, struck_calls(question, found, best, pairs, world))


def plan_right_handed(question: Question) -> Plan:
    """The whole plan: its last stage."""
    return next(plan_in_stages(question, only_last=True))
