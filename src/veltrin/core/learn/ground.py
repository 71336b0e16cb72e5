"""Ground measured by balls struck from it: what this grass or sand takes, from a handful of carries.

One lie, one call, five to ten balls. Each ball says how far the middle of such strikes lies from what the model
expects there: by its carry or, where it was measured, by its speed and spin. What may be behind it is the ground (the
numbers of its laws, each with its plausible range as prior) and the player's own day (as far as their clubs and methods
usually differ from the model). The noise is Student's t, so that a wrong ball moves little (Lange et al. 1989, J. Am.
Stat. Assoc. 84, 881, from memory). The posterior's mode is found by SciPy's least squares; Laplace's approximation
tells how sure it is.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from scipy.optimize import least_squares

from veltrin.core.errors import DomainError
from veltrin.core.flight import COARSE_STEP_S
from veltrin.core.geometry import Mask, Vec
from veltrin.core.ground import CLEAN, FITTED, LEAST_SHARE, MOST_SHARE, KnownGround, prior_of
from veltrin.core.kit import Learned, Quantity, family_of
from veltrin.core.learn.habits import PRIOR_SD, SPEED_READ_SD, SPIN_READ_SD
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Question
from veltrin.core.plan.odds import even_normals, strike_scatter
from veltrin.core.plan.one import One, one_call
from veltrin.core.plan.play import Miss, World, flown, launch
from veltrin.core.plan.rank import speed_scatter
from veltrin.core.plan.scatter import SLOWEST_SHARE
from veltrin.core.quantity import QUANTITIES
from veltrin.core.sides import mirrored, renamed
from veltrin.core.strike import Launch

FEWEST_BALLS, MOST_BALLS = 4, int(QUANTITIES["lie.measured.balls"].high)
"""Fewer balls tell nothing; more than these nobody strikes from one patch."""

FREEDOM = 4.0
"""Degrees of freedom of the noise: a ball three deviations off counts a third of a good one. Judgement."""

CARRY_READ = 0.02
"""How far off a carry is by pacing or laser to the mark, as a share. Judgement."""

LEAST_TOLD = 0.01
"""A stroke whose carry such ground changes by less, one standard deviation, tells nothing of it. Judgement."""

LOOKED_AT, STRUCK, FEWEST_CLEAN = 1024, 64, 32
"""Strikes by which such ground in general is known; clean ones by which each change is; how few there may be."""

SHORTER_MOST, LONGER_MOST = -2.0, 1.1
"""A ball less than a seventh as far or fast as expected, or three times as far, is a slip of the pen: logarithms."""


class StruckBall(NamedTuple):
    """What was measured of a ball (m, m/s, rad/s); None: not measured. Where its speed was, its carry adds nothing."""

    carry_m: float | None = None
    speed_m_s: float | None = None
    spin_rad_s: float | None = None


@dataclass(frozen=True)
class MeasuredGround:
    """What balls tell of a ground. `carries`: over what such a stroke carries from such ground in general; `low` and
    `high`: eight in ten lie between. `takes`: over what such ground takes of a carry in general, None where that is
    next to nothing. `usual_m`: what clean balls of this call carry from such ground in general (m). `counts`: by how
    much each ball counts, 1 an ordinary one. `doubt`: covariance of the shares' logarithms.
    """

    known: KnownGround
    carries: float
    low: float
    high: float
    takes: float | None
    usual_m: float
    counts: tuple[float, ...]
    doubt: Vec


SPEED, CARRY, SPIN = range(3)
"""Places in what a stroke does: logarithms of ball speed, carry, spin."""


class Strikes(NamedTuple):
    """Many strikes of one call: logarithms of ball speed, carry and spin (strikes, 3); which a coach would let count:
    neither heavy nor thin, and not half as far as most.
    """

    logs: Vec
    clean: Mask


def strikes_of(one: One, world: World, draws: Vec, faster: Vec | float = 1.0) -> Strikes:
    """Strike a call as it is played, in this world, `faster` than usual by the day's own share.

    `draws` (n, 5) standard normals: of speed, loft, low point, depth, and of what the grass is over that as read.
    """
    n, call, scatter = len(draws), one.call, one.question.player.scatter
    swing, aim = np.full(n, call.swing), np.full(n, call.aim_rad)
    speed = faster * np.maximum(
        1.0 + draws[:, 0] * speed_scatter(scatter, one.batch, swing) * one.difficulty, SLOWEST_SHARE
    )
    many = one.batch.take(np.zeros(n, dtype=int)).changed(
        faster=speed, add={"lean_rad": scatter.loft_rad * one.difficulty * draws[:, 1]}
    )
    along, deep = strike_scatter(
        scatter, swing, np.full(n, one.strike_difficulty), many.clubs.arc_m, world.lie.cover.uneven_m
    )
    patch = np.exp(world.lie.laws.grass.patchy * draws[:, 4])
    left = launch(many, world, swing, aim, miss=Miss(along * draws[:, 2], deep * draws[:, 3], patch))
    logs = _logs(left.launch, flown(left.launch, world, step_s=COARSE_STEP_S).landing)
    is_clean = ~left.thin & ~(left.meeting.heavy & ~left.is_splash)
    half = np.median(logs[is_clean, CARRY]) - math.log(2.0) if is_clean.any() else 0.0
    return Strikes(logs, is_clean & (logs[:, CARRY] > half))


def _logs(left: Launch, landing: Vec) -> Vec:
    lengths = (left.velocity, landing[:, :2], left.spin)
    return np.asarray(np.log(np.maximum(np.column_stack([np.linalg.norm(one, axis=1) for one in lengths]), 0.1)))


def typical(logs: Vec, width: Vec) -> Vec:
    """Where noise of Student's t is centred that made these, (3,): what balls are held against, in the same measure.

    A mean would lie below it: strikes that come up short come up shorter than others go far.
    """
    centre = np.median(logs, axis=0)
    for _ in range(6):
        weights = 1.0 / (FREEDOM + ((logs - centre) / width) ** 2)
        centre = (weights * logs).sum(axis=0) / weights.sum(axis=0)
    return np.asarray(centre)


@dataclass(frozen=True)
class _Station:
    """One call from one lie: what the model says for shares of the ground's numbers and the player's day."""

    one: One
    draws: Vec
    width: Vec
    off: Vec

    def strikes(self, at: Vec) -> Vec:
        """Logarithms of ball speed, carry and spin of clean strikes, (strikes, 3): `at` holds the logarithms of the
        shares, then of the day's speed and spin.
        """
        lie, (faster, more_spin) = self.one.world.lie, at[-2:]
        # Draws about a far mode may lie beyond what any ground is believed to be.
        shares = np.clip(np.exp(at[:-2]), LEAST_SHARE, MOST_SHARE)
        known = KnownGround(lie.cover.name, tuple(map(float, shares)), 0)
        world = replace(self.one.world, lie=replace(lie, known=known))
        logs = strikes_of(self.one, world, self.draws, math.exp(faster)).logs
        return np.asarray(logs + self.off + np.array([0.0, 0.0, more_spin]))

    def says(self, at: Vec) -> Vec:
        """Of the same, what is typical, (3,)."""
        return typical(self.strikes(at), self.width)

    def wide_at(self, at: Vec) -> _Station:
        """The same, as wide as its strikes lie there: heavier ground scatters more."""
        return replace(self, width=_width(self.strikes(at)))


def _width(logs: Vec) -> Vec:
    return np.asarray(np.hypot(logs.std(axis=0), (SPEED_READ_SD, CARRY_READ, SPIN_READ_SD)))


def _station(one: One) -> _Station:
    """Draws whose strikes are clean from such ground in general, how wide those lie, what so few of them are off."""
    many = strikes_of(one, one.world, even_normals(LOOKED_AT, 5))
    few = np.flatnonzero(many.clean)[:STRUCK]
    if len(few) < FEWEST_CLEAN:
        raise DomainError("call_id", "hardly ever comes off from here.", "Measure with a call that mostly does.")
    width = _width(many.logs[many.clean])
    off = typical(many.logs[many.clean], width) - typical(many.logs[few], width)
    return _Station(one, even_normals(LOOKED_AT, 5)[few], width, off)


def _own_doubt(learned: Learned, one: One, quantity: Quantity) -> float:
    """How far this player's clubs and method differ from the model, one standard deviation: as learnt, else as players
    do.
    """
    candidate = one.found.candidates[one.place]
    names = {"family": family_of(candidate.club), "method": candidate.method.id}
    known = {e.by: e.deviation for e in learned.effects if e.quantity == quantity and names.get(e.by) == e.name}
    return math.hypot(*(known.get(by, PRIOR_SD[quantity][by]) for by in ("family", "method")))


def _seen(balls: Sequence[StruckBall]) -> list[tuple[int, int, float]]:
    """Which ball, what of it, and the logarithm of it. DomainError where nothing or too little was measured."""
    if not FEWEST_BALLS <= len(balls) <= MOST_BALLS:
        raise DomainError(
            "balls", f"are {len(balls)}.", f"Strike {FEWEST_BALLS} to {MOST_BALLS} from this lie, with the same call."
        )
    seen = []
    for i, ball in enumerate(balls):
        length = ball.speed_m_s if ball.speed_m_s is not None else ball.carry_m
        if length is None:
            raise DomainError(
                f"balls.{i + 1}", "has neither carry nor ball speed.", "Measure one of them, or leave it out."
            )
        seen.append((i, SPEED if ball.speed_m_s is not None else CARRY, math.log(length)))
        if ball.spin_rad_s is not None:
            seen.append((i, SPIN, math.log(ball.spin_rad_s)))
    return seen


def measure_ground(question: Question, call_id: str, balls: Sequence[StruckBall]) -> MeasuredGround:
    """What balls struck with a call of a question tell of the ground it is played from.

    DomainError (balls, call_id, lie.cover) where they are too few or out of all range, where it is no call here, or
    where its carry tells nothing of such ground.
    """
    if is_mirrored(question):
        question, call_id = mirrored(question), renamed(call_id)
    lie = question.lie
    if lie.cover.group not in FITTED:
        raise DomainError("lie.cover", f"{lie.cover.words} isn't measured.", "Measure grass or sand.")
    one = one_call(replace(question, lie=replace(lie, known=KnownGround.usual(lie.cover.name))), call_id)
    if one is None:
        raise DomainError("call_id", "is no call from this lie.", "Choose one from the plan.")
    return fitted(one, balls)


def fitted(one: One, balls: Sequence[StruckBall]) -> MeasuredGround:
    """The same of a call that is ready to be struck; see measure_ground."""
    station, learned = _station(one), one.question.learned
    seen = _seen(balls)
    ball, what, value = (np.array(column) for column in zip(*seen, strict=True))
    prior = np.array(
        [
            *prior_of(one.world.lie.cover.group),
            _own_doubt(learned, one, "speed"),
            _own_doubt(learned, one, "friction"),
        ]
    )
    usual, at = station.says(np.zeros(len(prior))), np.zeros(len(prior))
    _believable(ball, what, value - usual[what])
    for _ in range(PASSES):
        at = _mode(station, what, value, prior, at)
        station = station.wide_at(at)
    slopes, scale = _slopes(station, at), station.width[what]
    z = (value - station.says(at)[what]) / scale
    # Of the very noise, not of its squares: a ball far off bends the other way and is counted as nothing.
    curved = np.maximum((FREEDOM + 1.0) * (FREEDOM - z * z) / (FREEDOM + z * z) ** 2, 0.0) / scale**2
    rows = slopes[what]
    covariance = np.linalg.inv(np.diag(prior**-2) + rows.T @ (curved[:, None] * rows))
    return _told(station, at, slopes, covariance, usual, (ball, z))


PASSES = 2
"""The width of the strikes is that at the mode, which hangs on it: it is found twice."""


def _mode(station: _Station, what: Vec, value: Vec, prior: Vec, start: Vec) -> Vec:
    """Where the posterior is highest, for this width of the noise."""
    scale = station.width[what]

    def residuals(at: Vec) -> Vec:
        # Their squares add up to minus twice the logarithm of the posterior.
        z = (value - station.says(at)[what]) / scale
        return np.concatenate([np.sign(z) * _root(z), at / prior])

    def bends(at: Vec) -> Vec:
        z = np.abs(value - station.says(at)[what]) / scale
        # The slope of the root; at nothing off it is 0 over 0.
        far = np.maximum(z, 1e-4)
        steep = (FREEDOM + 1.0) * far / (FREEDOM + far * far) / _root(far)
        return np.vstack([-(steep / scale)[:, None] * _slopes(station, at)[what], np.diag(1.0 / prior)])

    bound = np.minimum(3.5 * prior, math.log(MOST_SHARE))
    found = least_squares(residuals, start, bends, bounds=(-bound, bound), x_scale=prior, xtol=1e-3)
    return np.asarray(found.x)


def _believable(ball: Vec, what: Vec, off: Vec) -> None:
    for i, k, more in zip(ball, what, off, strict=True):
        if not SHORTER_MOST <= more <= LONGER_MOST and k != SPIN:
            raise DomainError(
                f"balls.{int(i) + 1}", "is nowhere near what this call does from such ground.",
                "Leave out what failed; see that lie and call are those that were played.",
            )  # fmt: skip


def _root(z: Vec) -> Vec:
    """The root of minus twice the logarithm of Student's density, up to a constant."""
    return np.asarray(np.sqrt((FREEDOM + 1.0) * np.log1p(z * z / FREEDOM)))


