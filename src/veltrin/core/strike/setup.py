"""The set-up that brings the club to the ball first on this slope, computed from the stock stroke.

The body follows only part of a slope. What it misses tilts the arc against the ground and moves the low point by
r sin(miss); ball place takes that up. Leaning with the slope moves the centre of mass down the hill, which is
the pressure split; the stance is widened to keep part of the stock margin before the player topples.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.strike.rows import (
    ARC,
    ATTACK,
    BALL_BACK,
    FOLLOW_FULL,
    FOLLOW_SIDE,
    FOLLOW_TOUCH,
    GRIP_DOWN,
    HANDLE,
    LEAD_BIAS,
    LEAN,
    OPEN,
    PATH,
    STANCE,
    TAKEN_UP,
    WIDEN,
)
from veltrin.core.strike.stroke import stock_stroke

CENTRE_OF_MASS_SHARE = 0.53
"""Height of the centre of mass over stature at address (anthropometry: 0.55 standing, a little less bent)."""

HUB_SHARE = 0.78
"""Height of the hub of the swing (base of the neck, bent) over stature at address. Judgement."""

MAX_SHARE = 0.95
"""Pressure on one side beyond which nobody keeps balance through a stroke. Judgement."""

MARGIN_KEPT = 0.40
"""Part of the stock sideways balance margin that a stance on a slope should keep. Judgement."""

UPHILL_MARGIN_KEPT = 0.20
"""The same uphill, where the hill itself holds: a narrower stance will do. Judgement; common practice."""

MAX_WIDTH_SHARE = 0.335
"""Widest stance in which one still turns, over stature. Judgement."""

FEET_TOGETHER_M = 0.10
"""Middle of one foot to middle of the other with the feet together. Common practice."""

GRIP_RESERVE_M = 0.012
"""How far from the butt end one stands as a rule: all a player can lengthen the club by. Common practice."""

ARC_FOLLOWS_PRESSURE = 0.5
"""Share of a shift of pressure that the bottom of the arc follows. Judgement."""


class Setup(NamedTuple):
    """Set-up on this slope, arrays (n,). Lengths m, angles rad; differences are from stock.

    `ball_back_m` > 0 towards the trail foot. `low_point_m` is where the arc touches its lowest relative to the
    ground, ahead of the ball; `uncorrected_low_point_m` the same for a player who stands upright with the ball in
    its stock place. `missed_fall` is the part of the fall the body did not follow, `face_turn` what the
    face turned with the arc because the ball lies further back.
    """

    follow_fall: Vec
    tilt_fall: Vec
    tilt_side: Vec
    missed_fall: Vec
    ball_back_m: Vec
    low_point_m: Vec
    uncorrected_low_point_m: Vec
    width_m: Vec
    stock_width_m: Vec
    lead_share: Vec
    stock_lead_share: Vec
    grip_down_m: Vec
    posture_m: Vec
    face_turn: Vec
    lean: Vec
    open: Vec
    path: Vec
    attack: Vec
    stance: Vec
    handle: Vec
    speed_share: Vec
    stock_lean: Vec

    @property
    def shoulder_tilt(self) -> Vec:
        """Tilt of the shoulders: the body's own (rad, down to the target positive)."""
        return self.tilt_fall

    @property
    def attack_ground(self) -> Vec:
        """Attack angle against the ground (rad): the arc's turn is against the body, the miss comes back."""
        return np.asarray(self.attack - self.face_turn + self.missed_fall)


(
    FOLLOWED, TILT_FALL, TILT_SIDE, MISSED, BALL_BACK_BY, LOW_POINT, UPRIGHT_LOW_POINT, STANCE_WIDTH, STOCK_WIDTH,
    LEAD_SHARE, STOCK_LEAD_SHARE, GRIPPED_DOWN, POSTURE, FACE_TURN, LEANT, OPENED, PATH_ASKED, ATTACK_ASKED,
    STANCE_ASKED, HANDLE_ASKED, SPEED_SHARE, STOCK_LEAN,
) = range(len(Setup._fields))  # fmt: skip
"""Places of a set-up in a kernel's row."""


@kernel(inline="always", fastmath=LOOSE)
def _stance_width(
    lead_share: float, stance_m: float, lead_bias: float, lean_down: float, stature_m: float, widen_m: float
) -> float:
    """Width that keeps MARGIN_KEPT of the stock balance margin while the body leans `lean_down` (m)."""
    is_down = lean_down >= 0.0
    spare = max(1.0 - (lead_share + lead_bias if is_down else 1.0 - lead_share - lead_bias), 0.12)
    stock_downhill = lead_share if is_down else 1.0 - lead_share
    margin = MARGIN_KEPT if is_down else UPHILL_MARGIN_KEPT
    needed = margin * (1.0 - stock_downhill) * stance_m + abs(lean_down)
    width = max(needed / spare, stance_m)
    return float(min(max(width + widen_m, FEET_TOGETHER_M), MAX_WIDTH_SHARE * stature_m))


