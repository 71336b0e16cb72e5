"""A club, and how its face and sole stand once it is opened, leaned and lifted by the handle."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.checks import require
from veltrin.core.geometry import Vec, azimuth, elevation, turn, turn_about_x, turn_about_y, vectors

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
    """How the club stands: unit face normal and sole normal (n, 3), angles (n,) in rad."""

    face_normal: Vec
    sole_normal: Vec
    delivered_loft_rad: Vec
    face_azimuth_rad: Vec
    effective_bounce_rad: Vec


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

    Effective bounce is the rise of the sole along the target line, leading edge above trailing edge. Turning
    about a shaft at lie 64 deg by b gives about 0.44 b of loft and bounce and 0.9 b of azimuth: geometry,
    checked against scipy's Rotation in the tests. An open face looks right, which is a negative azimuth.
    """
    shaft = vectors(0.0, np.cos(lie_rad), np.sin(lie_rad))
    face = vectors(np.cos(loft_rad), 0.0, np.sin(loft_rad))
    sole = vectors(np.sin(bounce_rad), 0.0, -np.cos(bounce_rad))
    turned = []
    for v in (face, sole):
        opened = turn(v, shaft, -np.asarray(open_rad, float))
        turned.append(turn_about_x(turn_about_y(opened, lean_rad), handle_rad))
    face, sole = turned
    return Presented(face, sole, elevation(face), azimuth(face), np.arctan2(sole[:, 0], -sole[:, 2]))
