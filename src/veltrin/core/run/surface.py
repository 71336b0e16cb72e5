"""What the ball lands on: how it gives under a bounce and how it slows a roll."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from veltrin.core.checks import look_up, require
from veltrin.core.constants import GREEN_RAMP_SPEED_M_S
from veltrin.core.geometry import Vec
from veltrin.core.kernels import kernel
from veltrin.core.quantity import within
from veltrin.core.run.coefficients import TurfCoefficients
from veltrin.core.units import feet_to_metres

SurfaceName = Literal["green", "fringe", "fairway", "semi", "rough"]
"""What a ball may be asked to land on."""

SurroundName = Literal["fringe", "fairway", "semi", "rough"]
"""What may lie around a green."""

BedName = Literal["deep", "sand", "hard-sand", "path"]
"""What it may come down on besides."""

Firmness = Literal["sodden", "soft", "medium", "firm", "hard"]

FIRMNESS: dict[Firmness, float] = {"sodden": 0.05, "soft": 0.2, "medium": 0.5, "firm": 0.75, "hard": 1.0}
"""Firmness words on the scale 0 (sodden) .. 1 (hard as a road)."""


@dataclass(frozen=True)
class Surface:
    """A mown or unmown surface.

    `speed_ft` is what the green-speed ramp would read on it (None: the green's own reading). `give` multiplies
    the depth to which a landing ball deforms it, `restitution_factor` its rebound. `swallows`: 1 where loose grains
    flow away under a ball and take what it brings, 0 where the ground springs back. Judgement, in the order of the
    trade.
    """

    name: SurfaceName | BedName
    words: str
    speed_ft: float | None
    give: float
    restitution_factor: float
    swallows: float = 0.0


SURFACES: dict[SurfaceName | BedName, Surface] = {
    s.name: s
    for s in (
        Surface("green", "green", None, 1.0, 1.0),
        Surface("fringe", "fringe", 5.0, 1.1, 0.95),
        Surface("fairway", "fairway", 3.2, 1.15, 0.9),
        Surface("semi", "semi-rough", 1.6, 1.25, 0.75),
        Surface("rough", "rough", 0.7, 1.5, 0.5),
        Surface("deep", "deep rough", 0.4, 1.8, 0.3),
        Surface("sand", "sand", 0.3, 2.2, 0.25, 1.0),
        Surface("hard-sand", "compacted sand", 2.0, 0.7, 0.8),
        Surface("path", "path", 7.0, 0.2, 1.6),
    )
}


def surface_named(name: str) -> Surface:
    """Look a surface up; UnknownNameError lists those there are."""
    return look_up(SURFACES, name, "landing.surface")


def green_deceleration(speed_ft: float) -> float:
    """Deceleration (m/s^2) of a ball rolling on level ground of that green speed (ft, 0.3-16).

    The ramp releases the ball at 1.83 m/s and the reading is how far it rolls: a = v^2 / (2 d) (USGA, from memory).
    """
    require("landing.green_speed_ft", speed_ft, 0.3, 16.0, "ft")
    return GREEN_RAMP_SPEED_M_S**2 / (2.0 * feet_to_metres(speed_ft))


def two_way_green_speed(down: float, up: float) -> float:
    """Green speed from readings down and up a slope, in the readings' own unit.

    2 a b / (a + b). Source: Brede 1991 (from memory): the plain mean reads too fast on a slope.
    """
    require("green_speed.down", down, 0.1, 60.0, "")
    require("green_speed.up", up, 0.1, 60.0, "")
    return 2.0 * down * up / (down + up)


def bounce_numbers(surface: Surface, firmness: float, green_speed_ft: float, wet: float, c: TurfCoefficients) -> Vec:
    """Pack (give, restitution factor, swallows, deceleration) for the kernel. `firmness` 0 sodden, 0.5 as Penner
    measured, 1 hard.
    """
    within("line.firmness", firmness)
    speed = green_speed_ft if surface.speed_ft is None else surface.speed_ft
    give = surface.give * (1.0 + c.give_by_firmness * (0.5 - firmness))
    restitution_factor = surface.restitution_factor * (1.0 + c.rebound_by_firmness * (firmness - 0.5))
    brake = green_deceleration(speed) * (1.0 + c.wet_brake * wet)
    return np.array([give, restitution_factor, surface.swallows, brake])


@kernel(inline="always")
def turf_restitution(normal_speed: float, c: TurfCoefficients) -> float:
    """Coefficient of restitution of turf at normal speed v (m/s).

    e = 0.510 - 0.0375 v + 0.000903 v^2 up to 20 m/s, else 0.120. Source: Penner 2002, Can. J. Phys. 80, 931,
    "The run of a golf ball", from memory.
    """
    if normal_speed > 20.0:
        return c.restitution_fast
    return c.restitution - c.restitution_per_m_s * normal_speed + c.restitution_curve * normal_speed**2
