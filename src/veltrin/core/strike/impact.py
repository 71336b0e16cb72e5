"""The blow: a rigid oblique impact in which the ball slides on the face or grips it.

Sources: Cross & Dewhurst, Eur. J. Phys. 39 (2018) on tangential compliance; Penner, Rep. Prog. Phys. 66 (2003)
131, review. Both from memory.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.constants import BALL_MASS_KG, BALL_RADIUS_M, INERTIA_FACTOR
from veltrin.core.geometry import Mask, Vec, rows
from veltrin.core.ground import GROUND
from veltrin.core.kernels import LOOSE, kernel


class Launch(NamedTuple):
    """What leaves the face: velocity (m/s) and spin vector (rad/s), both (n, 3); `slid`: never gripped."""

    velocity: Vec
    spin: Vec
    slid: Mask


def restitution(normal_speed: ArrayLike, at_rest: ArrayLike, slope: ArrayLike, restitution_factor: float = 1.0) -> Vec:
    """Coefficient of restitution, falling linearly with the normal speed (m/s), never below 0.6.

    `restitution_factor`: of this ball, 1 for one as warm as stock carries are stated for.
    """
    lively = np.maximum(np.asarray(at_rest) - np.asarray(slope) * np.asarray(normal_speed), 0.6)
    return np.asarray(lively * restitution_factor)


def grip_restitution(normal_speed: ArrayLike, gear_loss: ArrayLike = 0.0) -> Vec:
    """Tangential restitution e_t of a ball that grips: 0.40 in a chip falling to 0.20 in a full iron.

    Woods lose `gear_loss` on top, as their deep heads turn under the blow.
    """
    speed = np.asarray(normal_speed, float)
    held = np.interp(speed, [8.0, 35.0], [0.40, 0.20])
    return np.asarray(held - np.asarray(gear_loss) * np.clip(speed / 40.0, 0.0, 1.0))


def strike_ball(
    path: Vec,
    face: Vec,
    speed: Vec,
    head_mass: Vec,
    e_normal: Vec,
    e_grip: Vec,
    friction: ArrayLike = GROUND.grass.clean_friction,
) -> Launch:
    """Ball velocity and spin after a blow at `speed` (m/s) along unit `path` with unit face normal `face`.

    u_n = (1 + e) v_n / (1 + m/M) along the face normal, u_t = min((1 + e_t) v_t / (7/2 + m/M), mu u_n)
    along the face; spin = 5/2 u_t / r. Friction can't push harder than mu times the normal blow: then the
    ball slides. The ball leaves the normal towards the path.
    """
    count = len(path)
    velocity, spin, slid = np.empty((count, 3)), np.empty((count, 3)), np.empty(count, dtype=np.bool_)
    _strike(path, face, rows(count, speed, head_mass, e_normal, e_grip, friction), velocity, spin, slid)
    return Launch(velocity, spin, slid)


@kernel(fastmath=LOOSE)
def _strike(path: Vec, face: Vec, numbers: Vec, velocity: Vec, spin: Vec, slid: Mask) -> None:
    """Every blow; `numbers` (5, n): speed, head mass, restitution along and across the normal, friction."""
    for i in range(numbers.shape[1]):
        speed, head_mass, e_normal, e_grip, friction = numbers[:, i]
        ratio = BALL_MASS_KG / head_mass
        a, b, c = face[i, 0], face[i, 1], face[i, 2]
        normal_part = path[i, 0] * a + path[i, 1] * b + path[i, 2] * c
        x, y, z = path[i, 0] - a * normal_part, path[i, 1] - b * normal_part, path[i, 2] - c * normal_part
        length = math.sqrt(x * x + y * y + z * z)
        share = 1.0 / length if length > 1e-12 else 1.0
        x, y, z = x * share, y * share, z * share
        u_n = (1.0 + e_normal) * speed * normal_part / (1.0 + ratio)
        grip = (1.0 + e_grip) * speed * length / (1.0 + 1.0 / INERTIA_FACTOR + ratio)
        limit = friction * u_n
        u_t = min(grip, limit)
        slid[i] = grip > limit
        velocity[i, 0], velocity[i, 1], velocity[i, 2] = a * u_n + x * u_t, b * u_n + y * u_t, c * u_n + z * u_t
        rate = u_t / (INERTIA_FACTOR * BALL_RADIUS_M)
        spin[i, 0], spin[i, 1], spin[i, 2] = (c * y - b * z) * rate, (a * z - c * x) * rate, (b * x - a * y) * rate
