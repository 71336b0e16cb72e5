"""Pass marks: how many of so many, by the player's own expected spread today and by that of a step better.

A drill has one mark over all its balls: a mark for each station, each reached every other time, made whole drills pass
in anything from 28 to 86 of a hundred tries.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.practice.drill import MEASURED, Score
from veltrin.core.practice.staged import Staged, handicap_after, measured, share_of, share_of_all, steps_better
from veltrin.core.sides import Unsided

HIT_SHARE = 0.6
"""Six of ten are hits for the player of today: hard enough to matter, easy enough to go on. Judgement."""

RING_SHARE, RING_M = 0.2, 1.0
"""A ring wider than a fifth of the way and a metre asks for nothing that a coach would call close. Judgement."""

SURE = 0.8
"""Who hits more often than this learns little from a look at it. Judgement."""


@dataclass(frozen=True)
class Mark:
    """A pass mark, of a station or of a whole drill. `limit`: what counts as a hit (m), None where none is measured.

    `share`: how often today's player hits, `level_share`: the player whose level is asked for. `hits`: of `balls`, what
    is asked, with `chance` that today's player reaches it. `aim_hits`: what a player of `aim_handicap` goes for, who
    hits `aim_share` and reaches it with `aim_chance`; `by_luck`: how often today's player does.
    """

    balls: int
    score: Score
    limit: Unsided | None
    share: Unsided
    level_share: Unsided
    hits: int
    chance: Unsided
    aim_handicap: Unsided
    aim_share: Unsided
    aim_hits: int
    aim_chance: Unsided
    by_luck: Unsided


def chances_of(stations: Sequence[tuple[int, float]]) -> Vec:
    """Chance of each number of hits, 0 to all, over stations of so many balls with these shares.

    Source: the Poisson binomial distribution, ball by ball.
    """
    chances = np.ones(1)
    for balls, share in stations:
        for _ in range(balls):
            chances = np.convolve(chances, [1.0 - share, share])
    return chances


def at_least(hits: int, chances: Vec) -> float:
    """Chance of so many hits or more."""
    return min(float(np.sum(chances[max(hits, 0) :])), 1.0)


def usual_hits(chances: Vec) -> int:
    """The most hits that are reached every other time or more often; at least one."""
    reached = [k for k in range(1, len(chances)) if at_least(k, chances) >= 0.5 - 1e-9]
    return max(reached, default=1)


def rounded_up(metres: float) -> float:
    """A limit that can be paced or laid: to half a centimetre below five, to a whole one below half a metre, to ten
    below five metres, to half a metre above.
    """
    step = 0.005 if metres < 0.05 else 0.01 if metres < 0.5 else 0.1 if metres < 5.0 else 0.5
    return round(math.ceil(metres / step - 1e-9) * step, 3)


def share_within(values: Vec, limit: float) -> float:
    """Share of strikes within a limit."""
    return share_of_all(values <= limit)


@dataclass(frozen=True)
class _Station:
    balls: int
    share: float
    level_share: float
    aim_share: float


def _mark(score: Score, limit: float | None, stations: Sequence[_Station], aim_handicap: float) -> Mark:
    """What is asked is never all of the balls, and the aim is more than the mark."""
    balls = sum(s.balls for s in stations)
    today, level, aim = (
        chances_of([(s.balls, share) for s, share in zip(stations, shares, strict=True)])
        for shares in (
            [s.share for s in stations],
            [s.level_share for s in stations],
            [s.aim_share for s in stations],
        )
    )
    hits = max(min(usual_hits(level), balls - 2), 1)
    aim_hits = min(max(hits + 1, min(usual_hits(aim), balls - 1)), balls)

    def mean(shares: Sequence[float]) -> float:
        return sum(s.balls * share for s, share in zip(stations, shares, strict=True)) / balls

    return Mark(
        balls=balls,
        score=score,
        limit=limit,
        share=mean([s.share for s in stations]),
        level_share=mean([s.level_share for s in stations]),
        hits=hits,
        chance=at_least(hits, today),
        aim_handicap=aim_handicap,
        aim_share=mean([s.aim_share for s in stations]),
        aim_hits=aim_hits,
        aim_chance=at_least(aim_hits, aim),
        by_luck=at_least(aim_hits, today),
    )


def widest_ring(flag_m: float) -> float:
    """The widest ring (m) that asks for anything at that distance, as it is paced."""
    step = 0.1 if flag_m < 20.0 else 0.5
    return round(math.floor((RING_SHARE * flag_m + RING_M) / step + 1e-9) * step, 3)


def mark_of(staged: Staged, score: Score, balls: int, level: int = 0) -> Mark:
    """The mark of a station for so many balls.

    At level 0 it is set by the player of today; at each level above by a player one handicap step better than the last:
    a narrower limit, or, where nothing is measured, more hits of as many. Where the ring of today's player is wider
    than it is worth, whatever ends on the green counts; where nearly all do, the widest ring that is worth something.
    """
    asked, better = steps_better(staged, level), steps_better(staged, level + 1)
    limit: float | None = None
    most = widest_ring(staged.station.flag_m) if score == "inside" else math.inf
    if score == "inside" and _limit_of(staged, score) > most and share_of(staged, "green") < SURE:
        score = "green"
    if score in MEASURED:
        limit = min(_limit_of(asked, score), most)
        share, level_share, aim_share = (share_within(measured(s, score), limit) for s in (staged, asked, better))
    else:
        share, level_share, aim_share = (share_of(s, score) for s in (staged, asked, better))
    level_share = max(share, level_share)
    aim_share = max(level_share, aim_share)
    aim_handicap = handicap_after(staged.stroke.question.player.handicap, level + 1)
    return _mark(score, limit, [_Station(balls, share, level_share, aim_share)], aim_handicap)


def _limit_of(staged: Staged, score: Score) -> float:
    return rounded_up(float(np.quantile(measured(staged, score), HIT_SHARE)))


def together(marks: Sequence[Mark]) -> Mark | None:
    """The one mark of a drill over the balls of all its stations; None where nothing of it can be played."""
    if len(marks) <= 1:
        return marks[0] if marks else None
    limits, scores = {m.limit for m in marks}, {m.score for m in marks}
    stations = [_Station(m.balls, m.share, m.level_share, m.aim_share) for m in marks]
    return _mark(
        marks[0].score,
        marks[0].limit if len(limits) == len(scores) == 1 else None,
        stations,
        min(m.aim_handicap for m in marks),
    )
