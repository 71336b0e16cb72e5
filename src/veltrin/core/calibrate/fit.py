"""Many players' books together: the numbers of the laws, beside what is each player's own.

A clean ball's logarithm of length (or speed, or spin) is what the laws say of its kind, plus what each number of the
laws adds (in the straight line that fits best over as far as the number is in doubt, and what bends beside it as an
unknown of its own: statistical linearization, Gelb 1974, from memory), plus crossed effects: of the player, of the
player with a club family, of the player from a cover, of the day, and what all players have in common from a kind of
lie or with a family beyond the laws. The noise is Student's t. Physics is the offset: only what the laws get wrong is
left to learn.

Everything but the numbers and the common effects belongs to one player, so each player's own effects are eliminated
(Schur complement) and the cost grows with the books, not with their square. Variances of the effects are found by
expectation-maximisation about priors (Dempster, Laird & Rubin 1977; Laird & Ware 1982; both from memory).
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np

from veltrin.core.calibrate.kinds import Kind
from veltrin.core.calibrate.numbers import LAWS, NUMBERS, SPEED_SCATTER, prior_of
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.learn.ground import CARRY, FREEDOM, SPEED, SPIN

Fault = Literal["clean", "heavy", "thin", "other"]
STRIKES: tuple[Fault, ...] = ("clean", "heavy", "thin")
"""What a strike can be that is counted, in the order in which its shares are told."""


class BookShot(NamedTuple):
    """One booked shot: which kind it was, of which player, with what, from what, on which day; what was measured.

    `cover` is the ground, `lie` the ground as a ball lay on it: seat and wetness too. Carry in m, ball speed in m/s,
    spin in rad/s. `whole`: whether every ball of that day was booked.
    """

    kind: int
    player: int
    family: str
    cover: str
    lie: str
    day: int
    fault: Fault
    carry_m: float | None = None
    speed_m_s: float | None = None
    spin_rad_s: float | None = None
    whole: bool = True

    @property
    def is_counted(self) -> bool:
        """Whether it tells how often strikes are clean: of a day whose every ball was booked, and a strike it was."""
        return self.whole and self.fault in STRIKES

    @property
    def length(self) -> tuple[int, float] | None:
        """How far a clean ball went: its speed if that was measured, else its carry, by place and logarithm."""
        what, length = (SPEED, self.speed_m_s) if self.speed_m_s is not None else (CARRY, self.carry_m)
        return None if self.fault != "clean" or length is None or length <= SHORTEST else (what, float(np.log(length)))


SHORTEST = 0.5
"""What goes less far, or less fast, is no clean ball (m, m/s)."""

FEWEST_BALLS = 30
"""Of fewer clean balls whose length is known nothing is fitted."""


def balls_of(shots: Sequence[BookShot]) -> int:
    """How many clean balls there are whose length is known."""
    return sum(shot.length is not None for shot in shots)


Effect = Literal["player", "family", "cover", "day", "hold", "hold_cover"]

EFFECT_SD: dict[Effect, float] = {
    "player": 0.025,
    "family": 0.03,
    "cover": 0.05,
    "day": 0.02,
    "hold": 0.08,
    "hold_cover": 0.15,
}
"""How far players differ before anything is known, one standard deviation, as shares: head speed of a player, with a
club family, from a cover, on a day; what the face holds of a player, and from a cover. Judgement."""

EFFECT_WORDS: dict[Effect, str] = {
    "player": "head speed from player to player",
    "family": "a player's head speed from one club family to another",
    "cover": "a player's head speed from one cover to another",
    "day": "a player's head speed from day to day",
    "hold": "spin from player to player",
    "hold_cover": "a player's spin from one cover to another",
}

COMMON_SD, COMMON_HOLD_SD = 0.02, 0.05
"""How far all players together may lie off the laws from a kind of lie or with a club family, as a share of head speed,
and from a kind of lie, as a share of spin: no law is quite right. Judgement."""

BELL_OFF = 0.06
"""How far the width of a bell is off that many strikes are taken for, one standard deviation of its logarithm: what
scatter is told no surer than. Judgement, by simulation."""

NOISE_SD = 0.15
"""How far players differ in how widely they scatter, beside what their handicap says, as a share. Judgement."""

BENT = 1.8
"""By how much less surely books tell a number than the formulas have it: strikes are no bell, and several numbers bend
together. So that eight in ten intervals hold the truth, by simulation (make truth)."""

PRIOR_COUNTS = 6.0
"""As many effects as the prior of their spread is worth. Judgement."""

ROUNDS = 40


class Observed(NamedTuple):
    """What is measured of clean balls, a row each: value over what the laws say with the usual numbers, in a straight
    line (`off`) and by themselves (`off_usual`); where it stands.
    """

    off: Vec
    off_usual: Vec
    slopes: Vec
    bent: Vec
    faster: Vec
    width: Vec
    by_speed: Vec
    is_spin: Mask
    player: Index
    family: Index
    cover: Index
    lie: Index
    day: Index


class Names(NamedTuple):
    """Families and lies in the order in which the common effects stand."""

    families: tuple[str, ...]
    lies: tuple[str, ...]


@dataclass(frozen=True)
class Lengths:
    """What the lengths of clean balls tell. `logs`, `doubt`: logarithms of the shares of LAWS and their covariance;
    `common`: what all players have in common beyond, speed by family and lie, then spin by lie; `sds`: how
    far players differ; `noise`, `noise_sd`: logarithm of the share of the speed's scatter; `balls`: how many were used.
    """

    logs: Vec
    doubt: Vec
    names: Names
    common: Vec
    sds: dict[Effect, float]
    noise: float
    noise_sd: float
    balls: int

    def common_of(self, names: Names) -> tuple[Vec, Vec, Vec]:
        """What is common, in the order of other names: of speed by family and lie, of spin by lie; 0 where unknown."""
        families, lies = self.names
        parts = np.split(self.common, [len(families), len(families) + len(lies)])
        return (
            _there(parts[0], families, names.families),
            _there(parts[1], lies, names.lies),
            _there(parts[2], lies, names.lies),
        )


def _there(values: Vec, names: Sequence[str], asked: Sequence[str]) -> Vec:
    known = dict(zip(names, values.tolist(), strict=True))
    return np.array([known.get(one, 0.0) for one in asked])


def observed(
    kinds: Sequence[Kind], shots: Sequence[BookShot], strikes: Mapping[int, float]
) -> tuple[Observed, Index, Names]:
    """Rows of what was measured: of each clean ball its speed, else its carry, and its spin where it is known.

    With which shot each row is of, and what the common effects are of. `strikes`: logarithm of the share by which each
    player's strikes scatter over what is usual for the handicap: clean balls of one who strikes widely are shorter.
    """
    names = Names(tuple(sorted({s.family for s in shots})), tuple(sorted({s.lie for s in shots})))
    covers = sorted({s.cover for s in shots})
    rows: list[tuple[int, int, float, BookShot]] = []
    for i, shot in enumerate(shots):
        if shot.length is not None:
            rows.append((i, *shot.length, shot))
        if shot.fault == "clean" and shot.spin_rad_s is not None and shot.spin_rad_s > 1.0:
            rows.append((i, SPIN, float(np.log(shot.spin_rad_s)), shot))
    told = [(kinds[shot.kind], what, value) for _, what, value, shot in rows]
    wide = np.array([strikes[shot.player] for *_, shot in rows])
    shorter = np.array([kind.shorter[what] for kind, what, _ in told])
    strike = np.array([kind.by_strike[what] for kind, what, _ in told])
    usual = np.array([value - kind.usual[what] for kind, what, value in told]) - wide * shorter
    wider = 1.0 + strike * np.expm1(2.0 * wide)
    moved = np.array([(kind.centre - kind.usual - kind.slopes @ kind.about)[what] for kind, what, _ in told])
    return (
        Observed(
            off=usual - moved,
            off_usual=usual,
            slopes=np.array([kind.slopes[what] for kind, what, _ in told]).reshape(-1, len(LAWS)),
            bent=np.array([kind.bent[what] for kind, what, _ in told]).reshape(-1, len(LAWS)),
            faster=np.array([kind.faster[what] for kind, what, _ in told]),
            width=np.array([kind.width[what] for kind, what, _ in told]) * np.sqrt(wider),
            by_speed=np.array([kind.by_speed[what] for kind, what, _ in told]) / wider,
            is_spin=np.array([what == SPIN for _, what, _ in told], dtype=bool),
            player=np.array([s.player for *_, s in rows], dtype=int),
            family=np.array([names.families.index(s.family) for *_, s in rows], dtype=int),
            cover=np.array([covers.index(s.cover) for *_, s in rows], dtype=int),
            lie=np.array([names.lies.index(s.lie) for *_, s in rows], dtype=int),
            day=np.array([s.day for *_, s in rows], dtype=int),
        ),
        np.array([i for i, *_ in rows], dtype=int),
        names,
    )


class _Own(NamedTuple):
    """One player's rows: which they are, how they hang on the player's own effects, and what kind each effect is."""

    rows: Index
    design: Vec
    effects: tuple[Effect, ...]


def _own(seen: Observed, rows: Index) -> _Own:
    columns: list[Vec] = []
    effects: list[Effect] = []
    speed, hold = seen.faster[rows], seen.is_spin[rows].astype(float)
    groups: tuple[tuple[Effect, Vec, Index], ...] = (
        ("player", speed, np.zeros(len(rows), dtype=int)),
        ("family", speed, seen.family[rows]),
        ("cover", speed, seen.cover[rows]),
        ("day", speed, seen.day[rows]),
        ("hold", hold, np.zeros(len(rows), dtype=int)),
        ("hold_cover", hold, seen.cover[rows]),
    )
    for effect, size, group in groups:
        for name in np.unique(group):
            column = np.where(group == name, size, 0.0)
            if np.any(column):
                columns.append(column)
                effects.append(effect)
    return _Own(rows, np.column_stack(columns), tuple(effects))


def _shared(seen: Observed, names: Names) -> Vec:
    """How each row hangs on the numbers of the laws, on the common effects and on what bends of each number, one
    standard deviation each (rows, numbers + families + 2 lies + numbers). Of a parabola over a bell the square of what
    the best straight line leaves is twice the square of the mean's shift.
    """
    speed = np.where(seen.is_spin, 0.0, seen.faster)[:, None]
    families, lies = np.eye(len(names.families))[seen.family], np.eye(len(names.lies))[seen.lie]
    return np.hstack(
        [seen.slopes, speed * families, speed * lies, seen.is_spin[:, None] * lies, math.sqrt(2.0) * seen.bent]
    )


class _Solved(NamedTuple):
    shared: Vec
    doubt: Vec
    residual: Vec
    spread: Vec
    """Variance of what was fitted of each row."""
    squares: dict[Effect, tuple[float, int]]
    """Expected squares of each kind of effect, summed, and how many there are."""


def _solve(
    seen: Observed, shared: Vec, own: Sequence[_Own], weights: Vec, prior: Vec, sds: dict[Effect, float]
) -> _Solved:
    """Weighted least squares about the priors, each player's own effects eliminated."""
    normal, right = np.diag(prior**-2), np.zeros(shared.shape[1])
    halves = []
    for one in own:
        w, x, z = weights[one.rows], shared[one.rows], one.design
        inner = z.T @ (w[:, None] * z) + np.diag([sds[e] ** -2 for e in one.effects])
        root = np.linalg.inv(inner)
        cross, mine = z.T @ (w[:, None] * x), z.T @ (w * seen.off[one.rows])
        normal += x.T @ (w[:, None] * x) - cross.T @ root @ cross
        right += x.T @ (w * seen.off[one.rows]) - cross.T @ root @ mine
        halves.append((root, cross, mine))
    doubt: Vec = np.asarray(np.linalg.inv(normal), float)
    at: Vec = doubt @ right
    residual, spread = np.empty_like(seen.off), np.empty_like(seen.off)
    squares: dict[Effect, tuple[float, int]] = dict.fromkeys(sds, (0.0, 0))
    for one, (root, cross, mine) in zip(own, halves, strict=True):
        x, z = shared[one.rows], one.design
        carried = root @ cross
        effects = root @ mine - carried @ at
        variance = np.diag(root) + np.einsum("ij,jk,ik->i", carried, doubt, carried)
        for effect, value, doubtful in zip(one.effects, effects, variance, strict=True):
            total, count = squares[effect]
            squares[effect] = (total + value * value + doubtful, count + 1)
        residual[one.rows] = seen.off[one.rows] - x @ at - z @ effects
        away = x - z @ carried
        spread[one.rows] = np.einsum("ij,jk,ik->i", away, doubt, away) + np.einsum("ij,jk,ik->i", z, root, z)
    return _Solved(at, doubt, residual, spread, squares)


