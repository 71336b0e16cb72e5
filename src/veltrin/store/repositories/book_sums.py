"""Sums of the field book that learning needs."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta
from typing import Any

from sqlalchemy import ColumnElement, Row, Select, case, func, literal_column, select
from sqlalchemy.orm import Session

from veltrin.core.kit import Quantity
from veltrin.core.learn import QUARTER_DAYS, Cell
from veltrin.store.tables import BookingRow, PlayerRow

_SUMS: tuple[tuple[Quantity, Any, Any], ...] = (
    ("speed", BookingRow.speed_y, BookingRow.speed_w),
    ("friction", BookingRow.friction_y, BookingRow.friction_w),
    ("face", BookingRow.face_y, BookingRow.face_w),
)


@dataclass(frozen=True)
class Sums:
    """Sums by cell of a player's shots that count, up to a number. They hold while `edits` and `since` are the same."""

    law: int
    edits: int
    since: datetime | None
    upto: int
    cells: tuple[Cell, ...]


def sums(session: Session, player_id: str, law: int, since: datetime | None = None, known: Sums | None = None) -> Sums:
    """Sums by cell of all shots that count, for learning. With `known` only what was booked since is read.

    Shots that were held against the plans of other laws than these teach nothing: what the laws changed is not the
    player's. Read in one state (see read_one_state): what is booked in the meantime is neither in the number nor in the
    sums.
    """
    row = BookingRow
    found = session.execute(select(PlayerRow.book_edits, PlayerRow.book_seq).where(PlayerRow.id == player_id)).first()
    edits, newest = found or (0, 0)
    if known is not None and (known.law, known.edits, known.since) != (law, edits, since):
        known = None
    if known is not None and known.upto == newest:
        return known
    columns: list[ColumnElement[Any]] = [func.count(w) for _, _, w in _SUMS]
    for _, y, w in _SUMS:
        columns += [func.sum(w), func.sum(w * y), func.sum(w * y * y)]
    quarter = _quarter(session, player_id).label("quarter")
    asked: Select[*tuple[Any, ...]] = (
        select(row.family, row.cover, row.method_id, quarter, *columns)
        .where(row.player_id == player_id, row.counts.is_(True), row.law == law)
        .group_by(row.family, row.cover, row.method_id, "quarter")
    )
    if since is not None:
        asked = asked.where(row.booked_at >= since)
    if known is not None:
        asked = asked.where(known.upto < row.seq)
    fresh = [cell for found in session.execute(asked) for cell in _cells(found)]
    return Sums(law, edits, since, newest, _added(known.cells if known else (), fresh))


_DAY_NOUGHT = datetime(1980, 1, 1, tzinfo=UTC)
_QUARTER = timedelta(days=QUARTER_DAYS)


def _quarter(session: Session, player_id: str) -> ColumnElement[int]:
    """Number of the quarter of a year a shot was booked in, newest looked for first; databases have no word for it."""
    at = BookingRow.booked_at
    first, last = session.execute(select(func.min(at), func.max(at)).where(BookingRow.player_id == player_id)).one()
    if first is None:
        return literal_column("0")
    numbers = [int((when - _DAY_NOUGHT) / _QUARTER) for when in (last, first)]
    later: list[tuple[Any, Any]] = [
        (at >= _DAY_NOUGHT + n * _QUARTER, literal_column(str(n))) for n in range(numbers[0], numbers[1], -1)
    ]
    oldest: ColumnElement[int] = literal_column(str(numbers[1]))
    return case(*later, else_=oldest) if later else oldest


def _added(cells: Iterable[Cell], more: Iterable[Cell]) -> tuple[Cell, ...]:
    """Sums of both, cell by cell."""
    found: dict[tuple[str | int, ...], Cell] = {}
    for cell in (*cells, *more):
        key = (cell.quantity, cell.family, cell.cover, cell.method, cell.quarter)
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
    family, cover, method, quarter = found[:4]
    counts, rest = found[4:7], found[7:]
    cells: list[Cell] = []
    for k, (quantity, _, _) in enumerate(_SUMS):
        if counts[k]:
            weight, weighted, squares = rest[3 * k : 3 * k + 3]
            cells.append(Cell(quantity, family, cover, method, counts[k], weight, weighted, squares, int(quarter)))
    return cells
