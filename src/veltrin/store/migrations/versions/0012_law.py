"""By which laws a booked shot was held against its plan.

Why: what a shot teaches is its difference from what the model expected. Where the laws of the model change, a habit
learnt by the old ones would teach the change as if it were the player's. Shots say their laws; those of older ones
teach nothing until they have been worked out again from their kept question.
"""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None

INDEX = "bookings_for_learning"
BEFORE = ("player_id", "counts", "family", "cover", "method_id", "booked_at")
AFTER = ("speed_y", "speed_w", "friction_y", "friction_w", "face_y", "face_w", "coach_id", "seq")


def upgrade() -> None:
    op.add_column("bookings", sa.Column("law", sa.Integer, nullable=False, server_default="1"))
    op.drop_index(INDEX, "bookings")
    op.create_index(INDEX, "bookings", [*BEFORE, *AFTER, "law"])


def downgrade() -> None:
    op.drop_index(INDEX, "bookings")
    op.create_index(INDEX, "bookings", [*BEFORE, *AFTER])
    op.drop_column("bookings", "law")
