"""Courses: read from a file, kept, drawn, played on."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Body, Path, Query

from veltrin.api.deps import StoreDep
from veltrin.api.longbody import LongBody, sends, taken_apart
from veltrin.service.course import courses, drawing, grounds
from veltrin.service.course.contracts.courses import (
    FIRST_EPSG,
    LAST_EPSG,
    CourseDocument,
    CourseNew,
    CourseOut,
    CourseRead,
    CourseRow,
    CourseSet,
    CourseText,
    HeightsIn,
    MappedLineAsk,
    MappedLineOut,
)
from veltrin.service.course.contracts.drawn import CourseDrawn, CourseRedrawn
from veltrin.service.course.contracts.ground import GroundRead, KeepGreens, KeepGround, MeasureGround, UseGround

router = APIRouter(tags=["courses"])

CourseId = Annotated[int, Path(ge=1, le=2**31 - 1)]
Cover = Annotated[str, Path(max_length=40, description="A cover of a lie, such as rough.")]
Version = Annotated[int, Query(ge=1, le=2**31 - 1, description="As it was looked at.")]
EPSG = Query(ge=FIRST_EPSG, le=LAST_EPSG, description="Its coordinates, where the file doesn't tell them.")
LONG_BODIES = (CourseText, CourseNew, CourseDrawn, CourseRedrawn, HeightsIn)


@router.get("/courses")
def list_courses(store: StoreDep) -> list[CourseRow]:
    """Courses of one's own, and those that coaches of one's academies share."""
    return courses.list_courses(store)


@router.post("/courses/read", openapi_extra=sends(CourseText))
def look_into(body: LongBody) -> CourseRead:
    """What a GeoJSON file holds of a course, with the features that can't be read; nothing is kept."""
    return courses.look_into(taken_apart(CourseText, body))


@router.post("/courses", status_code=201, openapi_extra=sends(CourseNew))
def save_course(store: StoreDep, body: LongBody) -> CourseRow:
    """Keep a course from a GeoJSON file; one of the same name is replaced, if its version is told."""
    return courses.save_course(store, taken_apart(CourseNew, body))


@router.get("/courses/{course_id}")
def show_course(store: StoreDep, course_id: CourseId) -> CourseOut:
    """A course to be drawn, in metres."""
    return courses.show_course(store, course_id)


@router.put("/courses/{course_id}")
def set_course(store: StoreDep, course_id: CourseId, body: CourseSet) -> CourseRow:
    """Name a course, share it with the coaches of one's academies, or share it no more."""
    return courses.set_course(store, course_id, body)


@router.post("/courses/drawn", status_code=201, openapi_extra=sends(CourseDrawn))
def keep_drawn(store: StoreDep, body: LongBody) -> CourseRow:
    """Keep a course that was drawn by hand."""
    return drawing.keep_drawn(store, taken_apart(CourseDrawn, body))


@router.get("/courses/{course_id}/drawn")
def show_drawn(store: StoreDep, course_id: CourseId) -> CourseRedrawn:
    """A course with every corner of it, to be changed by hand."""
    return drawing.show_drawn(store, course_id)


@router.put("/courses/{course_id}/drawn", openapi_extra=sends(CourseRedrawn))
def redraw(store: StoreDep, course_id: CourseId, body: LongBody) -> CourseRow:
    """Keep a course of one's own as it was changed by hand; its heights and its measured ground stay."""
    return drawing.redraw(store, course_id, taken_apart(CourseRedrawn, body))


@router.put("/courses/{course_id}/heights", openapi_extra=sends(HeightsIn))
def set_heights(store: StoreDep, course_id: CourseId, body: LongBody) -> CourseRow:
    """Lay the heights of a survey on a course: an ESRI ASCII grid in any coordinates that have an EPSG number."""
    return courses.set_heights(store, course_id, taken_apart(HeightsIn, body))


@router.put("/courses/{course_id}/heights/tiff")
def set_heights_tiff(
    store: StoreDep,
    course_id: CourseId,
    version: Version,
    body: Annotated[bytes, Body(media_type="application/octet-stream", min_length=1)],
    epsg: Annotated[int | None, EPSG] = None,
) -> CourseRow:
    """Lay the heights of a survey on a course: a GeoTIFF, in the coordinates that it tells of itself."""
    return courses.set_heights_tiff(store, course_id, version, epsg, body)


@router.post("/measured-ground")
def measure_ground(store: StoreDep, body: MeasureGround) -> GroundRead:
    """What balls struck with one call from one lie tell of the ground there; nothing is kept."""
    return grounds.measure(store, body)


@router.put("/courses/{course_id}/measured-ground")
def keep_ground(store: StoreDep, course_id: CourseId, body: KeepGround) -> CourseRow:
    """Measure ground by balls from it and keep it with the course, in place of what was known of that cover."""
    return grounds.keep(store, course_id, body)


@router.put("/courses/{course_id}/measured-ground/{cover}")
def use_ground(store: StoreDep, course_id: CourseId, cover: Cover, body: UseGround) -> CourseRow:
    """Let plans on this course go by what was measured of a cover, or not."""
    return grounds.use(store, course_id, cover, body)


@router.delete("/courses/{course_id}/measured-ground/{cover}")
def forget_ground(store: StoreDep, course_id: CourseId, cover: Cover, version: Version) -> CourseRow:
    """Forget what was measured of a cover."""
    return grounds.forget(store, course_id, cover, version)


@router.put("/courses/{course_id}/greens")
def keep_greens(store: StoreDep, course_id: CourseId, body: KeepGreens) -> CourseRow:
    """Keep how fast and how firm the greens of a course are, as they were read on a day."""
    return grounds.keep_greens(store, course_id, body)


@router.delete("/courses/{course_id}/greens")
def forget_greens(store: StoreDep, course_id: CourseId, version: Version) -> CourseRow:
    """Forget how the greens were read."""
    return grounds.forget_greens(store, course_id, version)


@router.delete("/courses/{course_id}", status_code=204)
def drop_course(store: StoreDep, course_id: CourseId) -> None:
    """Delete a course of one's own."""
    courses.drop_course(store, course_id)


@router.get("/courses/{course_id}/geojson")
def export_course(store: StoreDep, course_id: CourseId) -> CourseDocument:
    """A course as GeoJSON (RFC 7946), by the open map's tags."""
    return courses.export_course(store, course_id)


@router.post("/courses/{course_id}/line")
def line_on(store: StoreDep, course_id: CourseId, body: MappedLineAsk) -> MappedLineOut:
    """The line from a ball to a flag: distance, green, rise, ground beside it, trees, and what the ball lies in."""
    return courses.line_on(store, course_id, body)
