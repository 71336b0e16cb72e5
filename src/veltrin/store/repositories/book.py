"""The field book: struck shots."""

from __future__ import annotations

import hashlib
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from sqlalchemy import ColumnElement, and_, insert, inspect, select, update
from sqlalchemy.orm import Session

from veltrin.core.law import CALIBRATED
from veltrin.store.across import booking_owners
from veltrin.store.dialect import insert_once
from veltrin.store.repositories.pages import page_of
from veltrin.store.tables import BookingRow, PlayerRow, QuestionRow


@dataclass(frozen=True)
class Which:
    """Which shots of a player: None is any. Times in UTC, `until` left out."""

    player_id: str
    cover: str | None = None
    method_id: str | None = None
    club_id: str | None = None
    purpose: str | None = None
    trial_id: str | None = None
    since: datetime | None = None
    until: datetime | None = None
    with_practice: bool = True
    course: str | None = None
    hole: str | None = None


def conditions(which: Which) -> list[ColumnElement[bool]]:
    """What narrows a query down to these shots."""
    row = BookingRow
    told: list[ColumnElement[bool]] = [row.player_id == which.player_id]
    for column, value in (
        (row.cover, which.cover), (row.method_id, which.method_id), (row.club_id, which.club_id),
        (row.purpose, which.purpose), (row.trial_id, which.trial_id),
        (row.course, which.course), (row.hole, which.hole),
    ):  # fmt: skip
        if value is not None:
            told.append(column == value)
    if not which.with_practice:
        told.append(row.purpose != "practice")
    if which.since is not None:
        told.append(row.booked_at >= which.since)
    if which.until is not None:
        told.append(row.booked_at < which.until)
    return told


def keep_question(session: Session, body: str) -> str:
    """Keep a question once; the same one gives the same id."""
    question_id = hashlib.sha256(body.encode()).hexdigest()
    insert_once(session, QuestionRow, {"id": question_id, "body": body})
    return question_id


def question_of(session: Session, question_id: str) -> str | None:
    """The question of that id."""
    return session.scalar(select(QuestionRow.body).where(QuestionRow.id == question_id))


COLUMNS = tuple(column.key for column in inspect(BookingRow).columns)
"""What is kept of a shot, by name."""


def columns_of(booking: BookingRow) -> dict[str, Any]:
    """A shot as it is kept, by column."""
    return {name: getattr(booking, name) for name in COLUMNS}


def _own(session: Session, columns: Mapping[str, Any]) -> dict[str, Any]:
    return {**columns, "coach_id": session.info["coach_id"]}


def _numbers(session: Session, player_id: str, count: int) -> range:
    """The next numbers of a player's shots. Taking them is a write: anyone else who books waits until this is done."""
    more = PlayerRow.book_seq + count
    taken = update(PlayerRow).where(PlayerRow.id == player_id).values(book_seq=more).returning(PlayerRow.book_seq)
    last = session.execute(taken).scalar() or count
    return range(last - count + 1, last + 1)


def add(session: Session, booking: BookingRow) -> None:
    """Book a shot, unless one of that id has been booked in the meantime: then that one stays."""
    (seq,) = _numbers(session, booking.player_id, 1)
    insert_once(session, BookingRow, {**_own(session, columns_of(booking)), "seq": seq})


def add_many(session: Session, bookings: Iterable[Mapping[str, Any]]) -> None:
    """Book many at once, all or none: each told by its columns, all by the same."""
    rows = [_own(session, one) for one in bookings]
    for player_id, count in Counter(row["player_id"] for row in rows).items():
        mine = (row for row in rows if row["player_id"] == player_id)
        for row, seq in zip(mine, _numbers(session, player_id, count), strict=True):
            row["seq"] = seq
    if rows:
        session.execute(insert(BookingRow), rows)


