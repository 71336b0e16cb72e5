"""The fault reader: from lie, method and what was seen, the likely causes, each with its sign and its cure.

Every cause is a set-up or swing error, or a misreading, pushed through the same chain as the plan itself, many times
with the player's own scatter on top. How often it then shows what the coach saw is its likelihood; times how common
the error is, that ranks the causes (Bayes' rule). Chance alone, the player's scatter with no error at all, is ranked
with them: where it explains what was seen there may be nothing to cure.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal, NamedTuple, get_args

import numpy as np
from scipy.special import ndtri

from veltrin.core.geometry import Mask, Vec
from veltrin.core.kit import Scatter
from veltrin.core.learn.causes import CAUSES, CHANCE, SIZE_SD, Cause, Error
from veltrin.core.plan.answer import drawn_path
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Question
from veltrin.core.plan.odds import even_normals, strike_scatter
from veltrin.core.plan.one import One, one_call
from veltrin.core.plan.play import Miss as Off
from veltrin.core.plan.play import Played, play
from veltrin.core.plan.rank import speed_scatter
from veltrin.core.plan.target import Targets
from veltrin.core.sides import Places, Unsided, mirrored, renamed

Miss = Literal["heavy", "thin", "shank", "left", "right", "short", "long", "ballooned", "ran through"]
MISSES: tuple[Miss, ...] = get_args(Miss)

SIZES, STRIKES = 5, 100
"""Every cause is struck in so many sizes, each so many times."""

REPORTED, IMAGINED = 0.85, 0.06
"""How often a coach reports a miss that happened, and one that didn't. Judgement."""

HEEL_SD_M = 0.006
"""How far a usual player (handicap 14) meets the ball off the middle of the face, one standard deviation. Judgement."""

_USUAL_FACE_RAD = Scatter.for_handicap(14.0).face_rad


def heel_sd(scatter: Scatter) -> float:
    """The same of any player (m): who turns the face less also meets it nearer to its middle. Judgement."""
    return HEEL_SD_M * scatter.face_rad / _USUAL_FACE_RAD


SHANK_FROM_M = 0.021
"""A ball met so far towards the heel meets the hosel: half a face and the ball's own contact. Judgement."""

FACE_READ_SD_M = 0.006
TURF_READ_SD_M = 0.015
"""How far taps on the drawn face and turf line are off. Judgement."""

FINISH_READ_M, FINISH_READ = 0.7, 0.04
"""How far off a finish is told: so many metres, and a share of the distance. Judgement; as much again stands for the
few strikes by which a cause is known."""

SHANKED_PAST, SHANKED_ACROSS = -0.45, -0.45
"""Where a ball off the hosel ends, as shares of the distance. Judgement."""

SLIP, SLIP_DENSITY = 0.15, 0.25
"""How often a tap is simply wrong, and how likely any place is then against the right one. Judgement."""


class Seen(NamedTuple):
    """What a strike of a batch showed, (n, len(MISSES)); where the face met it and the turf was met (m, (n,)).

    `heel_m`: towards the heel of the middle of the face; `turf_m`: ahead of the ball, behind negative. `past_m`,
    `side_m`: where it finished from the target, side to the left; `carry_m`: where it came down.
    """

    misses: Mask
    heel_m: Vec
    turf_m: Vec
    past_m: Vec
    side_m: Vec
    carry_m: Vec


@dataclass(frozen=True)
class Shape:
    """What one stroke with an error and no scatter looks like: drawn flight and run (k, 3), and the head in section.

    `low_point_m` and `entry_m` along the line from the ball, ahead and behind; `edge_m` above the ball's bottom as the
    head reaches it; `early_m` in the ground so far behind it; `heel_m` met so far towards the heel.
    """

    flight: Places
    run: Places
    low_point_m: Unsided
    edge_m: Unsided
    early_m: Unsided
    entry_m: Unsided
    mark_m: Unsided
    mark_depth_m: Unsided
    heel_m: Unsided


@dataclass(frozen=True)
class Ranked:
    """One cause, how likely it is as a share of all causes and chance, and what it looks like."""

    cause: Cause
    share: float
    shape: Shape


@dataclass(frozen=True)
class Readout:
    """Causes, likeliest first, chance among them; the stroke as planned; how far off counts as a miss (m)."""

    ranked: tuple[Ranked, ...]
    planned: Shape
    meant_m: float
    long_m: float
    wide_m: float


class Struck(NamedTuple):
    """Strokes as they were struck: what came of them, where on the face (m towards the heel), how far off the arc."""

    played: Played
    heel_m: Vec
    off: Off


