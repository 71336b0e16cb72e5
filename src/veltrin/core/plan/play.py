"""Play a batch of strokes through the whole chain: set-up, delivery, blow, flight, run."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from typing import NamedTuple

import numpy as np

from veltrin.core.air import Air, Wind
from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.flight import FLIGHT, NO_GUSTS, STEP_S, FlightCoefficients, Flights, fly
from veltrin.core.geometry import Index, Mask, Vec, cross, dot, elevation, turn_about_z
from veltrin.core.ground import (
    CLEAN,
    Lie,
    Slope,
    ball_kept,
    closure_in_grass,
    face_friction,
    grass_drag_in,
    ground_frame,
    slope_along,
    speed_kept,
    way_through,
)
from veltrin.core.hole import Wall
from veltrin.core.kit import REFERENCE_BALL_C, Habit, ball_restitution_factor
from veltrin.core.run import Landing, Runs, run_out
from veltrin.core.strike import (
    Approach,
    Change,
    ClubArrays,
    Delivery,
    Launch,
    Meeting,
    Setup,
    Splash,
    bladed_elevation,
    deliver,
    meet,
    set_up,
    splash,
    stock_stroke,
    strike_ball,
)
from veltrin.core.strike.impact import grip_restitution, restitution
from veltrin.core.strike.meeting import off_sweet
from veltrin.core.wanted import go_on


class LearnedArrays(NamedTuple):
    """A player's habits by candidate, (n,): see Habit."""

    speed: Vec
    friction: Vec
    face_rad: Vec
    scatter: Vec
    shots: Vec

    @classmethod
    def of(cls, habits: Sequence[Habit]) -> LearnedArrays:
        """One entry a candidate."""
        return cls(*(np.array([getattr(h, name) for h in habits], float) for name in cls._fields))

    def take(self, index: Index) -> LearnedArrays:
        """Pick or repeat candidates."""
        return LearnedArrays(*(v[index] for v in self))


@dataclass(frozen=True)
class Batch:
    """Candidates: clubs, full club-head speed (m/s, (n,)) and the change each way of playing asks for.

    `able`: share of the full speed that the day's clothes leave; the shorter the swing, the less they take.
    `learned`: what the player's record adds to the model, None for the model alone. `left_handed`: whom words are for.
    """

    clubs: ClubArrays
    full_speed: Vec
    change: Change
    stature_m: float
    able: float = 1.0
    learned: LearnedArrays | None = None
    left_handed: bool = False

    @property
    def count(self) -> int:
        """Number of candidates."""
        return len(self.full_speed)

    def asks(self, name: str) -> Vec:
        """One number of the change for each candidate, (n,), also where it is the same for all."""
        value = getattr(self.change, name)
        # The standard broadcast costs ten times as much, and this is asked a hundred times a plan.
        return value if isinstance(value, np.ndarray) and value.ndim else np.full(self.count, float(value))

    def take(self, index: Index) -> Batch:
        """Pick or repeat candidates."""
        values = {f.name: getattr(self.change, f.name) for f in fields(Change)}
        picked = {name: value[index] if np.ndim(value) else value for name, value in values.items()}
        learned = None if self.learned is None else self.learned.take(index)
        return replace(
            self,
            clubs=self.clubs.take(index),
            full_speed=self.full_speed[index],
            change=Change(**picked),
            learned=learned,
        )


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


class InGrass(NamedTuple):
    """A head's way through the grass (m), how much it catches, its speed before (m/s) and its mass (kg), (n,)."""

    way_m: Vec
    grass_drag: Vec
    speed: Vec
    mass: Vec

    def kept(self, lie: Lie, patch: Vec | float = 1.0) -> Vec:
        """Share of speed left, in grass `patch` times as thick as read."""
        return speed_kept(lie, self.way_m, self.grass_drag, self.speed, self.mass, patch)

    def repeat(self, times: int) -> InGrass:
        """Each stroke `times` over, stroke by stroke."""
        return InGrass(*(np.repeat(v, times) for v in self))


