"""Grass around the ball: what it takes from the club head, and what it leaves between face and ball.

One picture for all of it: the head comes down its arc through the grass that stands above the ball's bottom. The longer
that way, the more speed it loses, the more blades lie between face and ball, and the more the hosel is held.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.constants import BALL_MASS_KG, BALL_RADIUS_M
from veltrin.core.geometry import Vec
from veltrin.core.ground.lie import BALL_M, Lie


def way_through(lie: Lie, attack_ground: Vec, arc_m: Vec, edge_m: ArrayLike = 0.0) -> Vec:
    """Length of the head's way through the grass before it meets the ball (m).

    `edge_m` is how far above the ball's bottom the head's edge travels: the higher, the less grass.

    Geometry: on an arc of radius r that comes down at slope a, the head is below tips that stand `over` above the
    ball's bottom for x = r (-a + sqrt(a^2 + 2 over / r)). Steeper means less grass. Written without the difference of
    near-equals, which leaves nothing of a ball that has hardly sunk in.
    """
    steep = np.tan(np.maximum(-attack_ground, 0.0))
    over = np.maximum(lie.over_m - np.asarray(edge_m), 0.0)
    flat = np.sqrt(steep**2 + 2.0 * over / arc_m)
    none = np.zeros(np.broadcast(steep, over, arc_m).shape)
    return np.asarray(np.divide(2.0 * over, steep + flat, out=none, where=flat > 0.0))


def _left_of(speed: Vec, way: Vec, stirs: Vec, tears: Vec) -> Vec:
    """Share of speed (m/s) left after a way (m) against stirs (1/m) and a steady hold (m/s^2).

    d(v^2)/dx = -2 stirs v^2 - 2 tears, so v^2 = (v0^2 + tears/stirs) exp(-2 stirs x) - tears/stirs: closed form of a
    force that grows with the square of speed beside one that doesn't.
    """
    lost = np.maximum(2.0 * stirs * way, 1e-9)
    held = 2.0 * tears * way / lost
    squared = (speed**2 + held) * np.exp(-lost) - held
    return np.asarray(np.sqrt(np.maximum(squared, 0.0)) / np.maximum(speed, 1e-9))


def _standing(lie: Lie) -> float:
    """How much grass stands between the ball's bottom and the tips, 1 for deep rough to the soil.

    Grass thins out from the roots to the tips: what stands in the upper part grows a little slower than that part.
    """
    if lie.top_m == 0.0:
        return 0.0
    c = lie.coefficients.grass
    return float(lie.thickness * (1.0 + c.wet_heavier * lie.wet) * min(lie.over_m / lie.top_m, 1.0) ** c.thins_out)


def grass_drag_in(lie: Lie, grass_drag: Vec, body: Vec) -> Vec:
    """How much a head catches here: its sole in the tips, all of it where the grass closes over it."""
    closed = min(lie.over_m / lie.coefficients.grass.body_m, 1.0) ** 2
    return np.asarray(grass_drag + np.maximum(body - grass_drag, 0.0) * closed)


def speed_kept(
    lie: Lie, way_m: Vec, grass_drag: Vec, speed: Vec, head_mass: Vec | float = 0.29, patch: Vec | float = 1.0
) -> Vec:
    """Share of club-head speed left at the ball.

    `grass_drag`: how much the head catches (1 a short iron); `speed` (m/s) before the grass; `patch`: this strike's
    grass over that as read.
    """
    standing = _standing(lie)
    if standing == 0.0:
        return np.ones_like(way_m)
    catches = standing * np.asarray(grass_drag) * patch
    c = lie.coefficients.grass
    return _left_of(speed, way_m, c.head_stirs_per_m * catches, c.head_tears_n * catches / head_mass)


def face_friction(lie: Lie, way_m: Vec) -> Vec:
    """Friction between face and ball: clean and dry, wet film, grains or mud, or blades in between.

    More of any of them never raises it.
    """
    c = lie.coefficients.grass
    clean = min(c.clean_friction, lie.cover.friction)
    bare = clean + (min(c.wet_friction, clean) - clean) * lie.wet
    blades = 1.0 - np.exp(-lie.thickness * way_m / c.blades_fill_m)
    return np.asarray(bare + (c.blades_friction - bare) * blades)


def closure_in_grass(lie: Lie, way_m: Vec, grass_drag: Vec, patch: Vec | float = 1.0) -> Vec:
    """How far the grass shuts the face (rad, positive), at most `most_grab_rad`; `patch` as in speed_kept."""
    c = lie.coefficients.grass
    held = patch * lie.thickness * (1.0 + c.wet_grabs * lie.wet) * grass_drag * way_m / c.grab_way_m
    return np.asarray(c.most_grab_rad * (1.0 - np.exp(-held)))


def _out_of_dimple(lie: Lie, launch_rad: Vec, patch: Vec | float) -> Vec:
    """Share of ball speed left after the loose ground it lies in: none lost where it leaves steeper than the dimple's
    wall.

    Geometry: a ball sunk by `over` meets the rim where the wall rises at acos(1 - over / r). What is in front of it
    grows with the square of how deep it lies, both ways: from sand less loft doesn't make it cleaner, and what is
    bladed out of a buried lie goes nowhere.
    """
    soil = lie.coefficients.soil
    takes = soil.wall_divot if lie.cover.group == "divot" else soil.wall_loose
    wall = math.acos(max(1.0 - lie.over_m / BALL_RADIUS_M, 0.0))
    into = np.sin(np.maximum(wall - launch_rad, 0.0))
    return np.asarray(np.exp(-takes * (lie.over_m / BALL_M) ** 2 * into * patch))


def ball_kept(lie: Lie, launch_rad: Vec, speed: Vec, patch: Vec | float = 1.0) -> Vec:
    """Share of ball speed (m/s) left after the grass that stands in front of the ball.

    The ball ploughs until most of it has risen above the tips: the lower it leaves, the longer; a collar is
    `collar_m` wide, other grass as wide as it takes.
    """
    if lie.cover.group in ("sand", "bare", "divot"):
        return _out_of_dimple(lie, launch_rad, patch)
    c = lie.coefficients.grass
    is_collar = lie.cover.group == "collar"
    standing = lie.cover.ahead * (1.0 + c.wet_heavier * lie.wet) if is_collar else _standing(lie)
    if standing == 0.0:
        return np.ones_like(launch_rad)
    rise = np.tan(np.maximum(launch_rad, 0.02))
    over = max(lie.over_m, 0.25 * BALL_M) if is_collar else max(lie.over_m - 0.5 * BALL_RADIUS_M, 0.0)
    length = np.minimum(over / rise, c.collar_m) if is_collar else over / rise
    drag = standing * np.asarray(patch)
    return _left_of(speed, length, c.ball_stirs_per_m * drag, c.ball_tears_n * drag / BALL_MASS_KG)
