"""Many strikes of one call: where they end, what they cost, the spread, and the bad miss."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import NamedTuple

import numpy as np
import shapely

from veltrin.core.air import Wind
from veltrin.core.air.wind import ACROSS_SHARE
from veltrin.core.flight import COARSE_STEP_S, NO_GUSTS, Flights, share_out
from veltrin.core.geometry import Index, Mask, Vec, rows_of
from veltrin.core.ground import Under
from veltrin.core.hole import KIND_LIST, KIND_NUMBER, Hole
from veltrin.core.hole.chart import Numbers, cost_at
from veltrin.core.hole.holing import holed_share
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.kit import Scatter
from veltrin.core.plan.model import Share, Spread
from veltrin.core.plan.odds import even_normals, strike_scatter
from veltrin.core.plan.play import Batch, World, around_of, flown, run_from
from veltrin.core.plan.rank import Doubts, roll_shift, speed_scatter
from veltrin.core.plan.target import Targets, unit_vector
from veltrin.core.run import ended, green_deceleration
from veltrin.core.strike import Around, Launch
from veltrin.core.strike.blow import ALONG, DEEP, PATCH, THIN_AT, TOLD, strike
from veltrin.core.strike.rows import FULL_SPEED, LEAN, OPEN
from veltrin.core.wanted import go_on

STRIKES = 400
WORST_SHARE = 0.05
TIGHTEST = 0.8
MIDDLE, MOST = (10, 90), 80
"""Percentiles that are told of where strikes end."""

BAD_STROKES = 0.75
"""A strike is a bad one when it costs so many strokes more than the cheapest call does on average. Judgement."""

ALONG_GROUND_M = 0.3
"""A ball that lands nearer to the hole flies over it."""

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
    n, swing = batch.count, solved[0]
    windy = not world.wind.is_calm
    draws = even_normals(strikes, 9 if windy else 7)
    leaving, thin = _struck(batch, world, solved, _widths(batch, world, swing, scatter, difficulty), draws)
    gusts = np.tile(_gusts(world.wind, draws[:, 7:]), (n, 1)) if windy else NO_GUSTS
    flights = flown(leaving, world, step_s=COARSE_STEP_S, gusts=gusts)
    ends = run_from(flights, world).rest
    rolled = roll_shift(ends[:, 0], flights.landing[:, 0], world.landing, scatter.coefficients)
    # A ball that lies against something, or in water, lies there whatever the ground.
    stays = (flights.struck >= 0) | ended(world.landing, ends)
    # Doubts are those of the ball as meant; one that hardly moved hasn't met so much ground.
    moved = np.hypot(ends[:, 0], ends[:, 1]) / np.repeat(targets.distance, strikes)
    doubt = np.where(stays, 0.0, np.hypot(np.repeat(doubts.firm, strikes) * np.minimum(moved, 1.0), rolled))
    doubt, shift = doubt.reshape(n, strikes), doubt.reshape(n, strikes) * draws[:, 5]
    rest = ends[:, :2].reshape(n, strikes, 2) + shift[:, :, None] * unit_vector(targets.bearing)[:, None, :]
    return Struck(flights, thin, rest, shift, doubt, strikes)


OFF_SPEED, OFF_FACE, OFF_LOFT, OFF_ALONG, OFF_DEEP = range(5)
"""What a strike is off by, in the order of the draws: share of its speed, face, loft (rad), low point, depth (m)."""

OFF_PATCH, SLOWEST_SHARE = 6, 0.3
"""The draw for the grass it meets; no strike is slower than this share of what was meant."""


def _widths(batch: Batch, world: World, swing: Vec, scatter: Scatter, difficulty: tuple[Vec, Vec]) -> Vec:
    """One standard deviation of what each call's strikes are off by, (n, 5)."""
    of_shot, of_strike = difficulty
    along, deep = strike_scatter(scatter, swing, of_strike, batch.clubs.arc_m, world.lie.cover.uneven_m)
    speed = speed_scatter(scatter, batch, swing) * of_shot
    return np.column_stack([speed, scatter.face_rad * of_shot, scatter.loft_rad * of_shot, along, deep])


@kernel(nogil=True, fastmath=LOOSE)
def _strike_draws(
    rows: Vec,
    swing: Vec,
    aim: Vec,
    widths: Vec,
    draws: Vec,
    patchy: float,
    under: Under,
    around: Around,
    velocity: Vec,
    spin: Vec,
    thin: Mask,
) -> None:
    """Strike each row once a draw, off by its widths; what leaves the face (n * draws, 3), call by call."""
    count, told, off, row = draws.shape[0], np.zeros(TOLD), np.empty(3), np.empty(rows.shape[1])
    for i in range(rows.shape[0]):
        for at in range(row.shape[0]):
            row[at] = rows[i, at]
        for k in range(count):
            faster = max(1.0 + widths[i, OFF_SPEED] * draws[k, OFF_SPEED], SLOWEST_SHARE)
            row[FULL_SPEED] = rows[i, FULL_SPEED] * faster
            row[OPEN] = rows[i, OPEN] + widths[i, OFF_FACE] * draws[k, OFF_FACE]
            row[LEAN] = rows[i, LEAN] + widths[i, OFF_LOFT] * draws[k, OFF_LOFT]
            off[ALONG], off[DEEP] = widths[i, OFF_ALONG] * draws[k, OFF_ALONG], widths[i, OFF_DEEP] * draws[k, OFF_DEEP]
            off[PATCH] = math.exp(patchy * draws[k, OFF_PATCH])
            at = i * count + k
            strike(row, swing[i], aim[i], off, under, around, told, velocity[at], spin[at])
            thin[i, k] = told[THIN_AT] > 0.0


