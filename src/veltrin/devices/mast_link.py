"""Listening to a weather mast: a thread that reads its lines, averages them, and keeps trying when it is lost."""

from __future__ import annotations

import math
import socket
import threading
import time
from collections import deque
from dataclasses import dataclass, replace
from typing import Literal

from pydantic import ValidationError

from veltrin.core.air import Averaged, Reading, averaged
from veltrin.core.air.wind import MEAN_S
from veltrin.devices.mast import LOOPBACK
from veltrin.devices.protocol import ENCODING, LONGEST_LINE, Greeting, MastReading

State = Literal["off", "connecting", "live", "stale", "lost"]

STALE_S = 5.0
"""A mast that has said nothing for so long has stopped measuring, whatever the connection says."""

FIRST_WAIT_S, LONGEST_WAIT_S = 0.5, 8.0
"""How long to wait before trying again, doubling."""

MOST_READINGS = 2400


@dataclass(frozen=True)
class Heard:
    """What the link knows. `age_s` since the last line; mean and last reading are kept when the mast falls silent."""

    state: State
    port: int
    age_s: float | None = None
    height_m: float = 10.0
    mean: Averaged | None = None
    last: MastReading | None = None
    refused: int = 0
    problem: str = ""


class MastLink:
    """The one link of this process. Safe to ask from any thread."""

    def __init__(self, port: int) -> None:
        self._lock = threading.Lock()
        self._known = Heard("off", port)
        self._heard_at: float | None = None
        self._readings: deque[Reading] = deque(maxlen=MOST_READINGS)
        self._stop = threading.Event()
        self._thread: threading.Thread | None = None
        self._socket: socket.socket | None = None

    def start(self, port: int | None = None) -> None:
        """Listen, on the same port as before unless another is given. What was heard elsewhere is forgotten."""
        with self._lock:
            same = port is None or port == self._known.port
            running = self._thread is not None
            wanted = self._known.port if port is None else port
        if same and running:
            return
        self.stop()
        with self._lock:
            self._readings.clear()
            self._heard_at = None
            self._known = Heard("connecting", wanted)
            self._stop = threading.Event()
            self._thread = threading.Thread(target=self._run, args=(wanted, self._stop), name="mast", daemon=True)
            self._thread.start()

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
            self._known = replace(self._known, state="off", problem="")

    def heard(self) -> Heard:
        """What is known now."""
        with self._lock:
            known, at = self._known, self._heard_at
        age = None if at is None else time.monotonic() - at
        state = "stale" if known.state == "live" and age is not None and age > STALE_S else known.state
        return replace(known, age_s=age, state=state)

    def _set(self, stop: threading.Event, **change: object) -> None:
        with self._lock:
            # A thread that was told to stop must not speak for its successor.
            if not stop.is_set():
                self._known = replace(self._known, **change)  # type: ignore[arg-type]

    def _run(self, port: int, stop: threading.Event) -> None:
        wait = FIRST_WAIT_S
        while not stop.is_set():
            try:
                with socket.create_connection((LOOPBACK, port), timeout=2.0) as line:
                    with self._lock:
                        self._socket = line
                    # Short enough that a silent mast doesn't keep the thread from being told to stop.
                    line.settimeout(1.0)
                    self._listen(line, stop)
                    wait = FIRST_WAIT_S
                self._set(stop, state="lost", problem="The mast hung up. Trying again.")
            except ProtocolError as error:
                self._set(stop, state="lost", problem=str(error))
                wait = LONGEST_WAIT_S
            except OSError:
                self._set(stop, state="lost", problem=f"Nothing answers on port {port}. Trying again.")
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
                raise ProtocolError("What answers there is no weather mast. Check the port.")
            for raw in whole:
                if greeted:
                    self._take(raw, stop)
                else:
                    self._greet(raw, stop)
                    greeted = True

    def _greet(self, raw: bytes, stop: threading.Event) -> None:
        try:
            greeting = Greeting.model_validate_json(raw.decode(ENCODING))
        except (ValidationError, UnicodeDecodeError) as error:
            raise ProtocolError("What answers there is no weather mast. Check the port.") from error
        self._set(stop, height_m=greeting.height_m, problem="")

    def _take(self, raw: bytes, stop: threading.Event) -> None:
        try:
            reading = MastReading.model_validate_json(raw.decode(ENCODING))
        except (ValidationError, UnicodeDecodeError):
            self._set(stop, refused=self._known.refused + 1, problem="Some lines can't be read and are left out.")
            return
        if self._readings and reading.t_s < self._readings[-1].at_s:
            # Its clock began anew: the old readings are no neighbours of the new ones.
            self._readings.clear()
        self._readings.append(Reading(reading.t_s, reading.wind_m_s, math.radians(reading.from_deg)))
        while self._readings[0].at_s <= reading.t_s - MEAN_S:
            self._readings.popleft()
        self._heard_at = time.monotonic()
        self._set(stop, state="live", mean=averaged(tuple(self._readings)), last=reading)


class ProtocolError(Exception):
    """Whatever answers does not speak as a mast does."""
