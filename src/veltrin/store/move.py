"""Move everything from a file to an empty PostgreSQL database, all or nothing."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from sqlalchemy import Connection, Engine, Integer, Table, cast, delete, func, insert, select
from sqlalchemy.exc import DataError, SQLAlchemyError

from veltrin.store.dialect import EVERYBODY, act_as
from veltrin.store.sound import StoreError
from veltrin.store.tables import Base, CoachRow

AT_ONCE = 500
"""Rows that are held in memory."""


def pour(source: Engine, target: Engine, names: tuple[Path, str]) -> dict[str, int]:
    """Move all rows; how many of each table. `names`: of both databases, for refusals.

    StoreError where the target holds anything already, or a row can't be taken: then nothing was moved.
    """
    tables = Base.metadata.sorted_tables
    try:
        with source.connect() as old, target.begin() as new:
            # One state of the file, anyone who writes to it in the meantime.
            old.exec_driver_sql("BEGIN")
            act_as(new, EVERYBODY)
            _only_the_first_coach(new, names[1])
            moved = {table.name: _pour_table(old, new, table) for table in tables}
            for table in tables:
                _go_on_counting(new, table)
            if _counts(new) != moved:
                raise StoreError("database", f"{names[1]} doesn't hold what {names[0]} does.", "Try again.")
            # Until it has counted, the server takes every table for empty, and reads a long book whole where an index
            # leads to the place. Source: documentation of PostgreSQL, "Run ANALYZE Afterwards".
            new.exec_driver_sql("ANALYZE " + ", ".join(table.name for table in tables))
    except SQLAlchemyError as error:
        raise StoreError(
            "database", f"{names[0]} can't be moved ({str(getattr(error, 'orig', error)).strip()}).",
            "Nothing was changed. See what is said of the row, or of the disk's room, and try again.",
        ) from error  # fmt: skip
    return moved


def _counts(new: Connection) -> dict[str, int]:
    """How many rows each table holds."""
    return {t.name: new.scalar(select(func.count()).select_from(t)) or 0 for t in Base.metadata.sorted_tables}


def _only_the_first_coach(new: Connection, name: str) -> None:
    """Take away the coach that every new database begins with; refuse where there is more."""
    found = _counts(new)
    coaches = found.pop(CoachRow.__tablename__)
    if coaches > 1 or any(found.values()):
        raise StoreError("database", f"{name} holds data already.", "Move to a database that is empty.")
    new.execute(delete(CoachRow))


def _pour_table(old: Connection, new: Connection, table: Table) -> int:
    count = 0
    for some in old.execution_options(yield_per=AT_ONCE).execute(select(table)).mappings().partitions():
        rows = [dict(row) for row in some]
        try:
            with new.begin_nested():
                new.execute(insert(table), rows)
        except DataError as error:
            raise StoreError("database", _named(new, table, rows), "Change it in Veltrin, then try again.") from error
        count += len(some)
    return count


def _named(new: Connection, table: Table, rows: list[dict[str, Any]]) -> str:
    """Which row, and which column of it, can't be taken."""
    for row in rows:
        for column in table.columns:
            value = row[column.key]
            try:
                with new.begin_nested():
                    new.execute(select(cast(value, column.type)))
            except DataError:
                key = "/".join(str(row[k.key]) for k in table.primary_key)
                return f"can't take {column.key} of {table.name} {key}: {str(value)[:60]!r}."
    return f"can't take a row of {table.name}."


def _go_on_counting(new: Connection, table: Table) -> None:
    """Numbers that rows brought along aren't given again."""
    key = list(table.primary_key)
    if len(key) == 1 and isinstance(key[0].type, Integer) and not key[0].foreign_keys:
        last = new.scalar(select(func.max(key[0])))
        if last is not None:
            new.execute(select(func.setval(func.pg_get_serial_sequence(table.name, key[0].name), last)))
