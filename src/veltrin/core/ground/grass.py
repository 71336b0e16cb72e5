"""Grass around the ball: what it takes from the club head, and what it leaves between face and ball.

One picture for all of it: the head comes down its arc through the grass that stands above the ball's bottom. The longer
that way, the more speed it loses, the more blades lie between face and ball, and the more the hosel is held.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from veltrin.core.checks import require
from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.errors import DomainError, UnknownNameError
from veltrin.core.geometry import Vec

CLEAN_DRY_FRICTION = 0.41
"""Ball cover on a clean dry grooved face: 0.40-0.42. Judgement, after groove studies of 2006-07 (from memory)."""

WET_FILM_FRICTION = 0.12
"""Dew or a thin film: 0.12-0.20. Judgement, after the same studies (from memory)."""

JUICY_FRICTION = 0.06
"""A face full of green blades: 0.05-0.08. Judgement, after the same studies (from memory)."""

BLADES_FILL_M = 0.03
"""Way through full-density grass after which the face is two thirds full of blades. Judgement."""

DRAG_PER_M = 1.3
"""Share of its speed that a head loses per metre of full-density grass standing to its full height. Judgement."""

MOST_GRAB_RAD = math.radians(6.0)
"""How far heavy grass shuts a face by holding the hosel. Judgement."""

GRAB_WAY_M = 0.25


@dataclass(frozen=True)
class Cover:
    """A kind of grass: height of its tips above the soil (m) and density 0..1."""

    name: str
    words: str
    height_m: float
    density: float


COVERS = {
    c.name: c
    for c in (
        Cover("tight", "tight turf", 0.004, 0.2),
        Cover("fairway", "fairway", 0.012, 0.3),
        Cover("semi", "semi-rough", 0.040, 0.5),
        Cover("rough", "rough", 0.080, 0.8),
        Cover("deep", "deep rough", 0.130, 1.0),
    )
}


@dataclass(frozen=True)
class Grass:
    """Grass at the ball.

    `sunk`: depth of the ball's bottom below the tips in ball diameters: 0 on top, 1 level with the tips, more is
    under them, at most down to the soil. `wet`: 0 dry .. 1 dripping.
    """

    cover: Cover = COVERS["fairway"]
    sunk: float = 0.0
    wet: float = 0.0

    def __post_init__(self) -> None:
        require("lie.sunk", self.sunk, 0.0, 3.05, "balls")
        require("lie.wet", self.wet, 0.0, 1.0, "")
        deepest = self.cover.height_m / (2.0 * BALL_RADIUS_M)
        if self.sunk > deepest + 1e-9:
            raise DomainError(
                "lie.sunk",
                f"{self.cover.words} of {1000 * self.cover.height_m:.0f} mm can't hold a ball {self.sunk:g} deep.",
                f"Give at most {math.floor(100 * deepest) / 100:g}, or choose a longer cover.",
            )

    @property
    def over_m(self) -> float:
        """Height of the tips above the ball's bottom."""
        return 2.0 * BALL_RADIUS_M * self.sunk


CLEAN = Grass()


def cover_named(name: str) -> Cover:
    """Look a cover up; UnknownNameError lists those there are."""
    if name not in COVERS:
        raise UnknownNameError("lie.cover", name, list(COVERS))
    return COVERS[name]


def way_through(grass: Grass, attack_ground: Vec, arc_m: Vec) -> Vec:
    """Length of the head's way through the grass before it meets the ball (m).

    Geometry: on an arc of radius r that comes down at slope a, the head is below tips that stand `over` above the
    ball's bottom for x = r (-a + sqrt(a^2 + 2 over / r)). Steeper means less grass.
    """
    steep = np.tan(np.maximum(-attack_ground, 0.0))
    return np.asarray(arc_m * (-steep + np.sqrt(steep**2 + 2.0 * grass.over_m / arc_m)))


def speed_kept(grass: Grass, way_m: Vec, snag: Vec) -> Vec:
    """Share of club-head speed left at the ball; `snag` is how much the sole catches (1 a short iron)."""
    bent = min(grass.over_m / grass.cover.height_m, 1.0)
    drag = DRAG_PER_M * grass.cover.density * (1.0 + 0.5 * grass.wet) * bent
    return np.asarray(np.exp(-drag * snag * way_m))


def face_friction(grass: Grass, way_m: Vec) -> Vec:
    """Friction between face and ball: clean and dry, wet film, or blades in between. More of either never raises it."""
    bare = CLEAN_DRY_FRICTION + (WET_FILM_FRICTION - CLEAN_DRY_FRICTION) * grass.wet
    blades = 1.0 - np.exp(-grass.cover.density * way_m / BLADES_FILL_M)
    return np.asarray(bare + (JUICY_FRICTION - bare) * blades)


def face_grab(grass: Grass, way_m: Vec, snag: Vec) -> Vec:
    """How far the grass shuts the face (rad, positive), at most MOST_GRAB_RAD."""
    held = grass.cover.density * (1.0 + 0.3 * grass.wet) * snag * way_m / GRAB_WAY_M
    return np.asarray(MOST_GRAB_RAD * (1.0 - np.exp(-held)))