class Contact(NamedTuple):
    """How the head met ground and ball. `meeting` holds where the face strikes, `splash` where sand or grass carries
    the ball (None if no stroke of the batch is one); `thin`: the edge met the ball unasked. `grass`: what lets this
    stroke be put through other grass.
    """

    approach: Approach
    meeting: Meeting
    splash: Splash | None
    is_splash: Mask
    thin: Mask
    grass: InGrass


class Launched(NamedTuple):
    """A batch up to where the balls leave: what set-up and blow alone tell. `club_speed` before the ground (m/s)."""

    setup: Setup
    delivery: Delivery
    contact: Contact
    launch: Launch
    club_speed: Vec


class Played(NamedTuple):
    """Results of a batch, each (n, ...) in the frame of the target line."""

    setup: Setup
    delivery: Delivery
    contact: Contact
    launch: Launch
    club_speed: Vec
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


def stack_changes(changes: Sequence[Change]) -> Change:
    """Turn one Change per candidate into one Change of arrays."""
    return Change(**{f.name: np.array([getattr(c, f.name) for c in changes], float) for f in fields(Change)})


def nudge(change: Change, **extra: Vec | float) -> Change:
    """Add to some of a change's numbers (what a strike is off by)."""
    return replace(change, **{k: np.asarray(getattr(change, k)) + v for k, v in extra.items()})


def _contact(batch: Batch, lie: Lie, setup: Setup, loft: Vec, bounce: Vec, miss: Miss, grass: InGrass) -> Contact:
    """Meet the ground; `loft` and `bounce` against it."""
    approach = Approach(
        steep=-setup.attack_ground,
        low_point_m=setup.low_point_m,
        loft=loft,
        bounce=bounce,
        arc_m=batch.clubs.arc_m,
        sole_m=batch.clubs.sole_m,
        sole_contact_share=batch.asks("sole_contact_share"),
        speed=grass.speed,
        mass=grass.mass,
    )
    entry, edge = batch.asks("entry_m"), batch.asks("edge_m")
    is_splash = entry > 0.0
    met = meet(lie, approach, miss.along_m, miss.deep_m)
    # An edge laid on the ball on purpose travels above the ground: only its own height can be missed.
    on_edge = edge > 0.0
    met = Meeting(
        edge_m=np.where(on_edge, edge - np.asarray(miss.deep_m), met.edge_m),
        limit_m=met.limit_m,
        early_m=np.where(on_edge, 0.0, met.early_m),
        kept=np.where(on_edge | is_splash, 1.0, met.kept),
    )
    if not is_splash.any():
        return Contact(approach, met, None, is_splash, np.asarray(met.thin & ~on_edge), grass)
    moved = splash(lie, approach, batch.clubs.head_mass, entry, miss.along_m, miss.deep_m)
    met = met._replace(edge_m=np.where(is_splash, moved.edge_m, met.edge_m))
    thin = np.where(is_splash, moved.over_edge, met.thin & ~on_edge)
    return Contact(approach, met, moved, is_splash, thin, grass)


def _splashed(path_leads: float, moved: Splash, delivery: Delivery, normal: Vec, speed: Vec) -> tuple[Vec, Vec]:
    """Velocity and spin of a ball that sand or grass carries."""
    mixed = path_leads * delivery.path + (1.0 - path_leads) * delivery.face
    along = _in_ground(mixed, normal)
    u = speed * moved.carried
    velocity = u[:, None] * (np.cos(moved.launch)[:, None] * along + np.sin(moved.launch)[:, None] * normal)
    spin = -cross(normal, along) * (moved.spin_ratio * u / BALL_RADIUS_M)[:, None]
    return velocity, spin


