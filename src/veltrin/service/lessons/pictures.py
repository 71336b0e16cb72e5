"""Pictures are looked at beside the server, two at a time at most, and what that took is given back."""

from __future__ import annotations

import json
import subprocess
import sys
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from typing import IO

from veltrin.exchange.picture import Prepared, receive, send
from veltrin.service.house.errors import BusyError, DomainError
from veltrin.service.house.gate import Gate
from veltrin.service.lessons.contracts.photographs import MOST_BYTES, MOST_MB

AT_ONCE, MOST_WAITING = 2, 12
"""Processes that unpack pictures, and requests that wait for one: who comes then is asked to come again."""

WITHIN_S = 60.0
"""A picture that takes longer is a trap, or the machine is far too busy."""

GATE = Gate(AT_ONCE, MOST_WAITING, BusyError("photograph", "too many are being checked.", "Try again in a minute."))


class Darkroom:
    """A process that looks at one picture after the other."""

    def __init__(self) -> None:
        self._process = subprocess.Popen(
            [sys.executable, "-m", "veltrin.exchange.picture"],
            stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL,
        )  # fmt: skip

    def look_at(self, body: bytes, field: str = "photograph") -> Prepared:
        """A picture as it is kept. DomainError where it is none, is damaged, or is larger than is taken."""
        if len(body) > MOST_BYTES:
            raise DomainError(field, f"is longer than {MOST_MB} MB.", "Send it smaller.")
        told, image = self._asked(body)
        if told is None or image is None:
            raise DomainError(field, "needs more memory than a picture may.", "Save it smaller, then send it again.")
        found = json.loads(told)
        if "problem" in found:
            raise DomainError(field, found["problem"], found["fix"])
        return Prepared(image, found["width"], found["height"], found["focal_mm"])

    def _asked(self, body: bytes) -> tuple[bytes | None, bytes | None]:
        """Both pieces of the answer; None where the process gave up or was given up."""
        sent, heard = self._pipes()
        late = threading.Timer(WITHIN_S, self._process.kill)
        late.start()
        try:
            send(sent, body)
            return receive(heard), receive(heard)
        except OSError:
            return None, None
        finally:
            late.cancel()

    def _pipes(self) -> tuple[IO[bytes], IO[bytes]]:
        if self._process.stdin is None or self._process.stdout is None:
            raise AssertionError("the process was begun with pipes")
        return self._process.stdin, self._process.stdout

    def close(self) -> None:
        """End the process."""
        for pipe in self._pipes():
            try:
                pipe.close()
            except OSError:
                continue
        self._process.kill()
        self._process.wait()


@contextmanager
def darkroom() -> Iterator[Darkroom]:
    """One that is free, or becomes free. BusyError where too many wait already."""
    with GATE.passed():
        room = Darkroom()
        try:
            yield room
        finally:
            room.close()


def prepare(body: bytes, field: str = "photograph") -> Prepared:
    """One picture as it is kept."""
    with darkroom() as room:
        return room.look_at(body, field)
