"""How often a strike fails: heavy or thin, in sand stuck or skulled. From the player's scatter; no flight needed."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from scipy.special import ndtri

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.geometry import Mask, Vec
from veltrin.core.ground import Lie
from veltrin.core.kit import Scatter
from veltrin.core.plan.model import Odds
from veltrin.core.plan.play import Batch, Contact, Miss
from veltrin.core.strike import Window, meet, splash, window
from veltrin.core.strike.meeting import HEAVY_KEPT, Approach
from veltrin.core.strike.splash import STUCK_SHARE, splash_window

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


def failures(batch: Batch, lie: Lie, approach: Approach, miss: Miss, meant: Vec | None) -> tuple[Mask, Mask]:
    """Tell heavy and thin of a batch of strikes; `meant` is what a splash as meant carries, None without any."""
    edge, entry = batch.asks("edge_m"), batch.asks("entry_m")
    met = meet(lie, approach, miss.along_m, miss.deep_m)
    heavy, thin = met.heavy, met.thin
    on_edge = edge > 0.0
    if on_edge.any():
        slip = np.asarray(miss.deep_m) / BALL_RADIUS_M
        # Below the equator it pops up, above it presses the ball into the ground.
        heavy = np.where(on_edge, slip > EDGE_SLIP, heavy)
        thin = np.where(on_edge, slip < -EDGE_SLIP, thin)
    if meant is not None:
        out = splash(lie, approach, batch.clubs.head_mass, entry, miss.along_m, miss.deep_m)
        is_splash = entry > 0.0
        thin = np.where(is_splash, out.over_edge, thin)
        stuck = ~out.over_edge & (out.carried < STUCK_SHARE * meant)
        heavy = np.where(is_splash, stuck, heavy)
    return np.asarray(heavy), np.asarray(thin)


def _held_up(lie: Lie, contact: Contact, patch: Vec) -> Mask:
    """Which strikes the grass takes so much more speed from than meant that they are as good as heavy."""
    as_read = contact.grass.kept(lie)
    if as_read.min() == 1.0:
        return np.zeros(len(patch), dtype=bool)
    many = contact.grass.repeat(STRIKES)
    return np.asarray(many.kept(lie, patch) < HEAVY_KEPT * np.repeat(as_read, STRIKES))


def strike_odds(batch: Batch, lie: Lie, contact: Contact, scatter: Scatter, swing: Vec, difficulty: Vec) -> list[Odds]:
    """Odds and strike window of each stroke of a batch."""
    n = batch.count
    along, deep = strike_scatter(scatter, swing, difficulty, batch.clubs.arc_m, lie.cover.uneven_m)
    draws = even_normals(STRIKES, 3)
    rows = np.repeat(np.arange(n), STRIKES)
    patch = np.tile(np.exp(lie.coefficients.grass.patchy * draws[:, 2]), n)
    miss = Miss(np.outer(along, draws[:, 0]).ravel(), np.outer(deep, draws[:, 1]).ravel(), patch)
    meant = None if contact.splash is None else np.repeat(contact.splash.carried, STRIKES)
    many = batch.take(rows)
    heavy, thin = failures(many, lie, contact.approach.repeat(STRIKES), miss, meant)
    heavy |= ~thin & _held_up(lie, contact, patch)
    heavy_share, thin_share = heavy.reshape(n, -1).mean(axis=1), thin.reshape(n, -1).mean(axis=1)
    room = window(lie, contact.approach)
    if contact.splash is not None:
        sandy = splash_window(lie, contact.approach, batch.clubs.head_mass, batch.asks("entry_m"))
        room = Window(*(np.where(contact.is_splash, s, r) for s, r in zip(sandy, room, strict=True)))
    laid = batch.asks("edge_m") > 0.0
    slip = EDGE_SLIP * BALL_RADIUS_M
    room = Window(room.early_m, np.where(laid, slip, room.deep_m), np.where(laid, slip, room.high_m))
    return [
        Odds(
            clean=float(1.0 - heavy_share[i] - thin_share[i]),
            heavy=float(heavy_share[i]),
            thin=float(thin_share[i]),
            early_m=float(room.early_m[i]),
            deep_m=float(room.deep_m[i]),
            high_m=float(room.high_m[i]),
        )
        for i in range(n)
    ]
