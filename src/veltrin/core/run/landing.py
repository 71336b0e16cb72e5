"""From the first touch of the ground to rest: bounces after Penner, then the roll, over the pieces of ground.

Each bounce meets a plane tilted as the ground is there; heights of the drawn hops are above that plane.
Three-dimensional: the grip of the turf acts against the slip of the ball's own contact point, so backspin checks and
side spin kicks.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from veltrin.core.constants import BALL_RADIUS_M, GRAVITY_M_S2
from veltrin.core.flight import share_out
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.run.coefficients import TurfCoefficients
from veltrin.core.run.surface import turf_restitution
from veltrin.core.run.terrain import AWAY, BRAKE, FREE, GIVE, LEFT, RESTITUTION, SWALLOWS, Frame, Landing, terrain_of

PENNER_NORMAL_M_S = 18.6 * math.cos(math.radians(44.4))
"""Normal speed at Penner's measured point, 13.3 m/s."""

LAST_HOP_M_S = 0.35
"""A rebound slower than this rises 6 mm: the ball is rolling (Penner stops at 5 mm)."""

ROLL_STEP_S = 0.02
MAX_ROLL_S = 120.0
"""A ball that a tilt keeps rolling is followed for so long: a green that all but holds it lets it back off slowly."""

MAX_BOUNCES = 40
HOP_LOOKS = 16
TRACE_ROWS = 400
TRACE_EVERY_M = 0.1
MOST_ROLL_STEPS = 6000


@kernel(fastmath=LOOSE)
def bounce(
    velocity: Vec,
    spin: Vec,
    normal: Vec,
    give: float,
    restitution_factor: float,
    friction: float,
    swallows: float,
    c: TurfCoefficients,
) -> None:
    """Bounce in place on turf whose undented normal is `normal`.

    The landing ball dents the turf, so that it meets a face tilted back towards it by
    theta = 15.4 deg (v_n / 13.3)(phi / 44.4), times `give`; phi is the angle of impact from the normal in degrees.
    Penner 2002 has v / 18.6 in place of v_n / 13.3, which is the same at his measured point but lets a
    skimming ball dig ever deeper (docs/decisions/0003). Against that face: rebound by e, and friction that either
    slides (mu) or grips (2/7 of the slip). Grains that flow away (`swallows`) make no face to climb, and take what
    the ball brings but for what a flat and fast one keeps as it skims (`skim_kept`).
    """
    # Written out by component: this is the innermost loop, and small arrays would cost more than the sums.
    nx, ny, nz = normal[0], normal[1], normal[2]
    vx, vy, vz = velocity[0], velocity[1], velocity[2]
    into = -(vx * nx + vy * ny + vz * nz)
    ax, ay, az = vx + into * nx, vy + into * ny, vz + into * nz
    along_speed = math.sqrt(ax * ax + ay * ay + az * az)
    fx, fy, fz = nx, ny, nz
    if along_speed > 1e-9:
        phi = math.degrees(math.atan2(along_speed, into))
        theta = give * c.dent_rad * (into / PENNER_NORMAL_M_S) * (phi / 44.4)
        # The dent can't face the ball more squarely than the ball's own way in.
        theta = min(theta, math.radians(phi)) * (1.0 - swallows)
        cos, sin = math.cos(theta), math.sin(theta) / along_speed
        fx, fy, fz = nx * cos - ax * sin, ny * cos - ay * sin, nz * cos - az * sin
    v_n = -(vx * fx + vy * fy + vz * fz)
    e = min(restitution_factor * turf_restitution(v_n, c), 0.6)
    # Velocity of the ball's contact point along the face: its own, and what the spin adds at the end of the arm.
    rx, ry, rz = -BALL_RADIUS_M * fx, -BALL_RADIUS_M * fy, -BALL_RADIUS_M * fz
    wx, wy, wz = spin[0], spin[1], spin[2]
    cx = vx + v_n * fx + wy * rz - wz * ry
    cy = vy + v_n * fy + wz * rx - wx * rz
    cz = vz + v_n * fz + wx * ry - wy * rx
    slip = math.sqrt(cx * cx + cy * cy + cz * cz)
    push = (1.0 + e) * v_n
    vx, vy, vz = vx + push * fx, vy + push * fy, vz + push * fz
    deep = give * min(into / PENNER_NORMAL_M_S, 1.5)
    if slip > 1e-9:
        kick = -min(2.0 / 7.0 * slip, friction * (1.0 + e) * v_n) / slip
        kx, ky, kz = kick * cx, kick * cy, kick * cz
        vx, vy, vz = vx + kx, vy + ky, vz + kz
        # Thrown the way the turf pushed it, it meets the wall of its own dent.
        pushed = math.sqrt(kx * kx + ky * ky + kz * kz)
        back = (vx * kx + vy * ky + vz * kz) / max(pushed, 1e-9)
        if back > 0.0:
            held = (1.0 / (1.0 + deep * back / c.crater_back_m_s) - 1.0) * back / max(pushed, 1e-9)
            vx, vy, vz = vx + held * kx, vy + held * ky, vz + held * kz
        turn = 2.5 / BALL_RADIUS_M**2
        wx, wy, wz = wx + turn * (ry * kz - rz * ky), wy + turn * (rz * kx - rx * kz), wz + turn * (rx * ky - ry * kx)
    # The dent grips the ball all round, not at a point: some of the spin left is spent in it.
    left = 1.0 - min(c.spin_soaked * deep, 1.0)
    flat = max(1.0 - into / (math.tan(c.skim_rad) * max(along_speed, 1e-9)), 0.0) * min(along_speed / c.skim_m_s, 1.0)
    kept = 1.0 - swallows * (1.0 - c.skim_kept * flat)
    velocity[0], velocity[1], velocity[2] = vx * kept, vy * kept, vz * kept
    spin[0], spin[1], spin[2] = wx * left * kept, wy * left * kept, wz * left * kept


