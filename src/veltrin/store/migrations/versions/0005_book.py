"""Coaches; players that can be edited; grooves; the field book and its trials.

Why: the record is what teaches. Everything that was there before belongs to the one coach there was, number 1.
"""

import datetime
import math

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None

OWNED = ("players", "lines", "days", "shots")


def upgrade() -> None:
    connection = op.get_bind()
    coaches = op.create_table(
        "coaches",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(60), nullable=False, unique=True),
        sa.Column("passphrase", sa.String(200)),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    op.bulk_insert(coaches, [{"id": 1, "name": "Coach", "passphrase": None, "made_at": datetime.datetime(2026, 1, 1)}])
    if connection.dialect.name == "postgresql":
        # A number that was given by hand isn't counted.
        connection.execute(sa.text("SELECT setval(pg_get_serial_sequence('coaches', 'id'), 1)"))
    _one_settings_row_a_coach(connection)
    for table in OWNED:
        # SQLite adds a column with a foreign key only where its default is null: filled right after.
        op.execute(sa.text(f"ALTER TABLE {table} ADD COLUMN coach_id INTEGER REFERENCES coaches(id)"))
        op.execute(sa.text(f"UPDATE {table} SET coach_id = 1"))
    _names_by_coach(connection)
    _more_of_players()
    _book()


def _one_settings_row_a_coach(connection: sa.Connection) -> None:
    kept = connection.execute(sa.text("SELECT body FROM settings")).scalar()
    op.drop_table("settings")
    op.create_table(
        "settings",
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id"), primary_key=True),
        sa.Column("body", sa.Text, nullable=False),
    )
    if kept is not None:
        connection.execute(sa.text("INSERT INTO settings (coach_id, body) VALUES (1, :body)"), {"body": kept})


def _names_by_coach(connection: sa.Connection) -> None:
    """A name is taken once a coach, not once an installation: the tables are made again, as SQLite can't drop that."""
    for table, column in (("lines", "line_json"), ("days", "day_json")):
        op.rename_table(table, f"{table}_old")
        op.create_table(
            table,
            sa.Column("id", sa.Integer, primary_key=True),
            sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id")),
            sa.Column("name", sa.String(60), nullable=False),
            sa.Column("saved_at", sa.DateTime, nullable=False),
            sa.Column(column, sa.Text, nullable=False),
            sa.UniqueConstraint("coach_id", "name", name=f"{table}_by_name"),
        )
        columns = f"id, coach_id, name, saved_at, {column}"
        connection.execute(sa.text(f"INSERT INTO {table} ({columns}) SELECT {columns} FROM {table}_old"))
        op.drop_table(f"{table}_old")


def _more_of_players() -> None:
    for column in (
        sa.Column("version", sa.Integer, nullable=False, server_default="1"),
        sa.Column("scatter_handicap", sa.Double),
        sa.Column("mid_iron_lean_rad", sa.Double),
        sa.Column("mid_iron_attack_rad", sa.Double, nullable=False, server_default=str(math.radians(-4.0))),
        sa.Column("lead_share", sa.Double, nullable=False, server_default="0.52"),
        sa.Column("ball_place_m", sa.Double),
        sa.Column("ball", sa.String(8), nullable=False, server_default="soft"),
        sa.Column("notes", sa.Text, nullable=False, server_default=""),
        sa.Column("units", sa.String(8), nullable=False, server_default=""),
        sa.Column("learns", sa.Boolean, nullable=False, server_default="1"),
        sa.Column("learns_from", sa.DateTime),
        sa.Column("book_edits", sa.Integer, nullable=False, server_default="0"),
    ):
        op.add_column("players", column)
    for column in (
        sa.Column("rounds", sa.Double, nullable=False, server_default="0"),
        sa.Column("bought_on", sa.String(10)),
        sa.Column("cleaned_on", sa.String(10)),
    ):
        op.add_column("clubs", column)


