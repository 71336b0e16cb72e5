"""The ranking rule: the fewest expected strokes come first, a known flight before a new one.

A first screening plays each candidate a few times more: speed, face and loft off by one standard deviation times the
root of their number, firmness and surround misread likewise. The mean of what those balls still cost is the expected
value to second order (the unscented rule with equal weights), trouble at a bit over two deviations included. A
method's difficulty, the slope and the grass multiply the scatter. A strike that fails leaves the ball FAILED_SHARE of
the way on, what is heavy in sand stays there, a skulled splash flies over the green. Each degree of delivered loft
away from the player's own choice on the level then counts as 0.002 strokes more: that keeps near-ties from flipping,
and is the trade's "swap the club, keep the flight".
The best are then struck many times (see scatter), and their mean cost, bad ones counted, decides, weighted by the
coach's mood.
"""

from __future__ import annotations

import math
from dataclasses import replace
from typing import NamedTuple

import numpy as np

from veltrin.core.flight import COARSE_STEP_S
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.ground import Lie, Slope
from veltrin.core.hole import Hole
from veltrin.core.kit import Scatter, ScatterCoefficients
from veltrin.core.plan.play import Batch, Played, World, play
from veltrin.core.plan.target import Targets, unit_vector
from veltrin.core.run import Landing, green_deceleration, run_out

UNKNOWN_FLIGHT_PER_RAD = 0.002 * 180.0 / math.pi
"""Strokes that a flight unlike the one the player would choose from level counts more: 0.002 a degree. Judgement."""


STAYS_WITHIN = 0.03
"""A call that stands first stays there until another is so many strokes better: near-equals don't flip while a reading
is dragged. Judgement, somewhat more than four hundred strikes can tell."""

FAILED_SHARE = 0.5
STUCK_ON_SHARES, SKULLED_SHARES = (0.1,), (1.2, 1.6, 2.0)
"""How far on, as a share of the way, a heavy or thin strike leaves the ball in the first screening; what is heavy in
sand stays in it, and a skulled splash flies over, nobody knows how far. Judgement."""


def unknown_flight(delivered_loft: Vec, rolls: Mask, known_loft_rad: float | None) -> Vec:
    """Strokes that calls count more for a flight unlike the known one, (n,); none where the ball rolls."""
    if known_loft_rad is None:
        return np.zeros(len(delivered_loft))
    return np.where(rolls, 0.0, UNKNOWN_FLIGHT_PER_RAD * np.abs(delivered_loft - known_loft_rad))


def slope_difficulty(slope: Slope, c: ScatterCoefficients) -> float:
    """How much a slope widens scatter, 1 on the level.

    Judgement in the order of the trade: downhill and below the feet worst, both together the hardest of all.
    """
    fall, side = math.degrees(slope.fall_rad), math.degrees(slope.side_rad)
    along = abs(fall) * (c.downhill_per_deg if fall > 0 else c.uphill_per_deg)
    across = abs(side) * (c.below_per_deg if side < 0 else c.above_per_deg)
    return 1.0 + along + across + along * across


def grass_difficulty(lie: Lie, way_m: Vec, c: ScatterCoefficients) -> Vec:
    """How much grass around the ball widens scatter, 1 for a ball on top, (n,); `way_m`: the head's way through it.

    What turns and stops a head does so along its way: the flatter it comes down, the longer.
    """
    return np.asarray(1.0 + c.grass_per_m * lie.thickness * (1.0 + c.wet_grass * lie.wet) * way_m)


def footing(lie: Lie, swing: Vec, c: ScatterCoefficients) -> Vec:
    """How much the bottom of the arc wanders more in sand, where the face is to take the ball, 1 elsewhere (n,).

    Feet give way, and a touch is not picked off loose grains for certain: it is splashed. Judgement, set so that the
    longer strokes from sand cost a high handicap what is published.
    """
    if not lie.in_sand:
        return np.ones_like(swing)
    touch = np.clip((c.picked_swing - swing) / (c.picked_swing - c.touch_swing), 0.0, 1.0)
    return np.asarray(1.0 + lie.softness * (c.footing + c.touch_in_sand * touch))


def club_difficulty(delivered_loft: Vec, rolls: Mask, c: ScatterCoefficients) -> Vec:
    """How much little loft widens scatter: nothing from 25 deg up, 2 % a degree below; nothing where the ball rolls.

    Judgement.
    """
    return np.asarray(
        1.0 + np.where(rolls, 0.0, c.little_loft_per_deg * np.maximum(25.0 - np.degrees(delivered_loft), 0.0))
    )


