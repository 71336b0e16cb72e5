"""Use cases: plan a lesson, open it, gather what is done, close it, look back, settle what players take along."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from datetime import UTC, datetime

from sqlalchemy.orm import Session

from veltrin.core.practice import drill_named
from veltrin.service.book.book_read import booking_out
from veltrin.service.house.errors import ConflictError, NotFoundError, changed_elsewhere
from veltrin.service.house.kept import Opened
from veltrin.service.house.words import drill_words, struck_words
from veltrin.service.lessons.contracts.lessons import (
    GatherIn,
    LessonIn,
    LessonItemIn,
    LessonItemOut,
    LessonOut,
    LessonPage,
    LessonRowOut,
    OpenLessonOut,
    SheetOut,
    ThingIn,
    ThingOut,
    ThingsIn,
)
from veltrin.service.lessons.forms import STATION
from veltrin.service.lessons.photographs import photograph_out
from veltrin.service.lessons.recordings import recording_out
from veltrin.service.players.players import find_stored
from veltrin.service.practice.contracts.practice import StationOut
from veltrin.service.practice.practice import show_drill
from veltrin.service.shot.contracts.plan import CallOut, PlanRequest
from veltrin.service.shot.forms import CALL, DAY, QUESTION
from veltrin.service.shot.plan import call_of, plain_request
from veltrin.service.shot.summary import summary_of
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import lessons as rows
from veltrin.store.repositories import photographs as photograph_rows
from veltrin.store.repositories import players as player_rows
from veltrin.store.repositories import recordings as recording_rows
from veltrin.store.repositories import versions
from veltrin.store.repositories.book import Which
from veltrin.store.tables import LessonItemRow, LessonRow, LessonThingRow


def _none(lesson_id: str) -> NotFoundError:
    return NotFoundError("lesson_id", f"There is no lesson {lesson_id}.", "Choose one from /api/lessons.")


def _load(session: Session, lesson_id: str) -> LessonRow:
    found = rows.load(session, lesson_id)
    if found is None:
        raise _none(lesson_id)
    return found


# Planning and keeping.


def keep_lesson(store: Store, lesson_id: str, body: LessonIn) -> LessonOut:
    """Plan a lesson under the id its sender gave it, or write it again; what was done in it stays.

    ConflictError where the id is another coach's.
    """
    for player_id in body.player_ids:
        find_stored(store, player_id)
    with store.session() as session:
        found = rows.load(session, lesson_id)
        if found is None and rows.id_is_taken(session, lesson_id):
            raise ConflictError("lesson_id", "this id is used by another lesson.", "Give it a new random UUID.")
        if found is None:
            found = LessonRow(id=lesson_id, made_at=datetime.now(UTC), held_on=body.held_on, players=[], things=[])
            rows.add(session, found)
        elif _is_same(found, body):
            # Sent again, by who didn't hear that it was kept.
            return show_lesson(store, lesson_id)
        elif not versions.take(session, found, body.version):
            raise changed_elsewhere("this lesson")
        found.held_on, found.place, found.aims, found.notes = body.held_on, body.place, body.aims, body.notes
        found.day_json = DAY.keep(body.day)
        if [p.player_id for p in found.players] != body.player_ids:
            _may_leave(session, found, body.player_ids)
            rows.put_players(session, found, body.player_ids)
    return show_lesson(store, lesson_id)


def _is_same(found: LessonRow, body: LessonIn) -> bool:
    kept = found.held_on, found.place, found.aims, found.notes, [p.player_id for p in found.players]
    told = body.held_on, body.place, body.aims, body.notes, body.player_ids
    return kept == told and DAY.open(found.day_json).value == body.day


def _may_leave(session: Session, lesson: LessonRow, staying: Sequence[str]) -> None:
    """Refuse to let a player go who did something in the lesson, or takes something along: it would be lost."""
    busy = {item.player_id for item in rows.items(session, lesson.id)} | {t.player_id for t in lesson.things}
    names = [name for player_id, name in _names(session).items() if player_id in busy - set(staying)]
    if names:
        raise ConflictError(
            "player_ids", f"{', '.join(names)} did something in this lesson.", "Take it out first, or leave them in."
        )


def begin_lesson(store: Store, lesson_id: str) -> LessonOut:
    """Open a lesson: what is done from now on joins it. ConflictError while another is open."""
    with store.session() as session:
        found, other = _load(session, lesson_id), rows.open_one(session)
        if other is not None and other.id != lesson_id:
            raise ConflictError("lesson_id", "another lesson is open.", "Close that one first.")
        if found.state != "open":
            now = datetime.now(UTC)
            found.state, found.ended_at = "open", None
            found.began_at = found.began_at or now
            found.held_on = now if found.held_on > now else found.held_on
    return show_lesson(store, lesson_id)


def close_lesson(store: Store, lesson_id: str) -> LessonOut:
    """Close a lesson; it can be opened again. One that never began is written up as held."""
    with store.session() as session:
        found = _load(session, lesson_id)
        if found.state != "closed":
            found.state, found.ended_at = "closed", datetime.now(UTC)
            found.began_at = found.began_at or found.ended_at
    return show_lesson(store, lesson_id)


def drop_lesson(store: Store, lesson_id: str) -> None:
    """Delete a lesson; shots, trials and sessions stay where they are."""
    with store.session() as session:
        if not rows.delete_one(session, lesson_id):
            raise _none(lesson_id)


# Gathering.


def put_item(store: Store, lesson_id: str, item_id: str, body: LessonItemIn) -> LessonItemOut:
    """Gather something, or write it again. Its player must be one of the lesson's."""
    call = None
    if body.request is not None:
        call = call_of(store, body.request, str(body.call_id))
    drill = drill_named(body.ref, "ref") if body.kind == "drill" else None
    with store.session() as session:
        lesson = _load(session, lesson_id)
        if body.player_id not in {p.player_id for p in lesson.players}:
            raise ConflictError("player_id", "is not a player of this lesson.", "Add the player to the lesson first.")
        row = rows.item(session, item_id)
        if (row is None and rows.item_id_is_taken(session, item_id)) or (row and row.lesson_id != lesson_id):
            raise ConflictError("item_id", "this id is already used.", "Give it a new random UUID.")
        if row is None:
            row = LessonItemRow(id=item_id, lesson_id=lesson_id, at=body.at or datetime.now(UTC))
            session.add(row)
        summary = body.summary or (summary_of(call) if call is not None else "" if drill is None else drill.name)
        row.player_id, row.kind, row.ref = body.player_id, body.kind, body.ref
        row.summary, row.words = summary[:300], body.words
        row.call_id = "" if call is None else call.id
        row.request_json = QUESTION.keep(None if body.request is None else plain_request(body.request))
        row.call_json = CALL.keep(call)
        session.flush()
        return item_out(session, row)