@kernel(inline="always", fastmath=LOOSE)
def _held(at: float, count: int) -> int:
    return min(max(math.floor(at), 0), count - 1)


@kernel(inline="always", fastmath=LOOSE)
def _cell(x: float, y: float, frame: Frame, ny: int, nx: int) -> tuple[int, int]:
    """Row and column of the cell below; beyond the raster its outermost cells go on."""
    return _held((y - frame.y0) / frame.cell, ny), _held((x - frame.x0) / frame.cell, nx)


@kernel(fastmath=LOOSE)
def _around(x: float, y: float, frame: Frame, fields: Vec, first: int, out: Vec) -> None:
    """Give, restitution factor, what swallows and tilt (2) of the ground around a spot, between the middles of its four
    nearest cells; only the layers from the `first` on.
    """
    ny, nx = fields.shape[0], fields.shape[1]
    fx, fy = (x - frame.x0) / frame.cell - 0.5, (y - frame.y0) / frame.cell - 0.5
    sx, sy = fx - math.floor(fx), fy - math.floor(fy)
    i0, i1, j0, j1 = _held(fy, ny), _held(fy + 1.0, ny), _held(fx, nx), _held(fx + 1.0, nx)
    for k in range(first, BRAKE):
        near = (1.0 - sx) * fields[i0, j0, k] + sx * fields[i0, j1, k]
        far = (1.0 - sx) * fields[i1, j0, k] + sx * fields[i1, j1, k]
        out[k] = (1.0 - sy) * near + sy * far


@kernel(inline="always", fastmath=LOOSE)
def _normal(away: float, left: float, normal: Vec) -> None:
    root = math.sqrt(1.0 + away * away + left * left)
    normal[0], normal[1], normal[2] = away / root, left / root, 1.0 / root


