"""Many strikes of one call: where they end, what they cost, the spread, and the bad miss."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import NamedTuple

import numpy as np
import shapely

from veltrin.core.air import Wind
from veltrin.core.air.wind import ACROSS_SHARE
from veltrin.core.flight import COARSE_STEP_S, NO_GUSTS, Flights
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.hole import KIND_LIST, Hole, holed_share
from veltrin.core.kit import Scatter
from veltrin.core.plan.model import Share, Spread
from veltrin.core.plan.odds import even_normals, strike_scatter
from veltrin.core.plan.play import Batch, Miss, World, nudge, play
from veltrin.core.plan.rank import Doubts, roll_shift, speed_scatter
from veltrin.core.plan.target import Targets, unit_vector
from veltrin.core.run import ended

STRIKES = 400
WORST_SHARE = 0.05
TIGHTEST = 0.8
MIDDLE, MOST = (10, 90), 80
"""Percentiles that are told of where strikes end."""

BAD_STROKES = 0.75
"""A strike is a bad one when it costs so many strokes more than the cheapest call does on average. Judgement."""

ALONG_GROUND_M = 0.3
NO_HOLE_M = 4.0
"""A ball that lands nearer to the hole than the first flies over it; one that would stop further past it than the
second jumps it on any green."""

NODES = (
    np.array([-2.8569700138728, -1.3556261799742, 0.0, 1.3556261799742, 2.8569700138728]),
    np.array([0.0112574113277, 0.2220759220056, 0.5333333333333, 0.2220759220056, 0.0112574113277]),
)
"""Five-point Gauss-Hermite rule for a standard normal: places and weights. Source: Abramowitz & Stegun 25.4.46."""


class Struck(NamedTuple):
    """Calls struck many times: their flights (n * strikes), whether thin (n, strikes), places at rest (n, strikes, 2).

    `shift`, (n, strikes) m along the target, is one draw of what misread ground adds, `rest` holds it already; `doubt`
    is its standard deviation.
    """

    flights: Flights
    thin: Mask
    rest: Vec
    shift: Vec
    doubt: Vec
    strikes: int

    def take(self, index: Index) -> Struck:
        """Pick calls, without the strokes that only the odds need."""
        rows = (index[:, None] * self.strikes + np.arange(self.strikes)).ravel()
        return Struck(
            self.flights.take(rows),
            self.thin[index],
            self.rest[index],
            self.shift[index],
            self.doubt[index],
            self.strikes,
        )


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
    """Strike each call many times, off in speed, face, loft, low point, depth, gusts, and the ground as read.

    `solved`: swing and aim; `difficulty`: of the shot, and of the strike alone.
    """
    n = batch.count
    swing, aim = solved
    windy = not world.wind.is_calm
    draws = even_normals(strikes, 9 if windy else 7)
    scatter_factor, strike_factor = difficulty
    along, deep = strike_scatter(scatter, swing, strike_factor, batch.clubs.arc_m, world.lie.cover.uneven_m)

    def each(sigma: Vec, kind: int) -> Vec:
        return np.outer(sigma, draws[:, kind]).ravel()

    many = batch.take(np.repeat(np.arange(n), strikes))
    speed = 1.0 + each(speed_scatter(scatter, batch, swing) * scatter_factor, 0)
    many = replace(
        many,
        full_speed=many.full_speed * np.maximum(speed, 0.3),
        change=nudge(
            many.change,
            open_rad=each(scatter.face_rad * scatter_factor, 1),
            lean_rad=each(scatter.loft_rad * scatter_factor, 2),
        ),
    )
    swings, aims = np.repeat(swing, strikes), np.repeat(aim, strikes)
    gusts = np.tile(_gusts(world.wind, draws[:, 7:]), (n, 1)) if windy else NO_GUSTS
    missed = Miss(each(along, 3), each(deep, 4), np.tile(np.exp(world.lie.coefficients.grass.patchy * draws[:, 6]), n))
    played = play(many, world, swings, aims, miss=missed, step_s=COARSE_STEP_S, gusts=gusts)
    rolled = roll_shift(played, world.landing, scatter.coefficients)
    # A ball that lies against something, or in water, lies there whatever the ground.
    stays = (played.flights.struck >= 0) | ended(world.landing, played.runs.rest)
    # Doubts are those of the ball as meant; one that hardly moved hasn't met so much ground.
    moved = np.linalg.norm(played.runs.rest[:, :2], axis=1) / np.repeat(targets.distance, strikes)
    doubt = np.where(stays, 0.0, np.hypot(np.repeat(doubts.firm, strikes) * np.minimum(moved, 1.0), rolled))
    shift = doubt * np.tile(draws[:, 5], n)
    bearing = np.repeat(targets.bearing, strikes)
    rest = played.runs.rest[:, :2] + shift[:, None] * unit_vector(bearing)
    return Struck(
        played.flights,
        played.contact.thin.reshape(n, strikes),
        rest.reshape(n, strikes, 2),
        shift.reshape(n, strikes),
        doubt.reshape(n, strikes),
        strikes,
    )


def _gusts(wind: Wind, draws: Vec) -> Vec:
    """What each strike meets besides the mean wind, (n, 2) m/s: stronger or weaker, and from a little aside."""
    unit = np.array([wind.x_m_s, wind.y_m_s]) / wind.speed_m_s
    beside = np.array([-unit[1], unit[0]])
    along, across = draws[:, 0] * wind.spread_m_s, draws[:, 1] * wind.spread_m_s * ACROSS_SHARE
    return np.asarray(along[:, None] * unit + across[:, None] * beside)


class _Valued(NamedTuple):
    """Kinds and costs of one call's ends, (nodes, strikes): each strike shifted as NODES says."""

    kinds: Index
    costs: Vec

    def share(self, of: Mask) -> float:
        """Weighted share of the ends for which something is true."""
        return float(NODES[1] @ np.mean(of, axis=1))