def drop_item(store: Store, lesson_id: str, item_id: str) -> None:
    """Take something out of a lesson; the record itself stays."""
    with store.session() as session:
        row = rows.item(session, item_id)
        if row is None or row.lesson_id != lesson_id or not rows.drop_item(session, item_id):
            raise NotFoundError("item_id", "There is no such thing in this lesson.", "Choose one of the lesson's.")


MOST_GATHERED = 200


def gather(store: Store, lesson_id: str, body: GatherIn) -> LessonOut:
    """Take in what was booked of the lesson's players in a span: a lesson made afterwards. What is in already stays."""
    with store.session() as session:
        lesson = _load(session, lesson_id)
        found = [
            booking
            for player in lesson.players
            for booking in book_rows.page(
                session, Which(player.player_id, purpose="shot", since=body.since, until=body.until), MOST_GATHERED, 0
            )[1]
            if rows.item_of(session, lesson_id, "booking", booking.id) is None
        ]
        asked = {b.id: book_rows.question_of(session, b.question_id) for b in found if b.question_id is not None}
    for booking in found:
        body_json = asked.get(booking.id)
        request = QUESTION.open(body_json).value
        call = None
        if request is not None:
            try:
                call = call_of(store, request, booking.call_id)
            except ConflictError:
                # The bag has changed since: the shot is told without its drawing.
                call = None
        with store.session() as session:
            row = LessonItemRow(
                id=str(uuid.uuid4()),
                lesson_id=lesson_id,
                player_id=booking.player_id,
                at=booking.booked_at,
                kind="booking",
                ref=booking.id,
                summary=struck_words(booking),
                request_json=body_json or "",
                call_id="" if call is None else call.id,
                call_json=CALL.keep(call),
            )
            rows.add_item(session, row)
    return show_lesson(store, lesson_id)


# Looking at it.


def item_out(session: Session, row: LessonItemRow) -> LessonItemOut:
    """Something that was done, with the booked shot while it is in the book."""
    booking = book_rows.load(session, row.ref) if row.kind == "booking" else None
    request, call, problem = _shot_of(row)
    return LessonItemOut.model_validate(
        {
            "id": row.id,
            "kind": row.kind,
            "player_id": row.player_id,
            "at": row.at,
            "ref": row.ref,
            "summary": row.summary,
            "words": row.words,
            "request": request,
            "call": call,
            "problem": problem,
            "booking": None if booking is None else booking_out(booking),
        }
    )


def _shot_of(row: LessonItemRow) -> tuple[PlanRequest | None, CallOut | None, str]:
    """Question and call of something that was done, as far as they can be opened, and what can't be."""
    request, call = QUESTION.open(row.request_json), CALL.open(row.call_json)
    return request.value, call.value, request.problem or call.problem


def _row_out(lesson: LessonRow, names: dict[str, str], count: int) -> dict[str, object]:
    ids = [p.player_id for p in lesson.players]
    return {
        "id": lesson.id,
        "version": lesson.version,
        "state": lesson.state,
        "held_on": lesson.held_on,
        "began_at": lesson.began_at,
        "ended_at": lesson.ended_at,
        "place": lesson.place,
        "aims": lesson.aims,
        "player_ids": ids,
        "player_names": [names.get(i, i) for i in ids],
        "items": count,
    }


