"""Use cases: links that let a player see their own page, and what stands on it.

What a link holds is kept as a SHA-256 of it: reading the table lets nobody in.
"""

from __future__ import annotations

import hashlib
import secrets
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from veltrin.service.house.errors import DomainError, NotFoundError
from veltrin.service.lessons.contracts.lessons import SheetOut
from veltrin.service.lessons.contracts.take import LinkIn, LinkOut, TakenLesson, TakeOut, TakeUnits
from veltrin.service.lessons.lessons import sheet_of
from veltrin.service.lessons.privacy import may_be_shown
from veltrin.service.players.players import find_stored
from veltrin.service.shot.settings import read_settings
from veltrin.store.engine import Store
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import links as rows
from veltrin.store.tables import LinkRow

SHORTEST, LONGEST = timedelta(days=1), timedelta(days=366)
LESSONS_SHOWN = 20


@dataclass(frozen=True)
class Taker:
    """Anyone who came by a link: of which coach, for which player, until when."""

    coach_id: int
    player_id: str
    until: datetime


def _hashed(token: str) -> str:
    return hashlib.sha256(token.encode("utf-8", "replace")).hexdigest()


def make_link(store: Store, player_id: str, body: LinkIn) -> LinkOut:
    """Make a link to a player's page; what it holds is told this once. Links that are over are let go of."""
    may_be_shown(find_stored(store, player_id))
    now = datetime.now(UTC)
    if not SHORTEST - timedelta(hours=1) <= body.ends_on - now <= LONGEST:
        raise DomainError("ends_on", "is not a day to a year from now.", "Choose a date within the next year.")
    token = secrets.token_urlsafe(32)
    with store.session() as session:
        rows.drop_over(session, now)
        row = LinkRow(id=_hashed(token), player_id=player_id, made_at=now, ends_on=body.ends_on)
        rows.add(session, row)
        return _out(row, token)


def _out(row: LinkRow, token: str | None = None) -> LinkOut:
    return LinkOut(id=row.id, player_id=row.player_id, made_at=row.made_at, ends_on=row.ends_on, token=token)


def list_links(store: Store, player_id: str) -> list[LinkOut]:
    """Links of a player that still let in, newest first."""
    find_stored(store, player_id)
    with store.session() as session:
        return [_out(row) for row in rows.of_player(session, player_id) if row.ends_on > datetime.now(UTC)]


def revoke_link(store: Store, link_id: str) -> None:
    """Let nobody in by a link any more."""
    with store.session() as session:
        if not rows.drop(session, link_id):
            raise NotFoundError("link_id", "There is no such link.", "Choose one of the player's.")


def taker(store: Store, token: str) -> Taker | None:
    """Who comes by this link; None where it has ended, was revoked, or never existed."""
    with store.session() as session:
        found = rows.whose(session, _hashed(token))
    if found is None or found[2] <= datetime.now(UTC):
        return None
    return Taker(*found)


def show_page(store: Store, who: Taker) -> TakeOut:
    """The page: what was taken along from each lesson, newest first."""
    stored = find_stored(store, who.player_id)
    with store.session() as session:
        _, lessons = lesson_rows.page(session, who.player_id, LESSONS_SHOWN, 0)
        taken = []
        for lesson in lessons:
            sheet: SheetOut = sheet_of(
                who.player_id,
                stored.player.name,
                stored.player.left_handed,
                lesson.things,
                [row for row in lesson_rows.items(session, lesson.id) if row.player_id == who.player_id],
            )
            if sheet.things:
                taken.append(TakenLesson(id=lesson.id, held_on=lesson.held_on, place=lesson.place, sheet=sheet))
    return TakeOut(
        player_id=who.player_id,
        player_name=stored.player.name,
        hand="left" if stored.player.left_handed else "right",
        until=who.until,
        units=_units(store, stored.units),
        lessons=taken,
    )


def _units(store: Store, own: str) -> TakeUnits:
    told = read_settings(store).model_dump(include=set(TakeUnits.model_fields))
    if own == "yards":
        told |= {"distance": "yd", "small": "in"}
    elif own == "metric":
        told |= {"distance": "m", "small": "cm"}
    return TakeUnits.model_validate(told)
