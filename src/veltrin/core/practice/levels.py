"""Levels of a drill: what a player is asked for goes up and down by a stated rule."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from veltrin.core.practice.marks import Mark

TOP_LEVEL = 4
"""So many handicap steps above today a mark is never set. Judgement."""

TOO_FEW = 0.1
"""So few hits that today's player would have them in fewer of a hundred sessions than this: a level down. Judgement."""


@dataclass(frozen=True)
class Result:
    """How a drill went: hits of balls over all its stations, what was asked, and whether that was reached."""

    hits: int
    balls: int
    asked: int
    passed: bool
    low_chance: float
    """How often today's player has so few hits or fewer."""


def so_few(hits: int, stations: Sequence[tuple[int, float]]) -> float:
    """Chance of so many hits or fewer over stations of so many balls with these shares (their binomials added up)."""
    chances = np.ones(1)
    for balls, share in stations:
        for _ in range(balls):
            chances = np.convolve(chances, [1.0 - share, share])
    return float(np.sum(chances[: hits + 1]))


def result_of(hits: int, balls: int, marks: Sequence[Mark]) -> Result | None:
    """The result of a drill that was played to its end; None where balls are missing or nothing could be played."""
    if not marks or balls < sum(mark.balls for mark in marks):
        return None
    asked = sum(mark.hits for mark in marks)
    low = so_few(hits, [(mark.balls, mark.share) for mark in marks])
    return Result(hits, balls, asked, hits >= asked, low)


def next_level(level: int, result: Result, passed_before: bool) -> int:
    """Up after two passes running at this level, down after too few hits, else as it was.

    Once is every other time. Judgement.
    """
    if result.passed and passed_before:
        return min(level + 1, TOP_LEVEL)
    if not result.passed and result.low_chance < TOO_FEW:
        return max(level - 1, 0)
    return level
