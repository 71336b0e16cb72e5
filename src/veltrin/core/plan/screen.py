"""The first screening: every candidate solved, those that fail told why, the others judged by a few strokes each."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from veltrin.core.constants import BALL_M, GRAVITY_M_S2
from veltrin.core.geometry import Index, Mask, Vec, elevation
from veltrin.core.ground import LIP_ROLLED_M, Lie
from veltrin.core.hole import KIND_LIST, walls_of
from veltrin.core.kit import Habit, family_of
from veltrin.core.kit.learned import LONG_IRON_BELOW_RAD
from veltrin.core.plan.answer import Judged, as_calls
from veltrin.core.plan.candidates import AHEAD_RAD, Candidate, case_of, targets_of, turned
from veltrin.core.plan.model import Call, FellOut, Odds, Question
from veltrin.core.plan.odds import strike_odds
from veltrin.core.plan.play import Batch, World
from veltrin.core.plan.rank import (
    FAILED_SHARE,
    SKULLED_SHARES,
    STUCK_ON_SHARES,
    Doubts,
    club_difficulty,
    footing,
    grass_difficulty,
    ground_doubts,
    landing_doubt,
    slope_difficulty,
    typical,
    unknown_flight,
)
from veltrin.core.plan.solve import Solved, solve
from veltrin.core.plan.stock import stock_speeds
from veltrin.core.plan.target import Targets
from veltrin.core.run import stopped
from veltrin.core.strike import beyond, club_rows, strained

SHORTEST_SWING_OF_KIND = {"wood": 0.70, "hybrid": 0.45, "long iron": 0.30}
"""A wood is not swung shorter than about three quarters off the ground, a hybrid than half, nobody chips with a long
iron: the ball is rolled instead. Common practice."""

SHORT_WITHIN = 0.3
"""A full swing that stops short of the flag is a call where it costs so many strokes more at most than the cheapest.
Judgement."""

STOPS_SHORT = "a full swing stops short"
"""Why such a one is no call, in words."""

LEAST_LAUNCH_RAD = math.radians(4.0)
"""Lower than this it never gets off the turf. Judgement."""

LEAST_CLEAN = 0.12
"""A way that is struck clean less often than this is no call; above it, its price says how bad it is. Judgement."""


def world_of(question: Question) -> World:
    """Everything around the strokes of a question."""
    walls = walls_of(question.line.obstacles, question.line.landing)
    return World(
        question.slope,
        question.air,
        question.wind,
        question.ground,
        question.lie,
        walls,
        question.ball_c,
        question.flight,
    )


def _habits(question: Question, candidates: list[Candidate]) -> list[Habit]:
    """What the player's record adds to each candidate: clubs of a family are played alike."""
    cover, is_known = question.lie.cover.name, question.lie.known is not None
    strokes = {(c.method.id, family_of(c.club)): c.club for c in candidates}
    found = {of: question.learned.of(cover, of[0], club, known=is_known) for of, club in strokes.items()}
    return [found[c.method.id, family_of(c.club)] for c in candidates]


def make_batch(question: Question, candidates: list[Candidate], kept_club_id: str | None) -> Batch:
    """Gather clubs, full speeds and changes of the candidates."""
    player = question.player
    places = np.array([c.bag_place for c in candidates], dtype=int)
    speeds = np.array(stock_speeds(player, question.flight))[places]
    able = player.able(question.layers)
    felt = {target: turned(question, target) or question for target in dict.fromkeys(c.target for c in candidates)}
    cases = {
        (place, target): case_of(felt[target], player.bag[place], kept_club_id, target.distance_m)
        for place, target in dict.fromkeys((c.bag_place, c.target) for c in candidates)
    }
    changes = [c.method.changed(cases[c.bag_place, c.target]) for c in candidates]
    return Batch.of(
        club_rows(player, player.bag)[places],
        speeds,
        player.stature_m,
        changes=changes,
        able=able,
        habits=_habits(question, candidates) if question.learned else (),
        left_handed=player.left_handed,
    )


class Against(NamedTuple):
    """Why a solved candidate is no call; `is_final`: nothing could make it one, else it is only not worth it.

    `is_stopped`: it stays on this side of what stands in the way.
    """

    words: str
    is_final: bool = False
    is_stopped: bool = False


