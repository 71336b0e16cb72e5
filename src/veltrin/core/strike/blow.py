"""One stroke from set-up to the ball's leaving, compiled: a loop over rows with nothing of Python in it."""

from __future__ import annotations

import math
from typing import NamedTuple

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.geometry import Three, Vec
from veltrin.core.ground import Ploughed, Under
from veltrin.core.ground.grass import (
    ball_kept,
    closure_in_grass,
    face_friction,
    grass_drag_in,
    speed_kept,
    way_through,
)
from veltrin.core.ground.slope import axes_of, felt
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.kit.club import presented
from veltrin.core.strike.delivery import delivered
from veltrin.core.strike.impact import grip_restitution, restitution, struck
from veltrin.core.strike.meeting import Approach, Meeting, bladed_elevation, met, off_sweet
from veltrin.core.strike.rows import (
    ARC,
    BODY,
    BOUNCE,
    COR_AT_REST,
    COR_SLOPE,
    EDGE,
    ENTRY,
    FULL_SPEED,
    GEAR_LOSS,
    GRASS_DRAG,
    GRIP,
    HABIT_FACE,
    HABIT_FRICTION,
    HABIT_SPEED,
    HEAD_MASS,
    HOLD,
    HOSEL_CLOSURE,
    LIE,
    LOFT,
    SOLE,
    SOLE_SHARE,
)
from veltrin.core.strike.setup import (
    ATTACK_ASKED,
    FACE_TURN,
    HANDLE_ASKED,
    LEANT,
    LOW_POINT,
    MISSED,
    OPENED,
    SPEED_SHARE,
    Setup,
    set_up,
)
from veltrin.core.strike.splash import Splash, splashed


class Around(NamedTuple):
    """What is the same for all strokes of a batch: tangents of the slope along and across the line, height of the
    player (m), share of full speed that clothes leave, restitution of the ball over that of a warm one, and 0 where the
    shorter grip takes no speed, else 1.
    """

    drop_x: float
    drop_y: float
    stature_m: float
    able: float
    ball_factor: float
    gripped: float


PATH_AT = len(Setup._fields)
FACE_AT = PATH_AT + 3
BOUNCE_AT = FACE_AT + 3
APPROACH_AT = BOUNCE_AT + 1
MEETING_AT = APPROACH_AT + len(Approach._fields)
SPLASH_AT = MEETING_AT + len(Meeting._fields)
THIN_AT = SPLASH_AT + len(Splash._fields)
WAY_AT, DRAG_AT, SPEED_AT, SLID_AT = range(THIN_AT + 1, THIN_AT + 5)
TOLD = SLID_AT + 1
"""Where in a told row what begins, and how long it is: set-up, path, face, bounce against the ground, approach,
meeting, splash, whether it is thin, the way through grass, what that catches, head speed before it, and whether the
ball slid."""

ALONG, DEEP, PATCH = range(3)
"""What a strike is off by: low point further ahead, and deeper, than meant (m); its grass over that as read."""


@kernel(inline="always", fastmath=LOOSE)
def _dot(a: Three, b: Three) -> float:
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


@kernel(fastmath=LOOSE)
def _in_ground(v: Three, normal: Three) -> Three:
    """Unit vector along the ground in the direction of `v`."""
    off = _dot(v, normal)
    x, y, z = v[0] - off * normal[0], v[1] - off * normal[1], v[2] - off * normal[2]
    length = math.sqrt(x * x + y * y + z * z)
    return x / length, y / length, z / length


