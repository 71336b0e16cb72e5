"""Tables of practice sessions."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import (
    CheckConstraint,
    ForeignKey,
    Index,
    String,
    Text,
)
from sqlalchemy.orm import Mapped, mapped_column, relationship

from veltrin.store.tables.house import Base, Owned


class PracticeRow(Owned, Base):
    """A practice session: planned, begun or done. Its balls are bookings.

    The id is given by anyone who plans it, so that a page without a network can. `words`: the line for the player.
    `planned_local`, `zone`: what the clock of its place says then (ISO 8601, IANA); `planned_for` follows from both.
    `handicap`, `scatter_handicap`: of the player when it began. `season_json`: of a session of a season, how it was
    built; empty: on its own.
    """

    __tablename__ = "practices"
    __table_args__ = (
        CheckConstraint("state IN ('planned', 'begun', 'done')", name="known_state"),
        Index("practices_by_player", "player_id", "made_at"),
    )

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    made_at: Mapped[datetime]
    planned_for: Mapped[datetime | None]
    planned_local: Mapped[str | None] = mapped_column(String(16))
    zone: Mapped[str | None] = mapped_column(String(60))
    version: Mapped[int] = mapped_column(default=1)
    state: Mapped[str] = mapped_column(String(8), default="planned")
    began_at: Mapped[datetime | None]
    handicap: Mapped[float | None]
    scatter_handicap: Mapped[float | None]
    done_at: Mapped[datetime | None]
    words: Mapped[str] = mapped_column(String(500), default="")
    season_json: Mapped[str] = mapped_column(Text, default="")
    parts: Mapped[list[PracticePartRow]] = relationship(
        order_by="PracticePartRow.place", cascade="all, delete-orphan", lazy="selectin"
    )


class PracticePartRow(Base):
    """One drill of a session. `stations_json`: calls and marks it is played against, as they stood when it began.

    `expected`: share of hits expected of the player of that day, `level_share`: of the player whose level was asked
    for.
    """

    __tablename__ = "practice_parts"

    practice_id: Mapped[str] = mapped_column(ForeignKey("practices.id", ondelete="CASCADE"), primary_key=True)
    place: Mapped[int] = mapped_column(primary_key=True)
    drill_id: Mapped[str] = mapped_column(String(40))
    phase: Mapped[str] = mapped_column(String(8))
    balls: Mapped[int]
    level: Mapped[int] = mapped_column(default=0)
    stations_json: Mapped[str] = mapped_column(Text, default="")
    hits: Mapped[int | None]
    struck: Mapped[int | None]
    asked: Mapped[int | None]
    expected: Mapped[float | None]
    level_share: Mapped[float | None]
    passed: Mapped[bool | None]
    level_after: Mapped[int | None]