STEP = 0.05


def _slopes(station: _Station, at: Vec) -> Vec:
    """How what a stroke does changes with each number, (3, numbers)."""
    steps = STEP * np.eye(len(at))
    return np.column_stack([(station.says(at + s) - station.says(at - s)) / (2.0 * STEP) for s in steps])


def _told(
    station: _Station, at: Vec, slopes: Vec, covariance: Vec, usual: Vec, struck: tuple[Vec, Vec]
) -> MeasuredGround:
    ground, (ball, z) = len(at) - 2, struck
    shares, by_carry = np.clip(np.exp(at[:ground]), LEAST_SHARE, MOST_SHARE), slopes[CARRY, :ground]
    here = station.says(np.concatenate([at[:ground], np.zeros(2)]))[CARRY] - usual[CARRY]
    if math.sqrt(float(by_carry**2 @ np.array(prior_of(station.one.world.lie.cover.group)) ** 2)) < LEAST_TOLD:
        raise DomainError(
            "lie.cover", "hardly touches this ball: its carry tells nothing of the ground.",
            "Strike from where it sits down, with a club that the ground slows.",
        )  # fmt: skip
    low, high = _within(station, at[:ground], covariance[:ground, :ground]) - usual[CARRY]
    weights = (FREEDOM + 1.0) / (FREEDOM + z * z)
    counts = [float(weights[ball == i].min()) for i in range(int(ball.max()) + 1)]
    cover = station.one.world.lie.cover.name
    return MeasuredGround(
        known=KnownGround(cover, tuple(map(float, shares)), len(counts)),
        carries=math.exp(here),
        low=math.exp(low),
        high=math.exp(high),
        takes=_takes(station, float(here), float(usual[CARRY])),
        usual_m=math.exp(float(usual[CARRY])),
        counts=tuple(min(count, 1.0) for count in counts),
        doubt=covariance[:ground, :ground],
    )


PUSHED = 64


def _within(station: _Station, at: Vec, covariance: Vec) -> Vec:
    """Between which logarithms of the carry eight in ten of such grounds lie, (2,): grounds drawn about the mode, as a
    carry falls faster the heavier they are.
    """
    root = np.linalg.cholesky(covariance)
    grounds = at + even_normals(PUSHED, len(at)) @ root.T
    carries = [station.says(np.concatenate([one, np.zeros(2)]))[CARRY] for one in grounds]
    return np.asarray(np.quantile(carries, (0.1, 0.9)))


LEAST_TAKEN = 0.03
"""Where such ground takes less of a carry than this share, how much more of it isn't told. Judgement."""


def _takes(station: _Station, here: float, usual: float) -> float | None:
    """What this ground takes of a carry over what such ground takes, against the same strikes from the fairway."""
    world = replace(station.one.world, lie=CLEAN)
    clean = float(typical(strikes_of(station.one, world, station.draws).logs, station.width)[CARRY])
    taken = 1.0 - math.exp(usual - clean)
    return None if taken < LEAST_TAKEN else (1.0 - math.exp(usual + here - clean)) / taken
