"""The field book: struck shots, the sums that learning needs, and what the charts show."""

from __future__ import annotations

import hashlib
from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, fields, replace
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import ColumnElement, Integer, Row, Select, and_, func, insert, literal_column, select, update
from sqlalchemy.dialects.sqlite import insert as sqlite_insert
from sqlalchemy.orm import Session

from veltrin.core.kit import Quantity
from veltrin.core.learn import Cell
from veltrin.store.tables import BookingRow, PlayerRow, QuestionRow


@dataclass(frozen=True)
class StoredBooking:
    """A struck shot as the record has it; times in UTC. See BookingRow."""

    id: str
    player_id: str
    booked_at: datetime
    source: str
    purpose: str
    club_id: str
    club_name: str
    family: str
    cover: str
    method_id: str
    call_id: str
    target_m: float
    expected_carry_m: float
    expected_total_m: float
    expected_side_m: float
    along_sd_m: float
    across_sd_m: float
    trial_id: str | None = None
    arm: str | None = None
    slope: str = "level"
    question_id: str | None = None
    strokes: float | None = None
    carry_m: float | None = None
    carry_side_m: float | None = None
    total_m: float | None = None
    side_m: float | None = None
    ball_speed_m_s: float | None = None
    launch_rad: float | None = None
    spin_rad_s: float | None = None
    descent_rad: float | None = None
    heel_m: float | None = None
    up_m: float | None = None
    turf_m: float | None = None
    fault: str = ""
    note: str = ""
    end_kind: str | None = None
    strokes_after: float | None = None
    holed: bool = False
    putts: int | None = None
    chipped_again: bool | None = None
    counts: bool = True
    far_off: bool = False
    speed_y: float | None = None
    speed_w: float | None = None
    friction_y: float | None = None
    friction_w: float | None = None
    face_y: float | None = None
    face_w: float | None = None

    @property
    def lost(self) -> float | None:
        """Strokes this shot cost more than the plan expected."""
        if self.strokes is None or self.strokes_after is None:
            return None
        return 1.0 + self.strokes_after - self.strokes


NAMES = tuple(f.name for f in fields(StoredBooking))


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


def _plain(moment: datetime) -> datetime:
    return moment.astimezone(UTC).replace(tzinfo=None)


def _conditions(which: Which) -> list[ColumnElement[bool]]:
    row = BookingRow
    told: list[ColumnElement[bool]] = [row.player_id == which.player_id]
    for column, value in (
        (row.cover, which.cover), (row.method_id, which.method_id), (row.club_id, which.club_id),
        (row.purpose, which.purpose), (row.trial_id, which.trial_id),
    ):  # fmt: skip
        if value is not None:
            told.append(column == value)
    if which.since is not None:
        told.append(row.booked_at >= _plain(which.since))
    if which.until is not None:
        told.append(row.booked_at < _plain(which.until))
    return told


def _stored(row: BookingRow) -> StoredBooking:
    values = {name: getattr(row, name) for name in NAMES}
    return StoredBooking(**{**values, "booked_at": row.booked_at.replace(tzinfo=UTC)})


def keep_question(session: Session, body: str) -> str:
    """Keep a question once; the same one gives the same id."""
    question_id = hashlib.sha256(body.encode()).hexdigest()
    session.execute(sqlite_insert(QuestionRow).values(id=question_id, body=body).on_conflict_do_nothing())
    return question_id


def question_of(session: Session, question_id: str) -> str | None:
    """The question of that id."""
    return session.scalar(select(QuestionRow.body).where(QuestionRow.id == question_id))


def _values(session: Session, booking: StoredBooking) -> dict[str, Any]:
    told = {name: getattr(booking, name) for name in NAMES}
    return {**told, "booked_at": _plain(booking.booked_at), "coach_id": session.info["coach_id"]}


def add(session: Session, booking: StoredBooking) -> None:
    """Book a shot, unless one of that id has been booked meanwhile: then that one stays."""
    session.execute(sqlite_insert(BookingRow).values(_values(session, booking)).on_conflict_do_nothing())


def add_many(session: Session, bookings: Iterable[StoredBooking]) -> None:
    """Book many at once, all or none."""
    rows = [_values(session, one) for one in bookings]
    if rows:
        session.execute(insert(BookingRow), rows)


def load(session: Session, booking_id: str) -> StoredBooking | None:
    """One, or None."""
    row = session.get(BookingRow, booking_id)
    return _stored(row) if row else None


ASKED_AT_ONCE = 500


def owners_of(session: Session, booking_ids: Sequence[str]) -> dict[str, str]:
    """Which of these ids are taken, by any coach's shots, and whose player each is."""
    found: dict[str, str] = {}
    for start in range(0, len(booking_ids), ASKED_AT_ONCE):
        some = booking_ids[start : start + ASKED_AT_ONCE]
        asked = select(BookingRow.id, BookingRow.player_id).where(BookingRow.id.in_(some))
        found |= dict(session.connection().execute(asked).all())
    return found


