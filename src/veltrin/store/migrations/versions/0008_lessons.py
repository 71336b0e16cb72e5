"""Lessons with what was done in them, photographs, links of players, and the texts that are searched.

The search table is the database's own full text (FTS5 of SQLite, tsvector of PostgreSQL); triggers keep it in step,
whatever writes to the tables.
"""

from __future__ import annotations

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import TSVECTOR

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def _owner() -> sa.Column[int]:
    return sa.Column("coach_id", sa.Integer, sa.ForeignKey("coaches.id"))


def _lesson(**more: Any) -> sa.Column[str]:
    return sa.Column("lesson_id", sa.String(36), sa.ForeignKey("lessons.id", ondelete="CASCADE"), **more)


def _player(**more: Any) -> sa.Column[str]:
    return sa.Column("player_id", sa.String(40), sa.ForeignKey("players.id", ondelete="CASCADE"), **more)


def _text(name: str) -> sa.Column[str]:
    return sa.Column(name, sa.Text, nullable=False)


# Kind, table, its key, where a find leads, moment, title, text, and the columns whose change is one of the text.
SEARCHED = (
    ("player", "players", "id", "id", "''", "name", "note || ' ' || notes", "name, note, notes"),
    ("lesson", "lessons", "id", "id", "held_on", "place", "aims || ' ' || notes", "held_on, place, aims, notes"),
    ("item", "lesson_items", "id", "lesson_id", "at", "summary", "words", "summary, words"),
    ("shot", "shots", "id", "id", "kept_at", "summary", "note || ' ' || say", "summary, note, say"),
    ("line", "lines", "id", "id", "saved_at", "name", "''", "name, saved_at"),
    ("day", "days", "id", "id", "saved_at", "name", "''", "name, saved_at"),
)


def _fields(columns: str, of: str) -> str:
    """Column names in an expression as those of a row, old or new."""
    words = columns.split(" ")
    return " ".join(w if w in ("||", "'", "''", "'", "' '") or w.startswith("'") else f"{of}.{w}" for w in words)


def _add(kind: str, key: str, goes: str, at: str, title: str, body: str, of: str) -> str:
    told = ", ".join(_fields(c, of) for c in (key, goes, "coach_id", at, title, body))
    return f"'{kind}', {told}"