def add_numbered(session: Session, bookings: Sequence[Mapping[str, Any]]) -> None:
    """Add shots that have their numbers already: of a player whom nobody else books for in the meantime."""
    if bookings:
        session.execute(insert(BookingRow), [_own(session, one) for one in bookings])


def set_last_number(session: Session, player_id: str, last: int) -> None:
    """Say which number a player's last shot has."""
    session.execute(update(PlayerRow).where(PlayerRow.id == player_id).values(book_seq=last))


def of_other_laws(session: Session, law: int) -> list[str]:
    """Shots with a question that were held against the plans of other laws, each player's in their order.

    What a later Veltrin wrote is left to it.
    """
    row = BookingRow
    is_older = row.law % CALIBRATED <= law % CALIBRATED
    asked = select(row.id).where(row.question_id.is_not(None), row.law != law, row.law > 0, is_older)
    return list(session.scalars(asked.order_by(row.player_id, row.seq)))


def with_questions(session: Session, booking_ids: Sequence[str]) -> list[tuple[BookingRow, str]]:
    """These shots in their order, each with its question."""
    row = BookingRow
    asked = select(row, QuestionRow.body).join(QuestionRow, QuestionRow.id == row.question_id)
    found = session.execute(asked.where(row.id.in_(booking_ids)).order_by(row.player_id, row.seq))
    return [(booking, body) for booking, body in found]


def planned_of(session: Session, player_id: str) -> list[tuple[BookingRow, str]]:
    """A player's shots that count and whose call could be played, each with its question, oldest first."""
    row = BookingRow
    asked = select(row, QuestionRow.body).join(QuestionRow, QuestionRow.id == row.question_id)
    kept = asked.where(row.player_id == player_id, row.counts, row.law > 0)
    return [(booking, body) for booking, body in session.execute(kept.order_by(row.booked_at, row.seq))]


def renumber_unplanned(session: Session, before: int, law: int) -> None:
    """Say of shots that no question stands behind that they were held against other laws: those leave them as they
    were.
    """
    row = BookingRow
    own = row.coach_id == session.info["coach_id"]
    session.execute(update(row).where(own, row.question_id.is_(None), row.law == before, row.law > 0).values(law=law))
    for player_id in session.scalars(select(PlayerRow.id)):
        _edited(session, player_id)


EVIDENCE = (
    "expected_carry_m", "expected_total_m", "expected_side_m", "along_sd_m", "across_sd_m", "strokes",
    "steady_lost", "speed_y", "speed_w", "friction_y", "friction_w", "face_y", "face_w", "law",
)  # fmt: skip
"""What a shot was held against, and what it teaches by that."""


def rewrite(session: Session, bookings: Sequence[BookingRow]) -> None:
    """Write again what shots were held against; what the coach said of them in the meantime stays."""
    for one in bookings:
        told = {name: getattr(one, name) for name in EVIDENCE}
        session.execute(update(BookingRow).where(BookingRow.id == one.id).values(**told))
    for player_id in {one.player_id for one in bookings}:
        _edited(session, player_id)


def load(session: Session, booking_id: str) -> BookingRow | None:
    """One, or None."""
    return session.get(BookingRow, booking_id)


def owners_of(session: Session, booking_ids: Sequence[str]) -> dict[str, str]:
    """Which of these ids are taken, by any coach's shots, and whose player each is."""
    return booking_owners(session, booking_ids)


def set_counts(session: Session, booking_id: str, counts: bool) -> BookingRow | None:
    """Let one count for learning or not; None if there is none."""
    row = session.get(BookingRow, booking_id)
    if row is None:
        return None
    row.counts = counts
    _edited(session, row.player_id)
    return row


def let_practice_count(session: Session, player_id: str, counts: bool) -> None:
    """Let a player's balls of practice count for learning or not, those that are far off never."""
    row = BookingRow
    mine = (row.player_id == player_id, row.purpose == "practice", row.far_off.is_(False))
    session.execute(update(row).where(*mine).values(counts=counts))
    _edited(session, player_id)


