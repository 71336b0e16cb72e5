"""What a process that serves holds: no more than it works with."""

from __future__ import annotations

import ctypes
import sys

_ARENA_MAX = -8
"""M_ARENA_MAX of glibc's mallopt. Source: malloc.h."""

ARENAS = 2


def keep_few_arenas() -> None:
    """Let threads share two heaps, where the C library is glibc.

    It makes eight a core, and each keeps what the largest of its plans once needed.
    """
    if sys.platform != "linux":
        return
    set_option = getattr(ctypes.CDLL(None), "mallopt", None)
    if set_option is not None:
        set_option(_ARENA_MAX, ARENAS)
