"""Grass around the ball: what it takes from the club head, and what it leaves between face and ball.

One picture for all of it: the head comes down its arc through the grass that stands above the ball's bottom. The longer
that way, the more speed it loses, the more blades lie between face and ball, and the more the hosel is held.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.geometry import Vec
from veltrin.core.ground.lie import BALL_M, Lie

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

AHEAD_DRAG_PER_M = 4.0
"""Share of its speed that a ball loses per metre of full-density grass pushed aside. Judgement: a putt dies in it."""

COLLAR_WIDTH_M = 0.30


def way_through(lie: Lie, attack_ground: Vec, arc_m: Vec, edge_m: ArrayLike = 0.0) -> Vec:
    """Length of the head's way through the grass before it meets the ball (m).

    `edge_m` is how far above the ball's bottom the head's edge travels: the higher, the less grass.

    Geometry: on an arc of radius r that comes down at slope a, the head is below tips that stand `over` above the
    ball's bottom for x = r (-a + sqrt(a^2 + 2 over / r)). Steeper means less grass.
    """
    steep = np.tan(np.maximum(-attack_ground, 0.0))
    over = np.maximum(lie.over_m - np.asarray(edge_m), 0.0)
    return np.asarray(arc_m * (-steep + np.sqrt(steep**2 + 2.0 * over / arc_m)))


def speed_kept(lie: Lie, way_m: Vec, snag: Vec) -> Vec:
    """Share of club-head speed left at the ball; `snag` is how much the sole catches (1 a short iron)."""
    if lie.thickness == 0.0:
        return np.ones_like(way_m)
    bent = min(lie.over_m / lie.top_m, 1.0)
    drag = DRAG_PER_M * lie.thickness * (1.0 + 0.5 * lie.wet) * bent
    return np.asarray(np.exp(-drag * snag * way_m))


def face_friction(lie: Lie, way_m: Vec) -> Vec:
    """Friction between face and ball: clean and dry, wet film, grains or mud, or blades in between.

    More of any of them never raises it.
    """
    clean = min(CLEAN_DRY_FRICTION, lie.cover.friction)
    bare = clean + (min(WET_FILM_FRICTION, clean) - clean) * lie.wet
    blades = 1.0 - np.exp(-lie.thickness * way_m / BLADES_FILL_M)
    return np.asarray(bare + (JUICY_FRICTION - bare) * blades)


def face_grab(lie: Lie, way_m: Vec, snag: Vec) -> Vec:
    """How far the grass shuts the face (rad, positive), at most MOST_GRAB_RAD."""
    held = lie.thickness * (1.0 + 0.3 * lie.wet) * snag * way_m / GRAB_WAY_M
    return np.asarray(MOST_GRAB_RAD * (1.0 - np.exp(-held)))


def ball_kept(lie: Lie, launch_rad: Vec) -> Vec:
    """Share of ball speed left after the grass that stands in front of the ball.

    The ball ploughs until it has risen above the tips, at most across the collar: a rolling ball all the way.
    """
    if lie.cover.ahead == 0.0:
        return np.ones_like(launch_rad)
    rise = np.tan(np.maximum(launch_rad, 1e-3))
    length = np.minimum(np.maximum(lie.over_m, 0.25 * BALL_M) / rise, COLLAR_WIDTH_M)
    return np.asarray(np.exp(-AHEAD_DRAG_PER_M * lie.cover.ahead * (1.0 + 0.5 * lie.wet) * length))
