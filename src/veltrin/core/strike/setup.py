"""The set-up that brings the club to the ball first on this slope, computed from the stock stroke.

The body follows only part of a slope. What it misses tilts the arc against the ground and moves the low point by
r sin(miss); ball place takes that up. Leaning with the slope moves the centre of mass down the hill, which is
the pressure split; the stance is widened to keep part of the stock margin before the player topples.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.strike.stroke import ClubArrays, Stroke

CENTRE_OF_MASS_SHARE = 0.53
"""Height of the centre of mass over stature at address (anthropometry: 0.55 standing, a little less bent)."""

HUB_SHARE = 0.78
"""Height of the hub of the swing (base of the neck, bent) over stature at address. Judgement."""

MAX_SHARE = 0.98
"""Pressure on one side beyond which nobody keeps balance through a stroke. Judgement."""

MARGIN_KEPT = 0.40
"""Part of the stock sideways balance margin that a stance on a slope should keep. Judgement."""

UPHILL_MARGIN_KEPT = 0.20
"""The same uphill, where the hill itself holds: a narrower stance will do. Judgement; common practice."""

MAX_WIDTH_SHARE = 0.42
"""Widest stance in which one still turns, over stature. Judgement."""

FEET_TOGETHER_M = 0.10
"""Middle of one foot to middle of the other with the feet together. Common practice."""

GRIP_RESERVE_M = 0.012
"""How far from the butt end one stands as a rule: all a player can lengthen the club by. Common practice."""

ARC_FOLLOWS_PRESSURE = 0.5
"""Share of a shift of pressure that the bottom of the arc follows. Judgement."""


@dataclass(frozen=True)
class Change:
    """What a way of playing asks for besides the slope's own demands; arrays or scalars, rad and m.

    `follow_touch`/`follow_full`: share of the fall the body goes along with, in a touch and in a full swing.
    `lead_bias`: pressure put on the lead side on purpose (fades out towards a full swing). `open`: face opened
    before gripping. `lean`: hands ahead of stock. `path` > 0 swings left. `attack` < 0 steeper. `stance` > 0
    open (left). `handle` > 0 raised. `ball_back` > 0 further back than needed. `widen`: stance on top. `taken_up`:
    share of what the body missed of the fall that ball place makes up; less than 1 meets the hill on purpose.
    `grip_down_m`: shorter grip by choice. `edge_m` > 0: not the face but the edge meets the ball, so high above its
    bottom. `entry_m` > 0: the head goes in so far behind the ball, which sand or grass then carries.
    `sole_contact_share`: share of the sole that touches (toe down: half). `hosel_closure`: share of the face grab that
    is left by a firm hand.
    """

    follow_touch: float | Vec = 0.74
    follow_full: float | Vec = 0.83
    follow_side: float | Vec = 0.9
    lead_bias: float | Vec = 0.0
    open_rad: float | Vec = 0.0
    lean_rad: float | Vec = 0.0
    path_rad: float | Vec = 0.0
    attack_rad: float | Vec = 0.0
    stance_rad: float | Vec = 0.0
    handle_rad: float | Vec = 0.0
    ball_back_m: float | Vec = 0.0
    widen_m: float | Vec = 0.0
    taken_up: float | Vec = 1.0
    grip_down_m: float | Vec = 0.0
    edge_m: float | Vec = 0.0
    entry_m: float | Vec = 0.0
    sole_contact_share: float | Vec = 1.0
    hosel_closure: float | Vec = 1.0


@dataclass(frozen=True)
class Setup:
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

    @property
    def shoulder_tilt(self) -> Vec:
        """Tilt of the shoulders: the body's own (rad, down to the target positive)."""
        return self.tilt_fall

    @property
    def attack_ground(self) -> Vec:
        """Attack angle against the ground (rad): the arc's turn is against the body, the miss comes back."""
        return np.asarray(self.attack - self.face_turn + self.missed_fall)


def _stance_width(stroke: Stroke, lead_bias: Vec, lean_down: Vec, stature_m: float, widen: Vec) -> Vec:
    """Width that keeps MARGIN_KEPT of the stock balance margin while the body leans `lean_down` (m)."""
    downhill_share = np.where(lean_down >= 0, stroke.lead_share + lead_bias, 1.0 - stroke.lead_share - lead_bias)
    spare = np.maximum(1.0 - downhill_share, 0.12)
    stock_downhill = np.where(lean_down >= 0, stroke.lead_share, 1.0 - stroke.lead_share)
    margin = np.where(lean_down >= 0, MARGIN_KEPT, UPHILL_MARGIN_KEPT)
    needed = margin * (1.0 - stock_downhill) * stroke.stance_width_m + np.abs(lean_down)
    width = np.maximum(needed / spare, stroke.stance_width_m)
    return np.clip(width + widen, FEET_TOGETHER_M, MAX_WIDTH_SHARE * stature_m)


