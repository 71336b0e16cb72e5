"""From the first touch of the ground to rest: bounces after Penner, then the roll, on a tilted plane.

The plane passes through the landing point; heights of the drawn hops are above that plane. Three-dimensional: the
grip of the turf acts against the slip of the ball's own contact point, so backspin checks and side spin kicks.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numba import njit

from veltrin.core.checks import require
from veltrin.core.constants import BALL_RADIUS_M, GRAVITY_M_S2
from veltrin.core.flight import share_out
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.run.surface import SURFACES, Surface, bounce_numbers, turf_restitution

TURF_FRICTION = 0.40
"""Sliding friction of ball on turf. Source: Penner 2002, from memory."""

FIRM_TILT_RAD = math.radians(15.4)
"""Tilt of the dented turf at 18.6 m/s and 44.4 deg from the normal. Source: Penner 2002, from memory."""

PENNER_NORMAL_M_S = 18.6 * math.cos(math.radians(44.4))
"""Normal speed at Penner's measured point, 13.3 m/s."""

LAST_HOP_M_S = 0.35
"""A rebound slower than this rises 6 mm: the ball is rolling (Penner stops at 5 mm)."""

SPIN_SOAKED = 0.4
"""Share of the spin left after a bounce that a dent of Penner's depth takes as well. Judgement: without it a full wedge
spins back eight metres on a medium green, where the trade sees one to three."""

COLLAR_M = 1.0
"""Half the width over which the surround turns into green under a bounce. Judgement."""

ROLL_STEP_S = 0.02
MAX_ROLL_S = 30.0
MAX_BOUNCES = 40
TRACE_ROWS = 400


@dataclass(frozen=True)
class Landing:
    """Where the ball comes down: green from `front_m` to `back_m` along the line, `surround` outside it.

    `fall_rad` > 0 away from the player, `side_rad` > 0 falls to the left. Infinite bounds make one surface.
    """

    front_m: float = -math.inf
    back_m: float = math.inf
    surround: Surface = SURFACES["fringe"]
    firmness: float = 0.5
    green_speed_ft: float = 9.5
    fall_rad: float = 0.0
    side_rad: float = 0.0
    on: Surface = SURFACES["green"]

    def __post_init__(self) -> None:
        require("landing.fall_deg", math.degrees(self.fall_rad), -12.0, 12.0, "deg")
        require("landing.side_deg", math.degrees(self.side_rad), -12.0, 12.0, "deg")

    def packed(self) -> Vec:
        """Numbers for the kernel."""
        on = bounce_numbers(self.on, self.firmness, self.green_speed_ft)
        off = bounce_numbers(self.surround, self.firmness, self.green_speed_ft)
        tilt = [math.tan(self.fall_rad), math.tan(self.side_rad)]
        return np.array([*on, *off, self.front_m, self.back_m, *tilt])


@njit(cache=True)
def bounce(velocity: Vec, spin: Vec, normal: Vec, give: float, liveliness: float) -> None:
    """Bounce in place on turf whose undented normal is `normal`.

    The landing ball dents the turf, so that it meets a face tilted back towards it by
    theta = 15.4 deg (v_n / 13.3)(phi / 44.4), times `give`; phi is the angle of impact from the normal in degrees.
    Penner 2002 has v / 18.6 in place of v_n / 13.3, which is the same at his measured point but lets a
    skimming ball dig ever deeper (docs/decisions/0003). Against that face: rebound by e, and friction that either
    slides (mu) or grips (2/7 of the slip).
    """
    into = -(velocity[0] * normal[0] + velocity[1] * normal[1] + velocity[2] * normal[2])
    along = velocity + into * normal
    along_speed = math.sqrt(along[0] ** 2 + along[1] ** 2 + along[2] ** 2)
    face = normal.copy()
    if along_speed > 1e-9:
        phi = math.degrees(math.atan2(along_speed, into))
        theta = give * FIRM_TILT_RAD * (into / PENNER_NORMAL_M_S) * (phi / 44.4)
        # The dent can't face the ball more squarely than the ball's own way in.
        theta = min(theta, math.radians(phi))
        face = normal * math.cos(theta) - along / along_speed * math.sin(theta)
    v_n = -(velocity[0] * face[0] + velocity[1] * face[1] + velocity[2] * face[2])
    e = min(liveliness * turf_restitution(v_n), 0.6)
    # Velocity of the ball's contact point along the face.
    arm = -BALL_RADIUS_M * face
    contact = velocity + v_n * face + np.cross(spin, arm)
    slip = math.sqrt(contact[0] ** 2 + contact[1] ** 2 + contact[2] ** 2)
    velocity += (1.0 + e) * v_n * face
    if slip > 1e-9:
        kick = -min(2.0 / 7.0 * slip, TURF_FRICTION * (1.0 + e) * v_n) / slip * contact
        velocity += kick
        spin += np.cross(arm, kick) * 2.5 / BALL_RADIUS_M**2
    # The dent grips the ball all round, not at a point: some of the spin left is spent in it.
    spin *= 1.0 - SPIN_SOAKED * give * min(into / PENNER_NORMAL_M_S, 1.5)


