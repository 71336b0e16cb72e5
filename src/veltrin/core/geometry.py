"""Turning vectors in 3-D. All functions are batched: scalars or arrays of shape (n,) in, (n, 3) out."""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

Vec = NDArray[np.float64]
Index = NDArray[np.integer[Any]]
Mask = NDArray[np.bool_]


def vectors(x: ArrayLike, y: ArrayLike, z: ArrayLike) -> Vec:
    """Stack components, broadcast against one another, into an (n, 3) array."""
    return np.asarray(np.stack(np.broadcast_arrays(*(np.atleast_1d(np.asarray(c, float)) for c in (x, y, z))), axis=-1))


def turn(v: Vec, axis: Vec, angle_rad: ArrayLike) -> Vec:
    """Rotate `v` (n, 3) about unit `axis` (n, 3) by `angle_rad` (n,), right-handed (Rodrigues)."""
    angle = np.atleast_1d(np.asarray(angle_rad, float))[:, None]
    along = np.sum(axis * v, axis=1, keepdims=True)
    return np.asarray(v * np.cos(angle) + np.cross(axis, v) * np.sin(angle) + axis * along * (1.0 - np.cos(angle)))


def turn_about_x(v: Vec, angle_rad: ArrayLike) -> Vec:
    """Rotate about the target axis: y goes towards z."""
    return turn(v, np.broadcast_to([1.0, 0.0, 0.0], v.shape), angle_rad)


def turn_about_y(v: Vec, angle_rad: ArrayLike) -> Vec:
    """Rotate about the lateral axis: z goes towards x, so a positive angle takes loft off a face."""
    return turn(v, np.broadcast_to([0.0, 1.0, 0.0], v.shape), angle_rad)


def turn_about_z(v: Vec, angle_rad: ArrayLike) -> Vec:
    """Rotate about the vertical: x goes towards y, so a positive angle turns to the left."""
    return turn(v, np.broadcast_to([0.0, 0.0, 1.0], v.shape), angle_rad)


def elevation(v: Vec) -> Vec:
    """Angle above the horizontal (rad), shape (n,)."""
    return np.asarray(np.arctan2(v[:, 2], np.hypot(v[:, 0], v[:, 1])))


def azimuth(v: Vec) -> Vec:
    """Angle from x towards y, left positive (rad), shape (n,)."""
    return np.asarray(np.arctan2(v[:, 1], v[:, 0]))