def set_counts(session: Session, booking_id: str, counts: bool) -> StoredBooking | None:
    """Let one count for learning or not; None if there is none."""
    row = session.get(BookingRow, booking_id)
    if row is None:
        return None
    row.counts = counts
    _edited(session, row.player_id)
    return _stored(row)


def delete(session: Session, booking_id: str) -> bool:
    """Delete one; False if there was none."""
    row = session.get(BookingRow, booking_id)
    if row is None:
        return False
    _edited(session, row.player_id)
    session.delete(row)
    return True


def _edited(session: Session, player_id: str) -> None:
    session.execute(update(PlayerRow).where(PlayerRow.id == player_id).values(book_edits=PlayerRow.book_edits + 1))


def page(session: Session, which: Which, limit: int, offset: int) -> tuple[int, list[StoredBooking]]:
    """How many there are, and some of them, newest first."""
    told = and_(*_conditions(which))
    count = session.scalar(select(func.count()).select_from(BookingRow).where(told)) or 0
    newest = select(BookingRow).where(told).order_by(BookingRow.booked_at.desc(), BookingRow.id.desc())
    return count, [_stored(row) for row in session.scalars(newest.limit(limit).offset(offset))]


def every(session: Session, which: Which) -> list[StoredBooking]:
    """All of them, oldest first."""
    oldest = select(BookingRow).where(and_(*_conditions(which))).order_by(BookingRow.booked_at, BookingRow.id)
    return [_stored(row) for row in session.scalars(oldest)]


def known_of(session: Session, player_id: str) -> Counter[tuple[str, float | None, float | None, float | None]]:
    """What tells imported shots apart, and how many there are of each: club, carry, side and ball speed."""
    row = BookingRow
    found = session.execute(
        select(row.club_id, row.carry_m, row.carry_side_m, row.ball_speed_m_s).where(row.player_id == player_id)
    )
    return Counter((club, carry, side, speed) for club, carry, side, speed in found)


_SUMS: tuple[tuple[Quantity, Any, Any], ...] = (
    ("speed", BookingRow.speed_y, BookingRow.speed_w),
    ("friction", BookingRow.friction_y, BookingRow.friction_w),
    ("face", BookingRow.face_y, BookingRow.face_w),
)


_ROWID: ColumnElement[int] = literal_column("bookings.rowid", type_=Integer)


@dataclass(frozen=True)
class Sums:
    """Sums by cell of a player's shots that count, up to a row. They hold while `edits` and `since` are the same."""

    edits: int
    since: datetime | None
    upto: int
    cells: tuple[Cell, ...]


def sums(session: Session, player_id: str, since: datetime | None = None, known: Sums | None = None) -> Sums:
    """Sums by cell of all shots that count, for learning. With `known` only what was booked since is read."""
    row = BookingRow
    edits = session.scalar(select(PlayerRow.book_edits).where(PlayerRow.id == player_id)) or 0
    newest = session.scalar(select(func.max(_ROWID)).select_from(row)) or 0
    if known is not None and (known.edits, known.since) != (edits, since):
        known = None
    if known is not None and known.upto == newest:
        return known
    columns: list[ColumnElement[Any]] = [func.count(w) for _, _, w in _SUMS]
    for _, y, w in _SUMS:
        columns += [func.sum(w), func.sum(w * y), func.sum(w * y * y)]
    asked: Select[*tuple[Any, ...]] = (
        select(row.family, row.cover, row.method_id, *columns)
        .where(row.player_id == player_id, row.counts.is_(True))
        .group_by(row.family, row.cover, row.method_id)
    )
    if since is not None:
        asked = asked.where(row.booked_at >= _plain(since))
    if known is not None:
        asked = asked.where(known.upto < _ROWID)
    fresh = [cell for found in session.execute(asked) for cell in _cells(found)]
    return Sums(edits, since, newest, _added(known.cells if known else (), fresh))


def _added(cells: Iterable[Cell], more: Iterable[Cell]) -> tuple[Cell, ...]:
    """Sums of both, cell by cell."""
    found: dict[tuple[str, ...], Cell] = {}
    for cell in (*cells, *more):
        key = (cell.quantity, cell.family, cell.cover, cell.method)
        old = found.get(key)
        found[key] = (
            cell
            if old is None
            else replace(
                cell,
                shots=old.shots + cell.shots,
                weight=old.weight + cell.weight,
                weighted=old.weighted + cell.weighted,
                squares=old.squares + cell.squares,
            )
        )
    return tuple(found.values())


def _cells(found: Row[*tuple[Any, ...]]) -> list[Cell]:
    family, cover, method = found[:3]
    counts, rest = found[3:6], found[6:]
    cells: list[Cell] = []
    for k, (quantity, _, _) in enumerate(_SUMS):
        if counts[k]:
            weight, weighted, squares = rest[3 * k : 3 * k + 3]
            cells.append(Cell(quantity, family, cover, method, counts[k], weight, weighted, squares))
    return cells


@dataclass(frozen=True)
class ByCover:
    """What the shots from one cover and slope come to. `lost`: mean, variance and number of strokes lost."""

    cover: str
    slope: str
    shots: int
    seen: int
    on: int
    putted: int
    on_and_two: int
    up_and_down: int
    asked_again: int
    again: int
    lost_mean: float | None
    lost_var: float
    lost_of: int


