"""An index that holds all that rates by kind of lie are counted from.

Why: of a book of fifty thousand shots the whole table was read for them.
"""

from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_index(
        "bookings_by_lie",
        "bookings",
        [
            "player_id", "coach_id", "cover", "slope", "purpose", "end_kind", "holed", "putts", "chipped_again",
            "strokes", "strokes_after",
        ],
    )  # fmt: skip


def downgrade() -> None:
    op.drop_index("bookings_by_lie", "bookings")
