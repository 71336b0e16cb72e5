"""First tables: settings, players, clubs, shots.

Why: the first slice keeps the coach's units, players with their bags, and shots with a note.
"""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "settings",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("body", sa.Text, nullable=False),
        sa.CheckConstraint("id = 1", name="one_row"),
    )
    op.create_table(
        "players",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("name", sa.String(60), nullable=False),
        sa.Column("left_handed", sa.Boolean, nullable=False),
        sa.Column("stature_m", sa.Double, nullable=False),
        sa.Column("handicap", sa.Double, nullable=False),
        sa.Column("note", sa.String(120), nullable=False),
    )
    op.create_table(
        "clubs",
        sa.Column("player_id", sa.String(40), sa.ForeignKey("players.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("id", sa.String(24), primary_key=True),
        sa.Column("place", sa.Integer, nullable=False),
        sa.Column("name", sa.String(40), nullable=False),
        sa.Column("kind", sa.String(8), nullable=False),
        sa.Column("loft_rad", sa.Double, nullable=False),
        sa.Column("lie_rad", sa.Double, nullable=False),
        sa.Column("bounce_rad", sa.Double, nullable=False),
        sa.Column("sole_width_m", sa.Double, nullable=False),
        sa.Column("head_mass_kg", sa.Double, nullable=False),
        sa.Column("length_m", sa.Double, nullable=False),
        sa.Column("stock_carry_m", sa.Double, nullable=False),
    )
    op.create_table(
        "shots",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("kept_at", sa.DateTime, nullable=False),
        sa.Column("player_id", sa.String(40), sa.ForeignKey("players.id", ondelete="CASCADE"), nullable=False),
        sa.Column("call_id", sa.String(60), nullable=False),
        sa.Column("note", sa.String(500), nullable=False),
        sa.Column("summary", sa.String(200), nullable=False),
        sa.Column("request_json", sa.Text, nullable=False),
    )
    op.create_index("shots_by_time", "shots", ["kept_at"])


def downgrade() -> None:
    for table in ("shots", "clubs", "players", "settings"):
        op.drop_table(table)