_BY_COVER = tuple(f.name for f in fields(ByCover))


def by_cover(session: Session, which: Which) -> list[ByCover]:
    """Counts and strokes lost by kind of lie, most shots first. Only shots at a target, not measured stock shots."""
    row = BookingRow
    on = row.end_kind == "green"
    done = (row.putts.is_not(None)) | row.holed
    lost = 1.0 + row.strokes_after - row.strokes

    def count(condition: ColumnElement[bool]) -> ColumnElement[int]:
        # SQLite's truth is 1 or 0, or null where nothing is known.
        return func.coalesce(func.sum(condition, type_=Integer), 0, type_=Integer)

    asked = (
        select(
            row.cover,
            row.slope,
            func.count(),
            func.count(row.end_kind),
            count(on | row.holed),
            count(done),
            count(done & (on | row.holed) & (row.holed | (row.putts <= 2))),
            count(done & (row.holed | (on & (row.putts <= 1)))),
            count(row.chipped_again.is_not(None) | on | row.holed),
            count(row.chipped_again.is_(True)),
            func.avg(lost),
            func.avg(lost * lost),
            func.count(lost),
        )
        .where(and_(*_conditions(which), row.purpose != "stock"))
        .group_by(row.cover, row.slope)
        .order_by(func.count().desc(), row.cover)
    )
    return [
        ByCover(**{**one, "lost_var": max((one["lost_var"] or 0.0) - (one["lost_mean"] or 0.0) ** 2, 0.0)})
        for one in (dict(zip(_BY_COVER, found, strict=True)) for found in session.execute(asked))
    ]


@dataclass(frozen=True)
class Point:
    """One shot for the drawings: expected and seen (m; left positive), against its own spread."""

    id: str
    booked_at: datetime
    cover: str
    target_m: float
    expected_carry_m: float
    expected_total_m: float
    expected_side_m: float
    along_sd_m: float
    across_sd_m: float
    carry_m: float | None
    carry_side_m: float | None
    total_m: float | None
    side_m: float | None


_POINT = tuple(f.name for f in fields(Point))


def points(session: Session, which: Which, most: int) -> list[Point]:
    """The newest of them, newest first."""
    row = BookingRow
    asked = (
        select(*(getattr(row, name) for name in _POINT))
        .where(and_(*_conditions(which)))
        .order_by(row.booked_at.desc(), row.id.desc())
        .limit(most)
    )
    return [Point(*one) for one in session.execute(asked)]


@dataclass(frozen=True)
class Stretch:
    """A stretch of the trend: shots from one day to another, mean strokes lost and mean length against expected."""

    first: datetime
    last: datetime
    shots: int
    lost: float | None
    length_share: float | None


def trend(session: Session, which: Which, parts: int, most: int) -> list[Stretch]:
    """The newest of them cut into equally many shots each, oldest first."""
    row = BookingRow
    length = func.coalesce(row.carry_m / func.nullif(row.expected_carry_m, 0.0), row.total_m / row.expected_total_m)
    newest = (
        select(
            row.id.label("id"),
            row.booked_at.label("at"),
            (1.0 + row.strokes_after - row.strokes).label("lost"),
            length.label("length"),
        )
        .where(and_(*_conditions(which)))
        .order_by(row.booked_at.desc(), row.id.desc())
        .limit(most)
        .subquery()
    )
    place = func.ntile(parts).over(order_by=(newest.c.at, newest.c.id)).label("part")
    part = select(newest, place).subquery()
    asked = (
        select(func.min(part.c.at), func.max(part.c.at), func.count(), func.avg(part.c.lost), func.avg(part.c.length))
        .group_by(part.c.part)
        .order_by(part.c.part)
    )
    return [Stretch(*one) for one in session.execute(asked)]


def kinds(session: Session, player_id: str) -> dict[str, list[str]]:
    """What can be chosen from: covers, methods and clubs that were booked."""
    row = BookingRow
    found = {}
    for name, column in (("cover", row.cover), ("method", row.method_id), ("club", row.club_id)):
        asked = select(column).where(row.player_id == player_id).distinct()
        if name != "club":
            # Both values of `counts`, so that the index that holds all three is read and not the table.
            asked = asked.where(row.counts.in_([True, False]))
        found[name] = sorted(session.scalars(asked))
    return found


def carries(session: Session, player_id: str, club_id: str, most: int) -> Sequence[tuple[str, datetime, float]]:
    """Id, time and carry of a club's newest stock shots that count, oldest first."""
    row = BookingRow
    asked = (
        select(row.id, row.booked_at, row.carry_m)
        .where(
            row.player_id == player_id,
            row.club_id == club_id,
            row.purpose == "stock",
            row.carry_m.is_not(None),
            row.counts.is_(True),
        )
        .order_by(row.booked_at.desc())
        .limit(most)
    )
    newest = [(shot_id, at, float(carry or 0.0)) for shot_id, at, carry in session.execute(asked)]
    return newest[::-1]
