"""Use cases: practice sessions that are kept: plan one, begin it, strike its balls, end it."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from datetime import UTC, datetime
from itertools import groupby

from sqlalchemy.orm import Session

from veltrin.core.practice import (
    DRILLS,
    Mark,
    Times,
    drill_named,
    ground_of,
    make_ready,
    minutes_of,
    next_level,
    order_of_balls,
    result_of,
    together,
    whole_minutes,
)
from veltrin.service.book.book import book_shot
from veltrin.service.book.contracts.book import BookingIn, BookingOut
from veltrin.service.book.planned import Planned, planned_shot
from veltrin.service.house.errors import ConflictError, NotFoundError, changed_elsewhere
from veltrin.service.house.joining import join
from veltrin.service.house.localtime import moment_of
from veltrin.service.house.words import drill_words
from veltrin.service.players.habits import habits_of
from veltrin.service.players.players import find_stored
from veltrin.service.practice.contracts.practice import MarkOut
from veltrin.service.practice.contracts.practice_sessions import (
    BuiltFor,
    KeptPracticeOut,
    PartIn,
    PlayedOut,
    PracticeKeep,
    PracticePage,
    SessionPartOut,
    StationRun,
    When,
    WhenIn,
)
from veltrin.service.practice.forms import BUILT, RUNS
from veltrin.service.practice.stations import mark_out, run_of
from veltrin.store.engine import Store
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import practice as rows
from veltrin.store.repositories import versions
from veltrin.store.repositories.practice import PlayedBall
from veltrin.store.tables import PracticePartRow, PracticeRow

MOST_WORDS = 500


def stations_of(part: PracticePartRow) -> list[StationRun]:
    """Stations of a part as they stood when its session began; none before."""
    return RUNS.open(part.stations_json).value or []


def _planned_at(store: Store, body: BookingIn) -> Planned:
    """The call of a station of a session that has begun, as it stood then."""
    with store.session() as session:
        practice = rows.load(session, str(body.practice_id))
        known = practice is not None and practice.player_id == body.player_id
        parts = practice.parts if practice is not None and known else []
        stations = [s for part in parts if part.place == body.part for s in stations_of(part)]
    if not known:
        raise NotFoundError("practice_id", "There is no such session of this player.", "Save and start it first.")
    station = dict(enumerate(stations)).get(body.station or 0)
    if station is None or station.call_id is None:
        raise NotFoundError(
            "station", "This session has no such station to play from.", "Start it, then choose one of its stations."
        )
    return planned_shot(store, station.request, station.call_id)


def book_ball(store: Store, booking_id: str, body: BookingIn) -> BookingOut:
    """Book a ball of a session that goes on."""
    return book_shot(store, booking_id, body, _planned_at)


def _part_out(practice: PracticeRow, part: PracticePartRow) -> SessionPartOut:
    # A drill that isn't known any more still has a name and a result.
    drill, stations = DRILLS.get(part.drill_id), stations_of(part)
    mark = together([_mark(s.mark) for s in stations if s.mark is not None])
    seed = uuid.UUID(practice.id).int % 2**32 + part.place
    return SessionPartOut.model_validate(
        {
            "drill_id": part.drill_id,
            "name": drill_words(part.drill_id),
            "phase": part.phase,
            "family": "strike" if drill is None else drill.family,
            "score": "clean" if drill is None else drill.score,
            "balls": part.balls,
            "minutes": 0.0 if drill is None else minutes_of(drill, part.balls),
            "ground": "green" if drill is None else ground_of(drill),
            "level": part.level,
            "mark": mark_out(mark),
            "stations": stations,
            "order": order_of_balls([s.balls if s.call_id else 0 for s in stations], part.phase, seed),  # type: ignore[arg-type]
            "hits": part.hits,
            "asked": part.asked,
            "passed": part.passed,
            "level_after": part.level_after,
        }
    )


def minutes_in(practice: PracticeRow) -> float:
    """Minutes a session takes, warm-up and walks counted."""
    drills = ((DRILLS[p.drill_id], p.balls) for p in practice.parts if p.drill_id in DRILLS)
    return whole_minutes([(drill, minutes_of(drill, balls)) for drill, balls in drills])


def practice_out(practice: PracticeRow, played: Sequence[PlayedBall] = ()) -> KeptPracticeOut:
    """A kept session as the contract has it."""
    parts = [_part_out(practice, part) for part in practice.parts]
    built = BUILT.open(practice.season_json).value
    return KeptPracticeOut.model_validate(
        {
            "id": practice.id,
            "player_id": practice.player_id,
            "made_at": practice.made_at,
            "planned_for": practice.planned_for,
            "planned_local": practice.planned_local,
            "zone": practice.zone,
            "version": practice.version,
            "built_at": None if built is None else built.built_at,
            "state": practice.state,
            "began_at": practice.began_at,
            "done_at": practice.done_at,
            "parts": parts,
            "minutes": round(minutes_in(practice), 1),
            "balls": sum(p.balls for p in parts),
            "words": practice.words,
            "next_words": _next_words(parts) if practice.state == "done" else [],
            "played": [
                PlayedOut.model_validate(
                    {
                        "id": b.id, "part": b.part, "station": b.station, "hit": b.hit,
                        "misses": [m for m in b.fault.split(",") if m],
                    }
                )
                for b in played
            ],
        }
    )  # fmt: skip


def _next_words(parts: list[SessionPartOut]) -> list[str]:
    told = []
    for part in parts:
        if part.passed is None or part.level_after is None:
            told.append(f"{part.name}: not finished. Start with it next time.")
        elif part.level_after > part.level:
            told.append(f"{part.name}: passed. Next level: that many hits are unlikely to be luck.")
        elif part.level_after < part.level:
            told.append(f"{part.name}: one level down. That few hits are unlikely to be luck.")
        elif part.passed:
            told.append(f"{part.name}: passed. The level goes up when the hits are unlikely to be luck.")
        else:
            told.append(f"{part.name}: do the same again.")
    return told


def _none(practice_id: str) -> NotFoundError:
    return NotFoundError("practice_id", f"There is no session {practice_id}.", "Choose one from /api/practices.")


def _parts(told: list[PartIn]) -> list[PracticePartRow]:
    made = []
    for place, part in enumerate(told):
        drill = drill_named(part.drill_id, f"parts.{place}.drill_id")
        balls = max(drill.balls if part.balls is None else part.balls, len(drill.stations))
        made.append(PracticePartRow(place=place, drill_id=drill.id, phase=part.phase, balls=balls))
    return made


def keep_practice(store: Store, practice_id: str, body: PracticeKeep, built: BuiltFor | None = None) -> KeptPracticeOut:
    """Keep a session under the id its sender gave it; sent again it is written again until it has begun.

    `built`: how it was built, of a season. ConflictError where it has begun, or where the id is another player's or
    another coach's.
    """
    find_stored(store, body.player_id)
    parts = _parts(body.parts)
    with store.session() as session:
        found = rows.load(session, practice_id)
        if (found is None and rows.id_is_taken(session, practice_id)) or (found and found.player_id != body.player_id):
            raise ConflictError("practice_id", "this id is used by another session.", "Give it a new random UUID.")
        if found is None:
            found = PracticeRow(id=practice_id, player_id=body.player_id, made_at=datetime.now(UTC), parts=[])
            rows.add(session, found)
        elif found.state != "planned":
            raise ConflictError(
                "practice_id",
                "this session has started, so its drills can't be changed.",
                "Plan another one, with an id of its own.",
            )
        else:
            if _is_same(found, body, parts):
                # Sent again, by who didn't hear that it was kept.
                return practice_out(found)
            _same_version(session, found, body.version)
        _put_when(found, body)
        # Changed by hand it is no longer the season's to plan again.
        found.season_json = BUILT.keep(built)
        rows.put_parts(session, found, parts)
        return practice_out(found)


def rebuild(store: Store, practice_id: str, parts: list[PartIn], built: BuiltFor) -> KeptPracticeOut:
    """Give a session of a season, that hasn't begun, other drills: its date stays."""
    made = _parts(parts)
    with store.session() as session:
        found = rows.load(session, practice_id)
        if found is None:
            raise _none(practice_id)
        if found.state == "planned":
            _same_version(session, found, found.version)
            found.season_json = BUILT.keep(built)
            rows.put_parts(session, found, made)
        return practice_out(found)


