"""Pass marks: how many of so many, by the player's own expected spread today and by that of a step better."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from scipy.special import bdtrc

from veltrin.core.geometry import Vec
from veltrin.core.practice.drill import Score
from veltrin.core.practice.staged import Staged, clean_share, handicap_after, measured, steps_better
from veltrin.core.sides import Unsided

HIT_SHARE = 0.6
"""Six of ten are hits for the player of today: hard enough to matter, easy enough to go on. Judgement."""


@dataclass(frozen=True)
class Mark:
    """A pass mark. `limit`: what counts as a hit (m), None where the strike alone counts.

    `share`: how often today's player hits. `hits`: of `balls`, what is asked at this level, with `chance` that today's
    player reaches it. `aim_hits`: what a player of `aim_handicap` reaches every other time; `by_luck`: how often
    today's player reaches that without being any better.
    """

    balls: int
    limit: Unsided | None
    share: Unsided
    hits: int
    chance: Unsided
    aim_handicap: Unsided
    aim_share: Unsided
    aim_hits: int
    aim_chance: Unsided
    by_luck: Unsided


def at_least(hits: int, balls: int, share: float) -> float:
    """Chance of so many hits or more (binomial). Source: the binomial distribution, by SciPy's incomplete beta."""
    if hits <= 0:
        return 1.0
    return 0.0 if hits > balls else float(bdtrc(hits - 1, balls, share))


def usual_hits(balls: int, share: float) -> int:
    """The most hits that are reached every other time or oftener; at least one."""
    reached = [k for k in range(1, balls + 1) if at_least(k, balls, share) >= 0.5 - 1e-9]
    return max(reached, default=1)


def rounded_up(metres: float) -> float:
    """A limit that can be paced or laid: to 10 cm below five metres, to half a metre above."""
    step = 0.1 if metres < 5.0 else 0.5
    return round(math.ceil(metres / step - 1e-9) * step, 1)


def share_within(values: Vec, limit: float) -> float:
    """Share of strikes within a limit; nobody is certain of the next ball: one more of each kind (Laplace)."""
    return (float(np.sum(values <= limit)) + 1.0) / (len(values) + 2.0)


def mark_of(staged: Staged, score: Score, balls: int, level: int = 0) -> Mark:
    """The mark of a station for so many balls.

    At level 0 it is set by the player of today; at each level above by a player one handicap step better than the last:
    a narrower ring, or, where the strike alone counts, more hits of as many.
    """
    asked = steps_better(staged, level)
    better = steps_better(staged, level + 1)
    limit: float | None = None
    if score == "clean":
        share, asked_share, aim_share = clean_share(staged), clean_share(asked), clean_share(better)
    else:
        today = measured(staged, score)
        met = measured(asked, score) if level else today
        limit = rounded_up(float(np.quantile(met, HIT_SHARE)))
        share, asked_share = share_within(today, limit), share_within(met, limit)
        aim_share = share_within(measured(better, score), limit)
    asked_share = max(share, asked_share)
    aim_share = max(asked_share, aim_share)
    hits, aim = usual_hits(balls, asked_share), usual_hits(balls, aim_share)
    return Mark(
        balls=balls,
        limit=limit,
        share=share,
        hits=hits,
        chance=at_least(hits, balls, share),
        aim_handicap=handicap_after(staged.stroke.question.player.handicap, level + 1),
        aim_share=aim_share,
        aim_hits=aim,
        aim_chance=at_least(aim, balls, aim_share),
        by_luck=at_least(aim, balls, share),
    )
