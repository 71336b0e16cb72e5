"""Waiting for something to happen: however slow the machine, and however many other things it does."""

from __future__ import annotations

import asyncio
import threading
import time
from collections.abc import Callable, Coroutine
from typing import Any, TypeVar

Told = TypeVar("Told")

AT_MOST_S = 300.0
"""So long nothing takes that happens at all: what passes this by is broken, not late."""

LOOKS_EVERY_S = 0.02


def until(happens: Callable[[], Told], what: str = "it") -> Told:
    """Wait until something holds; what it then is. AssertionError where it never does."""
    end = time.monotonic() + AT_MOST_S
    while not (told := happens()):
        assert time.monotonic() < end, f"{what} never happened"
        time.sleep(LOOKS_EVERY_S)
    return told


def run_apart(work: Callable[[], Coroutine[Any, Any, Told]]) -> Told:
    """Run something asynchronous in a thread of its own.

    The browser's driver keeps a loop running in the main thread for all tests of a process: `asyncio.run` refuses to
    begin another one there, and leaves what it was given unawaited.
    """
    told: list[Told] = []
    failed: list[BaseException] = []

    def run() -> None:
        try:
            told.append(asyncio.run(work()))
        except BaseException as error:
            failed.append(error)

    thread = threading.Thread(target=run)
    thread.start()
    thread.join()
    if failed:
        raise failed[0]
    return told[0]
