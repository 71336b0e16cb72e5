"""Tables of what one process does and all may ask for: files that are being read, devices that are listened to."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import ForeignKey, Index, String, Text, text
from sqlalchemy.orm import Mapped, mapped_column

from veltrin.store.tables.house import Base, Owned

IS_READING = text("state = 'reading'")


class ImportRow(Owned, Base):
    """An import of measured shots. `heard_at`: when its process last said that it lives; `stop`: it is asked to."""

    __tablename__ = "imports"
    __table_args__ = (
        # Two at once couldn't know of each other's rows: the same shots would be stored twice.
        Index("imports_one_at_a_time", "coach_id", unique=True, sqlite_where=IS_READING, postgresql_where=IS_READING),
    )

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    begun_at: Mapped[datetime]
    heard_at: Mapped[datetime]
    state: Mapped[str] = mapped_column(String(12))
    rows: Mapped[int]
    read: Mapped[int] = mapped_column(default=0)
    stored: Mapped[int] = mapped_column(default=0)
    doubles: Mapped[int] = mapped_column(default=0)
    flagged: Mapped[int] = mapped_column(default=0)
    problem: Mapped[str] = mapped_column(Text, default="")
    problems_json: Mapped[str] = mapped_column(Text, default="[]")
    stop: Mapped[bool] = mapped_column(default=False)


class DeviceRow(Owned, Base):
    """A link to a device: which process holds it and said so last (`told_at`), what it hears, what it is asked."""

    __tablename__ = "devices"

    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id", ondelete="CASCADE"), primary_key=True)
    kind: Mapped[str] = mapped_column(String(20), primary_key=True)
    is_on: Mapped[bool]
    port: Mapped[int]
    holder: Mapped[str] = mapped_column(String(36))
    told_at: Mapped[datetime]
    heard_json: Mapped[str] = mapped_column(Text)
    asked_json: Mapped[str] = mapped_column(Text)
