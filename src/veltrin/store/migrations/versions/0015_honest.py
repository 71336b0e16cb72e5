"""What practice is held against: the player of the first session, and the share of hits asked for at a level; and
whether all balls of a day were booked, how a session of a season was built,
and notes that were spoken in a lesson.

Why: a yardstick that learns with the player hides what practice did. What was booked before is held as it was then;
levels that were reached before begin their evidence again, but for the lowest:
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
    op.create_table(
        "lesson_recordings",
        sa.Column("lesson_id", sa.String(36), sa.ForeignKey("lessons.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("spoken_at", sa.DateTime, nullable=False),
        sa.Column("seconds", sa.Double, nullable=False),
        sa.Column("media", sa.String(20), nullable=False),
        sa.Column("sound", sa.LargeBinary, nullable=False),
    )
    if op.get_bind().dialect.name == "postgresql":
        which = "(SELECT asks_for_all()) OR EXISTS (SELECT 1 FROM lessons o WHERE o.id = lesson_recordings.lesson_id)"
        op.execute("ALTER TABLE lesson_recordings ENABLE ROW LEVEL SECURITY")
        op.execute("ALTER TABLE lesson_recordings FORCE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY own_rows ON lesson_recordings USING ({which}) WITH CHECK ({which})")
    op.add_column("practices", sa.Column("season_json", sa.Text, nullable=False, server_default=""))


def downgrade() -> None:
    op.drop_column("practices", "season_json")
    op.drop_table("lesson_recordings")
    op.drop_column("practices", "scatter_handicap")
    op.drop_column("practices", "handicap")
    op.drop_column("practice_parts", "level_share")
    op.drop_column("bookings", "all_booked")
    op.drop_column("bookings", "steady_lost")