def strike(stroke: One, error: Error, draws: Vec, *, record: bool = False) -> Struck:
    """Strike it with an error; `draws` (n, 6) standard normals: speed, face, loft, low point, depth, heel."""
    n = len(draws)
    scatter, call = stroke.question.player.scatter, stroke.call
    many = stroke.batch.take(np.zeros(n, dtype=int))
    swing, aim = np.full(n, call.swing), np.full(n, call.aim_rad + error.aim_rad)
    scatter_factor = stroke.difficulty
    speed = error.share * (1.0 + draws[:, 0] * speed_scatter(scatter, stroke.batch, swing) * scatter_factor)
    many = error.change(many).changed(faster=np.maximum(speed, 0.3), add=_turns(scatter, scatter_factor, draws))
    along, deep = strike_scatter(
        scatter, swing, np.full(n, stroke.strike_difficulty), many.clubs.arc_m, stroke.world.lie.cover.uneven_m
    )
    off = Off(error.along_m + along * draws[:, 3], error.deep_m + deep * draws[:, 4])
    played = play(many, error.world(stroke.world), swing, aim, miss=off, record=record)
    return Struck(played, error.heel_m + heel_sd(scatter) * draws[:, 5], off)


def strike_with(stroke: One, error: Error, draws: Vec) -> Seen:
    """What strikes with an error show; `draws` as for `strike`."""
    struck, meant, n = strike(stroke, error, draws), stroke.call.target, len(draws)
    target = Targets(np.full(n, meant.distance_m), np.full(n, meant.bearing_rad))
    return _seen(stroke, struck.played, target, struck.heel_m, struck.off)


def shape_of(stroke: One, error: Error) -> Shape:
    """The same struck once, with the error and nothing else."""
    played, heel, off = strike(stroke, error, np.zeros((1, 6)), record=True)
    flight, run = drawn_path(played, 0, stroke.world)
    met, moved = played.meeting, played.splash if played.is_splash[0] else None
    along = float(np.broadcast_to(off.along_m, 1)[0])
    return Shape(
        flight=flight,
        run=run,
        low_point_m=float(played.setup.low_point_m[0]) + along,
        edge_m=float(met.edge_m[0]),
        early_m=float(met.early_m[0]),
        entry_m=float(stroke.batch.asks("entry_m")[0]) - along if moved else 0.0,
        mark_m=float(moved.mark_m[0]) if moved else 0.0,
        mark_depth_m=float(moved.depth_m[0]) if moved else 0.0,
        heel_m=float(heel[0]),
    )


def counts_from(distance_m: float) -> tuple[float, float]:
    """How far past or short, and how far to the side, a coach calls a miss (m). Judgement."""
    return max(1.0, 0.08 * distance_m), max(1.0, 0.05 * distance_m)


def _turns(scatter: Scatter, scatter_factor: float, draws: Vec) -> dict[str, Vec]:
    return {
        "open_rad": scatter.face_rad * scatter_factor * draws[:, 1],
        "lean_rad": scatter.loft_rad * scatter_factor * draws[:, 2],
    }


def _seen(stroke: One, played: Played, target: Targets, heel: Vec, off: Off) -> Seen:
    call, met = stroke.call, played.meeting
    distance = call.target.distance_m
    carry, rest = target.along(played.flights.landing), target.along(played.runs.rest)
    side = target.across(played.runs.rest)
    shank = heel > SHANK_FROM_M
    long, wide = counts_from(distance)
    meant = distance + call.past_m
    apex = played.flights.apex_m
    is_short = (rest < meant - long) | shank
    columns = {
        "heavy": met.heavy | (played.is_splash & ~played.thin & is_short),
        "thin": played.thin,
        "shank": shank,
        "left": (side > wide) & ~shank,
        "right": (side < -wide) | shank,
        "short": is_short,
        "long": (rest > meant + long) & ~shank,
        "ballooned": (apex > 1.2 * call.apex_m + 0.3) & (carry < call.carry_m),
        "ran through": (rest - carry > call.run_m + max(1.5, 0.3 * abs(call.run_m))) & (rest > meant + 1.0) & ~shank,
    }
    turf = played.setup.low_point_m + np.asarray(off.along_m) * np.ones(len(heel))
    turf = np.where(met.early_m > 0.0, -met.early_m, np.maximum(turf, 0.0))
    # What a hosel does to the ball the chain doesn't know: it goes short and far to the right.
    past = np.where(shank, SHANKED_PAST * distance, rest - distance)
    across = np.where(shank, SHANKED_ACROSS * distance, side)
    misses = np.stack([np.asarray(columns[m]) for m in MISSES], axis=1)
    return Seen(misses, heel, np.asarray(turf), np.asarray(past), np.asarray(across), np.asarray(carry))


@lru_cache(maxsize=2)
def _draws(count: int) -> Vec:
    return even_normals(count, 6)


@dataclass(frozen=True)
class Ball:
    """What was seen of one ball: misses, left and right as the coach sees them; where the ball met the face, from its
    middle towards the heel (m); where the turf was met, ahead of the ball (m); where it finished from the target, past
    it and to the left, and where it came down (m). None: not looked at.
    """

    misses: frozenset[Miss]
    heel_m: float | None = None
    turf_m: float | None = None
    past_m: float | None = None
    side_m: float | None = None
    carry_m: float | None = None


