"""Use cases: everything as one book file, with photographs as a zip; tables as CSV."""

from __future__ import annotations

import zipfile
from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Any, Literal

from sqlalchemy.orm import Session

from veltrin.exchange.shots_csv import write_table
from veltrin.service.files.bookpieces import BOOK, PICTURES
from veltrin.service.files.contracts.exchange import (
    BookFile,
    BookingRecord,
    DayRecord,
    KeptRecord,
    PracticePartRecord,
    PracticeRecord,
    SceneRecord,
    TrialRecord,
)
from veltrin.service.files.lessonfile import lesson_records, photograph_records
from veltrin.service.house.border import copied
from veltrin.service.house.errors import NotFoundError
from veltrin.service.players.forms import SCENE
from veltrin.service.players.players import player_out
from veltrin.service.practice.forms import BUILT, RUNS
from veltrin.service.shot.forms import DAY, LINE, QUESTION, SETTINGS
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import courses as course_rows
from veltrin.store.repositories import days as day_rows
from veltrin.store.repositories import eye as scene_rows
from veltrin.store.repositories import lines as line_rows
from veltrin.store.repositories import photographs as photograph_rows
from veltrin.store.repositories import players as player_rows
from veltrin.store.repositories import practice as practice_rows
from veltrin.store.repositories import settings as setting_rows
from veltrin.store.repositories import shots as shot_rows
from veltrin.store.repositories import trials as trial_rows
from veltrin.store.repositories.book import Which
from veltrin.store.repositories.players import StoredPlayer
from veltrin.store.tables import PracticeRow, SceneRow

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
    shown = player_out(stored).model_dump(exclude={"pinned", "excluded", "version", "is_minor"})
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
    return copied(PracticeRecord, row, parts=parts, season=BUILT.raw(row.season_json))


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
                "courses": [{"name": r.name, "text": r.body} for r in course_rows.own(session)] if whole else [],
                "scenes": [_scene_record(r) for r in scene_rows.newest(session, None, MOST_SCENES)] if whole else [],
                "lessons": lesson_records(session, player_id),
                "days": [DayRecord(name=r.name, day=DAY.raw(r.day_json)) for r in day_rows.load_all(session)]
                if whole
                else [],
            }
        )


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


class _Pieces:
    """What a zip is written to: it goes on as it comes."""

    def __init__(self) -> None:
        self._pieces: list[bytes] = []
        self._length = 0

    def write(self, piece: bytes) -> int:
        """Take a piece."""
        self._pieces.append(bytes(piece))
        self._length += len(piece)
        return len(piece)

    def tell(self) -> int:
        """How much was written so far."""
        return self._length

    def flush(self) -> None:
        """Nothing waits here."""

    def taken(self) -> bytes:
        """What was written since it was last asked for."""
        taken, self._pieces = b"".join(self._pieces), []
        return taken


def export_zip(store: Store, player_id: str | None = None) -> Iterator[bytes]:
    """The book file with its photographs, piece by piece: the book first, then an image at a time."""
    book = export(store, player_id)
    return zipped(store, book)


def zipped(store: Store, book: BookFile) -> Iterator[bytes]:
    """A book file of this store as a zip with its photographs, piece by piece."""
    out = _Pieces()
    with zipfile.ZipFile(out, "w") as packed:  # type: ignore[call-overload]
        packed.writestr(BOOK, book.model_dump_json(), zipfile.ZIP_DEFLATED)
        yield out.taken()
        for player in book.players:
            for one in player.photographs:
                with store.session() as session:
                    image = photograph_rows.image(session, one.id)
                if image is not None:
                    packed.writestr(f"{PICTURES}{one.id}.jpg", image, zipfile.ZIP_STORED)
                    yield out.taken()
    yield out.taken()