def fit_lengths(kinds: Sequence[Kind], shots: Sequence[BookShot], strikes: Mapping[int, float]) -> Lengths:
    """The numbers of LAWS and the speed's scatter from the lengths of clean balls; `strikes` as for observed."""
    seen, of, names = observed(kinds, shots, strikes)
    shared = _shared(seen, names)
    # Where a number is in doubt the mean of what bends isn't where its middle is.
    seen = seen._replace(off=seen.off - seen.bent.sum(axis=1))
    own = [_own(seen, np.flatnonzero(seen.player == p)) for p in np.unique(seen.player)]
    speeds, holds = len(names.families) + len(names.lies), len(names.lies)
    prior = np.concatenate(
        [prior_of(LAWS), np.full(speeds, COMMON_SD), np.full(holds, COMMON_HOLD_SD), np.ones(len(LAWS))]
    )
    scatter_sd = float(prior_of(tuple(n for n in NUMBERS if n.id == SPEED_SCATTER))[0])
    sds, noise = dict(EFFECT_SD), _Noise.start(seen, scatter_sd)
    squared = np.ones_like(seen.off)
    for _ in range(ROUNDS):
        scale = noise.scale(seen)
        weights = (FREEDOM + 1.0) / (FREEDOM + squared) / scale**2
        solved = _solve(seen, shared, own, weights, prior, sds)
        squared = (solved.residual**2 + solved.spread) / scale**2
        noise = noise.step(seen, squared)
        sds = {e: _spread(e, *solved.squares[e]) for e in sds}
    # Expected, not observed, curvature: of a t the former is (f + 1) / (f + 3) of a bell's.
    scale = noise.scale(seen)
    known = np.full(len(scale), (FREEDOM + 1.0) / (FREEDOM + 3.0)) / scale**2
    doubt = _solve(seen, shared, own, known, prior, sds).doubt
    laws = slice(0, len(LAWS))
    believed = np.diag(prior[laws] ** -2)
    told = (np.linalg.inv(doubt[laws, laws]) - believed) / BENT**2
    return Lengths(
        logs=solved.shared[laws],
        doubt=np.linalg.inv(believed + told),
        names=names,
        common=solved.shared[len(LAWS) : len(LAWS) + speeds + holds],
        sds=sds,
        noise=noise.common,
        noise_sd=float(np.hypot(noise.doubt, BELL_OFF)),
        balls=len(np.unique(of)),
    )


