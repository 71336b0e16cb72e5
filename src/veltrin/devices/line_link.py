"""Listening to a device that speaks in lines: a thread that reads them, and keeps trying when the device is lost."""

from __future__ import annotations

import logging
import socket
import threading
from typing import Literal

from veltrin.devices.protocol import ENCODING, LONGEST_LINE
from veltrin.devices.stand_in import LOOPBACK

log = logging.getLogger(__name__)

LinkState = Literal["off", "connecting", "live", "stale", "lost"]

FIRST_WAIT_S, LONGEST_WAIT_S = 0.5, 8.0
"""How long to wait before trying again, doubling."""


class ProtocolError(Exception):
    """Whatever answers does not speak as this device does."""


class LineLink:
    """The one link of this process to one kind of device. Safe to ask from any thread.

    A device says what to do with its lines: `_greeted` and `_took` (which raise ProtocolError where it is something
    else), `_tell` (state and problem), `_forget` (a new beginning).
    """

    device = "device"

    def __init__(self, port: int) -> None:
        self._lock = threading.Lock()
        self._port = port
        self._stop = threading.Event()
        self._thread: threading.Thread | None = None
        self._socket: socket.socket | None = None

    def start(self, port: int | None = None) -> None:
        """Listen, on the same port as before unless another is given. What was heard elsewhere is forgotten."""
        with self._lock:
            wanted = self._port if port is None else port
            if self._thread is not None and wanted == self._port:
                return
        self.stop()
        with self._lock:
            self._port = wanted
            self._forget(wanted)
            self._stop = threading.Event()
            run = threading.Thread(target=self._run, args=(wanted, self._stop), name=self.device, daemon=True)
            self._thread = run
            run.start()

    def stop(self) -> None:
        """Stop listening; what was heard last is kept."""
        with self._lock:
            thread, self._thread = self._thread, None
            self._stop.set()
            if self._socket is not None:
                self._socket.close()
        if thread is not None:
            thread.join(timeout=5.0)
        with self._lock:
            self._tell("off", "")

    def send(self, text: str) -> bool:
        """Send a line to the device; False if it isn't there to hear it."""
        with self._lock:
            line = self._socket if self._thread is not None else None
        if line is None:
            return False
        try:
            line.sendall((text + "\n").encode(ENCODING))
        except OSError:
            return False
        return True

    def _forget(self, port: int) -> None:
        raise NotImplementedError

    def _tell(self, state: LinkState, problem: str) -> None:
        raise NotImplementedError

    def _greeted(self, raw: str) -> None:
        raise NotImplementedError

    def _took(self, raw: str) -> None:
        raise NotImplementedError

    def _say(self, stop: threading.Event, state: LinkState, problem: str) -> None:
        with self._lock:
            # A thread that was told to stop must not speak for its successor.
            if not stop.is_set():
                self._tell(state, problem)

    def _run(self, port: int, stop: threading.Event) -> None:
        wait = FIRST_WAIT_S
        while not stop.is_set():
            try:
                with socket.create_connection((LOOPBACK, port), timeout=2.0) as line:
                    with self._lock:
                        self._socket = line
                    # Short enough that a silent device doesn't keep the thread from being told to stop.
                    line.settimeout(1.0)
                    self._listen(line, stop)
                    wait = FIRST_WAIT_S
                self._say(stop, "lost", f"The {self.device} hung up. Trying again.")
            except ProtocolError as error:
                self._say(stop, "lost", str(error))
                wait = LONGEST_WAIT_S
            except OSError:
                self._say(stop, "lost", f"Nothing answers on port {port}. Trying again.")
            except Exception:  # whatever a device sends, the link lives on and the coach is told
                log.exception("The link to the %s failed.", self.device)
                self._say(stop, "lost", f"The {self.device} sent something that can't be read. Trying again.")
            if stop.wait(wait):
                return
            wait = min(2.0 * wait, LONGEST_WAIT_S)

    def _listen(self, line: socket.socket, stop: threading.Event) -> None:
        buffer, greeted = b"", False
        while not stop.is_set():
            try:
                part = line.recv(LONGEST_LINE)
            except TimeoutError:
                continue
            if not part:
                return
            *whole, buffer = (buffer + part).split(b"\n")
            if len(buffer) > LONGEST_LINE:
                raise self._stranger()
            for raw in whole:
                try:
                    text = raw.decode(ENCODING)
                except UnicodeDecodeError:
                    text = ""
                with self._lock:
                    if stop.is_set():
                        return
                    if greeted:
                        self._took(text)
                    else:
                        self._greeted(text)
                        greeted = True

    def _stranger(self) -> ProtocolError:
        return ProtocolError(f"The program on that port is not a {self.device}. Check the port.")