def _likelihood(seen: Seen, ball: Ball, distance_m: float) -> float:
    """How often strikes show just this, reports being what they are."""
    finish = FINISH_READ_M + FINISH_READ * distance_m
    reported = np.array([m in ball.misses for m in MISSES])
    p_yes = np.where(seen.misses, REPORTED, IMAGINED)
    chances = np.prod(np.where(reported, p_yes, 1.0 - p_yes), axis=1)
    for read, shown, sd in (
        (ball.heel_m, seen.heel_m, FACE_READ_SD_M),
        (ball.turf_m, seen.turf_m, TURF_READ_SD_M),
        (ball.past_m, seen.past_m, finish),
        (ball.side_m, seen.side_m, finish),
        (ball.carry_m, seen.carry_m, finish),
    ):
        if read is not None:
            near = np.exp(-0.5 * ((read - shown) / sd) ** 2)
            chances = chances * ((1.0 - SLIP) * near + SLIP * SLIP_DENSITY)
    return float(np.mean(chances)) + 1e-9


_ACROSS: dict[Miss, Miss] = {"left": "right", "right": "left"}
_ACROSS_CAUSE = {"aimed-left": "aimed-right", "aimed-right": "aimed-left"}


def read_fault(question: Question, call_id: str, balls: Sequence[Ball]) -> Readout | None:
    """Rank the causes of what was seen, likeliest first, chance among them; None if the call isn't feasible here.

    One ball tells little; a fault comes back, so several balls of the same shot tell much more.
    """
    turns = is_mirrored(question)
    stroke = one_call(mirrored(question), renamed(call_id)) if turns else one_call(question, call_id)
    if stroke is None:
        return None
    if turns:
        balls = [
            replace(
                b,
                misses=frozenset(_ACROSS.get(m, m) for m in b.misses),
                side_m=None if b.side_m is None else -b.side_m,
            )
            for b in balls
        ]
    shares = rank_causes(showings(stroke), balls, stroke)
    shapes = [shape_of(stroke, cause.error(1.0)) for cause, _ in shares]
    if turns:
        known = {c.id: c for c in (*CAUSES, CHANCE)}
        shares = [(known[_ACROSS_CAUSE.get(cause.id, cause.id)], share) for cause, share in shares]
        shapes = [mirrored(shape) for shape in shapes]
    distance = stroke.call.target.distance_m
    ranked = tuple(Ranked(cause, share, shape) for (cause, share), shape in zip(shares, shapes, strict=True))
    return Readout(
        ranked,
        # With nothing wrong it is struck as planned.
        next(r.shape for r in ranked if r.cause.id == CHANCE.id),
        distance + stroke.call.past_m,
        *counts_from(distance),
    )


Shown = list[tuple[Cause, list[Seen]]]
"""What every cause shows, in each of its sizes."""


def showings(stroke: One) -> Shown:
    """What every cause that can happen here shows, chance among them."""
    return [(c, _in_all_sizes(stroke, c)) for c in (*CAUSES, CHANCE) if can_happen(stroke, c)]


def can_happen(stroke: One, cause: Cause) -> bool:
    """Whether a cause can happen with this stroke at all: a putter has no arc that bottoms out in the turf."""
    is_rolled = stroke.question.player.club(stroke.call.club_id).kind == "putter"
    return cause.fits(stroke.question) and (not is_rolled or cause.rolled or cause is CHANCE)


def _in_all_sizes(stroke: One, cause: Cause) -> list[Seen]:
    """A cause in sizes that are as common each: a large one that is certain to show must not win by its size alone."""
    draws = _draws(SIZES * STRIKES)
    if cause is CHANCE:
        return [strike_with(stroke, cause.error(1.0), draws)]
    sizes = [math.exp(SIZE_SD * float(ndtri((n + 0.5) / SIZES))) for n in range(SIZES)]
    return [strike_with(stroke, cause.error(size), draws[n::SIZES]) for n, size in enumerate(sizes)]


def _together(seen: list[Seen], balls: Sequence[Ball], distance_m: float) -> float:
    """Logarithm of how likely all balls are: a fault keeps its size from ball to ball, and nobody knows it."""
    logs = [math.fsum(math.log(_likelihood(one, ball, distance_m)) for ball in balls) for one in seen]
    top = max(logs)
    return top + math.log(math.fsum(math.exp(v - top) for v in logs) / len(logs))


def rank_causes(shown: Shown, balls: Sequence[Ball], stroke: One) -> list[tuple[Cause, float]]:
    """Rank the causes of a right-hander's balls, likeliest first, each with its share."""
    question, club = stroke.question, stroke.question.player.club(stroke.call.club_id)
    far = stroke.call.target.distance_m
    logs = [math.log(c.common * c.likelier(question, club)) + _together(seen, balls, far) for c, seen in shown]
    top = max(logs)
    weights = [math.exp(v - top) for v in logs]
    total = math.fsum(weights)
    found = [(cause, w / total) for (cause, _), w in zip(shown, weights, strict=True)]
    return sorted(found, key=lambda pair: (-pair[1], pair[0].id))
