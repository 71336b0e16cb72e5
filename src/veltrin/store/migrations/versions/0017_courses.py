"""Courses: kept as GeoJSON, of a coach, and read by all coaches of the server where they are shared."""

import sqlalchemy as sa
from alembic import op

revision = "0017"
down_revision = "0016"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "courses",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id", ondelete="CASCADE"), nullable=False),
        sa.Column("name", sa.String(60), nullable=False),
        sa.Column("saved_at", sa.DateTime, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("is_shared", sa.Boolean, nullable=False),
        sa.Column("holes", sa.Integer, nullable=False),
        sa.Column("pieces", sa.Integer, nullable=False),
        sa.Column("has_grid", sa.Boolean, nullable=False),
        sa.Column("body", sa.Text, nullable=False),
        sa.UniqueConstraint("coach_id", "name", name="courses_by_name"),
    )
    if op.get_bind().dialect.name == "postgresql":
        own = "(SELECT asks_for_all()) OR coach_id = (SELECT asking_coach())"
        op.execute("ALTER TABLE courses ENABLE ROW LEVEL SECURITY")
        op.execute("ALTER TABLE courses FORCE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY own_rows ON courses USING ({own}) WITH CHECK ({own})")
        op.execute("CREATE POLICY shared_rows ON courses FOR SELECT USING (is_shared)")


def downgrade() -> None:
    op.drop_table("courses")
