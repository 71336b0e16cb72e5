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
    if op.get_bind().dialect.name == "postgresql":
        _two_roles()


OWNED = (
    "settings", "players", "lines", "days", "shots", "trials", "bookings", "practices", "scenes", "lessons",
    "lesson_items", "photographs", "links", "search",
)  # fmt: skip
BY_OWNER = {
    "clubs": ("player_id", "players"),
    "stands": ("player_id", "players"),
    "practice_parts": ("practice_id", "practices"),
    "lesson_players": ("lesson_id", "lessons"),
    "lesson_things": ("lesson_id", "lessons"),
}
WITH_IDS = ("players", "bookings", "trials", "practices", "scenes", "lessons", "lesson_items", "photographs")
MOVED = tuple(table for table in OWNED if table not in ("settings", "search"))


def _two_roles() -> None:
    """Coach 0, whom all rows are shown, works for the tables' owner only: a role that merely serves can't be everybody.

    What must go across coaches goes through functions with a name each, which do that and no more, as the owner.
    """
    op.execute(
        "CREATE FUNCTION asks_for_all() RETURNS boolean LANGUAGE sql STABLE AS $$ SELECT asking_coach() = 0 AND "
        "pg_has_role(current_user, (SELECT relowner FROM pg_class WHERE oid = 'players'::regclass), 'USAGE') $$"
    )
    for table in OWNED:
        _only(table, "(SELECT asks_for_all()) OR coach_id = (SELECT asking_coach())")
    for table, (key, owner) in BY_OWNER.items():
        _only(table, f"(SELECT asks_for_all()) OR EXISTS (SELECT 1 FROM {owner} o WHERE o.id = {table}.{key})")
    # A question is seen by anyone who has a shot that was planned by it; anybody may add one.
    op.execute("ALTER TABLE questions ENABLE ROW LEVEL SECURITY")
    op.execute("ALTER TABLE questions FORCE ROW LEVEL SECURITY")
    op.execute(
        "CREATE POLICY own_rows ON questions FOR SELECT USING ((SELECT asks_for_all()) OR "
        "EXISTS (SELECT 1 FROM bookings b WHERE b.question_id = questions.id))"
    )
    op.execute("CREATE POLICY new_rows ON questions FOR INSERT WITH CHECK (true)")
    op.execute("CREATE POLICY all_rows ON questions FOR ALL USING ((SELECT asks_for_all()))")
    _across("ids_taken(kind text, told text[]) RETURNS SETOF text", f"""
          IF kind NOT IN {WITH_IDS} THEN RAISE EXCEPTION 'no ids of %', kind; END IF;
          RETURN QUERY EXECUTE format('SELECT id::text FROM %I WHERE id::text = ANY($1)', kind) USING told;
        """)  # fmt: skip
    _across("booking_owners(told text[]) RETURNS TABLE (id text, player_id text)",
            "RETURN QUERY SELECT b.id::text, b.player_id::text FROM bookings b WHERE b.id = ANY(told);")  # fmt: skip
    _across(
        "link_of(hashed text) RETURNS TABLE (coach_id integer, player_id text, ends_on timestamp)",
        "RETURN QUERY SELECT l.coach_id, l.player_id::text, l.ends_on FROM links l WHERE l.id = hashed;",
    )
    _across("drop_unasked(told text[]) RETURNS void", """
          DELETE FROM questions q WHERE q.id = ANY(told)
            AND NOT EXISTS (SELECT 1 FROM bookings b WHERE b.question_id = q.id);
        """)  # fmt: skip
    _across("arrive(arrival integer, whose integer) RETURNS void", f"""
          IF NOT EXISTS (SELECT 1 FROM coaches WHERE id = arrival AND arrives_for = whose) THEN
            RAISE EXCEPTION 'nothing arrives for coach %', whose;
          END IF;
          FOREACH kind IN ARRAY ARRAY{list(MOVED)} LOOP
            EXECUTE format('UPDATE %I SET coach_id = $2 WHERE coach_id = $1', kind) USING arrival, whose;
          END LOOP;
          DELETE FROM settings WHERE coach_id = arrival;
          DELETE FROM coaches WHERE id = arrival;
        """, declared="kind text;")  # fmt: skip


def _only(table: str, which: str) -> None:
    op.execute(f"DROP POLICY own_rows ON {table}")
    op.execute(f"CREATE POLICY own_rows ON {table} USING ({which}) WITH CHECK ({which})")


def _across(head: str, body: str, declared: str = "") -> None:
    """A function that is everybody while it runs, and gives the question back to anyone who asked."""
    op.execute(
        sa.text(
            f"""
            CREATE FUNCTION across_{head} LANGUAGE plpgsql VOLATILE SECURITY DEFINER SET search_path FROM CURRENT AS $$
            DECLARE was text := current_setting('veltrin.coach', true); {declared}
            BEGIN
              PERFORM set_config('veltrin.coach', '0', true);
              {body}
              PERFORM set_config('veltrin.coach', coalesce(was, ''), true);
            END $$""".replace(":", "\\:")
        )
    )


def downgrade() -> None:
    raise NotImplementedError("Restore the copy that was made before.")
