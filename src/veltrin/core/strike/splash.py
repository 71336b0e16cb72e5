"""The ball moved by sand, or by grass, without the face: splash and gouge.

The head goes in behind the ball and ploughs a curved way; the sole's bounce throws it up again. It shares its momentum
with what it moves, and the ball rides out on that. Bookkeeping with a fitted loss: marks of about 16 cm and splashes
of about 14 m at half to chest-high swings are the trade's (common practice), the coefficients are judgement.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.geometry import Mask, Vec
from veltrin.core.ground import BALL_M, Bed, Lie, SandCoefficients
from veltrin.core.strike.meeting import DEPTH_STEPS, EARLY_STEPS, Approach, Window, furthest_good

STUCK_SHARE = 0.72
"""Less ball speed than this of what was meant leaves the ball half way: about half the distance."""


class Splash(NamedTuple):
    """Arrays (n,). `carried` is ball speed over head speed at entry, `edge_m` where the edge passes the ball above its
    bottom, `launch` the elevation against the ground (rad), `spin_ratio` r omega / u, `mark_m` the length of
    the mark, `depth_m` its depth, `over_edge` True: the edge meets the ball itself.
    """

    carried: Vec
    edge_m: Vec
    launch: Vec
    spin_ratio: Vec
    mark_m: Vec
    depth_m: Vec
    over_edge: Mask


def grass_bed(lie: Lie) -> Bed:
    """Grass as a bed to splash from: light, thrown up by the ground below it. Judgement."""
    c = lie.coefficients.sand
    lift = c.gouge_lift_soft_per_m + c.gouge_lift_hard_per_m * (1.0 - lie.softness) ** 2
    return Bed(density=c.gouge_kg_m3 * max(lie.thickness, 0.2), lift=lift, load=c.gouge_load)


def carried_share(entry_m: Vec, c: SandCoefficients) -> Vec:
    """Ball speed over head speed when the head passes below it, by entry behind the ball (m). Judgement.

    1.45 with nothing in between, as off the face; 0.73 at 5 cm; then slowly less.
    """
    behind = np.maximum(entry_m, 0.0)
    return np.asarray(c.near * np.exp(-behind / c.near_fades_m) + c.far * np.exp(-behind / c.far_fades_m))


def splash(
    lie: Lie, a: Approach, head_mass: Vec, entry_m: Vec, along_m: ArrayLike = 0.0, deep_m: ArrayLike = 0.0
) -> Splash:
    """Enter `entry_m` behind the ball at `a.steep`; misses as in `meet`.

    Depth x behind the entry: x tan(steep) - x^2 c / 2 with curvature c = 1/arc + lift sin(bounce): bounce throws
    the sole up, an edge that leads digs on. Momentum: V M = V' (M + load m).
    """
    c, bed = lie.coefficients.sand, lie.bed or grass_bed(lie)
    in_sand = lie.in_sand
    over = lie.over_m if in_sand else 0.0
    entry = np.maximum(entry_m - np.asarray(along_m), 0.0)
    slope = np.tan(np.maximum(a.steep, np.radians(3.0)))
    curve = np.maximum(1.0 / a.arc_m + bed.lift * np.sin(a.bounce), 0.15)
    depth_at_ball = entry * slope - 0.5 * curve * entry**2 + np.asarray(deep_m)
    edge = over - depth_at_ball
    if not in_sand:
        # Below the grass the ground proper stops the sole.
        edge = np.maximum(edge, -lie.room_m - 0.006 * lie.softness)
    way = np.minimum(entry + BALL_RADIUS_M, 2.0 * slope / curve)
    area = np.maximum(0.5 * slope * way**2 - curve * way**3 / 6.0 + np.maximum(np.asarray(deep_m), 0.0) * way, 0.0)
    mass = bed.density * c.slab_width_m * a.sole_contact_share * (area + c.over_moved * over * way)
    kept = head_mass / (head_mass + bed.load * mass)
    buried = min(over / BALL_M, 1.0)
    # An edge that isn't all the way under a sunk ball still moves it, through the sand in between.
    over_edge = edge > max(c.under_m, c.under_share * over)
    carried = kept * carried_share(entry, c) * np.exp(-c.buried_takes * buried)
    thick = entry + c.over_between * over
    spin = c.spin_sand if in_sand else c.spin_grass
    spin_ratio = spin * np.exp(-thick / c.spin_fades_m) * (1.0 - c.wet_spin * lie.wet)
    launch = (c.launch_share - c.buried_launch * buried) * a.loft
    # Where the sole doesn't come up again, the mark ends where the moved sand has stopped the head.
    per_length2 = 0.5 * bed.load * bed.density * c.slab_width_m * a.sole_contact_share * slope
    mark = np.minimum(2.0 * slope / curve, np.sqrt(c.stopped_by * head_mass / per_length2))
    deepest_at = np.minimum(slope / curve, mark)
    # What is seen in the sand is the sole's way, and its back hangs below the edge by its bounce.
    sole = a.sole_m * a.sole_contact_share * np.sin(np.maximum(a.bounce, 0.0))
    depth = slope * deepest_at - 0.5 * curve * deepest_at**2 + sole
    return Splash(carried, edge, launch, np.asarray(spin_ratio), mark, depth, np.asarray(over_edge))


def splash_window(lie: Lie, a: Approach, head_mass: Vec, entry_m: Vec) -> Window:
    """How far a splash may be off before it sticks or is skulled; a deeper or an earlier entry sticks."""
    meant = splash(lie, a, head_mass, entry_m).carried

    def last_good(misses: Vec, along: float, deep: float) -> Vec:
        k = len(misses)
        size = np.tile(misses, len(a.steep))
        out = splash(lie, a.repeat(k), np.repeat(head_mass, k), np.repeat(entry_m, k), along * size, deep * size)
        bad = out.over_edge | (out.carried < STUCK_SHARE * np.repeat(meant, k))
        return furthest_good(misses, bad)

    return Window(
        last_good(EARLY_STEPS, -1.0, 0.0), last_good(DEPTH_STEPS, 0.0, 1.0), last_good(DEPTH_STEPS, 0.0, -1.0)
    )
