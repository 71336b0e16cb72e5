"""A batch shared between threads: the kernels let go of the interpreter's lock."""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from functools import lru_cache
from itertools import pairwise

from veltrin.core.wanted import is_alone

FEWEST_TO_SHARE = 512
"""Below this many balls, threads cost more than they bring."""


@lru_cache(maxsize=4)
def _pool(workers: int) -> ThreadPoolExecutor:
    """The threads, kept: starting them again costs more than a scatter of chips."""
    return ThreadPoolExecutor(workers, thread_name_prefix="flight")


def share_out(part: Callable[[slice], None], count: int, workers: int, each: int = 1) -> None:
    """Run `part` on slices of a batch of `count`, of so many balls `each`, in threads where that pays.

    Where others want the processors it pays nobody: an answer is sooner by it, but all of them together take longer.
    """
    if workers <= 1 or count < 2 or count * each < FEWEST_TO_SHARE or not is_alone():
        part(slice(0, count))
        return
    edges = [count * k // workers for k in range(workers + 1)]
    own, *others = (slice(a, b) for a, b in pairwise(edges))
    under_way = [_pool(workers - 1).submit(part, other) for other in others]
    try:
        # Whoever asks does a share too: to hand it out and to be woken costs more than a small one.
        part(own)
    finally:
        # Asked one by one: what waits for many at once costs a dozen locks.
        failed = [other.exception() for other in under_way]
    for error in failed:
        if error is not None:
            raise error
