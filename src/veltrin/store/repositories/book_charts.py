"""What the field book's drawings and rates ask for."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, fields
from datetime import datetime
from functools import cache
from itertools import pairwise
from statistics import fmean
from typing import Any, NamedTuple

from sqlalchemy import ColumnElement, Row, ScalarSelect, Select, String, and_, bindparam, cast, func, select
from sqlalchemy.orm import Session, aliased

from veltrin.core.course import counted_by
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


class _Alike(NamedTuple):
    """Shots from one cover and slope that ended alike, and the sums of strokes they lost."""

    cover: str
    slope: str
    end_kind: str | None
    holed: bool
    putts: int | None
    chipped_again: bool | None
    shots: int
    lost_of: int
    lost: float | None
    squares: float | None

    @property
    def on(self) -> bool:
        """On the green, or in."""
        return self.end_kind == "green" or self.holed

    @property
    def done(self) -> bool:
        """Played to its end, as far as is known."""
        return self.putts is not None or self.holed

    def in_putts(self, most: int) -> bool:
        """Done with so many putts at most."""
        return self.holed or (self.putts is not None and self.putts <= most)


def by_cover(session: Session, which: Which) -> list[ByCover]:
    """Counts and strokes lost by kind of lie, most shots first. Only shots at a target, not measured stock shots.

    The database groups them by how they ended, in the order of an index that holds all of it, and sums; what those
    groups count for is added up here.
    """
    row = BookingRow
    lost = 1.0 + row.strokes_after - row.strokes
    alike = (row.cover, row.slope, row.purpose, row.end_kind, row.holed, row.putts, row.chipped_again)
    asked: Select[*tuple[Any, ...]] = (
        select(
            *(column for column in alike if column is not row.purpose),
            *(func.count(), func.count(lost), func.sum(lost), func.sum(lost * lost)),
        )
        .where(and_(*conditions(which), row.purpose != "stock"))
        .group_by(*alike)
    )
    groups: dict[tuple[str, str], list[_Alike]] = {}
    for found in session.execute(asked):
        one = _Alike(*found)
        groups.setdefault((one.cover, one.slope), []).append(one)
    return sorted((_summed(*key, some) for key, some in groups.items()), key=lambda one: (-one.shots, one.cover))


def _summed(cover: str, slope: str, some: list[_Alike]) -> ByCover:
    def count(counts: Callable[[_Alike], bool]) -> int:
        return sum(one.shots for one in some if counts(one))

    lost_of = sum(one.lost_of for one in some)
    mean = sum(one.lost or 0.0 for one in some) / lost_of if lost_of else None
    squares = sum(one.squares or 0.0 for one in some) / max(lost_of, 1)
    return ByCover(
        cover=cover,
        slope=slope,
        shots=count(lambda one: True),
        seen=count(lambda one: one.end_kind is not None or one.holed),
        on=count(lambda one: one.on),
        putted=count(lambda one: one.done),
        on_and_two=count(lambda one: one.done and one.on and one.in_putts(2)),
        up_and_down=count(lambda one: one.holed or (one.end_kind == "green" and one.in_putts(1))),
        asked_again=count(lambda one: one.chipped_again is not None or one.on),
        again=count(lambda one: one.chipped_again is True),
        lost_mean=mean,
        lost_var=max(squares - (mean or 0.0) ** 2, 0.0),
        lost_of=lost_of,
    )


@dataclass(frozen=True)
class ByMethod:
    """Strokes lost a shot from one cover and slope with one method."""

    cover: str
    slope: str
    method: str
    shots: int
    lost: float


def by_method(session: Session, which: Which) -> list[ByMethod]:
    """Strokes lost by kind of lie and method, of shots at a target whose end was seen."""
    row = BookingRow
    lost = 1.0 + row.strokes_after - row.strokes
    asked: Select[*tuple[Any, ...]] = (
        select(row.cover, row.slope, row.method_id, func.count(lost), func.avg(lost))
        .where(and_(*conditions(which), row.purpose != "stock", lost.is_not(None)))
        .group_by(row.cover, row.slope, row.method_id)
    )
    return [ByMethod(*found) for found in session.execute(asked)]


def lost_about(
    session: Session, player_id: str, kind: str, since: datetime, most: int
) -> tuple[list[float], list[float]]:
    """Strokes lost a shot on the course from a kind of lie, before a moment and after, oldest first.

    The newest `most` of them, held against the player of the first session.

    `kind`: a word of a slope, or a cover on the level.
    """
    row = BookingRow
    sloped = kind in ("down", "up", "above", "below")
    about = row.slope.contains(kind) if sloped else and_(row.cover == kind, row.slope == "level")
    asked = (
        select(row.booked_at, row.steady_lost)
        .where(row.player_id == player_id, row.purpose == "shot", about, row.steady_lost.is_not(None))
        .order_by(row.booked_at.desc())
        .limit(most)
    )
    found = [(at, float(lost or 0.0)) for at, lost in session.execute(asked)][::-1]
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
    # A ball that was meant to stay where it lay has no length to be told against.
    length = func.coalesce(
        row.carry_m / func.nullif(row.expected_carry_m, 0.0), row.total_m / func.nullif(row.expected_total_m, 0.0)
    )
    newest = (
        select(row.booked_at, 1.0 + row.strokes_after - row.strokes, length)
        .where(and_(*conditions(which)))
        .order_by(row.booked_at.desc(), row.id.desc())
        .limit(most)
    )
    found = session.execute(newest).all()[::-1]
    # The first stretches take what is left over, one each.
    whole, over = divmod(len(found), parts)
    edges = [k * whole + min(k, over) for k in range(parts + 1)]
    stretches = (found[start:end] for start, end in pairwise(edges) if end > start)
    return [
        Stretch(
            some[0][0], some[-1][0], len(some), _mean(lost for _, lost, _ in some), _mean(long for *_, long in some)
        )
        for some in stretches
    ]


def _mean(values: Iterable[float | None]) -> float | None:
    told = [value for value in values if value is not None]
    return fmean(told) if told else None


@cache
def _leaping(*names: str) -> Select[*tuple[Any, ...]]:
    """Asks what stands in columns that an index begins with after the player, each combination once.

    The index is leapt along from one to the next: a book of many shots holds few kinds, and these are asked whenever a
    chart is drawn. Source: "Loose indexscan", wiki of PostgreSQL. Put together once: that takes longer than the answer.
    """
    row, last, after = BookingRow, aliased(BookingRow), aliased(BookingRow)

    def of(shot: type[BookingRow]) -> list[Any]:
        return [getattr(shot, name) for name in names]

    def first(shot: type[BookingRow], *where: ColumnElement[bool]) -> ScalarSelect[str]:
        whose = select(shot.id).where(shot.player_id == bindparam("player_id"), *where)
        return whose.order_by(*of(shot)).limit(1).scalar_subquery()

    def beyond(k: int) -> ScalarSelect[str]:
        """The first that is further in one column, and the same in those before it."""
        here, there = of(last), of(after)
        return first(after, *(there[j] == here[j] for j in range(k)), there[k] > here[k])

    # What a recursion begins with and what follows have to be of one type, down to its length.
    begin = select(cast(first(row), String).label("id")).cte(recursive=True)
    # One column after the other, for SQLite finds its way by the first alone where several are compared at once; then
    # nothing, as coalesce asks for two.
    follows = func.coalesce(*(beyond(k) for k in reversed(range(len(names)))), None)
    leapt = begin.union_all(select(cast(follows, String)).select_from(begin).join(last, last.id == begin.c.id))
    return select(*of(row)).join(leapt, leapt.c.id == row.id)


def _each_once(session: Session, player_id: str, *names: str) -> Sequence[Row[*tuple[Any, ...]]]:
    return session.execute(_leaping(*names), {"player_id": player_id}).all()


def kinds(session: Session, player_id: str) -> dict[str, list[str]]:
    """What can be chosen from: covers, methods and clubs that were booked."""
    learnt = _each_once(session, player_id, "counts", "family", "cover", "method_id")
    clubs = _each_once(session, player_id, "club_id")
    return {
        "cover": sorted({one.cover for one in learnt}),
        "method": sorted({one.method_id for one in learnt}),
        "club": sorted(one.club_id for one in clubs),
    }


def holes(session: Session, player_id: str) -> list[tuple[str, str]]:
    """Courses and holes that shots were booked on."""
    found = [(one.course, one.hole) for one in _each_once(session, player_id, "course", "hole") if one.course]
    return sorted(found, key=lambda one: (one[0], counted_by(one[1])))


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
