"""Use cases: courses that are read, kept, shared and played on."""

from __future__ import annotations

import json
import math
from collections import Counter
from collections.abc import Callable
from dataclasses import replace
from functools import lru_cache
from typing import Any

import shapely
from sqlalchemy.orm import Session

from veltrin.core.course import GROUND, Course, Hole, Lies, MappedLine, line_from
from veltrin.core.quantity import QUANTITIES
from veltrin.exchange.course_geojson import Read, inwards, read_course, write_course
from veltrin.exchange.height_grid import on_course, read_ascii
from veltrin.exchange.height_tiff import with_tiff
from veltrin.service.course.contracts.courses import (
    CourseDocument,
    CourseNew,
    CourseOut,
    CourseRead,
    CourseRow,
    CourseSet,
    CourseText,
    CourseTrouble,
    GroundCount,
    HeightsIn,
    HoleOut,
    LiesOut,
    MappedLineAsk,
    MappedLineOut,
    PlaceIn,
    SlopeOut,
    TreeOut,
)
from veltrin.service.course.grounds_told import greens_told, grounds_out, known_today, today
from veltrin.service.house.border import deg
from veltrin.service.house.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.shot.lines import read_off
from veltrin.service.shot.translate_line import line_out
from veltrin.store.engine import Store
from veltrin.store.repositories import courses as rows
from veltrin.store.repositories import versions
from veltrin.store.tables import CourseRow as Row

DRAWN_TO_M = 0.3
"""How far a drawn outline may be off: less than a pixel."""


@lru_cache(maxsize=8)
def _course_of(body: str) -> Course:
    """A kept course; the same text is read once."""
    return read_course(body).course


def _described(read: Read) -> CourseRead:
    course = read.course
    counts = Counter(one.ground.name for one in course.lies)
    return CourseRead(
        name=course.name,
        grounds=[
            GroundCount(ground=g.name, words=g.words, count=counts[g.name]) for g in GROUND.values() if counts[g.name]
        ],
        holes=len(course.holes),
        trees=len(course.trees),
        has_heights=bool(len(course.spots)) or course.heights is not None,
        unknown=read.unknown,
        troubles=[CourseTrouble(**trouble._asdict()) for trouble in read.troubles],
    )


def look_into(body: CourseText) -> CourseRead:
    """What a file holds, and what of it can't be read; nothing is kept."""
    return _described(read_course(body.text))


def _row(store: Store, row: Row) -> CourseRow:
    return CourseRow(
        id=row.id, version=row.version, name=row.name, saved_at=row.saved_at, is_mine=row.coach_id == store.coach_id,
        is_shared=row.is_shared, holes=row.holes, pieces=row.pieces, has_grid=row.has_grid,
    )  # fmt: skip


def list_courses(store: Store) -> list[CourseRow]:
    """Courses of this coach, and those that others share, by name."""
    with store.session() as session:
        return [_row(store, row) for row in rows.load_all(session)]


def save_course(store: Store, body: CourseNew) -> CourseRow:
    """Keep a course as it can be read; ConflictError where another of that name isn't known of."""
    read, name = read_course(body.text, body.name), body.name.strip()
    with store.session() as session:
        known = rows.named(session, name)
        text = rows.as_text(write_course(_as_measured(read.course, known)))
        if known is not None and known.body == text:
            return _row(store, known)
        if known is not None and not versions.take(session, known, body.version):
            raise ConflictError(
                "version", f"there is another course '{name}', saved {known.saved_at:%d %B %Y}.",
                "Look at it first, then replace it, or save this one under another name.",
            )  # fmt: skip
        course = read.course
        return _row(store, rows.save(session, name, text, **_counts(course)))


def _kept(store: Store, session: Session, course: Course) -> CourseRow:
    """Keep a course under its name."""
    return _row(store, rows.save(session, course.name, rows.as_text(write_course(course)), **_counts(course)))


def keep_new(store: Store, course: Course) -> CourseRow:
    """Keep a course under a name that no other of one's own has. ConflictError."""
    with store.session() as session:
        if rows.named(session, course.name) is not None:
            raise ConflictError("name", "is another course's.", "Choose another name.")
        return _kept(store, session, course)


def _as_measured(course: Course, before: Row | None) -> Course:
    """A course drawn anew is the same ground: what was measured of it stays, unless the file brings its own."""
    if course.grounds or before is None:
        return course
    return replace(course, grounds=_course_of(before.body).grounds)


def take_in(session: Session, name: str, text: str) -> bool:
    """Keep a course from a book file; False where one of that name is there. DomainError where it is none."""
    course = read_course(text, name).course
    if rows.named(session, name) is not None:
        return False
    rows.save(session, name, rows.as_text(write_course(course)), **_counts(course))
    return True


def _load(store: Store, course_id: int) -> Row:
    with store.session() as session:
        row = rows.load(session, course_id)
    if row is None:
        raise NotFoundError("course_id", f"There is no course {course_id}.", "Choose one from /api/courses.")
    return row


def course_named(store: Store, course_id: int) -> tuple[Row, Course]:
    """A course that may be played on, as it is kept and as it stands. NotFoundError."""
    row = _load(store, course_id)
    return row, _course_of(row.body)


def _own(store: Store, session: Session, course_id: int) -> Row:
    row = rows.load(session, course_id)
    if row is None or row.coach_id != store.coach_id:
        raise NotFoundError("course_id", "This course is not yours to change.", "Save a copy under another name.")
    return row


def _counts(course: Course) -> dict[str, Any]:
    """What the list tells of a course."""
    return {"holes": len(course.holes), "pieces": len(course.lies), "has_grid": course.heights is not None}


