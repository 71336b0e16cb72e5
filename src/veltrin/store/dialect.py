"""Where SQLite and PostgreSQL differ. All other code asks this file in the same words for both."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

from sqlalchemy import Connection, Engine, TextClause, text
from sqlalchemy.dialects.postgresql import insert as postgresql_insert
from sqlalchemy.dialects.sqlite import insert as sqlite_insert
from sqlalchemy.orm import Session

EVERYBODY = 0
"""The coach whom row-level security shows all rows; no coach has this number."""


@dataclass(frozen=True)
class Dialect:
    """What a database is asked in its own words.

    `find`, `recent`: full text (see search); `words`: what was typed, as `find` takes it. `one_state`: what makes the
    reads of a transaction all see one state. `as_coach`: says whose rows may be seen, where the database looks after
    that itself. `advice`: what to do when it can't be read or written.
    """

    insert: Callable[[Any], Any]
    find: TextClause
    recent: TextClause
    words: Callable[[list[str]], str | list[str]]
    one_state: str
    as_coach: str | None
    advice: str


SQLITE = Dialect(
    insert=sqlite_insert,
    find=text(
        "SELECT kind, ref, goes, at, title, substr(body, 1, 200) FROM search "
        "WHERE search MATCH :words AND coach_id = :coach ORDER BY at DESC, bm25(search) LIMIT :most"
    ),
    recent=text(
        "SELECT kind, ref, goes, at, title, substr(body, 1, 200) FROM search "
        "WHERE coach_id = :coach AND kind IN ('lesson', 'shot') ORDER BY at DESC LIMIT :most"
    ),
    words=lambda parts: " ".join(f'"{part}"*' for part in parts),
    # The driver itself begins a transaction only before it writes.
    one_state="BEGIN",
    as_coach=None,
    advice="See that the disk has room; try again.",
)

POSTGRESQL = Dialect(
    insert=postgresql_insert,
    find=text(
        "SELECT kind, ref, goes, at, title, substr(body, 1, 200) "
        # Quoted once it is plain: some letters become a quote and another one.
        "FROM search, to_tsquery('simple', (SELECT string_agg('''' || word || ''':*', ' & ') FROM ("
        "SELECT regexp_replace(unaccent(typed), '[^[:alnum:]]', '', 'g') AS word FROM unnest(CAST(:words AS text[])) "
        "AS typed) AS bare WHERE word <> '')) AS asked "
        "WHERE words @@ asked AND coach_id = :coach ORDER BY at DESC, ts_rank(words, asked) DESC LIMIT :most"
    ),
    recent=SQLITE.recent,
    words=list,
    one_state="SET TRANSACTION ISOLATION LEVEL REPEATABLE READ",
    as_coach="SET LOCAL veltrin.coach = '{}'",
    advice="See that the PostgreSQL server runs and its disk has room; try again.",
)

_KNOWN = {"sqlite": SQLITE, "postgresql": POSTGRESQL}


def dialect_of(connection: Connection | Engine | Session) -> Dialect:
    """How the database of a connection is asked."""
    bound = connection.get_bind() if isinstance(connection, Session) else connection
    return _KNOWN[bound.dialect.name]


def insert_once(session: Session, row: type[Any], values: dict[str, Any]) -> None:
    """Add a row unless one of its key is there."""
    session.execute(dialect_of(session).insert(row).values(values).on_conflict_do_nothing())


def read_one_state(session: Session) -> None:
    """Let all reads of this unit of work see one state, anyone who writes in the meantime. Before the first of them."""
    connection = session.connection()
    connection.exec_driver_sql(dialect_of(connection).one_state)


def act_as(connection: Connection, coach_id: int) -> None:
    """Say to the database itself whose rows this transaction may see and write."""
    as_coach = dialect_of(connection).as_coach
    if as_coach is not None:
        connection.exec_driver_sql(as_coach.format(int(coach_id)))


@contextmanager
def everybody(session: Session) -> Iterator[Connection]:
    """The connection below a coach's session, for the owner of the tables: neither the session's filter nor row-level
    security stands between. What anyone who serves asks across coaches is in `across`.
    """
    connection = session.connection()
    act_as(connection, EVERYBODY)
    # Where what is asked within fails, the transaction is rolled back, and this setting with it.
    yield connection
    act_as(connection, session.info["coach_id"])
