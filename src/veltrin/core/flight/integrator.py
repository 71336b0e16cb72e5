"""The batched integrator: fourth-order Runge-Kutta on position, velocity and spin rate, compiled.

The spin axis stays where impact put it; the rate decays,
d omega/dt = -2e-5 omega v / r (Smits & Smith 1994, from memory).
"""

from __future__ import annotations

import math
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple

import numpy as np

from veltrin.core.air import CALM, Air, Wind
from veltrin.core.constants import BALL_AREA_M2, BALL_MASS_KG, BALL_RADIUS_M, GRAVITY_M_S2
from veltrin.core.flight.aero import SPIN_DECAY, drag_coefficient, lift_coefficient
from veltrin.core.flight.contour import LEVEL_GROUND, Contour, height_at
from veltrin.core.geometry import Index, Vec
from veltrin.core.kernels import kernel

STEP_S = 0.05
"""Step that keeps the carry of any real shot within a millimetre or two of a reference integrator (tests)."""

COARSE_STEP_S = 0.12
"""Step for the many strikes of a scatter: within two centimetres of the fine one (tests)."""

MAX_FLIGHT_S = 15.0

Seven = tuple[float, float, float, float, float, float, float]


class Medium(NamedTuple):
    """Air and wind for the kernel: density (kg/m^3), viscosity (Pa s), wind at its reading height (m/s), roughness (m),
    1 / ln of the reading height over it, and what drag and lift are multiplied with.
    """

    density: float
    viscosity: float
    wind_x: float
    wind_y: float
    roughness: float
    per_log: float
    drag: float
    lift: float


class Landed(NamedTuple):
    """What the kernel fills in, a row a ball: see Flights."""

    place: Vec
    velocity: Vec
    spin: Vec
    time: Vec
    apex: Vec
    struck: Index

    @classmethod
    def empty(cls, count: int) -> Landed:
        """Room for so many."""
        place, velocity, spin = np.zeros((3, count, 3))
        return cls(place, velocity, spin, np.zeros(count), np.zeros(count), np.full(count, -1, dtype=np.int64))

    def of(self, rows: slice) -> Landed:
        """Some of the rows, to be filled in."""
        place, velocity, spin = self.place[rows], self.velocity[rows], self.spin[rows]
        return Landed(place, velocity, spin, self.time[rows], self.apex[rows], self.struck[rows])


@kernel(inline="always", fastmath=True)
def _profile(height: float, medium: Medium) -> float:
    """Wind at a height above the ground over the wind at its reading height."""
    return float(math.log((max(height, 0.0) + medium.roughness) / medium.roughness) * medium.per_log)


@kernel(inline="always", fastmath=True)
def _slope(
    profile: float, u: float, v: float, w: float, rate: float, axis: Vec, medium: Medium
) -> tuple[float, float, float, float]:
    """Acceleration (3) and change of spin rate."""
    ax, ay, az = u - medium.wind_x * profile, v - medium.wind_y * profile, w
    speed = math.sqrt(ax * ax + ay * ay + az * az)
    if speed < 1e-9:
        return 0.0, 0.0, -GRAVITY_M_S2, 0.0
    ratio = BALL_RADIUS_M * rate / speed
    pressure = 0.5 * medium.density * BALL_AREA_M2 / BALL_MASS_KG * speed
    reynolds = medium.density * speed * 2.0 * BALL_RADIUS_M / medium.viscosity
    drag = medium.drag * pressure * drag_coefficient(reynolds, ratio)
    lift = medium.lift * pressure * lift_coefficient(reynolds, ratio)
    return (
        -drag * ax + lift * (axis[1] * az - axis[2] * ay),
        -drag * ay + lift * (axis[2] * ax - axis[0] * az),
        -drag * az + lift * (axis[0] * ay - axis[1] * ax) - GRAVITY_M_S2,
        -medium.drag * SPIN_DECAY * rate * speed / BALL_RADIUS_M,
    )


@kernel(inline="always")
def _above(s: Seven, shape: Contour) -> float:
    """Height above the ground (m)."""
    return float(s[2] - height_at(s[0], s[1], shape))


