"""Listening to a launch monitor: its shots kept until they are asked for, and what is meant told to it."""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass, replace

from pydantic import ValidationError

from veltrin.devices.line_link import LineLink, LinkState
from veltrin.devices.protocol import MonitorGreeting, MonitorShot, Ready

MOST_SHOTS = 500


@dataclass(frozen=True)
class Landed:
    """A shot as it was heard; `seq` counts all that this link has heard and never starts again."""

    seq: int
    shot: MonitorShot


@dataclass(frozen=True)
class Watched:
    """What the link knows."""

    state: LinkState
    port: int
    name: str = ""
    refused: int = 0
    problem: str = ""


class MonitorLink(LineLink):
    """The one link of this process to a launch monitor."""

    device = "launch monitor"

    def __init__(self, port: int) -> None:
        super().__init__(port)
        self._known = Watched("off", port)
        self._landed: deque[Landed] = deque(maxlen=MOST_SHOTS)
        self._seq = 0
        self._meant: Ready | None = None

    def watched(self) -> tuple[Watched, list[Landed], Ready | None]:
        """What is known now, the shots that are remembered, and what the monitor was told is meant."""
        with self._lock:
            return self._known, list(self._landed), self._meant

    def go_on_after(self, seq: int) -> None:
        """Count on from a shot that another process heard."""
        with self._lock:
            self._seq = max(self._seq, seq)

    def ready(self, meant: Ready) -> bool:
        """Tell the monitor what is meant, now and whenever it comes back; False if it doesn't hear it now."""
        with self._lock:
            self._meant = meant
        return self.send(meant.model_dump_json())

    def _forget(self, port: int) -> None:
        self._known = Watched("connecting", port)

    def _tell(self, state: LinkState, problem: str) -> None:
        self._known = replace(self._known, state=state, problem=problem)
        if state == "off":
            self._meant = None

    def _greeted(self, raw: str) -> None:
        try:
            greeting = MonitorGreeting.model_validate_json(raw)
        except ValidationError as error:
            raise self._stranger() from error
        self._known = replace(self._known, state="live", name=greeting.name, problem="")
        if self._meant is not None and self._socket is not None:
            self._socket.sendall((self._meant.model_dump_json() + "\n").encode())

    def _took(self, raw: str) -> None:
        try:
            shot = MonitorShot.model_validate_json(raw)
        except ValidationError:
            refused = self._known.refused + 1
            self._known = replace(self._known, refused=refused, problem="Some lines can't be read and are skipped.")
            return
        self._seq += 1
        self._landed.append(Landed(self._seq, shot))
        self._known = replace(self._known, state="live", problem=self._known.problem if self._known.refused else "")
