"""Courses: read from a file, drawn, and the line that one makes for a ball and a flag."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import Field

from veltrin.core.course import GroundName, Known
from veltrin.core.ground import CoverName
from veltrin.core.hole import AreaKindName
from veltrin.exchange.course_geojson import MOST_BYTES
from veltrin.service.course.contracts.ground import CourseGreensOut, CourseGroundOut, KnownGroundOut
from veltrin.service.house.contracts.base import Contract, bounded
from veltrin.service.shot.contracts.line import LineIn

LONGEST_COURSE, LONGEST_HEIGHTS = MOST_BYTES, 40_000_000

FIRST_EPSG, LAST_EPSG = 1024, 998_999

CourseName = Annotated[str, Field(min_length=1, max_length=60, description="What you call it.")]


class CourseText(Contract):
    """A course as the text of a GeoJSON file, by the open map's tags."""

    text: str = Field(min_length=2, max_length=LONGEST_COURSE)


class CourseNew(CourseText):
    """A course to keep. `version`: of the one of that name, where there is one: it is replaced."""

    name: CourseName
    version: int | None = Field(None, ge=1, le=2**31 - 1)


class CourseSet(Contract):
    """What a course is called, and whether the coaches of one's academies may play on it."""

    version: int = Field(ge=1, le=2**31 - 1)
    name: CourseName
    is_shared: bool


class HeightsIn(Contract):
    """Heights of a course from a survey, as the text of an ESRI ASCII grid."""

    version: int = Field(ge=1, le=2**31 - 1)
    text: str = Field(min_length=2, max_length=LONGEST_HEIGHTS)
    epsg: int = Field(4326, ge=FIRST_EPSG, le=LAST_EPSG, description="Its coordinates, by EPSG number; 4326: degrees.")


class CourseTrouble(Contract):
    """A feature that couldn't be read."""

    feature: int = Field(description="Its number in the file, from 1.")
    id: str
    problem: str
    fix: str


class GroundCount(Contract):
    """How many pieces of a kind of ground there are."""

    ground: GroundName
    words: str
    count: int


class CourseRead(Contract):
    """What a file holds; nothing is kept yet."""

    name: str
    grounds: list[GroundCount]
    holes: int
    trees: int
    has_heights: bool
    unknown: int = Field(description="Features of other things, which were passed over.")
    troubles: list[CourseTrouble] = Field(description="The first fifty.")


class CourseRow(Contract):
    """A course in the list."""

    id: int
    version: int
    name: str
    saved_at: datetime
    is_mine: bool
    is_shared: bool
    holes: int
    pieces: int
    has_grid: bool = Field(description="Heights are known on a grid: they give the slope under the ball.")


class LiesOut(Contract):
    """A piece of ground: its outline, m east and north of the course's middle."""

    ground: GroundName
    words: str
    kind: AreaKindName
    ring: list[tuple[float, float]]


class HoleOut(Contract):
    """A hole: the way it is played, from the tee to the green."""

    number: str
    name: str
    par: int | None
    way: list[tuple[float, float]]
    flag: tuple[float, float] | None


class TreeOut(Contract):
    """A tree that stands alone."""

    at: tuple[float, float]
    crown_m: float


class CourseOut(CourseRow):
    """A course to be drawn: pieces of ground from the bottom to the top."""

    longitude: float = Field(description="Of the place from which metres are counted.")
    latitude: float
    west_m: float
    south_m: float
    east_m: float
    north_m: float
    lies: list[LiesOut]
    hole_list: list[HoleOut]
    trees: list[TreeOut]
    grounds: list[CourseGroundOut] = Field(description="What was measured of it, a cover each.")
    greens: CourseGreensOut | None = Field(None, description="How its greens were read.")


class PlaceIn(Contract):
    """A place on a course: m east and north of its middle, or where a device says it is."""

    east_m: float | None = bounded("on_course", None)
    north_m: float | None = bounded("on_course", None)
    longitude: float | None = Field(None, ge=-180, le=180)
    latitude: float | None = Field(None, ge=-85, le=85)


class MappedLineAsk(Contract):
    """A ball and a flag."""

    ball: PlaceIn
    flag: PlaceIn


class SlopeOut(Contract):
    """The slope under the ball by the map's grid of heights."""

    fall_deg: float = Field(description="Positive falls away to the flag.")
    side_deg: float = Field(description="Positive: the ball above a right-hander's feet.")
    doubt_deg: float


class MappedLineOut(Contract):
    """The line by the map."""

    line: LineIn
    bearing_deg: float = Field(description="Where it points, clockwise from north.")
    ball: tuple[float, float] = Field(description="m east and north of the course's middle.")
    flag: tuple[float, float]
    ground: str = Field(description="What the ball lies in, in words.")
    cover: CoverName | None = Field(description="None: nothing but a putt is played from there.")
    slope: SlopeOut | None
    grounds: list[KnownGroundOut] = Field(description="A lie's `measured`, by cover.")
    known: list[Known] = Field(description="What the map told; all else stays as it was read.")
    notes: list[str]


class CourseDocument(Contract):
    """A GeoJSON document (RFC 7946)."""

    document: dict[str, object]