def spreads_of(struck: Struck, hole: Hole, targets: Targets) -> list[Spread]:
    """What the strikes of each call come to. `bad` is left open: it is told against the cheapest call.

    What misread ground does is summed by rule, not drawn: less noise for no more strikes.
    """
    n = len(targets.distance)
    steps = NODES[0][:, None, None] * struck.doubt - struck.shift
    places = struck.rest + steps[..., None] * unit_vector(targets.bearing)[:, None, :]
    flat = places.reshape(-1, 2)
    blocked = np.tile(struck.flights.struck >= 0, len(NODES[0]))
    ends = hole.ends(flat[:, 0], flat[:, 1], blocked)
    shape = (len(NODES[0]), n, struck.strikes)
    kinds, costs = ends.kind.reshape(shape), ends.strokes.reshape(shape)
    leaves = np.hypot(struck.rest[:, :, 0] - hole.flag_m, struck.rest[:, :, 1])
    costs = costs * (1.0 - _holed(struck, steps, hole))
    each, rest = targets.take(np.repeat(np.arange(n), struck.strikes)), struck.rest.reshape(-1, 2)
    past, side = ((v.reshape(n, -1)) for v in (each.along(rest) - each.distance, each.across(rest)))
    came = _Ended(struck.rest, past, side, struck.thin, leaves)
    # Of all calls at once: each sorting of few numbers costs as much as one of many.
    short, far = np.percentile(past, MIDDLE, axis=1)
    right, left = np.percentile(side, MIDDLE, axis=1)
    within = np.percentile(leaves, MOST, axis=1)
    return [
        _spread(
            came.of(i),
            _Ranges(*map(float, (short[i], far[i], left[i], right[i], within[i]))),
            _Valued(kinds[:, i], costs[:, i]),
            hole,
        )
        for i in range(n)
    ]


