"""Academies: coaches who work together; whether each lets their books be calibrated, what those say, who goes by it.

A course that is shared is read by the coaches of its coach's academies, and no longer by all of the server: where one
was shared, all coaches of today are made one academy, so that nobody loses a course.
"""

from datetime import UTC, datetime

import sqlalchemy as sa
from alembic import op

revision = "0019"
down_revision = "0018"
branch_labels = None
depends_on = None

FIRST_NAME = "This server"


def upgrade() -> None:
    academies = op.create_table(
        "academies",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(60), nullable=False, unique=True),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    members = op.create_table(
        "academy_members",
        sa.Column("academy_id", sa.Integer, sa.ForeignKey("academies.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("consents", sa.Boolean, nullable=False),
        sa.Column("joined_at", sa.DateTime, nullable=False),
    )
    op.create_table(
        "calibrations",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("academy_id", sa.Integer, sa.ForeignKey("academies.id", ondelete="CASCADE")),
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id", ondelete="CASCADE")),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("body", sa.Text, nullable=False),
        sa.Column("shares", sa.Text, nullable=False),
    )
    op.create_table(
        "taken_calibrations",
        sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("calibration_id", sa.Integer, sa.ForeignKey("calibrations.id", ondelete="CASCADE"), nullable=False),
        sa.Column("taken_at", sa.DateTime, nullable=False),
    )
    _all_who_shared(academies, members)
    if op.get_bind().dialect.name == "postgresql":
        _policies()


def _all_who_shared(academies: sa.Table, members: sa.Table) -> None:
    bound = op.get_bind()
    if not bound.scalar(sa.text("SELECT count(*) FROM courses WHERE is_shared")):
        return
    now = datetime.now(UTC).replace(tzinfo=None)
    bound.execute(academies.insert().values(name=FIRST_NAME, made_at=now))
    of = bound.scalar(sa.select(academies.c.id))
    for (coach,) in bound.execute(sa.text("SELECT id FROM coaches WHERE arrives_for IS NULL")).fetchall():
        bound.execute(members.insert().values(academy_id=of, coach_id=coach, consents=False, joined_at=now))


def _policies() -> None:
    # Asked by the policies themselves: as the owner of the tables, or a policy would ask itself.
    for head, body in (
        ("my_academies() RETURNS SETOF integer",
         "RETURN QUERY SELECT m.academy_id FROM academy_members m WHERE m.coach_id = me;"),
        ("my_colleagues() RETURNS SETOF integer",
         "RETURN QUERY SELECT DISTINCT o.coach_id FROM academy_members m JOIN academy_members o "
         "ON o.academy_id = m.academy_id WHERE m.coach_id = me;"),
    ):  # fmt: skip
        op.execute(
            sa.text(
                f"""
                CREATE FUNCTION across_{head} LANGUAGE plpgsql VOLATILE SECURITY DEFINER
                SET search_path FROM CURRENT AS $$
                DECLARE was text \\:= current_setting('veltrin.coach', true); me integer \\:= asking_coach();
                BEGIN
                  PERFORM set_config('veltrin.coach', '0', true);
                  {body}
                  PERFORM set_config('veltrin.coach', coalesce(was, ''), true);
                END $$"""
            )
        )
    mine, everybody = "(SELECT across_my_academies())", "(SELECT asks_for_all())"
    for table in ("academies", "academy_members", "calibrations", "taken_calibrations"):
        op.execute(f"ALTER TABLE {table} ENABLE ROW LEVEL SECURITY")
        op.execute(f"ALTER TABLE {table} FORCE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY all_rows ON {table} USING ({everybody}) WITH CHECK ({everybody})")
    me = "coach_id = (SELECT asking_coach())"
    op.execute(f"CREATE POLICY members_rows ON academies FOR SELECT USING (id IN {mine})")
    op.execute(f"CREATE POLICY members_rows ON academy_members FOR SELECT USING (academy_id IN {mine})")
    # A member changes their own consent, and joins nothing by it.
    op.execute(
        f"CREATE POLICY own_rows ON academy_members FOR UPDATE USING ({me}) WITH CHECK ({me} AND academy_id IN {mine})"
    )
    op.execute(f"CREATE POLICY own_rows ON calibrations FOR SELECT USING ({me} OR academy_id IN {mine})")
    op.execute(f"CREATE POLICY own_rows ON taken_calibrations USING ({me}) WITH CHECK ({me})")
    op.execute("DROP POLICY shared_rows ON courses")
    op.execute(
        "CREATE POLICY shared_rows ON courses FOR SELECT "
        "USING (is_shared AND coach_id IN (SELECT across_my_colleagues()))"
    )


def downgrade() -> None:
    if op.get_bind().dialect.name == "postgresql":
        op.execute("DROP POLICY shared_rows ON courses")
        op.execute("CREATE POLICY shared_rows ON courses FOR SELECT USING (is_shared)")
    for table in ("taken_calibrations", "calibrations", "academy_members", "academies"):
        op.drop_table(table)
    if op.get_bind().dialect.name == "postgresql":
        op.execute("DROP FUNCTION across_my_colleagues()")
        op.execute("DROP FUNCTION across_my_academies()")
