"""Grass around the ball: what it takes from the club head, and what it leaves between face and ball.

One picture for all of it: the head comes down its arc through the grass that stands above the ball's bottom. The longer
that way, the more speed it loses, the more blades lie between face and ball, and the more the hosel is held. All of it
for one stroke, compiled; `grown` is what of a lie it takes (Lie.under).
"""

from __future__ import annotations

import math

from veltrin.core.constants import BALL_M, BALL_MASS_KG, BALL_RADIUS_M
from veltrin.core.ground.under import Grown
from veltrin.core.kernels import LOOSE, kernel


@kernel(fastmath=LOOSE)
def way_through(grown: Grown, attack_ground: float, arc_m: float, edge_m: float) -> float:
    """Length of the head's way through the grass before it meets the ball (m).

    `edge_m` is how far above the ball's bottom the head's edge travels: the higher, the less grass.

    Geometry: on an arc of radius r that comes down at slope a, the head is below tips that stand `over` above the
    ball's bottom for x = r (-a + sqrt(a^2 + 2 over / r)). Steeper means less grass. Written without the difference of
    near-equals, which leaves nothing of a ball that has hardly sunk in.
    """
    steep = math.tan(max(-attack_ground, 0.0))
    over = max(grown.over_m - edge_m, 0.0)
    flat = math.sqrt(steep * steep + 2.0 * over / arc_m)
    return 2.0 * over / (steep + flat) if flat > 0.0 else 0.0


@kernel(fastmath=LOOSE)
def _left_of(speed: float, way: float, stirs: float, tears: float) -> float:
    """Share of speed (m/s) left after a way (m) against stirs (1/m) and a steady hold (m/s^2).

    d(v^2)/dx = -2 stirs v^2 - 2 tears, so v^2 = (v0^2 + tears/stirs) exp(-2 stirs x) - tears/stirs: closed form of a
    force that grows with the square of speed beside one that doesn't.
    """
    lost = max(2.0 * stirs * way, 1e-9)
    held = 2.0 * tears * way / lost
    squared = (speed * speed + held) * math.exp(-lost) - held
    return math.sqrt(max(squared, 0.0)) / max(speed, 1e-9)


@kernel(fastmath=LOOSE)
def grass_drag_in(grown: Grown, grass_drag: float, body: float) -> float:
    """How much a head catches here: its sole in the tips, all of it where the grass closes over it."""
    closed = min(grown.over_m / grown.coefficients.body_m, 1.0) ** 2
    return grass_drag + max(body - grass_drag, 0.0) * closed


@kernel(fastmath=LOOSE)
def speed_kept(grown: Grown, way_m: float, grass_drag: float, speed: float, head_mass_kg: float, patch: float) -> float:
    """Share of club-head speed left at the ball.

    `grass_drag`: how much the head catches (1 a short iron); `speed` (m/s) before the grass; `patch`: this strike's
    grass over that as read.
    """
    if grown.standing == 0.0:
        return 1.0
    catches = grown.standing * grass_drag * patch
    c = grown.coefficients
    return _left_of(speed, way_m, c.head_stirs_per_m * catches, c.head_tears_n * catches / head_mass_kg)


@kernel(fastmath=LOOSE)
def face_friction(grown: Grown, way_m: float) -> float:
    """Friction between face and ball: clean and dry, wet film, grains or mud, or blades in between.

    More of any of them never raises it.
    """
    c = grown.coefficients
    clean = min(c.clean_friction, grown.friction)
    bare = clean + (min(c.wet_friction, clean) - clean) * grown.wet
    blades = 1.0 - math.exp(-grown.thickness * way_m / c.blades_fill_m)
    return bare + (c.blades_friction - bare) * blades


@kernel(fastmath=LOOSE)
def closure_in_grass(grown: Grown, way_m: float, grass_drag: float, patch: float) -> float:
    """How far the grass shuts the face (rad, positive), at most `most_grab_rad`; `patch` as in speed_kept."""
    c = grown.coefficients
    held = patch * grown.thickness * (1.0 + c.wet_grabs * grown.wet) * grass_drag * way_m / c.grab_way_m
    return c.most_grab_rad * (1.0 - math.exp(-held))


@kernel(fastmath=LOOSE)
def _out_of_dimple(grown: Grown, launch_rad: float, patch: float) -> float:
    """Share of ball speed left after the loose ground it lies in: none lost where it leaves steeper than the dimple's
    wall.

    Geometry: a ball sunk by `over` meets the rim where the wall rises at acos(1 - over / r). What is in front of it
    grows with the square of how deep it lies, both ways: from sand less loft doesn't make it cleaner, and what is
    bladed out of a buried lie goes nowhere.
    """
    wall = math.acos(max(1.0 - grown.over_m / BALL_RADIUS_M, 0.0))
    into = math.sin(max(wall - launch_rad, 0.0))
    return math.exp(-grown.wall_takes * (grown.over_m / BALL_M) ** 2 * into * patch)


@kernel(fastmath=LOOSE)
def ball_kept(grown: Grown, launch_rad: float, speed: float, patch: float) -> float:
    """Share of ball speed (m/s) left after the grass that stands in front of the ball.

    The ball ploughs until most of it has risen above the tips: the lower it leaves, the longer; a collar is
    `collar_m` wide, other grass as wide as it takes.
    """
    if grown.is_loose:
        return _out_of_dimple(grown, launch_rad, patch)
    c = grown.coefficients
    standing = grown.ahead * (1.0 + c.wet_heavier * grown.wet) if grown.is_collar else grown.standing
    if standing == 0.0:
        return 1.0
    rise = math.tan(max(launch_rad, 0.02))
    over = max(grown.over_m, 0.25 * BALL_M) if grown.is_collar else max(grown.over_m - 0.5 * BALL_RADIUS_M, 0.0)
    length = min(over / rise, c.collar_m) if grown.is_collar else over / rise
    drag = standing * patch
    return _left_of(speed, length, c.ball_stirs_per_m * drag, c.ball_tears_n * drag / BALL_MASS_KG)
