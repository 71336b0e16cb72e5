"""Delivery: club-head velocity and face in the level frame of the shot line, from set-up and slope."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from veltrin.core.geometry import Vec, azimuth, elevation, rows
from veltrin.core.ground.slope import axes_of
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.kit import present
from veltrin.core.strike.setup import Setup
from veltrin.core.strike.stroke import ClubArrays


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
def _deliver(shown: Vec, numbers: Vec, path: Vec, face: Vec) -> None:
    """Path and face from the body's frame into the level one, stroke by stroke.

    `shown` (n, 3): face normals as they are presented; `numbers` (6, n): attack, turn by ball place, lie of the club,
    path, and how far the body goes along with fall and side.
    """
    for i in range(numbers.shape[1]):
        attack, turned, lie, across, fall, side = numbers[:, i]
        along, left, up = axes_of(fall, side)
        to_right = turned / math.tan(lie)
        attack, across = attack - turned, across - to_right
        x, y, z = math.cos(attack) * math.cos(across), math.cos(attack) * math.sin(across), math.sin(attack)
        cos, sin = math.cos(to_right), -math.sin(to_right)
        a, b, c = shown[i, 0] * cos - shown[i, 1] * sin, shown[i, 0] * sin + shown[i, 1] * cos, shown[i, 2]
        for k in range(3):
            path[i, k] = along[k] * x + left[k] * y + up[k] * z
            face[i, k] = along[k] * a + left[k] * b + up[k] * c


def deliver(clubs: ClubArrays, setup: Setup, shut: Vec | float = 0.0) -> Delivery:
    """Turn path and face with the body, then by what the ball's place adds.

    In the body's frame the ball lies back by what the set-up gave it, so the club meets it earlier on its arc:
    path and face are both turned down by that arc angle, and, as the arc lies in the plane of the shaft, to the right
    by the angle over the tangent of that plane: a ball struck back in the stance starts right. The whole is then laid
    on to the slope as far as the body follows it. Where ball place makes up all the body missed, the blow meets the
    *ground* as stock does. `shut` is how far something outside, grass at the hosel, closes the face (rad).
    """
    shown = present(
        clubs.loft,
        clubs.lie,
        clubs.bounce,
        open_rad=setup.open - shut,
        lean_rad=setup.lean + setup.face_turn,
        handle_rad=setup.handle,
    )
    count = len(shown.face_normal)
    told = (setup.attack, setup.face_turn, clubs.lie, setup.path, setup.tilt_fall, setup.tilt_side)
    path, face = np.empty((count, 3)), np.empty((count, 3))
    _deliver(shown.face_normal, rows(count, *told), path, face)
    # The sole meets the ground, not the body's own level: what the body missed of the fall comes back as bounce.
    bounce = shown.effective_bounce_rad + setup.missed_fall
    return Delivery(path, face, bounce)