def _same_version(session: Session, found: PracticeRow, version: int | None) -> None:
    """Refuse to write over what somebody else changed since `version` was read, and count the change."""
    if not versions.take(session, found, version):
        raise changed_elsewhere("this session")


def _is_same(found: PracticeRow, body: PracticeKeep, parts: list[PracticePartRow]) -> bool:
    told = [(p.place, p.drill_id, p.phase, p.balls) for p in parts]
    kept = [(p.place, p.drill_id, p.phase, p.balls) for p in found.parts]
    return (
        told == kept
        and (found.planned_local, found.zone) == (body.planned_local, body.zone)
        and (body.zone is not None or found.planned_for == body.planned_for)
    )


def _put_when(found: PracticeRow, told: When) -> None:
    """By the clock of its place, where that is told: the moment follows from it."""
    found.planned_local, found.zone = told.planned_local, told.zone
    found.planned_for = told.planned_for
    if told.planned_local is not None and told.zone is not None:
        found.planned_for = moment_of(told.planned_local, told.zone)


def list_practices(store: Store, player_id: str, limit: int, offset: int) -> PracticePage:
    """A page of a player's sessions, what comes or came last first."""
    find_stored(store, player_id)
    with store.session() as session:
        total, found = rows.page(session, player_id, limit, offset)
        return PracticePage(total=total, rows=[practice_out(one) for one in found])


