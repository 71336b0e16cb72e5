"""Notes that are spoken in a lesson."""

from __future__ import annotations

from datetime import datetime
from typing import Literal, get_args

from pydantic import Field

from veltrin.service.house.contracts.base import Contract

MOST_SECONDS = 120.0
MOST_SOUND_BYTES = 4_000_000
"""Two minutes of speech are half a megabyte; some browsers know no better than ten times that."""

Media = Literal["audio/webm", "audio/ogg", "audio/mp4", "audio/wav"]
MEDIA: tuple[Media, ...] = get_args(Media)


class RecordingOut(Contract):
    """A note that was spoken in a lesson; its sound has an address of its own."""

    id: str
    lesson_id: str
    spoken_at: datetime
    seconds: float = Field(description="As long as its sender says.")
    media: Media
