"""Saved lines; what is said of a kept shot, and whether it is on the player's card.

Why: a line is drawn once and used for many shots. A card shows what to say without planning again.
"""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "lines",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(60), nullable=False, unique=True),
        sa.Column("saved_at", sa.DateTime, nullable=False),
        sa.Column("line_json", sa.Text, nullable=False),
    )
    op.add_column("shots", sa.Column("say", sa.Text, nullable=False, server_default=""))
    op.add_column("shots", sa.Column("on_card", sa.Boolean, nullable=False, server_default=sa.false()))


def downgrade() -> None:
    op.drop_column("shots", "on_card")
    op.drop_column("shots", "say")
    op.drop_table("lines")
