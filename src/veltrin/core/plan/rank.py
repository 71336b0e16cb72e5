"""The ranking rule: the shortest leave comes first, a known flight before a new one.

A first sieve works out the typical leave: each strike varies in speed, face and loft, and the ground is firmer or
softer than read. The chain is played again with each of these off by one standard deviation; the shifts of the resting
point, squared and summed, give the typical distance the ball is left from the flag. A method's difficulty, the slope
and the grass multiply the scatter. A strike that fails counts as a leave of FAILED_LEAVE of the way.
Each degree of delivered loft away from the player's own choice on the level then counts as one per cent more leave:
that keeps near-ties from flipping, and is the trade's "swap the club, keep the flight".
The best are then struck many times (see scatter), and their mean leave, bad ones counted, decides.
Expected strokes over the drawn trouble replace this rule when the line carries trouble.
"""

from __future__ import annotations

import math
from dataclasses import replace
from typing import NamedTuple

import numpy as np

from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.ground import Lie, Slope
from veltrin.core.kit import Scatter
from veltrin.core.plan.play import Batch, Played, World, nudge, play
from veltrin.core.run import Landing, green_deceleration, run_out

FIRMNESS_DOUBT = 0.12
"""How far a reading of firmness is usually off, on its 0..1 scale. Judgement."""


SURROUND_DOUBT = 0.12
"""How far the brake of unmown or fairway grass on a rolling ball is usually misjudged. Judgement."""

UNKNOWN_FLIGHT_PER_RAD = 0.01 * 180.0 / math.pi
"""Extra cost of a flight unlike the one the player would choose from level: 1 % per degree of loft. Judgement."""


FAILED_LEAVE = 0.5
"""Share of the distance that a heavy, thin, stuck or skulled strike leaves, for the first sieve. Judgement."""


def cost_of(leave: Vec, delivered_loft: Vec, known_loft_rad: float | None) -> Vec:
    """What calls are ranked by (m, (n,)): the leave, dearer the less the flight is like the known one."""
    if known_loft_rad is None:
        return leave
    return np.asarray(leave * (1.0 + UNKNOWN_FLIGHT_PER_RAD * np.abs(delivered_loft - known_loft_rad)))


def slope_difficulty(slope: Slope) -> float:
    """How much a slope widens scatter, 1 on the level.

    Judgement in the order of the trade: downhill and below the feet worst, both together the hardest of all.
    """
    fall, side = math.degrees(slope.fall_rad), math.degrees(slope.side_rad)
    along = abs(fall) * (0.040 if fall > 0 else 0.025)
    across = abs(side) * (0.040 if side < 0 else 0.030)
    return 1.0 + along + across + along * across


def grass_difficulty(lie: Lie) -> float:
    """How much grass around the ball widens scatter, 1 for a ball on top. Judgement: doubled when buried in rough."""
    return 1.0 + lie.thickness * lie.sunk * (1.0 + 0.3 * lie.wet)


def club_difficulty(delivered_loft: Vec, rolls: Mask) -> Vec:
    """How much little loft widens scatter: nothing from 25 deg up, 2 % a degree below; nothing where the ball rolls.

    Judgement.
    """
    return np.asarray(1.0 + np.where(rolls, 0.0, 0.02 * np.maximum(25.0 - np.degrees(delivered_loft), 0.0)))


def speed_scatter(scatter: Scatter, swing: Vec) -> Vec:
    """Relative scatter of speed: a touch is judged, a full swing is the same each time."""
    return np.asarray(np.interp(swing, [0.25, 1.0], [scatter.speed_share_touch, scatter.speed_share_full]))


class Doubts(NamedTuple):
    """How far a call would end elsewhere if the ground were not as read (m, (n,)): firmer, and a slower surround."""

    firm: Vec
    rolled: Vec

    def take(self, index: Index) -> Doubts:
        """Pick entries."""
        return Doubts(self.firm[index], self.rolled[index])


def ground_doubts(played: Played, landing: Landing) -> Doubts:
    """Run the same flights out on ground firmer and softer by FIRMNESS_DOUBT; judge the surround's brake."""
    flown = played.flights
    ends = [
        run_out(flown.landing, flown.velocity, flown.spin, replace(landing, firmness=f)).rest[:, 0]
        for f in (min(landing.firmness + FIRMNESS_DOUBT, 1.0), max(landing.firmness - FIRMNESS_DOUBT, 0.0))
    ]
    return Doubts(np.asarray(0.5 * (ends[0] - ends[1])), roll_shift(played, landing))


def typical_leave(
    batch: Batch, world: World, swing: Vec, aim: Vec, scatter: Scatter, difficulty: Vec, doubts: Doubts
) -> Vec:
    """Root-mean-square distance from the flag (m, (n,)) after one stroke, first order in the scatter."""
    n = batch.count
    faster = speed_scatter(scatter, swing) * difficulty
    rows = np.tile(np.arange(n), 6)
    zero = np.zeros(n)
    face = np.concatenate([zero, zero, scatter.face_rad * difficulty, -scatter.face_rad * difficulty, zero, zero])
    loft = np.concatenate([zero, zero, zero, zero, scatter.loft_rad * difficulty, -scatter.loft_rad * difficulty])
    speed = np.concatenate([1.0 + faster, 1.0 - faster, zero + 1, zero + 1, zero + 1, zero + 1])
    many = batch.take(rows)
    many = replace(many, full_speed=many.full_speed * speed, change=nudge(many.change, open_rad=face, lean_rad=loft))
    off = play(many, world, np.tile(swing, 6), np.tile(aim, 6))
    rest = np.stack([off.total, off.offline]).reshape(2, 3, 2, n)
    shift = 0.5 * (rest[:, :, 0] - rest[:, :, 1])
    return np.asarray(np.sqrt(np.sum(shift**2, axis=(0, 1)) + doubts.firm**2 + doubts.rolled**2))


def roll_shift(played: Played, landing: Landing) -> Vec:
    """How far the ball stops short where the surround brakes SURROUND_DOUBT more than judged (m, (n,)).

    Energy: what is lost more on the way to the green is missing on it, as many times over as the green is faster.
    """
    slow = green_deceleration(
        landing.green_speed_ft if landing.surround.speed_ft is None else landing.surround.speed_ft
    )
    fast = green_deceleration(landing.green_speed_ft)
    through = np.clip(np.minimum(played.total, landing.front_m) - played.carry, 0.0, None)
    on_green = played.total > landing.front_m
    return np.asarray(SURROUND_DOUBT * through * np.where(on_green, slow / fast, 1.0))
