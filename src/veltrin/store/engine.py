"""The store: a database as one coach sees it, whether it is a file or on a server."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path
from typing import Any

from sqlalchemy import Connection, Engine, event, select
from sqlalchemy.exc import DatabaseError, DataError, OperationalError
from sqlalchemy.orm import (
    ORMExecuteState,
    Session,
    SessionTransaction,
    UOWTransaction,
    sessionmaker,
    with_loader_criteria,
)

from veltrin.core.errors import DomainError
from veltrin.store.datafile import opened_file, way_back
from veltrin.store.dialect import act_as, dialect_of
from veltrin.store.server import name_of, opened_server
from veltrin.store.sound import SameFile, StoreError
from veltrin.store.tables import ONLY_COACH, Base, Owned, PlayerRow


class CoachSession(Session):
    """A session of one coach: it reads only what is theirs, and what it adds is theirs."""


@event.listens_for(CoachSession, "do_orm_execute")
def _read_own(state: ORMExecuteState) -> None:
    # Every query, anyone who wrote it: a forgotten filter can't show one coach another's players.
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


@event.listens_for(CoachSession, "after_begin")
def _see_own(session: Session, _transaction: SessionTransaction, connection: Connection) -> None:
    # A second lock below the filter above, where the database has one: what slips past the filter finds nothing.
    act_as(connection, session.info["coach_id"])


@dataclass
class Trouble:
    """What was found wrong with a database while it was served, by whichever coach's question."""

    words: str = ""


class Store:
    """A migrated database as one coach sees it. `session()` commits when its block ends, rolls back when it raises.

    `place`: a file, or the URL of a PostgreSQL database. `copy_first` is called before an older file is brought up to
    date. `player_id`: of others nothing is read. `name` tells databases apart.
    """

    def __init__(
        self,
        place: Path | str,
        engine: Engine | None = None,
        coach_id: int = ONLY_COACH,
        same: SameFile | None = None,
        copy_first: Callable[[Path], object] = lambda _: None,
        player_id: str | None = None,
        trouble: Trouble | None = None,
    ) -> None:
        self.place = place
        self.trouble = trouble or Trouble()
        self.coach_id = coach_id
        self.is_file = isinstance(place, Path)
        self.name = str(place) if isinstance(place, Path) else name_of(place)
        if engine is None:
            engine = opened_file(place, copy_first) if isinstance(place, Path) else opened_server(place)
        self.engine = engine
        self._file = same or (SameFile(place) if isinstance(place, Path) else None)
        self._sessions = sessionmaker(
            self.engine,
            class_=CoachSession,
            expire_on_commit=False,
            info={"coach_id": coach_id, "player_id": player_id},
        )

    @property
    def path(self) -> Path:
        """The file. StoreError where there is none: the database is on a server."""
        if not isinstance(self.place, Path):
            raise StoreError(
                "database", f"{self.name} is no file: Veltrin doesn't copy it.",
                "Anyone who runs the PostgreSQL server does, with pg_dump: see docs/operations.md.",
            )  # fmt: skip
        return self.place

    def of_coach(self, coach_id: int, player_id: str | None = None) -> Store:
        """The same database as another coach sees it; with a player, what is of that player and no other."""
        return Store(self.place, self.engine, coach_id, self._file, player_id=player_id, trouble=self.trouble)

    @contextmanager
    def session(self) -> Iterator[Session]:
        """One unit of work. StoreError where the file is gone or was replaced in the meantime, or the disk says no."""
        if self._file is not None:
            self._file.check()
        try:
            with self._sessions.begin() as session:
                yield session
        except DataError as error:
            # What the contracts let pass and this database doesn't keep: bad input, not a failure.
            raise DomainError(
                "request", "holds a number or a character that can't be kept.", "Look for one that is out of all range."
            ) from error
        except DatabaseError as error:
            # The driver's plain error is a file that isn't what it should be; the kinds of it are told apart elsewhere.
            is_damaged = type(error) is DatabaseError
            if not is_damaged and not isinstance(error, OperationalError):
                raise
            if is_damaged:
                self.trouble.words = f"is damaged ({error.orig})."
                raise self._damaged() from error
            raise StoreError(
                "database", f"could not be read or written ({error.orig}).", dialect_of(self.engine).advice
            ) from error

    def _damaged(self) -> StoreError:
        way = way_back(self.place) if isinstance(self.place, Path) else dialect_of(self.engine).advice
        return StoreError("database", self.trouble.words, way)

    def look(self) -> None:
        """See whether the database answers. StoreError where it doesn't, or where a page of it was found damaged."""
        if self.trouble.words:
            raise self._damaged()
        with self.session() as session:
            session.execute(select(1))

    def close(self) -> None:
        """Let go of the database."""
        self.engine.dispose()