@kernel(inline="always", fastmath=LOOSE)
def _reach(side: float, arc_m: float, stature_m: float, wider_m: float) -> tuple[float, float]:
    """How a side slope is reached: grip down (m, negative lengthens) and posture (m, > 0 taller).

    The ball sits higher or lower than the feet by its distance times tan(side); the line from hub to ball
    gets shorter or longer by that much, shared between the grip and the posture. A wider stance also lowers the hub.
    """
    hub = HUB_SHARE * stature_m
    away = math.sqrt(max(arc_m**2 - (0.93 * hub) ** 2, 0.04))
    rise = away * math.tan(side)
    shorter = math.hypot(away, hub) - math.hypot(away, hub - rise)
    grip = 0.5 * shorter if shorter > 0.0 else max(0.5 * shorter, -GRIP_RESERVE_M)
    leg = 0.53 * stature_m
    lowered = leg - math.sqrt(leg**2 - (wider_m / 2.0) ** 2)
    return grip, shorter - grip + (lowered if side < 0.0 else 0.0)


@kernel(fastmath=LOOSE)
def set_up(row: Vec, swing: float, fall: float, side: float, stature_m: float, out: Vec) -> None:
    """The set-up of a candidate's `row` (see rows.py) on a slope of `fall` and `side` (rad), in the order of Setup."""
    lean, attack, stroke_low, stance_m, lead_share = stock_stroke(row, stature_m, swing)
    height = CENTRE_OF_MASS_SHARE * stature_m
    arc_m = row[ARC]
    touch = min(2.0 * (1.0 - swing), 1.0)
    wanted = row[FOLLOW_FULL] + (row[FOLLOW_TOUCH] - row[FOLLOW_FULL]) * touch
    lead_bias = row[LEAD_BIAS] * touch
    width = _stance_width(lead_share, stance_m, lead_bias, height * math.tan(wanted * fall), stature_m, row[WIDEN])
    base = lead_share + lead_bias
    # Balance limits how far the body can go with the hill: the centre of mass must stay over the feet.
    room = MAX_SHARE - base if fall >= 0.0 else base - (1.0 - MAX_SHARE)
    balance = math.atan(max(room, 0.0) * width / height)
    tilt_fall = math.copysign(min(wanted * abs(fall), balance), fall)
    missed = fall - tilt_fall
    forward = ARC_FOLLOWS_PRESSURE * lead_bias * width
    slipped = arc_m * math.sin(missed)
    ball_back = row[TAKEN_UP] * slipped - forward + row[BALL_BACK]
    grip, posture = _reach(side, arc_m, stature_m, width - stance_m)
    # A downhill or steep stance is gripped a little shorter for control: about 2 mm a degree (judgement).
    grip += 0.002 * math.degrees(max(fall, 0.0)) + row[GRIP_DOWN]
    out[FOLLOWED] = tilt_fall / fall if abs(fall) > 1e-9 else wanted
    out[TILT_FALL] = tilt_fall
    out[TILT_SIDE] = row[FOLLOW_SIDE] * side
    out[MISSED] = missed
    out[BALL_BACK_BY] = ball_back
    out[LOW_POINT] = stroke_low - slipped + forward + ball_back - arc_m * row[ATTACK]
    out[UPRIGHT_LOW_POINT] = stroke_low - arc_m * math.sin(fall)
    out[STANCE_WIDTH] = width
    out[STOCK_WIDTH] = stance_m
    out[LEAD_SHARE] = base + height * math.tan(tilt_fall) / width
    out[STOCK_LEAD_SHARE] = lead_share
    out[GRIPPED_DOWN] = grip
    out[POSTURE] = posture
    out[FACE_TURN] = (ball_back + forward) / arc_m
    out[LEANT] = lean + row[LEAN]
    out[OPENED] = row[OPEN]
    out[PATH_ASKED] = row[PATH]
    out[ATTACK_ASKED] = attack + row[ATTACK]
    out[STANCE_ASKED] = row[STANCE]
    out[HANDLE_ASKED] = row[HANDLE]
    out[SPEED_SHARE] = 1.0 - max(grip, 0.0) / arc_m
    out[STOCK_LEAN] = lean
