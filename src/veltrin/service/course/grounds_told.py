"""What was measured of a course's ground, as it is told and as plans are asked with it on a day."""

from __future__ import annotations

from datetime import UTC, date, datetime
from typing import Any

from veltrin.core.course import Course, CourseGround
from veltrin.core.ground import KnownGround, cover_named, still_holds
from veltrin.core.learn import MeasuredGround
from veltrin.service.course.contracts.ground import CourseGreensOut, CourseGroundOut, KnownGroundOut
from veltrin.service.shot.contracts.plan import GroundMeasured
from veltrin.service.shot.translate_line import firmness_out


def today() -> date:
    """The day, as ground ages by it."""
    return datetime.now(UTC).date()


def _pct(share: float) -> float:
    return round(100.0 * (share - 1.0), 1) + 0.0


def shares_out(found: MeasuredGround | CourseGround) -> dict[str, Any]:
    """What both contracts tell of a ground that was measured."""
    known = found.known
    return {
        "cover": known.cover,
        "words": cover_named(known.cover).words,
        "balls": known.balls,
        "carry_pct": _pct(found.carries),
        "low_pct": _pct(found.low),
        "high_pct": _pct(found.high),
        "takes_pct": None if found.takes is None else _pct(found.takes),
    }


def measured_out(known: KnownGround) -> GroundMeasured:
    """What a lie is asked with."""
    shares = [round(share, 4) for share in known.shares]
    return GroundMeasured(shares=shares, balls=known.balls, on=known.on or today())


def _age(one: CourseGround, day: date) -> int:
    return 0 if one.known.on is None else (day - one.known.on).days


def grounds_out(course: Course) -> list[CourseGroundOut]:
    """What was measured on a course, as it is listed."""
    day = today()
    return [
        CourseGroundOut(
            **shares_out(one),
            measured_on=one.known.on or day,
            is_used=one.is_used,
            holds_pct=round(100.0 * still_holds(_age(one, day))),
        )
        for one in course.grounds
    ]


def greens_told(course: Course) -> CourseGreensOut | None:
    """How the greens of a course were read; None where nobody did."""
    greens = course.greens
    if greens is None:
        return None
    return CourseGreensOut(
        green_speed_ft=greens.speed_ft,
        firmness=firmness_out(greens.firmness),
        read_on=greens.on,
        is_used=greens.is_used,
        holds=greens.hold(today()),
    )


def known_today(course: Course) -> list[KnownGroundOut]:
    """What lies on a course are asked with today."""
    day = today()
    return [
        KnownGroundOut(
            cover=one.known.cover,
            measured=measured_out(one.known.after(_age(one, day))),
        )
        for one in course.grounds
        if one.is_used
    ]
