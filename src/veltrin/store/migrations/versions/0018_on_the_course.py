"""Where on a course a booked shot was struck and where its ball finished (m east and north of the course's middle).

Why: the book is looked through by hole, and a hole is drawn with what was struck on it. A course is named as it was
called: it may be exported, or be another coach's. What was booked before was nowhere.
"""

import sqlalchemy as sa
from alembic import op

revision = "0018"
down_revision = "0017"
branch_labels = None
depends_on = None

PLACES = ("from_east_m", "from_north_m", "end_east_m", "end_north_m")


def upgrade() -> None:
    op.add_column("bookings", sa.Column("course", sa.String(60), nullable=False, server_default=""))
    op.add_column("bookings", sa.Column("hole", sa.String(8), nullable=False, server_default=""))
    for name in PLACES:
        op.add_column("bookings", sa.Column(name, sa.Double))
    op.create_index("bookings_by_hole", "bookings", ["player_id", "coach_id", "course", "hole"])


def downgrade() -> None:
    op.drop_index("bookings_by_hole", "bookings")
    for name in reversed(PLACES):
        op.drop_column("bookings", name)
    op.drop_column("bookings", "hole")
    op.drop_column("bookings", "course")
