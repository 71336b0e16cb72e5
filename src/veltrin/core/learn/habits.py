"""A player's own habits from the book: conjugate normal updates of effects that add up.

Each booked shot says by how much it differed from what the model alone expected: the logarithm of a share (speed,
friction), or an angle (face). The difference is the sum of three effects, of its club family, its cover and its method,
each with a normal prior around zero, and of noise that was stated with the shot. The posterior of all effects of one
quantity is then normal and exact (Bayesian linear regression; Gelman et al., Bayesian Data Analysis, ch. 14, from
memory). Few shots move little, many move much: the prior shrinks.
Scatter is learnt from how far shots lie about their own mean: the logarithm of a standard deviation told by n shots is
itself off by about 1 / sqrt(2 (n - 1)).

Shots enter as sums by cell (family, cover, method) and quarter of a year, which are all that the posterior needs: fifty
thousand shots cost no more than fifty. Old shots weigh less: a player of three years ago is another one.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.kit import BYS, By, Effect, Learned, Quantity

PRIOR_SD: dict[Quantity, dict[By, float]] = {
    "speed": {"family": 0.03, "cover": 0.07, "method": 0.04},
    "friction": {"family": 0.08, "cover": 0.25, "method": 0.08},
    "face": {"family": math.radians(0.8), "cover": math.radians(1.0), "method": math.radians(0.8)},
    "scatter": {"family": 0.15, "cover": 0.15, "method": 0.15},
}
"""How far players differ from the model before anything is known of them, one standard deviation. Judgement: stock
carries pin a club family, what grass does to a player's speed and to friction is what nobody knows."""

Practised = Literal["none", "habits", "all"]
"""What balls of practice sessions teach: nothing, habits, or what is lost from a kind of lie too."""

LEAST_FOR_SCATTER = 4
"""Fewer shots of a kind say nothing about their scatter. Judgement."""


QUARTER_DAYS = 91.3125

HALF_LIFE_QUARTERS = 4.0
"""A shot weighs half as much a year before the newest one. Judgement: a season changes a swing."""


@dataclass(frozen=True)
class Cell:
    """Sums over the shots of one kind in one quarter of a year, for one quantity: count, weights 1/sd^2, weighted
    values, weighted squares.

    `quarter`: counted from any day, the same for all cells. `faded`, `faded_twice`: sums of what its shots count for
    by their age, and of the squares of that; None: each counts whole.
    """

    quantity: Quantity
    family: str
    cover: str
    method: str
    shots: int
    weight: float
    weighted: float
    squares: float
    quarter: int = 0
    faded: float | None = None
    faded_twice: float | None = None

    def name(self, by: By) -> str:
        """What it is called under one heading."""
        return {"family": self.family, "cover": self.cover, "method": self.method}[by]

    @property
    def counts(self) -> float:
        """What its shots count for together."""
        return float(self.shots) if self.faded is None else self.faded

    @property
    def as_many(self) -> float:
        """As many shots of one age as tell as much of a scatter. Source: Kish 1965, from memory."""
        return float(self.shots) if self.faded_twice is None else self.counts**2 / self.faded_twice


def fade(cells: Sequence[Cell]) -> list[Cell]:
    """Cells of all quarters as one each, old shots weighing less: counted from the newest, there is no clock here."""
    newest = max((cell.quarter for cell in cells), default=0)
    found: dict[tuple[str, ...], Cell] = {}
    for cell in cells:
        share = 0.5 ** ((newest - cell.quarter) / HALF_LIFE_QUARTERS)
        key = (cell.quantity, cell.family, cell.cover, cell.method)
        old = found.get(key) or Cell(cell.quantity, cell.family, cell.cover, cell.method, 0, 0.0, 0.0, 0.0)
        found[key] = Cell(
            cell.quantity,
            cell.family,
            cell.cover,
            cell.method,
            shots=old.shots + cell.shots,
            weight=old.weight + share * cell.weight,
            weighted=old.weighted + share * cell.weighted,
            squares=old.squares + share * cell.squares,
            quarter=newest,
            faded=(old.faded or 0.0) + share * cell.shots,
            faded_twice=(old.faded_twice or 0.0) + share**2 * cell.shots,
        )
    return list(found.values())


@dataclass(frozen=True)
class _Seen:
    """One kind of shots as an observation: its mean and the precision of it."""

    names: tuple[str, ...]
    shots: int
    mean: float
    precision: float


def _mean_seen(cell: Cell) -> _Seen:
    return _Seen(tuple(cell.name(by) for by in BYS), cell.shots, cell.weighted / cell.weight, cell.weight)


def _scatter_seen(cell: Cell) -> _Seen:
    """Logarithm of how wide shots lie about their own mean against what was expected of them."""
    free = cell.as_many - 1.0
    spread = (cell.squares - cell.weighted**2 / cell.weight) * cell.as_many / cell.counts
    chi = max(spread, 1e-6 * free)
    # The mean of the logarithm of chi^2/k lies about 1/k below zero; half of that for a standard deviation.
    mean = 0.5 * (math.log(chi / free) + 1.0 / free)
    return _Seen(tuple(cell.name(by) for by in BYS), cell.shots, mean, 2.0 * free)


