"""What practice is held against: the player of the first session, and the share of hits asked for at a level; and
whether all balls of a day were booked, and how a session of a season was built.

Why: a yardstick that learns with the player hides what practice did. What was booked before is held as it was then;
levels that were reached before begin their evidence anew, but for the lowest:
there the player of the day was asked for.
"""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("bookings", sa.Column("steady_lost", sa.Double))
    op.execute("UPDATE bookings SET steady_lost = 1.0 + strokes_after - strokes")
    op.add_column("bookings", sa.Column("all_booked", sa.Boolean))
    op.add_column("practice_parts", sa.Column("level_share", sa.Double))
    op.execute("UPDATE practice_parts SET level_share = expected WHERE level = 0")
    op.add_column("practices", sa.Column("handicap", sa.Double))
    op.add_column("practices", sa.Column("scatter_handicap", sa.Double))
    op.add_column("practices", sa.Column("season_json", sa.Text, nullable=False, server_default=""))


def downgrade() -> None:
    op.drop_column("practices", "season_json")
    op.drop_column("practices", "scatter_handicap")
    op.drop_column("practices", "handicap")
    op.drop_column("practice_parts", "level_share")
    op.drop_column("bookings", "all_booked")
    op.drop_column("bookings", "steady_lost")
