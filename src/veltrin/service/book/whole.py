"""Use cases: whether all balls were booked, asked once a day, and whether the book looks picked."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta

from veltrin.core.counted import counted
from veltrin.core.learn import FAILED, Sign, looks_picked
from veltrin.service.book.contracts.whole import DayAsked, WholeIn, WholeOut
from veltrin.service.house.errors import NotFoundError
from veltrin.service.players.players import find_stored
from veltrin.store.engine import Store
from veltrin.store.repositories import book as rows
from veltrin.store.repositories.book import Said

LOOKED_AT = 200
ASKED_FROM = 4
"""Of fewer shots a day it isn't asked. Judgement."""

SIGN_WORDS: dict[Sign, str] = {
    "failed": "more of them failed than any player's do",
    "one side": "their lengths are spread to one side only",
    "no middle": "hardly any of them is near the middle",
    "too even": "they are closer together than real shots are",
}


def _day_asked(said: list[Said]) -> DayAsked | None:
    """The newest day, where nobody has said of it yet whether all balls were booked."""
    if not said:
        return None
    day = said[0].booked_at.astimezone(UTC).date()
    mine = [one for one in said if one.booked_at.astimezone(UTC).date() == day]
    if len(mine) < ASKED_FROM or any(one.all_booked is not None for one in mine):
        return None
    return DayAsked(day=day, shots=len(mine))


def show_whole(store: Store, player_id: str) -> WholeOut:
    """What to ask of the newest day, and whether the newest shots look picked."""
    find_stored(store, player_id)
    with store.session() as session:
        said = rows.newest_said(session, player_id, LOOKED_AT)
    # A day that was said to be picked is known to be, and teaches nothing.
    asked = [one for one in said if one.all_booked is not False]
    failed = sum(bool(FAILED & set(one.fault.split(","))) for one in asked)
    found = looks_picked([one.off for one in asked if one.off is not None], failed, len(asked))
    words = ""
    if found.signs:
        why = " and ".join(SIGN_WORDS[sign] for sign in found.signs)
        words = (
            f"The newest {counted(found.shots, 'shot')} look picked: {why}. "
            "Book every ball; otherwise Veltrin learns habits that the player doesn't have."
        )
    return WholeOut(player_id=player_id, ask=_day_asked(said), signs=list(found.signs), words=words)


def say_whole(store: Store, player_id: str, body: WholeIn) -> WholeOut:
    """Say of a day's shots whether they were all; where they weren't, they teach no habits."""
    find_stored(store, player_id)
    begins = _begins(body.day)
    with store.session() as session:
        found = rows.say_whole(session, player_id, begins, begins + timedelta(days=1), body.all_booked)
        if found == 0:
            raise NotFoundError("day", f"No shot was booked on {body.day.isoformat()}.", "Choose a day of the book.")
    return show_whole(store, player_id)


def _begins(day: date) -> datetime:
    return datetime(day.year, day.month, day.day, tzinfo=UTC)