def speed_scatter(scatter: Scatter, batch: Batch, swing: Vec) -> Vec:
    """Relative scatter of speed: a touch is judged, a full swing is the same each time; a putt is always judged."""
    return np.asarray(
        np.interp(swing * batch.clubs.touch, [0.25, 1.0], [scatter.speed_share_touch, scatter.speed_share_full])
    )


class Doubts(NamedTuple):
    """How far a call would end elsewhere if the ground were not as read (m, (n,)): firmer, and a slower surround."""

    firm: Vec
    rolled: Vec

    def take(self, index: Index) -> Doubts:
        """Pick entries."""
        return Doubts(self.firm[index], self.rolled[index])


def landing_doubt(played: Played, scatter: Scatter, difficulty: Vec) -> Vec:
    """How far contact and first bounce throw the finish (m, (n,)): all of it where a ball is pitched, little where it
    is run along the ground.
    """
    c = scatter.coefficients
    pitched = 1.0 - np.exp(-played.flights.apex_m / c.pitched_apex_m)
    return np.asarray(scatter.landing_m * difficulty * (c.skipped + (1.0 - c.skipped) * pitched))


def ground_doubts(played: Played, landing: Landing, targets: Targets, pitched: Vec, c: ScatterCoefficients) -> Doubts:
    """Run the same flights out on ground as firm and as soft as it may be misread; judge the surround's brake.

    `pitched`: what the first bounce adds (m), see landing_doubt.
    """
    flown = played.flights
    ends = [
        targets.along(run_out(flown.landing, flown.velocity, flown.spin, replace(landing, firmness=f)).rest)
        for f in (min(landing.firmness + c.firmness_doubt, 1.0), max(landing.firmness - c.firmness_doubt, 0.0))
    ]
    return Doubts(np.hypot(0.5 * (ends[0] - ends[1]), pitched), roll_shift(played.total, played.carry, landing, c))


class Typical(NamedTuple):
    """What a stroke of each candidate typically leaves (root mean square, m) and still costs (strokes), (n,)."""

    leave: Vec
    strokes: Vec


_DOUBTED = 5
"""Speed, face, loft, firmness, surround."""


def typical(
    batch: Batch,
    world: World,
    hole: Hole,
    solved: tuple[Vec, Vec, Vec],
    scatter: Scatter,
    difficulty: Vec,
    doubts: Doubts,
    targets: Targets,
) -> Typical:
    """Leave and cost of each candidate by the unscented rule; `solved`: swing, aim, and where it rests as meant."""
    n = batch.count
    swing, aim, meant_rest = solved
    out = math.sqrt(_DOUBTED)
    faster = out * speed_scatter(scatter, batch, swing) * difficulty
    rows = np.tile(np.arange(n), 6)
    zero = np.zeros(n)
    turn, lofted = out * scatter.face_rad * difficulty, out * scatter.loft_rad * difficulty
    face = np.concatenate([zero, zero, turn, -turn, zero, zero])
    loft = np.concatenate([zero, zero, zero, zero, lofted, -lofted])
    speed = np.concatenate([1.0 + faster, np.maximum(1.0 - faster, 0.2), zero + 1, zero + 1, zero + 1, zero + 1])
    many = batch.take(rows).changed(faster=speed, add={"open_rad": face, "lean_rad": loft})
    off = play(many, world, np.tile(swing, 6), np.tile(aim, 6), step_s=COARSE_STEP_S)
    shifts = [out * d[:, None] * unit_vector(targets.bearing) for d in (doubts.firm, doubts.rolled)]
    rest = meant_rest[:, :2]
    places = np.concatenate([off.runs.rest[:, :2], *(rest + sign * s for s in shifts for sign in (1.0, -1.0))])
    struck = np.concatenate([off.flights.struck >= 0, np.zeros(4 * n, dtype=bool)])
    ends = hole.ends(places[:, 0], places[:, 1], struck)
    leave = np.sqrt(np.mean(ends.leave_m.reshape(2 * _DOUBTED, n) ** 2, axis=0))
    return Typical(leave, ends.strokes.reshape(2 * _DOUBTED, n).mean(axis=0))


def roll_shift(total: Vec, carry: Vec, landing: Landing, c: ScatterCoefficients) -> Vec:
    """How far a ball of this total and carry stops short where the surround brakes more by what it is misjudged by (m).

    Energy: what is lost more on the way to the green is missing on it, as many times over as the green is faster.
    """
    slow = green_deceleration(
        landing.green_speed_ft if landing.surround.speed_ft is None else landing.surround.speed_ft
    )
    fast = green_deceleration(landing.green_speed_ft)
    through = np.clip(np.minimum(total, landing.front_m) - carry, 0.0, None)
    on_green = total > landing.front_m
    return np.asarray(c.surround_doubt * through * np.where(on_green, slow / fast, 1.0))
