"""Tables. Angles in rad, lengths in m, mass in kg, as in the core."""

from __future__ import annotations

from datetime import UTC, datetime
from functools import cache
from typing import Any, ClassVar

from sqlalchemy import (
    DateTime,
    Dialect,
    ForeignKey,
    TypeDecorator,
    event,
    inspect,
)
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column
from sqlalchemy.sql.schema import ScalarElementColumnDefault


class Utc(TypeDecorator[datetime]):
    """A moment, kept in UTC without saying so, told in UTC."""

    impl = DateTime
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """To the table; a moment of no zone is UTC already."""
        return value if value is None or value.tzinfo is None else value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """From the table."""
        return None if value is None else value.replace(tzinfo=UTC)


class Base(DeclarativeBase):
    """Base of all tables. A row is the record: it is what repositories give and take."""

    type_annotation_map: ClassVar[dict[Any, Any]] = {datetime: Utc}


@cache
def _usual(kind: type[Base]) -> dict[str, Any]:
    """What the table puts where nothing is told."""
    columns = inspect(kind).columns
    return {c.key: c.default.arg for c in columns if isinstance(c.default, ScalarElementColumnDefault)}


@event.listens_for(Base, "init", propagate=True)
def _as_usual(row: Base, _: Any, told: dict[str, Any]) -> None:
    """What isn't told of a new row is at once what the table would put there."""
    for name, value in _usual(type(row)).items():
        told.setdefault(name, value)


ONLY_COACH = 1
"""The coach of an installation that nobody has to sign in to."""


class Owned:
    """Belongs to one coach. The session adds the coach to what is written and filters what is read (see engine)."""

    # Null is never written; SQLite can't add the constraint to a table that is there already.
    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id"), nullable=True)
