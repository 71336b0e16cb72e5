"""Notes that are spoken in lessons."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Body, Query, Response

from veltrin.api.deps import StoreDep, UuidPath
from veltrin.service.lessons import recordings
from veltrin.service.lessons.contracts.recordings import MEDIA, RecordingOut

router = APIRouter(tags=["lessons"])

_BINARY = {"schema": {"type": "string", "format": "binary"}}


@router.put("/recordings/{recording_id}")
def keep_recording(
    store: StoreDep,
    recording_id: UuidPath,
    lesson_id: Annotated[str, Query(min_length=1, max_length=36)],
    seconds: Annotated[float, Query(description="How long it is: two minutes at most.")],
    body: Annotated[bytes, Body(media_type="application/octet-stream", min_length=1)],
) -> RecordingOut:
    """Keep a note that was spoken in a lesson (WebM, Ogg, MP4 or WAV, looked at by content)."""
    return recordings.keep_recording(store, recording_id, lesson_id, seconds, body)


@router.get(
    "/recordings/{recording_id}",
    response_class=Response,
    responses={200: {"content": dict.fromkeys(MEDIA, _BINARY), "description": "The sound."}},
)
def play_recording(store: StoreDep, recording_id: UuidPath) -> Response:
    """The sound itself."""
    sound = recordings.play_recording(store, recording_id)
    return Response(sound.body, media_type=sound.media, headers={"Content-Disposition": "inline"})


@router.delete("/recordings/{recording_id}", status_code=204)
def drop_recording(store: StoreDep, recording_id: UuidPath) -> None:
    """Delete a note."""
    recordings.drop_recording(store, recording_id)
