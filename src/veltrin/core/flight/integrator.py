"""The batched integrator: fourth-order Runge-Kutta on position, velocity and spin rate, compiled.

The spin axis stays where impact put it; the rate decays,
d omega/dt = -2e-5 omega v / r (Smits & Smith 1994, from memory).
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import NamedTuple

import numpy as np

from veltrin.core.air import CALM, Air, Wind
from veltrin.core.constants import BALL_AREA_M2, BALL_MASS_KG, BALL_RADIUS_M, GRAVITY_M_S2
from veltrin.core.flight.aero import FLIGHT, FlightCoefficients, drag_coefficient, lift_coefficient
from veltrin.core.flight.contour import LEVEL_GROUND, Contour, height_at
from veltrin.core.flight.threads import share_out
from veltrin.core.geometry import Index, Three, Two, Vec
from veltrin.core.kernels import LOOSE, kernel

STEP_S = 0.05
"""Step that keeps the carry of any real shot within a millimetre or two of a reference integrator (tests)."""

COARSE_STEP_S = 0.12
"""Step for the many strikes of a scatter: within two centimetres of the fine one (tests)."""

MAX_FLIGHT_S = 15.0

Seven = tuple[float, float, float, float, float, float, float]

LANES = 8
"""Balls that are flown side by side: two of the processor's wide numbers, or one of its widest."""

AHEAD, ABOVE, AXIS, BLOWN = 7 * LANES, 14 * LANES, 15 * LANES, 18 * LANES
"""Where in the lanes' numbers what is ahead begins, and so on (see fly_many). In one array: what lies at fixed
distances is seen not to overlap."""

LEAST_SPEED2 = 1e-18
"""Slower than the root of this (m/s) through the air, a ball has no direction to be held up in."""


class Medium(NamedTuple):
    """Air and wind for the kernel: density (kg/m^3), viscosity (Pa s), wind at its reading height (m/s), roughness (m),
    1 / ln of the reading height over it, what drag and lift are multiplied with, and what they are set by.
    """

    density: float
    viscosity: float
    wind_x: float
    wind_y: float
    roughness: float
    per_log: float
    drag: float
    lift: float
    coefficients: FlightCoefficients


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


@kernel(inline="always", fastmath=LOOSE)
def _profile(height: float, medium: Medium) -> float:
    """Wind at a height above the ground over the wind at its reading height: a logarithm, which goes up to 13 or so.

    By four roots and five terms of the series of ln((1 + y) / (1 - y)), to five digits: unlike the library's logarithm
    that is worked out for many balls at once.
    """
    over = (max(height, 0.0) + medium.roughness) / medium.roughness
    root = math.sqrt(math.sqrt(math.sqrt(math.sqrt(over))))
    y = (root - 1.0) / (root + 1.0)
    y2 = y * y
    return 32.0 * y * (1.0 + y2 * (1 / 3 + y2 * (1 / 5 + y2 * (1 / 7 + y2 * (1 / 9))))) * medium.per_log


@kernel(inline="always", fastmath=LOOSE)
def _slope(
    wind_x: float, wind_y: float, u: float, v: float, w: float, rate: float, axis: Three, medium: Medium
) -> tuple[float, float, float, float]:
    """Acceleration (3) and change of spin rate."""
    ax, ay, az = u - wind_x, v - wind_y, w
    # In air that moves with it a ball has no direction: what little it is moved by is lost in the noise.
    speed = math.sqrt(max(ax * ax + ay * ay + az * az, LEAST_SPEED2))
    ratio = BALL_RADIUS_M * rate / speed
    pressure = 0.5 * medium.density * BALL_AREA_M2 / BALL_MASS_KG * speed
    reynolds = medium.density * speed * 2.0 * BALL_RADIUS_M / medium.viscosity
    drag = medium.drag * pressure * drag_coefficient(reynolds, ratio, medium.coefficients)
    lift = medium.lift * pressure * lift_coefficient(reynolds, ratio, medium.coefficients)
    return (
        -drag * ax + lift * (axis[1] * az - axis[2] * ay),
        -drag * ay + lift * (axis[2] * ax - axis[0] * az),
        -drag * az + lift * (axis[0] * ay - axis[1] * ax) - GRAVITY_M_S2,
        -medium.drag * medium.coefficients.spin_decay * rate * speed / BALL_RADIUS_M,
    )


