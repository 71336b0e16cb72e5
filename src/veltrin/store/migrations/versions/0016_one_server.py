"""What one process knew alone, so that processes on several machines are one server: wrong guesses, imports that are
being read, links to devices.
"""

import sqlalchemy as sa
from alembic import op

revision = "0016"
down_revision = "0015"
branch_labels = None
depends_on = None

OWNED = ("imports", "devices")


def upgrade() -> None:
    op.create_table(
        "guesses",
        sa.Column("key", sa.String(64), primary_key=True),
        sa.Column("tries", sa.Double, nullable=False),
        sa.Column("at", sa.Double, nullable=False),
        sa.Column("until", sa.Double, nullable=False),
    )
    op.create_table(
        "imports",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id")),
        sa.Column("begun_at", sa.DateTime, nullable=False),
        sa.Column("heard_at", sa.DateTime, nullable=False),
        sa.Column("state", sa.String(12), nullable=False),
        *(sa.Column(name, sa.Integer, nullable=False) for name in ("rows", "read", "stored", "doubles", "flagged")),
        sa.Column("problem", sa.Text, nullable=False),
        sa.Column("problems_json", sa.Text, nullable=False),
        sa.Column("stop", sa.Boolean, nullable=False),
    )
    reading = sa.text("state = 'reading'")
    op.create_index(
        "imports_one_at_a_time", "imports", ["coach_id"], unique=True, sqlite_where=reading, postgresql_where=reading
    )
    op.create_table(
        "devices",
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("kind", sa.String(20), primary_key=True),
        sa.Column("is_on", sa.Boolean, nullable=False),
        sa.Column("port", sa.Integer, nullable=False),
        sa.Column("holder", sa.String(36), nullable=False),
        sa.Column("told_at", sa.DateTime, nullable=False),
        sa.Column("heard_json", sa.Text, nullable=False),
        sa.Column("asked_json", sa.Text, nullable=False),
    )
    if op.get_bind().dialect.name == "postgresql":
        for table in OWNED:
            which = f"(SELECT asks_for_all()) OR {table}.coach_id = (SELECT asking_coach())"
            op.execute(f"ALTER TABLE {table} ENABLE ROW LEVEL SECURITY")
            op.execute(f"ALTER TABLE {table} FORCE ROW LEVEL SECURITY")
            op.execute(f"CREATE POLICY own_rows ON {table} USING ({which}) WITH CHECK ({which})")


def downgrade() -> None:
    op.drop_table("devices")
    op.drop_table("imports")
    op.drop_table("guesses")
