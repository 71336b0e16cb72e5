"""How often a strike fails: heavy or thin, in sand stuck or skulled. From the player's scatter; no flight needed."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from scipy.special import ndtri

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.geometry import Mask, Vec
from veltrin.core.ground import Lie, Under
from veltrin.core.ground.grass import speed_kept
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.kit import Scatter
from veltrin.core.plan.model import Odds
from veltrin.core.plan.play import Batch, Launched
from veltrin.core.strike.blow import APPROACH_AT, DRAG_AT, MEETING_AT, SPEED_AT, SPLASH_AT, WAY_AT
from veltrin.core.strike.meeting import HEAVY_KEPT, met, window_of
from veltrin.core.strike.rows import EDGE, ENTRY, HEAD_MASS
from veltrin.core.strike.splash import STUCK_SHARE, splash_window_of, splashed

STRIKES = 128

EDGE_SLIP = 0.45
"""How far, in ball radii, a laid-on edge may sink or rise before the ball pops up or is pressed down. Judgement."""


SOBOL_SEED = 7
"""Of some scramblings the one that on ten lines (tests) strayed least from four times as many strikes."""

SOBOL_POWER = 13


@lru_cache(maxsize=8)
def even_normals(count: int, kinds: int) -> Vec:
    """`count` evenly spread draws of `kinds` independent standard normals, (count, kinds), always the same.

    The beginning of a scrambled Sobol sequence (Owen scrambling, SciPy) through the normal quantile: the same question
    always gives the same answer.
    """
    # Imported here: it takes longer than all the rest of a start, and is wanted once.
    from scipy.stats import qmc

    even = qmc.Sobol(kinds, scramble=True, rng=SOBOL_SEED).random_base2(SOBOL_POWER)[:count]
    return np.asarray(ndtri(np.clip(even, 1e-9, 1.0 - 1e-9)))


def strike_scatter(scatter: Scatter, swing: Vec, difficulty: Vec, arc_m: Vec, uneven_m: float = 0.0) -> tuple[Vec, Vec]:
    """Standard deviation of the low point along the ground and in depth (m, (n,)).

    On an arc of radius `arc_m`; `uneven_m`: of the ground itself, anyone who swings. With a longer club the same angles
    are off by more, flatter and further away: a quarter more with a long iron, seven tenths more with a fairway wood.
    """
    c = scatter.coefficients
    longer = (arc_m / c.wedge_arc_m) ** c.longer_power
    along = scatter.along_m * (c.along_touch + c.along_longer * swing) * difficulty * longer
    deep = scatter.deep_m * (1.0 + (c.deep_full - 1.0) * swing) * difficulty * longer
    return np.asarray(along), np.hypot(deep, uneven_m)


@kernel(fastmath=LOOSE)
def _fails(row: Vec, told: Vec, under: Under, along: float, deep: float, patch: float) -> tuple[bool, bool]:
    """Tell heavy and thin of one strike off by so much; its row and told row are those of the stroke as meant."""
    a = told[APPROACH_AT:MEETING_AT]
    entry, speed, mass = row[ENTRY], told[SPEED_AT], row[HEAD_MASS]
    if entry > 0.0:
        moved = splashed(under.ploughed, a[0], a[2], a[3], a[4], a[5], a[6], mass, entry, along, deep)
        thin, heavy = moved[6], not moved[6] and moved[0] < STUCK_SHARE * told[SPLASH_AT]
    elif row[EDGE] > 0.0:
        # Below the equator it pops up, above it presses the ball into the ground.
        slip = deep / BALL_RADIUS_M
        heavy, thin = slip > EDGE_SLIP, slip < -EDGE_SLIP
    else:
        edge, limit, _, kept = met(under.soil, a[0], a[1], a[2], a[3], a[4], a[5], a[6], a[7], a[8], along, deep)
        thin, heavy = edge > limit, edge <= limit and kept < HEAVY_KEPT
    if not (heavy or thin):
        # Grass that takes so much more speed than meant is as good as heavy.
        grown, way, drag = under.grown, told[WAY_AT], told[DRAG_AT]
        as_read = speed_kept(grown, way, drag, speed, mass, 1.0)
        heavy = speed_kept(grown, way, drag, speed, mass, patch) < HEAVY_KEPT * as_read
    return heavy, thin


@kernel(nogil=True, fastmath=LOOSE)
def _odds(rows: Vec, told: Vec, scatter: Vec, draws: Vec, under: Under, out: Vec) -> None:
    """Of every stroke: shares heavy and thin, and its window; `scatter` (n, 2): along, deep; `draws` with the grass."""
    for i in range(rows.shape[0]):
        heavy, thin = 0, 0
        for k in range(draws.shape[0]):
            is_heavy, is_thin = _fails(
                rows[i], told[i], under, scatter[i, 0] * draws[k, 0], scatter[i, 1] * draws[k, 1], draws[k, 2]
            )
            heavy += is_heavy
            thin += is_thin
        out[i, 0], out[i, 1] = heavy / draws.shape[0], thin / draws.shape[0]
        a = told[i, APPROACH_AT:MEETING_AT]
        if rows[i, ENTRY] > 0.0:
            splash_window_of(under.ploughed, a, rows[i, HEAD_MASS], rows[i, ENTRY], told[i, SPLASH_AT], out[i, 2:])
        else:
            window_of(under.soil, a, out[i, 2:])
        if rows[i, EDGE] > 0.0:
            out[i, 3], out[i, 4] = EDGE_SLIP * BALL_RADIUS_M, EDGE_SLIP * BALL_RADIUS_M


@kernel(nogil=True, fastmath=LOOSE)
def _each(row: Vec, told: Vec, scatter: Vec, draws: Vec, under: Under, out: Mask) -> None:
    """Of many strikes of one stroke: which are heavy, which thin, (n, 2)."""
    for k in range(draws.shape[0]):
        heavy, thin = _fails(row, told, under, scatter[0] * draws[k, 0], scatter[1] * draws[k, 1], draws[k, 2])
        out[k, 0], out[k, 1] = heavy, thin


def failed(batch: Batch, lie: Lie, played: Launched, scatter: Scatter, swing: Vec, difficulty: Vec, draws: Vec) -> Mask:
    """Which of many strikes of the first stroke of a batch are heavy, which thin, (n, 2).

    `draws` (n, 3) standard normals: of the low point, of its depth, of what the grass is over that as read.
    """
    wide = strike_scatter(scatter, swing, difficulty, batch.clubs.arc_m, lie.cover.uneven_m)
    out = np.empty((len(draws), 2), dtype=np.bool_)
    _each(batch.rows[0], played.told[0], np.column_stack(wide)[0], _patched(draws, lie), lie.under, out)
    return out


def _patched(draws: Vec, lie: Lie) -> Vec:
    return np.column_stack([draws[:, :2], np.exp(lie.laws.grass.patchy * draws[:, 2])])


def strike_odds(
    batch: Batch, lie: Lie, played: Launched, scatter: Scatter, swing: Vec, difficulty: Vec, strikes: int = STRIKES
) -> list[Odds]:
    """Odds and strike window of each stroke of a batch, by so many strikes each."""
    wide = strike_scatter(scatter, swing, difficulty, batch.clubs.arc_m, lie.cover.uneven_m)
    out = np.empty((batch.count, 5))
    draws = _patched(even_normals(strikes, 3), lie)
    _odds(batch.rows, played.told, np.column_stack(wide), draws, lie.under, out)
    return [Odds(1.0 - heavy - thin, heavy, thin, *window) for heavy, thin, *window in out.tolist()]
