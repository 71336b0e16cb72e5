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

CLEAN_DRY_FRICTION = 0.41
"""Ball cover on a clean dry grooved face: 0.40-0.42. Judgement, after groove studies of 2006-07 (from memory)."""

WET_FILM_FRICTION = 0.12
"""Dew or a thin film: 0.12-0.20. Judgement, after the same studies (from memory)."""

JUICY_FRICTION = 0.06
"""A face full of green blades: 0.05-0.08. Judgement, after the same studies (from memory)."""

BLADES_FILL_M = 0.03
"""Way through full-density grass after which the face is two thirds full of blades. Judgement."""

HEAD_STIRS_PER_M = 0.9
"""Share of its speed that a head loses per metre of full-density grass standing to its full height, by setting it
moving: the same share at any speed. Judgement."""

HEAD_TEARS_N = 40.0
"""Force with which such grass holds a head that pulls through it, whatever its speed: a slow one is stopped. Judgement,
so that the swish test comes out: at a chip's pace heather nearly stops the head, rough clearly slows it."""

BALL_STIRS_PER_M = 4.2
BALL_TEARS_N = 3.4
"""The same for a ball that ploughs through what stands in front of it. Judgement: a putt dies in it within a pace, a
low iron shot loses a tenth and more, what leaves steeply hardly anything."""

THINS_OUT = 0.6
"""How grass thins out upwards: power of the share of its height. Judgement."""

WET_HEAVIER = 0.5
"""How much heavier dripping grass is to pass than dry. Judgement: heavier, though it stands shorter."""

BODY_M = 0.04
"""Height of a head: grass that stands higher above the ball's bottom closes over it, and the shape of its sole no
longer helps. Common practice: a rounded sole parts the tips, not a nest."""

PATCHY = 0.25
"""How unevenly grass grows: one standard deviation of the logarithm of what a head or a ball has to pass, from strike
to strike. Judgement."""

MOST_GRAB_RAD = math.radians(6.0)
"""How far heavy grass shuts a face by holding the hosel. Judgement."""

GRAB_WAY_M = 0.25

DIMPLE = {"sand": 10.0, "bare": 10.0, "divot": 2.5}
"""Share of its speed that a ball loses which is driven straight at the wall of the dimple it lies in, by group of
covers, times the square of how deep it lies in balls: what is in front of it grows with depth both ways. Judgement:
from sand less loft doesn't make it cleaner, and what is bladed out of a buried lie goes nowhere; a divot is open
towards the target."""

COLLAR_WIDTH_M = 0.30
PLOUGHS_M = 2.5
"""Further than this nothing ploughs on: grass around a ball reaches about so far. Judgement."""


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
    return float(lie.thickness * (1.0 + WET_HEAVIER * lie.wet) * min(lie.over_m / lie.top_m, 1.0) ** THINS_OUT)


def grass_drag_in(lie: Lie, grass_drag: Vec, body: Vec) -> Vec:
    """How much a head catches here: its sole in the tips, all of it where the grass closes over it."""
    closed = min(lie.over_m / BODY_M, 1.0) ** 2
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
    return _left_of(speed, way_m, HEAD_STIRS_PER_M * catches, HEAD_TEARS_N * catches / head_mass)


def face_friction(lie: Lie, way_m: Vec) -> Vec:
    """Friction between face and ball: clean and dry, wet film, grains or mud, or blades in between.

    More of any of them never raises it.
    """
    clean = min(CLEAN_DRY_FRICTION, lie.cover.friction)
    bare = clean + (min(WET_FILM_FRICTION, clean) - clean) * lie.wet
    blades = 1.0 - np.exp(-lie.thickness * way_m / BLADES_FILL_M)
    return np.asarray(bare + (JUICY_FRICTION - bare) * blades)


def closure_in_grass(lie: Lie, way_m: Vec, grass_drag: Vec, patch: Vec | float = 1.0) -> Vec:
    """How far the grass shuts the face (rad, positive), at most MOST_GRAB_RAD; `patch` as in speed_kept."""
    held = patch * lie.thickness * (1.0 + 0.3 * lie.wet) * grass_drag * way_m / GRAB_WAY_M
    return np.asarray(MOST_GRAB_RAD * (1.0 - np.exp(-held)))


def _out_of_dimple(lie: Lie, launch_rad: Vec, patch: Vec | float) -> Vec:
    """Share of ball speed left after the loose ground it lies in: none lost where it leaves steeper than the dimple's
    wall.

    Geometry: a ball sunk by `over` meets the rim where the wall rises at acos(1 - over / r).
    """
    wall = math.acos(max(1.0 - lie.over_m / BALL_RADIUS_M, 0.0))
    into = np.sin(np.maximum(wall - launch_rad, 0.0))
    return np.asarray(np.exp(-DIMPLE[lie.cover.group] * (lie.over_m / BALL_M) ** 2 * into * patch))


def ball_kept(lie: Lie, launch_rad: Vec, speed: Vec, patch: Vec | float = 1.0) -> Vec:
    """Share of ball speed (m/s) left after the grass that stands in front of the ball.

    The ball ploughs until most of it has risen above the tips: the lower it leaves, the longer; a collar is
    COLLAR_WIDTH_M wide, other grass as wide as it takes.
    """
    if lie.cover.group in DIMPLE:
        return _out_of_dimple(lie, launch_rad, patch)
    is_collar = lie.cover.group == "collar"
    standing = lie.cover.ahead * (1.0 + WET_HEAVIER * lie.wet) if is_collar else _standing(lie)
    if standing == 0.0:
        return np.ones_like(launch_rad)
    rise = np.tan(np.maximum(launch_rad, 0.02))
    over = max(lie.over_m, 0.25 * BALL_M) if is_collar else max(lie.over_m - 0.5 * BALL_RADIUS_M, 0.0)
    length = np.minimum(over / rise, COLLAR_WIDTH_M if is_collar else PLOUGHS_M)
    drag = standing * np.asarray(patch)
    return _left_of(speed, length, BALL_STIRS_PER_M * drag, BALL_TEARS_N * drag / BALL_MASS_KG)
