"""A coach's link to a device, one whichever of many processes holds it: what it hears is told to the others in a row.

The process that was asked to listen holds the link and says what it hears; the others read it there. Where the one that
holds it has gone, the next that is asked takes it over. A process that is alone with its database needs no row.
"""

from __future__ import annotations

import contextlib
import logging
import threading
import uuid
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from typing import Generic, TypeVar

from pydantic import ValidationError

from veltrin.devices.line_link import LineLink
from veltrin.devices.mast_link import MastLink
from veltrin.devices.monitor_link import MonitorLink
from veltrin.devices.protocol import Ready
from veltrin.service.devices.contracts.mast import MastOut
from veltrin.service.devices.contracts.monitor import MonitorOut
from veltrin.service.devices.hears import mast_out, monitor_out
from veltrin.service.house.errors import DomainError
from veltrin.store.engine import Store
from veltrin.store.repositories import devices as rows
from veltrin.store.tables import DeviceRow

TELLS_EVERY_S = 0.25
"""How often the process that holds a link says what it hears, and looks what it is asked."""

GONE_AFTER = timedelta(seconds=5)
"""A process that has said nothing for so long has gone, and its link with it."""

SAYS_IT_LIVES = timedelta(seconds=1)
"""How often it says so where nothing new was heard."""

LONG_AGO = datetime(1970, 1, 1, tzinfo=UTC)

log = logging.getLogger(__name__)

Link = TypeVar("Link", bound=LineLink)
Out = TypeVar("Out", MastOut, MonitorOut)


class Shared(Generic[Link, Out]):
    """One coach's link to one kind of device. `is_alone`: no other process serves this database.

    `tell`: what a link knows; `heed`: let a link hear what it is asked, as text.
    """

    def __init__(
        self,
        store: Store,
        link: Link,
        out: type[Out],
        tell: Callable[[Link], Out],
        heed: Callable[[Link, str], None] = lambda _link, _asked: None,
        *,
        is_alone: bool = True,
    ) -> None:
        self._store, self._link, self._heed = store, link, heed
        self._out: type[Out] = out
        self._tell: Callable[[Link], Out] = tell
        self._is_alone = is_alone
        self._name = str(uuid.uuid4())
        self._stop = threading.Event()
        self._telling: threading.Thread | None = None
        self._lock = threading.Lock()

    @property
    def _holds(self) -> bool:
        return self._is_alone or (self._telling is not None and self._telling.is_alive())

    def told(self) -> Out:
        """What is known now, whichever process knows it."""
        if self._holds:
            return self._tell(self._link)
        row = self._row()
        heard = None if row is None else self._read(row)
        if row is None or not row.is_on:
            known = self._tell(self._link)
            return known if heard is None else heard.model_copy(update={"state": "off", "problem": ""})
        if _has_gone(row):
            self._hold(row, row.port)
            return self._tell(self._link)
        # The one that holds it has said nothing yet, or says it as another version does.
        return heard or self._tell(self._link).model_copy(update={"state": "connecting", "port": row.port})

    def start(self, port: int | None) -> None:
        """Listen, on the same port as before unless another is given."""
        if self._is_alone:
            self._link.start(port)
            return
        row = self._row()
        wanted = port or (row.port if row is not None else self._tell(self._link).port)
        if row is not None and row.is_on and not _has_gone(row) and row.holder != self._name:
            # The one that holds it hears of the port.
            self._write(port=wanted)
            return
        self._hold(row, wanted)

    def stop(self) -> None:
        """Stop listening, whichever process does."""
        if not self._is_alone:
            self._write(is_on=False)
        self._end()

    def ask(self, asked: str) -> None:
        """Let the device hear what is asked, as text."""
        if self._holds:
            self._heed(self._link, asked)
        else:
            self._write(asked_json=asked)

    def leave(self) -> None:
        """This process ends: whoever is asked next goes on."""
        if self._holds and not self._is_alone:
            with contextlib.suppress(DomainError):
                self._write(told_at=LONG_AGO)
        self._end()

    def _end(self) -> None:
        self._stop.set()
        if self._telling is not None:
            self._telling.join(10)
        self._link.stop()

    def _row(self) -> DeviceRow | None:
        with self._store.session() as session:
            return rows.load(session, self._link.device)

    def _write(self, **told: object) -> None:
        with self._store.session() as session:
            rows.write(session, self._link.device, **told)

    def _read(self, row: DeviceRow) -> Out | None:
        """What another process heard; None where it can't be read, as after an update."""
        try:
            return self._out.model_validate_json(row.heard_json)
        except ValidationError:
            return None

    def _hold(self, row: DeviceRow | None, port: int) -> None:
        """Listen here, unless another process was faster."""
        with self._lock:
            if self._holds:
                self._link.start(port)
                return
            was = None if row is None else row.told_at
            with self._store.session() as session:
                if not rows.claim(session, self._link.device, self._name, port, was):
                    return
            before = None if row is None else self._read(row)
            if before is not None and isinstance(before, MonitorOut) and isinstance(self._link, MonitorLink):
                self._link.go_on_after(max((shot.seq for shot in before.shots), default=0))
            self._link.start(port)
            self._stop = threading.Event()
            self._telling = threading.Thread(target=self._run, args=(self._stop, port), name="tells", daemon=True)
            self._telling.start()

    def _run(self, stop: threading.Event, port: int) -> None:
        heard, asked, at = "", "", LONG_AGO
        while not stop.wait(TELLS_EVERY_S):
            try:
                row = self._row()
                if row is None or not row.is_on or row.holder != self._name:
                    break
                if row.port != port:
                    port = row.port
                    self._link.start(port)
                if row.asked_json != asked:
                    asked = row.asked_json
                    self._heed(self._link, asked)
                told, now = self._tell(self._link).model_dump_json(), datetime.now(UTC)
                if told != heard or now - at > SAYS_IT_LIVES:
                    self._write(heard_json=told, told_at=now)
                    heard, at = told, now
            except DomainError:
                # The database is away: what is heard is told when it is back.
                continue
            except Exception:  # what another version asked can't be read: the device is heard all the same
                log.exception("What the %s hears or is asked can't be told.", self._link.device)
        self._link.stop()


def _has_gone(row: DeviceRow) -> bool:
    return datetime.now(UTC) - row.told_at > GONE_AFTER


def shared_mast(store: Store, port: int, *, is_alone: bool) -> Shared[MastLink, MastOut]:
    """A coach's link to the weather mast."""
    return Shared(store, MastLink(port), MastOut, mast_out, is_alone=is_alone)


def shared_monitor(store: Store, port: int, *, is_alone: bool) -> Shared[MonitorLink, MonitorOut]:
    """A coach's link to the launch monitor; what it is asked is a stroke that is meant."""

    def heed(link: MonitorLink, asked: str) -> None:
        link.ready(Ready.model_validate_json(asked))

    return Shared(store, MonitorLink(port), MonitorOut, monitor_out, heed, is_alone=is_alone)