@kernel(fastmath=True)
def _step(s: Seven, h: float, axis: Vec, medium: Medium, shape: Contour) -> Seven:
    x, y, z, u, v, w, rate = s
    k = 0.5 * h
    begin = middle = 0.0
    is_windy = medium.wind_x != 0.0 or medium.wind_y != 0.0
    if is_windy:
        # Height changes little inside a step: its two looks at the middle share one.
        begin = _profile(_above(s, shape), medium)
        middle = _profile(z + k * w - height_at(x + k * u, y + k * v, shape), medium)
    a1, b1, c1, d1 = _slope(begin, u, v, w, rate, axis, medium)
    u2, v2, w2 = u + k * a1, v + k * b1, w + k * c1
    a2, b2, c2, d2 = _slope(middle, u2, v2, w2, rate + k * d1, axis, medium)
    u3, v3, w3 = u + k * a2, v + k * b2, w + k * c2
    a3, b3, c3, d3 = _slope(middle, u3, v3, w3, rate + k * d2, axis, medium)
    u4, v4, w4 = u + h * a3, v + h * b3, w + h * c3
    end = _profile(z + h * w3 - height_at(x + h * u3, y + h * v3, shape), medium) if is_windy else 0.0
    a4, b4, c4, d4 = _slope(end, u4, v4, w4, rate + h * d3, axis, medium)
    sixth = h / 6.0
    return (
        x + sixth * (u + 2.0 * u2 + 2.0 * u3 + u4),
        y + sixth * (v + 2.0 * v2 + 2.0 * v3 + v4),
        z + sixth * (w + 2.0 * w2 + 2.0 * w3 + w4),
        u + sixth * (a1 + 2.0 * a2 + 2.0 * a3 + a4),
        v + sixth * (b1 + 2.0 * b2 + 2.0 * b3 + b4),
        w + sixth * (c1 + 2.0 * c2 + 2.0 * c3 + c4),
        rate + sixth * (d1 + 2.0 * d2 + 2.0 * d3 + d4),
    )


@kernel()
def _struck(s: Seven, ahead: Seven, walls: Vec) -> int:
    """Number of the first wall that the way from one place to the next goes through, -1 if none.

    Each wall is a box (x0, x1, y0, y1, z0, z1); the way is straight inside a step.
    """
    first, number = 2.0, -1
    for k in range(walls.shape[0]):
        enter, leave = 0.0, 1.0
        for axis in range(3):
            a, b = s[axis], ahead[axis] - s[axis]
            low, high = walls[k, 2 * axis], walls[k, 2 * axis + 1]
            if abs(b) < 1e-12:
                if a < low or a > high:
                    leave = -1.0
                continue
            t0, t1 = (low - a) / b, (high - a) / b
            enter, leave = max(enter, min(t0, t1)), min(leave, max(t0, t1))
        if enter <= leave and enter < first:
            first, number = enter, k
    return number


@kernel(fastmath=True)
def _landing_step(s: Seven, h: float, after: float, axis: Vec, medium: Medium, shape: Contour) -> tuple[Seven, float]:
    """Shorten the last step by regula falsi (Illinois) until the ball is on the ground."""
    low, f_low, high, f_high = 0.0, _above(s, shape), h, after
    best = _step(s, h, axis, medium, shape)
    part = h
    for _ in range(30):
        part = (low * f_high - high * f_low) / (f_high - f_low)
        best = _step(s, part, axis, medium, shape)
        left = _above(best, shape)
        if abs(left) < 1e-7:
            break
        if left * f_high < 0.0:
            low, f_low = high, f_high
        else:
            f_low *= 0.5
        high, f_high = part, left
    return best, part


@kernel(nogil=True, fastmath=True)
def _fly_many(
    velocity: Vec,
    spin: Vec,
    medium: Medium,
    gusts: Vec,
    shape: Contour,
    walls: Vec,
    step_s: float,
    out: Landed,
    path: Vec,
    points: Index,
) -> None:
    record = path.shape[1] > 0
    axis, air = np.zeros(3), medium
    for i in range(velocity.shape[0]):
        if gusts.shape[0] > 0:
            air = Medium(
                medium.density, medium.viscosity, medium.wind_x + gusts[i, 0], medium.wind_y + gusts[i, 1],
                medium.roughness, medium.per_log, medium.drag, medium.lift,
            )  # fmt: skip
        rate = math.sqrt(spin[i, 0] ** 2 + spin[i, 1] ** 2 + spin[i, 2] ** 2)
        for k in range(3):
            axis[k] = spin[i, k] / rate if rate > 1e-9 else 0.0
        s = (0.0, 0.0, 0.0, velocity[i, 0], velocity[i, 1], velocity[i, 2], rate)
        time, apex, count = 0.0, 0.0, 0
        if record:
            path[i, 0, :] = 0.0
            count = 1
        # Against a rise it has to start steeper than the ground does.
        steep = max(shape.rise_m, 0.0) / shape.climb_m * max(velocity[i, 0], 0.0)
        while velocity[i, 2] > steep and time < MAX_FLIGHT_S:
            ahead = _step(s, step_s, axis, air, shape)
            wall = _struck(s, ahead, walls) if walls.shape[0] > 0 else -1
            if wall >= 0:
                # It drops at the foot.
                out.struck[i] = wall
                apex = max(apex, s[2])
                s = (max(walls[wall, 0], 0.0), s[1], s[2], 0.0, 0.0, 0.0, 0.0)
                break
            if ahead[5] <= 0.0 < s[5]:
                # Apex inside the step: the height is a parabola there to within a millimetre.
                apex = max(apex, s[2] + 0.5 * s[5] * step_s * s[5] / (s[5] - ahead[5]))
            if _above(ahead, shape) <= 0.0:
                if _above(s, shape) > 0.0:
                    s, part = _landing_step(s, step_s, _above(ahead, shape), axis, air, shape)
                else:
                    # Up and down inside the first step: halve until the rise is resolved, then land.
                    short = step_s
                    while _above(_step(s, short, axis, air, shape), shape) <= 0.0 and short > 1e-5:
                        short *= 0.5
                    risen = _step(s, short, axis, air, shape)
                    left = step_s - short
                    apex = max(apex, risen[2])
                    after = _above(_step(risen, left, axis, air, shape), shape)
                    s, part = _landing_step(risen, left, after, axis, air, shape)
                    part += short
                time += part
                break
            s = ahead
            time += step_s
            if record and count < path.shape[1] - 1:
                path[i, count, 0], path[i, count, 1], path[i, count, 2] = s[0], s[1], s[2]
                count += 1
        ground = height_at(s[0], s[1], shape)
        if record:
            path[i, count, 0], path[i, count, 1], path[i, count, 2] = s[0], s[1], ground
            points[i] = count + 1
        out.place[i, 0], out.place[i, 1], out.place[i, 2] = s[0], s[1], ground
        out.velocity[i, 0], out.velocity[i, 1], out.velocity[i, 2] = s[3], s[4], s[5]
        for k in range(3):
            out.spin[i, k] = axis[k] * s[6]
        out.time[i], out.apex[i] = time, apex


