"""Table of scenes that were read."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import (
    ForeignKey,
    Index,
    String,
    Text,
)
from sqlalchemy.orm import Mapped, mapped_column

from veltrin.store.tables.house import Base, Owned


class SceneRow(Owned, Base):
    """A drawn scene that was read. `reader_id`: the player who read it, none: the coach; `readings_json`: by kind what
    was true and what was read, in the core's units. `lost`: what the reading cost (strokes).
    """

    __tablename__ = "scenes"
    __table_args__ = (Index("scenes_by_reader", "reader_id", "read_at"),)

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    reader_id: Mapped[str | None] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    player_id: Mapped[str] = mapped_column(String(40))
    read_at: Mapped[datetime]
    scene: Mapped[str] = mapped_column(String(40))
    readings_json: Mapped[str] = mapped_column(Text)
    call_id: Mapped[str] = mapped_column(String(60))
    lost: Mapped[float | None]
