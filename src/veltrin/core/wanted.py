"""Whether anybody still waits for the answer that is being worked out.

A long answer is made of many short steps; between them it asks here. Anyone who works out for nobody but themselves (a
command, a test) is always wanted.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

_is_gone: ContextVar[Callable[[], bool]] = ContextVar("is_gone", default=lambda: False)
_others_wait: ContextVar[Callable[[], bool]] = ContextVar("others_wait", default=lambda: False)


class NobodyWaitsError(Exception):
    """Anyone who asked has gone: the rest need not be worked out."""


@contextmanager
def asked_by(is_gone: Callable[[], bool]) -> Iterator[None]:
    """Work out the answers within for somebody of whom `is_gone` tells whether they have left, in any thread."""
    token = _is_gone.set(is_gone)
    try:
        yield
    finally:
        _is_gone.reset(token)


def go_on() -> None:
    """Go on if somebody waits, else NobodyWaitsError."""
    if _is_gone.get()():
        raise NobodyWaitsError


@contextmanager
def beside(others_wait: Callable[[], bool]) -> Iterator[None]:
    """Work out what is within while `others_wait` tells whether others want the processors."""
    token = _others_wait.set(others_wait)
    try:
        yield
    finally:
        _others_wait.reset(token)


def is_alone() -> bool:
    """Whether nobody else wants the processors: then one answer may have all of them, else each has one."""
    return not _others_wait.get()()