def upgrade() -> None:
    op.create_table(
        "lessons",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("held_on", sa.DateTime, nullable=False),
        sa.Column("state", sa.String(8), nullable=False),
        sa.Column("began_at", sa.DateTime),
        sa.Column("ended_at", sa.DateTime),
        sa.Column("place", sa.String(60), nullable=False),
        _text("day_json"),
        sa.Column("aims", sa.String(1000), nullable=False),
        _text("notes"),
        _owner(),
        sa.CheckConstraint("state IN ('planned', 'open', 'closed')", name="known_lesson_state"),
    )
    op.create_index("lessons_by_time", "lessons", ["coach_id", "held_on"])
    op.create_table(
        "lesson_players",
        _lesson(primary_key=True),
        _player(primary_key=True),
        sa.Column("place", sa.Integer, nullable=False),
    )
    op.create_table(
        "lesson_items",
        sa.Column("id", sa.String(36), primary_key=True),
        _lesson(nullable=False),
        _player(nullable=False),
        sa.Column("at", sa.DateTime, nullable=False),
        sa.Column("kind", sa.String(8), nullable=False),
        sa.Column("ref", sa.String(64), nullable=False),
        sa.Column("summary", sa.String(300), nullable=False),
        sa.Column("words", sa.String(1000), nullable=False),
        sa.Column("call_id", sa.String(60), nullable=False),
        _text("request_json"),
        _text("call_json"),
        _owner(),
    )
    op.create_index("lesson_items_by_time", "lesson_items", ["lesson_id", "at"])
    op.create_index("lesson_items_by_ref", "lesson_items", ["kind", "ref"])
    op.create_table(
        "lesson_things",
        _lesson(primary_key=True),
        _player(primary_key=True),
        sa.Column("place", sa.Integer, primary_key=True),
        sa.Column("item_id", sa.String(36)),
        sa.Column("title", sa.String(120), nullable=False),
        _text("words"),
        sa.Column("drill_id", sa.String(40)),
        _text("station_json"),
        sa.Column("fault", sa.String(300), nullable=False),
        sa.Column("cure", sa.String(300), nullable=False),
    )
    op.create_table(
        "photographs",
        sa.Column("id", sa.String(36), primary_key=True),
        _player(nullable=False),
        sa.Column("lesson_id", sa.String(36), sa.ForeignKey("lessons.id", ondelete="SET NULL")),
        sa.Column("booking_id", sa.String(36), sa.ForeignKey("bookings.id", ondelete="SET NULL")),
        sa.Column("shot_id", sa.Integer, sa.ForeignKey("shots.id", ondelete="SET NULL")),
        sa.Column("taken_at", sa.DateTime, nullable=False),
        sa.Column("width", sa.Integer, nullable=False),
        sa.Column("height", sa.Integer, nullable=False),
        sa.Column("focal_mm", sa.Double),
        _text("measured_json"),
        sa.Column("image", sa.LargeBinary, nullable=False),
        _owner(),
    )
    op.create_index("photographs_by_player", "photographs", ["player_id", "taken_at"])
    op.create_table(
        "links",
        sa.Column("id", sa.String(64), primary_key=True),
        _player(nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("ends_on", sa.DateTime, nullable=False),
        _owner(),
    )
    if op.get_bind().dialect.name == "postgresql":
        _search_on_postgresql()
    else:
        _search_on_sqlite()


def _search_on_sqlite() -> None:
    op.execute(
        "CREATE VIRTUAL TABLE search USING fts5("
        "kind UNINDEXED, ref UNINDEXED, goes UNINDEXED, coach_id UNINDEXED, at UNINDEXED, title, body, "
        "tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3')"
    )
    columns = "kind, ref, goes, coach_id, at, title, body"
    for kind, table, key, goes, at, title, body, watched in SEARCHED:
        put = f"INSERT INTO search ({columns}) VALUES ({_add(kind, key, goes, at, title, body, 'new')});"
        drop = f"DELETE FROM search WHERE kind = '{kind}' AND ref = old.{key};"
        op.execute(f"CREATE TRIGGER search_{table}_put AFTER INSERT ON {table} BEGIN {put} END")
        op.execute(f"CREATE TRIGGER search_{table}_drop AFTER DELETE ON {table} BEGIN {drop} END")
        op.execute(
            f"CREATE TRIGGER search_{table}_change AFTER UPDATE OF {watched}, coach_id ON {table} "
            f"BEGIN {drop} {put} END"
        )
        op.execute(
            f"INSERT INTO search ({columns}) SELECT {_add(kind, key, goes, at, title, body, table)} FROM {table}"
        )


def _search_on_postgresql() -> None:
    """The same table with a column of words beside the texts: without accents and case, letters and digits only."""
    op.execute("CREATE EXTENSION IF NOT EXISTS unaccent")
    op.execute(
        "CREATE FUNCTION search_words(told text) RETURNS tsvector LANGUAGE sql STABLE AS $$ "
        "SELECT to_tsvector('simple', regexp_replace(lower(unaccent(told)), '[^[:alnum:]]+', ' ', 'g')) $$"
    )
    op.create_table(
        "search",
        *(_text(name) for name in ("kind", "ref", "goes")),
        _owner(),
        *(_text(name) for name in ("at", "title", "body")),
        sa.Column("words", TSVECTOR, nullable=False),
        sa.PrimaryKeyConstraint("kind", "ref"),
    )
    op.create_index("search_by_words", "search", ["words"], postgresql_using="gin")
    op.create_index("search_by_time", "search", ["coach_id", "at"])
    for kind, table, key, goes, at, title, body, watched in SEARCHED:
        told_key, told_goes, told_title, told_body = (_fields(c, "new") for c in (key, goes, title, body))
        told_at = "''" if at == "''" else f"to_char(new.{at}, 'YYYY-MM-DD HH24:MI:SS.US')"
        drop = f"DELETE FROM search WHERE kind = '{kind}' AND ref = old.{key}::text;"
        put = (
            "INSERT INTO search (kind, ref, goes, coach_id, at, title, body, words) "
            f"VALUES ('{kind}', {told_key}::text, {told_goes}::text, new.coach_id, {told_at}, {told_title}, "
            f"{told_body}, search_words({told_title} || ' ' || {told_body}));"
        )
        for when, does in (("INSERT", put), ("DELETE", drop), (f"UPDATE OF {watched}, coach_id", drop + put)):
            name = f"search_{table}_{when.split()[0].lower()}"
            op.execute(
                f"CREATE FUNCTION {name}() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN {does} RETURN NULL; END $$"
            )
            op.execute(f"CREATE TRIGGER {name} AFTER {when} ON {table} FOR EACH ROW EXECUTE FUNCTION {name}()")


def downgrade() -> None:
    raise NotImplementedError("What was done in lessons can't be given back: restore the copy that was made before.")
