"""A session for the time, the balls and the ground there is: which drills, chosen so that they are worth most together.

Chosen by integer programming (scipy.optimize.milp, HiGHS): every drill in or out, every ground visited or not.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np

from veltrin.core.checks import require
from veltrin.core.errors import DomainError
from veltrin.core.practice.drill import Drill, Family, Need
from veltrin.core.practice.worth import kinds_of

Phase = Literal["blocked", "mixed", "test"]

WARM_UP_MIN, SETUP_MIN, WALK_MIN = 5.0, 3.0, 3.0
"""Minutes to warm up, to lay a drill out, and to walk to another ground. Judgement."""

BALL_MIN: dict[Family, float] = {"strike": 0.5, "lie": 0.7, "distance": 0.6, "flight": 0.7, "choice": 0.9}
"""Minutes a ball, finding it again included. Judgement."""

ANYWAY = 0.03
"""What any drill is worth besides what the book says of its lies (strokes of a hundred shots): with an empty book the
session goes through the families. Judgement."""

NEVER: Mapping[str, int] = {}

MOST_OF_A_FAMILY, MOST_OF_A_KIND = 3, 2
TEST_BALLS = 8
"""A test has at least so many balls: fewer tell too little."""

GROUNDS: tuple[Need, ...] = (
    "open range", "sand", "rough", "collar", "bare ground", "soft ground", "slope", "short grass", "green",
)  # fmt: skip


CALM_BELOW_M_S = 2.5
"""Less wind than this can't be practised in. Judgement: force 2 is felt on the face."""

HARD_FROM, SODDEN_TO = 0.75, 0.2
"""Ground as firm as this has nothing soft, as soft as this nothing bare and hard. Judgement, by the words firm and
soft."""


def missing_on(firmness: float | None, wind_m_s: float | None) -> frozenset[Need]:
    """What isn't there on a day; None: not said. `firmness`: of the ground, 0 sodden to 1 hard."""
    found: set[Need] = set()
    if firmness is not None and firmness >= HARD_FROM:
        found.add("soft ground")
    if firmness is not None and firmness <= SODDEN_TO:
        found.add("bare ground")
    if wind_m_s is not None and wind_m_s < CALM_BELOW_M_S:
        found.add("wind")
    return frozenset(found)


@dataclass(frozen=True)
class Wish:
    """What there is: minutes, balls (None: enough), what is not there, and a family to keep to (None: what costs most).

    `again`: the drill of the last test, taken again where it fits.
    """

    minutes: float
    balls: int | None = None
    missing: frozenset[Need] = frozenset()
    theme: Family | None = None
    again: str | None = None

    def __post_init__(self) -> None:
        require("minutes", self.minutes, 15.0, 240.0, "min")
        if self.balls is not None:
            require("balls", float(self.balls), 8.0, 400.0, "balls")


@dataclass(frozen=True)
class Part:
    """One drill of a session, when and for how long (minutes)."""

    drill: Drill
    phase: Phase
    minutes: float


@dataclass(frozen=True)
class Session:
    """A session in order; minutes in all, warm-up and walks counted; balls; what it is worth."""

    parts: tuple[Part, ...]
    minutes: float
    balls: int
    worth: float


def minutes_of(drill: Drill, balls: int | None = None) -> float:
    """Minutes a drill takes, laying it out included; with as many balls as it says unless told."""
    return SETUP_MIN + (drill.balls if balls is None else balls) * BALL_MIN[drill.family]


def whole_minutes(parts: Sequence[tuple[Drill, float]]) -> float:
    """Minutes of drills played one after the other, each with its own, warm-up and walks counted."""
    walks = sum(ground_of(a) != ground_of(b) for (a, _), (b, _) in pairwise(parts))
    return WARM_UP_MIN + sum(minutes for _, minutes in parts) + WALK_MIN * walks


def order_of_balls(counts: Sequence[int], phase: Phase, seed: int) -> tuple[int, ...]:
    """Which station each ball is played from: one after the other, or shuffled where it is mixed.

    A test is played in the drill's own order each time, so that it is the same as the last.
    """
    order = [station for station, count in enumerate(counts) for _ in range(count)]
    if phase == "mixed":
        shuffled = np.random.default_rng(seed).permutation(len(order))
        return tuple(order[int(i)] for i in shuffled)
    return tuple(order)


def ground_of(drill: Drill) -> Need:
    """The ground a drill is walked to."""
    return next(ground for ground in GROUNDS if ground in drill.needs or ground == "green")


def _allowed(drills: list[Drill], wish: Wish) -> list[Drill]:
    return [d for d in drills if not wish.missing & set(d.needs) and (wish.theme is None or d.family == wish.theme)]


