"""Courses as they are drawn by hand: outlines, ways and trees in metres, to be changed and kept again."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from veltrin.core.course import GroundName
from veltrin.core.quantity import QUANTITIES
from veltrin.exchange.course_geojson import MOST_FEATURES
from veltrin.service.course.contracts.courses import CourseName
from veltrin.service.house.contracts.base import Contract, bounded

_LIMITS = QUANTITIES["on_course"]

Metres = Annotated[float, Field(ge=_LIMITS.low, le=_LIMITS.high)]
Spot = Annotated[
    list[Metres], Field(min_length=2, max_length=2, description="m east and north of the course's middle.")
]
MOST_CORNERS, MOST_HOLES = 2_000, 99


class DrawnLies(Contract):
    """A piece of ground as it is drawn."""

    ground: GroundName
    name: str = Field("", max_length=60)
    ring: list[Spot] = Field(min_length=3, max_length=MOST_CORNERS, description="Its corners, in order.")


class DrawnHole(Contract):
    """A hole as it is drawn."""

    number: str = Field(min_length=1, max_length=8)
    name: str = Field("", max_length=60)
    par: int | None = Field(None, ge=3, le=6)
    way: list[Spot] = Field(min_length=2, max_length=50, description="From the tee to the green.")
    flag: Spot | None = None


class DrawnTree(Contract):
    """A tree that stands alone."""

    at: Spot
    high_m: float = bounded("on_course.tree_high_m")
    crown_m: float = bounded("on_course.tree_crown_m", description="How wide its crown is.")


class CourseDrawn(Contract):
    """A course as it is drawn: everything on it, and where its middle lies on the earth."""

    name: CourseName
    longitude: float = Field(0.0, ge=-180, le=180, description="Of the place from which metres are counted.")
    latitude: float = Field(0.0, ge=-85, le=85)
    lies: list[DrawnLies] = Field(max_length=MOST_FEATURES)
    holes: list[DrawnHole] = Field(max_length=MOST_HOLES)
    trees: list[DrawnTree] = Field(max_length=MOST_FEATURES)


class CourseRedrawn(CourseDrawn):
    """A course of one's own as it was changed by hand. Its heights and what was measured of its ground stay."""

    version: int = Field(ge=1, le=2**31 - 1)
