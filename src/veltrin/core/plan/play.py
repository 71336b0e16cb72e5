"""Play a batch of strokes through the whole chain: set-up, delivery, blow, flight, run."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import astuple, dataclass, replace
from types import MappingProxyType
from typing import NamedTuple

import numpy as np

from veltrin.core.air import Air, Wind
from veltrin.core.flight import FLIGHT, NO_GUSTS, STEP_S, FlightCoefficients, Flights, fly, share_out
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.ground import CLEAN, Lie, Slope
from veltrin.core.hole import Wall
from veltrin.core.kit import NO_HABIT, REFERENCE_BALL_C, Habit, ball_restitution_factor
from veltrin.core.run import Landing, Runs, run_out
from veltrin.core.strike import (
    TOLD,
    Approach,
    Around,
    Change,
    ClubArrays,
    Delivery,
    Habits,
    Launch,
    Meeting,
    Setup,
    Splash,
    strike_rows,
)
from veltrin.core.strike.blow import (
    APPROACH_AT,
    BOUNCE_AT,
    FACE_AT,
    MEETING_AT,
    PATH_AT,
    SLID_AT,
    SPEED_AT,
    SPLASH_AT,
    THIN_AT,
    WAY_AT,
)
from veltrin.core.strike.rows import CHANGE_AT, CHANGE_NAMES, ENTRY, FULL_SPEED, HABIT_AT, WIDTH
from veltrin.core.wanted import go_on

NOTHING: Mapping[str, float] = MappingProxyType({})


@dataclass(frozen=True)
class Batch:
    """Candidates, a row each (see strike.rows): club, what the way of playing asks for, full speed, habits.

    `able`: share of the full speed that the day's clothes leave; the shorter the swing, the less they take.
    `learns`: whether the player's record adds to the model. `left_handed`: whom words are for.
    """

    rows: Vec
    stature_m: float
    able: float = 1.0
    learns: bool = False
    left_handed: bool = False

    @classmethod
    def of(
        cls,
        clubs: Vec,
        full_speed: Vec,
        stature_m: float,
        *,
        changes: Sequence[Change] = (Change(),),
        able: float = 1.0,
        habits: Sequence[Habit] = (),
        left_handed: bool = False,
    ) -> Batch:
        """Candidates from rows of clubs and full club-head speeds (m/s, (n,)); one change for all, or one each."""
        rows = np.empty((len(full_speed), WIDTH))
        rows[:, :CHANGE_AT] = clubs
        rows[:, CHANGE_AT:FULL_SPEED] = [change.numbers for change in changes]
        rows[:, FULL_SPEED] = full_speed
        rows[:, HABIT_AT:] = [(h.speed, h.friction, h.face_rad, h.scatter, h.shots) for h in habits or (NO_HABIT,)]
        return cls(rows, stature_m, able, bool(habits), left_handed)

    @property
    def count(self) -> int:
        """Number of candidates."""
        return len(self.rows)

    @property
    def clubs(self) -> ClubArrays:
        """Their clubs, columns (n,)."""
        return ClubArrays(*self.rows[:, :CHANGE_AT].T)

    @property
    def full_speed(self) -> Vec:
        """Full club-head speed (m/s, (n,))."""
        return np.asarray(self.rows[:, FULL_SPEED])

    @property
    def habits(self) -> Habits:
        """What the record adds, columns (n,)."""
        return Habits(*self.rows[:, HABIT_AT:].T)

    def asks(self, name: str) -> Vec:
        """One number of the changes for each candidate, (n,)."""
        return np.asarray(self.rows[:, CHANGE_AT + CHANGE_NAMES.index(name)])

    def take(self, index: Index) -> Batch:
        """Pick or repeat candidates."""
        return replace(self, rows=self.rows[index])

    def with_change(self, change: Change) -> Batch:
        """The same clubs, all played in one way."""
        rows = self.rows.copy()
        rows[:, CHANGE_AT:FULL_SPEED] = change.numbers
        return replace(self, rows=rows)

    def changed(
        self,
        *,
        faster: Vec | float = 1.0,
        add: Mapping[str, Vec | float] = NOTHING,
        times: Mapping[str, float] = NOTHING,
    ) -> Batch:
        """The same strokes, their full speed and some of what they ask for multiplied, something added to some."""
        rows = self.rows.copy()
        rows[:, FULL_SPEED] *= faster
        for name, share in times.items():
            rows[:, CHANGE_AT + CHANGE_NAMES.index(name)] *= share
        for name, more in add.items():
            rows[:, CHANGE_AT + CHANGE_NAMES.index(name)] += more
        return replace(self, rows=rows)

    def unlearnt(self) -> Batch:
        """The same strokes as the model alone has them."""
        if not self.learns:
            return self
        rows = self.rows.copy()
        rows[:, HABIT_AT:] = astuple(NO_HABIT)
        return replace(self, rows=rows, learns=False)


@dataclass(frozen=True)
class World:
    """Everything around the strokes: lie, air, wind, landing ground, boxes in the way, temperature of the ball (C), and
    what its flight is set by.
    """

    slope: Slope
    air: Air
    wind: Wind
    landing: Landing
    lie: Lie = CLEAN
    walls: tuple[Wall, ...] = ()
    ball_c: float = REFERENCE_BALL_C
    flight: FlightCoefficients = FLIGHT


class Miss(NamedTuple):
    """What strikes are off by, (n,): low point further ahead, and deeper, than meant (m); `patch`: the grass that this
    one meets, over the grass as read.
    """

    along_m: Vec | float = 0.0
    deep_m: Vec | float = 0.0
    patch: Vec | float = 1.0


AS_MEANT = Miss()


@dataclass(frozen=True)
class Launched:
    """A batch up to where the balls leave: what set-up and blow alone tell, read from the told rows when asked for.

    `told` (n, TOLD) as the kernel fills it in, `rows` the candidates' own, `launch` velocity and spin.
    """

    told: Vec
    rows: Vec
    launch: Launch

    @property
    def setup(self) -> Setup:
        """Set-up on this slope."""
        return Setup(*self.told[:, :PATH_AT].T)

    @property
    def delivery(self) -> Delivery:
        """Path, face and bounce."""
        told = self.told
        return Delivery(told[:, PATH_AT:FACE_AT], told[:, FACE_AT:BOUNCE_AT], told[:, BOUNCE_AT])

    @property
    def approach(self) -> Approach:
        """What decides how the head meets the ground."""
        return Approach(*self.told[:, APPROACH_AT:MEETING_AT].T)

    @property
    def meeting(self) -> Meeting:
        """How the head met ground and ball: it holds where the face strikes."""
        return Meeting(*self.told[:, MEETING_AT:SPLASH_AT].T)

    @property
    def splash(self) -> Splash:
        """How sand or grass carries the ball: it holds where `is_splash`."""
        return Splash.of(self.told[:, SPLASH_AT:THIN_AT].T)

    @property
    def is_splash(self) -> Mask:
        """Whether sand or grass carries the ball, not the face."""
        return np.asarray(self.rows[:, ENTRY] > 0.0)

    @property
    def thin(self) -> Mask:
        """Whether the edge met the ball unasked."""
        return np.asarray(self.told[:, THIN_AT] > 0.0)

    @property
    def slid(self) -> Mask:
        """Whether the ball never gripped the face."""
        return np.asarray(self.told[:, SLID_AT] > 0.0)

    @property
    def way_m(self) -> Vec:
        """The head's way through the grass (m)."""
        return np.asarray(self.told[:, WAY_AT])

    @property
    def club_speed(self) -> Vec:
        """Club-head speed before the ground (m/s)."""
        return np.asarray(self.told[:, SPEED_AT])


