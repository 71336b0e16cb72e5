"""A made-up season of practice for the players of Skarvan Fell: one whom it helped, one whom it didn't."""

from __future__ import annotations

import json
import uuid
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from importlib.resources import files

import numpy as np

from veltrin.core.practice import drill_named, make_ready
from veltrin.demo.log import FIRST_DAY
from veltrin.service.book.book import made_booking
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.book.planned import planned_shot
from veltrin.service.files.contracts.exchange import SceneRecord
from veltrin.service.players.forms import SCENE
from veltrin.service.players.habits import habits_of
from veltrin.service.players.players import find_stored
from veltrin.service.practice.forms import RUNS
from veltrin.service.practice.practice_sessions import level_of, settle, stations_of
from veltrin.service.practice.stations import run_of
from veltrin.service.shot.forms import QUESTION
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import eye as scene_rows
from veltrin.store.repositories import practice as rows
from veltrin.store.tables import BookingRow, PracticePartRow, PracticeRow, SceneRow

SCENES = "scenes.json"
"""Scenes that were read, priced beforehand: each takes half a second. Made by `python -m veltrin.demo.scenes`."""


@dataclass(frozen=True)
class Practised:
    """A player's sessions with a drill: on which days, and how wide the balls end against the mark's limit then."""

    player_id: str
    drill_id: str
    days: tuple[int, ...]
    widths: tuple[float, ...]


PRACTISED = (
    Practised("tove", "worst-grass", (20, 26, 33, 40, 47, 53), (1.15, 1.0, 0.85, 0.75, 0.65, 0.6)),
    Practised("corwin", "plugged", (22, 30, 38, 46), (1.0, 1.1, 0.95, 1.05)),
)


ABOUT_M = 8.0
"""Where nothing is measured the balls of the demo end so far about the target (m)."""


def _balls(
    store: Store, rng: np.random.Generator, practice: PracticeRow, part: PracticePartRow, width: float, at: datetime
) -> Iterator[BookingRow]:
    """Balls of a drill: where they end, and whether that was within the mark."""
    minute = 0
    for place, told in enumerate(stations_of(part)):
        assert told.mark is not None, "a drill of the demo has a mark"
        limit = told.mark.limit
        assert told.call_id is not None, "a drill of the demo can be played"
        # Once a station: what the balls before teach changes no yardstick of this session.
        planned = planned_shot(store, told.request, told.call_id)
        for _ in range(told.balls):
            past, side = (float(v) for v in rng.normal(0.0, width * (limit or ABOUT_M) / 1.35, 2))
            hit = limit is not None and float(np.hypot(past, side)) <= limit
            body = BookingIn.model_validate(
                {
                    "player_id": practice.player_id, "purpose": "practice", "practice_id": practice.id,
                    "part": part.place, "station": place, "hit": hit, "booked_at": at + timedelta(minutes=minute),
                    "past_m": round(past, 1), "side_m": round(side, 1),
                }
            )  # fmt: skip
            booking = made_booking(str(uuid.UUID(bytes=rng.bytes(16), version=4)), planned, body)
            booking.practice_id, booking.drill_id = practice.id, part.drill_id
            booking.part, booking.station = part.place, place
            # Where the green is what counts, whatever ended on it is a hit.
            booking.hit = hit if limit is not None else booking.end_kind == "green"
            minute += 1
            yield booking


def _keep(store: Store, rng: np.random.Generator, practised: Practised) -> None:
    stored, drill = find_stored(store, practised.player_id), drill_named(practised.drill_id)
    learned = habits_of(store, stored)
    for day, width in zip(practised.days, practised.widths, strict=True):
        at = FIRST_DAY + timedelta(days=day, hours=8)
        with store.session() as session:
            done = rows.done_parts(session, stored.player.id)
        level = level_of(done, drill.id)
        ready = make_ready(drill, stored.player, learned, level)
        stations = [run_of(stored.player.id, one) for one in ready]
        part = PracticePartRow(
            place=0, drill_id=drill.id, phase="test", balls=drill.balls, level=level,
            stations_json=RUNS.keep(stations),
        )  # fmt: skip
        practice = PracticeRow(
            id=str(uuid.UUID(bytes=rng.bytes(16), version=4)), player_id=stored.player.id, made_at=at, planned_for=at,
            state="done", began_at=at, done_at=at + timedelta(minutes=40), parts=[part],
            handicap=stored.player.handicap, scatter_handicap=stored.scatter_handicap,
        )  # fmt: skip
        balls = list(_balls(store, rng, practice, part, width, at))
        settle(part, sum(bool(b.hit) for b in balls), len(balls), done)
        practice.words = (
            f"{'Passed' if part.passed else 'Not passed'}: {part.hits} of {part.struck}, {part.asked} needed."
        )
        with store.session() as session:
            for booking in balls:
                one = stations[booking.station or 0]
                booking.question_id = book_rows.keep_question(session, QUESTION.keep(one.request))
            rows.add(session, practice)
            book_rows.add_many(session, map(book_rows.columns_of, balls))


def keep_season(store: Store) -> None:
    """Keep a season of sessions, and the scenes that the coach and a player read; the same ones every time."""
    rng = np.random.default_rng(1620)
    for practised in PRACTISED:
        _keep(store, rng, practised)
    told = json.loads((files("veltrin.demo") / SCENES).read_text())
    with store.session() as session:
        for reader, scenes in told.items():
            for scene in scenes:
                record = SceneRecord.model_validate(scene)
                values = record.model_dump(exclude={"readings"})
                kept = SCENE.keep_raw(record.readings)
                scene_rows.add(session, SceneRow(reader_id=reader or None, readings_json=kept, **values))
