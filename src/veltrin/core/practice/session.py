"""A session for the time, the balls and the ground there is: which drills, chosen so that they are worth most together.

Chosen by integer programming (scipy.optimize.milp, HiGHS): every drill in or out, in a row, at random or as
the test, as long or twice as long; every ground visited or not.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
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

LEARNS_IN = 15.0
"""After so many balls of a drill two thirds of what it can teach that day is taught. Judgement."""

MIXED_BETTER = 1.2
"""What is struck at random is remembered better than what is struck in a row. Source: contextual interference, Goode &
Magill 1986 (from memory); how much: judgement."""

AT_RANDOM, EACH_MISSING = 1.0 / 3.0, 0.1
"""Such a share of the balls is struck at random, and each ball that is missing of it costs such a share of what the
dearest part is worth: in half an hour there may be room for no more than a drill and its test. Judgement."""

GOOD_ENOUGH = 0.01
"""A session worth a hundredth less than the best is as good: with an empty book thousands are worth the same."""

TWICE_TO = 24
"""A drill may be struck twice as long, up to so many balls."""

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

    `again`: the drill of the last test, taken again where it fits. `resting`: drills that aren't due again.
    """

    minutes: float
    balls: int | None = None
    missing: frozenset[Need] = frozenset()
    theme: Family | None = None
    again: str | None = None
    resting: frozenset[str] = frozenset()

    def __post_init__(self) -> None:
        require("minutes", self.minutes, 15.0, 240.0, "min")
        if self.balls is not None:
            require("balls", float(self.balls), 8.0, 400.0, "balls")


@dataclass(frozen=True)
class Part:
    """One drill of a session: when, and with how many balls."""

    drill: Drill
    phase: Phase
    balls: int

    @property
    def minutes(self) -> float:
        """How long it takes, laying it out included."""
        return minutes_of(self.drill, self.balls)


@dataclass(frozen=True)
class Session:
    """A session in order; minutes in all, warm-up and walks counted; balls; what it is worth."""

    parts: tuple[Part, ...]
    minutes: float
    balls: int
    worth: float


def ball_minutes(drill: Drill) -> float:
    """Minutes a ball of a drill takes: its own, or those of its family."""
    return BALL_MIN[drill.family] if drill.ball_min is None else drill.ball_min


def minutes_of(drill: Drill, balls: int | None = None) -> float:
    """Minutes a drill takes, laying it out included; with as many balls as it says unless told."""
    return SETUP_MIN + (drill.balls if balls is None else balls) * ball_minutes(drill)


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
    there = [d for d in drills if not wish.missing & set(d.needs) and wish.theme in (None, d.family)]
    # Where all would have to rest one is better drilled again than nothing.
    return [d for d in there if d.id not in wish.resting] or there


def value_of(part: Part, worth: Mapping[str, float], wish: Wish, seen: Mapping[str, int] = NEVER) -> float:
    """What a part adds to a session (strokes of a hundred shots): the drill's worth, as far as its balls teach it.

    `seen`: in how many sessions of the same season each drill is already: each time it adds half. The last test's adds
    a little more, so that it is told whether it helped.
    """
    drill = part.drill
    taught = 1.0 - math.exp(-part.balls / LEARNS_IN)
    how = 1.0 if part.phase == "blocked" else MIXED_BETTER
    again = 1.5 if part.phase == "test" and drill.id == wish.again else 1.0
    return worth.get(drill.id, 0.0) * 0.5 ** seen.get(drill.id, 0) * taught * how * again


def options_of(drill: Drill) -> list[Part]:
    """The ways a drill can stand in a session: in a row, at random where it has several stations, or as the test."""
    sizes = [drill.balls, *([2 * drill.balls] if 2 * drill.balls <= TWICE_TO else [])]
    phases: tuple[Phase, ...] = ("blocked", "mixed") if len(drill.stations) > 1 else ("blocked",)
    made = [Part(drill, phase, size) for phase in phases for size in sizes]
    return [*made, Part(drill, "test", drill.balls)] if drill.balls >= TEST_BALLS else made


def choose(drills: list[Drill], worth: Mapping[str, float], wish: Wish, seen: Mapping[str, int] = NEVER) -> list[Part]:
    """The parts that are worth most together within the wish; worst a DomainError that says what is too little."""
    able = _allowed(drills, wish)
    if not able:
        raise DomainError("missing", "no drill is left without this equipment.", "Choose more equipment.")
    parts = tuple(part for drill in able for part in options_of(drill))
    chosen = _best(parts, tuple(value_of(p, worth, wish, seen) for p in parts), wish)
    if chosen is None:
        raise DomainError("minutes", "too little for a drill and its test.", "Give more minutes, or more balls.")
    return list(chosen)


