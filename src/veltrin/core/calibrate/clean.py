"""How often strikes are clean, from many books: by how much the bottom of the arc wanders over what a handicap says.

Heavy, thin and clean are a multinomial by the laws' own shares at each scatter. What is one player's own beside the
common share is integrated out on a grid, how far players differ as well: no approximation is needed.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from veltrin.core.calibrate.fit import STRIKES, BookShot
from veltrin.core.calibrate.kinds import MANY, STRIKE_GRID, Kind
from veltrin.core.calibrate.numbers import NUMBERS, STRIKE_SCATTER, prior_of
from veltrin.core.geometry import Vec

FINE = np.linspace(STRIKE_GRID[0], STRIKE_GRID[-1], 201)
"""At which logarithms of the share the likelihood is looked at."""

OWN_SDS = np.array([0.05, 0.1, 0.15, 0.2, 0.3])
"""How far players may differ in how widely they strike, beside their handicap; each as likely. Judgement."""


@dataclass(frozen=True)
class Cleans:
    """Logarithm of the common share of the strike's scatter, its standard deviation; what is each player's: the
    logarithm of the whole share.
    """

    log: float
    sd: float
    own: dict[int, float]


def fit_cleans(kinds: Sequence[Kind], shots: Sequence[BookShot]) -> Cleans:
    """How widely strikes scatter, from how many were heavy and thin on days whose every ball was booked."""
    counted = [s for s in shots if s.is_counted]
    likely = _of_players(kinds, counted)
    prior_sd = float(prior_of(tuple(n for n in NUMBERS if n.id == STRIKE_SCATTER))[0])
    prior = np.exp(-0.5 * (FINE / prior_sd) ** 2)
    # Rows: how far players differ; columns: the common share.
    logs = np.zeros((len(OWN_SDS), len(FINE)))
    for i, sd in enumerate(OWN_SDS):
        away = np.exp(-0.5 * ((FINE[None, :] - FINE[:, None]) / sd) ** 2)
        away /= away.sum(axis=1, keepdims=True)
        for one in likely.values():
            top = one.max()
            logs[i] += top + np.log(away @ np.exp(one - top))
    weight = np.exp(logs - logs.max()) * prior
    weight /= weight.sum()
    common = weight.sum(axis=0)
    log = float(common @ FINE)
    sd = float(np.sqrt(common @ (FINE - log) ** 2))
    own_sd = float(weight.sum(axis=1) @ OWN_SDS)
    near = -0.5 * ((FINE - log) / own_sd) ** 2
    own = {player: _mean(one + near) for player, one in likely.items()}
    return Cleans(log, sd, {s.player: own.get(s.player, log) for s in shots})


def _mean(logs: Vec) -> float:
    weight = np.exp(logs - logs.max())
    return float(weight @ FINE / weight.sum())


def _of_players(kinds: Sequence[Kind], shots: Sequence[BookShot]) -> dict[int, Vec]:
    """Of each player the logarithm of how likely their strikes are at each share of FINE, (n,)."""
    found: dict[int, Vec] = {}
    counts: dict[tuple[int, int], list[int]] = {}
    for shot in shots:
        row = counts.setdefault((shot.player, shot.kind), [0, 0, 0])
        row[STRIKES.index(shot.fault)] += 1
    for (player, kind), row in counts.items():
        likely = found.setdefault(player, np.zeros(len(FINE)))
        for count, share in zip(row, shares_at(kinds[kind]), strict=True):
            likely += count * np.log(share)
    return found


def shares_at(kind: Kind, logs: Vec = FINE) -> tuple[Vec, Vec, Vec]:
    """Shares clean, heavy and thin of a kind at logarithms of the strike's scatter; none is quite impossible."""
    heavy, thin = (np.interp(logs, STRIKE_GRID, share) for share in (kind.heavy, kind.thin))
    parts = [(share * MANY + 0.5) / (MANY + 1.5) for share in (1.0 - heavy - thin, heavy, thin)]
    return parts[0], parts[1], parts[2]
