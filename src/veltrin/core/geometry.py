"""Turning vectors in 3-D. All functions are batched: scalars or arrays of shape (n,) in, (n, 3) out.

Written out by component: the batches are small and the planner turns thousands of them, so NumPy's general
cross product and broadcasting helpers would cost several times the arithmetic.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

Vec = NDArray[np.float64]
Index = NDArray[np.integer[Any]]
Mask = NDArray[np.bool_]

Two = tuple[float, float]
Three = tuple[float, float, float]
"""Vectors inside a compiled function."""


def vectors(x: ArrayLike, y: ArrayLike, z: ArrayLike) -> Vec:
    """Put components, scalars or (n,), together as an (n, 3) array."""
    out = np.empty((length_of(x, y, z), 3))
    out[:, 0], out[:, 1], out[:, 2] = x, y, z
    return out


def rows(count: int, *values: ArrayLike) -> Vec:
    """Scalars and arrays (count,) as the rows of one array: what a kernel takes."""
    out = np.empty((len(values), count))
    for k, value in enumerate(values):
        out[k] = value
    return out


def rows_of(columns: Mapping[str, NDArray[Any]], at: Index | slice = slice(None)) -> list[dict[str, Any]]:
    """What stands by name in arrays (n,), as one set of plain numbers a place asked for."""
    told = [values[at].tolist() for values in columns.values()]
    return [dict(zip(columns, row, strict=True)) for row in zip(*told, strict=True)]


def length_of(*values: ArrayLike) -> int:
    """How many entries a batch has whose numbers are scalars or arrays (n,)."""
    return max((v.size for v in values if isinstance(v, np.ndarray)), default=1)


def cross(a: Vec, b: Vec) -> Vec:
    """Cross product of (n, 3) arrays."""
    return vectors(
        a[:, 1] * b[:, 2] - a[:, 2] * b[:, 1],
        a[:, 2] * b[:, 0] - a[:, 0] * b[:, 2],
        a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0],
    )


def turn(v: Vec, axis: Vec, angle_rad: ArrayLike) -> Vec:
    """Rotate `v` (n, 3) about unit `axis` (n, 3) by `angle_rad`, right-handed (Rodrigues)."""
    cos, sin = np.cos(angle_rad), np.sin(angle_rad)
    along = (axis[:, 0] * v[:, 0] + axis[:, 1] * v[:, 1] + axis[:, 2] * v[:, 2]) * (1.0 - cos)
    side = cross(axis, v)
    return vectors(*(v[:, k] * cos + side[:, k] * sin + axis[:, k] * along for k in range(3)))


def turn_about_z(v: Vec, angle_rad: ArrayLike) -> Vec:
    """Rotate about the vertical: x goes towards y, so a positive angle turns to the left."""
    cos, sin = np.cos(angle_rad), np.sin(angle_rad)
    return vectors(v[:, 0] * cos - v[:, 1] * sin, v[:, 0] * sin + v[:, 1] * cos, v[:, 2])


def elevation(v: Vec) -> Vec:
    """Angle above the horizontal (rad), shape (n,)."""
    return np.asarray(np.arctan2(v[:, 2], np.hypot(v[:, 0], v[:, 1])))


def azimuth(v: Vec) -> Vec:
    """Angle from x towards y, left positive (rad), shape (n,)."""
    return np.asarray(np.arctan2(v[:, 1], v[:, 0]))
