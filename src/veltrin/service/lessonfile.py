"""Lessons and photographs in the book file, out and in again."""

from __future__ import annotations

import base64
import binascii
import uuid
from collections.abc import Mapping, Sequence

from sqlalchemy.orm import Session

from veltrin.service.border import copied
from veltrin.service.contracts.exchange import (
    LessonItemRecord,
    LessonRecord,
    LessonThingRecord,
    PhotographRecord,
)
from veltrin.service.errors import DomainError
from veltrin.service.kept import CALL, DAY, QUESTION, SLOPE, STATION, own_question
from veltrin.service.pictures import prepare
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import photographs as photograph_rows
from veltrin.store.tables import LessonItemRow, LessonPlayerRow, LessonRow, LessonThingRow, PhotographRow


def photograph_records(session: Session, player_id: str) -> list[PhotographRecord]:
    """A player's photographs, images and all."""
    return [
        copied(
            PhotographRecord,
            row,
            measured=SLOPE.raw(row.measured_json),
            image=base64.b64encode(row.image).decode(),
        )
        for row in photograph_rows.of_player(session, player_id, with_images=True)
    ]


def lesson_records(session: Session, only: str | None) -> list[LessonRecord]:
    """Lessons with what was done in them; `only`: of one player, without what is of others."""
    records = []
    for row in lesson_rows.every(session):
        ids = [p.player_id for p in row.players if only is None or p.player_id == only]
        if not ids:
            continue
        records.append(
            copied(
                LessonRecord,
                row,
                day=DAY.raw(row.day_json),
                # What was written of all of them together is not one player's own.
                aims="" if len(ids) < len(row.players) else row.aims,
                notes="" if len(ids) < len(row.players) else row.notes,
                player_ids=ids,
                items=[_item(item) for item in lesson_rows.items(session, row.id) if item.player_id in ids],
                things=[_thing(thing) for thing in row.things if thing.player_id in ids],
            )
        )
    return records


def _item(row: LessonItemRow) -> LessonItemRecord:
    return copied(
        LessonItemRecord,
        row,
        request=QUESTION.raw(row.request_json),
        call=CALL.raw(row.call_json),
    )


def _thing(row: LessonThingRow) -> LessonThingRecord:
    return copied(LessonThingRecord, row, station=STATION.raw(row.station_json))


def add_lessons(session: Session, told: Sequence[LessonRecord], ids: Mapping[str, Mapping[str, str]]) -> dict[str, str]:
    """Add lessons that aren't here yet; the id here of each that was added.

    `ids`: by kind the id here of what the file calls otherwise: of players, bookings, trials, sessions.
    """
    added: dict[str, str] = {}
    players = ids["player"]
    for record in told:
        if lesson_rows.load(session, record.id) is not None:
            continue
        lesson_id = str(uuid.uuid4()) if lesson_rows.id_is_taken(session, record.id) else record.id
        known = [players[p] for p in record.player_ids if p in players]
        if not known:
            continue
        values = record.model_dump(exclude={"id", "day", "player_ids", "items", "things"})
        if values["state"] == "open":
            # One lesson is open at most, and this one was elsewhere.
            values["state"], values["ended_at"] = "closed", record.ended_at or record.held_on
        items = {item.id: _fresh(session, item.id) for item in record.items if item.player_id in players}
        lesson_rows.add(
            session,
            LessonRow(
                id=lesson_id,
                day_json=DAY.keep_raw(record.day),
                players=[LessonPlayerRow(player_id=p, place=place) for place, p in enumerate(known)],
                things=[
                    LessonThingRow(
                        player_id=players[thing.player_id],
                        item_id=items.get(thing.item_id or ""),
                        station_json=STATION.keep_raw(thing.station),
                        **thing.model_dump(exclude={"player_id", "item_id", "station"}),
                    )
                    for thing in record.things
                    if thing.player_id in players
                ],
                **values,
            ),
        )
        for item in record.items:
            if item.id in items:
                _add_item(session, lesson_id, items[item.id], item, ids)
        added[record.id] = lesson_id
    return added


def _fresh(session: Session, item_id: str) -> str:
    return str(uuid.uuid4()) if lesson_rows.item_id_is_taken(session, item_id) else item_id


def _add_item(
    session: Session, lesson_id: str, item_id: str, item: LessonItemRecord, ids: Mapping[str, Mapping[str, str]]
) -> None:
    player_id = ids["player"][item.player_id]
    lesson_rows.add_item(
        session,
        LessonItemRow(
            id=item_id,
            lesson_id=lesson_id,
            player_id=player_id,
            # A kept shot has another number here, and the file doesn't say which.
            ref="" if item.kind == "shot" else ids.get(item.kind, {}).get(item.ref, item.ref),
            request_json="" if item.request is None else own_question(item.request, player_id),
            call_json=CALL.keep_raw(item.call),
            **item.model_dump(exclude={"id", "player_id", "ref", "request", "call"}),
        ),
    )


def add_photographs(
    session: Session,
    told: Sequence[PhotographRecord],
    player_id: str,
    lesson_ids: Mapping[str, str],
    booking_ids: Mapping[str, str],
) -> int:
    """Add a player's photographs; how many were not here yet. DomainError where one is no image."""
    added = 0
    for place, record in enumerate(told):
        known = photograph_rows.load(session, record.id)
        if known is not None and known.player_id == player_id:
            continue
        taken = photograph_rows.id_is_taken(session, record.id)
        lesson_id = None if record.lesson_id is None else lesson_ids.get(record.lesson_id, record.lesson_id)
        row = PhotographRow(
            id=str(uuid.uuid4()) if taken else record.id,
            player_id=player_id,
            lesson_id=lesson_id if lesson_id and lesson_rows.load(session, lesson_id) is not None else None,
            booking_id=booking_ids.get(record.booking_id or ""),
            measured_json=SLOPE.keep_raw(record.measured),
            image=_image(record.image, f"photographs.{place}.image"),
            **record.model_dump(exclude={"id", "lesson_id", "booking_id", "measured", "image"}),
        )
        photograph_rows.add(session, row)
        added += 1
    return added


def _image(told: str, field: str) -> bytes:
    """The image, if it is one: looked at like one that is taken here, kept as it came."""
    try:
        body = base64.b64decode(told, validate=True)
        prepare(body)
    except (binascii.Error, DomainError) as error:
        raise DomainError(field, "is no photograph.", "Export the file again.") from error
    return body
