"""Books that look picked: only bad balls, or only good ones, would measure laws that aren't there.

A book of one kind of shot is looked at by `learn.picked`. Here a player's shots are of all kinds, each with strikes
that trail off and fail in their own way: each length becomes the normal score it has among the strikes of its kind, and
failures are held against what the kinds lead to expect. Two stories are told of each book, that every ball is in it and
that of the clean ones only the worse, or only the better, part is; the ratio of how likely they make it decides (Bayes
factor; Kass & Raftery 1995, from memory).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import product
from typing import Literal

import numpy as np
from scipy.special import logsumexp, ndtri
from scipy.stats import norm

from veltrin.core.calibrate.clean import shares_at
from veltrin.core.calibrate.fit import BookShot
from veltrin.core.calibrate.kinds import QUANTILES, Kind
from veltrin.core.geometry import Vec

Part = Literal["bad", "good"]
"""What a book seems to hold alone."""

SURE = 4.0
"""Logarithm of how many times likelier a book must be as a picked one: fifty-five. One book in thirty being picked,
two in three that are said to be are. Judgement."""

MEANS, MEAN_SD = np.linspace(-1.5, 1.5, 13), 0.5
WIDTHS, WIDTH_SD = np.array([0.7, 0.85, 1.0, 1.2, 1.45]), 0.25
STRIKE_LOGS, STRIKE_SD = np.array([-0.6, -0.3, 0.0, 0.3, 0.6]), 0.3
"""Where a player's own mean (in widths of a kind), width and scatter of the strike may lie, and one standard deviation
of each about what is usual."""

KEPT = (0.25, 0.35, 0.5)
"""What part of the clean balls a picked book may hold."""

SLIPS = 0.03
"""Share of balls that are in a picked book though they don't belong there."""


def picked_players(kinds: Sequence[Kind], shots: Sequence[BookShot]) -> dict[int, Part]:
    """Players whose books look picked, by what they seem to hold alone."""
    found = {}
    for player in sorted({shot.player for shot in shots}):
        part = looks_like(kinds, [shot for shot in shots if shot.player == player and shot.whole])
        if part is not None:
            found[player] = part
    return found


def looks_like(kinds: Sequence[Kind], shots: Sequence[BookShot]) -> Part | None:
    """What a player's book seems to hold alone; None where every ball seems to be in it."""
    lengths, fails = _Lengths(_scores(kinds, shots)), _Fails(kinds, shots)
    whole = lengths.whole + fails.likely(1.0, 1.0)
    parts: tuple[tuple[Part, float], ...] = (
        ("bad", _mean([lengths.part(kept, -1.0) + fails.likely(kept, 1.0) for kept in KEPT]) - whole),
        ("good", _mean([lengths.part(kept, 1.0) + fails.likely(kept, SLIPS) for kept in KEPT]) - whole),
    )
    part, factor = max(parts, key=lambda one: one[1])
    return part if factor > SURE else None


def _mean(logs: Sequence[float] | Vec) -> float:
    return float(logsumexp(logs)) - math.log(len(logs))


def _prior(offs: Vec) -> Vec:
    logs = -0.5 * offs**2
    return np.asarray(logs - logsumexp(logs))


class _Lengths:
    """How likely normal scores are, each story's mean and width integrated over."""

    def __init__(self, scores: Vec) -> None:
        priors = product(_prior(MEANS / MEAN_SD), _prior(np.log(WIDTHS) / WIDTH_SD))
        self._prior = np.array([sum(one) for one in priors])
        self._own = list(product(MEANS, WIDTHS))
        self._scores = scores
        self._likely = [norm.pdf(scores, mean, width) for mean, width in self._own]

    @property
    def whole(self) -> float:
        """Where every ball is there."""
        return float(logsumexp(self._prior + np.array([np.log(one).sum() for one in self._likely])))

    def part(self, kept: float, side: float) -> float:
        """Where only a part on one side of the player's own is there."""
        logs = []
        for (mean, width), likely in zip(self._own, self._likely, strict=True):
            inside = side * (self._scores - mean) > width * float(ndtri(1.0 - kept))
            logs.append(np.log(np.where(inside, (1.0 - SLIPS) / kept, 0.0) * likely + SLIPS * likely).sum())
        return float(logsumexp(self._prior + np.array(logs)))


class _Fails:
    """How likely it is that so many failed, each story's scatter of the strike integrated over."""

    def __init__(self, kinds: Sequence[Kind], shots: Sequence[BookShot]) -> None:
        counted = [shot for shot in shots if shot.is_counted]
        chances = [1.0 - shares_at(kinds[shot.kind], STRIKE_LOGS)[0] for shot in counted]
        self._fails = np.array(chances).reshape(-1, len(STRIKE_LOGS))
        self._failed = np.array([shot.fault != "clean" for shot in counted], dtype=bool)

    def likely(self, clean_kept: float, failed_kept: float) -> float:
        """Where so large parts of the clean and of the failed balls are booked."""
        failed, clean = failed_kept * self._fails, clean_kept * (1.0 - self._fails)
        share = np.where(self._failed[:, None], failed, clean) / (failed + clean)
        return float(logsumexp(_prior(STRIKE_LOGS / STRIKE_SD) + np.log(share).sum(axis=0)))


def _scores(kinds: Sequence[Kind], shots: Sequence[BookShot]) -> Vec:
    """Normal scores of clean balls' lengths among the strikes of their kinds."""
    scores = []
    for shot in shots:
        if shot.length is not None:
            (what, length), kind = shot.length, kinds[shot.kind]
            away = (length - kind.usual[what]) / kind.width[what]
            scores.append(float(np.interp(away, kind.quantiles[what], ndtri(QUANTILES))))
    return np.array(scores)
