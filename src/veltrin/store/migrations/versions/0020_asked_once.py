"""Whose academies a coach is of: told once, whichever way the server reads.

Policies ask two functions, which look at rows under those same policies as the owner of the tables. That the owner sees
all was the second of two answers, and which of them a server works out first hangs on what it knows of a table: where
it had counted it, a function asked itself without an end.
"""

import sqlalchemy as sa
from alembic import op

revision = "0020"
down_revision = "0019"
branch_labels = None
depends_on = None

BODIES = {
    "my_academies": "RETURN QUERY SELECT m.academy_id FROM academy_members m WHERE m.coach_id = me;",
    "my_colleagues": "RETURN QUERY SELECT DISTINCT o.coach_id FROM academy_members m JOIN academy_members o "
    "ON o.academy_id = m.academy_id WHERE m.coach_id = me;",
}


def upgrade() -> None:
    if op.get_bind().dialect.name == "postgresql":
        for name, body in BODIES.items():
            # Anyone who sees all rows needs no answer, and asks no further.
            _across(name, "IF asks_for_all() THEN RETURN; END IF;", body)


def _across(name: str, begin: str, body: str) -> None:
    op.execute(
        sa.text(
            f"""
            CREATE OR REPLACE FUNCTION across_{name}() RETURNS SETOF integer LANGUAGE plpgsql VOLATILE SECURITY DEFINER
            SET search_path FROM CURRENT AS $$
            DECLARE was text := current_setting('veltrin.coach', true); me integer := asking_coach();
            BEGIN
              {begin}
              PERFORM set_config('veltrin.coach', '0', true);
              {body}
              PERFORM set_config('veltrin.coach', coalesce(was, ''), true);
            END $$""".replace(":", "\\:")
        )
    )


def downgrade() -> None:
    if op.get_bind().dialect.name == "postgresql":
        for name, body in BODIES.items():
            _across(name, "", body)
