"""The blow: a rigid oblique impact in which the ball slides on the face or grips it.

Sources: Cross & Dewhurst, Eur. J. Phys. 39 (2018) on tangential compliance; Penner, Rep. Prog. Phys. 66 (2003)
131, review. Both from memory.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.constants import BALL_MASS_KG, BALL_RADIUS_M, INERTIA_FACTOR
from veltrin.core.geometry import Mask, Vec, cross
from veltrin.core.ground import CLEAN_DRY_FRICTION


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
    friction: ArrayLike = CLEAN_DRY_FRICTION,
) -> Launch:
    """Ball velocity and spin after a blow at `speed` (m/s) along unit `path` with unit face normal `face`.

    u_n = (1 + e) v_n / (1 + m/M) along the face normal, u_t = min((1 + e_t) v_t / (7/2 + m/M), mu u_n)
    along the face; spin = 5/2 u_t / r. Friction can't push harder than mu times the normal blow: then the
    ball slides. The ball leaves the normal towards the path.
    """
    ratio = BALL_MASS_KG / head_mass
    normal_part = np.sum(path * face, axis=1)
    v_n = speed * normal_part
    along_face = path - face * normal_part[:, None]
    length = np.linalg.norm(along_face, axis=1)
    direction = along_face / np.where(length > 1e-12, length, 1.0)[:, None]
    u_n = (1.0 + e_normal) * v_n / (1.0 + ratio)
    grip = (1.0 + e_grip) * speed * length / (1.0 + 1.0 / INERTIA_FACTOR + ratio)
    limit = np.asarray(friction) * u_n
    u_t = np.minimum(grip, limit)
    velocity = face * u_n[:, None] + direction * u_t[:, None]
    spin_rate = u_t / (INERTIA_FACTOR * BALL_RADIUS_M)
    spin = cross(-face, direction) * spin_rate[:, None]
    return Launch(velocity, spin, grip > limit)
