"""Saved lines, lines as GeoJSON, and advice around a shot."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Path

from veltrin.api.deps import StoreDep
from veltrin.service.shot import advice
from veltrin.service.shot import lines as line_service
from veltrin.service.shot.contracts.advice import (
    SensitivityRequest,
    SensitivityResponse,
    WhatIfRequest,
    WhatIfResponse,
    WhoResponse,
)
from veltrin.service.shot.contracts.lines import GeoJsonAsk, GeoJsonOut, GeoJsonText, LineNew, LineOut

router = APIRouter()

LineId = Annotated[int, Path(ge=1, le=2**31 - 1)]


@router.get("/lines", tags=["lines"])
def list_lines(store: StoreDep) -> list[LineOut]:
    """Saved lines by name."""
    return line_service.list_lines(store)


@router.post("/lines", status_code=201, tags=["lines"])
def save_line(store: StoreDep, body: LineNew) -> LineOut:
    """Save a line; one of the same name is replaced."""
    return line_service.save_line(store, body)


@router.delete("/lines/{line_id}", status_code=204, tags=["lines"])
def drop_line(store: StoreDep, line_id: LineId) -> None:
    """Delete a saved line."""
    line_service.drop_line(store, line_id)


@router.post("/lines/geojson", tags=["lines"])
def write_geojson(body: GeoJsonAsk) -> GeoJsonOut:
    """Write a line as GeoJSON."""
    return line_service.to_geojson(body)


@router.post("/lines/read", tags=["lines"])
def read_geojson(body: GeoJsonText) -> LineNew:
    """Read a line from GeoJSON; nothing is saved."""
    return line_service.from_geojson(body)


@router.post("/sensitivity", tags=["advice"])
def weigh_readings(store: StoreDep, body: SensitivityRequest) -> SensitivityResponse:
    """Which reading would change the call if it were off by its own uncertainty, and where the call holds."""
    return advice.weigh_readings(store, body)


@router.post("/what-if", tags=["advice"])
def vary_reading(store: StoreDep, body: WhatIfRequest) -> WhatIfResponse:
    """One reading over a range against finish, aim and expected strokes."""
    return advice.vary_reading(store, body)


@router.post("/who", tags=["advice"])
def who_can(store: StoreDep, body: SensitivityRequest) -> WhoResponse:
    """Who can play the call, who can't, and what each stored player would do."""
    return advice.who_can(store, body)