def reasons_against(
    candidates: Sequence[Candidate], solved: Solved, odds: Sequence[Odds], question: Question
) -> list[Against | None]:
    """Why solved candidates fall out after all; None for those that are calls."""
    played = solved.played
    launch = elevation(played.launch.velocity)
    lost = _lost(question, played.runs.rest)
    unable = beyond(played.setup)
    at_foot = _against(question, played.runs.rest)
    found = []
    for i, candidate in enumerate(candidates):
        method, club, swing = candidate.method, candidate.club, solved.swing[i]
        kind = "long iron" if club.kind == "iron" and club.loft_rad < LONG_IRON_BELOW_RAD else club.kind
        touched = swing < SHORTEST_SWING_OF_KIND.get(kind, 0.0) and not method.rolls
        wall = int(played.flights.struck[i])
        ahead = abs(candidate.target.bearing_rad) <= AHEAD_RAD
        fails, heavier = odds[i].clean < LEAST_CLEAN, odds[i].heavy >= odds[i].thin
        reasons = (
            (launch[i] < LEAST_LAUNCH_RAD and not method.rolls, "won't get up: too little loft is left here", False),
            (ahead and not clears_lip(question.lie, played.launch.velocity[i]), "won't clear the lip", True),
            (wall >= 0, f"won't clear the {question.line.obstacles[wall].kind.words}" if wall >= 0 else "", True),
            (played.flights.landing[i, 0] < -1.0 and ahead, "is blown back over the player's head", True),
            (at_foot[i] and ahead, "won't get past what is in the way", False),
            (solved.long[i], "the shortest stroke already runs past", False),
            (touched, f"a {kind} is not swung this short", False),
            (swing < method.shortest_swing, "is for longer swings: this one would be a touch", False),
            (swing > method.longest_swing, "is for shorter swings than this one needs", False),
            (unable[i] is not None, unable[i] or "", False),
            (fails and not heavier, "would be thin or skulled more often than not", False),
            (fails, "would be heavy or stuck more often than not", False),
        )
        held = bool(at_foot[i] and ahead)
        told = next((Against(words, final, held) for is_out, words, final in reasons if is_out), None)
        gone = lost[i]
        found.append(told if told or gone is None else Against(gone, True))
    return found


def _against(question: Question, rest: Vec) -> Mask:
    """Whether balls at rest there, (n, 3), have not got past something that stands across the line, (n,)."""
    found = stopped(question.ground, rest) if question.line.obstacles else np.zeros(len(rest), dtype=bool)
    for o in question.line.obstacles:
        if o.on_ground:
            beside = (rest[:, 1] <= o.left_m) & (rest[:, 1] >= o.right_m)
            found |= beside & (rest[:, 0] < o.at_m + o.deep_m)
    return found


def _lost(question: Question, rest: Vec) -> list[str | None]:
    """Why balls at rest there, (n, 3), are lost to a penalty; None where they aren't."""
    if not question.line.areas:
        return [None] * len(rest)
    kinds = (KIND_LIST[k] for k in question.hole.kind_at(rest[:, 0], rest[:, 1]))
    return [f"ends in the {k.words}" if k.ends_here else "ends out of bounds" if k.again else None for k in kinds]


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
class Screened:
    """All candidates solved; `good` are those that are calls, `score` (strokes) what screening makes of each."""

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
    scatter_factor: Vec
    strike_factor: Vec
    doubts: Doubts
    known_loft: float | None

    def judged(self, i: int | np.intp) -> Judged:
        """What one candidate is judged to be worth."""
        return Judged(
            float(self.leave[i]),
            float(self.strokes[i]),
            float(self.score[i]),
            float(self.scatter_factor[i]),
            self.odds[i],
        )

    def solved_at(self, places: Index) -> tuple[Vec, Vec]:
        """Swing and aim of some candidates."""
        return self.solved.swing[places], self.solved.aim[places]

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


class _Widened(NamedTuple):
    """By how much each candidate's scatter is wider than on a flat clean lie: of the shot, and of the strike alone."""

    shot: Vec
    strike: Vec


def _widened(question: Question, candidates: list[Candidate], batch: Batch, solved: Solved) -> _Widened:
    c, loft = question.player.scatter.coefficients, solved.played.delivery.delivered_loft
    rolls = np.array([one.method.rolls for one in candidates])
    thick = grass_difficulty(question.lie, solved.played.way_m, c)
    ease = np.array([one.method.difficulty for one in candidates])
    swings = zip(candidates, solved.swing, strict=True)
    stretched = np.array([one.method.stretched(one.target.distance_m, s, question.lie) for one, s in swings])
    shot = slope_difficulty(question.slope, c) * thick * club_difficulty(loft, rolls, c)
    shot = shot * ease * batch.habits.scatter * stretched * strained(solved.played.setup, c)
    # Thick grass hides the ball and turns the face; it widens where the arc bottoms out less than where the ball goes.
    by_feet = np.where(batch.asks("entry_m") > 0.0, 1.0, footing(question.lie, solved.swing, c))
    return _Widened(shot, shot / np.sqrt(thick) * by_feet)


def _possible(reasons: Sequence[Against | None]) -> Index:
    """Places of the candidates that are calls.

    Where nothing is as it should be, the best of what can be done at all, and past what is in the way if it can.
    """
    good = np.flatnonzero([reason is None for reason in reasons])
    if len(good):
        return good
    possible = [reason is None or not reason.is_final for reason in reasons]
    past = [can and not (reason and reason.is_stopped) for can, reason in zip(possible, reasons, strict=True)]
    return np.flatnonzero(past if any(past) else possible)