def set_course(store: Store, course_id: int, body: CourseSet) -> CourseRow:
    """Name a course, share it, or share it no more; only the coach whose it is."""
    with store.session() as session:
        row = _own(store, session, course_id)
        _take_name(session, row, body.name, body.version)
        row.is_shared = body.is_shared
        return _row(store, row)


def changed(store: Store, course_id: int, version: int, change: Callable[[Course], Course]) -> CourseRow:
    """Change a course of one's own; where it gets another name, it is called so from then on.

    ConflictError where it was changed in the meantime, or another of one's own has that name.
    """
    with store.session() as session:
        row = _own(store, session, course_id)
        course = change(replace(_course_of(row.body), name=row.name))
        _take_name(session, row, course.name, version)
        return _kept(store, session, course)


def _take_name(session: Session, row: Row, name: str, version: int) -> None:
    """Change a course as it was looked at, and call it so. ConflictError."""
    other = rows.named(session, name)
    if other is not None and other.id != row.id:
        raise ConflictError("name", "is another course's.", "Choose another name.")
    if not versions.take(session, row, version):
        raise ConflictError("version", "the course was changed in the meantime.", "Look at it again.")
    row.name = name


def set_heights(store: Store, course_id: int, body: HeightsIn) -> CourseRow:
    """Lay a survey's heights on a course of one's own; those it had go."""
    grid = read_ascii(body.text)
    return changed(store, course_id, body.version, lambda course: on_course(course, grid, body.epsg))


def set_heights_tiff(store: Store, course_id: int, version: int, epsg: int | None, data: bytes) -> CourseRow:
    """Lay the heights of a GeoTIFF on a course of one's own; those it had go."""
    return changed(store, course_id, version, lambda course: with_tiff(course, data, epsg))


def drop_course(store: Store, course_id: int) -> None:
    """Delete a course of one's own."""
    with store.session() as session:
        if not rows.delete(session, course_id):
            raise NotFoundError("course_id", "This course is not yours to delete.", "Choose one from /api/courses.")


def export_course(store: Store, course_id: int) -> CourseDocument:
    """A course as GeoJSON."""
    row = _load(store, course_id)
    return CourseDocument(document={**json.loads(row.body), "name": row.name})


def show_course(store: Store, course_id: int) -> CourseOut:
    """A course to be drawn."""
    row, course = course_named(store, course_id)
    (west, south), (east, north) = course.corners.min(axis=0), course.corners.max(axis=0)
    return CourseOut(
        **_row(store, row).model_dump(),
        longitude=course.origin[0],
        latitude=course.origin[1],
        west_m=float(west), south_m=float(south), east_m=float(east), north_m=float(north),
        lies=[_lies(one) for one in course.stacked],
        hole_list=[_hole(hole) for hole in course.holes],
        trees=[TreeOut(at=_tenth(tree.at), crown_m=tree.crown_m) for tree in course.trees],
        grounds=grounds_out(course),
        greens=greens_told(course),
    )  # fmt: skip


def _lies(one: Lies) -> LiesOut:
    ground = one.ground
    return LiesOut(ground=ground.name, words=ground.words, kind=ground.kind, ring=_drawn(one.ring))


def _hole(hole: Hole) -> HoleOut:
    way = [_tenth(place) for place in hole.way]
    return HoleOut(number=hole.number, name=hole.name, par=hole.par, way=way, flag=hole.flag and _tenth(hole.flag))


def _tenth(place: tuple[float, float]) -> tuple[float, float]:
    return round(place[0], 1) + 0.0, round(place[1], 1) + 0.0


def _drawn(ring: tuple[tuple[float, float], ...]) -> list[tuple[float, float]]:
    line = shapely.simplify(shapely.LinearRing(ring), DRAWN_TO_M)
    return [_tenth((float(x), float(y))) for x, y in shapely.get_coordinates(line)[:-1]]


def _place(course: Course, told: PlaceIn, field: str) -> tuple[float, float]:
    """A place to a tenth of a metre: the line is made between the places that are told of it, not beside them."""
    if told.east_m is not None and told.north_m is not None:
        return _tenth((told.east_m, told.north_m))
    if told.longitude is None or told.latitude is None:
        raise DomainError(field, "is no place.", "Give east_m and north_m, or longitude and latitude.")
    east, north = inwards(course.origin, told.longitude, told.latitude)
    if max(abs(east), abs(north)) > FARTHEST_M:
        raise DomainError(field, "is not on this course.", "Choose the course where you are, or set the ball by hand.")
    return _tenth((east, north))


FARTHEST_M = QUANTITIES["on_course"].high


def line_on(store: Store, course_id: int, body: MappedLineAsk) -> MappedLineOut:
    """The line from a ball to a flag on a course."""
    _, course = course_named(store, course_id)
    ball, flag = _place(course, body.ball, "ball"), _place(course, body.flag, "flag")
    return _out(course, line_from(course, ball, flag, today()), ball, flag)


def _out(course: Course, found: MappedLine, ball: tuple[float, float], flag: tuple[float, float]) -> MappedLineOut:
    slope = found.slope
    return MappedLineOut(
        line=read_off(line_out(found.line)),
        bearing_deg=round(math.degrees(found.bearing_rad), 1) % 360.0,
        ball=_tenth(ball),
        flag=_tenth(flag),
        ground=found.ground,
        cover=found.cover,
        slope=None
        if slope is None
        else SlopeOut(
            fall_deg=round(deg(slope.fall_rad), 1) + 0.0,
            side_deg=round(deg(slope.side_rad), 1) + 0.0,
            doubt_deg=round(deg(found.slope_doubt_rad), 1),
        ),
        grounds=known_today(course),
        known=sorted(found.known),
        notes=list(found.notes),
    )
