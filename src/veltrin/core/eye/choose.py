"""Which scenes next: more of what is read badly and was not seen for long, easier after a break."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from veltrin.core.eye.calibrate import Eye, Read, error_of, expected_error, usual_of
from veltrin.core.eye.scene import EYE_KINDS, LEVELS, MOST_SEED, EyeKind, Key

A_DAY = 10
"""Scenes of a day: five minutes."""

FADES_DAYS = 7.0
"""What was not read for so long counts double. Judgement."""

BREAK_DAYS = 14.0
"""After a break of so many days it begins a level lower. Judgement."""

LOOKED_BACK = 20
UP_BELOW, DOWN_ABOVE = 1.05, 1.6
"""Errors of the last scenes against those of a usual eye there: below and above these it gets harder and easier. Who
reads as is usual goes up; who reads far worse comes down. Judgement."""


@dataclass(frozen=True)
class Seen:
    """One scene that was read: its level, how many days ago, and what was read."""

    level: int
    days_ago: float
    reads: tuple[Read, ...]


def level_next(seen: Sequence[Seen]) -> int:
    """The level of the next scenes; `seen` oldest first."""
    if not seen:
        return LEVELS[0]
    level = seen[-1].level
    if seen[-1].days_ago >= BREAK_DAYS:
        return max(level - 1, LEVELS[0])
    last = [one for one in seen[-LOOKED_BACK:] if one.level == level]
    errors = [abs(error_of(read)) / expected_error(read.kind, read.truth) for one in last for read in one.reads]
    if len(last) >= A_DAY and errors:
        typical = float(np.sqrt(np.mean(np.square(errors))))
        if typical < UP_BELOW:
            return min(level + 1, LEVELS[-1])
        if typical > DOWN_ABOVE:
            return max(level - 1, LEVELS[0])
    return level


def weights(eyes: Mapping[EyeKind, Eye], days_since: Mapping[EyeKind, float]) -> dict[EyeKind, float]:
    """How much each kind is worth a scene: the size of its error, and how long it was not read."""
    told = {}
    for kind in EYE_KINDS:
        eye = eyes.get(kind)
        size = 1.5 if eye is None else eye.doubt / usual_of(kind)
        told[kind] = size * (1.0 + days_since.get(kind, FADES_DAYS) / FADES_DAYS)
    return told


def a_days_scenes(day: int, reader: int, seen: Sequence[Seen], eyes: Mapping[EyeKind, Eye]) -> tuple[Key, ...]:
    """Ten scenes of a day for a reader; the same while what was read before that day is. `day`: any count of days."""
    since: dict[EyeKind, float] = {}
    for one in seen:
        for read in one.reads:
            since[read.kind] = one.days_ago
    level, value = level_next(seen), weights(eyes, since)
    rng = np.random.default_rng([abs(day), reader])
    share = np.array([value[kind] for kind in EYE_KINDS])
    counts = np.floor(A_DAY * share / share.sum()).astype(int)
    # What is left over goes to those that came off worst by rounding.
    rest = A_DAY * share / share.sum() - counts
    for i in np.argsort(-rest)[: A_DAY - int(counts.sum())]:
        counts[i] += 1
    kinds = [kind for kind, count in zip(EYE_KINDS, counts.tolist(), strict=True) for _ in range(count)]
    order = rng.permutation(len(kinds))
    seeds = rng.integers(1, MOST_SEED, len(kinds))
    return tuple(Key(int(seeds[i]), level, kinds[int(order[i])]) for i in range(len(kinds)))
