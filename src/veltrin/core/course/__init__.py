"""A course as it lies: its ground, flags, trees and heights, and the line that it makes for a ball."""

from veltrin.core.course.course import (
    GROUND,
    Course,
    Ground,
    GroundName,
    Heights,
    Hole,
    Lies,
    Tree,
    counted_by,
)
from veltrin.core.course.ground import GREENS_HOLD_DAYS, CourseGreens, CourseGround
from veltrin.core.course.line import Known, MappedLine, line_from

__all__ = [
    "GREENS_HOLD_DAYS",
    "GROUND",
    "Course",
    "CourseGreens",
    "CourseGround",
    "Ground",
    "GroundName",
    "Heights",
    "Hole",
    "Known",
    "Lies",
    "MappedLine",
    "Tree",
    "counted_by",
    "line_from",
]