FEWEST_TO_SHARE = 512
"""Below this many balls, threads cost more than they bring."""


@lru_cache(maxsize=4)
def _pool(workers: int) -> ThreadPoolExecutor:
    """The threads, kept: starting them anew costs more than a scatter of chips."""
    return ThreadPoolExecutor(workers, thread_name_prefix="flight")


def share_out(part: Callable[[slice], None], count: int, workers: int) -> None:
    """Run `part` on slices of a batch of `count`, in threads where that pays."""
    if workers <= 1 or count < FEWEST_TO_SHARE:
        part(slice(0, count))
        return
    edges = np.linspace(0, count, workers + 1).astype(int)
    list(_pool(workers).map(part, [slice(a, b) for a, b in pairwise(edges)]))


class Flights(NamedTuple):
    """Where each flight comes back to the ground. Arrays (n, 3) or (n,), SI.

    `path` (n, k, 3) with `points` valid rows each, empty unless it was asked for. `struck` is the number of the wall
    a ball flew into, -1 if none.
    """

    landing: Vec
    velocity: Vec
    spin: Vec
    flight_s: Vec
    apex_m: Vec
    path: Vec
    points: Index
    struck: Index

    def take(self, index: Index) -> Flights:
        """Pick flights."""
        return Flights(
            self.landing[index],
            self.velocity[index],
            self.spin[index],
            self.flight_s[index],
            self.apex_m[index],
            self.path[index],
            self.points[index],
            self.struck[index],
        )


NO_WALLS = np.zeros((0, 6))
NO_GUSTS = np.zeros((0, 2))


def medium_of(air: Air, wind: Wind, drag_scale: float = 1.0, lift_scale: float = 1.0) -> Medium:
    """Air and wind as the kernel takes them; the scales switch drag and lift off for closed-form checks."""
    per_log = 1.0 / math.log((wind.height_m + wind.roughness_m) / wind.roughness_m)
    numbers = (air.density, air.viscosity, wind.x_m_s, wind.y_m_s, wind.roughness_m, per_log, drag_scale, lift_scale)
    return Medium(*map(float, numbers))


def fly(
    velocity: Vec,
    spin: Vec,
    air: Air,
    wind: Wind = CALM,
    *,
    record: bool = False,
    workers: int = 1,
    step_s: float = STEP_S,
    drag_scale: float = 1.0,
    lift_scale: float = 1.0,
    contour: Contour = LEVEL_GROUND,
    walls: Vec = NO_WALLS,
    gusts: Vec = NO_GUSTS,
) -> Flights:
    """Fly a batch: `velocity` (n, 3) in m/s and `spin` (n, 3) in rad/s, to the ground.

    `contour` is the shape of the ground. `walls` (k, 6) are boxes x0, x1, y0, y1, z0, z1 (m) in the way: a ball that
    flies into one drops at its foot. `gusts` (n, 2) are what each
    ball meets besides the mean wind, m/s at the reading height. Heights count from the ground below the ball.

    A ball struck along or into the ground (no upward speed) lands where it lies. The kernel lets go of the
    interpreter's lock, so `workers` > 1 shares a large batch between threads. A longer `step_s` trades accuracy for
    speed (see COARSE_STEP_S).
    """
    velocity, spin = np.ascontiguousarray(velocity, float), np.ascontiguousarray(spin, float)
    count = velocity.shape[0]
    length = int(MAX_FLIGHT_S / STEP_S) + 2 if record else 0
    out = Landed.empty(count)
    path, points = np.zeros((count, length, 3)), np.zeros(count, dtype=np.int64)
    medium = medium_of(air, wind, drag_scale, lift_scale)
    shape = contour.for_kernel()

    def part(rows: slice) -> None:
        blown = gusts[rows] if len(gusts) else gusts
        _fly_many(
            velocity[rows], spin[rows], medium, blown, shape, walls, step_s, out.of(rows), path[rows], points[rows]
        )

    share_out(part, count, workers)
    return Flights(out.place, out.velocity, out.spin, out.time, out.apex, path, points, out.struck)
