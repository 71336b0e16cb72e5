"""Practice sessions, their balls among the bookings, and scenes that were read."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def _owner() -> sa.Column[int]:
    return sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id"))


def upgrade() -> None:
    op.add_column("players", sa.Column("practice", sa.String(8), nullable=False, server_default="habits"))
    op.create_table(
        "practices",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("player_id", sa.String(40), sa.ForeignKey("players.id", ondelete="CASCADE"), nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("planned_for", sa.DateTime),
        sa.Column("state", sa.String(8), nullable=False),
        sa.Column("began_at", sa.DateTime),
        sa.Column("done_at", sa.DateTime),
        sa.Column("words", sa.String(500), nullable=False),
        _owner(),
        sa.CheckConstraint("state IN ('planned', 'begun', 'done')", name="known_state"),
    )
    op.create_index("practices_by_player", "practices", ["player_id", "made_at"])
    op.create_table(
        "practice_parts",
        sa.Column("practice_id", sa.String(36), sa.ForeignKey("practices.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("place", sa.Integer, primary_key=True),
        sa.Column("drill_id", sa.String(40), nullable=False),
        sa.Column("phase", sa.String(8), nullable=False),
        sa.Column("balls", sa.Integer, nullable=False),
        sa.Column("level", sa.Integer, nullable=False),
        sa.Column("stations_json", sa.Text, nullable=False),
        sa.Column("hits", sa.Integer),
        sa.Column("struck", sa.Integer),
        sa.Column("asked", sa.Integer),
        sa.Column("expected", sa.Double),
        sa.Column("passed", sa.Boolean),
        sa.Column("level_after", sa.Integer),
    )
    op.create_table(
        "scenes",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("reader_id", sa.String(40), sa.ForeignKey("players.id", ondelete="CASCADE")),
        sa.Column("player_id", sa.String(40), nullable=False),
        sa.Column("read_at", sa.DateTime, nullable=False),
        sa.Column("scene", sa.String(40), nullable=False),
        sa.Column("readings_json", sa.Text, nullable=False),
        sa.Column("call_id", sa.String(60), nullable=False),
        sa.Column("lost", sa.Double),
        _owner(),
    )
    op.create_index("scenes_by_reader", "scenes", ["reader_id", "read_at"])
    for name, kind in (
        ("practice_id", sa.String(36)),
        ("drill_id", sa.String(40)),
        ("part", sa.Integer()),
        ("station", sa.Integer()),
        ("hit", sa.Boolean()),
    ):
        op.add_column("bookings", sa.Column(name, kind))
    op.create_index("bookings_by_practice", "bookings", ["practice_id", "part"])


def downgrade() -> None:
    raise NotImplementedError("What was practised can't be given back: restore the copy that was made before.")
