"""Where on a course a booked shot was struck, and where its ball finished."""

from __future__ import annotations

import math
from typing import Any

from veltrin.service.shot.contracts.plan import OnCourse

Place = tuple[float, float]

PLACES = ("from_east_m", "from_north_m", "end_east_m", "end_north_m")


def hole_columns(on: OnCourse | None, bearing_rad: float, total: float | None, left: float | None) -> dict[str, Any]:
    """What the book keeps of it, by column. `bearing_rad`: of the target, left of the way to the flag; `total` and
    `left`: where the ball finished along and to the left of the way to that target (m).
    """
    if on is None:
        return {"course": "", "hole": "", **dict.fromkeys(PLACES)}
    end = (None, None) if total is None or left is None else _finish(on, bearing_rad, total, left)
    return {
        "course": on.course, "hole": on.hole, "from_east_m": on.ball_east_m, "from_north_m": on.ball_north_m,
        "end_east_m": end[0], "end_north_m": end[1],
    }  # fmt: skip


def _finish(on: OnCourse, bearing_rad: float, total: float, left: float) -> Place:
    turn = math.atan2(on.flag_north_m - on.ball_north_m, on.flag_east_m - on.ball_east_m) + bearing_rad
    cos, sin = math.cos(turn), math.sin(turn)
    return on.ball_east_m + total * cos - left * sin, on.ball_north_m + total * sin + left * cos
