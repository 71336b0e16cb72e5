"""Time calls."""

from __future__ import annotations

import time
from collections.abc import Callable
from typing import Any


def clock(call: Callable[[], Any], times: int) -> list[float]:
    """Seconds of each call."""
    took = []
    for _ in range(times):
        start = time.perf_counter()
        call()
        took.append(time.perf_counter() - start)
    return took