@dataclass(frozen=True)
class Played(Launched):
    """Results of a batch, each (n, ...) in the frame of the target line."""

    flights: Flights
    runs: Runs

    @property
    def carry(self) -> Vec:
        """Carry along the target line (m)."""
        return self.flights.landing[:, 0]

    @property
    def total(self) -> Vec:
        """Where the ball rests along the target line (m)."""
        return self.runs.rest[:, 0]

    @property
    def offline(self) -> Vec:
        """Where the ball rests across the target line, left positive (m)."""
        return self.runs.rest[:, 1]


def _off(miss: Miss, count: int) -> Vec:
    """What strikes are off by as rows, (n, 3), or one row for all."""
    is_one = not any(isinstance(value, np.ndarray) and value.size > 1 for value in miss)
    off = np.empty((1 if is_one else count, len(miss)))
    for k, value in enumerate(miss):
        off[:, k] = value
    return off


def around_of(batch: Batch, world: World, *, gripped: bool = True) -> Around:
    """What is the same for all strokes of a batch, for the kernels; `gripped`: a shorter grip takes its speed."""
    return Around(
        math.tan(world.slope.fall_rad),
        math.tan(world.slope.side_rad),
        float(batch.stature_m),
        float(batch.able),
        float(ball_restitution_factor(world.ball_c)),
        1.0 if gripped else 0.0,
    )


