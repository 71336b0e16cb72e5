"""Shots on the holes of Skarvan Fell: where they were struck and where they finished is drawn on the course."""

from __future__ import annotations

from datetime import timedelta

import numpy as np
import shapely

from veltrin.demo.log import FIRST_DAY, shot_id, struck
from veltrin.devices.monitor import habits_from
from veltrin.service.book.book import book_together
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.book.planned import planned_shot
from veltrin.service.course.contracts.courses import CourseRow, MappedLineAsk, PlaceIn
from veltrin.service.course.courses import line_on, show_course
from veltrin.service.shot.contracts.plan import LieIn, OnCourse, PlanRequest
from veltrin.service.shot.contracts.world import AirIn
from veltrin.service.shot.plan import plan
from veltrin.store.engine import Store

PLAYED = (("ansgar", "1", 0.55, 4), ("ansgar", "5", 0.5, 3))
"""Player, hole, how far along its way the ball lay, how many rounds."""


def keep_shots_on_holes(store: Store, course: CourseRow, air: AirIn) -> None:
    """Book them; the same ones every time."""
    rng, drawn = np.random.default_rng(9), show_course(store, course.id)
    shots = []
    for n, (player_id, number, share, rounds) in enumerate(PLAYED):
        hole = next(one for one in drawn.hole_list if one.number == number)
        at = shapely.line_interpolate_point(shapely.LineString(hole.way), share, normalized=True)
        ball, flag = (shapely.get_x(at), shapely.get_y(at)), hole.flag or hole.way[-1]
        ask = MappedLineAsk(ball=_place(ball), flag=_place(flag))
        told = line_on(store, course.id, ask)
        on = OnCourse(
            course=course.name, hole=number, ball_east_m=told.ball[0], ball_north_m=told.ball[1],
            flag_east_m=told.flag[0], flag_north_m=told.flag[1], known=list(told.known),
        )  # fmt: skip
        lie = LieIn(cover=told.cover or "fairway")
        request = PlanRequest(player_id=player_id, lie=lie, line=told.line, air=air, on_course=on)
        planned = planned_shot(store, request, plan(store, request).calls[0].id)
        for k in range(rounds):
            body = {
                "player_id": player_id,
                "booked_at": FIRST_DAY + timedelta(days=30 + 7 * k, minutes=20 * n),
                "request": request,
                "call_id": planned.call_id,
                **struck(rng, habits_from(5), planned.expected, 0.25),
            }
            shots.append((shot_id(rng), planned, BookingIn.model_validate(body)))
    book_together(store, shots)


def _place(at: tuple[float, float]) -> PlaceIn:
    return PlaceIn(east_m=float(at[0]), north_m=float(at[1]))
