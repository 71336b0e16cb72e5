"""The ball moved by sand, or by grass, without the face: splash and gouge.

The head goes in behind the ball and ploughs a curved way; the sole's bounce throws it up again. It shares its momentum
with what it moves, and the ball rides out on that. Bookkeeping with a fitted loss: marks of about 16 cm and splashes
of about 14 m at half to chest-high swings are the trade's (common practice), the coefficients are judgement.
"""

from __future__ import annotations

import math
from typing import NamedTuple

from veltrin.core.constants import BALL_M, BALL_RADIUS_M
from veltrin.core.geometry import Mask, Vec
from veltrin.core.ground import Ploughed, SandCoefficients
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.strike.meeting import LOOKS, miss_at

STUCK_SHARE = 0.72
"""Less ball speed than this of what was meant leaves the ball half way: about half the distance."""

LEAST_STEEP_RAD = math.radians(3.0)


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

    @classmethod
    def of(cls, told: Vec) -> Splash:
        """From rows of numbers, (7, n)."""
        return cls(told[0], told[1], told[2], told[3], told[4], told[5], told[6] > 0.0)


@kernel(fastmath=LOOSE)
def carried_share(entry_m: float, c: SandCoefficients) -> float:
    """Ball speed over head speed when the head passes below it, by entry behind the ball (m). Judgement.

    1.45 with nothing in between, as off the face; 0.73 at 5 cm; then slowly less.
    """
    behind = max(entry_m, 0.0)
    return c.near * math.exp(-behind / c.near_fades_m) + c.far * math.exp(-behind / c.far_fades_m)


@kernel(fastmath=LOOSE)
def splashed(
    bed: Ploughed,
    steep: float,
    loft: float,
    bounce: float,
    arc_m: float,
    sole_m: float,
    share: float,
    head_mass: float,
    entry_m: float,
    along: float,
    deep: float,
) -> tuple[float, float, float, float, float, float, bool]:
    """One splash, in the order of Splash.

    Depth x behind the entry: x tan(steep) - x^2 c / 2 with curvature c = 1/arc + lift sin(bounce): bounce throws
    the sole up, an edge that leads digs on. Momentum: V M = V' (M + load m).
    """
    c, over = bed.coefficients, bed.over_m
    entry = max(entry_m - along, 0.0)
    slope = math.tan(max(steep, LEAST_STEEP_RAD))
    curve = max(1.0 / arc_m + bed.lift * math.sin(bounce), 0.15)
    depth_at_ball = entry * slope - 0.5 * curve * entry**2 + deep
    edge = max(over - depth_at_ball, -bed.deepest_m)
    way = min(entry + BALL_RADIUS_M, 2.0 * slope / curve)
    area = max(0.5 * slope * way**2 - curve * way**3 / 6.0 + max(deep, 0.0) * way, 0.0)
    mass = bed.density * c.slab_width_m * share * (area + c.over_moved * over * way)
    kept = head_mass / (head_mass + bed.load * mass)
    buried = min(over / BALL_M, 1.0)
    # An edge that isn't all the way under a sunk ball still moves it, through the sand in between.
    over_edge = edge > max(c.under_m, c.under_share * over)
    carried = kept * carried_share(entry, c) * math.exp(-c.buried_takes * buried)
    thick = entry + c.over_between * over
    spin = c.spin_sand if bed.in_sand else c.spin_grass
    spin_ratio = spin * math.exp(-thick / c.spin_fades_m) * (1.0 - c.wet_spin * bed.wet)
    launch = (c.launch_share - c.buried_launch * buried) * loft
    # Where the sole doesn't come up again, the mark ends where the moved sand has stopped the head.
    per_length2 = 0.5 * bed.load * bed.density * c.slab_width_m * share * slope
    mark = min(2.0 * slope / curve, math.sqrt(c.stopped_by * head_mass / per_length2))
    deepest_at = min(slope / curve, mark)
    # What is seen in the sand is the sole's way, and its back hangs below the edge by its bounce.
    sole = sole_m * share * math.sin(max(bounce, 0.0))
    depth = slope * deepest_at - 0.5 * curve * deepest_at**2 + sole
    return carried, edge, launch, spin_ratio, mark, depth, over_edge


@kernel(fastmath=LOOSE)
def splash_window_of(bed: Ploughed, a: Vec, head_mass: float, entry_m: float, meant: float, out: Vec) -> None:
    """The window of one splash from approach `a` that carries `meant`; a deeper or an earlier entry sticks."""
    for side in range(3):
        out[side] = 0.0
        for k in range(LOOKS + 1):
            size, along, deep = miss_at(side, k)
            moved = splashed(bed, a[0], a[2], a[3], a[4], a[5], a[6], head_mass, entry_m, along, deep)
            if moved[6] or moved[0] < STUCK_SHARE * meant:
                break
            out[side] = size
