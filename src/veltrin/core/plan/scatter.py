"""Many strikes of one call: where they end, what they cost, the spread, and the bad miss."""

from __future__ import annotations

from dataclasses import replace
from typing import NamedTuple

import numpy as np
import shapely

from veltrin.core.flight import COARSE_STEP_S, Flights
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.hole import KIND_LIST, Hole
from veltrin.core.kit import Scatter
from veltrin.core.plan.model import Share, Spread
from veltrin.core.plan.odds import even_normals, strike_scatter
from veltrin.core.plan.play import Batch, Miss, World, nudge, play
from veltrin.core.plan.rank import Doubts, roll_shift, speed_scatter
from veltrin.core.plan.target import Targets
from veltrin.core.run import ended

STRIKES = 400
WORST_SHARE = 0.05
TIGHTEST = 0.8

BAD_STROKES = 0.75
"""A strike is a bad one when it costs so many strokes more than the cheapest call does on average. Judgement."""

AGAIN = ("sand", "rough", "deep", "heather", "trees", "semi")


class Struck(NamedTuple):
    """Calls struck many times: their flights (n * strikes), whether thin (n, strikes), places at rest (n, strikes, 2).

    `shift`, (n, strikes) m along the target, is what misread ground adds; `rest` holds it already.
    """

    flights: Flights
    thin: Mask
    rest: Vec
    shift: Vec
    strikes: int

    def take(self, index: Index) -> Struck:
        """Pick calls, without the strokes that only the odds need."""
        rows = (index[:, None] * self.strikes + np.arange(self.strikes)).ravel()
        return Struck(self.flights.take(rows), self.thin[index], self.rest[index], self.shift[index], self.strikes)


def strike_often(
    batch: Batch,
    world: World,
    solved: tuple[Vec, Vec],
    scatter: Scatter,
    difficulty: tuple[Vec, Vec],
    doubts: Doubts,
    targets: Targets,
    strikes: int = STRIKES,
) -> Struck:
    """Strike each call many times, off in speed, face, loft, low point, depth, and firmness and surround as read.

    `solved`: swing and aim; `difficulty`: of the shot, and of the strike alone.
    """
    n = batch.count
    swing, aim = solved
    draws = even_normals(strikes, 7)
    hard, strike_hard = difficulty
    along, deep = strike_scatter(scatter, swing, strike_hard)

    def each(sigma: Vec, kind: int) -> Vec:
        return np.outer(sigma, draws[:, kind]).ravel()

    many = batch.take(np.repeat(np.arange(n), strikes))
    speed = 1.0 + each(speed_scatter(scatter, swing) * hard, 0)
    many = replace(
        many,
        full_speed=many.full_speed * np.maximum(speed, 0.3),
        change=nudge(
            many.change,
            open_rad=each(scatter.face_rad * hard, 1),
            lean_rad=each(scatter.loft_rad * hard, 2),
        ),
    )
    swings, aims = np.repeat(swing, strikes), np.repeat(aim, strikes)
    played = play(many, world, swings, aims, miss=Miss(each(along, 3), each(deep, 4)), step_s=COARSE_STEP_S)
    shift = each(doubts.firm, 5) + np.tile(draws[:, 6], n) * roll_shift(played, world.landing)
    # A ball that lies against something, or in water, lies there whatever the ground.
    shift = np.where((played.flights.struck >= 0) | ended(world.landing, played.runs.rest), 0.0, shift)
    bearing = np.repeat(targets.bearing, strikes)
    rest = played.runs.rest[:, :2] + shift[:, None] * np.stack([np.cos(bearing), np.sin(bearing)], axis=1)
    return Struck(
        played.flights,
        played.contact.thin.reshape(n, strikes),
        rest.reshape(n, strikes, 2),
        shift.reshape(n, strikes),
        strikes,
    )


def spreads_of(struck: Struck, hole: Hole, targets: Targets) -> list[Spread]:
    """What the strikes of each call come to. `bad` is left open: it is told against the cheapest call."""
    n = len(targets.distance)
    flat = struck.rest.reshape(-1, 2)
    ends = hole.ends(flat[:, 0], flat[:, 1], struck.flights.struck >= 0)
    shape = (n, struck.strikes)
    kinds, costs, leaves = (a.reshape(shape) for a in (ends.kind, ends.strokes, ends.leave_m))
    spreads = []
    for i in range(n):
        one = targets.take(np.array([i]))
        past = one.along(struck.rest[i]) - one.distance
        side = one.across(struck.rest[i])
        spreads.append(_spread(struck.rest[i], past, side, struck.thin[i], kinds[i], costs[i], leaves[i], hole))
    return spreads


def _spread(
    rest: Vec, past: Vec, side: Vec, thin: Mask, kinds: Index, costs: Vec, leaves: Vec, hole: Hole
) -> Spread:  # fmt: skip
    off = np.hypot(past, side)
    worst = np.argsort(off)[-int(WORST_SHARE * len(off)) :]
    short, far = np.percentile(past, [10, 90])
    right, left = np.percentile(side, [10, 90])
    # The worst strikes of a touch may fail both ways: tell the side on which most of them lie.
    past_most = bool(np.mean(past[worst] > 0) >= 0.5)
    told = worst[(past[worst] > 0) == past_most]
    numbers, counts = np.unique(kinds, return_counts=True)
    by_kind = sorted(zip(counts, numbers, strict=True), reverse=True)
    shares = tuple(Share(KIND_LIST[k].name, float(c) / len(kinds)) for c, k in by_kind)
    start = hole.start_kind.name
    share_of = {s.kind: s.share for s in shares}
    return Spread(
        strikes=len(off),
        mean_leave_m=float(np.mean(leaves)),
        leave80_m=float(np.percentile(leaves, 80)),
        short_m=float(short),
        long_m=float(far),
        left_m=float(left),
        right_m=float(right),
        shares=shares,
        next_putt=share_of.get("green", 0.0),
        again=share_of.get(start, 0.0) if start in AGAIN else 0.0,
        strokes=1.0 + float(np.mean(costs)),
        costs=1.0 + costs,
        worst_along_m=float(np.mean(past[told])),
        worst_across_m=float(np.mean(side[told])),
        worst_is="thin" if np.mean(thin[told]) > 0.5 else ("past" if past_most else "short"),
        ends=rest,
        outline=_outline(rest),
    )


def _outline(rest: Vec) -> Vec:
    """Hull of the tightest eight tenths around their middle (k, 2): those that lie least far out for their spread."""
    middle = np.median(rest, axis=0)
    spread = np.maximum(np.median(np.abs(rest - middle), axis=0), 0.05)
    far = np.hypot(*((rest - middle) / spread).T)
    tight = rest[far <= np.quantile(far, TIGHTEST)]
    return np.asarray(shapely.get_coordinates(shapely.MultiPoint(tight).convex_hull.boundary))


def told_bad(spreads: list[Spread]) -> list[Spread]:
    """Tell each call's bad ones against the cheapest of them all."""
    if not spreads:
        return []
    limit = min(s.strokes for s in spreads) + BAD_STROKES
    return [replace(s, bad=float(np.mean(s.costs >= limit))) for s in spreads]