def _struck(batch: Batch, world: World, solved: tuple[Vec, Vec], widths: Vec, draws: Vec) -> tuple[Launch, Mask]:
    """What leaves the face of each call's strikes, and which were thin (n, strikes)."""
    swing, aim = solved
    n, strikes = batch.count, len(draws)
    velocity, spin = np.empty((2, n * strikes, 3))
    thin, around = np.empty((n, strikes), dtype=np.bool_), around_of(batch, world)

    def part(of: slice) -> None:
        balls = slice(of.start * strikes, of.stop * strikes)
        _strike_draws(
            batch.rows[of], swing[of], aim[of], widths[of], draws, world.lie.laws.grass.patchy,
            world.lie.under, around, velocity[balls], spin[balls], thin[of],
        )  # fmt: skip

    go_on()
    share_out(part, n, 2, each=strikes)
    return Launch(velocity, spin), thin


def _gusts(wind: Wind, draws: Vec) -> Vec:
    """What each strike meets besides the mean wind, (n, 2) m/s: stronger or weaker, and from a little aside."""
    unit = np.array([wind.x_m_s, wind.y_m_s]) / wind.speed_m_s
    beside = np.array([-unit[1], unit[0]])
    along, across = draws[:, 0] * wind.spread_m_s, draws[:, 1] * wind.spread_m_s * ACROSS_SHARE
    return np.asarray(along[:, None] * unit + across[:, None] * beside)


@kernel(nogil=True, fastmath=LOOSE)
def _value(
    rest: Vec,
    shift: Vec,
    doubt: Vec,
    bearing: Vec,
    blocked: Mask,
    runs: Mask,
    brake: float,
    costs: Vec,
    shares: Vec,
    numbers: Numbers,
    cells: Index,
    pieces: Vec,
    sides: Vec,
    tables: Vec,
    screens: Vec,
) -> None:
    """What strikes cost, (n, nodes, strikes), each shifted as NODES says, and what share ends on each kind of ground.

    A ball has to come to the hole along the ground (`runs`) to be holed. The last six are a chart's.
    """
    count = rest.shape[1]
    for i in range(rest.shape[0]):
        cos, sin, middle, square = math.cos(bearing[i]), math.sin(bearing[i]), 0.0, 0.0
        for k in range(count):
            middle += rest[i, k, 1] / count
        for k in range(count):
            square += (rest[i, k, 1] - middle) ** 2 / count
        spread = math.sqrt(square)
        for j in range(NODES[0].shape[0]):
            for k in range(count):
                step = NODES[0][j] * doubt[i, k] - shift[i, k]
                x, y = rest[i, k, 0] + step * cos, rest[i, k, 1] + step * sin
                kind, cost = cost_at(x, y, blocked[i, k], numbers, cells, pieces, sides, tables, screens)
                if runs[i, k]:
                    cost *= 1.0 - holed_share(rest[i, k, 0] - numbers.flag_m + step, middle, spread, brake)
                costs[i, j, k] = cost
                shares[i, kind] += NODES[1][j] / count


TOLD_OF_ALL = (
    "mean_leave_m", "leave80_m", "short_m", "long_m", "right_m", "left_m", "strokes", "strokes_error",
    "worst_along_m", "worst_across_m",
)  # fmt: skip
"""What is told of all strikes of a call together, and their columns; then whether the worst are thin, and go past."""


@kernel(fastmath=LOOSE)
def _at_percentile(ordered: Vec, percent: float) -> float:
    """A percentile of numbers in order, between the two nearest. NumPy's default: Hyndman and Fan (1996), type 7."""
    place = 0.01 * percent * (ordered.shape[0] - 1)
    below = min(math.floor(place), ordered.shape[0] - 2)
    return float(ordered[below] + (place - below) * (ordered[below + 1] - ordered[below]))


@kernel(fastmath=LOOSE)
def _worst(past: Vec, side: Vec, thin: Mask, out: Vec) -> None:
    """Of the strikes that end furthest off, most lie past or short: where those lie on average, the share of thin ones
    among them, and whether it is past.
    """
    count = int(WORST_SHARE * past.shape[0])
    # Just so many: of balls that never moved, and lie equally far off, those that are missing.
    worst = np.argpartition(past * past + side * side, past.shape[0] - count)[-count:]
    past_most = np.sum(past[worst] > 0.0)
    # The worst strikes of a touch may fail both ways: tell the side on which most of them lie.
    is_past = past_most >= 0.5 * count
    along, across, thins, told = 0.0, 0.0, 0.0, 0
    for one in worst:
        if (past[one] > 0.0) == is_past:
            along, across, thins, told = along + past[one], across + side[one], thins + thin[one], told + 1
    out[0], out[1], out[2], out[3] = along / told, across / told, thins / told, is_past


