"""Delivery: club-head velocity and face in the level frame of the shot line, from set-up and slope."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from veltrin.core.geometry import Three, Vec, azimuth, elevation
from veltrin.core.ground.slope import axes_of
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.strike.setup import ATTACK_ASKED, FACE_TURN, PATH_ASKED, TILT_FALL, TILT_SIDE


class Delivery(NamedTuple):
    """Unit path and face normal (n, 3) at the ball, effective bounce against the ground (n,), and angles (rad)."""

    path: Vec
    face: Vec
    effective_bounce: Vec

    @property
    def delivered_loft(self) -> Vec:
        """Loft of the face above the horizontal."""
        return elevation(self.face)

    @property
    def face_azimuth(self) -> Vec:
        """Where the face looks, left positive."""
        return azimuth(self.face)

    @property
    def spin_loft(self) -> Vec:
        """Angle between face normal and path."""
        return np.asarray(np.arccos(np.clip(np.sum(self.path * self.face, axis=1), -1.0, 1.0)))


@kernel(fastmath=LOOSE)
def delivered(shown: Three, setup: Vec, lie: float) -> tuple[Three, Three]:
    """Turn path and face with the body, then by what the ball's place adds; `shown`: the face as it is presented.

    In the body's frame the ball lies back by what the set-up gave it, so the club meets it earlier on its arc:
    path and face are both turned down by that arc angle, and, as the arc lies in the plane of the shaft, to the right
    by the angle over the tangent of that plane: a ball struck back in the stance starts right. The whole is then laid
    on to the slope as far as the body follows it. Where ball place makes up all the body missed, the blow meets the
    *ground* as stock does.
    """
    turned = setup[FACE_TURN]
    along, left, up = axes_of(setup[TILT_FALL], setup[TILT_SIDE])
    to_right = turned / math.tan(lie)
    attack, across = setup[ATTACK_ASKED] - turned, setup[PATH_ASKED] - to_right
    x, y, z = math.cos(attack) * math.cos(across), math.cos(attack) * math.sin(across), math.sin(attack)
    cos, sin = math.cos(to_right), -math.sin(to_right)
    a, b, c = shown[0] * cos - shown[1] * sin, shown[0] * sin + shown[1] * cos, shown[2]
    path = (
        along[0] * x + left[0] * y + up[0] * z,
        along[1] * x + left[1] * y + up[1] * z,
        along[2] * x + left[2] * y + up[2] * z,
    )
    face = (
        along[0] * a + left[0] * b + up[0] * c,
        along[1] * a + left[1] * b + up[1] * c,
        along[2] * a + left[2] * b + up[2] * c,
    )
    return path, face
