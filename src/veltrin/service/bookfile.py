"""Use cases: everything as one JSON file, out and in again; tables as CSV."""

from __future__ import annotations

import uuid
from dataclasses import replace
from datetime import UTC, datetime
from typing import Any, Literal, NamedTuple

from sqlalchemy.orm import Session

from veltrin.exchange.shots_csv import write_table
from veltrin.service.border import copied
from veltrin.service.contracts.exchange import (
    BookFile,
    BookingRecord,
    DayRecord,
    KeptJson,
    KeptRecord,
    MergedOut,
    PlayerRecord,
    PracticePartRecord,
    PracticeRecord,
    SceneRecord,
    TrialRecord,
)
from veltrin.service.errors import NotFoundError
from veltrin.service.kept import DAY, LINE, QUESTION, RUNS, SCENE, SETTINGS, own_question
from veltrin.service.lessonfile import add_lessons, add_photographs, lesson_records, photograph_records
from veltrin.service.players import made_of, new_id, player_out
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import days as day_rows
from veltrin.store.repositories import lines as line_rows
from veltrin.store.repositories import players as player_rows
from veltrin.store.repositories import practices as practice_rows
from veltrin.store.repositories import scenes as scene_rows
from veltrin.store.repositories import settings as setting_rows
from veltrin.store.repositories import shots as shot_rows
from veltrin.store.repositories import stands as stand_rows
from veltrin.store.repositories import trials as trial_rows
from veltrin.store.repositories.book import Which
from veltrin.store.repositories.players import StoredPlayer
from veltrin.store.tables import BookingRow, PracticePartRow, PracticeRow, SceneRow, TrialRow

MOST_SCENES = 100_000

TableName = Literal["players", "clubs", "bookings", "trials", "practices", "scenes"]


def _player_record(session: Session, stored: StoredPlayer) -> dict[str, Any]:
    player_id = stored.player.id
    bookings = book_rows.every(session, Which(player_id))
    trials = trial_rows.load_all(session, player_id)
    practices = practice_rows.every(session, player_id)
    scenes = scene_rows.newest(session, player_id, MOST_SCENES)
    asked = {b.question_id for b in bookings if b.question_id is not None}
    questions = {q: book_rows.question_of(session, q) for q in sorted(asked)}
    shown = player_out(stored).model_dump(exclude={"pinned", "excluded", "version"})
    return {
        **shown,
        "practices": [_practice_record(one) for one in practices],
        "scenes": [_scene_record(one) for one in scenes],
        "photographs": photograph_records(session, player_id),
        "stands": dict(sorted(stored.stands.items())),
        "questions": {q: QUESTION.raw(body) for q, body in questions.items() if body},
        "bookings": [copied(BookingRecord, b) for b in sorted(bookings, key=lambda b: (b.booked_at, b.id))],
        "trials": [copied(TrialRecord, t, request=QUESTION.raw(t.request_json)) for t in trials],
        "kept": [
            copied(KeptRecord, s, say=s.key_words, request=QUESTION.raw(s.request_json))
            for s in shot_rows.load_all(session)
            if s.player_id == player_id
        ],
    }


def _practice_record(row: PracticeRow) -> PracticeRecord:
    parts = [copied(PracticePartRecord, part, stations=RUNS.raw(part.stations_json)) for part in row.parts]
    return copied(PracticeRecord, row, parts=parts)


def _scene_record(row: SceneRow) -> SceneRecord:
    return copied(SceneRecord, row, readings=SCENE.raw(row.readings_json))


def export(store: Store, player_id: str | None = None) -> BookFile:
    """Everything of this coach, or one player with nothing else."""
    with store.session() as session:
        players = player_rows.load_all(session)
        if player_id is not None:
            players = [p for p in players if p.player.id == player_id]
            if not players:
                raise NotFoundError("player_id", f"There is no player '{player_id}'.", "Choose one from /api/players.")
        settings = setting_rows.load(session) if player_id is None else None
        whole = player_id is None
        return BookFile.model_validate(
            {
                "format": "veltrin-book",
                "version": 4,
                "written_at": datetime.now(UTC),
                "settings": None if settings is None else SETTINGS.raw(settings),
                "players": [_player_record(session, p) for p in players],
                "lines": [(r.name, LINE.raw(r.line_json)) for r in line_rows.load_all(session)] if whole else [],
                "scenes": [_scene_record(r) for r in scene_rows.newest(session, None, MOST_SCENES)] if whole else [],
                "lessons": lesson_records(session, player_id),
                "days": [DayRecord(name=r.name, day=DAY.raw(r.day_json)) for r in day_rows.load_all(session)]
                if whole
                else [],
            }
        )


