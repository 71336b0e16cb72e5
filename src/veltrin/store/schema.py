"""The schema: its versions, and whether a database has the tables of its own."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.script import ScriptDirectory
from sqlalchemy import Connection, Engine, create_engine, inspect

from veltrin.store.dialect import EVERYBODY, act_as
from veltrin.store.sound import StoreError
from veltrin.store.tables import Base

MIGRATIONS = Path(__file__).parent / "migrations"


def _config() -> Config:
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS).replace("%", "%%"))
    return config


@cache
def known_versions() -> tuple[str, ...]:
    """Schema versions this build knows, newest first."""
    return tuple(s.revision for s in ScriptDirectory.from_config(_config()).walk_revisions())


def upgrade(connection: Connection, version: str = "head") -> None:
    """Bring the schema to a version, the newest unless told, inside the connection's transaction."""
    config = _config()
    config.attributes["connection"] = connection
    # A migration rewrites everybody's rows.
    act_as(connection, EVERYBODY)
    command.upgrade(config, version)


@cache
def tables_at(version: str) -> frozenset[str]:
    """Names of the tables that a database of this version has."""
    with create_engine("sqlite://").begin() as connection:
        upgrade(connection, version)
        return frozenset(inspect(connection).get_table_names())


def compare(engine: Engine, name: str, way_out: str) -> None:
    """Refuse a database whose tables aren't those of its version: another build made it. `way_out`: what to do then."""
    seen = {name: {c["name"] for c in columns} for (_, name), columns in inspect(engine).get_multi_columns().items()}
    for table in Base.metadata.sorted_tables:
        missing = next((c.name for c in table.columns if c.name not in seen.get(table.name, ())), None)
        if missing is not None:
            raise StoreError(
                "database", f"{name} was made by another build of this version: it has no {table.name}.{missing}.",
                f"Open it with that build and export from there. {way_out}".strip(),
            )  # fmt: skip


def too_new(name: str, version: str) -> StoreError:
    """What to say of a database that a newer build wrote."""
    return StoreError(
        "database", f"{name} was written by a newer Veltrin (version {version}).", "Bring this one up to date."
    )
