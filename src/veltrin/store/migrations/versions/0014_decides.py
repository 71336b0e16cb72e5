"""By which measure a trial is decided.

Why: one measure, chosen before the first ball, names a winner; the more there are, the more often chance does. Trials
from before were about what is left to the target.
"""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("trials", sa.Column("decides", sa.String(12), nullable=False, server_default="left"))


def downgrade() -> None:
    op.drop_column("trials", "decides")