@kernel(fastmath=LOOSE)
def _roll(
    place: Vec, velocity: Vec, frame: Frame, fields: Vec, ends: Vec, around: Vec, trace: Vec, row: int
) -> tuple[bool, int]:
    """Roll until the ball stops. Returns whether it held, and the next free row of the trace.

    Level cells take their exact toll of 2 a s of the squared speed; on a tilt the pull of the slope (5/7 of it turns
    into roll) is stepped in time.
    """
    ny, nx = fields.shape[0], fields.shape[1]
    time, shown, away, left = 0.0, 0.0, 0.0, 0.0
    for _ in range(MOST_ROLL_STEPS):
        speed = math.sqrt(velocity[0] ** 2 + velocity[1] ** 2)
        if speed < 1e-9:
            return True, row
        # Look a hair ahead: on an edge the ball is already on what it rolls onto.
        i, j = _cell(place[0] + 1e-9 * velocity[0], place[1] + 1e-9 * velocity[1], frame, ny, nx)
        if ends[i, j] > 0.0:
            return True, row
        brake = fields[i, j, BRAKE]
        if frame.is_tilted:
            _around(place[0], place[1], frame, fields, AWAY, around)
            away, left = around[AWAY], around[LEFT]
        if away == 0.0 and left == 0.0:
            # What is drawn is looked at cell by cell; else as far as nothing changes.
            reach = frame.cell if trace.shape[0] > 0 else fields[i, j, FREE]
            step = min(speed * speed / (2.0 * brake), reach)
            place[0] += step * velocity[0] / speed
            place[1] += step * velocity[1] / speed
            share = math.sqrt(max(1.0 - 2.0 * brake * step / (speed * speed), 0.0))
            velocity[0] *= share
            velocity[1] *= share
        else:
            press = GRAVITY_M_S2 / (1.0 + away * away + left * left)
            pull_x, pull_y = 5.0 / 7.0 * press * away, 5.0 / 7.0 * press * left
            ax, ay = pull_x - brake * velocity[0] / speed, pull_y - brake * velocity[1] / speed
            along = (ax * velocity[0] + ay * velocity[1]) / speed
            step = ROLL_STEP_S
            stops = along < 0.0 and speed + along * step <= 0.0 and math.sqrt(pull_x**2 + pull_y**2) < brake
            if stops:
                step = -speed / along
            place[0] += velocity[0] * step + 0.5 * ax * step * step
            place[1] += velocity[1] * step + 0.5 * ay * step * step
            if stops:
                return True, row
            velocity[0] += ax * step
            velocity[1] += ay * step
            time += step
            if time > MAX_ROLL_S:
                return False, row
        shown += step * (1.0 if away == 0.0 and left == 0.0 else speed)
        if shown > TRACE_EVERY_M and row < trace.shape[0] - 1:
            trace[row, 0], trace[row, 1], trace[row, 2] = place[0], place[1], 0.0
            row += 1
            shown = 0.0
    return False, row


@kernel(fastmath=LOOSE)
def work_room() -> tuple[Vec, Vec, Vec, Vec, Vec, Vec, Vec]:
    """Room for one ball on its way: place, velocity, spin, its roll in the plane; fields, normal and pull of the ground
    there.
    """
    return np.zeros(3), np.zeros(3), np.zeros(3), np.zeros(2), np.zeros(5), np.zeros(3), np.zeros(3)


@kernel(fastmath=LOOSE)
def _hop_ends_at(place: Vec, v: Vec, pull: Vec, air: float, frame: Frame, ends: Vec) -> bool:
    """Whether something solid stands in the way of a hop; the ball then lies there.

    A hop is low: what stands in its way stops it, whatever it would have cleared.
    """
    ny, nx = ends.shape[0], ends.shape[1]
    for k in range(1, HOP_LOOKS + 1):
        t = air * k / HOP_LOOKS
        x, y = place[0] + v[0] * t + 0.5 * pull[0] * t * t, place[1] + v[1] * t + 0.5 * pull[1] * t * t
        a, b = _cell(x, y, frame, ny, nx)
        if ends[a, b] > 1.5:
            place[0], place[1] = x, y
            return True
    return False


@kernel(fastmath=LOOSE)
def _draw_hop(place: Vec, v: Vec, pull: Vec, rise: float, press: float, trace: Vec, row: int) -> int:
    """Six places of a hop; returns the next free row of the trace."""
    air = 2.0 * rise / press
    for k in range(1, 7):
        t = air * k / 6.0
        if row < trace.shape[0] - 1:
            trace[row, 0] = place[0] + v[0] * t + 0.5 * pull[0] * t * t
            trace[row, 1] = place[1] + v[1] * t + 0.5 * pull[1] * t * t
            trace[row, 2] = rise * t - 0.5 * press * t * t
            row += 1
    return row


