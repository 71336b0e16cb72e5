"""Versions of what two may edit, when and where a session is in the time of its place, a file that is being read.

Why: who saves an older lesson, session, line or settings is told, as with players. A session at five in the afternoon
is at five on the clock of its place, whatever the server's clock says and though summer ends in between. Rows of a file
that is being read belong to a coach whom nobody signs in as, until all are there: what a power cut leaves is never
seen. A minor's pictures, links and voice need a guardian's word, so a player has a year of birth and who gave it.
"""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    for table in ("lessons", "practices", "lines", "settings"):
        op.add_column(table, sa.Column("version", sa.Integer, nullable=False, server_default="1"))
    op.add_column("practices", sa.Column("planned_local", sa.String(16)))
    op.add_column("practices", sa.Column("zone", sa.String(60)))
    op.add_column("coaches", sa.Column("arrives_for", sa.Integer))
    op.add_column("coaches", sa.Column("totp_secret", sa.String(64)))
    op.add_column("coaches", sa.Column("totp_last", sa.Integer))
    op.add_column("players", sa.Column("birth_year", sa.Integer))
    op.add_column("players", sa.Column("guardian", sa.String(60), nullable=False, server_default=""))
    op.add_column("players", sa.Column("guardian_on", sa.String(10)))
    # Questions that nobody asks any more go with the last shot of theirs.
    op.create_index("bookings_by_question", "bookings", ["question_id"])


def downgrade() -> None:
    raise NotImplementedError("Restore the copy that was made before.")