def _book() -> None:
    op.create_table(
        "questions", sa.Column("id", sa.String(64), primary_key=True), sa.Column("body", sa.Text, nullable=False)
    )
    op.create_table(
        "trials",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id")),
        sa.Column("player_id", sa.String(40), sa.ForeignKey("players.id", ondelete="CASCADE"), nullable=False),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("a_call", sa.String(60), nullable=False),
        sa.Column("b_call", sa.String(60), nullable=False),
        sa.Column("a_words", sa.String(120), nullable=False),
        sa.Column("b_words", sa.String(120), nullable=False),
        sa.Column("order", sa.String(120), nullable=False),
        sa.Column("request_json", sa.Text, nullable=False),
    )
    measures = (
        "strokes", "carry_m", "carry_side_m", "total_m", "side_m", "ball_speed_m_s", "launch_rad", "spin_rad_s",
        "descent_rad", "heel_m", "up_m", "turf_m", "strokes_after", "speed_y", "speed_w", "friction_y", "friction_w",
        "face_y", "face_w",
    )  # fmt: skip
    needed = ("target_m", "expected_carry_m", "expected_total_m", "expected_side_m", "along_sd_m", "across_sd_m")
    op.create_table(
        "bookings",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id")),
        sa.Column("player_id", sa.String(40), sa.ForeignKey("players.id", ondelete="CASCADE"), nullable=False),
        sa.Column("trial_id", sa.String(36), sa.ForeignKey("trials.id", ondelete="SET NULL")),
        sa.Column("arm", sa.String(1)),
        sa.Column("question_id", sa.String(64), sa.ForeignKey("questions.id")),
        sa.Column("booked_at", sa.DateTime, nullable=False),
        sa.Column("source", sa.String(8), nullable=False),
        sa.Column("purpose", sa.String(8), nullable=False),
        sa.Column("club_id", sa.String(24), nullable=False),
        sa.Column("club_name", sa.String(40), nullable=False),
        sa.Column("family", sa.String(12), nullable=False),
        sa.Column("cover", sa.String(24), nullable=False),
        sa.Column("slope", sa.String(24), nullable=False, server_default="level"),
        sa.Column("method_id", sa.String(40), nullable=False),
        sa.Column("call_id", sa.String(60), nullable=False),
        *(sa.Column(name, sa.Double, nullable=False) for name in needed),
        *(sa.Column(name, sa.Double) for name in measures),
        sa.Column("fault", sa.String(60), nullable=False, server_default=""),
        sa.Column("note", sa.String(500), nullable=False, server_default=""),
        sa.Column("end_kind", sa.String(12)),
        sa.Column("holed", sa.Boolean, nullable=False, server_default="0"),
        sa.Column("putts", sa.Integer),
        sa.Column("chipped_again", sa.Boolean),
        sa.Column("counts", sa.Boolean, nullable=False, server_default="1"),
        sa.Column("far_off", sa.Boolean, nullable=False, server_default="0"),
    )
    op.create_index("bookings_by_time", "bookings", ["player_id", "booked_at", "id", "coach_id"])
    op.create_index("bookings_by_trial", "bookings", ["trial_id"])
    op.create_index("bookings_by_club", "bookings", ["player_id", "club_id", "purpose", "booked_at", "coach_id"])
    _index_of_sums()


def _index_of_sums() -> None:
    # Every index ends with the coach, whom every query asks for: so the table itself isn't read. This one holds all
    # that learning sums up: fifty thousand shots in a few milliseconds.
    op.create_index(
        "bookings_for_learning",
        "bookings",
        [
            "player_id", "counts", "family", "cover", "method_id", "booked_at", "speed_y", "speed_w", "friction_y",
            "friction_w", "face_y", "face_w", "coach_id",
        ],
    )  # fmt: skip


def downgrade() -> None:
    raise NotImplementedError("The field book can't be poured back: restore the copy that was made before.")