@kernel(inline="always", fastmath=LOOSE)
def _above(s: Seven, shape: Contour) -> float:
    """Height above the ground (m)."""
    return float(s[2] - height_at(s[0], s[1], shape))


@kernel(inline="always", fastmath=LOOSE)
def _step(s: Seven, h: float, axis: Three, blown: Two, is_windy: bool, medium: Medium, shape: Contour) -> Seven:
    """A step of `h` s; `blown` is the wind at its reading height."""
    x, y, z, u, v, w, rate = s
    k = 0.5 * h
    begin = middle = end = 0.0
    if is_windy:
        # Height changes little inside a step: its two looks at the middle share one.
        begin = _profile(_above(s, shape), medium)
        middle = _profile(z + k * w - height_at(x + k * u, y + k * v, shape), medium)
    a1, b1, c1, d1 = _slope(blown[0] * begin, blown[1] * begin, u, v, w, rate, axis, medium)
    u2, v2, w2 = u + k * a1, v + k * b1, w + k * c1
    mx, my = blown[0] * middle, blown[1] * middle
    a2, b2, c2, d2 = _slope(mx, my, u2, v2, w2, rate + k * d1, axis, medium)
    u3, v3, w3 = u + k * a2, v + k * b2, w + k * c2
    a3, b3, c3, d3 = _slope(mx, my, u3, v3, w3, rate + k * d2, axis, medium)
    u4, v4, w4 = u + h * a3, v + h * b3, w + h * c3
    if is_windy:
        end = _profile(z + h * w3 - height_at(x + h * u3, y + h * v3, shape), medium)
    a4, b4, c4, d4 = _slope(blown[0] * end, blown[1] * end, u4, v4, w4, rate + h * d3, axis, medium)
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


@kernel(fastmath=LOOSE)
def _one_step(s: Seven, h: float, axis: Three, blown: Two, medium: Medium, shape: Contour) -> Seven:
    """The same for one ball."""
    return _step(s, h, axis, blown, blown[0] != 0.0 or blown[1] != 0.0, medium, shape)


@kernel(inline="always")
def _lane(lanes: Vec, i: int) -> Seven:
    """What a lane is; from AHEAD + i on, what it is a step ahead."""
    return (
        lanes[i], lanes[LANES + i], lanes[2 * LANES + i], lanes[3 * LANES + i], lanes[4 * LANES + i],
        lanes[5 * LANES + i], lanes[6 * LANES + i],
    )  # fmt: skip


def _steps_of(is_windy: bool) -> Callable[[Vec, float, Medium, Contour], None]:
    """A step of every lane, from what it is now to what it is ahead (see fly_many): in wind, where each lane has its
    own, or in still air.
    """

    @kernel(fastmath=LOOSE)
    def steps(lanes: Vec, h: float, medium: Medium, shape: Contour) -> None:
        # Written out: a helper that takes the array would be called for every lane.
        for i in range(LANES):
            s = (
                lanes[i], lanes[LANES + i], lanes[2 * LANES + i], lanes[3 * LANES + i], lanes[4 * LANES + i],
                lanes[5 * LANES + i], lanes[6 * LANES + i],
            )  # fmt: skip
            axis = (lanes[AXIS + i], lanes[AXIS + LANES + i], lanes[AXIS + 2 * LANES + i])
            x, y, z, u, v, w, rate = _step(
                s, h, axis, (lanes[BLOWN + i], lanes[BLOWN + LANES + i]), is_windy, medium, shape
            )
            at = AHEAD + i
            lanes[at], lanes[at + LANES], lanes[at + 2 * LANES] = x, y, z
            lanes[at + 3 * LANES], lanes[at + 4 * LANES], lanes[at + 5 * LANES] = u, v, w
            lanes[at + 6 * LANES] = rate
            lanes[ABOVE + i] = z - height_at(x, y, shape)

    return steps


_calm_steps, _windy_steps = _steps_of(False), _steps_of(True)


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


