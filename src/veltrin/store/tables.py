"""Tables. Angles in rad, lengths in m, mass in kg, as in the core."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import CheckConstraint, ForeignKey, Index, String, Text
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column, relationship


class Base(DeclarativeBase):
    """Base of all tables."""


class SettingsRow(Base):
    """The coach's settings: one row, as JSON."""

    __tablename__ = "settings"
    __table_args__ = (CheckConstraint("id = 1", name="one_row"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    body: Mapped[str] = mapped_column(Text)


class PlayerRow(Base):
    """A player."""

    __tablename__ = "players"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    left_handed: Mapped[bool]
    stature_m: Mapped[float]
    handicap: Mapped[float]
    note: Mapped[str] = mapped_column(String(120))
    layer_share: Mapped[float] = mapped_column(default=0.015)
    clubs: Mapped[list[ClubRow]] = relationship(
        back_populates="player", order_by="ClubRow.place", cascade="all, delete-orphan", lazy="selectin"
    )
    stands: Mapped[list[StandRow]] = relationship(
        order_by="StandRow.method_id", cascade="all, delete-orphan", lazy="selectin"
    )


class ClubRow(Base):
    """A club of a bag, in bag order."""

    __tablename__ = "clubs"

    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"), primary_key=True)
    id: Mapped[str] = mapped_column(String(24), primary_key=True)
    place: Mapped[int]
    name: Mapped[str] = mapped_column(String(40))
    kind: Mapped[str] = mapped_column(String(8))
    loft_rad: Mapped[float]
    lie_rad: Mapped[float]
    bounce_rad: Mapped[float]
    sole_width_m: Mapped[float]
    head_mass_kg: Mapped[float]
    length_m: Mapped[float]
    stock_carry_m: Mapped[float]
    player: Mapped[PlayerRow] = relationship(back_populates="clubs")


class StandRow(Base):
    """A method pinned or left out for a player."""

    __tablename__ = "stands"
    __table_args__ = (CheckConstraint("stand IN ('pinned', 'excluded')", name="known_stand"),)

    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"), primary_key=True)
    method_id: Mapped[str] = mapped_column(String(40), primary_key=True)
    stand: Mapped[str] = mapped_column(String(8))


class LineRow(Base):
    """A saved line, as JSON, under a name of its own."""

    __tablename__ = "lines"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60), unique=True)
    saved_at: Mapped[datetime]
    line_json: Mapped[str] = mapped_column(Text)


class DayRow(Base):
    """A saved day, as JSON, under a name of its own."""

    __tablename__ = "days"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60), unique=True)
    saved_at: Mapped[datetime]
    day_json: Mapped[str] = mapped_column(Text)


class ShotRow(Base):
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