def _reach(side: Vec, clubs: ClubArrays, stature_m: float, wider_m: Vec) -> tuple[Vec, Vec]:
    """How a side slope is reached: grip down (m, negative lengthens) and posture (m, > 0 taller).

    The ball sits higher or lower than the feet by its distance times tan(side); the line from hub to ball
    gets shorter or longer by that much, shared between the grip and the posture. A wider stance also lowers the hub.
    """
    hub = HUB_SHARE * stature_m
    away = np.sqrt(np.maximum(clubs.arc_m**2 - (0.93 * hub) ** 2, 0.04))
    rise = away * np.tan(side)
    shorter = np.hypot(away, hub) - np.hypot(away, hub - rise)
    grip = np.where(shorter > 0, 0.5 * shorter, np.maximum(0.5 * shorter, -GRIP_RESERVE_M))
    leg = 0.53 * stature_m
    lowered = leg - np.sqrt(leg**2 - (wider_m / 2.0) ** 2)
    return grip, shorter - grip + np.where(side < 0, lowered, 0.0)


def set_up(clubs: ClubArrays, stroke: Stroke, change: Change, fall: Vec, side: Vec, stature_m: float) -> Setup:
    """Compute the set-up for a slope of `fall` and `side` (rad, arrays)."""
    touch = 1.0 - stroke.swing
    wanted = change.follow_full + (np.asarray(change.follow_touch) - change.follow_full) * np.minimum(2.0 * touch, 1.0)
    lead_bias = np.asarray(change.lead_bias) * np.minimum(2.0 * touch, 1.0)
    height = CENTRE_OF_MASS_SHARE * stature_m
    width = _stance_width(stroke, lead_bias, height * np.tan(wanted * fall), stature_m, np.asarray(change.widen_m))
    base = stroke.lead_share + lead_bias
    # Balance limits how far the body can go with the hill: the centre of mass must stay over the feet.
    room = np.where(fall >= 0, MAX_SHARE - base, base - (1.0 - MAX_SHARE))
    balance = np.arctan(np.maximum(room, 0.0) * width / height)
    tilt_fall = np.sign(fall) * np.minimum(wanted * np.abs(fall), balance)
    missed = fall - tilt_fall
    forward = ARC_FOLLOWS_PRESSURE * lead_bias * width
    slipped = clubs.arc_m * np.sin(missed)
    ball_back = np.asarray(change.taken_up) * slipped - forward + change.ball_back_m
    face_turn = (ball_back + forward) / clubs.arc_m
    tilt_side = np.asarray(change.follow_side) * side
    grip, posture = _reach(side, clubs, stature_m, width - stroke.stance_width_m)
    # A downhill or steep stance is gripped a little shorter for control: about 2 mm a degree (judgement).
    grip = grip + 0.002 * np.degrees(np.maximum(fall, 0.0)) + change.grip_down_m
    none = np.zeros_like(fall)
    return Setup(
        follow_fall=np.where(np.abs(fall) > 1e-9, tilt_fall / np.where(np.abs(fall) > 1e-9, fall, 1.0), wanted),
        tilt_fall=tilt_fall,
        tilt_side=tilt_side,
        missed_fall=missed,
        ball_back_m=ball_back,
        low_point_m=stroke.low_point_m - slipped + forward + ball_back - clubs.arc_m * change.attack_rad,
        uncorrected_low_point_m=stroke.low_point_m - clubs.arc_m * np.sin(fall),
        width_m=width,
        stock_width_m=stroke.stance_width_m,
        lead_share=base + height * np.tan(tilt_fall) / width,
        stock_lead_share=stroke.lead_share,
        grip_down_m=grip,
        posture_m=posture,
        face_turn=face_turn,
        lean=stroke.lean + change.lean_rad,
        open=change.open_rad + none,
        path=change.path_rad + none,
        attack=stroke.attack + change.attack_rad,
        stance=change.stance_rad + none,
        handle=change.handle_rad + none,
        speed_share=1.0 - np.maximum(grip, 0.0) / clubs.arc_m,
    )
