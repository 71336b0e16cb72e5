"""The database file, opened the same way everywhere."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.orm import Session, sessionmaker

MIGRATIONS = Path(__file__).parent / "migrations"


def _pragmas(connection: Any, _record: Any) -> None:
    cursor = connection.cursor()
    # WAL: readers never wait for the writer. FULL with WAL: an acknowledged commit survives a crash of the machine.
    cursor.execute("PRAGMA journal_mode=WAL")
    cursor.execute("PRAGMA synchronous=FULL")
    cursor.execute("PRAGMA foreign_keys=ON")
    # A second writer waits up to five seconds instead of failing at once.
    cursor.execute("PRAGMA busy_timeout=5000")
    cursor.close()


def open_engine(path: Path) -> Engine:
    """Open (and create) the file with the pragmas set on every connection."""
    path.parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{path}")
    event.listen(engine, "connect", _pragmas)
    return engine


def migrate(engine: Engine) -> None:
    """Bring the schema to the newest version."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS).replace("%", "%%"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")


class Store:
    """A migrated database. `session()` commits when its block ends and rolls back when it raises."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self.engine = open_engine(path)
        migrate(self.engine)
        self._sessions = sessionmaker(self.engine, expire_on_commit=False)

    @contextmanager
    def session(self) -> Iterator[Session]:
        """One unit of work."""
        with self._sessions.begin() as session:
            yield session

    def close(self) -> None:
        """Let go of the file."""
        self.engine.dispose()
