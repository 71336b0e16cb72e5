"""Use cases: ground is measured by balls, kept with a course, used there, switched off, forgotten."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from datetime import date, timedelta

from veltrin.core.course import Course, CourseGreens, CourseGround
from veltrin.core.ground import cover_named
from veltrin.core.learn import MeasuredGround, StruckBall, measure_ground
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.course.contracts.courses import CourseRow
from veltrin.service.course.contracts.ground import (
    GroundRead,
    KeepGreens,
    KeepGround,
    MeasureGround,
    StruckBallIn,
    UseGround,
)
from veltrin.service.course.courses import changed
from veltrin.service.course.grounds_told import measured_out, shares_out, today
from veltrin.service.house.errors import DomainError, NotFoundError
from veltrin.service.house.turns import TURNS
from veltrin.service.shot.plan import plain_request, question_of
from veltrin.service.shot.translate_world import firmness_share
from veltrin.store.engine import Store

LONGEST_AGO = timedelta(days=3 * 365)


def _ball_in(ball: StruckBallIn) -> StruckBall:
    spin = None if ball.spin_rpm is None else ball.spin_rpm * RAD_S_PER_RPM
    return StruckBall(ball.carry_m, ball.ball_speed_m_s, spin)


def _measured(store: Store, body: MeasureGround) -> tuple[MeasuredGround, tuple[StruckBall, ...]]:
    balls = tuple(map(_ball_in, body.balls))
    question = question_of(store, plain_request(body.request))
    with TURNS.taken(is_next=True):
        return measure_ground(question, body.call_id, balls), balls


def measure(store: Store, body: MeasureGround) -> GroundRead:
    """What balls tell of the ground they were struck from; nothing is kept."""
    found, _ = _measured(store, body)
    return GroundRead(
        **shares_out(found),
        counts=[round(count, 2) for count in found.counts],
        usual_m=round(found.usual_m, 1),
        measured=measured_out(replace(found.known, on=today())),
    )


def day_told(told: date | None, field: str) -> date:
    """The day of a reading, today where none is told. DomainError where it is in the future or long ago."""
    now = today()
    day = told or now
    if not now - LONGEST_AGO <= day <= now + timedelta(days=1):
        raise DomainError(field, "is not a day of the last three years.", "Give the day of the balls.")
    return day


def keep(store: Store, course_id: int, body: KeepGround) -> CourseRow:
    """Measure, and keep it with a course of one's own in place of what was known of that cover."""
    found, balls = _measured(store, body.measure)
    day = day_told(body.measured_on, "measured_on")
    known = replace(found.known, on=day)
    new = CourseGround(known, found.carries, found.low, found.high, found.takes, balls)
    return changed(store, course_id, body.version, lambda course: replace(course, grounds=(*_but(course, new), new)))


def _but(course: Course, new: CourseGround) -> tuple[CourseGround, ...]:
    return tuple(one for one in course.grounds if one.known.cover != new.known.cover)


def _with(name: str, change: Callable[[CourseGround], tuple[CourseGround, ...]]) -> Callable[[Course], Course]:
    """Change what is known of one cover. NotFoundError where nothing is."""
    cover = cover_named(name)

    def made(course: Course) -> Course:
        if all(one.known.cover != cover.name for one in course.grounds):
            raise NotFoundError("cover", f"No {cover.words} was measured here.", "Choose one of the list.")
        parts = [change(one) if one.known.cover == cover.name else (one,) for one in course.grounds]
        return replace(course, grounds=tuple(one for part in parts for one in part))

    return made


def use(store: Store, course_id: int, cover: str, body: UseGround) -> CourseRow:
    """Let plans on a course go by what was measured, or not."""
    return changed(store, course_id, body.version, _with(cover, lambda one: (replace(one, is_used=body.is_used),)))


def forget(store: Store, course_id: int, cover: str, version: int) -> CourseRow:
    """Forget what was measured of a cover."""
    return changed(store, course_id, version, _with(cover, lambda _: ()))


def keep_greens(store: Store, course_id: int, body: KeepGreens) -> CourseRow:
    """Keep how the greens of a course of one's own were read, in place of what was known of them."""
    greens = CourseGreens(
        body.green_speed_ft, firmness_share(body.firmness), day_told(body.read_on, "read_on"), body.is_used
    )
    return changed(store, course_id, body.version, lambda course: replace(course, greens=greens))


def forget_greens(store: Store, course_id: int, version: int) -> CourseRow:
    """Forget how the greens were read."""
    return changed(store, course_id, version, lambda course: replace(course, greens=None))