@kernel(fastmath=LOOSE)
def _landing_step(
    s: Seven, h: float, after: float, axis: Three, blown: Two, medium: Medium, shape: Contour
) -> tuple[Seven, float]:
    """Shorten the last step by regula falsi (Illinois) until the ball is on the ground."""
    low, f_low, high, f_high = 0.0, _above(s, shape), h, after
    best, part = s, h
    for _ in range(30):
        part = (low * f_high - high * f_low) / (f_high - f_low)
        best = _one_step(s, part, axis, blown, medium, shape)
        left = _above(best, shape)
        if abs(left) < 1e-7:
            break
        if left * f_high < 0.0:
            low, f_low = high, f_high
        else:
            f_low *= 0.5
        high, f_high = part, left
    return best, part


@kernel(fastmath=LOOSE)
def _come_down(
    s: Seven, h: float, after: float, axis: Three, blown: Two, medium: Medium, shape: Contour
) -> tuple[Seven, float, float]:
    """The step that ends `after` (m) below the ground, up to the ground: the ball, its time, its height if it rose."""
    if _above(s, shape) > 0.0:
        best, part = _landing_step(s, h, after, axis, blown, medium, shape)
        return best, part, s[2]
    # Up and down inside the first step: halve until the rise is resolved, then land.
    short = h
    risen = s
    while short > 1e-5:
        risen = _one_step(s, short, axis, blown, medium, shape)
        if _above(risen, shape) > 0.0:
            break
        short *= 0.5
    left = h - short
    below = _above(_one_step(risen, left, axis, blown, medium, shape), shape)
    best, part = _landing_step(risen, left, below, axis, blown, medium, shape)
    return best, part + short, risen[2]


@kernel(inline="always")
def _write(
    n: int, s: Seven, time: float, apex: float, spin: Vec, shape: Contour, out: Landed, path: Vec, points: Index
) -> None:
    """Where a ball came down; the last point of its path."""
    ground = height_at(s[0], s[1], shape)
    if path.shape[1] > 0:
        last = points[n]
        path[n, last, 0], path[n, last, 1], path[n, last, 2] = s[0], s[1], ground
        points[n] = last + 1
    else:
        points[n] = 0
    out.place[n, 0], out.place[n, 1], out.place[n, 2] = s[0], s[1], ground
    out.velocity[n, 0], out.velocity[n, 1], out.velocity[n, 2] = s[3], s[4], s[5]
    rate = math.sqrt(spin[n, 0] ** 2 + spin[n, 1] ** 2 + spin[n, 2] ** 2)
    for k in range(3):
        out.spin[n, k] = spin[n, k] / rate * s[6] if rate > 1e-9 else 0.0
    out.time[n], out.apex[n] = time, apex


