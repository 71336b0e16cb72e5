"""How the head meets ground and ball: the strike window, heavy and thin.

The leading edge comes down an arc. Where it dips below the soil behind the ball, hard ground throws the sole up and
soft ground swallows it; where it is still too high at the ball, the edge and not the face strikes. All heights are
above the ball's bottom, square to the ground.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.geometry import Mask, Vec, length_of, rows
from veltrin.core.ground import Lie, Soil, SoilCoefficients
from veltrin.core.kernels import LOOSE, kernel

HEAVY_KEPT = 0.80
"""Less speed than this left after the ground, and the strike is called heavy. Judgement."""


class Meeting(NamedTuple):
    """Arrays (n,). Heights above the ball's bottom and lengths in m.

    `edge_m` is where the leading edge is when it reaches the ball, `limit_m` the height from which on it strikes
    before the face does. `early_m` is how far behind the ball the sole touched the soil. `kept` is the
    share of speed left after the soil.
    """

    edge_m: Vec
    limit_m: Vec
    early_m: Vec
    kept: Vec

    @property
    def thin(self) -> Mask:
        """Edge first: thin, bladed or topped."""
        return np.asarray(self.edge_m > self.limit_m)

    @property
    def heavy(self) -> Mask:
        """Too much ground first."""
        return np.asarray(~self.thin & (self.kept < HEAVY_KEPT))


class Approach(NamedTuple):
    """What of a stroke decides how it meets the ground, arrays (n,) in rad, m, m/s and kg: all against the ground."""

    steep: Vec
    low_point_m: Vec
    loft: Vec
    bounce: Vec
    arc_m: Vec
    sole_m: Vec
    sole_contact_share: Vec
    speed: Vec
    mass: Vec


@kernel(inline="always", fastmath=LOOSE)
def thin_limit(loft: float) -> float:
    """Height of the edge above which it meets the ball before a face of this loft can: r (1 - sin loft).

    Geometry: a face touches the ball where the ball's own surface is parallel to it.
    """
    return float(BALL_RADIUS_M * (1.0 - math.sin(min(max(loft, 0.0), 0.5 * math.pi))))


@kernel(fastmath=LOOSE)
def bladed_elevation(edge_m: float) -> float:
    """Elevation of the line from an edge at this height to the ball's centre (rad): what a thin strike has for loft.

    Joins on to the face's own loft at the limit; negative above the equator: the ball is topped.
    """
    return math.asin(min(max(1.0 - edge_m / BALL_RADIUS_M, -0.94), 1.0))


@kernel(inline="always", fastmath=LOOSE)
def _sole_drop(sole_m: float, sole_contact_share: float, c: SoilCoefficients) -> float:
    """How far the lowest part of a rounded sole lies below its leading edge (m): w^2 / 8 R, geometry of a shallow
    arc."""
    return float((sole_m * sole_contact_share) ** 2 / (8.0 * c.camber_m))


@kernel(inline="always", fastmath=LOOSE)
def _bridging(sole_m: float, c: SoilCoefficients) -> float:
    """How far a sole is from fitting into a divot: 0 it does, 1 not at all."""
    return float(min(max((sole_m - c.fits_m) / (c.bridges_m - c.fits_m), 0.0), 1.0))


@kernel(inline="always", fastmath=LOOSE)
def _room_under(soil: Soil, sole_m: float) -> float:
    """How far below the ball's bottom a sole gets before the ground proper (m): see Lie.room_m.

    A sole wider than the floor of a divot bridges it and rides on its rim.
    """
    return float(soil.room_m - (_bridging(sole_m, soil.coefficients) * soil.over_m if soil.is_divot else 0.0))


@kernel(inline="always", fastmath=LOOSE)
def sweet_spot(loft: float, c: SoilCoefficients) -> float:
    """How far up a face of this loft a ball is struck from choice (m)."""
    low = (thin_limit(loft) + c.ball_then_turf_m) / math.cos(min(max(loft, 0.0), 1.3))
    return float(min(max(low, c.lowest_sweet_m), c.highest_sweet_m))


@kernel(inline="always", fastmath=LOOSE)
def aimed_edge(soil: Soil, loft: float, steep: float, drop: float, room: float) -> float:
    """Height at which the player lets the edge reach the ball: where it is sought, clear of the soil.

    A stroke that comes down takes ball, then turf: with every club the edge passes below the ball's bottom, so less
    loft leaves no more room than more. Where any touch of the ground takes the speed, in sand and mud, it is picked:
    just clear of the ground where the stroke comes down, and no nearer to thin than half way. `steep`: how far the
    stroke comes down; `drop`: by how much the sole reaches lower than the edge; `room`: see _room_under.
    """
    c, limit, ground = soil.coefficients, thin_limit(loft), drop - room
    half_way = max(0.5 * (limit + ground), ground)
    if soil.is_picked:
        picked = min(max(steep / c.picked_rad, 0.0), 1.0)
        return float(half_way - picked * max(half_way - ground - c.pick_clear_m, 0.0))
    down = min(max(steep / c.down_rad, 0.0), 1.0)
    sought = (1.0 - down) * (limit - c.sweet_spot_m * math.cos(loft)) - down * c.ball_then_turf_m
    return float(min(max(sought, ground + c.clear_m), half_way))


@kernel(fastmath=LOOSE)
def off_sweet(edge_m: float, loft: float, c: SoilCoefficients) -> float:
    """Share of ball speed kept by a face that meets the ball below or above its sweet spot.

    The ball touches the face (limit - edge) / cos(loft) above the edge; the loss grows with the square of what is off.
    """
    up = max((thin_limit(loft) - edge_m) / math.cos(min(max(loft, 0.0), 1.3)), 0.0)
    return 1.0 - min(c.off_sweet * (up / sweet_spot(loft, c) - 1.0) ** 2, c.most_off_sweet)


@kernel(inline="always", fastmath=LOOSE)
def dig_rate(soil: Soil, steep: float, bounce: float, sole_m: float, sole_contact_share: float) -> float:
    """Speed lost per metre of way in the soil (1/m): more the softer, more where the edge leads the sole down."""
    c, soft = soil.coefficients, soil.softness
    # Loose grains give way under a sole: bounce counts for as much as this sand can throw it up.
    held = 1.0 if soil.lift < 0.0 else min(soil.lift / c.firm_lift_per_m, 1.0)
    leads = (steep - held * bounce) / c.dig_step_rad * min(1.0, soft / 0.3)
    loose = 1.0 if soil.lift < 0.0 else c.loose_digs
    wide = sole_contact_share * max(sole_m / c.usual_sole_m, 1.0)
    digs = (c.dig_hard + c.dig_soft * soft) * min(max(1.0 + leads, 0.3), 4.0)
    # What scrubs over hard ground rubs with its weight, however little of the sole is on it.
    return float(loose * c.dig_per_m * (wide * digs + c.hard_scrubs * (1.0 - soft) ** 8))


@kernel(inline="always", fastmath=LOOSE)
def _rim(soil: Soil, lowest: float, low_at: float, arc_m: float) -> float:
    """How far behind the ball the head meets the rim of a divot: the wall itself, and the way cut through it."""
    at_wall = lowest + (soil.wall_m + low_at) ** 2 / (2.0 * arc_m)
    cut = max(soil.over_m - at_wall, 0.0)
    return float(min(cut / max(soil.over_m, 1e-6), 1.0) * soil.wall_m * soil.coefficients.rim_share)


@kernel(fastmath=LOOSE)
def met(
    soil: Soil,
    steep: float,
    low_point: float,
    loft: float,
    bounce: float,
    arc_m: float,
    sole_m: float,
    share: float,
    speed: float,
    mass: float,
    along: float,
    deep: float,
) -> tuple[float, float, float, float]:
    """One stroke, in the order of Meeting."""
    c, hard = soil.coefficients, (1.0 - soil.softness) ** 2
    force = (c.soil_holds_n if soil.lift < 0.0 else c.sand_holds_n) * soil.softness
    room, drop = _room_under(soil, sole_m), _sole_drop(sole_m, share, c)
    lowest = aimed_edge(soil, loft, steep, drop, room) - low_point**2 / (2.0 * arc_m) - deep
    low_at = low_point + along
    free = lowest + low_at**2 / (2.0 * arc_m)
    into_soil = max(drop - room - lowest, 0.0)
    early = max(math.sqrt(2.0 * arc_m * into_soil) - low_at, 0.0) if into_soil > 0.0 else 0.0
    if soil.wall_m >= 0.0 and soil.over_m > 0.0:
        early = max(early, _rim(soil, lowest - drop, low_at, arc_m))
        early = max(early, c.bridged_m * _bridging(sole_m, c) * min(soil.over_m / c.deep_divot_m, 1.0))
    # Where the soil was met, or will be right at the ball, it holds the sole up and throws it back.
    thrown_up = max(bounce, 0.0)
    lift = c.sole_rest_share * sole_m * share * math.sin(thrown_up)
    back = math.tan(c.rebound * hard * max(steep + thrown_up, 0.0))
    thrown = -room + lift + early * back
    on_soil = min(max((-room + lift - free) / 0.001, 0.0), 1.0)
    # A way in the ground is stirred at any speed, and held with a steady force besides: v^2 falls by
    # exp(-2 rate x), and by 2 F x / M. A full swing hardly feels the force, a chip is stopped by it.
    squared = math.exp(-2.0 * dig_rate(soil, steep, bounce, sole_m, share) * early)
    squared -= 2.0 * force * early / (mass * max(speed, 0.5) ** 2)
    edge = free + on_soil * hard * max(thrown - free, 0.0)
    return edge, thin_limit(loft), early, math.sqrt(max(squared, 0.0))


@kernel(nogil=True, fastmath=LOOSE)
def _meet(told: Vec, soil: Soil, out: Vec) -> None:
    """Every stroke: rows of Approach, further ahead, deeper (11, n); `out`: rows of Meeting."""
    for i in range(told.shape[1]):
        out[0, i], out[1, i], out[2, i], out[3, i] = met(
            soil, told[0, i], told[1, i], told[2, i], told[3, i], told[4, i], told[5, i], told[6, i], told[7, i],
            told[8, i], told[9, i], told[10, i],
        )  # fmt: skip


def meet(lie: Lie, approach: Approach, along_m: ArrayLike = 0.0, deep_m: ArrayLike = 0.0) -> Meeting:
    """Meet ground and ball with the arc's low point `along_m` further ahead and `deep_m` deeper than meant."""
    count = length_of(*approach, along_m, deep_m)
    out = np.empty((len(Meeting._fields), count))
    _meet(rows(count, *approach, along_m, deep_m), lie.under.soil, out)
    return Meeting(*out)


