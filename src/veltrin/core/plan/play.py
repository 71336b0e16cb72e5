"""Play a batch of strokes through the whole chain: set-up, delivery, blow, flight, run."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from typing import NamedTuple

import numpy as np

from veltrin.core.air import Air, Wind
from veltrin.core.flight import Flights, fly
from veltrin.core.geometry import Index, Vec, turn_about_z
from veltrin.core.ground import (
    CLEAN,
    Grass,
    Slope,
    face_friction,
    face_grab,
    slope_along,
    speed_kept,
    way_through,
)
from veltrin.core.run import Landing, Runs, run_out
from veltrin.core.strike import (
    Change,
    ClubArrays,
    Delivery,
    Launch,
    Setup,
    deliver,
    set_up,
    stock_stroke,
    strike_ball,
)
from veltrin.core.strike.impact import grip_restitution, restitution


@dataclass(frozen=True)
class Batch:
    """Candidates: clubs, full club-head speed (m/s, (n,)) and the change each way of playing asks for."""

    clubs: ClubArrays
    full_speed: Vec
    change: Change
    stature_m: float

    @property
    def count(self) -> int:
        """Number of candidates."""
        return len(self.full_speed)

    def take(self, index: Index) -> Batch:
        """Pick or repeat candidates."""
        values = {f.name: getattr(self.change, f.name) for f in fields(Change)}
        picked = {name: value[index] if np.ndim(value) else value for name, value in values.items()}
        return Batch(self.clubs.take(index), self.full_speed[index], Change(**picked), self.stature_m)


@dataclass(frozen=True)
class World:
    """Everything around the strokes: lie, air, wind, landing ground."""

    slope: Slope
    air: Air
    wind: Wind
    landing: Landing
    grass: Grass = CLEAN


class Played(NamedTuple):
    """Results of a batch, each (n, ...) in the frame of the target line."""

    setup: Setup
    delivery: Delivery
    launch: Launch
    flights: Flights
    runs: Runs
    club_speed: Vec

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


def stack_changes(changes: Sequence[Change]) -> Change:
    """Turn one Change per candidate into one Change of arrays."""
    return Change(**{f.name: np.array([getattr(c, f.name) for c in changes], float) for f in fields(Change)})


def nudge(change: Change, **extra: Vec | float) -> Change:
    """Add to some of a change's numbers (what a strike is off by)."""
    return replace(change, **{k: np.asarray(getattr(change, k)) + v for k, v in extra.items()})


def play(batch: Batch, world: World, swing: Vec, aim: Vec, *, gripped: bool = True, record: bool = False) -> Played:
    """Strike every candidate with `swing` (share of full speed) aimed `aim` rad left of the target."""
    fall, side = slope_along(world.slope, aim)
    stroke = stock_stroke(batch.clubs, batch.stature_m, swing)
    setup = set_up(batch.clubs, stroke, batch.change, fall, side, batch.stature_m)
    swung = batch.full_speed * swing * (setup.speed_share if gripped else 1.0)
    way = way_through(world.grass, setup.attack_ground, batch.clubs.arc_m)
    delivery = deliver(batch.clubs, setup, shut=face_grab(world.grass, way, batch.clubs.snag))
    speed = swung * speed_kept(world.grass, way, batch.clubs.snag)
    v_n = speed * np.sum(delivery.path * delivery.face, axis=1)
    launch = strike_ball(
        delivery.path,
        delivery.face,
        speed,
        batch.clubs.head_mass,
        restitution(v_n, batch.clubs.cor_at_rest, batch.clubs.cor_slope),
        grip_restitution(v_n, batch.clubs.gear_loss),
        face_friction(world.grass, way),
    )
    velocity, spin = turn_about_z(launch.velocity, aim), turn_about_z(launch.spin, aim)
    flights = fly(velocity, spin, world.air, world.wind, record=record, workers=2)
    runs = run_out(flights.landing, flights.velocity, flights.spin, world.landing, record=record)
    return Played(setup, delivery, Launch(velocity, spin, launch.slid), flights, runs, swung)
