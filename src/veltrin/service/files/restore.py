"""Use case: read a book file, all or none, in portions that are seen only once the last of them is there.

Reading the same file again changes nothing.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import IO

from sqlalchemy.orm import Session

from veltrin.core.wanted import go_on
from veltrin.service.book.renew import renew_own
from veltrin.service.course.courses import take_in
from veltrin.service.files.arriving import Arriving
from veltrin.service.files.bookpieces import opened_book
from veltrin.service.files.contracts.exchange import (
    CourseRecord,
    MergedOut,
    PlayerRecord,
    PracticeRecord,
    ReadStage,
    SceneRecord,
)
from veltrin.service.files.here import Here, own_runs, portions
from veltrin.service.files.restore_lessons import lessons, photographs
from veltrin.service.house.errors import ConflictError, DomainError
from veltrin.service.players.players import made_of
from veltrin.service.shot.forms import SETTINGS
from veltrin.store.engine import Store
from veltrin.store.repositories import arrivals
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import days as day_rows
from veltrin.store.repositories import lines as line_rows
from veltrin.store.repositories import players as player_rows
from veltrin.store.repositories import settings as setting_rows
from veltrin.store.repositories import shots as shot_rows
from veltrin.store.repositories import stands as stand_rows
from veltrin.store.tables import BookingRow, PracticePartRow, PracticeRow, SceneRow, ShotRow, TrialRow


class _Reading(Arriving):
    """What is written of one file but lessons and photographs: players with what is theirs, scenes, the rest."""

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
        found = self.resolve(PracticeRow, [one.id for one in record.practices], player_id, "player_id")
        self.ids["session"] |= found
        return [
            self._practice(one, found[one.id].id, player_id) for one in record.practices if not found[one.id].is_known
        ]

    def _practice(self, told: PracticeRecord, here: str, player_id: str) -> PracticeRow:
        parts = [
            PracticePartRow(
                place=place,
                stations_json=self.kept("runs", own_runs(part.stations, player_id)),
                **part.model_dump(exclude={"stations"}),
            )
            for place, part in enumerate(told.parts)
        ]
        return PracticeRow(
            id=here,
            player_id=player_id,
            parts=parts,
            season_json=self.kept("season", told.season),
            **told.model_dump(exclude={"parts", "id", "season"}),
        )

    def _trials(self, record: PlayerRecord, player_id: str) -> list[TrialRow]:
        found = self.resolve(TrialRow, [one.id for one in record.trials], player_id, "player_id")
        self.ids["trial"] |= found
        return [
            TrialRow(
                id=found[one.id].id,
                player_id=player_id,
                request_json=self.question(one.request, player_id),
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
                request_json=self.question(told.request, player_id),
                say="\n".join(told.say),
                **told.model_dump(exclude={"id", "request", "say"}),
            )
            made.append((told.id, row))
        return made

    def _bookings(self, record: PlayerRecord, player_id: str) -> Iterator[ReadStage]:
        found = self.resolve(BookingRow, [one.id for one in record.bookings], player_id, "player_id")
        self.ids["booking"] |= found
        fresh = [one for one in record.bookings if not found[one.id].is_known]
        self.counts["bookings"] += len(fresh)
        self.counts["known"] += len(record.bookings) - len(fresh)
        used = {one.question_id for one in fresh}
        bodies = {q: self.question(body, player_id) for q, body in record.questions.items() if q in used}
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
                    "trial_id": self.at("trial", told.trial_id),
                    "question_id": questions.get(told.question_id or ""),
                    "practice_id": self.at("session", told.practice_id),
                }
                rows.append({**told.model_dump(), **here})
            with self.hidden.session() as session:
                book_rows.add_numbered(session, rows)
                arrivals.go_on(session, self.arrival)
            yield stage
        with self.hidden.session() as session:
            book_rows.set_last_number(session, player_id, seq)

    def _scenes(self, scenes: Sequence[SceneRecord], reader_id: str | None) -> list[SceneRow]:
        found = self.resolve(SceneRow, [one.id for one in scenes], reader_id or "", None)
        fresh = [one for one in scenes if not found[one.id].is_known]
        self.counts["scenes"] += len(fresh)
        return [
            SceneRow(
                id=found[one.id].id,
                reader_id=reader_id,
                player_id=self.players[one.player_id].id if one.player_id in self.players else one.player_id,
                readings_json=self.kept("scene", one.readings),
                **one.model_dump(exclude={"readings", "id", "player_id"}),
            )
            for one in fresh
        ]

    def of_players(self) -> Iterator[ReadStage]:
        """Players with all that is theirs, but photographs."""
        for record in self.book.players:
            here = self.players[record.id].id
            self._player(record)
            practices = self._practices(record, here)
            self.counts["practices"] += len(practices)
            yield from self.write(practices)
            yield from self.write(self._trials(record, here))
            shots = self._shots(record, here)
            yield from self.write([row for _, row in shots])
            self.ids["shot"] |= {str(told): Here(str(row.id), False) for told, row in shots if told is not None}
            yield from self._bookings(record, here)
            yield from self.write(self._scenes(record.scenes, here))

    def scenes(self) -> Iterator[ReadStage]:
        """Scenes that the coach read."""
        yield from self.write(self._scenes(self.book.scenes, None))

    def _course(self, session: Session, told: CourseRecord) -> None:
        """Keep a course, unless one of that name is there or it can't be read here."""
        try:
            self.counts["courses"] += take_in(session, told.name, told.text)
        except DomainError:
            self.counts["unreadable"] += 1

    def finish(self) -> MergedOut:
        """Lines, days, settings; then all of it is the coach's, and seen."""
        with self.store.session() as session:
            lines = {row.name for row in line_rows.load_all(session)}
            days = {row.name for row in day_rows.load_all(session)}
            has_settings = setting_rows.load(session) is not None
        with self.hidden.session() as session:
            for name, line in self.book.lines:
                if name not in lines:
                    line_rows.save(session, name, self.kept("line", line))
                    lines.add(name)
                    self.counts["lines"] += 1
            for day in self.book.days:
                if day.name not in days:
                    day_rows.save(session, day.name, self.kept("day", day.day))
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
            yield from lessons(reading)
            yield from photographs(reading)
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
