"""Use cases: a season of practice: sessions on dates, and as a calendar file."""

from __future__ import annotations

import uuid
from collections.abc import Iterable
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta

from veltrin.core.practice import missing_in, resting_on, season
from veltrin.service.house.errors import DomainError
from veltrin.service.house.localtime import zone_named
from veltrin.service.house.words import drill_words
from veltrin.service.players.players import find_stored
from veltrin.service.practice.contracts.practice import PracticeWish
from veltrin.service.practice.contracts.practice_sessions import BuiltFor, PartIn, PracticeKeep, PracticePage, SeasonIn
from veltrin.service.practice.forms import BUILT
from veltrin.service.practice.practice import Known, build_for, known_of
from veltrin.service.practice.practice_sessions import keep_practice, minutes_in, rebuild
from veltrin.store.engine import Store
from veltrin.store.repositories import practice as rows
from veltrin.store.tables import PracticeRow

ALARM = timedelta(hours=1)
"""So long before a session the calendar reminds. Judgement."""


RENEWED_AFTER = timedelta(days=6)
"""The rest is planned again from the book about once a week: when a session ends and the plan is that old."""


@dataclass
class _Drilled:
    """On which days each drill was drilled, or is planned to be."""

    days: dict[str, list[date]]

    def add(self, day: date, drills: Iterable[str]) -> None:
        for drill_id in drills:
            self.days.setdefault(drill_id, []).append(day)

    def times(self) -> dict[str, int]:
        return {drill_id: len(days) for drill_id, days in self.days.items()}


def _built(known: Known, player_id: str, day: date, told: BuiltFor, drilled: _Drilled) -> list[PartIn]:
    """The drills of a day: what can be practised in that month and doesn't rest; noted as drilled."""
    missing = sorted({*told.missing, *missing_in(day.month)})
    wish = PracticeWish(player_id=player_id, minutes=told.minutes, missing=missing)
    made = build_for(known, wish, drilled.times(), resting_on(day, drilled.days))
    drilled.add(day, (part.drill_id for part in made.parts))
    return [PartIn(drill_id=part.drill_id, phase=part.phase, balls=part.balls) for part in made.parts]


def plan_season(store: Store, body: SeasonIn) -> PracticePage:
    """Put sessions on dates. What one of them drills rests, and counts less for the next: the season goes round."""
    known = known_of(store, body.player_id)
    outings = season(body.first, body.weeks, body.hours, frozenset(body.weekdays), body.peak)
    zone_named(body.zone)
    drilled = _Drilled({})
    planned: list[tuple[PracticeKeep, BuiltFor]] = []
    for outing in outings:
        told = BuiltFor(minutes=outing.minutes, missing=body.missing, built_at=datetime.now(UTC))
        parts = _built(known, body.player_id, outing.day, told, drilled)
        local = f"{outing.day.isoformat()}T{body.starts}"
        planned.append((PracticeKeep(player_id=body.player_id, planned_local=local, zone=body.zone, parts=parts), told))
    # All are built before the first is kept: a season that can't be built leaves nothing behind.
    made = [keep_practice(store, str(uuid.uuid4()), keep, built) for keep, built in planned]
    return PracticePage(total=len(made), rows=made)


def renew_season(store: Store, player_id: str) -> PracticePage:
    """Plan the rest of a player's season again from the book; what has started or is past stays as it was."""
    known = known_of(store, player_id)
    now = datetime.now(UTC)
    with store.session() as session:
        every = [one for one in rows.every(session, player_id) if one.planned_for is not None]
    told = {one.id: BUILT.open(one.season_json).value for one in every}
    coming = [one for one in every if one.state == "planned" and _begins(one) > now and told[one.id] is not None]
    drilled = _Drilled({})
    for one in every:
        if one.state != "planned":
            drilled.add(_begins(one).date(), (part.drill_id for part in one.parts))
    made = []
    for one in sorted(coming, key=_begins):
        built = told[one.id]
        assert built is not None, "is of a season"
        fresh = built.model_copy(update={"built_at": now})
        parts = _built(known, player_id, _begins(one).date(), fresh, drilled)
        made.append(rebuild(store, one.id, parts, fresh))
    return PracticePage(total=len(made), rows=made)


def renew_weekly(store: Store, player_id: str) -> None:
    """The same where what comes was planned so long ago that the book knows better."""
    now = datetime.now(UTC)
    with store.session() as session:
        every = rows.every(session, player_id)
    built = [BUILT.open(one.season_json).value for one in every if one.state == "planned"]
    if any(one is not None and now - one.built_at > RENEWED_AFTER for one in built):
        # What can't be built again stays as it was: the session that ended has ended.
        with suppress(DomainError):
            renew_season(store, player_id)


def _words(practice: PracticeRow) -> str:
    return "\n".join(
        f"{drill_words(p.drill_id)}, {p.balls} balls" + (" (test)" if p.phase == "test" else "") for p in practice.parts
    )


def _begins(practice: PracticeRow) -> datetime:
    """By the clock of its place where that is known, else the moment."""
    assert practice.planned_for is not None, "has a date"
    return practice.planned_for if practice.zone is None else practice.planned_for.astimezone(zone_named(practice.zone))


def calendar(store: Store, player_id: str) -> bytes:
    """A player's sessions to come as an iCalendar file (RFC 5545), each with an alarm."""
    # Imported here: few questions want it.
    from icalendar import Alarm, Calendar, Event

    name = find_stored(store, player_id).player.name
    with store.session() as session:
        dated = [
            one for one in rows.every(session, player_id) if one.planned_for is not None and one.state == "planned"
        ]
    told = Calendar()
    told.add("prodid", "-//Veltrin//Practice//EN")
    told.add("version", "2.0")
    told.add("x-wr-calname", f"Practice: {name}")
    for practice in dated:
        event = Event()
        event.add("uid", f"{practice.id}@veltrin")
        event.add("dtstamp", practice.made_at)
        event.add("dtstart", _begins(practice))
        event.add("duration", timedelta(minutes=round(minutes_in(practice))))
        event.add("summary", f"Practice: {name}")
        event.add("description", _words(practice))
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", f"Practice: {name}")
        alarm.add("trigger", -ALARM)
        event.add_component(alarm)
        told.add_component(event)
    # What the clocks of the places do is told with it: a calendar need not know them.
    told.add_missing_timezones()
    return bytes(told.to_ical())
