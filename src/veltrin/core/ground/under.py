"""A lie as compiled functions take it: plain numbers, worked out once a lie (Lie.under)."""

from __future__ import annotations

from typing import NamedTuple

from veltrin.core.ground.coefficients import GrassCoefficients, SandCoefficients, SoilCoefficients


class Soil(NamedTuple):
    """The ground below as a kernel takes it, see Lie: lengths in m; `wall_m` is negative without a rim, `lift` without
    a bed.

    `is_picked`: any touch of the ground takes the speed, in sand and mud.
    """

    room_m: float
    softness: float
    over_m: float
    is_divot: bool
    is_picked: bool
    wall_m: float
    lift: float
    coefficients: SoilCoefficients


class Grown(NamedTuple):
    """Grass, or loose stuff, around the ball as a kernel takes it, see Lie. `standing`: how much grass stands between
    the ball's bottom and the tips, 1 for deep rough to the soil; `is_loose`: no grass, but sand, earth or a divot.
    """

    over_m: float
    thickness: float
    standing: float
    wet: float
    friction: float
    ahead: float
    is_collar: bool
    is_loose: bool
    wall_takes: float
    coefficients: GrassCoefficients


class Ploughed(NamedTuple):
    """What a head ploughs through where sand or grass carries the ball, as a kernel takes it: see Bed."""

    density: float
    lift: float
    load: float
    in_sand: bool
    over_m: float
    wet: float
    deepest_m: float
    coefficients: SandCoefficients


class Under(NamedTuple):
    """A lie as the kernels of the stroke take it."""

    soil: Soil
    grown: Grown
    ploughed: Ploughed