def value_of(drill: Drill, worth: Mapping[str, float], wish: Wish, seen: Mapping[str, int] = NEVER) -> float:
    """What a drill adds to a session; the last test's a little more, so that it is told whether it helped.

    `seen`: in how many sessions of the same season each drill is already: each time it adds half.
    """
    return worth.get(drill.id, 0.0) + ANYWAY * (1.5 if drill.id == wish.again else 0.5 ** seen.get(drill.id, 0))


def choose(drills: list[Drill], worth: Mapping[str, float], wish: Wish, seen: Mapping[str, int] = NEVER) -> list[Drill]:
    """The drills that are worth most together within the wish; worst a DomainError that says what is too little."""
    # Imported here: it takes long, and few questions want it.
    from scipy.optimize import Bounds, LinearConstraint, milp

    able = _allowed(drills, wish)
    grounds = sorted({ground_of(d) for d in able})
    n, m = len(able), len(grounds)
    if n == 0:
        raise DomainError("missing", "no drill is left without these things.", "Say that more of them are there.")
    value = np.array([value_of(d, worth, wish, seen) for d in able])
    took = np.array([minutes_of(d) for d in able])
    rows: list[tuple[np.ndarray, float, float]] = []

    def limit(drill_part: np.ndarray, low: float, high: float, ground_part: np.ndarray | None = None) -> None:
        rows.append((np.concatenate([drill_part, np.zeros(m) if ground_part is None else ground_part]), low, high))

    # The first ground is walked to anyway.
    limit(took, 0.0, wish.minutes - WARM_UP_MIN + WALK_MIN, np.full(m, WALK_MIN))
    if wish.balls is not None:
        limit(np.array([float(d.balls) for d in able]), 0.0, float(wish.balls))
    limit(np.array([float(d.balls >= TEST_BALLS) for d in able]), 1.0, np.inf)
    for i, d in enumerate(able):
        limit(np.eye(n)[i], -np.inf, 0.0, -np.eye(m)[grounds.index(ground_of(d))])
    if wish.theme is None:
        for family in {d.family for d in able}:
            limit(np.array([float(d.family == family) for d in able]), 0.0, float(MOST_OF_A_FAMILY))
    for kind in {k for d in able for k in kinds_of(d)}:
        limit(np.array([float(kind in kinds_of(d)) for d in able]), 0.0, float(MOST_OF_A_KIND))
    found = milp(
        np.concatenate([-value, np.full(m, 1e-6)]),
        integrality=np.ones(n + m),
        bounds=Bounds(0.0, 1.0),
        constraints=LinearConstraint(
            np.array([r[0] for r in rows]), np.array([r[1] for r in rows]), np.array([r[2] for r in rows])
        ),
    )
    if found.x is None:
        raise DomainError("minutes", "too little for a drill and its test.", "Give more minutes, or more balls.")
    return [d for d, x in zip(able, found.x[:n], strict=True) if x > 0.5]


def in_order(chosen: list[Drill], worth: Mapping[str, float], wish: Wish) -> tuple[Part, ...]:
    """Drill by drill, then mixed ones, last the test; each ground is walked to once, that of the test last."""
    tests = [d for d in chosen if d.balls >= TEST_BALLS]
    test = next((d for d in tests if d.id == wish.again), None) or max(
        tests, key=lambda d: (worth.get(d.id, 0.0), d.balls)
    )
    rest = [d for d in chosen if d is not test]
    grounds = {
        ground: (
            ground == ground_of(test),
            any(d.family == "choice" for d in rest if ground_of(d) == ground),
            -max(value_of(d, worth, wish) for d in chosen if ground_of(d) == ground),
            ground,
        )
        for ground in map(ground_of, chosen)
    }
    rest.sort(key=lambda d: (grounds[ground_of(d)], d.family == "choice", -value_of(d, worth, wish), d.id))
    parts = [Part(d, "mixed" if d.family == "choice" else "blocked", minutes_of(d)) for d in rest]
    return (*parts, Part(test, "test", minutes_of(test)))


def build(drills: list[Drill], worth: Mapping[str, float], wish: Wish, seen: Mapping[str, int] = NEVER) -> Session:
    """Choose and order a session."""
    chosen = choose(drills, worth, wish, seen)
    parts = in_order(chosen, worth, wish)
    minutes = whole_minutes([(p.drill, p.minutes) for p in parts])
    value = sum(value_of(d, worth, wish, seen) for d in chosen)
    return Session(parts, minutes, sum(p.drill.balls for p in parts), value)
