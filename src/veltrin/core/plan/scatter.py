"""Many strikes of one call: where they end, the spread, and the bad miss."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from veltrin.core.flight import COARSE_STEP_S
from veltrin.core.geometry import Mask, Vec
from veltrin.core.kit import Scatter
from veltrin.core.plan.model import Line, Spread
from veltrin.core.plan.odds import even_normals, strike_scatter
from veltrin.core.plan.play import Batch, Miss, World, nudge, play
from veltrin.core.plan.rank import Doubts, roll_shift, speed_scatter

STRIKES = 400
WORST_SHARE = 0.05


def spreads_of(
    batch: Batch,
    world: World,
    line: Line,
    swing: Vec,
    aim: Vec,
    scatter: Scatter,
    difficulty: Vec,
    strike_difficulty: Vec,
    doubts: Doubts,
) -> list[Spread]:
    """Strike each call STRIKES times, off in speed, face, loft, low point, depth, and firmness and surround as read."""
    n = batch.count
    draws = even_normals(STRIKES, 7)
    along, deep = strike_scatter(scatter, swing, strike_difficulty)

    def each(sigma: Vec, kind: int) -> Vec:
        return np.outer(sigma, draws[:, kind]).ravel()

    many = batch.take(np.repeat(np.arange(n), STRIKES))
    speed = 1.0 + each(speed_scatter(scatter, swing) * difficulty, 0)
    many = replace(
        many,
        full_speed=many.full_speed * np.maximum(speed, 0.3),
        change=nudge(
            many.change,
            open_rad=each(scatter.face_rad * difficulty, 1),
            lean_rad=each(scatter.loft_rad * difficulty, 2),
        ),
    )
    swings, aims = np.repeat(swing, STRIKES), np.repeat(aim, STRIKES)
    played = play(many, world, swings, aims, miss=Miss(each(along, 3), each(deep, 4)), step_s=COARSE_STEP_S)
    firm = each(doubts.firm, 5)
    rolled = np.tile(draws[:, 6], n) * roll_shift(played, world.landing)
    total = (played.total + firm + rolled).reshape(n, STRIKES)
    offline = played.offline.reshape(n, STRIKES)
    thin = played.contact.thin.reshape(n, STRIKES)
    return [_spread(total[i], offline[i], thin[i], line) for i in range(n)]


def _spread(total: Vec, offline: Vec, thin: Mask, line: Line) -> Spread:
    past = total - line.flag_m
    leave = np.hypot(past, offline)
    worst = np.argsort(leave)[-int(WORST_SHARE * len(leave)) :]
    short, far = np.percentile(past, [10, 90])
    right, left = np.percentile(offline, [10, 90])
    green = line.landing
    on = (total >= green.front_m) & (total <= green.back_m)
    # The worst strikes of a touch may fail both ways: tell the side on which most of them lie.
    past_most = bool(np.mean(past[worst] > 0) >= 0.5)
    told = worst[(past[worst] > 0) == past_most]
    return Spread(
        strikes=len(total),
        mean_leave_m=float(np.mean(leave)),
        short_m=float(short),
        long_m=float(far),
        left_m=float(left),
        right_m=float(right),
        on_green=float(np.mean(on)),
        worst_along_m=float(np.mean(past[told])),
        worst_across_m=float(np.mean(offline[told])),
        worst_is="thin" if np.mean(thin[told]) > 0.5 else ("past" if past_most else "short"),
        ends=np.stack([total, offline], axis=1),
    )
