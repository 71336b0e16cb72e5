"""The database file, opened the same way everywhere: looked at first, then brought up to date, all or nothing."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import cache, lru_cache
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.script import ScriptDirectory
from sqlalchemy import Connection, Engine, NullPool, create_engine, event, inspect
from sqlalchemy.exc import OperationalError, SQLAlchemyError
from sqlalchemy.orm import ORMExecuteState, Session, UOWTransaction, sessionmaker, with_loader_criteria

from veltrin.store.sound import SameFile, StoreError, row_counts, version_of, what_is_wrong
from veltrin.store.tables import ONLY_COACH, Base, Owned, PlayerRow

COPIES = "copies"
"""Folder of the copies, beside the database."""

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
    """Open (and create) the file with the pragmas set on every connection. It is its owner's alone."""
    path.parent.mkdir(parents=True, exist_ok=True)
    path.touch(mode=0o600)
    engine = create_engine(f"sqlite:///{path}")
    event.listen(engine, "connect", _pragmas)
    return engine


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
    command.upgrade(config, version)


@cache
def _tables_at(version: str) -> frozenset[str]:
    """Names of the tables that a database of this version has."""
    with create_engine("sqlite://").begin() as connection:
        upgrade(connection, version)
        return frozenset(inspect(connection).get_table_names())


def _is_whole(path: Path, version: str) -> bool:
    """Whether a database holds the tables of its version and no others: one that was cut off half-way doesn't."""
    return set(row_counts(path)) - {"sqlite_sequence"} == _tables_at(version)


def migrate(path: Path) -> None:
    """Bring the schema to the newest version, all or nothing. StoreError where that can't be.

    The driver would commit before every change of a table: here a transaction is begun by hand and holds them all.
    """
    engine = create_engine(f"sqlite:///{path}", poolclass=NullPool)
    event.listen(engine, "connect", _by_hand)
    event.listen(engine, "begin", lambda connection: connection.exec_driver_sql("BEGIN IMMEDIATE"))
    try:
        with engine.begin() as connection:
            upgrade(connection)
    except (sqlite3.Error, SQLAlchemyError) as error:
        raise _not_brought(path, error) from error
    finally:
        engine.dispose()


def _by_hand(connection: Any, _record: Any) -> None:
    connection.isolation_level = None
    connection.execute("PRAGMA busy_timeout=5000")


def _not_brought(path: Path, error: Exception) -> StoreError:
    told = str(getattr(error, "orig", error))
    return StoreError(
        "database", f"{path} could not be brought up to date ({told}). Nothing was changed.",
        f"Make room, or see that the folder can be written, and start again. {way_back(path)}",
    )  # fmt: skip


def way_back(path: Path) -> str:
    """Which copy to put back, and how."""
    good = newest_good(path)
    if good is None:
        return "There is no good copy beside it: keep the file, and begin in a new folder with --data-dir."
    return f"Put back the newest good copy: veltrin restore {good} --data-dir {path.parent}"


def newest_good(path: Path) -> Path | None:
    """The newest sound copy beside a database; None where there is none."""
    found = sorted((path.parent / COPIES).glob("veltrin-*.sqlite3"), reverse=True)
    return next((c for c in found if _is_good(c)), None)


def _is_good(copy: Path) -> bool:
    if what_is_wrong(copy) is not None:
        return False
    version = version_of(copy)
    return version in known_versions() and _is_whole(copy, str(version))


def _look_at(path: Path) -> None:
    """Refuse a file that is damaged or that a newer build wrote."""
    wrong = what_is_wrong(path)
    if wrong is not None:
        raise StoreError("database", f"{path} is damaged: {wrong}.", way_back(path))
    version = version_of(path)
    if version is not None and version not in known_versions():
        raise StoreError(
            "database", f"{path} was written by a newer Veltrin (version {version}).", "Bring this one up to date."
        )
    if version is not None and version != known_versions()[0] and not _is_whole(path, version):
        raise StoreError("database", f"{path} was left half-way when it was brought up to date.", way_back(path))