class _Ended(NamedTuple):
    """Where strikes end: place, past the target and to the left of the way to it (m), thin or not, how far from the
    flag (m). (n, strikes, ...), or of one call.
    """

    rest: Vec
    past: Vec
    side: Vec
    thin: Mask
    leaves: Vec

    def of(self, i: int) -> _Ended:
        """One call's."""
        return _Ended(*(values[i] for values in self))


class _Ranges(NamedTuple):
    """The middle eight tenths along and across, and how far from the flag eight in ten end at most (m)."""

    short_m: float
    long_m: float
    left_m: float
    right_m: float
    leave80_m: float


def _holed(struck: Struck, steps: Vec, hole: Hole) -> Vec:
    """Chance of each strike to be holed, (nodes, n, strikes): it has to come to the hole along the ground."""
    count = struck.rest.shape[:2]
    carried = struck.flights.landing[:, 0].reshape(count)
    free = (struck.flights.struck < 0).reshape(count)
    past = struck.rest[:, :, 0] - hole.flag_m
    speed = hole.landing.green_speed_ft
    chances = np.zeros((len(steps), *count))
    runs = free & (carried < hole.flag_m - ALONG_GROUND_M)
    for i in range(count[0]):
        ends = past[i] + steps[:, i]
        if ends.min() < NO_HOLE_M and ends.max() > 0.0:
            chances[:, i] = np.where(runs[i], holed_share(ends, struck.rest[i, :, 1], speed), 0.0)
    return chances


def _spread(came: _Ended, ranges: _Ranges, valued: _Valued, hole: Hole) -> Spread:
    past, side = came.past, came.side
    off = np.hypot(past, side)
    worst = np.argsort(off)[-int(WORST_SHARE * len(off)) :]
    # The worst strikes of a touch may fail both ways: tell the side on which most of them lie.
    past_most = bool(np.mean(past[worst] > 0) >= 0.5)
    told = worst[(past[worst] > 0) == past_most]
    share_of = {KIND_LIST[k].name: valued.share(valued.kinds == k) for k in np.unique(valued.kinds)}
    shares = tuple(Share(name, share) for name, share in sorted(share_of.items(), key=lambda p: -p[1]))
    start = hole.start_kind.name
    each = NODES[1] @ valued.costs
    return Spread(
        strikes=len(off),
        mean_leave_m=float(np.mean(came.leaves)),
        **ranges._asdict(),
        shares=shares,
        next_putt=share_of.get("green", 0.0),
        again=share_of.get(start, 0.0) if hole.start_kind.holds else 0.0,
        strokes=1.0 + float(np.mean(each)),
        # Of independent draws; evenly spread ones do better, by how much nobody knows.
        strokes_error=float(np.std(each, ddof=1)) / math.sqrt(len(each)),
        costs=1.0 + valued.costs,
        worst_along_m=float(np.mean(past[told])),
        worst_across_m=float(np.mean(side[told])),
        worst_is="thin" if np.mean(came.thin[told]) > 0.5 else ("past" if past_most else "short"),
        ends=came.rest,
    )


def outline_of(rest: Vec) -> Vec:
    """Hull of the tightest eight tenths of ends (n, 2) around their middle, (k, 2): those that lie least far out for
    their spread.
    """
    middle = np.median(rest, axis=0)
    spread = np.maximum(np.median(np.abs(rest - middle), axis=0), 0.05)
    far = np.hypot(*((rest - middle) / spread).T)
    tight = rest[far <= np.quantile(far, TIGHTEST)]
    return np.asarray(shapely.get_coordinates(shapely.convex_hull(shapely.multipoints(tight))))


def told_bad(spreads: list[Spread], cheapest: float | None = None) -> list[Spread]:
    """Tell each call's bad ones against the cheapest of all (strokes); None: the cheapest of these."""
    if not spreads:
        return []
    limit = (min(s.strokes for s in spreads) if cheapest is None else cheapest) + BAD_STROKES
    return [replace(s, bad=float(NODES[1] @ np.mean(s.costs >= limit, axis=1))) for s in spreads]
