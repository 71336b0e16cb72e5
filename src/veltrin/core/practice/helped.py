"""Did practice help? What shots from the kinds of lie that were practised lose, before and after, all kinds at once.

One normal model of all kinds (Gelman & Hill 2007, ch. 12, from memory): every kind has a level of its own about a
common one, so that the dearest kind isn't believed to be as dear as it looked; every kind may have moved by the
same, as a season moves a player; those that were practised may have moved by something more, in common and each for
itself. What practice did is that something more. It is looked at after so many shots each, and nowhere else, at bounds
that spend what may be said falsely over all looks (Lan & DeMets 1983).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from veltrin.core.geometry import Vec

MATTERS_STROKES = 0.1
"""The smallest change worth having (strokes a shot). Judgement."""

DRIFT_SD, COMMON_SD, OWN_SD = 0.04, 0.12, 0.12
"""How far a season moves all kinds, practice all that were practised, and each of those for itself (strokes a shot, one
standard deviation). Judgement: a few strokes a round are much."""

LEVEL_SD, WIDE_SD = 0.10, 1.0
"""How far kinds of lie lie apart in what they lose over the plan, and how far their mean may be from zero. Judgement:
the plan knows what a lie costs a usual player."""

LOOKS = (20, 40, 80, 160, 320)
HELPED_AT = (2.9, 1.85, 2.4, 2.5, 2.6)
"""After so many shots of a kind since it was first practised the verdict is looked at, and so many times what chance
alone scatters it helped. Set so that of players whom practice did nothing for fewer than six in a hundred ever hear
that it helped, by simulation (docs/practice.md), and so that the look at forty shots finds most of what is worth
having."""

WORSE_AT = 2.8
"""So many times the same, the other way, it did harm. Judgement: a hard thing to say, and rarely true."""

MORE_KINDS = 0.17
"""What each doubling of the kinds that were practised adds to these bounds. By the same simulation."""

FEWEST_BEFORE = 8
"""With fewer shots before there is nothing to compare with. Judgement."""

CONFIDENT = 1.645
"""Standard deviations to either side that hold nine in ten."""

Answer = Literal["helped", "worse", "same", "open", "none"]


@dataclass(frozen=True)
class KindShots:
    """What shots from one kind of lie lost (strokes, oldest first), before it was practised and after.

    A kind that never was is a control: its shots are cut at the first session of all.
    """

    name: str
    practised: bool
    before: Sequence[float]
    after: Sequence[float]


@dataclass(frozen=True)
class Helped:
    """What can be said of practice from one kind of lie.

    `change`: strokes a shot that practice did, less than zero is better, with `low` and `high` about it (nine in
    ten); `lost`: means before (drawn towards those of all kinds) and after. `next_look`: shots after at which it is
    looked at again, None: no more. Numbers are None where there are too few shots.
    """

    name: str
    answer: Answer
    before: int
    after: int
    lost: tuple[float, float] | None
    change: float | None
    low: float | None
    high: float | None
    next_look: int | None


@dataclass(frozen=True)
class _Told:
    """Posterior of one kind: what practice did with its standard deviation, and the level before.

    `by_chance`: how far `change` would be off zero, one standard deviation, had practice done nothing.
    """

    change: float
    sd: float
    by_chance: float
    level: float


def _shot_variance(kinds: Sequence[KindShots]) -> float:
    """Variance of a shot about the mean of its kind and time."""
    groups = [np.asarray(values, float) for kind in kinds for values in (kind.before, kind.after) if len(values) > 1]
    free = sum(len(g) - 1 for g in groups)
    squares = sum(float(np.sum((g - g.mean()) ** 2)) for g in groups)
    return squares / max(free, 1)


def _posterior(kinds: Sequence[KindShots], shot_var: float) -> list[_Told | None]:
    """The model's exact normal posterior, of each practised kind; None for the others.

    Unknowns: the mean of levels, the season, practice in common; then each kind's level, and what practice did to each
    for itself. How the answer would scatter had practice done nothing follows from the same model without it.
    """
    n = len(kinds)
    rows, weights, means = [], [], []
    for k, kind in enumerate(kinds):
        for values, moved in ((kind.before, 0.0), (kind.after, 1.0)):
            if len(values):
                own = moved * float(kind.practised)
                row: Vec = np.zeros(3 + 2 * n)
                row[0], row[1], row[2], row[3 + k], row[3 + n + k] = 1.0, moved, own, 1.0, own
                rows.append(row)
                weights.append(len(values) / max(shot_var, 1e-6))
                means.append(float(np.mean(values)))
    seen, weight = np.array(rows), np.array(weights)
    variances = np.array([WIDE_SD**2, DRIFT_SD**2, COMMON_SD**2, *[LEVEL_SD**2] * n, *[OWN_SD**2] * n])
    covariance = np.linalg.inv(np.diag(1.0 / variances) + seen.T @ (weight[:, None] * seen))
    reads = covariance @ (seen.T * weight)
    nothing = np.where(np.arange(3 + 2 * n) == 2, 0.0, variances) * (np.arange(3 + 2 * n) < 3 + n)
    scatter = seen @ (nothing[:, None] * seen.T) + np.diag(1.0 / weight)
    found = reads @ np.array(means)
    told: list[_Told | None] = []
    for k, kind in enumerate(kinds):
        pick = np.isin(np.arange(3 + 2 * n), (2, 3 + n + k)).astype(float)
        by = pick @ reads
        told.append(
            _Told(
                change=float(pick @ found),
                sd=math.sqrt(float(pick @ covariance @ pick)),
                by_chance=math.sqrt(float(by @ scatter @ by)),
                level=float(found[0] + found[3 + k]),
            )
            if kind.practised
            else None
        )
    return told


def _bound(at: float, practised: int) -> float:
    return at + MORE_KINDS * math.log2(max(practised, 1))


def _answer(told: _Told, now: _Told, look: int, practised: int) -> Answer:
    """By what was told at the last look; that nothing changed is read off all shots there are now."""
    by_chance = told.change / told.by_chance
    if by_chance < -_bound(HELPED_AT[look], practised):
        return "helped"
    if by_chance > _bound(WORSE_AT, practised):
        return "worse"
    return "same" if abs(now.change) + CONFIDENT * now.sd < MATTERS_STROKES else "open"


def _judged(kinds: Sequence[KindShots], place: int, practised: int) -> Helped:
    """One kind, with the shots up to its last look; the other kinds with all of theirs."""
    kind = kinds[place]
    before, after = len(kind.before), len(kind.after)
    reached = [look for look in LOOKS if after >= look]
    upcoming = next((look for look in LOOKS if after < look), None)
    if before < FEWEST_BEFORE or after < 2:
        return Helped(kind.name, "none", before, after, None, None, None, None, upcoming)

    def told(first: int) -> _Told:
        cut = [*kinds[:place], replace(kind, after=kind.after[:first]), *kinds[place + 1 :]]
        found = _posterior(cut, _shot_variance(cut))[place]
        assert found is not None, "is practised"
        return found

    now = told(after)
    answer = _answer(told(reached[-1]), now, len(reached) - 1, practised) if reached else "open"
    lost = (now.level, float(np.mean(kind.after)))
    half = CONFIDENT * now.sd
    return Helped(kind.name, answer, before, after, lost, now.change, now.change - half, now.change + half, upcoming)


def helped(kinds: Sequence[KindShots]) -> list[Helped]:
    """What practice did from each kind that was practised, told by all kinds together, in their order."""
    practised = sum(kind.practised for kind in kinds)
    return [_judged(kinds, place, practised) for place, kind in enumerate(kinds) if kind.practised]
