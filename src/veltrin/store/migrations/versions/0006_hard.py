"""Sessions that can be revoked, administrators, what happened to accounts; a number of its own for every booked shot.

Why: a cookie that only the browser forgets can't be taken back. Row numbers of SQLite are given again after a deletion,
and learning counted by them. What could be booked and not exported any more is emptied.
"""

import math

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None

RPM = 2.0 * math.pi / 60.0
# As it stood when this was written: a migration must not change when the code does.
BOUNDS = {
    "carry_m": (0.0, 350.0),
    "carry_side_m": (-150.0, 150.0),
    "ball_speed_m_s": (0.5, 110.0),
    "launch_rad": (math.radians(-10.0), math.radians(80.0)),
    "spin_rad_s": (0.0, 20000.0 * RPM),
    "descent_rad": (0.0, math.radians(90.0)),
    "heel_m": (-0.06, 0.06),
    "up_m": (-0.01, 0.07),
    "turf_m": (-0.3, 0.3),
}


def upgrade() -> None:
    op.create_table(
        "sessions",
        sa.Column("id", sa.String(64), primary_key=True),
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id", ondelete="CASCADE"), nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("address", sa.String(60), nullable=False),
        sa.Column("device", sa.String(120), nullable=False),
    )
    op.create_table(
        "events",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("at", sa.DateTime, nullable=False),
        sa.Column("coach", sa.String(60), nullable=False),
        sa.Column("address", sa.String(60), nullable=False),
        sa.Column("what", sa.String(60), nullable=False),
    )
    op.add_column("coaches", sa.Column("is_admin", sa.Boolean, nullable=False, server_default="0"))
    # Anyone who was there first runs this server.
    op.execute(sa.text("UPDATE coaches SET is_admin = true WHERE id = (SELECT min(id) FROM coaches)"))
    op.add_column("players", sa.Column("book_seq", sa.Integer, nullable=False, server_default="0"))
    op.add_column("bookings", sa.Column("seq", sa.Integer, nullable=False, server_default="0"))
    if op.get_bind().dialect.name == "sqlite":
        # Elsewhere nobody has booked anything yet: what is moved there comes from a database of a newer version.
        op.execute(sa.text("UPDATE bookings SET seq = rowid"))
    op.execute(
        sa.text(
            "UPDATE players SET book_seq = coalesce((SELECT max(seq) FROM bookings WHERE player_id = players.id), 0)"
        )
    )
    op.drop_index("bookings_for_learning", "bookings")
    op.create_index(
        "bookings_for_learning",
        "bookings",
        [
            "player_id", "counts", "family", "cover", "method_id", "booked_at", "speed_y", "speed_w", "friction_y",
            "friction_w", "face_y", "face_w", "coach_id", "seq",
        ],
    )  # fmt: skip
    for name, (low, high) in BOUNDS.items():
        op.execute(
            sa.text(f"UPDATE bookings SET {name} = NULL WHERE {name} < :low OR {name} > :high").bindparams(
                low=low, high=high
            )
        )
    for name in ("speed", "friction", "face"):
        op.execute(
            sa.text(
                f"UPDATE bookings SET {name}_y = NULL, {name}_w = NULL WHERE {name}_y IS NULL OR {name}_w IS NULL "
                f"OR abs({name}_y) > 1.5 OR {name}_w <= 0"
            )
        )
        op.execute(sa.text(f"UPDATE bookings SET {name}_w = 40000.0 WHERE {name}_w > 40000.0"))
    op.execute(sa.text("UPDATE bookings SET booked_at = '1950-01-01 00:00:00.000000' WHERE booked_at < '1950-01-01'"))
    op.execute(sa.text("UPDATE bookings SET booked_at = '2150-12-31 00:00:00.000000' WHERE booked_at > '2151-01-01'"))


def downgrade() -> None:
    raise NotImplementedError("What was revoked can't be given back: restore the copy that was made before.")