def _compare(engine: Engine, path: Path) -> None:
    """Refuse a database whose tables aren't those of its version: another build made it."""
    seen = inspect(engine)
    names = set(seen.get_table_names())
    for table in Base.metadata.sorted_tables:
        columns = {c["name"] for c in seen.get_columns(table.name)} if table.name in names else set()
        missing = next((c.name for c in table.columns if c.name not in columns), None)
        if missing is not None:
            raise StoreError(
                "database", f"{path} was made by another build of this version: it has no {table.name}.{missing}.",
                f"Open it with that build and export from there. {way_back(path)}",
            )  # fmt: skip


def _opened(path: Path, copy_first: Callable[[Path], object]) -> Engine:
    try:
        is_new = not path.exists() or path.stat().st_size == 0
        if not is_new:
            _look_at(path)
        is_old = not is_new and version_of(path) != known_versions()[0]
        if is_old:
            copy_first(path)
        engine = open_engine(path)
        if is_new or is_old:
            migrate(path)
        _compare(engine, path)
    except (OSError, sqlite3.Error, SQLAlchemyError) as error:
        raise StoreError(
            "database", f"{path} can't be opened ({getattr(error, 'orig', error)}).",
            "Give a folder that you may write to, with room on its disk: --data-dir.",
        ) from error  # fmt: skip
    return engine


class CoachSession(Session):
    """A session of one coach: it reads only what is theirs, and what it adds is theirs."""


@event.listens_for(CoachSession, "do_orm_execute")
def _read_own(state: ORMExecuteState) -> None:
    # Every query, whoever wrote it: a forgotten filter can't show one coach another's players.
    coach_id, player_id = state.session.info["coach_id"], state.session.info["player_id"]
    state.statement = state.statement.options(
        with_loader_criteria(Owned, lambda row: row.coach_id == coach_id, include_aliases=True)
    )
    if player_id is not None:
        state.statement = state.statement.options(*_only_of(player_id))


@lru_cache(maxsize=256)
def _only_of(player_id: str) -> tuple[Any, ...]:
    """Whatever is of a player is this one's, in every query."""
    kinds = [mapper.class_ for mapper in Base.registry.mappers]
    theirs = [
        with_loader_criteria(kind, kind.player_id == player_id, include_aliases=True)
        for kind in kinds
        if hasattr(kind, "player_id")
    ]
    return (*theirs, with_loader_criteria(PlayerRow, PlayerRow.id == player_id, include_aliases=True))


@event.listens_for(CoachSession, "before_flush")
def _add_as_own(session: Session, _flush: UOWTransaction, _instances: Any) -> None:
    for row in session.new:
        if isinstance(row, Owned):
            row.coach_id = session.info["coach_id"]


class Store:
    """A migrated database as one coach sees it. `session()` commits when its block ends, rolls back when it raises.

    `copy_first` is called before an older database is brought up to date. `player_id`: of others nothing is read.
    """

    def __init__(
        self,
        path: Path,
        engine: Engine | None = None,
        coach_id: int = ONLY_COACH,
        same: SameFile | None = None,
        copy_first: Callable[[Path], object] = lambda _: None,
        player_id: str | None = None,
    ) -> None:
        self.path = path
        self.coach_id = coach_id
        self.engine = engine or _opened(path, copy_first)
        self._file = same or SameFile(path)
        self._sessions = sessionmaker(
            self.engine,
            class_=CoachSession,
            expire_on_commit=False,
            info={"coach_id": coach_id, "player_id": player_id},
        )

    def of_coach(self, coach_id: int, player_id: str | None = None) -> Store:
        """The same database as another coach sees it; with a player, what is of that player and no other."""
        return Store(self.path, self.engine, coach_id, self._file, player_id=player_id)

    @contextmanager
    def session(self) -> Iterator[Session]:
        """One unit of work. StoreError where the file is gone or was replaced meanwhile, or the disk says no."""
        self._file.check()
        try:
            with self._sessions.begin() as session:
                yield session
        except OperationalError as error:
            raise StoreError(
                "database", f"could not be read or written ({error.orig}).", "See that the disk has room; try again."
            ) from error

    def close(self) -> None:
        """Let go of the file."""
        self.engine.dispose()