def _own_runs(kept: KeptJson | None, player_id: str) -> str:
    """Stations played by the player under the id they have here, as text to keep."""
    if kept is None or not isinstance(kept.json_, list):
        return RUNS.keep_raw(kept)
    told = [
        {**one, "request": {**one["request"], "player_id": player_id}}
        if isinstance(one, dict) and isinstance(one.get("request"), dict)
        else one
        for one in kept.json_
    ]
    return RUNS.keep_raw(kept.model_copy(update={"json_": told}))


def _add_practices(session: Session, record: PlayerRecord, player_id: str) -> tuple[dict[str, str], int]:
    """Add a player's sessions; the id of each here, and how many were added."""
    ids: dict[str, str] = {}
    added = 0
    for told in record.practices:
        known = practice_rows.load(session, told.id)
        ids[told.id] = told.id
        if known is not None and known.player_id == player_id:
            continue
        if practice_rows.id_is_taken(session, told.id):
            ids[told.id] = str(uuid.uuid4())
        parts = [
            PracticePartRow(
                place=place,
                stations_json=_own_runs(part.stations, player_id),
                **part.model_dump(exclude={"stations"}),
            )
            for place, part in enumerate(told.parts)
        ]
        values = told.model_dump(exclude={"parts", "id"})
        practice_rows.add(session, PracticeRow(id=ids[told.id], player_id=player_id, parts=parts, **values))
        added += 1
    return ids, added


def _add_scenes(session: Session, scenes: list[SceneRecord], reader_id: str | None, player_ids: dict[str, str]) -> int:
    """Add scenes that somebody read; how many were not here yet."""
    added = 0
    for told in scenes:
        known = scene_rows.load(session, told.id)
        if known is not None and known.reader_id == reader_id:
            continue
        taken = scene_rows.id_is_taken(session, told.id)
        values = told.model_dump(exclude={"readings", "id", "player_id"})
        row = SceneRow(
            id=str(uuid.uuid4()) if taken else told.id,
            reader_id=reader_id,
            player_id=player_ids.get(told.player_id, told.player_id),
            readings_json=SCENE.keep_raw(told.readings),
            **values,
        )
        scene_rows.add(session, row)
        added += 1
    return added


class _Added(NamedTuple):
    """What of a player's book was added, what was here already, and the ids here of trials and shots."""

    bookings: int
    known: int
    trial_ids: dict[str, str]
    booking_ids: dict[str, str]


def _add_book(session: Session, record: PlayerRecord, player_id: str, practice_ids: dict[str, str]) -> _Added:
    """Add a player's trials and shots."""
    trial_ids: dict[str, str] = {}
    booking_ids: dict[str, str] = {}
    for trial in record.trials:
        known = trial_rows.load(session, trial.id)
        trial_ids[trial.id] = trial.id
        if known is not None and known.player_id == player_id:
            continue
        if trial_rows.id_is_taken(session, trial.id):
            trial_ids[trial.id] = str(uuid.uuid4())
        values = trial.model_dump(exclude={"request", "id"})
        body = own_question(trial.request, player_id)
        trial_rows.add(session, TrialRow(id=trial_ids[trial.id], player_id=player_id, request_json=body, **values))
    questions = {
        q: book_rows.keep_question(session, own_question(body, player_id)) for q, body in record.questions.items()
    }
    fresh: list[BookingRow] = []
    known_shots = 0
    owners = book_rows.owners_of(session, [told.id for told in record.bookings])
    for told in record.bookings:
        booking_ids[told.id] = told.id
        if owners.get(told.id) == player_id:
            known_shots += 1
            continue
        here = {
            "id": str(uuid.uuid4()) if told.id in owners else told.id,
            "player_id": player_id,
            "trial_id": None if told.trial_id is None else trial_ids.get(told.trial_id),
            "question_id": None if told.question_id is None else questions.get(told.question_id),
            "practice_id": None if told.practice_id is None else practice_ids.get(told.practice_id),
        }
        booking_ids[told.id] = str(here["id"])
        fresh.append(BookingRow(**{**told.model_dump(), **here}))
    book_rows.add_many(session, fresh)
    return _Added(len(fresh), known_shots, trial_ids, booking_ids)