def _in_ground(v: Vec, normal: Vec) -> Vec:
    """Unit vector along the ground in the direction of `v`."""
    flat = v - dot(v, normal)[:, None] * normal
    return np.asarray(flat / np.linalg.norm(flat, axis=1, keepdims=True))


def launch(
    batch: Batch, world: World, swing: Vec, aim: Vec, *, gripped: bool = True, miss: Miss = AS_MEANT
) -> Launched:
    """Strike every candidate with `swing` (share of full speed) aimed `aim` rad left of the target, up to the launch.

    NobodyWaitsError if nobody does any more.
    """
    go_on()
    lie, clubs, change = world.lie, batch.clubs, batch.change
    fall, side = slope_along(world.slope, aim)
    stroke = stock_stroke(clubs, batch.stature_m, swing)
    setup = set_up(clubs, stroke, change, fall, side, batch.stature_m)
    swung = batch.full_speed * (1.0 - (1.0 - batch.able) * swing) * swing * (setup.speed_share if gripped else 1.0)
    grass_drag = grass_drag_in(lie, clubs.grass_drag, clubs.body) * change.sole_contact_share
    way = way_through(lie, setup.attack_ground, clubs.arc_m, change.edge_m)
    learned = batch.learned
    habit = 0.0 if learned is None else learned.face_rad
    delivery = deliver(
        clubs, setup, shut=closure_in_grass(lie, way, grass_drag, miss.patch) * change.hosel_closure + habit
    )
    normal = ground_frame(fall, side)[:, :, 2]
    loft = np.arcsin(np.clip(dot(delivery.face, normal), -1.0, 1.0))
    grass = InGrass(way, grass_drag, swung, clubs.head_mass)
    contact = _contact(batch, lie, setup, loft, delivery.effective_bounce, miss, grass)
    met = contact.meeting
    speed = swung * grass.kept(lie, miss.patch) * met.kept * (1.0 if learned is None else learned.speed)
    on_edge = contact.thin | (batch.asks("edge_m") > 0.0)
    face = delivery.face
    if on_edge.any():
        tilt = np.where(on_edge, bladed_elevation(met.edge_m), loft)[:, None]
        face = np.where(on_edge[:, None], np.cos(tilt) * _in_ground(face, normal) + np.sin(tilt) * normal, face)
    v_n = speed * dot(delivery.path, face)
    left_face = strike_ball(
        delivery.path,
        face,
        speed,
        clubs.head_mass,
        restitution(v_n, clubs.cor_at_rest, clubs.cor_slope, ball_restitution_factor(world.ball_c))
        * np.where(on_edge, lie.coefficients.soil.bladed_share, 1.0),
        (1.0 + grip_restitution(v_n, clubs.gear_loss)) * clubs.hold - 1.0,
        face_friction(lie, way) * clubs.grip * (1.0 if learned is None else learned.friction),
    )
    sweet = np.where(on_edge, 1.0, off_sweet(met.edge_m, loft, lie.coefficients.soil))[:, None]
    velocity, spin = left_face.velocity * sweet, left_face.spin * sweet
    if contact.splash is not None:
        carried = (contact.is_splash & ~contact.thin)[:, None]
        out = _splashed(lie.coefficients.sand.path_leads, contact.splash, delivery, normal, speed)
        velocity, spin = np.where(carried, out[0], velocity), np.where(carried, out[1], spin)
    left = ball_kept(lie, elevation(velocity), np.sqrt(dot(velocity, velocity)), miss.patch)
    if lie.in_sand:
        left = np.where(contact.is_splash & ~contact.thin, 1.0, left)
    left = left[:, None]
    velocity, spin = turn_about_z(velocity * left, aim), turn_about_z(spin * left, aim)
    return Launched(setup, delivery, contact, Launch(velocity, spin, left_face.slid), swung)


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
        walls=np.array(world.walls, float).reshape(-1, 6),
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
    return Played(*launched, flights, run_from(flights, world, record=record))
