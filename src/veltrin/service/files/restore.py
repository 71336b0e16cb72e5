"""Use case: read a book file, all or none, in portions that are seen only once the last of them is there.

Reading the same file again changes nothing. Where an id of the file is another coach's here, what it names gets an id
that follows from both: the second reading finds what the first one brought.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import IO, Any

from sqlalchemy.orm import Session

from veltrin.core.wanted import go_on
from veltrin.service.book.renew import renew_own
from veltrin.service.course.courses import take_in
from veltrin.service.files.bookpieces import Opened, opened_book
from veltrin.service.files.contracts.exchange import (
    CourseRecord,
    LessonItemRecord,
    LessonRecord,
    MergedOut,
    PhotographRecord,
    PlayerRecord,
    PracticeRecord,
    ReadStage,
    SceneRecord,
)
from veltrin.service.files.forms import FORMS
from veltrin.service.files.here import Here, derived_id, derived_slug, image_of, number_of, own_runs, portions
from veltrin.service.house.contracts.kept import KeptJson
from veltrin.service.house.errors import ConflictError, DomainError
from veltrin.service.lessons.pictures import Darkroom, darkroom
from veltrin.service.lessons.recordings import media_of
from veltrin.service.players.players import made_of
from veltrin.service.shot.forms import QUESTION, SETTINGS, own_question
from veltrin.store.engine import Store
from veltrin.store.repositories import arrivals
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import days as day_rows
from veltrin.store.repositories import lines as line_rows
from veltrin.store.repositories import players as player_rows
from veltrin.store.repositories import settings as setting_rows
from veltrin.store.repositories import shots as shot_rows
from veltrin.store.repositories import stands as stand_rows
from veltrin.store.tables import (
    Base,
    BookingRow,
    LessonItemRow,
    LessonPlayerRow,
    LessonRow,
    LessonThingRow,
    PhotographRow,
    PracticePartRow,
    PracticeRow,
    RecordingRow,
    SceneRow,
    ShotRow,
    TrialRow,
)

BYTES_AT_ONCE = 2_000_000
"""Of images written in one transaction."""


class _Reading:
    """One reading of one file."""

    def __init__(self, store: Store, opened: Opened, arrival: int) -> None:
        self.store, self.book, self.pictures = store, opened.book, opened.pictures
        self.arrival = arrival
        self.hidden = store.of_coach(arrival)
        self.coach_id = store.coach_id
        self.counts = dict.fromkeys(MergedOut.model_fields, 0)
        self.players: dict[str, Here] = {}
        self.ids: dict[str, dict[str, Here]] = {kind: {} for kind in ("booking", "trial", "session", "lesson", "shot")}

    # Who and what is here.

    def _resolve(self, row: type[Base], told: Sequence[str], whose: str, owner: str | None) -> dict[str, Here]:
        """Where things of one owner are here; `owner`: the column that says whose they are, None: the coach's."""
        derived = {one: derived_id(self.coach_id, one, whose) for one in told}
        with self.store.session() as session:
            own, taken = arrivals.found(session, row, [*told, *derived.values()], owner)
        found = {}
        for one in told:
            there = next((i for i in (one, derived[one]) if i in own and (owner is None or own[i] == whose)), None)
            found[one] = Here(there or (derived[one] if one in taken else one), there is not None)
        return found

    def resolve_players(self) -> None:
        """Find out under which ids players of the file are here, or will be."""
        with self.store.session() as session:
            for record in self.book.players:
                other = derived_slug(self.coach_id, record.id)
                there = next((i for i in (record.id, other) if player_rows.load(session, i) is not None), None)
                is_taken = there is None and player_rows.id_is_taken(session, record.id)
                self.players[record.id] = Here(there or (other if is_taken else record.id), there is not None)
                self.counts["players"] += there is None
                self.counts["renamed"] += is_taken

    def _kept(self, kind: str, kept: KeptJson | None) -> str:
        """A piece as it came; what can't be opened here is kept too, and counted."""
        form = FORMS[kind]
        self.counts["unreadable"] += kept is not None and bool(form.open_raw(kept).problem)
        return form.keep_raw(kept)

    def _question(self, kept: KeptJson | None, player_id: str) -> str:
        if kept is None:
            return ""
        self.counts["unreadable"] += bool(QUESTION.open_raw(kept).problem)
        return own_question(kept, player_id)

    # Players, and what is theirs.

    def _player(self, record: PlayerRecord) -> None:
        here = self.players[record.id]
        if here.is_known:
            return
        stored = replace(
            made_of(here.id, record, record.clubs),
            learns=record.learns,
            learns_from=record.learns_from,
            practice=record.practice,
            guardian=record.guardian,
            guardian_on=record.guardian_on,
        )
        with self.hidden.session() as session:
            player_rows.save(session, stored)
            for method_id, stand in record.stands.items():
                stand_rows.save(session, here.id, method_id, stand)

    def _practices(self, record: PlayerRecord, player_id: str) -> list[PracticeRow]:
        found = self._resolve(PracticeRow, [one.id for one in record.practices], player_id, "player_id")
        self.ids["session"] |= found
        return [
            self._practice(one, found[one.id].id, player_id) for one in record.practices if not found[one.id].is_known
        ]

    def _practice(self, told: PracticeRecord, here: str, player_id: str) -> PracticeRow:
        parts = [
            PracticePartRow(
                place=place,
                stations_json=self._kept("runs", own_runs(part.stations, player_id)),
                **part.model_dump(exclude={"stations"}),
            )
            for place, part in enumerate(told.parts)
        ]
        return PracticeRow(
            id=here,
            player_id=player_id,
            parts=parts,
            season_json=self._kept("season", told.season),
            **told.model_dump(exclude={"parts", "id", "season"}),
        )

    def _trials(self, record: PlayerRecord, player_id: str) -> list[TrialRow]:
        found = self._resolve(TrialRow, [one.id for one in record.trials], player_id, "player_id")
        self.ids["trial"] |= found
        return [
            TrialRow(
                id=found[one.id].id,
                player_id=player_id,
                request_json=self._question(one.request, player_id),
                **one.model_dump(exclude={"request", "id"}),
            )
            for one in record.trials
            if not found[one.id].is_known
        ]

    def _shots(self, record: PlayerRecord, player_id: str) -> list[tuple[int | None, ShotRow]]:
        """Those that are new here, each with its number in the file."""
        with self.store.session() as session:
            known = {
                (one.kept_at, one.call_id): one.id for one in shot_rows.load_all(session) if one.player_id == player_id
            }
        made = []
        for told in record.kept:
            key = (told.kept_at, told.call_id)
            if key in known:
                if told.id is not None:
                    self.ids["shot"][str(told.id)] = Here(str(known[key]), True)
                continue
            row = ShotRow(
                player_id=player_id,
                request_json=self._question(told.request, player_id),
                say="\n".join(told.say),
                **told.model_dump(exclude={"id", "request", "say"}),
            )
            made.append((told.id, row))
        return made

    def _bookings(self, record: PlayerRecord, player_id: str) -> Iterator[ReadStage]:
        found = self._resolve(BookingRow, [one.id for one in record.bookings], player_id, "player_id")
        self.ids["booking"] |= found
        fresh = [one for one in record.bookings if not found[one.id].is_known]
        self.counts["bookings"] += len(fresh)
        self.counts["known"] += len(record.bookings) - len(fresh)
        used = {one.question_id for one in fresh}
        bodies = {q: self._question(body, player_id) for q, body in record.questions.items() if q in used}
        questions: dict[str, str] = {}
        for some, _ in portions("writing", list(bodies.items())):
            with self.hidden.session() as session:
                questions |= {q: book_rows.keep_question(session, body) for q, body in some}
        seq = 0
        for some, stage in portions("writing", fresh):
            rows = []
            for told in some:
                seq += 1
                here = {
                    "id": found[told.id].id,
                    "seq": seq,
                    "player_id": player_id,
                    "trial_id": self._at("trial", told.trial_id),
                    "question_id": questions.get(told.question_id or ""),
                    "practice_id": self._at("session", told.practice_id),
                }
                rows.append({**told.model_dump(), **here})
            with self.hidden.session() as session:
                book_rows.add_numbered(session, rows)
                arrivals.go_on(session, self.arrival)
            yield stage
        with self.hidden.session() as session:
            book_rows.set_last_number(session, player_id, seq)

    def _at(self, kind: str, told: str | None) -> str | None:
        found = None if told is None else self.ids[kind].get(told)
        return None if found is None else found.id

    def _scenes(self, scenes: Sequence[SceneRecord], reader_id: str | None) -> list[SceneRow]:
        found = self._resolve(SceneRow, [one.id for one in scenes], reader_id or "", None)
        fresh = [one for one in scenes if not found[one.id].is_known]
        self.counts["scenes"] += len(fresh)
        return [
            SceneRow(
                id=found[one.id].id,
                reader_id=reader_id,
                player_id=self.players[one.player_id].id if one.player_id in self.players else one.player_id,
                readings_json=self._kept("scene", one.readings),
                **one.model_dump(exclude={"readings", "id", "player_id"}),
            )
            for one in fresh
        ]

    def _write(self, rows: Sequence[Any]) -> Iterator[ReadStage]:
        for some, stage in portions("writing", rows):
            with self.hidden.session() as session:
                session.add_all(some)
                arrivals.go_on(session, self.arrival)
            yield stage

    def of_players(self) -> Iterator[ReadStage]:
        """Players with all that is theirs, but photographs."""
        for record in self.book.players:
            here = self.players[record.id].id
            self._player(record)
            practices = self._practices(record, here)
            self.counts["practices"] += len(practices)
            yield from self._write(practices)
            yield from self._write(self._trials(record, here))
            shots = self._shots(record, here)
            yield from self._write([row for _, row in shots])
            self.ids["shot"] |= {str(told): Here(str(row.id), False) for told, row in shots if told is not None}
            yield from self._bookings(record, here)
            yield from self._write(self._scenes(record.scenes, here))

    def scenes(self) -> Iterator[ReadStage]:
        """Scenes that the coach read."""
        yield from self._write(self._scenes(self.book.scenes, None))

    # Lessons and photographs.

    def lessons(self) -> Iterator[ReadStage]:
        """Lessons that aren't here yet, with what was done in them."""
        told = self.book.lessons
        found = self._resolve(LessonRow, [one.id for one in told], "", None)
        items = self._resolve(LessonItemRow, [item.id for one in told for item in one.items], "", None)
        self.ids["lesson"] |= found
        fresh = [one for one in told if not found[one.id].is_known and any(p in self.players for p in one.player_ids)]
        self.counts["lessons"] += len(fresh)
        for some, stage in portions("writing", fresh, 20):
            with self.hidden.session() as session:
                for one in some:
                    session.add(self._lesson(one, found[one.id].id, items))
                    session.flush()
                    session.add_all(self._items(one, found[one.id].id, items))
                    session.add_all(self._recordings(one, found[one.id].id))
                arrivals.go_on(session, self.arrival)
            yield stage

    def _lesson(self, told: LessonRecord, here: str, items: dict[str, Here]) -> LessonRow:
        values = told.model_dump(exclude={"id", "day", "player_ids", "items", "things", "recordings"})
        if values["state"] == "open":
            # One lesson is open at most, and this one was elsewhere.
            values["state"], values["ended_at"] = "closed", told.ended_at or told.held_on
        known = [self.players[p].id for p in told.player_ids if p in self.players]
        ours = {item.id for item in told.items if item.player_id in self.players}
        return LessonRow(
            id=here,
            day_json=self._kept("day", told.day),
            players=[LessonPlayerRow(player_id=p, place=place) for place, p in enumerate(known)],
            things=[
                LessonThingRow(
                    player_id=self.players[thing.player_id].id,
                    item_id=items[thing.item_id].id if thing.item_id in ours else None,
                    station_json=self._kept("station", thing.station),
                    **thing.model_dump(exclude={"player_id", "item_id", "station"}),
                )
                for thing in told.things
                if thing.player_id in self.players
            ],
            **values,
        )

    def _recordings(self, told: LessonRecord, lesson_id: str) -> list[RecordingRow]:
        made = []
        for one in told.recordings:
            try:
                sound = one.sound_bytes()
            except ValueError as error:
                raise DomainError(f"recordings.{one.id}.sound", "is cut off.", "Export the file again.") from error
            values = one.model_dump(exclude={"sound", "media"})
            made.append(RecordingRow(lesson_id=lesson_id, media=media_of(sound), sound=sound, **values))
        return made

    def _items(self, told: LessonRecord, lesson_id: str, items: dict[str, Here]) -> list[LessonItemRow]:
        return [self._item(one, lesson_id, items[one.id].id) for one in told.items if one.player_id in self.players]

    def _item(self, told: LessonItemRecord, lesson_id: str, here: str) -> LessonItemRow:
        player_id = self.players[told.player_id].id
        ref = self._at(told.kind, told.ref) if told.kind in self.ids else None
        return LessonItemRow(
            id=here,
            lesson_id=lesson_id,
            player_id=player_id,
            # A kept shot of a file that doesn't say its number is told by its words alone.
            ref=ref or ("" if told.kind == "shot" else told.ref),
            request_json=self._question(told.request, player_id),
            call_json=self._kept("call", told.call),
            **told.model_dump(exclude={"id", "player_id", "ref", "request", "call"}),
        )

    def photographs(self) -> Iterator[ReadStage]:
        """Photographs that aren't here yet: each is looked at first, then written."""
        missing = []
        for record in self.book.players:
            player_id = self.players[record.id].id
            found = self._resolve(PhotographRow, [one.id for one in record.photographs], player_id, "player_id")
            missing += [(one, found[one.id].id, player_id) for one in record.photographs if not found[one.id].is_known]
        if not missing:
            return
        waiting: list[PhotographRow] = []
        with darkroom() as room:
            for n, (told, here, player_id) in enumerate(missing, 1):
                go_on()
                row = self._photograph(room, told, here, player_id)
                if row is None:
                    self.counts["without_image"] += 1
                    continue
                waiting.append(row)
                self.counts["photographs"] += 1
                if sum(len(one.image) for one in waiting) > BYTES_AT_ONCE or n == len(missing):
                    self._put(waiting)
                    waiting = []
                yield ReadStage(stage="photographs", done=n, of=len(missing))
        self._put(waiting)

    def _put(self, rows: list[PhotographRow]) -> None:
        with self.hidden.session() as session:
            session.add_all(rows)
            arrivals.go_on(session, self.arrival)

    def _photograph(self, room: Darkroom, told: PhotographRecord, here: str, player_id: str) -> PhotographRow | None:
        image = image_of(told, self.pictures)
        if image is None:
            return None
        # Looked at like one that is taken here, kept as it came.
        room.look_at(image, f"photographs.{told.id}.image")
        return PhotographRow(
            id=here,
            player_id=player_id,
            lesson_id=self._at("lesson", told.lesson_id),
            booking_id=self._at("booking", told.booking_id),
            shot_id=None if told.shot_id is None else number_of(self._at("shot", str(told.shot_id))),
            measured_json=self._kept("slope", told.measured),
            image=image,
            **told.model_dump(exclude={"id", "lesson_id", "booking_id", "shot_id", "measured", "image"}),
        )

    def _course(self, session: Session, told: CourseRecord) -> None:
        """Keep a course, unless one of that name is there or it can't be read here."""
        try:
            self.counts["courses"] += take_in(session, told.name, told.text)
        except DomainError:
            self.counts["unreadable"] += 1

    # The rest, and the end.

    def finish(self) -> MergedOut:
        """Lines, days, settings; then all of it is the coach's, and seen."""
        with self.store.session() as session:
            lines = {row.name for row in line_rows.load_all(session)}
            days = {row.name for row in day_rows.load_all(session)}
            has_settings = setting_rows.load(session) is not None
        with self.hidden.session() as session:
            for name, line in self.book.lines:
                if name not in lines:
                    line_rows.save(session, name, self._kept("line", line))
                    lines.add(name)
                    self.counts["lines"] += 1
            for day in self.book.days:
                if day.name not in days:
                    day_rows.save(session, day.name, self._kept("day", day.day))
                    days.add(day.name)
                    self.counts["days"] += 1
        go_on()
        with self.store.session() as session:
            if self.book.settings is not None and not has_settings:
                setting_rows.save(session, SETTINGS.keep_raw(self.book.settings))
            for course in self.book.courses:
                self._course(session, course)
            known = [here.id for here in self.players.values() if here.is_known]
            arrivals.arrive(session, self.arrival, self.coach_id, known)
        return MergedOut(**self.counts)


