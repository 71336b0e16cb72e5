"""Table of courses."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import ForeignKey, String, Text, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from veltrin.store.tables.house import Base


class CourseRow(Base):
    """A course as GeoJSON, under a name of its coach's own. Not of one coach alone: `is_shared` ones are read by the
    coaches of that coach's academies, and changed by theirs.
    """

    __tablename__ = "courses"
    __table_args__ = (UniqueConstraint("coach_id", "name", name="courses_by_name"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id", ondelete="CASCADE"))
    name: Mapped[str] = mapped_column(String(60))
    saved_at: Mapped[datetime]
    version: Mapped[int] = mapped_column(default=1)
    is_shared: Mapped[bool] = mapped_column(default=False)
    holes: Mapped[int]
    pieces: Mapped[int]
    has_grid: Mapped[bool]
    body: Mapped[str] = mapped_column(Text)
