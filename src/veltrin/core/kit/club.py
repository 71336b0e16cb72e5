"""A club, and how its face and sole stand once it is opened, leaned and lifted by the handle."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.checks import require
from veltrin.core.geometry import Three, Two, Vec, azimuth, elevation, length_of, rows
from veltrin.core.kernels import LOOSE, kernel

ClubKind = Literal["wood", "hybrid", "iron", "wedge", "putter"]


@dataclass(frozen=True)
class Club:
    """One club as built. Angles in rad, lengths in m, mass in kg.

    `stock_carry_m` is what this player carries it from level ground with a full stock swing in the reference
    air (15 C, sea level, 50 % humidity); 0 for a putter, which rolls the ball. `rounds`: played with these grooves.
    """

    id: str
    name: str
    kind: ClubKind
    loft_rad: float
    lie_rad: float
    bounce_rad: float
    sole_width_m: float
    head_mass_kg: float
    length_m: float
    stock_carry_m: float
    rounds: float = 0.0

    def __post_init__(self) -> None:
        is_putter = self.kind == "putter"
        require("club.loft", math.degrees(self.loft_rad), *((0.0, 8.0) if is_putter else (7.0, 70.0)), "deg")
        require("club.lie", math.degrees(self.lie_rad), 50.0, 80.0, "deg")
        require("club.bounce", math.degrees(self.bounce_rad), -2.0, 18.0, "deg")
        require("club.head_mass", self.head_mass_kg, 0.15, 0.40, "kg")
        require("club.length", self.length_m, 0.60, 1.22, "m")
        require("club.rounds", self.rounds, 0.0, 5000.0, "rounds")
        require("club.stock_carry", self.stock_carry_m, *((0.0, 0.0) if is_putter else (5.0, 330.0)), "m")


class Presented(NamedTuple):
    """How the club stands: unit face normal and sole normal (n, 3); angles (n,) in rad."""

    face_normal: Vec
    sole_normal: Vec

    @property
    def delivered_loft_rad(self) -> Vec:
        """How far up the face looks."""
        return elevation(self.face_normal)

    @property
    def face_azimuth_rad(self) -> Vec:
        """Where the face looks, left positive."""
        return azimuth(self.face_normal)

    @property
    def effective_bounce_rad(self) -> Vec:
        """Rise of the sole along the target line, leading edge above trailing edge."""
        return np.asarray(np.arctan2(self.sole_normal[:, 0], -self.sole_normal[:, 2]))


@kernel(inline="always", fastmath=LOOSE)
def _turned(x: float, z: float, shaft: Two, opened: Two, leant: Two, raised: Two) -> Three:
    """Turn a vector in the shaft's plane about the shaft (cosine, sine), lean it forward, raise the handle."""
    # About the shaft (Rodrigues), whose foot looks along the target line: y is 0 before.
    along = shaft[1] * z * (1.0 - opened[0])
    a = x * opened[0] + shaft[0] * z * opened[1]
    b = shaft[1] * x * opened[1] + shaft[0] * along
    c = z * opened[0] - shaft[0] * x * opened[1] + shaft[1] * along
    # Leant forward, z goes towards x; the handle raised, y goes towards z.
    a, c = a * leant[0] + c * leant[1], c * leant[0] - a * leant[1]
    return a, b * raised[0] - c * raised[1], b * raised[1] + c * raised[0]


@kernel(fastmath=LOOSE)
def presented(
    loft: float, lie: float, bounce: float, open_rad: float, lean_rad: float, handle_rad: float
) -> tuple[Three, Three]:
    """Face and sole of one club, see present."""
    shaft = (math.cos(lie), math.sin(lie))
    opened = (math.cos(open_rad), -math.sin(open_rad))
    leant, raised = (math.cos(lean_rad), math.sin(lean_rad)), (math.cos(handle_rad), math.sin(handle_rad))
    face = _turned(math.cos(loft), math.sin(loft), shaft, opened, leant, raised)
    return face, _turned(math.sin(bounce), -math.cos(bounce), shaft, opened, leant, raised)


@kernel(fastmath=LOOSE)
def _present(numbers: Vec, face: Vec, sole: Vec) -> None:
    """Turn face and sole of every club, from loft, lie, bounce, how open, how leant and how raised (6, n)."""
    for i in range(numbers.shape[1]):
        shown, below = presented(
            numbers[0, i], numbers[1, i], numbers[2, i], numbers[3, i], numbers[4, i], numbers[5, i]
        )
        face[i, 0], face[i, 1], face[i, 2] = shown
        sole[i, 0], sole[i, 1], sole[i, 2] = below


def present(
    loft_rad: ArrayLike,
    lie_rad: ArrayLike,
    bounce_rad: ArrayLike,
    *,
    open_rad: ArrayLike = 0.0,
    lean_rad: ArrayLike = 0.0,
    handle_rad: ArrayLike = 0.0,
) -> Presented:
    """Turn face and sole: first about the shaft (open > 0), then lean it forward, then raise the handle.

    Turning
    about a shaft at lie 64 deg by b gives about 0.44 b of loft and bounce and 0.9 b of azimuth: geometry,
    checked against scipy's Rotation in the tests. An open face looks right, which is a negative azimuth.
    """
    told = (loft_rad, lie_rad, bounce_rad, open_rad, lean_rad, handle_rad)
    count = length_of(*told)
    face, sole = np.empty((count, 3)), np.empty((count, 3))
    _present(rows(count, *told), face, sole)
    return Presented(face, sole)
