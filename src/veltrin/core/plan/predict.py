"""What one stroke is expected to do, written down with the shot when it is booked: the yardstick of all learning.

`bare` numbers are the model's own, without the player's book: learning compares with them, or what was learnt once
would be learnt again and again.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.air import CALM, Air
from veltrin.core.geometry import Vec
from veltrin.core.kit import REFERENCE_BALL_C, Player
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Call, Question
from veltrin.core.plan.one import one_call
from veltrin.core.plan.play import Batch, Miss, Played, World, play
from veltrin.core.plan.rank import speed_scatter
from veltrin.core.plan.stock import STOCK_WORLD, stock_speeds
from veltrin.core.plan.target import Targets
from veltrin.core.sides import Sided, mirrored, renamed
from veltrin.core.strike import club_rows

FASTER = 0.03
TURNED_RAD = math.radians(1.0)
LEAST_CARRY_M = 1.0
"""A ball that carries less is rolled: its finish tells how fast it was struck."""


@dataclass(frozen=True)
class Expected:
    """One stroke as planned (m, m/s, rad, rad/s), along and to the left of the way to its target.

    `bare_*`: of the model alone. `*_sd`: one standard deviation of many strikes. `carry_speed_exponent`: by which
    power of head speed the carry grows; `face_direction_gain`: rad of direction a rad of shut face makes. `slid`: the
    ball slid on the face. `length_sd`, `side_sd_rad`: of the logarithm of a booked length, and of its direction.
    """

    carry_m: float
    total_m: float
    side_m: Sided
    bare_carry_m: float
    bare_total_m: float
    bare_side_rad: Sided
    bare_ball_speed_m_s: float
    bare_spin_rad_s: float
    launch_rad: float
    descent_rad: float
    spin_rad_s: float
    ball_speed_m_s: float
    along_sd_m: float
    across_sd_m: float
    length_sd: float
    side_sd_rad: float
    carry_speed_exponent: float
    face_direction_gain: Sided
    slid: bool
    distance_m: float
    strokes: float | None


def expect(question: Question, call_id: str) -> tuple[Call, Expected] | None:
    """Work out what a call is expected to do, for this player; None if it is no feasible call here.

    Sides are told to the left of the target anyone who plays; the face is told by the player's own hand.
    """
    if not is_mirrored(question):
        return _expect_right_handed(question, call_id)
    found = _expect_right_handed(mirrored(question), renamed(call_id))
    return None if found is None else (found[0], mirrored(found[1]))


def _expect_right_handed(question: Question, call_id: str) -> tuple[Call, Expected] | None:
    one = one_call(question, call_id)
    if one is None:
        return None
    call, batch, world = one.call, one.batch, one.world
    swing, aim = np.array([call.swing]), np.array([call.aim_rad])
    target = Targets(np.array([call.target.distance_m]), np.array([call.target.bearing_rad]))
    assert call.spread is not None, "one call is struck many times"
    ends = call.spread.ends
    expected = _told(batch, world, swing, aim, target)
    # What was learnt of the scatter must not come back as weight: learning compares with the model alone.
    bare_hard = one.difficulty / float(batch.habits.scatter[0])
    sd = speed_scatter(question.player.scatter, batch, swing)[0] * bare_hard
    return call, replace(
        expected,
        along_sd_m=float(np.std(target.along(ends))),
        across_sd_m=float(np.std(target.across(ends))),
        length_sd=_length_sd(sd, expected.carry_speed_exponent),
        side_sd_rad=math.hypot(question.player.scatter.face_rad * bare_hard, READ_AIM_RAD),
        distance_m=call.target.distance_m,
        strokes=call.strokes,
    )


READ_LENGTH = 0.04
READ_AIM_RAD = math.radians(0.7)
"""How far off a booked length (as a share) and direction are besides the player's scatter: paced and judged by eye, a
lie misread. Judgement."""


def _length_sd(speed_sd: float, carry_speed_exponent: float) -> float:
    """One standard deviation of the logarithm of a booked length."""
    return math.hypot(carry_speed_exponent * speed_sd, READ_LENGTH)


def expect_stock(player: Player, club_id: str, air: Air) -> Expected:
    """A full stock swing from a clean level lie in this air, calm: what stock shots are measured against."""
    club = player.club(club_id, "club_id")
    place = player.bag.index(club)
    speed = np.array(stock_speeds(player))[[place]]
    batch = Batch.of(club_rows(player, [club]), speed, player.stature_m)
    world = replace(STOCK_WORLD, air=air, wind=CALM, ball_c=REFERENCE_BALL_C)
    one = np.ones(1)
    expected = _told(batch, world, one, 0.0 * one, Targets(one, 0.0 * one))
    scatter = player.scatter
    sd = _length_sd(scatter.speed_share_full, expected.carry_speed_exponent)
    side_sd = math.hypot(scatter.face_rad, READ_AIM_RAD)
    return replace(
        mirrored(expected) if player.left_handed else expected,
        length_sd=sd,
        side_sd_rad=side_sd,
        along_sd_m=sd * expected.carry_m,
        across_sd_m=math.tan(side_sd) * expected.carry_m,
        distance_m=expected.total_m,
        strokes=None,
    )


def _length_and_side(played: Played, target: Targets) -> tuple[Vec, Vec]:
    """How far each ball got, by its carry if it flew, and in which direction left of the target (rad)."""
    landed = played.flights.landing
    flew = target.along(landed) >= LEAST_CARRY_M
    place = np.where(flew[:, None], landed[:, :2], played.runs.rest[:, :2])
    along = np.maximum(target.along(place), 0.05)
    return along, np.arctan2(target.across(place), along)


def _told(batch: Batch, world: World, swing: Vec, aim: Vec, target: Targets) -> Expected:
    """Play the stroke as planned, by the model alone, a little faster, and with the face a little shut."""
    four = np.zeros(4, dtype=int)
    bare = (
        batch.unlearnt()
        .take(four)
        .changed(
            faster=np.array([1.0, 1.0 + FASTER, 1.0, 1.0]), add={"open_rad": np.array([0.0, 0.0, -TURNED_RAD, 0.0])}
        )
    )
    meant = target.take(four)
    model = play(bare, world, swing[four], aim[four], miss=Miss())
    length, side = _length_and_side(model, meant)
    planned = play(batch, world, swing, aim) if batch.learns else model
    carry, rest = planned.flights.landing, planned.runs.rest
    carry_speed_exponent = math.log(length[1] / length[0]) / math.log(1.0 + FASTER)
    return Expected(
        carry_m=float(target.along(carry[:1])[0]),
        total_m=float(target.along(rest[:1])[0]),
        side_m=float(target.across(rest[:1])[0]),
        bare_carry_m=float(meant.along(model.flights.landing)[0]),
        bare_total_m=float(meant.along(model.runs.rest)[0]),
        bare_side_rad=float(side[0]),
        bare_ball_speed_m_s=float(np.linalg.norm(model.launch.velocity[0])),
        bare_spin_rad_s=float(np.linalg.norm(model.launch.spin[0])),
        launch_rad=_up(planned.launch.velocity[0]),
        descent_rad=-_up(planned.flights.velocity[0]),
        spin_rad_s=float(np.linalg.norm(planned.launch.spin[0])),
        ball_speed_m_s=float(np.linalg.norm(planned.launch.velocity[0])),
        along_sd_m=0.0,
        across_sd_m=0.0,
        length_sd=0.0,
        side_sd_rad=0.0,
        carry_speed_exponent=min(max(carry_speed_exponent, 0.3), 4.0),
        face_direction_gain=float((side[2] - side[0]) / TURNED_RAD),
        slid=bool(model.slid[0]),
        distance_m=0.0,
        strokes=None,
    )


def _up(velocity: Vec) -> float:
    return math.atan2(float(velocity[2]), math.hypot(float(velocity[0]), float(velocity[1])))