@kernel(nogil=True, fastmath=LOOSE)
def fly_many(
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
    """Fly all balls, LANES at a time: where one has landed the next takes its lane.

    `lanes` holds position, velocity and spin rate of all lanes, number by number; from AHEAD on the same a step ahead;
    then the height above the ground there, the spin axis, the wind. So a step of all lanes is done in wide sums.
    """
    record, has_gusts = path.shape[1] > 0, gusts.shape[0] > 0
    is_windy = has_gusts or medium.wind_x != 0.0 or medium.wind_y != 0.0
    lanes = np.zeros(BLOWN + 2 * LANES)
    ball, time, apex = np.full(LANES, -1), np.zeros(LANES), np.zeros(LANES)
    count, upcoming, flying = velocity.shape[0], 0, 0
    while upcoming < count or flying > 0:
        for i in range(LANES):
            while ball[i] < 0 and upcoming < count:
                n = upcoming
                upcoming += 1
                rate = math.sqrt(spin[n, 0] ** 2 + spin[n, 1] ** 2 + spin[n, 2] ** 2)
                for k in range(3):
                    lanes[k * LANES + i] = 0.0
                    lanes[(3 + k) * LANES + i] = velocity[n, k]
                    lanes[AXIS + k * LANES + i] = spin[n, k] / rate if rate > 1e-9 else 0.0
                lanes[6 * LANES + i] = rate
                lanes[BLOWN + i] = medium.wind_x + (gusts[n, 0] if has_gusts else 0.0)
                lanes[BLOWN + LANES + i] = medium.wind_y + (gusts[n, 1] if has_gusts else 0.0)
                time[i], apex[i] = 0.0, 0.0
                if record:
                    path[n, 0, :] = 0.0
                points[n] = 1
                # Against a rise it has to start steeper than the ground does.
                steep = max(shape.rise_m, 0.0) / shape.climb_m * max(velocity[n, 0], 0.0)
                if velocity[n, 2] > steep:
                    ball[i] = n
                    flying += 1
                else:
                    _write(n, _lane(lanes, i), 0.0, 0.0, spin, shape, out, path, points)
        if is_windy:
            _windy_steps(lanes, step_s, medium, shape)
        else:
            _calm_steps(lanes, step_s, medium, shape)
        for i in range(LANES):
            n = ball[i]
            if n < 0:
                continue
            up, above = lanes[5 * LANES + i], lanes[ABOVE + i]
            wall = _struck(_lane(lanes, i), _lane(lanes, AHEAD + i), walls) if walls.shape[0] > 0 else -1
            if wall < 0 and lanes[AHEAD + 5 * LANES + i] <= 0.0 < up:
                # Apex inside the step: the height is a parabola there to within a millimetre.
                risen = lanes[2 * LANES + i] + 0.5 * up * step_s * up / (up - lanes[AHEAD + 5 * LANES + i])
                apex[i] = max(apex[i], risen)
            if wall < 0 and above > 0.0 and time[i] + step_s < MAX_FLIGHT_S:
                time[i] += step_s
                if record and points[n] < path.shape[1] - 1:
                    for k in range(3):
                        path[n, points[n], k] = lanes[AHEAD + k * LANES + i]
                    points[n] += 1
                continue
            s = _lane(lanes, i)
            if wall >= 0:
                # It drops at the foot.
                out.struck[n] = wall
                apex[i] = max(apex[i], s[2])
                s = (max(walls[wall, 0], 0.0), s[1], s[2], 0.0, 0.0, 0.0, 0.0)
            elif above <= 0.0:
                axis = (lanes[AXIS + i], lanes[AXIS + LANES + i], lanes[AXIS + 2 * LANES + i])
                blown = (lanes[BLOWN + i], lanes[BLOWN + LANES + i])
                s, part, risen = _come_down(s, step_s, above, axis, blown, medium, shape)
                # A ball that flies into a rise is highest where it lands.
                apex[i], time[i] = max(apex[i], risen, s[2]), time[i] + part
            else:
                s, time[i] = _lane(lanes, AHEAD + i), time[i] + step_s
            _write(n, s, time[i], apex[i], spin, shape, out, path, points)
            ball[i] = -1
            flying -= 1
        lanes[:AHEAD] = lanes[AHEAD:ABOVE]


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


NO_WALLS = np.zeros((0, 6))
NO_GUSTS = np.zeros((0, 2))


def medium_of(air: Air, wind: Wind, drag_scale: float, lift_scale: float, coefficients: FlightCoefficients) -> Medium:
    """Air and wind as the kernel takes them; the scales switch drag and lift off for closed-form checks."""
    per_log = 1.0 / math.log((wind.height_m + wind.roughness_m) / wind.roughness_m)
    # Floats all of them: a kernel is compiled again for whatever else it is given.
    return Medium(
        density=float(air.density),
        viscosity=float(air.viscosity),
        wind_x=float(wind.x_m_s),
        wind_y=float(wind.y_m_s),
        roughness=float(wind.roughness_m),
        per_log=per_log,
        drag=float(drag_scale),
        lift=float(lift_scale),
        coefficients=coefficients,
    )


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
    coefficients: FlightCoefficients = FLIGHT,
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
    medium = medium_of(air, wind, drag_scale, lift_scale, coefficients)
    shape = contour.for_kernel()

    def part(rows: slice) -> None:
        blown = gusts[rows] if len(gusts) else gusts
        fly_many(
            velocity[rows], spin[rows], medium, blown, shape, walls, step_s, out.of(rows), path[rows], points[rows]
        )

    share_out(part, count, workers)
    return Flights(out.place, out.velocity, out.spin, out.time, out.apex, path, points, out.struck)
