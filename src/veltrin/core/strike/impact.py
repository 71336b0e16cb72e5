"""The blow: a rigid oblique impact in which the ball slides on the face or grips it.

Sources: Cross & Dewhurst, Eur. J. Phys. 39 (2018) on tangential compliance; Penner, Rep. Prog. Phys. 66 (2003)
131, review. Both from memory.
"""

from __future__ import annotations

import math
from typing import NamedTuple

from veltrin.core.constants import BALL_MASS_KG, BALL_RADIUS_M, INERTIA_FACTOR
from veltrin.core.geometry import Three, Vec
from veltrin.core.kernels import LOOSE, kernel


class Launch(NamedTuple):
    """What leaves the face: velocity (m/s) and spin vector (rad/s), both (n, 3)."""

    velocity: Vec
    spin: Vec


@kernel(fastmath=LOOSE)
def restitution(normal_speed: float, at_rest: float, slope: float, restitution_factor: float) -> float:
    """Coefficient of restitution, falling linearly with the normal speed (m/s), never below 0.6.

    `restitution_factor`: of this ball, 1 for one as warm as stock carries are stated for.
    """
    return max(at_rest - slope * normal_speed, 0.6) * restitution_factor


@kernel(fastmath=LOOSE)
def grip_restitution(normal_speed: float, gear_loss: float) -> float:
    """Tangential restitution e_t of a ball that grips: 0.40 in a chip falling to 0.20 in a full iron.

    Woods lose `gear_loss` on top, as their deep heads turn under the blow.
    """
    held = 0.40 - 0.20 * min(max((normal_speed - 8.0) / 27.0, 0.0), 1.0)
    return held - gear_loss * min(max(normal_speed / 40.0, 0.0), 1.0)


@kernel(fastmath=LOOSE)
def struck(
    path: Three, face: Three, speed: float, head_mass: float, e_normal: float, e_grip: float, friction: float
) -> tuple[Three, Three, bool]:
    """Ball velocity and spin after a blow at `speed` (m/s) along unit `path` with unit face normal `face`, and whether
    it slid.

    u_n = (1 + e) v_n / (1 + m/M) along the face normal, u_t = min((1 + e_t) v_t / (7/2 + m/M), mu u_n)
    along the face; spin = 5/2 u_t / r. Friction can't push harder than mu times the normal blow: then the
    ball slides. The ball leaves the normal towards the path.
    """
    ratio = BALL_MASS_KG / head_mass
    a, b, c = face
    normal_part = path[0] * a + path[1] * b + path[2] * c
    x, y, z = path[0] - a * normal_part, path[1] - b * normal_part, path[2] - c * normal_part
    length = math.sqrt(x * x + y * y + z * z)
    share = 1.0 / length if length > 1e-12 else 1.0
    x, y, z = x * share, y * share, z * share
    u_n = (1.0 + e_normal) * speed * normal_part / (1.0 + ratio)
    grip = (1.0 + e_grip) * speed * length / (1.0 + 1.0 / INERTIA_FACTOR + ratio)
    limit = friction * u_n
    u_t = min(grip, limit)
    rate = u_t / (INERTIA_FACTOR * BALL_RADIUS_M)
    velocity = (a * u_n + x * u_t, b * u_n + y * u_t, c * u_n + z * u_t)
    return velocity, ((c * y - b * z) * rate, (a * z - c * x) * rate, (b * x - a * y) * rate), grip > limit