Limit = tuple[list[float], float, float]
"""A sum over parts, and between what it has to lie."""


def _limits(parts: Sequence[Part], wish: Wish) -> list[Limit]:
    """What every session keeps to, but for the grounds. In an order that is the same in every process: of sessions that
    are as good, which one is found hangs on it.
    """
    made: list[Limit] = [([float(p.phase == "test") for p in parts], 1.0, 1.0)]
    if wish.balls is not None:
        made.append(([float(p.balls) for p in parts], 0.0, float(wish.balls)))
    if wish.theme is None:
        for family in sorted({p.drill.family for p in parts}):
            made.append(([float(p.drill.family == family) for p in parts], 0.0, float(MOST_OF_A_FAMILY)))
    for kind in sorted({k for p in parts for k in kinds_of(p.drill)}):
        about = [float(p.drill.family != "choice" and kind in kinds_of(p.drill)) for p in parts]
        made.append((about, 0.0, float(MOST_OF_A_KIND)))
    # The first ground is walked to anyway.
    made.append(([p.minutes for p in parts], 0.0, wish.minutes - WARM_UP_MIN + WALK_MIN))
    return made


@lru_cache(maxsize=256)
def _best(parts: tuple[Part, ...], value: tuple[float, ...], wish: Wish) -> tuple[Part, ...] | None:
    """The parts worth most together. Besides them the program chooses the grounds that are walked to, which take time
    (the last limit's), and how many balls are missing at random.

    Remembered: it takes a tenth of a second to two, and a season that begins an hour later asks the same.
    """
    # Imported here: it takes long, and few questions want it.
    from scipy.optimize import Bounds, LinearConstraint, milp

    limits, missing_costs = _limits(parts, wish), EACH_MISSING * max(value)
    grounds = sorted({ground_of(p.drill) for p in parts})
    n, m = len(parts), len(grounds)
    rows = [[*of_parts, *[0.0] * (m + 1)] for of_parts, _, _ in limits]
    rows[-1][n : n + m] = [WALK_MIN] * m
    low, high = [r[1] for r in limits], [r[2] for r in limits]
    # Each drill once at most, and only on ground that is walked to.
    for drill in {p.drill.id: p.drill for p in parts}.values():
        walked = [-float(ground == ground_of(drill)) for ground in grounds]
        rows.append([*(float(p.drill.id == drill.id) for p in parts), *walked, 0.0])
        low, high = [*low, -np.inf], [*high, 0.0]
    rows.append([*(p.balls * (float(p.phase == "mixed") - AT_RANDOM) for p in parts), *[0.0] * m, 1.0])
    found = milp(
        np.array([*(-v for v in value), *[1e-6] * m, missing_costs]),
        integrality=np.array([*[1] * (n + m), 0]),
        bounds=Bounds(np.zeros(n + m + 1), np.array([*[1.0] * (n + m), np.inf])),
        options={"mip_rel_gap": GOOD_ENOUGH},
        constraints=LinearConstraint(np.array(rows), np.array([*low, 0.0]), np.array([*high, np.inf])),
    )
    return None if found.x is None else tuple(p for p, x in zip(parts, found.x[:n], strict=True) if x > 0.5)


def missing_at_random(parts: Sequence[Part]) -> float:
    """How many balls fewer are struck at random than should be."""
    balls = sum(p.balls for p in parts)
    return max(AT_RANDOM * balls - sum(p.balls for p in parts if p.phase == "mixed"), 0.0)


def in_order(chosen: list[Part], worth: Mapping[str, float], wish: Wish) -> tuple[Part, ...]:
    """What is struck in a row, then what is mixed, last the test; each ground is walked to once, the test's last."""
    test = next(p for p in chosen if p.phase == "test")
    rest = [p for p in chosen if p is not test]

    def of_ground(ground: Need) -> tuple[bool, bool, float, str]:
        here = [p for p in chosen if ground_of(p.drill) == ground]
        dear = max(value_of(p, worth, wish) for p in here)
        return ground == ground_of(test.drill), any(p.phase == "mixed" for p in here), -dear, ground

    rest.sort(
        key=lambda p: (
            of_ground(ground_of(p.drill)), p.phase == "mixed", -value_of(p, worth, wish), p.drill.id,
        )
    )  # fmt: skip
    return (*rest, test)


def build(drills: list[Drill], worth: Mapping[str, float], wish: Wish, seen: Mapping[str, int] = NEVER) -> Session:
    """Choose and order a session. `worth`: strokes of a hundred shots, by drill."""
    parts = in_order(choose(drills, worth, wish, seen), worth, wish)
    minutes = whole_minutes([(p.drill, p.minutes) for p in parts])
    value = sum(value_of(p, worth, wish, seen) for p in parts)
    return Session(parts, minutes, sum(p.balls for p in parts), value)
