"""Tables of many coaches: academies, whose members they are, and what all their books together say."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import ForeignKey, String, Text
from sqlalchemy.orm import Mapped, mapped_column

from veltrin.store.tables.house import Base


class AcademyRow(Base):
    """Coaches who work together: they read one another's shared courses, and their books may be calibrated together."""

    __tablename__ = "academies"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60), unique=True)
    made_at: Mapped[datetime]


class MemberRow(Base):
    """A coach of an academy. `consents`: whether the coach's books may be calibrated with the others'."""

    __tablename__ = "academy_members"

    academy_id: Mapped[int] = mapped_column(ForeignKey("academies.id", ondelete="CASCADE"), primary_key=True)
    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id", ondelete="CASCADE"), primary_key=True)
    consents: Mapped[bool] = mapped_column(default=False)
    joined_at: Mapped[datetime]


class CalibrationRow(Base):
    """What the books of an academy, or of one coach, say of the laws' numbers, as JSON; without anybody's name.

    `shares`: those that move, by themselves: every plan of a coach who goes by it asks for them.
    """

    __tablename__ = "calibrations"

    id: Mapped[int] = mapped_column(primary_key=True)
    academy_id: Mapped[int | None] = mapped_column(ForeignKey("academies.id", ondelete="CASCADE"))
    coach_id: Mapped[int | None] = mapped_column(ForeignKey("coaches.id", ondelete="CASCADE"))
    made_at: Mapped[datetime]
    body: Mapped[str] = mapped_column(Text)
    shares: Mapped[str] = mapped_column(Text)


class TakenRow(Base):
    """The calibration whose numbers a coach's plans go by; no row: the usual numbers."""

    __tablename__ = "taken_calibrations"

    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id", ondelete="CASCADE"), primary_key=True)
    calibration_id: Mapped[int] = mapped_column(ForeignKey("calibrations.id", ondelete="CASCADE"))
    taken_at: Mapped[datetime]