@kernel(fastmath=LOOSE)
def _carried(
    bed: Ploughed, path: Three, face: Three, normal: Three, speed: float, launch: float, spin_ratio: float
) -> tuple[Three, Three]:
    """Velocity and spin of a ball that sand or grass carries at `speed` (m/s)."""
    leads = bed.coefficients.path_leads
    mixed = (
        leads * path[0] + (1.0 - leads) * face[0],
        leads * path[1] + (1.0 - leads) * face[1],
        leads * path[2] + (1.0 - leads) * face[2],
    )
    a, n = _in_ground(mixed, normal), normal
    on, up = speed * math.cos(launch), speed * math.sin(launch)
    rate = -spin_ratio * speed / BALL_RADIUS_M
    spin = ((n[1] * a[2] - n[2] * a[1]) * rate, (n[2] * a[0] - n[0] * a[2]) * rate, (n[0] * a[1] - n[1] * a[0]) * rate)
    return (on * a[0] + up * n[0], on * a[1] + up * n[1], on * a[2] + up * n[2]), spin


@kernel(fastmath=LOOSE)
def _leaves(
    row: Vec, told: Vec, under: Under, around: Around, path: Three, face: Three, normal: Three, speed: float, way: float
) -> tuple[Three, Three]:
    """Velocity and spin off the face, or off the edge where that meets the ball, of a head that comes at `speed`."""
    soil, loft, edge = under.soil.coefficients, told[APPROACH_AT + 2], told[MEETING_AT]
    on_edge = told[THIN_AT] > 0.0 or row[EDGE] > 0.0
    if on_edge:
        tilt, flat = bladed_elevation(edge), _in_ground(face, normal)
        cos, sin = math.cos(tilt), math.sin(tilt)
        face = (cos * flat[0] + sin * normal[0], cos * flat[1] + sin * normal[1], cos * flat[2] + sin * normal[2])
    v_n = speed * _dot(path, face)
    e = restitution(v_n, row[COR_AT_REST], row[COR_SLOPE], around.ball_factor)
    e_grip = (1.0 + grip_restitution(v_n, row[GEAR_LOSS])) * row[HOLD] - 1.0
    friction = face_friction(under.grown, way) * row[GRIP] * row[HABIT_FRICTION]
    bladed = soil.bladed_share if on_edge else 1.0
    v, w, slid = struck(path, face, speed, row[HEAD_MASS], e * bladed, e_grip, friction)
    told[SLID_AT] = 1.0 if slid else 0.0
    sweet = 1.0 if on_edge else off_sweet(edge, loft, soil)
    return (v[0] * sweet, v[1] * sweet, v[2] * sweet), (w[0] * sweet, w[1] * sweet, w[2] * sweet)


@kernel(fastmath=LOOSE)
def _meets(row: Vec, told: Vec, under: Under, off: Vec) -> None:
    """How the head meets ground and ball, told; its approach stands there already."""
    a = told[APPROACH_AT:MEETING_AT]
    along, deep = off[ALONG], off[DEEP]
    edge, limit, early, kept = met(under.soil, a[0], a[1], a[2], a[3], a[4], a[5], a[6], a[7], a[8], along, deep)
    is_thin = edge > limit
    if row[EDGE] > 0.0:
        # An edge laid on the ball on purpose travels above the ground: only its own height can be missed.
        edge, early, kept, is_thin = row[EDGE] - deep, 0.0, 1.0, False
    if row[ENTRY] > 0.0:
        out = splashed(under.ploughed, a[0], a[2], a[3], a[4], a[5], a[6], row[HEAD_MASS], row[ENTRY], along, deep)
        edge, kept, is_thin = out[1], 1.0, out[6]
        s = told[SPLASH_AT:THIN_AT]
        s[0], s[1], s[2], s[3], s[4], s[5], s[6] = out[0], out[1], out[2], out[3], out[4], out[5], 1.0 * out[6]
    m = told[MEETING_AT:SPLASH_AT]
    m[0], m[1], m[2], m[3] = edge, limit, early, kept
    told[THIN_AT] = 1.0 if is_thin else 0.0