EARLY_M, DEPTH_M, LOOKS = 0.12, 0.012, 48
"""How far off it is looked, early and in depth (m), in how many steps."""

SIDES = ((0, -1.0, EARLY_M), (1, 1.0, DEPTH_M), (1, -1.0, DEPTH_M))
"""Of a window's three sides: whether along or deep is missed, in which direction, and how far it is looked."""


@kernel(inline="always", fastmath=LOOSE)
def miss_at(side: int, look: int) -> tuple[float, float, float]:
    """How far a strike is off at one look on one side of a window: size, further ahead, deeper (m)."""
    which, sign, most = SIDES[side]
    size = most * look / LOOKS
    return size, sign * size if which == 0 else 0.0, 0.0 if which == 0 else sign * size


@kernel(fastmath=LOOSE)
def window_of(soil: Soil, a: Vec, out: Vec) -> None:
    """The window of an approach `a`: how far a strike may be off before it fails (m): early behind the ball, deeper,
    higher. On each side the last of growing misses before the first that is heavy or thin.
    """
    for side in range(3):
        out[side] = 0.0
        for k in range(LOOKS + 1):
            size, along, deep = miss_at(side, k)
            edge, limit, _, kept = met(soil, a[0], a[1], a[2], a[3], a[4], a[5], a[6], a[7], a[8], along, deep)
            if edge > limit or kept < HEAVY_KEPT:
                break
            out[side] = size
