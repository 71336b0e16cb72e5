"""Use cases: a season of practice: sessions on dates, and as a calendar file."""

from __future__ import annotations

import uuid
from datetime import datetime, timedelta

from veltrin.core.practice import season
from veltrin.service.house.localtime import zone_named
from veltrin.service.house.words import drill_words
from veltrin.service.players.players import find_stored
from veltrin.service.practice.contracts.practice import PracticeWish
from veltrin.service.practice.contracts.practice_sessions import PartIn, PracticeKeep, PracticePage, SeasonIn
from veltrin.service.practice.practice import build_for, known_of
from veltrin.service.practice.practice_sessions import keep_practice, minutes_in
from veltrin.store.engine import Store
from veltrin.store.repositories import practice as rows
from veltrin.store.tables import PracticeRow

ALARM = timedelta(hours=1)
"""So long before a session the calendar reminds. Judgement."""


def plan_season(store: Store, body: SeasonIn) -> PracticePage:
    """Put sessions on dates; what one of them drills counts less for the next, so that the season goes round."""
    known = known_of(store, body.player_id)
    outings = season(body.first, body.weeks, body.hours, frozenset(body.weekdays))
    zone_named(body.zone)
    seen: dict[str, int] = {}
    planned: list[PracticeKeep] = []
    for outing in outings:
        wish = PracticeWish(player_id=body.player_id, minutes=outing.minutes, missing=body.missing)
        told = build_for(known, wish, seen)
        for part in told.parts:
            seen[part.drill_id] = seen.get(part.drill_id, 0) + 1
        planned.append(
            PracticeKeep(
                player_id=body.player_id,
                planned_local=f"{outing.day.isoformat()}T{body.starts}",
                zone=body.zone,
                parts=[PartIn(drill_id=part.drill_id, phase=part.phase, balls=part.balls) for part in told.parts],
            )
        )
    # All are built before the first is kept: a season that can't be built leaves nothing behind.
    made = [keep_practice(store, str(uuid.uuid4()), keep) for keep in planned]
    return PracticePage(total=len(made), rows=made)


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
