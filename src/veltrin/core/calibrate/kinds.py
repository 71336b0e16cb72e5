"""What the laws say of one kind of shot: where clean balls go, how each number changes that, how often they fail.

Worked out by the laws themselves, many strikes of one call, always with the same draws: what changes between two sets
of numbers is then the numbers' doing and not chance.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.calibrate.numbers import LAWS, Number, prior_of, shares_of
from veltrin.core.geometry import Mask, Vec
from veltrin.core.ground import GroundCoefficients, Lie
from veltrin.core.kit import Scatter
from veltrin.core.learn.ground import FREEDOM, strikes_of, typical
from veltrin.core.learn.habits import SPEED_READ_SD, SPIN_READ_SD
from veltrin.core.plan.coefficients import shifted
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Question
from veltrin.core.plan.odds import even_normals, failed, strike_odds
from veltrin.core.plan.one import One, one_call
from veltrin.core.plan.play import Launched, World, launch
from veltrin.core.plan.predict import READ_LENGTH
from veltrin.core.sides import mirrored, renamed

LOOKED_AT, SLOPED, FEWEST_CLEAN = 1024, 64, 96
"""Strikes by which a kind is known; clean ones by which each change is; with fewer a kind tells nothing. Of a quarter
as many the centres lay 1 % (grass) to 3 % (sand) too high, all alike: numbers were measured that weren't there."""

FASTER, WIDER = 0.02, 0.25
"""How far the head speed and the scatter are moved to see what they do, as logarithms."""

NODE, OUTER = math.sqrt(3.0), 1.0 / 6.0
"""Where the outer two of three nodes of a bell's mean lie, in standard deviations, and what each weighs (Gauss-Hermite,
Abramowitz & Stegun 25.4.46, from memory)."""

STRIKE_GRID = np.linspace(-1.0, 1.0, 9)
"""At which logarithms of the strike's scatter, over the usual, the failures are looked at."""

QUANTILES = (np.arange(41) + 0.5) / 41
"""Shares of clean balls that lie below: in the middles of so many equal parts."""

READ_SD = np.array([SPEED_READ_SD, READ_LENGTH, SPIN_READ_SD])
"""How far ball speed, carry and spin are read off, as shares."""


USUALLY = np.zeros(len(LAWS))
"""Logarithms of the shares where every number is as usual."""


@dataclass(frozen=True)
class Kind:
    """One kind of shot, worked out `about` some shares of LAWS (logarithms).

    Of ball speed, carry and spin, as logarithms: `usual` and `centre`, where clean balls lie with the usual numbers and
    with those of `about`, (3,); `slopes` by each of LAWS, and `bent`, by how much the mean shifts
    as each bends, over as far as each is in doubt (3, n); `faster`, by the logarithm of head speed (3,); `width`
    of Student's t around the centre (3,), and what share of its square is the speed's scatter, `by_speed`, and the
    strike's, `by_strike` (3,); `shorter`, how the centre moves with the logarithm of the strike's scatter (3,).
    `heavy`, `thin`: shares of strikes at STRIKE_GRID. `quantiles`: where those of clean balls lie (3, n), in widths.
    """

    about: Vec
    usual: Vec
    centre: Vec
    slopes: Vec
    bent: Vec
    faster: Vec
    width: Vec
    by_speed: Vec
    by_strike: Vec
    shorter: Vec
    heavy: Vec
    thin: Vec
    quantiles: Vec


def one_of(question: Question, call_id: str) -> One | None:
    """A call ready to be struck, as a right-hander plays it; None where it can't be played."""
    if is_mirrored(question):
        return one_call(mirrored(question), renamed(call_id))
    return one_call(question, call_id)


def bare(one: One) -> One:
    """The same stroke without what the player's own book adds to it, by a player who scatters as is usual."""
    factor = float(one.batch.habits.scatter[0])
    player = one.question.player
    if player.scatter == Scatter.for_handicap(player.handicap, player.scatter.coefficients):
        player = replace(player, scatter=Scatter.for_handicap(player.handicap))
    found = replace(
        one.found,
        scatter_factor=one.found.scatter_factor / factor,
        strike_factor=one.found.strike_factor / factor,
    )
    return replace(one, question=replace(one.question, player=player), batch=one.batch.unlearnt(), found=found)


def world_where(one: One, logs: Vec) -> World:
    """The world of a call where LAWS are so many times the usual (logarithms); as if its ground was never measured."""
    told = shifted(shares_of(LAWS, logs))
    ground = GroundCoefficients(told.grass, told.soil, told.sand)
    return replace(one.world, lie=replace(one.world.lie, known=None, coefficients=ground))


def _matters(number: Number, lie: Lie) -> bool:
    if number.on and lie.cover.group not in number.on:
        return False
    return lie.wet > 0.0 or number.members[0][1] not in ("wet_heavier", "wet_friction")