def read_by_stages(store: Store, file: IO[bytes]) -> Iterator[ReadStage]:
    """Read a book file and tell how far it is; the last stage tells what it did. Anyone who stops listening stops it.

    DomainError where the file is wrong, ConflictError while another one is being read: then nothing has changed.
    """
    with opened_book(file) as opened:
        with store.session() as session:
            arrival = arrivals.begin(session, store.coach_id)
        if arrival is None:
            raise ConflictError("body", "another file is being read.", "Wait for it to end, then read this one.")
        reading = _Reading(store, opened, arrival)
        is_done = False
        try:
            reading.resolve_players()
            yield ReadStage(stage="reading", done=1, of=1)
            yield from reading.of_players()
            yield from reading.scenes()
            yield from reading.lessons()
            yield from reading.photographs()
            merged = reading.finish()
            is_done = True
        finally:
            if not is_done:
                with store.session() as session:
                    arrivals.drop(session, arrival)
        # What an older Veltrin wrote teaches by the laws of this one.
        done = 0
        for more in renew_own(store):
            done += more
            yield ReadStage(stage="writing", done=done, of=max(merged.bookings, done))
        yield ReadStage(stage="done", done=1, of=1, merged=merged)


def merge(store: Store, file: IO[bytes]) -> MergedOut:
    """Read a book file to its end."""
    last = None
    for stage in read_by_stages(store, file):
        last = stage.merged
    assert last is not None, "the last stage tells what was done"
    return last
