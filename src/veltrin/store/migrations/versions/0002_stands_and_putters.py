"""What the coach pins or leaves out for a player; a putter in every bag.

Why: schools are pinned per player. Ways that roll the ball from off the green need a putter, and players could not be
edited before this, so bags without one get the usual one.
"""

import math

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None

PUTTER = {
    "loft": math.radians(3.5),
    "lie": math.radians(70.0),
    "bounce": 0.0,
    "sole": 0.025,
    "mass": 0.350,
    "length": 0.864,
}


def upgrade() -> None:
    op.create_table(
        "stands",
        sa.Column("player_id", sa.String(40), sa.ForeignKey("players.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("method_id", sa.String(40), primary_key=True),
        sa.Column("stand", sa.String(8), nullable=False),
        sa.CheckConstraint("stand IN ('pinned', 'excluded')", name="known_stand"),
    )
    op.get_bind().execute(
        sa.text(
            "INSERT INTO clubs (player_id, id, place, name, kind, loft_rad, lie_rad, bounce_rad, sole_width_m,"
            " head_mass_kg, length_m, stock_carry_m)"
            " SELECT p.id, 'putter', (SELECT COUNT(*) FROM clubs c WHERE c.player_id = p.id), 'Putter', 'putter',"
            " :loft, :lie, :bounce, :sole, :mass, :length, 0 FROM players p"
            " WHERE NOT EXISTS (SELECT 1 FROM clubs c WHERE c.player_id = p.id"
            " AND (c.kind = 'putter' OR c.id = 'putter'))"
        ),
        PUTTER,
    )


def downgrade() -> None:
    op.execute("DELETE FROM clubs WHERE kind = 'putter'")
    op.drop_table("stands")
