"""Whether the call of a booked shot was made for an earlier lie.

Why: where nobody answers a shot is booked from a lie for which no call could be worked out. It says so for good.
"""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("bookings", sa.Column("former_lie", sa.Boolean, nullable=False, server_default=sa.false()))


def downgrade() -> None:
    op.drop_column("bookings", "former_lie")
