"""Use cases: keep a note that was spoken in a lesson, play it, delete it."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import NamedTuple

from veltrin.service.house.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.lessons.contracts.recordings import MOST_SECONDS, Media, RecordingOut
from veltrin.service.lessons.privacy import may_be_shown
from veltrin.service.players.players import find_stored
from veltrin.store.engine import Store
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import recordings as rows
from veltrin.store.tables import RecordingRow

SHORTEST_SECONDS = 0.3

_BEGINS: tuple[tuple[int, bytes, Media], ...] = (
    (0, b"\x1a\x45\xdf\xa3", "audio/webm"), (0, b"OggS", "audio/ogg"), (4, b"ftyp", "audio/mp4"),
    (8, b"WAVE", "audio/wav"),
)  # fmt: skip
"""How each kind of sound begins: at which byte, with what. Source: the formats' own specifications, from memory."""


class Sound(NamedTuple):
    """A note as it is played."""

    body: bytes
    media: str


def media_of(body: bytes) -> Media:
    """What kind of sound it is, by how it begins. DomainError where it is none that a browser records."""
    found = next((media for at, mark, media in _BEGINS if body[at : at + len(mark)] == mark), None)
    if found is None:
        raise DomainError("body", "is not a recording in a known format.", "Send WebM, Ogg, MP4 or WAV.")
    return found


def recording_out(row: RecordingRow) -> RecordingOut:
    """A kept note as the contract has it."""
    return RecordingOut.model_validate(
        {
            "id": row.id,
            "lesson_id": row.lesson_id,
            "spoken_at": row.spoken_at,
            "seconds": row.seconds,
            "media": row.media,
        }
    )


def keep_recording(store: Store, recording_id: str, lesson_id: str, seconds: float, body: bytes) -> RecordingOut:
    """Keep a note of a lesson under the id its sender gave it; sent again the first stays.

    ConflictError where a player of the lesson is a minor and no guardian has agreed, or the id is another lesson's.
    """
    if not SHORTEST_SECONDS <= seconds <= MOST_SECONDS:
        raise DomainError(
            "seconds", f"({seconds:g}) can't be.", f"Speak {SHORTEST_SECONDS:g} to {MOST_SECONDS:g} seconds."
        )
    media = media_of(body)
    with store.session() as session:
        lesson = lesson_rows.load(session, lesson_id)
        player_ids = [] if lesson is None else [one.player_id for one in lesson.players]
        known = rows.load(session, recording_id)
    if lesson is None:
        raise NotFoundError("lesson_id", "There is no such lesson.", "Choose one from /api/lessons.")
    if known is not None and known.lesson_id != lesson_id:
        raise ConflictError("recording_id", "this id is used by another one.", "Give it a new random UUID.")
    if known is not None:
        return recording_out(known)
    for player_id in player_ids:
        may_be_shown(find_stored(store, player_id))
    row = RecordingRow(
        lesson_id=lesson_id, id=recording_id, spoken_at=datetime.now(UTC), seconds=seconds, media=media, sound=body
    )
    with store.session() as session:
        rows.add(session, row)
        return recording_out(row)


def _none(recording_id: str) -> NotFoundError:
    return NotFoundError("recording_id", f"There is no note {recording_id}.", "Choose one of a lesson.")


def play_recording(store: Store, recording_id: str) -> Sound:
    """The sound itself."""
    with store.session() as session:
        row = rows.load(session, recording_id)
        if row is None:
            raise _none(recording_id)
        return Sound(row.sound, row.media)


def drop_recording(store: Store, recording_id: str) -> None:
    """Delete a note."""
    with store.session() as session:
        row = rows.load(session, recording_id)
        if row is None:
            raise _none(recording_id)
        session.delete(row)
