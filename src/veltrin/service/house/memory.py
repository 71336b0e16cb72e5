"""What a process that serves holds: no more than it works with."""

from __future__ import annotations

import ctypes
import gc
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


MADE_BEFORE_LOOKING = 10_000
"""Things made and still held before the young ones are looked through for rings of things that only hold each other. A
plan makes as many."""


def settle() -> None:
    """Look no more for unused rings among what stands once a process is ready: it stays to the end.

    What was imported and compiled is a million things; looked through every few plans, that took a tenth of what a plan
    spends outside its kernels. Once a process: what comes later may go again.
    """
    if gc.get_freeze_count():
        return
    gc.collect()
    gc.freeze()
    gc.set_threshold(MADE_BEFORE_LOOKING, *gc.get_threshold()[1:])