def _failed(question: Question, part: Batch, way: Vec, bearing: Vec, odds: Sequence[Odds]) -> tuple[Vec, Vec]:
    """How often each stroke fails, and what those failures still cost, weighted by how often they come (n,)."""
    heavy, thin = (np.array([getattr(one, name) for one in odds]) for name in ("heavy", "thin"))
    in_sand = np.full(part.count, question.lie.in_sand)
    splashes = in_sand & (part.asks("entry_m") > 0.0)
    left = np.zeros(part.count)
    for fails, ends_so, shares in ((heavy, in_sand, STUCK_ON_SHARES), (thin, splashes, SKULLED_SHARES)):
        for share in shares:
            ends = np.where(ends_so, share, FAILED_SHARE) * way
            at_end = question.hole.ends(ends * np.cos(bearing), ends * np.sin(bearing))
            left += fails * at_end.strokes / len(shares)
    return heavy + thin, left


def screen(
    question: Question,
    candidates: list[Candidate],
    kept_club_id: str | None,
    known_loft: float | None,
    world: World,
) -> Screened:
    """Solve the candidates, sort out those that fail, and work out what the others typically cost."""
    batch = make_batch(question, candidates, kept_club_id)
    scatter, targets = question.player.scatter, targets_of(candidates, question.line.land_m)
    solved = solve(batch, world, targets)
    wide = _widened(question, candidates, batch, solved)
    odds = strike_odds(batch, question.lie, solved.played, scatter, solved.swing, wide.strike)
    reasons = reasons_against(candidates, solved, odds, question)
    pitched = landing_doubt(solved.played, scatter, wide.shot)
    doubts = ground_doubts(solved.played, world.landing, targets, pitched, scatter.coefficients)
    good = _possible(reasons)
    leave, strokes = np.full(len(candidates), math.inf), np.full(len(candidates), math.inf)
    if len(good):
        part, meant, rest = batch.take(good), targets.take(good), solved.played.runs.rest[good]
        struck = (solved.swing[good], solved.aim[good], rest)
        found = typical(part, world, question.hole, struck, scatter, wide.shot[good], doubts.take(good), meant)
        fails, left = _failed(question, part, meant.along(rest), meant.bearing, [odds[i] for i in good])
        leave[good] = found.leave
        strokes[good] = 1.0 + (1.0 - fails) * found.strokes + left
        worth = strokes <= strokes.min() + SHORT_WITHIN
        good = good[(worth | ~solved.short)[good]]
    is_call = set(map(int, good))
    out = [
        _tried(i, c, reason.words if reason else STOPS_SHORT, batch, solved, targets)
        for i, (c, reason) in enumerate(zip(candidates, reasons, strict=True))
        if i not in is_call and c.target.name == "flag"
    ]
    rolls = np.array([c.method.rolls for c in candidates])
    unlike = unknown_flight(solved.played.delivery.delivered_loft, rolls, known_loft)
    return Screened(
        candidates=candidates,
        batch=batch,
        targets=targets,
        solved=solved,
        odds=odds,
        fell_out=out,
        good=good,
        leave=leave,
        strokes=strokes,
        score=strokes + unlike,
        scatter_factor=wide.shot,
        strike_factor=wide.strike,
        doubts=doubts,
        known_loft=known_loft,
    )


def _tried(i: int, candidate: Candidate, reason: str, batch: Batch, solved: Solved, targets: Targets) -> FellOut:
    fell = candidate.fell(reason)._replace(was_tried=True)
    if not solved.short[i]:
        return fell
    full = float(batch.able * batch.full_speed[i])
    short = float(targets.distance[i] - solved.full_total[i])
    return fell._replace(short_m=short, need_m_s=full * float(solved.needed[i]), has_m_s=full)


def plain_calls(question: Question, found: Screened, world: World) -> list[tuple[Call, Candidate]]:
    """Say all good candidates as calls, as the first screening judges them, best first."""
    calls = as_calls(
        found.good,
        found.candidates,
        found.batch,
        world,
        found.solved,
        found.targets,
        [found.judged(i) for i in found.good],
        question.pinned,
    )
    pairs = [(call, found.candidates[i]) for call, i in zip(calls, found.good, strict=True)]
    return sorted(pairs, key=lambda p: rank_key(p[0]))


def cost_key(score: float, swing: float, call_id: str) -> tuple[float, float, str]:
    """The fewest strokes first; ties by the shorter swing."""
    return round(score, 4), swing, call_id


def rank_key(call: Call) -> tuple[bool, bool, tuple[float, float, str]]:
    """Pinned first, then those struck many times, then by what they cost."""
    return not call.pinned, call.spread is None, cost_key(call.score, call.swing, call.id)