def _spread(effect: Effect, squares: float, count: int) -> float:
    prior = EFFECT_SD[effect]
    return float(np.sqrt((squares + PRIOR_COUNTS * prior * prior) / (count + PRIOR_COUNTS)))


def scaled(seen: Observed, log: Vec | float) -> Vec:
    """Width of each row where the speed scatters so many times as widely (logarithm): squares add up."""
    return np.asarray(seen.width * np.sqrt(1.0 + seen.by_speed * np.expm1(2.0 * log)))


@dataclass(frozen=True)
class _Noise:
    """Logarithm of the share by which speed scatters, of all and of each player besides; the prior and doubt of it."""

    common: float
    own: Vec
    prior_sd: float
    doubt: float

    @classmethod
    def start(cls, seen: Observed, prior_sd: float) -> _Noise:
        return cls(0.0, np.zeros(int(seen.player.max()) + 1), prior_sd, prior_sd)

    def scale(self, seen: Observed) -> Vec:
        """Of each row."""
        return scaled(seen, self.common + self.own[seen.player])

    def step(self, seen: Observed, squared: Vec) -> _Noise:
        """One step of Fisher's scoring, the players' own shares eliminated."""
        weights = (FREEDOM + 1.0) / (FREEDOM + squared)
        grown = np.exp(2.0 * (self.common + self.own[seen.player]))
        steep = seen.by_speed * grown / (1.0 + seen.by_speed * (grown - 1.0))
        pull = np.bincount(seen.player, steep * (weights * squared - 1.0), len(self.own))
        bend = np.bincount(seen.player, steep**2 * 2.0 * FREEDOM / (FREEDOM + 3.0), len(self.own))
        own_bend = bend + NOISE_SD**-2
        own_pull = pull - self.own * NOISE_SD**-2
        left = float((bend - bend**2 / own_bend).sum()) + self.prior_sd**-2
        step = (float((pull - bend * own_pull / own_bend).sum()) - self.common * self.prior_sd**-2) / left
        step = float(np.clip(step, -0.3, 0.3))
        own = self.own + (own_pull - bend * step) / own_bend
        return _Noise(self.common + step, own, self.prior_sd, left**-0.5)