@njit(cache=True, inline="always")
def _share_of_green(x: float, ground: Vec) -> float:
    """How much of green a ball that comes down at `x` meets: the edge is a collar, not a knife."""
    inside = min(x - ground[6], ground[7] - x)
    return float(min(max(0.5 + 0.5 * inside / COLLAR_M, 0.0), 1.0))


@njit(cache=True, inline="always")
def _zone(x: float, ground: Vec) -> int:
    return 0 if ground[6] <= x <= ground[7] else 3


@njit(cache=True)
def _roll(place: Vec, velocity: Vec, ground: Vec, pull: Vec, trace: Vec, row: int) -> tuple[bool, int]:
    """Roll in the plane until the ball stops. Returns whether it held, and the next free row of the trace."""
    for n in range(int(MAX_ROLL_S / ROLL_STEP_S)):
        brake = ground[_zone(place[0], ground) + 2]
        speed = math.sqrt(velocity[0] ** 2 + velocity[1] ** 2)
        if speed < 1e-9:
            return True, row
        ax = pull[0] - brake * velocity[0] / speed
        ay = pull[1] - brake * velocity[1] / speed
        along = (ax * velocity[0] + ay * velocity[1]) / speed
        step = ROLL_STEP_S
        steep = math.sqrt(pull[0] ** 2 + pull[1] ** 2)
        if along < 0.0 and speed + along * step <= 0.0 and steep < brake:
            step = -speed / along
            place[0] += velocity[0] * step + 0.5 * ax * step * step
            place[1] += velocity[1] * step + 0.5 * ay * step * step
            return True, row
        place[0] += velocity[0] * step + 0.5 * ax * step * step
        place[1] += velocity[1] * step + 0.5 * ay * step * step
        velocity[0] += ax * step
        velocity[1] += ay * step
        if n % 8 == 0 and row < trace.shape[0] - 1:
            trace[row, 0], trace[row, 1], trace[row, 2] = place[0], place[1], 0.0
            row += 1
    return False, row


@njit(cache=True)
def _roll_level(place: Vec, velocity: Vec, ground: Vec, trace: Vec, row: int) -> int:
    """Roll on level ground: straight on, losing 2 a s of the squared speed in each zone. Exact, and quick.

    Returns the next free row of the trace.
    """
    square = velocity[0] ** 2 + velocity[1] ** 2
    speed = math.sqrt(square)
    if speed < 1e-9:
        return row
    ux, uy = velocity[0] / speed, velocity[1] / speed
    for _ in range(4):
        zone = _zone(place[0] + 1e-9 * ux, ground)
        brake = ground[zone + 2]
        rest = square / (2.0 * brake)
        edge = math.inf
        for at in (ground[6], ground[7]):
            if abs(ux) > 1e-12 and (at - place[0]) / ux > 1e-9:
                edge = min(edge, (at - place[0]) / ux)
        step = min(rest, edge)
        place[0] += step * ux
        place[1] += step * uy
        square -= 2.0 * brake * step
        if rest <= edge:
            break
        if row < trace.shape[0] - 1:
            trace[row, 0], trace[row, 1], trace[row, 2] = place[0], place[1], 0.0
            row += 1
    return row


