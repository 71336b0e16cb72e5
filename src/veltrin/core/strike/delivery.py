"""Delivery: club-head velocity and face in the level frame of the shot line, from set-up and slope."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from veltrin.core.geometry import Vec, azimuth, elevation, turn_about_z, vectors
from veltrin.core.ground import ground_frame
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
    attack = setup.attack - setup.face_turn
    to_right = setup.face_turn / np.tan(clubs.lie)
    along = setup.path - to_right
    path = vectors(np.cos(attack) * np.cos(along), np.cos(attack) * np.sin(along), np.sin(attack))
    frame = ground_frame(setup.tilt_fall, setup.tilt_side)
    face = np.einsum("nij,nj->ni", frame, turn_about_z(shown.face_normal, -to_right))
    # The sole meets the ground, not the body's own level: what the body missed of the fall comes back as bounce.
    bounce = shown.effective_bounce_rad + setup.missed_fall
    return Delivery(np.einsum("nij,nj->ni", frame, path), face, bounce)