@kernel(fastmath=LOOSE)
def run_ball(
    place: Vec,
    v: Vec,
    w: Vec,
    flat: Vec,
    around: Vec,
    normal: Vec,
    pull: Vec,
    frame: Frame,
    fields: Vec,
    ends: Vec,
    trace: Vec,
) -> tuple[bool, int, int]:
    """Run one ball out in place, from where and how it comes down. Returns whether it held, its hops, rows of trace."""
    ny, nx = fields.shape[0], fields.shape[1]
    row, hops, is_drawn = 0, 0, trace.shape[0] > 0
    for _ in range(MAX_BOUNCES):
        a, b = _cell(place[0], place[1], frame, ny, nx)
        if ends[a, b] > 0.0:
            return True, hops, row
        _around(place[0], place[1], frame, fields, GIVE, around)
        _normal(around[AWAY], around[LEFT], normal)
        press = GRAVITY_M_S2 * normal[2]
        for k in range(3):
            pull[k] = press * normal[k]
        pull[2] -= GRAVITY_M_S2
        bounce(v, w, normal, around[GIVE], around[RESTITUTION], frame.friction, around[SWALLOWS], frame.coefficients)
        rise = v[0] * normal[0] + v[1] * normal[1] + v[2] * normal[2]
        if rise < LAST_HOP_M_S:
            break
        hops += 1
        air = 2.0 * rise / press
        if is_drawn:
            row = _draw_hop(place, v, pull, rise, press, trace, row)
        if frame.has_walls and _hop_ends_at(place, v, pull, air, frame, ends):
            return True, hops, row
        for k in range(3):
            place[k] += v[k] * air + 0.5 * pull[k] * air * air
        v[2] -= GRAVITY_M_S2 * air
    # In the plane now: what slip there is turns into roll at once (5/7 of speed, 2/7 of spin).
    off = v[0] * normal[0] + v[1] * normal[1] + v[2] * normal[2]
    turn = 2.0 / 7.0 * BALL_RADIUS_M
    flat[0] = 5.0 / 7.0 * (v[0] - off * normal[0]) + turn * (w[1] * normal[2] - w[2] * normal[1])
    flat[1] = 5.0 / 7.0 * (v[1] - off * normal[1]) + turn * (w[2] * normal[0] - w[0] * normal[2])
    held, row = _roll(place, flat, frame, fields, ends, around, trace, row)
    return held, hops, row


@kernel(nogil=True, fastmath=LOOSE)
def run_many(
    landing: Vec,
    velocity: Vec,
    spin: Vec,
    frame: Frame,
    fields: Vec,
    ends: Vec,
    rest: Vec,
    held: Mask,
    bounces: Vec,
    trace: Vec,
    rows: Index,
) -> None:
    """Run all balls out; what is drawn of each goes into its trace."""
    undrawn = np.zeros((0, 3))
    place, v, w, flat, around, normal, pull = work_room()
    for i in range(landing.shape[0]):
        for k in range(3):
            place[k], v[k], w[k] = landing[i, k], velocity[i, k], spin[i, k]
        drawn = trace[i] if trace.shape[1] > 0 else undrawn
        held[i], bounces[i], row = run_ball(place, v, w, flat, around, normal, pull, frame, fields, ends, drawn)
        rest[i, 0], rest[i, 1] = place[0], place[1]
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
    rest, held, bounces = np.zeros((count, 3)), np.zeros(count, dtype=np.bool_), np.zeros(count)
    trace, rows = np.zeros((count, TRACE_ROWS if record else 0, 3)), np.zeros(count, dtype=np.int64)
    frame, fields, ends = terrain_of(ground)
    landing, velocity, spin = (np.ascontiguousarray(v) for v in (landing, velocity, spin))

    def part(of: slice) -> None:
        run_many(
            landing[of],
            velocity[of],
            spin[of],
            frame,
            fields,
            ends,
            rest[of],
            held[of],
            bounces[of],
            trace[of],
            rows[of],
        )

    share_out(part, count, workers)
    return Runs(rest, held, bounces, trace, rows)
