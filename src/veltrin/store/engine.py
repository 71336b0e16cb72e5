"""The database file, opened the same way everywhere."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.orm import ORMExecuteState, Session, UOWTransaction, sessionmaker, with_loader_criteria

from veltrin.store.tables import ONLY_COACH, Owned

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


class CoachSession(Session):
    """A session of one coach: it reads only what is theirs, and what it adds is theirs."""


@event.listens_for(CoachSession, "do_orm_execute")
def _read_own(state: ORMExecuteState) -> None:
    # Every query, whoever wrote it: a forgotten filter can't show one coach another's players.
    coach_id = state.session.info["coach_id"]
    state.statement = state.statement.options(
        with_loader_criteria(Owned, lambda row: row.coach_id == coach_id, include_aliases=True)
    )


@event.listens_for(CoachSession, "before_flush")
def _add_as_own(session: Session, _flush: UOWTransaction, _instances: Any) -> None:
    for row in session.new:
        if isinstance(row, Owned):
            row.coach_id = session.info["coach_id"]


class Store:
    """A migrated database as one coach sees it. `session()` commits when its block ends, rolls back when it raises."""

    def __init__(self, path: Path, engine: Engine | None = None, coach_id: int = ONLY_COACH) -> None:
        self.path = path
        self.coach_id = coach_id
        self.engine = engine or open_engine(path)
        if engine is None:
            migrate(self.engine)
        self._sessions = sessionmaker(
            self.engine, class_=CoachSession, expire_on_commit=False, info={"coach_id": coach_id}
        )

    def of_coach(self, coach_id: int) -> Store:
        """The same database as another coach sees it."""
        return Store(self.path, self.engine, coach_id)

    @contextmanager
    def session(self) -> Iterator[Session]:
        """One unit of work."""
        with self._sessions.begin() as session:
            yield session

    def close(self) -> None:
        """Let go of the file."""
        self.engine.dispose()
