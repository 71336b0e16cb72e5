"""Tables of players, their bags and how they stand to methods."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import (
    CheckConstraint,
    ForeignKey,
    String,
    Text,
)
from sqlalchemy.orm import Mapped, mapped_column, relationship

from veltrin.store.tables.house import Base, Owned


class PlayerRow(Owned, Base):
    """A player. `version` counts changes: who saves an older one is told.

    `practice`: what balls of practice sessions teach: "none", "habits", or "all", strokes lost too. `book_edits` counts
    changes of shots booked before: what was summed up of them has to be summed again. `book_seq` is the number of the
    last shot that was booked: it only grows. `guardian`, `guardian_on`: who agreed for a minor, and when.
    """

    __tablename__ = "players"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    left_handed: Mapped[bool]
    stature_m: Mapped[float]
    handicap: Mapped[float]
    note: Mapped[str] = mapped_column(String(120))
    layer_share: Mapped[float] = mapped_column(default=0.015)
    version: Mapped[int] = mapped_column(default=1)
    scatter_handicap: Mapped[float | None]
    mid_iron_lean_rad: Mapped[float | None]
    mid_iron_attack_rad: Mapped[float]
    lead_share: Mapped[float]
    ball_place_m: Mapped[float | None]
    ball: Mapped[str] = mapped_column(String(8), default="soft")
    notes: Mapped[str] = mapped_column(Text, default="")
    units: Mapped[str] = mapped_column(String(8), default="")
    learns: Mapped[bool] = mapped_column(default=True)
    learns_from: Mapped[datetime | None]
    practice: Mapped[str] = mapped_column(String(8), default="habits")
    birth_year: Mapped[int | None]
    guardian: Mapped[str] = mapped_column(String(60), default="")
    guardian_on: Mapped[str | None] = mapped_column(String(10))
    book_edits: Mapped[int] = mapped_column(default=0)
    book_seq: Mapped[int] = mapped_column(default=0)
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
    rounds: Mapped[float] = mapped_column(default=0.0)
    bought_on: Mapped[str | None] = mapped_column(String(10))
    cleaned_on: Mapped[str | None] = mapped_column(String(10))
    player: Mapped[PlayerRow] = relationship(back_populates="clubs")


class StandRow(Base):
    """A method pinned or left out for a player."""

    __tablename__ = "stands"
    __table_args__ = (CheckConstraint("stand IN ('pinned', 'excluded')", name="known_stand"),)

    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"), primary_key=True)
    method_id: Mapped[str] = mapped_column(String(40), primary_key=True)
    stand: Mapped[str] = mapped_column(String(8))
