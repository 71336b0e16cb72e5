"""The set-up that brings the club to the ball first on this slope, computed from the stock stroke.

The body follows only part of a slope. What it misses tilts the arc against the ground and moves the low point by
r sin(miss); ball place takes that up. Leaning with the slope moves the centre of mass down the hill, which is
the pressure split; the stance is widened to keep part of the stock margin before the player topples.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, fields

import numpy as np

from veltrin.core.geometry import Vec, length_of, rows
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.strike.stroke import ClubArrays, Stroke

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
def _set_up(stroke: Vec, change: Vec, ground: Vec, stature_m: float, out: Vec) -> None:
    """Every set-up, stroke by stroke: rows of Stroke, _ASKED and (arc, fall, side), (k, n); `out`: rows of Setup."""
    height = CENTRE_OF_MASS_SHARE * stature_m
    for i in range(stroke.shape[1]):
        swing, lean, attack, stroke_low, stance_m, lead_share = stroke[:, i]
        follow_touch, follow_full, follow_side, lead_bias, open_rad, lean_rad, path = change[:7, i]
        attack_rad, stance, handle, ball_back_m, widen, taken_up, grip_down = change[7:, i]
        arc_m, fall, side = ground[0, i], ground[1, i], ground[2, i]
        touch = min(2.0 * (1.0 - swing), 1.0)
        wanted = follow_full + (follow_touch - follow_full) * touch
        lead_bias *= touch
        width = _stance_width(lead_share, stance_m, lead_bias, height * math.tan(wanted * fall), stature_m, widen)
        base = lead_share + lead_bias
        # Balance limits how far the body can go with the hill: the centre of mass must stay over the feet.
        room = MAX_SHARE - base if fall >= 0.0 else base - (1.0 - MAX_SHARE)
        balance = math.atan(max(room, 0.0) * width / height)
        tilt_fall = math.copysign(min(wanted * abs(fall), balance), fall)
        missed = fall - tilt_fall
        forward = ARC_FOLLOWS_PRESSURE * lead_bias * width
        slipped = arc_m * math.sin(missed)
        ball_back = taken_up * slipped - forward + ball_back_m
        grip, posture = _reach(side, arc_m, stature_m, width - stance_m)
        # A downhill or steep stance is gripped a little shorter for control: about 2 mm a degree (judgement).
        grip += 0.002 * math.degrees(max(fall, 0.0)) + grip_down
        out[0, i] = tilt_fall / fall if abs(fall) > 1e-9 else wanted
        out[1, i] = tilt_fall
        out[2, i] = follow_side * side
        out[3, i] = missed
        out[4, i] = ball_back
        out[5, i] = stroke_low - slipped + forward + ball_back - arc_m * attack_rad
        out[6, i] = stroke_low - arc_m * math.sin(fall)
        out[7, i] = width
        out[8, i] = stance_m
        out[9, i] = base + height * math.tan(tilt_fall) / width
        out[10, i] = lead_share
        out[11, i] = grip
        out[12, i] = posture
        out[13, i] = (ball_back + forward) / arc_m
        out[14, i] = lean + lean_rad
        out[15, i] = open_rad
        out[16, i] = path
        out[17, i] = attack + attack_rad
        out[18, i] = stance
        out[19, i] = handle
        out[20, i] = 1.0 - max(grip, 0.0) / arc_m


_ASKED = (
    "follow_touch", "follow_full", "follow_side", "lead_bias", "open_rad", "lean_rad", "path_rad", "attack_rad",
    "stance_rad", "handle_rad", "ball_back_m", "widen_m", "taken_up", "grip_down_m",
)  # fmt: skip
"""What of a change the set-up is worked out from."""


def set_up(clubs: ClubArrays, stroke: Stroke, change: Change, fall: Vec, side: Vec, stature_m: float) -> Setup:
    """Compute the set-up for a slope of `fall` and `side` (rad, arrays)."""
    asked = [getattr(change, name) for name in _ASKED]
    count = length_of(stroke.swing, fall, side, *asked)
    told = rows(count, *(getattr(stroke, f.name) for f in fields(stroke)))
    out = np.empty((len(fields(Setup)), count))
    _set_up(told, rows(count, *asked), rows(count, clubs.arc_m, fall, side), stature_m, out)
    return Setup(*out)