def show_practice(store: Store, practice_id: str) -> KeptPracticeOut:
    """One session with the balls struck so far."""
    with store.session() as session:
        found = rows.load(session, practice_id)
        if found is None:
            raise _none(practice_id)
        return practice_out(found, rows.balls(session, practice_id))


def level_of(done: Sequence[rows.DonePart], drill_id: str) -> int:
    """The level a drill is at for a player, by what was played to its end."""
    return next((p.level_after for p in reversed(done) if p.drill_id == drill_id), 0)


def begin_practice(store: Store, practice_id: str) -> KeptPracticeOut:
    """Work out calls and marks of every station and let it begin; begun already it stands as it is."""
    with store.session() as session:
        found = rows.load(session, practice_id)
        if found is None:
            raise _none(practice_id)
        player_id, state, parts = found.player_id, found.state, [(p.drill_id, p.balls) for p in found.parts]
        done = rows.done_parts(session, player_id)
    if state == "planned":
        stored = find_stored(store, player_id)
        learned = habits_of(store, stored)
        made = []
        for drill_id, balls in parts:
            level = level_of(done, drill_id)
            ready = make_ready(drill_named(drill_id), stored.player, learned, level, balls)
            made.append((level, [run_of(player_id, one) for one in ready]))
        with store.session() as session:
            # Two that begin it at once work out the same; the first one's stands.
            found = rows.load(session, practice_id)
            if found is not None and found.state == "planned" and len(found.parts) == len(made):
                for part, (level, stations) in zip(found.parts, made, strict=True):
                    part.level, part.balls = level, sum(s.balls for s in stations)
                    part.stations_json = RUNS.keep(stations)
                found.state, found.began_at = "begun", datetime.now(UTC)
                found.handicap, found.scatter_handicap = stored.player.handicap, stored.scatter_handicap
                drills = ", ".join(drill_words(part.drill_id) for part in found.parts)
                join(session, "session", found.id, player_id, summary=f"Practice: {drills}")
    return show_practice(store, practice_id)