def _effects(quantity: Quantity, seen: Sequence[_Seen]) -> list[Effect]:
    """Posterior of every effect that shots bear on."""
    keys = sorted({(by, one.names[k]) for one in seen for k, by in enumerate(BYS)})
    place = {key: i for i, key in enumerate(keys)}
    rows: Vec = np.zeros((len(seen), len(keys)))
    for r, one in enumerate(seen):
        for k, by in enumerate(BYS):
            rows[r, place[by, one.names[k]]] = 1.0
    precision = np.array([one.precision for one in seen])
    means = np.array([one.mean for one in seen])
    prior = np.diag([PRIOR_SD[quantity][by] ** -2 for by, _ in keys])
    covariance = np.linalg.inv(prior + rows.T @ (precision[:, None] * rows))
    values = covariance @ (rows.T @ (precision * means))
    counts = rows.T @ np.array([one.shots for one in seen])
    return [
        Effect(quantity, by, name, float(values[i]), math.sqrt(float(covariance[i, i])), int(counts[i]))
        for i, (by, name) in enumerate(keys)
    ]


def learn(cells: Sequence[Cell]) -> Learned:
    """What the record says of this player; nothing where there are no shots."""
    cells = fade(cells)
    effects: list[Effect] = []
    for quantity in ("speed", "friction", "face"):
        seen = [_mean_seen(c) for c in cells if c.quantity == quantity and c.weight > 0.0]
        if seen:
            effects += _effects(quantity, seen)
    lengths = [c for c in cells if c.quantity == "speed" and c.as_many >= LEAST_FOR_SCATTER and c.weight > 0.0]
    if lengths:
        effects += _effects("scatter", [_scatter_seen(c) for c in lengths])
    return Learned(tuple(effects))


FAILED = frozenset({"heavy", "thin", "shank", "topped", "stuck", "skulled"})
"""A strike that failed says nothing about how fast a good one is: it counts in the rates, not here."""


@dataclass(frozen=True)
class Told:
    """What one shot says for learning: value and standard deviation of each quantity, None where it says nothing."""

    speed: tuple[float, float] | None
    friction: tuple[float, float] | None
    face: tuple[float, float] | None


SPEED_READ_SD = 0.02
SPIN_READ_SD = 0.10
"""How far a measured ball speed and spin are off besides the player's own scatter, as shares. Judgement."""

ROLL_MISREAD = 0.10
"""How far a finish is off besides, as the ground it ran over was misread, as a share. Judgement."""

MOST_TOLD = 1.5
"""A shot off by more than this (as a logarithm: four times too fast or slow) or so many rad says nothing of a habit,
even if the coach lets it count. Judgement."""

SUREST_SD = 0.005
"""No shot tells speed, friction or face surer than to this standard deviation. Judgement: half a per cent."""

FARTHEST_SD = 5.0
"""A shot further off than so many standard deviations is a mishap or a slip of the pen: it is flagged and does not
count until the coach says so. Judgement."""


@dataclass(frozen=True)
class BookedStrike:
    """What was seen or measured of a shot (m, m/s, rad/s, rad); left of the target positive. None: not seen."""

    carry_m: float | None = None
    side_rad: float | None = None
    total_m: float | None = None
    ball_speed_m_s: float | None = None
    spin_rad_s: float | None = None


@dataclass(frozen=True)
class Meant:
    """What the model alone expected: see plan.predict.Expected."""

    carry_m: float
    total_m: float
    side_rad: float
    ball_speed_m_s: float
    spin_rad_s: float
    length_sd: float
    side_sd_rad: float
    carry_speed_exponent: float
    face_direction_gain: float
    slid: bool


def told(meant: Meant, struck: BookedStrike) -> Told:
    """Read one shot against what was expected: by its carry, else by its finish, else by its measured speed."""
    speed = None
    if struck.carry_m is not None and struck.carry_m > 0.5 and meant.carry_m > 0.5:
        speed = (
            math.log(struck.carry_m / meant.carry_m) / meant.carry_speed_exponent,
            meant.length_sd / meant.carry_speed_exponent,
        )
    elif struck.total_m is not None and struck.total_m > 0.5 and meant.total_m > 0.5:
        sd = math.hypot(meant.length_sd, ROLL_MISREAD)
        speed = (math.log(struck.total_m / meant.total_m) / meant.carry_speed_exponent, sd / meant.carry_speed_exponent)
    elif struck.ball_speed_m_s is not None:
        sd = math.hypot(meant.length_sd / meant.carry_speed_exponent, SPEED_READ_SD)
        speed = (math.log(struck.ball_speed_m_s / meant.ball_speed_m_s), sd)
    friction = None
    if struck.spin_rad_s is not None and struck.spin_rad_s > 1.0 and meant.slid and meant.spin_rad_s > 1.0:
        sd = math.hypot(meant.length_sd / meant.carry_speed_exponent, SPIN_READ_SD)
        friction = (math.log(struck.spin_rad_s / meant.spin_rad_s), sd)
    face = None
    if struck.side_rad is not None and abs(meant.face_direction_gain) > 0.1:
        face = (
            (struck.side_rad - meant.side_rad) / meant.face_direction_gain,
            meant.side_sd_rad / abs(meant.face_direction_gain),
        )
    return Told(speed, friction, face)


def lesson(one: tuple[float, float] | None) -> tuple[float, float] | None:
    """A difference as it is kept: no surer than SUREST_SD, and nothing where it is no habit any more."""
    if one is None or abs(one[0]) > MOST_TOLD:
        return None
    return one[0], max(one[1], SUREST_SD)


def is_far_off(one: Told) -> bool:
    """Whether a shot lies so far from what was expected that it had better be looked at before it counts."""
    return any(t is not None and abs(t[0]) > FARTHEST_SD * t[1] for t in (one.speed, one.friction, one.face))
