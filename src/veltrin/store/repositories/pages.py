"""A page of a list, and how long the list is."""

from __future__ import annotations

from typing import Any, TypeVar

from sqlalchemy import ColumnElement, func, select
from sqlalchemy.orm import Session

from veltrin.store.tables import Base

Row = TypeVar("Row", bound=Base)


def page_of(
    session: Session, kind: type[Row], which: ColumnElement[bool], order: tuple[Any, ...], limit: int, offset: int
) -> tuple[int, list[Row]]:
    """How many rows of a kind there are, and some of them in an order.

    Both are one statement: where somebody adds a row in the meantime, it is in both or in neither.
    """
    count = select(func.count()).select_from(kind).where(which)
    asked = select(kind, count.scalar_subquery()).where(which).order_by(*order).limit(limit).offset(offset)
    found = session.execute(asked).all() if limit else ()
    # No row carries the number where a page holds none.
    return found[0][1] if found else session.scalar(count) or 0, [row for row, _ in found]