def _mark(told: MarkOut) -> Mark:
    return Mark(
        balls=told.balls,
        score=told.score or "clean",
        limit=told.limit,
        share=told.share_pct / 100.0,
        level_share=(told.share_pct if told.level_share_pct is None else told.level_share_pct) / 100.0,
        hits=told.hits,
        chance=told.chance_pct / 100.0,
        aim_handicap=told.aim_handicap,
        aim_share=told.aim_share_pct / 100.0,
        aim_hits=told.aim_hits,
        aim_chance=told.aim_chance_pct / 100.0,
        by_luck=told.by_luck_pct / 100.0,
    )


def _line_for_player(practice: PracticeRow) -> str:
    """What the player takes home, in one line."""
    played = [p for p in practice.parts if p.passed is not None]
    if not played:
        return "No drill was finished."
    passed = [drill_words(p.drill_id) for p in played if p.passed]
    words = f"{len(passed)} of {len(played)} passed" + (f": {', '.join(passed)}." if passed else ".")
    test = next((p for p in played if p.phase == "test"), None)
    if test is not None:
        words += f" In the test {test.hits} of {test.struck}, {test.asked} needed."
    return words[:MOST_WORDS]


def finish_practice(store: Store, practice_id: str) -> KeptPracticeOut:
    """End a session: what passed, and whether its drills go a level up or down. Ended again nothing changes."""
    with store.session() as session:
        found = rows.load(session, practice_id)
        if found is None:
            raise _none(practice_id)
        if found.state == "planned":
            raise ConflictError("practice_id", "this session hasn't started.", "Start it first.")
        if found.state == "begun":
            done = rows.done_parts(session, found.player_id)
            by_part = {k: list(v) for k, v in groupby(sorted(rows.balls(session, practice_id), key=_by), key=_by)}
            for part in found.parts:
                balls = by_part.get(part.place, [])
                settle(part, sum(ball.hit for ball in balls), len(balls), done)
            found.state, found.done_at = "done", datetime.now(UTC)
            found.words = _line_for_player(found)
    return show_practice(store, practice_id)


def _by(ball: PlayedBall) -> int:
    return ball.part


def settle(part: PracticePartRow, hits: int, struck: int, done: Sequence[rows.DonePart]) -> None:
    """Write down how a drill went, and the level it is at from now on. `done`: what was played before, oldest first."""
    marks = [_mark(s.mark) for s in stations_of(part) if s.mark is not None]
    part.hits, part.struck = hits, struck
    result = result_of(hits, struck, marks)
    if result is None:
        return
    part.asked, part.passed = result.asked, result.passed
    part.expected = result.share
    part.level_share = result.level_share
    times = [*times_at(done, part.drill_id, part.level), Times(result.hits, result.balls, result.level_share)]
    part.level_after = next_level(part.level, times, result.passed)


def times_at(done: Sequence[rows.DonePart], drill_id: str, level: int) -> list[Times]:
    """The times a drill was played at the level it is at, since it came to it, oldest first."""
    found: list[Times] = []
    for part in reversed([p for p in done if p.drill_id == drill_id]):
        if (part.level, part.level_after) != (level, level) or part.level_share is None:
            break
        found.append(Times(part.hits, part.struck, part.level_share))
    return found[::-1]


def move_practice(store: Store, practice_id: str, told: WhenIn) -> KeptPracticeOut:
    """Put a session on another date."""
    with store.session() as session:
        found = rows.load(session, practice_id)
        if found is None:
            raise _none(practice_id)
        if found.state != "planned":
            raise ConflictError("planned_for", "this session has started.", "Move one that hasn't started.")
        _same_version(session, found, told.version)
        _put_when(found, told)
        return practice_out(found)


def drop_practice(store: Store, practice_id: str) -> None:
    """Delete a session; its balls stay in the book."""
    with store.session() as session:
        if not rows.delete(session, practice_id):
            raise _none(practice_id)
        lesson_rows.forget(session, "session", practice_id)


def last_test(store: Store, player_id: str) -> str | None:
    """The drill of the last test that was played to its end."""
    with store.session() as session:
        done = rows.done_parts(session, player_id)
    return next((p.drill_id for p in reversed(done) if p.phase == "test" and p.drill_id in DRILLS), None)
