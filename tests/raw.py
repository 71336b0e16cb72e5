"""The tables as they are, below every coach's session."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from sqlalchemy import Connection

from veltrin.service.house.store import Store
from veltrin.store.dialect import EVERYBODY, act_as


@contextmanager
def all_rows(store: Store) -> Iterator[Connection]:
    """A connection that sees the rows of all coaches."""
    with store.engine.begin() as connection:
        act_as(connection, EVERYBODY)
        yield connection