@kernel(fastmath=LOOSE)
def strike(
    row: Vec, swing: float, aim: float, off: Vec, under: Under, around: Around, told: Vec, velocity: Vec, spin: Vec
) -> None:
    """Strike one row with `swing` aimed `aim` rad left of the target: fills in its told row, velocity and spin."""
    cos, sin = math.cos(aim), math.sin(aim)
    fall, side = felt(around.drop_x, around.drop_y, aim)
    grown, normal = under.grown, axes_of(fall, side)[2]
    set_up(row, swing, fall, side, around.stature_m, told)
    gripped = 1.0 + (told[SPEED_SHARE] - 1.0) * around.gripped
    swung = row[FULL_SPEED] * (1.0 - (1.0 - around.able) * swing) * swing * gripped
    # The arc's turn is against the body, what the body missed comes back.
    attack_ground = told[ATTACK_ASKED] - told[FACE_TURN] + told[MISSED]
    drag = grass_drag_in(grown, row[GRASS_DRAG], row[BODY]) * row[SOLE_SHARE]
    way = way_through(grown, attack_ground, row[ARC], row[EDGE])
    shut = closure_in_grass(grown, way, drag, off[PATCH]) * row[HOSEL_CLOSURE] + row[HABIT_FACE]
    shown, sole = presented(
        row[LOFT], row[LIE], row[BOUNCE],
        told[OPENED] - shut, told[LEANT] + told[FACE_TURN], told[HANDLE_ASKED],
    )  # fmt: skip
    path, face = delivered(shown, told, row[LIE])
    # The sole meets the ground, not the body's own level: what the body missed of the fall comes back as bounce.
    bounce = math.atan2(sole[0], -sole[2]) + told[MISSED]
    told[PATH_AT], told[PATH_AT + 1], told[PATH_AT + 2] = path
    told[FACE_AT], told[FACE_AT + 1], told[FACE_AT + 2] = face
    told[BOUNCE_AT] = bounce
    loft = math.asin(min(max(_dot(face, normal), -1.0), 1.0))
    a = told[APPROACH_AT:MEETING_AT]
    a[0], a[1], a[2], a[3], a[4] = -attack_ground, told[LOW_POINT], loft, bounce, row[ARC]
    a[5], a[6], a[7], a[8] = row[SOLE], row[SOLE_SHARE], swung, row[HEAD_MASS]
    _meets(row, told, under, off)
    told[WAY_AT], told[DRAG_AT], told[SPEED_AT] = way, drag, swung
    in_grass = speed_kept(grown, way, drag, swung, row[HEAD_MASS], off[PATCH])
    speed = swung * in_grass * told[MEETING_AT + 3] * row[HABIT_SPEED]
    v, w = _leaves(row, told, under, around, path, face, normal, speed, way)
    is_carried = row[ENTRY] > 0.0 and told[THIN_AT] == 0.0
    s = told[SPLASH_AT:THIN_AT]
    if is_carried:
        v, w = _carried(under.ploughed, path, face, normal, speed * s[0], s[2], s[3])
    left = 1.0
    if not (is_carried and under.ploughed.in_sand):
        flat = math.sqrt(v[0] * v[0] + v[1] * v[1])
        left = ball_kept(grown, math.atan2(v[2], flat), math.sqrt(_dot(v, v)), off[PATCH])
    for out, u in ((velocity, v), (spin, w)):
        out[0], out[1], out[2] = left * (u[0] * cos - u[1] * sin), left * (u[0] * sin + u[1] * cos), left * u[2]


@kernel(nogil=True, fastmath=LOOSE)
def strike_rows(
    rows: Vec,
    swing: Vec,
    aim: Vec,
    off: Vec,
    under: Under,
    around: Around,
    told: Vec,
    velocity: Vec,
    spin: Vec,
) -> None:
    """Strike every row, each off by its row of `off`, or all as meant where that is a single one."""
    for i in range(rows.shape[0]):
        k = i if off.shape[0] > 1 else 0
        strike(rows[i], swing[i], aim[i], off[k], under, around, told[i], velocity[i], spin[i])
