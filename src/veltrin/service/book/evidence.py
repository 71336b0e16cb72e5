"""What a booked shot says for learning: its difference from what the model expected of it, by the laws of today."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any, NamedTuple

import numpy as np

from veltrin.core.hole import KIND_LIST
from veltrin.core.learn import FAILED, BookedStrike, Meant, Told, Yardstick, is_far_off, lesson, told
from veltrin.core.plan import Question
from veltrin.core.plan.predict import Expected
from veltrin.service.book.planned import Planned, expected_of
from veltrin.store.engine import Store
from veltrin.store.repositories import practice as practice_rows
from veltrin.store.tables import BookingRow


class Seen(NamedTuple):
    """What was seen of a booked shot: as the book's columns of these names. Left of the line is positive."""

    carry_m: float | None
    carry_side_m: float | None
    total_m: float | None
    side_m: float | None
    ball_speed_m_s: float | None
    spin_rad_s: float | None
    fault: str
    holed: bool


def seen_of(row: BookingRow) -> Seen:
    """What was seen of a shot that is in the book."""
    return Seen(*(getattr(row, name) for name in Seen._fields))


def _direction(row: Seen) -> float | None:
    """Direction, left positive: of the landing where it was seen, else of the finish."""
    if row.carry_m is not None and row.carry_m > 0.5 and row.carry_side_m is not None:
        return math.atan2(row.carry_side_m, row.carry_m)
    if row.total_m is not None and row.total_m > 0.5 and row.side_m is not None and row.carry_m is None:
        return math.atan2(row.side_m, row.total_m)
    return None


def _told(row: Seen, e: Expected) -> Told:
    """Nothing where the strike failed."""
    if FAILED & set(row.fault.split(",")):
        return Told(None, None, None)
    meant = Meant(
        e.bare_carry_m, e.bare_total_m, e.bare_side_rad, e.bare_ball_speed_m_s, e.bare_spin_rad_s,
        e.length_sd, e.side_sd_rad, e.carry_speed_exponent, e.face_direction_gain, e.slid,
    )  # fmt: skip
    struck = BookedStrike(
        carry_m=row.carry_m,
        side_rad=_direction(row),
        total_m=None if row.holed else row.total_m,
        ball_speed_m_s=row.ball_speed_m_s,
        spin_rad_s=row.spin_rad_s,
    )
    return told(meant, struck)


def _value(one: tuple[float, float] | None) -> tuple[float | None, float | None]:
    kept = lesson(one)
    return (None, None) if kept is None else (kept[0], kept[1] ** -2)


class Evidence(NamedTuple):
    """What was expected of a booked shot and what it teaches by that, by column; whether it is far off."""

    columns: dict[str, Any]
    is_far_off: bool


def held_against(seen: Seen, expected: Expected, law: int) -> Evidence:
    """Hold a booked shot against what was expected of it, by the laws of that number."""
    says = _told(seen, expected)
    speed, friction, face = _value(says.speed), _value(says.friction), _value(says.face)
    columns = {
        "expected_carry_m": expected.carry_m,
        "expected_total_m": expected.total_m,
        "expected_side_m": expected.side_m,
        "along_sd_m": expected.along_sd_m,
        "across_sd_m": expected.across_sd_m,
        "strokes": expected.strokes,
        "speed_y": speed[0],
        "speed_w": speed[1],
        "friction_y": friction[0],
        "friction_w": friction[1],
        "face_y": face[0],
        "face_w": face[1],
        "law": law,
    }
    return Evidence(columns, is_far_off(says))


def ended(
    question: Question | None, bearing_rad: float, total: float | None, left: float | None, holed: bool
) -> tuple[str | None, float | None]:
    """The ground a ball ended on so far along and to the left of its line (m), and what it still costs."""
    if holed:
        return "green", 0.0
    if question is None or total is None or left is None:
        return None, None
    c, s = math.cos(bearing_rad), math.sin(bearing_rad)
    x, y = total * c - left * s, total * s + left * c
    ends = question.hole.ends(np.array([x]), np.array([y]))
    return KIND_LIST[int(ends.kind[0])].name, float(ends.strokes[0])


def yardstick_of(store: Store, player_id: str) -> Yardstick | None:
    """The player as at the first session of practice; None where there was none yet."""
    with store.session() as session:
        return practice_rows.yardstick(session, player_id)


def steady_lost(seen: Seen, planned: Planned, lost: float | None, yardstick: Yardstick | None) -> float | None:
    """Strokes a booked shot lost against what was expected of the player of the first session; before it, of today's.

    Nothing that the book taught counts here. `lost`: against what was expected of it. None where it can't be told, as
    for `lost`.
    """
    question = planned.question
    if question is None or not planned.is_planned or lost is None:
        return None
    asked = yardstick.asks(question) if yardstick else replace(question, learned=question.learned.without_own)
    if asked == question:
        return lost
    found = expected_of(asked, planned.call_id)
    _, after = ended(asked, planned.bearing_rad, seen.total_m, seen.side_m, seen.holed)
    if found is None or found[1].strokes is None or after is None:
        return lost
    return 1.0 + after - found[1].strokes