@njit(cache=True, nogil=True)
def _run_many(landing: Vec, velocity: Vec, spin: Vec, ground: Vec, out: Vec, trace: Vec, rows: Index) -> None:
    root = math.sqrt(1.0 + ground[8] ** 2 + ground[9] ** 2)
    normal = np.array([ground[8] / root, ground[9] / root, 1.0 / root])
    gravity = np.array([0.0, 0.0, -GRAVITY_M_S2])
    press = GRAVITY_M_S2 * normal[2]
    pull = gravity + press * normal
    for i in range(landing.shape[0]):
        place, v, w = landing[i].copy(), velocity[i].copy(), spin[i].copy()
        row = 0
        hops = 0
        for _ in range(MAX_BOUNCES):
            green = _share_of_green(place[0], ground)
            give = green * ground[0] + (1.0 - green) * ground[3]
            bounce(v, w, normal, give, green * ground[1] + (1.0 - green) * ground[4])
            rise = v[0] * normal[0] + v[1] * normal[1] + v[2] * normal[2]
            if rise < LAST_HOP_M_S:
                break
            hops += 1
            air = 2.0 * rise / press
            if trace.shape[1] > 0:
                for k in range(1, 7):
                    t = air * k / 6.0
                    if row < trace.shape[1] - 1:
                        trace[i, row, 0] = place[0] + v[0] * t + 0.5 * pull[0] * t * t
                        trace[i, row, 1] = place[1] + v[1] * t + 0.5 * pull[1] * t * t
                        trace[i, row, 2] = rise * t - 0.5 * press * t * t
                        row += 1
            place += v * air + 0.5 * pull * air * air
            v += gravity * air
        out[i, 4] = float(hops)
        # In the plane now: what slip there is turns into roll at once (5/7 of speed, 2/7 of spin).
        slide = v - (v[0] * normal[0] + v[1] * normal[1] + v[2] * normal[2]) * normal
        rolling = 5.0 / 7.0 * slide + 2.0 / 7.0 * BALL_RADIUS_M * np.cross(w, normal)
        flat = rolling[:2].copy()
        held = True
        if ground[8] == 0.0 and ground[9] == 0.0:
            row = _roll_level(place, flat, ground, trace[i], row)
        else:
            held, row = _roll(place, flat, ground, 5.0 / 7.0 * pull[:2], trace[i], row)
        out[i, 0], out[i, 1], out[i, 2], out[i, 3] = place[0], place[1], 0.0, 1.0 if held else 0.0
        if trace.shape[1] > 0:
            trace[i, row, 0], trace[i, row, 1], trace[i, row, 2] = place[0], place[1], 0.0
            rows[i] = row + 1


class Runs(NamedTuple):
    """Where each ball rests, (n, 3); `held` False: it never stopped."""

    rest: Vec
    held: Mask
    bounces: Vec
    trace: Vec
    rows: Index


def run_out(landing: Vec, velocity: Vec, spin: Vec, ground: Landing, *, record: bool = False, workers: int = 1) -> Runs:
    """Bounce and roll a batch from `landing` (n, 3) with `velocity` (m/s) and `spin` (rad/s), both (n, 3).

    `workers` > 1 shares a large batch between threads: the kernel lets go of the interpreter's lock.
    """
    count = landing.shape[0]
    out = np.zeros((count, 5))
    trace, rows = np.zeros((count, TRACE_ROWS if record else 0, 3)), np.zeros(count, dtype=np.int64)
    packed = ground.packed()
    landing, velocity, spin = (np.ascontiguousarray(v) for v in (landing, velocity, spin))

    def part(of: slice) -> None:
        _run_many(landing[of], velocity[of], spin[of], packed, out[of], trace[of], rows[of])

    share_out(part, count, workers)
    return Runs(out[:, 0:3], out[:, 3] > 0.5, out[:, 4], trace, rows)
