"""The tables as they are, below every coach's session."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from sqlalchemy import Connection, Engine, event

from veltrin.service.house.store import Store
from veltrin.store.dialect import EVERYBODY, act_as


@contextmanager
def all_rows(store: Store) -> Iterator[Connection]:
    """A connection that sees the rows of all coaches."""
    with store.engine.begin() as connection:
        act_as(connection, EVERYBODY)
        yield connection


@contextmanager
def asked(engine: Engine) -> Iterator[list[str]]:
    """What a database is asked in the meantime, statement by statement."""
    told: list[str] = []

    def heard(_connection: object, _cursor: object, statement: str, *_: object) -> None:
        told.append(statement.lstrip())

    event.listen(engine, "before_cursor_execute", heard)
    try:
        yield told
    finally:
        event.remove(engine, "before_cursor_execute", heard)
