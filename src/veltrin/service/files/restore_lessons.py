"""Lessons and photographs of a book file that aren't here yet."""

from __future__ import annotations

from collections.abc import Iterator

from veltrin.core.wanted import go_on
from veltrin.service.files.arriving import Arriving
from veltrin.service.files.contracts.exchange import LessonItemRecord, LessonRecord, PhotographRecord, ReadStage
from veltrin.service.files.here import Here, image_of, number_of, portions
from veltrin.service.house.errors import DomainError
from veltrin.service.lessons.pictures import Darkroom, darkroom
from veltrin.service.lessons.recordings import media_of
from veltrin.store.repositories import arrivals
from veltrin.store.tables import (
    LessonItemRow,
    LessonPlayerRow,
    LessonRow,
    LessonThingRow,
    PhotographRow,
    RecordingRow,
)

BYTES_AT_ONCE = 2_000_000
"""Of images written in one transaction."""


def lessons(reading: Arriving) -> Iterator[ReadStage]:
    """Lessons that aren't here yet, with what was done in them."""
    told = reading.book.lessons
    found = reading.resolve(LessonRow, [one.id for one in told], "", None)
    items = reading.resolve(LessonItemRow, [item.id for one in told for item in one.items], "", None)
    reading.ids["lesson"] |= found
    fresh = [one for one in told if not found[one.id].is_known and any(p in reading.players for p in one.player_ids)]
    reading.counts["lessons"] += len(fresh)
    for some, stage in portions("writing", fresh, 20):
        with reading.hidden.session() as session:
            for one in some:
                session.add(_lesson(reading, one, found[one.id].id, items))
                session.flush()
                session.add_all(_items(reading, one, found[one.id].id, items))
                session.add_all(_recordings(one, found[one.id].id))
            arrivals.go_on(session, reading.arrival)
        yield stage


def _lesson(reading: Arriving, told: LessonRecord, here: str, items: dict[str, Here]) -> LessonRow:
    values = told.model_dump(exclude={"id", "day", "player_ids", "items", "things", "recordings"})
    if values["state"] == "open":
        # One lesson is open at most, and this one was elsewhere.
        values["state"], values["ended_at"] = "closed", told.ended_at or told.held_on
    known = [reading.players[p].id for p in told.player_ids if p in reading.players]
    ours = {item.id for item in told.items if item.player_id in reading.players}
    return LessonRow(
        id=here,
        day_json=reading.kept("day", told.day),
        players=[LessonPlayerRow(player_id=p, place=place) for place, p in enumerate(known)],
        things=[
            LessonThingRow(
                player_id=reading.players[thing.player_id].id,
                item_id=items[thing.item_id].id if thing.item_id in ours else None,
                station_json=reading.kept("station", thing.station),
                **thing.model_dump(exclude={"player_id", "item_id", "station"}),
            )
            for thing in told.things
            if thing.player_id in reading.players
        ],
        **values,
    )


def _recordings(told: LessonRecord, lesson_id: str) -> list[RecordingRow]:
    made = []
    for one in told.recordings:
        try:
            sound = one.sound_bytes()
        except ValueError as error:
            raise DomainError(f"recordings.{one.id}.sound", "is cut off.", "Export the file again.") from error
        values = one.model_dump(exclude={"sound", "media"})
        made.append(RecordingRow(lesson_id=lesson_id, media=media_of(sound), sound=sound, **values))
    return made


def _items(reading: Arriving, told: LessonRecord, lesson_id: str, items: dict[str, Here]) -> list[LessonItemRow]:
    return [_item(reading, one, lesson_id, items[one.id].id) for one in told.items if one.player_id in reading.players]


def _item(reading: Arriving, told: LessonItemRecord, lesson_id: str, here: str) -> LessonItemRow:
    player_id = reading.players[told.player_id].id
    ref = reading.at(told.kind, told.ref) if told.kind in reading.ids else None
    return LessonItemRow(
        id=here,
        lesson_id=lesson_id,
        player_id=player_id,
        # A kept shot of a file that doesn't say its number is told by its words alone.
        ref=ref or ("" if told.kind == "shot" else told.ref),
        request_json=reading.question(told.request, player_id),
        call_json=reading.kept("call", told.call),
        **told.model_dump(exclude={"id", "player_id", "ref", "request", "call"}),
    )


def photographs(reading: Arriving) -> Iterator[ReadStage]:
    """Photographs that aren't here yet: each is looked at first, then written."""
    missing = []
    for record in reading.book.players:
        player_id = reading.players[record.id].id
        found = reading.resolve(PhotographRow, [one.id for one in record.photographs], player_id, "player_id")
        missing += [(one, found[one.id].id, player_id) for one in record.photographs if not found[one.id].is_known]
    if not missing:
        return
    waiting: list[PhotographRow] = []
    with darkroom() as room:
        for n, (told, here, player_id) in enumerate(missing, 1):
            go_on()
            row = _photograph(reading, room, told, here, player_id)
            if row is None:
                reading.counts["without_image"] += 1
                continue
            waiting.append(row)
            reading.counts["photographs"] += 1
            if sum(len(one.image) for one in waiting) > BYTES_AT_ONCE or n == len(missing):
                reading.put(waiting)
                waiting = []
            yield ReadStage(stage="photographs", done=n, of=len(missing))
    reading.put(waiting)


def _photograph(
    reading: Arriving, room: Darkroom, told: PhotographRecord, here: str, player_id: str
) -> PhotographRow | None:
    image = image_of(told, reading.pictures)
    if image is None:
        return None
    # Looked at like one that is taken here, kept as it came.
    room.look_at(image, f"photographs.{told.id}.image")
    return PhotographRow(
        id=here,
        player_id=player_id,
        lesson_id=reading.at("lesson", told.lesson_id),
        booking_id=reading.at("booking", told.booking_id),
        shot_id=None if told.shot_id is None else number_of(reading.at("shot", str(told.shot_id))),
        measured_json=reading.kept("slope", told.measured),
        image=image,
        **told.model_dump(exclude={"id", "lesson_id", "booking_id", "shot_id", "measured", "image"}),
    )
