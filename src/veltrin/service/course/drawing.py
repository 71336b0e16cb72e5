"""Use cases: a course is drawn by hand, and changed by hand."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace

from veltrin.core.course import GROUND, Course, Hole, Lies, Tree
from veltrin.exchange.course_geojson import FLAG_WITHIN_M, read_course, write_course
from veltrin.service.course.contracts.courses import CourseRow
from veltrin.service.course.contracts.drawn import (
    CourseDrawn,
    CourseRedrawn,
    DrawnHole,
    DrawnLies,
    DrawnTree,
)
from veltrin.service.course.courses import changed, course_named, keep_new
from veltrin.service.house.errors import DomainError
from veltrin.store.engine import Store
from veltrin.store.repositories.courses import as_text

Place = tuple[float, float]


def _told(place: Place) -> list[float]:
    return [round(place[0], 2) + 0.0, round(place[1], 2) + 0.0]


def _place(told: Sequence[float]) -> Place:
    return told[0], told[1]


def _ring(told: Sequence[Sequence[float]]) -> tuple[Place, ...]:
    return tuple(map(_place, told))


def show_drawn(store: Store, course_id: int) -> CourseRedrawn:
    """A course with every corner of it, to be changed by hand."""
    row, course = course_named(store, course_id)
    return CourseRedrawn(
        version=row.version,
        name=row.name,
        longitude=course.origin[0],
        latitude=course.origin[1],
        lies=[
            DrawnLies(ground=one.ground.name, name=one.name, ring=list(map(_told, one.ring))) for one in course.stacked
        ],
        holes=[_hole_out(hole) for hole in course.holes],
        trees=[DrawnTree(at=_told(tree.at), high_m=tree.high_m, crown_m=tree.crown_m) for tree in course.trees],
    )


def _hole_out(hole: Hole) -> DrawnHole:
    flag = None if hole.flag is None else _told(hole.flag)
    return DrawnHole(number=hole.number, name=hole.name, par=hole.par, way=list(map(_told, hole.way)), flag=flag)


def _hole_in(hole: DrawnHole) -> Hole:
    flag = None if hole.flag is None else _place(hole.flag)
    return Hole(hole.number, _ring(hole.way), flag, hole.par, hole.name)


def _drawn(body: CourseDrawn, before: Course) -> Course:
    """A course as it is drawn, on the heights and with the ground that were known. DomainError where it is none."""
    _check_holes(body.holes)
    if not body.lies and not body.holes:
        raise DomainError("lies", "nothing is drawn yet.", "Draw a green, or the way of a hole.")
    made = replace(
        before,
        name=body.name,
        origin=(body.longitude, body.latitude),
        lies=tuple(Lies(GROUND[one.ground], _ring(one.ring), one.name) for one in body.lies),
        holes=tuple(map(_hole_in, body.holes)),
        trees=tuple(Tree(_place(tree.at), tree.high_m, tree.crown_m) for tree in body.trees),
    )
    # What is kept is what can be opened again.
    for trouble in read_course(as_text(write_course(made))).troubles:
        raise DomainError("lies", f"{trouble.problem} (piece {trouble.feature})", trouble.fix)
    return made


def _check_holes(holes: Sequence[DrawnHole]) -> None:
    numbers: set[str] = set()
    for k, hole in enumerate(holes):
        if hole.number in numbers:
            raise DomainError(f"holes.{k}.number", f"'{hole.number}' is another hole's.", "Number each hole once.")
        numbers.add(hole.number)
        if hole.flag is not None and math.dist(hole.flag, hole.way[-1]) > FLAG_WITHIN_M:
            raise DomainError(
                f"holes.{k}.flag", f"is more than {FLAG_WITHIN_M:g} m from the end of hole {hole.number}.",
                "Move the flag, or the end of the hole's way.",
            )  # fmt: skip


def keep_drawn(store: Store, body: CourseDrawn) -> CourseRow:
    """Keep a course that was drawn. ConflictError where another of that name is kept."""
    return keep_new(store, _drawn(body, Course(body.name, (body.longitude, body.latitude), (), ())))


def redraw(store: Store, course_id: int, body: CourseRedrawn) -> CourseRow:
    """Keep a course as it was changed. ConflictError where it was changed in the meantime."""
    return changed(store, course_id, body.version, lambda before: _drawn(body, before))
