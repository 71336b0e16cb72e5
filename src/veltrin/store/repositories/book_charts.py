"""What the field book's drawings and rates ask for."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields
from datetime import datetime

from sqlalchemy import ColumnElement, Integer, and_, cast, func, select
from sqlalchemy.orm import Session

from veltrin.store.repositories.book import Which, conditions
from veltrin.store.tables import BookingRow


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
        # Truth is 1 or 0, or null where nothing is known.
        return func.coalesce(func.sum(cast(condition, Integer)), 0, type_=Integer)

    asked = (
        select(
            row.cover,
            row.slope,
            func.count(),
            count(row.end_kind.is_not(None) | row.holed),
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
        .where(and_(*conditions(which), row.purpose != "stock"))
        .group_by(row.cover, row.slope)
        .order_by(func.count().desc(), row.cover)
    )
    return [
        ByCover(**{**one, "lost_var": max((one["lost_var"] or 0.0) - (one["lost_mean"] or 0.0) ** 2, 0.0)})
        for one in (dict(zip(_BY_COVER, found, strict=True)) for found in session.execute(asked))
    ]


def lost_about(
    session: Session, player_id: str, kind: str, since: datetime, most: int
) -> tuple[list[float], list[float]]:
    """Strokes lost a shot on the course from a kind of lie, before a moment and after: the newest `most` of them.

    `kind`: a word of a slope, or a cover on the level.
    """
    row = BookingRow
    sloped = kind in ("down", "up", "above", "below")
    about = row.slope.contains(kind) if sloped else and_(row.cover == kind, row.slope == "level")
    asked = (
        select(row.booked_at, 1.0 + row.strokes_after - row.strokes)
        .where(
            row.player_id == player_id,
            row.purpose == "shot",
            about,
            row.strokes.is_not(None),
            row.strokes_after.is_not(None),
        )
        .order_by(row.booked_at.desc())
        .limit(most)
    )
    found = [(at, float(lost or 0.0)) for at, lost in session.execute(asked)]
    return [lost for at, lost in found if at < since], [lost for at, lost in found if at >= since]


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
        .where(and_(*conditions(which)))
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
        .where(and_(*conditions(which)))
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