def delete(session: Session, booking_id: str) -> bool:
    """Delete one; False if there was none."""
    row = session.get(BookingRow, booking_id)
    if row is None:
        return False
    _edited(session, row.player_id)
    session.delete(row)
    return True


@dataclass(frozen=True)
class Said:
    """What a shot on the course says of how the book is kept. `off`: in length, in its own standard deviations."""

    id: str
    booked_at: datetime
    off: float | None
    fault: str
    all_booked: bool | None


def newest_said(session: Session, player_id: str, most: int) -> list[Said]:
    """The newest shots on the course, newest first."""
    row = BookingRow
    asked = (
        select(row.id, row.booked_at, row.speed_y, row.speed_w, row.fault, row.all_booked)
        .where(row.player_id == player_id, row.purpose == "shot")
        .order_by(row.booked_at.desc(), row.id.desc())
        .limit(most)
    )
    return [
        Said(i, at, None if y is None or w is None else y * w**0.5, fault, whole)
        for i, at, y, w, fault, whole in session.execute(asked)
    ]


def say_whole(session: Session, player_id: str, since: datetime, until: datetime, whole: bool) -> int:
    """Say of the shots between two moments whether they were all: where they weren't, they teach nothing."""
    row = BookingRow
    told = (
        update(row)
        .where(row.player_id == player_id, row.purpose == "shot", row.booked_at >= since, row.booked_at < until)
        .values(all_booked=whole, counts=row.far_off.is_(False) if whole else False)
    )
    found = session.execute(told)
    _edited(session, player_id)
    return int(found.rowcount)  # type: ignore[attr-defined]


def _edited(session: Session, player_id: str) -> None:
    session.execute(update(PlayerRow).where(PlayerRow.id == player_id).values(book_edits=PlayerRow.book_edits + 1))


Sort = Literal["when", "club", "lie", "carry", "finish", "lost"]


@dataclass(frozen=True)
class Order:
    """How a list of shots is sorted; equal ones newest first, what wasn't seen last."""

    by: Sort = "when"
    ascending: bool = False


NEWEST = Order()


def _sorted_by(order: Order) -> list[ColumnElement[Any]]:
    row = BookingRow
    past = row.total_m - row.target_m
    by: dict[Sort, tuple[Any, ...]] = {
        "when": (),
        "club": (row.club_name, row.method_id),
        "lie": (row.cover, row.slope),
        "carry": (row.expected_carry_m,),
        "finish": (past * past + row.side_m * row.side_m,),
        "lost": (row.strokes_after - row.strokes,),
    }
    newest: list[ColumnElement[Any]] = [row.booked_at.desc(), row.id.desc()]
    if order.by == "when":
        return [row.booked_at.asc(), row.id.asc()] if order.ascending else newest
    return [*((c.asc() if order.ascending else c.desc()).nulls_last() for c in by[order.by]), *newest]


def page(
    session: Session, which: Which, limit: int, offset: int, order: Order = NEWEST
) -> tuple[int, list[BookingRow]]:
    """How many there are, and some of them in this order."""
    return page_of(session, BookingRow, and_(*conditions(which)), tuple(_sorted_by(order)), limit, offset)


def every(session: Session, which: Which) -> list[BookingRow]:
    """All of them, oldest first."""
    oldest = select(BookingRow).where(and_(*conditions(which))).order_by(BookingRow.booked_at, BookingRow.id)
    return list(session.scalars(oldest))


TOLD_APART_BY = ("club_id", "carry_m", "carry_side_m", "ball_speed_m_s")
"""Columns that tell imported shots apart."""


def known_of(session: Session, player_id: str) -> Counter[tuple[Any, ...]]:
    """What tells imported shots apart, and how many there are of each."""
    columns = (getattr(BookingRow, name) for name in TOLD_APART_BY)
    return Counter(map(tuple, session.execute(select(*columns).where(BookingRow.player_id == player_id))))
