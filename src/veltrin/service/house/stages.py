"""Where the time of a request goes: each stage tells how long it took to anyone who listens."""

from __future__ import annotations

import time
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar

_heard: ContextVar[dict[str, float] | None] = ContextVar("stages", default=None)


@contextmanager
def listening() -> Iterator[dict[str, float]]:
    """Hear of all stages within, in any thread that works for it: seconds by name, summed."""
    found: dict[str, float] = {}
    token = _heard.set(found)
    try:
        yield found
    finally:
        _heard.reset(token)


@contextmanager
def stage(name: str) -> Iterator[None]:
    """Measure what is done within."""
    begun = time.perf_counter()
    try:
        yield
    finally:
        heard = _heard.get()
        if heard is not None:
            heard[name] = heard.get(name, 0.0) + time.perf_counter() - begun