def launch(
    batch: Batch, world: World, swing: Vec, aim: Vec, *, gripped: bool = True, miss: Miss = AS_MEANT
) -> Launched:
    """Strike every candidate with `swing` (share of full speed) aimed `aim` rad left of the target, up to the launch.

    `gripped`: whether a shorter grip takes its speed. NobodyWaitsError if nobody does any more.
    """
    go_on()
    count, around, off = batch.count, around_of(batch, world, gripped=gripped), _off(miss, batch.count)
    told, leaving = np.zeros((count, TOLD)), np.empty((2, count, 3))

    def part(of: slice) -> None:
        errors = off[of] if len(off) > 1 else off
        strike_rows(
            batch.rows[of], swing[of], aim[of], errors, world.lie.under, around,
            told[of], leaving[0, of], leaving[1, of],
        )  # fmt: skip

    share_out(part, count, 2)
    return Launched(told, batch.rows, Launch(leaving[0], leaving[1]))


def walls_in(world: World) -> Vec:
    """What stands in the way of a flight, (k, 6)."""
    return np.array(world.walls, float).reshape(-1, 6)


def flown(
    leaving: Launch, world: World, *, record: bool = False, step_s: float = STEP_S, gusts: Vec = NO_GUSTS
) -> Flights:
    """Fly balls that leave like this to where they come down; see play."""
    return fly(
        leaving.velocity,
        leaving.spin,
        world.air,
        world.wind,
        record=record,
        workers=2,
        step_s=step_s,
        contour=world.landing.contour,
        walls=walls_in(world),
        gusts=gusts,
        coefficients=world.flight,
    )


def run_from(flights: Flights, world: World, *, record: bool = False) -> Runs:
    """Run out what comes down like this; see play."""
    return run_out(flights.landing, flights.velocity, flights.spin, world.landing, record=record, workers=2)


def play(
    batch: Batch,
    world: World,
    swing: Vec,
    aim: Vec,
    *,
    record: bool = False,
    miss: Miss = AS_MEANT,
    step_s: float = STEP_S,
    gusts: Vec = NO_GUSTS,
) -> Played:
    """Strike every candidate with `swing` (share of full speed) aimed `aim` rad left of the target, to its rest.

    `gusts` (n, 2): what each ball meets besides the mean wind (m/s). NobodyWaitsError if nobody does any more.
    """
    launched = launch(batch, world, swing, aim, miss=miss)
    flights = flown(launched.launch, world, record=record, step_s=step_s, gusts=gusts)
    return Played(launched.told, launched.rows, launched.launch, flights, run_from(flights, world, record=record))