@kernel(nogil=True, fastmath=LOOSE)
def _sum_up(rest: Vec, thin: Mask, costs: Vec, meant: Vec, flag_m: float, out: Vec) -> None:
    """What is told of all strikes of each call together, (n, 12): see TOLD_OF_ALL. `meant` (n, 2): its target."""
    count = rest.shape[1]
    leave, past, side, cost = np.empty(count), np.empty(count), np.empty(count), np.empty(count)
    for i in range(rest.shape[0]):
        cos, sin = math.cos(meant[i, 1]), math.sin(meant[i, 1])
        for k in range(count):
            x, y = rest[i, k, 0], rest[i, k, 1]
            leave[k] = math.sqrt((x - flag_m) ** 2 + y * y)
            past[k], side[k] = x * cos + y * sin - meant[i, 0], y * cos - x * sin
            cost[k] = 0.0
            for j in range(costs.shape[1]):
                cost[k] += NODES[1][j] * costs[i, j, k]
        _worst(past, side, thin[i], out[i, 8:])
        out[i, 0], out[i, 6] = leave.mean(), 1.0 + cost.mean()
        # Of independent draws; evenly spread ones do better, by how much nobody knows.
        out[i, 7] = cost.std() / math.sqrt(count - 1)
        for values in (leave, past, side):
            values.sort()
        out[i, 1] = _at_percentile(leave, MOST)
        for j in range(2):
            out[i, 2 + j], out[i, 4 + j] = _at_percentile(past, MIDDLE[j]), _at_percentile(side, MIDDLE[j])


def spreads_of(struck: Struck, hole: Hole, targets: Targets) -> list[Spread]:
    """What the strikes of each call come to. `bad` is left open: it is told against the cheapest call.

    What misread ground does is summed by rule, not drawn: less noise for no more strikes.
    """
    n, shape = len(targets.distance), struck.rest.shape[:2]
    costs, shares = np.empty((n, len(NODES[0]), struck.strikes)), np.zeros((n, len(KIND_LIST)))
    blocked = (struck.flights.struck >= 0).reshape(shape)
    runs = ~blocked & (struck.flights.landing[:, 0].reshape(shape) < hole.flag_m - ALONG_GROUND_M)
    brake = green_deceleration(hole.landing.green_speed_ft)
    _value(struck.rest, struck.shift, struck.doubt, targets.bearing, blocked, runs, brake, costs, shares, *hole.chart)
    told = np.empty((n, len(TOLD_OF_ALL) + 2))
    _sum_up(struck.rest, struck.thin, costs, targets.polar, hole.flag_m, told)
    columns, is_thin, is_past = dict(zip(TOLD_OF_ALL, told.T, strict=False)), told[:, -2] > 0.5, told[:, -1] > 0.5
    start = KIND_NUMBER[hole.start_kind.name] if hole.start_kind.holds else None
    return [
        Spread(
            **numbers,
            strikes=struck.strikes,
            shares=_shares(shares[i]),
            next_putt=float(shares[i, KIND_NUMBER["green"]]),
            again=0.0 if start is None else float(shares[i, start]),
            costs=1.0 + costs[i],
            worst_is="thin" if is_thin[i] else "past" if is_past[i] else "short",
            ends=struck.rest[i],
        )
        for i, numbers in enumerate(rows_of(columns))
    ]


def _shares(shares: Vec) -> tuple[Share, ...]:
    """Kinds of ground on which any strike ends, most first."""
    told = sorted(((-float(shares[k]), KIND_LIST[k].name) for k in np.flatnonzero(shares)), key=lambda p: p[0])
    return tuple(Share(name, -less) for less, name in told)


def outline_of(rest: Vec) -> Vec:
    """Hull of the tightest eight tenths of ends (n, 2) around their middle, (k, 2): those that lie least far out for
    their spread.
    """
    middle = np.median(rest, axis=0)
    spread = np.maximum(np.median(np.abs(rest - middle), axis=0), 0.05)
    far = np.hypot(*((rest - middle) / spread).T)
    tight = rest[far <= np.quantile(far, TIGHTEST)]
    return np.asarray(shapely.get_coordinates(shapely.convex_hull(shapely.linestrings(tight))))


def told_bad(spreads: list[Spread], cheapest: float | None = None) -> list[Spread]:
    """Tell each call's bad ones against the cheapest of all (strokes); None: the cheapest of these."""
    if not spreads:
        return []
    limit = (min(s.strokes for s in spreads) if cheapest is None else cheapest) + BAD_STROKES
    return [replace(s, bad=float(NODES[1] @ np.mean(s.costs >= limit, axis=1))) for s in spreads]