def _names(session: Session) -> dict[str, str]:
    return {p.player.id: p.player.name for p in player_rows.load_all(session)}


def list_lessons(store: Store, player_id: str | None, limit: int, offset: int) -> LessonPage:
    """A page of lessons, newest first; of one player, or all."""
    with store.session() as session:
        total, found = rows.page(session, player_id, limit, offset)
        names, counts = _names(session), rows.count_items(session, [one.id for one in found])
        return LessonPage(
            total=total, rows=[LessonRowOut.model_validate(_row_out(r, names, counts.get(r.id, 0))) for r in found]
        )


def open_lesson(store: Store) -> OpenLessonOut:
    """The lesson that is open, if any."""
    with store.session() as session:
        found = rows.open_one(session)
        if found is None:
            return OpenLessonOut(lesson=None)
        count = rows.count_items(session, [found.id]).get(found.id, 0)
        return OpenLessonOut(lesson=LessonRowOut.model_validate(_row_out(found, _names(session), count)))


def show_lesson(store: Store, lesson_id: str) -> LessonOut:
    """A whole lesson."""
    with store.session() as session:
        lesson = _load(session, lesson_id)
        stored = {p.player.id: p for p in player_rows.load_all(session)}
        done = rows.items(session, lesson_id)
        base = _row_out(lesson, {i: s.player.name for i, s in stored.items()}, len(done))
        return LessonOut.model_validate(
            {
                **base,
                "day": DAY.open(lesson.day_json).value,
                "notes": lesson.notes,
                "done": [item_out(session, row) for row in done],
                "photographs": [photograph_out(p) for p in photograph_rows.of_lesson(session, lesson_id)],
                "recordings": [recording_out(one) for one in recording_rows.of_lesson(session, lesson_id)],
                "sheets": [
                    sheet_of(p.player_id, stored[p.player_id].player.name, stored[p.player_id].player.left_handed,
                             lesson.things, done)
                    for p in lesson.players
                    if p.player_id in stored
                ],
            }
        )  # fmt: skip


def sheet_of(
    player_id: str, name: str, left_handed: bool, things: Sequence[LessonThingRow], done: Sequence[LessonItemRow]
) -> SheetOut:
    """What one player takes along."""
    items = {row.id: row for row in done}
    mine = [thing for thing in things if thing.player_id == player_id]
    return SheetOut(
        player_id=player_id,
        player_name=name,
        hand="left" if left_handed else "right",
        things=[_thing_out(thing, items.get(thing.item_id or "")) for thing in mine],
    )


def _thing_out(thing: LessonThingRow, item: LessonItemRow | None) -> ThingOut:
    request, call, _ = (None, None, "") if item is None else _shot_of(item)
    station: Opened[StationOut] = STATION.open(thing.station_json)
    return ThingOut(
        item_id=thing.item_id,
        title=thing.title,
        words=thing.words.split("\n") if thing.words else [],
        drill_id=thing.drill_id,
        drill_name="" if thing.drill_id is None else drill_words(thing.drill_id),
        station=station.value,
        fault=thing.fault,
        cure=thing.cure,
        request=None if call is None else request,
        call=call,
    )


# Taking along.


def _station_of(store: Store, drill_id: str | None, player_id: str) -> StationOut | None:
    if drill_id is None:
        return None
    stations = show_drill(store, drill_id, player_id).stations
    return next((s for s in stations if s.call is not None), stations[0] if stations else None)


def put_things(store: Store, lesson_id: str, player_id: str, body: ThingsIn) -> LessonOut:
    """Settle what a player takes along; each drill is laid out for the player as they are now."""
    stations = [_station_of(store, thing.drill_id, player_id) for thing in body.things]
    with store.session() as session:
        lesson = _load(session, lesson_id)
        if player_id not in {p.player_id for p in lesson.players}:
            raise NotFoundError("player_id", "is not a player of this lesson.", "Choose one of the lesson's players.")
        if not versions.take(session, lesson, body.version):
            raise changed_elsewhere("this lesson")
        known = {row.id for row in rows.items(session, lesson_id)}
        for place, thing in enumerate(body.things):
            if thing.item_id is not None and thing.item_id not in known:
                raise ConflictError(f"things.{place}.item_id", "is not in this lesson.", "Choose one of its shots.")
        things = [
            _thing_row(player_id, place, thing, station)
            for place, (thing, station) in enumerate(zip(body.things, stations, strict=True))
        ]
        rows.put_things(session, lesson, player_id, things)
    return show_lesson(store, lesson_id)


def _thing_row(player_id: str, place: int, thing: ThingIn, station: StationOut | None) -> LessonThingRow:
    return LessonThingRow(
        player_id=player_id,
        place=place,
        item_id=thing.item_id,
        title=thing.title,
        words="\n".join(line for line in thing.words if line),
        drill_id=thing.drill_id,
        station_json=STATION.keep(station),
        fault=thing.fault,
        cure=thing.cure,
    )