def kind_of(one: One, logs: Vec = USUALLY, usual: Vec | None = None, doubts: Vec | None = None) -> Kind | None:
    """What the laws say of a call where LAWS are so many times the usual; None where it hardly ever comes off.

    `usual`: where its balls lie with the usual numbers, if `logs` are others. `doubts`: standard deviations of `logs`,
    over which slopes are taken; default: as they are before anything is measured.
    """
    one, world = bare(one), world_where(one, logs)
    clean = _Clean(one, world)
    if len(clean.which) < FEWEST_CLEAN:
        return None
    centre, width = clean.bell
    few = clean.draws[clean.which[:SLOPED], :5]

    def at(where: Vec, faster: float = 1.0) -> Vec:
        return typical(strikes_of(one, world_where(one, where), few, faster).logs, width)

    steps = NODE * (prior_of(LAWS) if doubts is None else doubts)
    slopes, bent, here = np.zeros((3, len(LAWS))), np.zeros((3, len(LAWS))), at(logs)
    for k, number in enumerate(LAWS):
        if _matters(number, one.world.lie):
            step = steps[k] * np.eye(len(LAWS))[k]
            more, less = at(logs + step), at(logs - step)
            slopes[:, k] = (more - less) / (2.0 * steps[k])
            bent[:, k] = OUTER * (more + less - 2.0 * here)
    quicker = (at(logs, math.exp(FASTER)) - here) / FASTER
    near, far = (_Clean(widened(one, strike=math.exp(step)), world).bell for step in (-WIDER, WIDER))
    wider = _Clean(widened(one, speed=math.exp(WIDER)), world).bell
    heavy, thin = failures(one, world)
    return Kind(
        about=logs,
        usual=centre if usual is None else usual,
        centre=centre,
        slopes=slopes,
        bent=bent,
        faster=quicker,
        width=width,
        by_speed=_share(wider[1] / width),
        by_strike=_share(far[1] / width),
        shorter=(far[0] - near[0]) / (2.0 * WIDER),
        heavy=heavy,
        thin=thin,
        quantiles=((np.quantile(clean.read, QUANTILES, axis=0) - centre) / width).T,
    )


def _share(wider: Vec) -> Vec:
    """What share of a width's square grows with a scatter, from how much WIDER made it: squares add up."""
    return np.clip((wider**2 - 1.0) / math.expm1(2.0 * WIDER), 0.0, 1.0)


class _Clean:
    """Many strikes of a call, which of them are clean, and the bell they and their reading make."""

    def __init__(self, one: One, world: World) -> None:
        self.draws = even_normals(LOOKED_AT, 8)
        many = strikes_of(one, world, self.draws[:, :5])
        fails = failed_of(one, world, self.draws[:, 2:5]).any(axis=1)
        self.which = np.flatnonzero(many.clean & ~fails)
        self._logs = many.logs

    @property
    def bell(self) -> tuple[Vec, Vec]:
        """Centre and width, (3,)."""
        return bell(self.read)

    @property
    def read(self) -> Vec:
        """What would be read of the clean ones, (n, 3)."""
        return np.asarray(self._logs[self.which] + READ_SD * self.draws[self.which, 5:])


WIDTHS = {"speed_share_full": "speed", "speed_share_touch": "speed", "along_m": "strike", "deep_m": "strike"}
"""Which of a player's widths are the speed's and which the strike's."""


def widened(one: One, *, speed: float = 1.0, strike: float = 1.0) -> One:
    """The same call of a player whose speed and strike scatter so many times as wide."""
    share = {"speed": speed, "strike": strike}
    scatter = one.question.player.scatter
    wide = scatter.times({name: share[WIDTHS[name]] if name in WIDTHS else 1.0 for name in scatter.widths})
    return replace(one, question=replace(one.question, player=replace(one.question.player, scatter=wide)))


MANY = 1024


def _as_meant(one: One, world: World) -> tuple[Launched, Vec, Vec]:
    """The stroke without any miss, its length of swing, and how much harder than from a clean lie it is."""
    swing, aim = np.array([one.call.swing]), np.array([one.call.aim_rad])
    return launch(one.batch, world, swing, aim), swing, np.array([one.strike_difficulty])


def failed_of(one: One, world: World, draws: Vec) -> Mask:
    """Which of many strikes of a call are heavy, which thin, (n, 2); see odds.failed."""
    played, swing, hard = _as_meant(one, world)
    return failed(one.batch, world.lie, played, one.question.player.scatter, swing, hard, draws)


def failures(one: One, world: World) -> tuple[Vec, Vec]:
    """Shares heavy and thin of a call, at each scatter of STRIKE_GRID."""
    played, swing, hard = _as_meant(one, world)
    odds = []
    for log in STRIKE_GRID:
        scatter = widened(one, strike=math.exp(log)).question.player.scatter
        odds += strike_odds(one.batch, world.lie, played, scatter, swing, hard, strikes=MANY)
    return np.array([o.heavy for o in odds]), np.array([o.thin for o in odds])


def bell(values: Vec) -> tuple[Vec, Vec]:
    """Centre and scale of Student's t that fit values (n, k) best, each (k,), by weights that are found in turn."""
    centre, scale = np.median(values, axis=0), np.maximum(values.std(axis=0), 1e-3)
    for _ in range(20):
        z = (values - centre) / scale
        weights = (FREEDOM + 1.0) / (FREEDOM + z * z)
        centre = (weights * values).sum(axis=0) / weights.sum(axis=0)
        scale = np.maximum(np.sqrt((weights * (values - centre) ** 2).mean(axis=0)), 1e-3)
    return np.asarray(centre), np.asarray(scale)
