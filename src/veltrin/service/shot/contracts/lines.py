"""Saved lines, and lines as GeoJSON."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any

from pydantic import Field

from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.line import LineIn

LineName = Annotated[str, Field(min_length=1, max_length=60, description="What you call it.")]


class LineNew(Contract):
    """A line to save; one of the same name is replaced, if `version` says that it was seen."""

    name: LineName
    line: LineIn
    version: int | None = Field(None, ge=1, le=2**31 - 1, description="Of the line of that name, where there is one.")


class LineOut(Contract):
    """A saved line."""

    id: int
    saved_at: datetime
    version: int
    name: str
    line: LineIn | None = Field(description="None: it can't be opened, and `problem` says why.")
    problem: str = ""


class OriginIn(Contract):
    """Where the ball lies on the earth (WGS 84), and where the line points."""

    longitude: float = Field(ge=-180, le=180)
    latitude: float = Field(ge=-85, le=85)
    bearing_deg: float = Field(0.0, ge=-360, le=360, description="Clockwise from north.")


class GeoJsonAsk(LineNew):
    """A line to write as GeoJSON: in metres in its own frame, or in WGS 84 when an origin is given."""

    origin: OriginIn | None = None


class GeoJsonText(Contract):
    """The text of a GeoJSON file."""

    text: str = Field(min_length=2, max_length=1_000_000)


class GeoJsonOut(Contract):
    """A GeoJSON document (RFC 7946)."""

    document: dict[str, Any]
