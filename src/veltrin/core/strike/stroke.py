"""The player's stock stroke from level ground, from a touch to a full swing.

`swing` is club-head speed over the player's full speed with that club, so 1 is a full swing and 0.3 a chip.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.kit import BALL_HOLD, Club, Player, face_grip
from veltrin.core.kit.player import MID_IRON_LOFT_RAD, STOCK_LEAN_RAD
from veltrin.core.strike.rows import ARC, ATTACK_FULL, LEAD_FULL, LEAN_FULL, LENGTH, ClubArrays

ARM_SHARE_OF_STATURE = 0.37
"""Shoulder to grip over stature (anthropometry: shoulder-to-fist is about 0.37 of stature; from memory)."""

# Stock lean and attack by kind of club, relative to the player's mid iron (deg): lean, attack.
# Trade numbers: common practice. A wood's shaft bends forward at impact, which gives loft back.
_KIND_OFFSETS_DEG = {
    "wood": (-5.0, 2.5),
    "hybrid": (-2.0, 1.0),
    "iron": (0.0, 0.0),
    "wedge": (0.0, -0.5),
    "putter": (-3.0, 5.5),
}
# A driver is struck from a tee, ball forward: on the way up. Common practice; published averages run from -1 to +3 deg.
TEED_BELOW_RAD = math.radians(13.0)
TEED_ATTACK_RAD = math.radians(2.5)
_COR_SPEED_SLOPE = {"wood": 0.0012, "hybrid": 0.0022, "iron": 0.0025, "wedge": 0.0025, "putter": 0.0025}
_COR_AT_REST = {"wood": 0.87, "hybrid": 0.875, "iron": 0.875, "wedge": 0.875, "putter": 0.80}
# A deep head turns under a blow and takes spin off (vertical gear effect); an iron hardly does. Judgement,
# set so that a driver's spin comes near published averages (from memory).
_GEAR_LOSS = {"wood": 0.30, "hybrid": 0.10, "iron": 0.0, "wedge": 0.0, "putter": 0.0}


def sole_snag(club: Club) -> float:
    """How much a sole catches in grass, 1 for a short iron. Judgement, in the order of the trade.

    A flat long sole with little loft snags most; a hybrid's rounded sole parts the grass, so does a lofted wood's.
    """
    if club.kind == "hybrid":
        return 0.55
    if club.kind == "putter":
        return 1.2
    little_loft = max(math.radians(30.0) - club.loft_rad, 0.0) / math.radians(15.0)
    return {"wood": 0.7, "iron": 1.0, "wedge": 0.9}[club.kind] * (1.0 + 0.9 * little_loft)


def body_snag(club: Club) -> float:
    """The same where grass closes over the whole head: a bulky one drags most, an upright face more than one laid back.

    Judgement.
    """
    upright = max(math.radians(45.0) - club.loft_rad, 0.0)
    return {"wood": 2.4, "hybrid": 1.8, "iron": 1.0, "wedge": 0.9, "putter": 1.6}[club.kind] + (
        1.3 * upright if club.kind == "iron" else 0.0
    )


def club_rows(player: Player, clubs: Sequence[Club]) -> Vec:
    """Gather what the strike needs to know about each club in this player's hands, (n, columns of ClubArrays)."""
    # A wood or a putter is swept anyone who swings it: its lean doesn't grow with strength or loft.
    is_swept = np.array([c.kind in ("wood", "putter") for c in clubs])
    # Lean grows with loft from the mid iron up: a full wedge is struck with the hands further ahead. Judgement,
    # so that the speeds behind usual stock carries fall from club to club as they do in the trade.
    growth = np.array([max(c.loft_rad / MID_IRON_LOFT_RAD, 1.0) for c in clubs])
    lean = np.radians([_KIND_OFFSETS_DEG[c.kind][0] for c in clubs]) + np.where(
        is_swept, STOCK_LEAN_RAD, player.lean_rad * growth
    )
    teed = np.array([c.kind == "wood" and c.loft_rad < TEED_BELOW_RAD for c in clubs])
    attack = np.radians([_KIND_OFFSETS_DEG[c.kind][1] for c in clubs]) + player.mid_iron_attack_rad
    attack = attack + np.where(teed, TEED_ATTACK_RAD, 0.0)
    length = np.array([c.length_m for c in clubs])
    told = ClubArrays(
        loft=np.array([c.loft_rad for c in clubs]),
        lie=np.array([c.lie_rad for c in clubs]),
        bounce=np.array([c.bounce_rad for c in clubs]),
        head_mass=np.array([c.head_mass_kg for c in clubs]),
        length=length,
        arc_m=length + ARM_SHARE_OF_STATURE * player.stature_m,
        lean_full=lean,
        attack_full=attack,
        cor_at_rest=np.array([_COR_AT_REST[c.kind] for c in clubs]),
        cor_slope=np.array([_COR_SPEED_SLOPE[c.kind] for c in clubs]),
        gear_loss=np.array([_GEAR_LOSS[c.kind] for c in clubs]),
        grass_drag=np.array([sole_snag(c) for c in clubs]),
        body=np.array([body_snag(c) for c in clubs]),
        sole_m=np.array([c.sole_width_m for c in clubs]),
        grip=np.array([face_grip(c.rounds, player.ball) for c in clubs]),
        lead_full=np.full(len(clubs), player.lead_share),
        touch=np.array([0.0 if c.kind == "putter" else 1.0 for c in clubs]),
        hold=np.full(len(clubs), BALL_HOLD[player.ball]),
    )
    return np.column_stack(told)


@kernel(fastmath=LOOSE)
def stock_stroke(row: Vec, stature_m: float, swing: float) -> tuple[float, float, float, float, float]:
    """Stock delivery and stance at this length of swing: lean, attack, low point, stance width, lead share.

    Angles in rad, lengths in m, `row` a candidate's (see rows.py). A touch has less lean and a shallower blow than a
    full swing, feet closer, and more pressure on the lead side (common practice: half to two thirds). The low point
    lies where an arc of that radius comes down at that attack angle: r sin(attack) ahead of the ball.
    """
    attack = row[ATTACK_FULL] * (0.65 + 0.35 * swing)
    width_full = stature_m * (0.20 + 0.06 * (row[LENGTH] - 0.89) / 0.25)
    return (
        row[LEAN_FULL] * (0.6 + 0.4 * swing),
        attack,
        -row[ARC] * math.sin(attack),
        width_full * (0.45 + 0.55 * swing),
        row[LEAD_FULL] + 0.12 * (1.0 - swing),
    )
