"""Levels of a drill: what a player is asked for goes up and down when its hits can't well be chance any more."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from veltrin.core.practice.marks import Mark, together

TOP_LEVEL = 4
"""So many handicap steps above today a mark is never set. Judgement."""

ERROR = 0.10
"""How often an unchanged player is moved from a level at all, however long it is played. Judgement."""

STEPS = np.linspace(0.2, 2.0, 10)
"""By so much, as logarithms of odds, a changed player may hit more often or more seldom: each as likely. Judgement:
from six of ten to between 6.5 and 9.2."""


@dataclass(frozen=True)
class Result:
    """How a drill went: hits of balls over all its stations, what was asked, and whether that was reached.

    `share`: how often today's player was expected to hit, `level_share`: the player whose level was asked for.
    """

    hits: int
    balls: int
    asked: int
    passed: bool
    share: float
    level_share: float


@dataclass(frozen=True)
class Times:
    """One time a drill was played at the level it is at now: hits, balls, and the share expected at that level."""

    hits: int
    balls: int
    level_share: float


def result_of(hits: int, balls: int, marks: Sequence[Mark]) -> Result | None:
    """The result of a drill that was played to its end; None where balls are missing or nothing could be played."""
    mark = together(marks)
    if mark is None or balls < mark.balls:
        return None
    return Result(hits, balls, mark.hits, hits >= mark.hits, mark.share, mark.level_share)


def evidence(times: Sequence[Times], way: int) -> float:
    """How many times likelier the hits are for a player who hits more often (`way` 1) or more seldom (-1) than
    expected.

    A likelihood ratio, mixed over STEPS. Played as expected it rises above 1 / ERROR in one of ten players at most,
    ever (Ville 1939; Robbins 1970, from memory): it may be looked at after every session. Stations of unequal shares
    are taken together, which spreads their hits less than is reckoned with.
    """
    logs = np.zeros(len(STEPS))
    for one in times:
        share = min(max(one.level_share, 0.01), 0.99)
        other = 1.0 / (1.0 + (1.0 - share) / share * np.exp(-way * STEPS))
        logs += one.hits * np.log(other / share) + (one.balls - one.hits) * np.log((1.0 - other) / (1.0 - share))
    return float(np.mean(np.exp(np.minimum(logs, 600.0))))


def next_level(level: int, times: Sequence[Times], passed: bool) -> int:
    """The level after these times at it, the last of which was passed or not: up, down, or as it was."""
    if passed and evidence(times, 1) >= 1.0 / ERROR:
        return min(level + 1, TOP_LEVEL)
    if not passed and evidence(times, -1) >= 1.0 / ERROR:
        return max(level - 1, 0)
    return level
