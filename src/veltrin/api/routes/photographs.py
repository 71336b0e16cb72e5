"""Photographs of lies."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Body, Response

from veltrin.api.deps import PlayerId, StoreDep, UuidPath
from veltrin.service.lessons import photographs
from veltrin.service.lessons.contracts.photographs import PhotographOut, SlopeLinesIn

router = APIRouter(tags=["photographs"])

JPEG = "image/jpeg"


@router.get("/photographs")
def list_photographs(store: StoreDep, player_id: PlayerId) -> list[PhotographOut]:
    """A player's photographs, oldest first."""
    return photographs.list_photographs(store, player_id)


@router.put("/photographs/{photograph_id}")
def keep_photograph(
    store: StoreDep,
    photograph_id: UuidPath,
    player_id: PlayerId,
    body: Annotated[bytes, Body(media_type="application/octet-stream", min_length=1)],
) -> PhotographOut:
    """Keep a photograph (JPEG, PNG or WebP, 12 MB at most, looked at by content), scaled, its place left out."""
    return photographs.keep_photograph(store, photograph_id, player_id, body)


@router.get(
    "/photographs/{photograph_id}",
    response_class=Response,
    responses={200: {"content": {JPEG: {"schema": {"type": "string", "format": "binary"}}}, "description": "A JPEG."}},
)
def show_image(store: StoreDep, photograph_id: UuidPath) -> Response:
    """The image itself."""
    image = photographs.show_image(store, photograph_id)
    return Response(image, media_type=JPEG, headers={"Content-Disposition": "inline"})


@router.put("/photographs/{photograph_id}/slope")
def measure_slope(store: StoreDep, photograph_id: UuidPath, body: SlopeLinesIn) -> PhotographOut:
    """The slope that two lines tell: the horizon and the ground, with its doubt."""
    return photographs.measure_slope(store, photograph_id, body)


@router.delete("/photographs/{photograph_id}", status_code=204)
def drop_photograph(store: StoreDep, photograph_id: UuidPath) -> None:
    """Delete a photograph."""
    photographs.drop_photograph(store, photograph_id)
