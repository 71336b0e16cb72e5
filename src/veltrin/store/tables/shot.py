"""Tables of lines, days, kept shots, and the questions that shots were planned by."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import (
    ForeignKey,
    Index,
    String,
    Text,
    UniqueConstraint,
)
from sqlalchemy.orm import Mapped, mapped_column, relationship

from veltrin.store.tables.house import Base, Owned
from veltrin.store.tables.players import PlayerRow


class LineRow(Owned, Base):
    """A saved line, as JSON, under a name of its own."""

    __tablename__ = "lines"
    __table_args__ = (UniqueConstraint("coach_id", "name", name="lines_by_name"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    saved_at: Mapped[datetime]
    version: Mapped[int] = mapped_column(default=1)
    line_json: Mapped[str] = mapped_column(Text)


class DayRow(Owned, Base):
    """A saved day, as JSON, under a name of its own."""

    __tablename__ = "days"
    __table_args__ = (UniqueConstraint("coach_id", "name", name="days_by_name"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    saved_at: Mapped[datetime]
    day_json: Mapped[str] = mapped_column(Text)


class ShotRow(Owned, Base):
    """A kept shot: the question as JSON, and the call that was chosen."""

    __tablename__ = "shots"
    __table_args__ = (Index("shots_by_time", "kept_at"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    kept_at: Mapped[datetime]
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    call_id: Mapped[str] = mapped_column(String(60))
    note: Mapped[str] = mapped_column(String(500))
    summary: Mapped[str] = mapped_column(String(200))
    request_json: Mapped[str] = mapped_column(Text)
    say: Mapped[str] = mapped_column(Text, default="")
    on_card: Mapped[bool] = mapped_column(default=False)
    player: Mapped[PlayerRow] = relationship(lazy="joined")

    @property
    def key_words(self) -> list[str]:
        """What to say, a line each."""
        return self.say.split("\n") if self.say else []


class QuestionRow(Base):
    """A question that shots were planned by, kept once however many shots were booked for it."""

    __tablename__ = "questions"

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    body: Mapped[str] = mapped_column(Text)