def _add_player(session: Session, record: PlayerRecord) -> tuple[str, bool]:
    """Add a player unless this coach has them already; their id here, and whether it had to be another."""
    if player_rows.load(session, record.id) is not None:
        return record.id, False
    taken = player_rows.id_is_taken(session, record.id)
    player_id = new_id(record.name) if taken else record.id
    stored = replace(
        made_of(player_id, record, record.clubs),
        learns=record.learns,
        learns_from=record.learns_from,
        practice=record.practice,
    )
    player_rows.save(session, stored)
    for method_id, stand in record.stands.items():
        stand_rows.save(session, player_id, method_id, stand)
    for kept in record.kept:
        shot_rows.add(
            session,
            player_id=player_id,
            call_id=kept.call_id,
            note=kept.note,
            summary=kept.summary,
            say=tuple(kept.say),
            on_card=kept.on_card,
            request_json=own_question(kept.request, player_id),
            kept_at=kept.kept_at,
        )
    return player_id, taken


def merge(store: Store, body: BookFile) -> MergedOut:
    """Read a book file, all or none. Players and shots that are here already stay as they are."""
    done = dict.fromkeys(MergedOut.model_fields, 0)
    with store.session() as session:
        player_ids: dict[str, str] = {}
        ids: dict[str, dict[str, str]] = {"player": player_ids, "booking": {}, "trial": {}, "session": {}}
        for record in body.players:
            was_here = player_rows.load(session, record.id) is not None
            player_id, renamed = _add_player(session, record)
            player_ids[record.id] = player_id
            practice_ids, practices = _add_practices(session, record, player_id)
            done["practices"] += practices
            done["scenes"] += _add_scenes(session, record.scenes, player_id, player_ids)
            book = _add_book(session, record, player_id, practice_ids)
            done["players"] += not was_here
            done["renamed"] += renamed
            done["bookings"] += book.bookings
            done["known"] += book.known
            ids["session"] |= practice_ids
            ids["trial"] |= book.trial_ids
            ids["booking"] |= book.booking_ids
        lesson_ids = add_lessons(session, body.lessons, ids)
        done["lessons"] += len(lesson_ids)
        for record in body.players:
            done["photographs"] += add_photographs(
                session, record.photographs, player_ids[record.id], lesson_ids, ids["booking"]
            )
        lines = {row.name for row in line_rows.load_all(session)}
        for name, line in body.lines:
            if name not in lines:
                line_rows.save(session, name, LINE.keep_raw(line))
                done["lines"] += 1
        days = {row.name for row in day_rows.load_all(session)}
        for day in body.days:
            if day.name not in days:
                day_rows.save(session, day.name, DAY.keep_raw(day.day))
                done["days"] += 1
        done["scenes"] += _add_scenes(session, body.scenes, None, player_ids)
        if body.settings is not None and setting_rows.load(session) is None:
            setting_rows.save(session, SETTINGS.keep_raw(body.settings))
    return MergedOut(**done)


def table(store: Store, name: TableName) -> str:
    """One table of this coach as CSV, in the units of the JSON file."""
    whole = export(store).model_dump(mode="json")
    rows: list[dict[str, Any]] = []
    if name == "scenes":
        rows += [_scene_line({"reader": "coach"}, one) for one in whole["scenes"]]
    for player in whole["players"]:
        mine = {"player_id": player["id"], "player": player["name"]}
        if name == "players":
            rows.append(_plain(player))
        elif name == "scenes":
            rows += [_scene_line({"reader": player["name"]}, one) for one in player["scenes"]]
        elif name == "practices":
            rows += [{**mine, **_plain(one), **_plain(part)} for one in player["practices"] for part in one["parts"]]
        else:
            rows += [{**mine, **_plain(one)} for one in player[name]]
    names = list(dict.fromkeys(key for row in rows for key in row))
    return write_table(names, rows)


def _plain(record: dict[str, Any]) -> dict[str, Any]:
    """What of a record fits into cells."""
    return {k: v for k, v in record.items() if not isinstance(v, list | dict)}


def _scene_line(who: dict[str, Any], scene: dict[str, Any]) -> dict[str, Any]:
    told = scene["readings"]["json"]
    read = {
        f"{k}_{name}": v
        for k, pair in (told.items() if isinstance(told, dict) else ())
        if isinstance(pair, list)
        for name, v in zip(("true", "read"), pair, strict=True)
    }
    return {**who, **_plain(scene), **read}
