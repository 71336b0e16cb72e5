"""Do the measured numbers help players who had no part in measuring them? Leave some out, fit, and look at theirs."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.stats import t as student

from veltrin.core.calibrate.clean import Cleans, fit_cleans, shares_at
from veltrin.core.calibrate.fit import (
    EFFECT_SD,
    FEWEST_BALLS,
    STRIKES,
    BookShot,
    Effect,
    Lengths,
    Observed,
    balls_of,
    fit_lengths,
    observed,
    scaled,
)
from veltrin.core.calibrate.kinds import Kind
from veltrin.core.geometry import Vec
from veltrin.core.learn.ground import FREEDOM

PARTS = 5
"""Players are left out in so many parts, one after the other."""

BY_LUCK = 0.025
"""Numbers that help nobody are said to help once in forty times: Student's t of the gains, a player each."""


@dataclass(frozen=True)
class LeftOut:
    """Players left out, and what was foretold of their shots with the usual numbers and with those of the others.

    `gain`: by how much the logarithm of what was thought likely grew, a shot; `gain_sd`: its standard error, by player.
    `off_usual`, `off_now`: how far carries were off on average, as shares; `better`: of how many players they came
    nearer. `helps`: whether it is no luck.
    """

    players: int
    gain: float
    gain_sd: float
    off_usual: float
    off_now: float
    better: int

    @property
    def helps(self) -> bool:
        """Whether players who had no part in it are foretold better, for certain."""
        return self.players > 1 and self.gain > self.gain_sd * float(student.ppf(1.0 - BY_LUCK, self.players - 1))


def leave_out(kinds: Sequence[Kind], shots: Sequence[BookShot]) -> LeftOut:
    """Fit without each part of the players in turn and hold what was found against their shots."""
    players = sorted({shot.player for shot in shots})
    told: list[tuple[float, float, float]] = []
    for part in range(min(PARTS, len(players))):
        out = set(players[part::PARTS])
        rest = [shot for shot in shots if shot.player not in out]
        if balls_of(rest) < FEWEST_BALLS:
            continue
        cleans = fit_cleans(kinds, rest)
        lengths = fit_lengths(kinds, rest, cleans.own)
        for player in sorted(out):
            own = [shot for shot in shots if shot.player == player]
            told.append(_held(kinds, own, lengths, cleans))
    gains, usual, now = (np.array(column) for column in zip(*told, strict=True)) if told else (np.zeros(0),) * 3
    count = len(told)
    return LeftOut(
        players=count,
        gain=float(gains.mean()) if count else 0.0,
        gain_sd=float(gains.std(ddof=1) / math.sqrt(count)) if count > 1 else math.inf,
        off_usual=float(usual.mean()) if count else 0.0,
        off_now=float(now.mean()) if count else 0.0,
        better=int(np.sum(now < usual)),
    )


def _held(
    kinds: Sequence[Kind], shots: Sequence[BookShot], lengths: Lengths, cleans: Cleans
) -> tuple[float, float, float]:
    """Of one player: gain of the logarithm a shot, mean carry error with the usual numbers and with these."""
    players = {shot.player for shot in shots}
    usual, now = (observed(kinds, shots, dict.fromkeys(players, log)) for log in (0.0, cleans.log))
    seen, _, names = now
    by_family, by_lie, hold = lengths.common_of(names)
    common = np.where(seen.is_spin, hold[seen.lie], seen.faster * (by_family[seen.family] + by_lie[seen.lie]))
    left = seen.off - seen.slopes @ lengths.logs - common
    gain = _likely(seen, left, lengths.noise, lengths.sds) - _likely(usual[0], usual[0].off_usual, 0.0, EFFECT_SD)
    for shot in shots:
        if shot.is_counted:
            share = shares_at(kinds[shot.kind], np.array([0.0, cleans.log]))[STRIKES.index(shot.fault)]
            gain += math.log(share[1] / share[0])
    carries = ~seen.is_spin
    if not carries.any():
        return gain / len(shots), 0.0, 0.0
    off_usual, off_now = (float(np.abs(one[carries]).mean()) for one in (usual[0].off_usual, left))
    return gain / len(shots), off_usual, off_now


OF_SPEED: tuple[Effect, ...] = ("player", "family", "cover", "day")


def _likely(seen: Observed, off: Vec, noise: float, sds: Mapping[Effect, float]) -> float:
    """Logarithm of how likely it was that balls of a player nobody knows are so far off."""
    speed = seen.faster * math.sqrt(sum(sds[e] ** 2 for e in OF_SPEED))
    hold = np.where(seen.is_spin, math.hypot(sds["hold"], sds["hold_cover"]), 0.0)
    scale = np.sqrt(scaled(seen, noise) ** 2 + speed**2 + hold**2)
    return float(np.sum(student.logpdf(off / scale, FREEDOM) - np.log(scale)))
