"""Row-level security on PostgreSQL: a coach's connection finds a coach's rows, whatever it asks.

Why: the session's filter is the first lock; a query that goes past it must find nothing. SQLite has no such thing:
there this changes nothing.
"""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None

OWNED = (
    "settings", "players", "lines", "days", "shots", "trials", "bookings", "practices", "scenes", "lessons",
    "lesson_items", "photographs", "links", "search",
)  # fmt: skip
# Rows that are of a coach by what they belong to.
BY_OWNER = {
    "clubs": ("player_id", "players"),
    "stands": ("player_id", "players"),
    "practice_parts": ("practice_id", "practices"),
    "lesson_players": ("lesson_id", "lessons"),
    "lesson_things": ("lesson_id", "lessons"),
}


def upgrade() -> None:
    if op.get_bind().dialect.name != "postgresql":
        return
    # Null where nobody said who asks: then nothing is found. 0 stands for everybody.
    op.execute(
        "CREATE FUNCTION asking_coach() RETURNS integer LANGUAGE sql STABLE AS "
        "$$ SELECT nullif(current_setting('veltrin.coach', true), '')::integer $$"
    )
    # Asked once a query, not once a row: that is what the inner SELECT is for.
    for table in OWNED:
        _only(table, "(SELECT asking_coach()) IN (0, coach_id)")
    for table, (key, owner) in BY_OWNER.items():
        _only(table, f"(SELECT asking_coach()) = 0 OR EXISTS (SELECT 1 FROM {owner} o WHERE o.id = {table}.{key})")


def _only(table: str, which: str) -> None:
    # FORCE: it binds the owner of the tables too, who is the one that asks.
    op.execute(sa.text(f"ALTER TABLE {table} ENABLE ROW LEVEL SECURITY"))
    op.execute(sa.text(f"ALTER TABLE {table} FORCE ROW LEVEL SECURITY"))
    op.execute(sa.text(f"CREATE POLICY own_rows ON {table} USING ({which}) WITH CHECK ({which})"))


def downgrade() -> None:
    raise NotImplementedError("Restore the copy that was made before.")
