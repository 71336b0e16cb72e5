"""Compiled functions, kept on disk by the compiler (made_once.py says where, and for how long)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

import numba

LOOSE = {"reassoc", "contract", "arcp", "nsz", "afn"}
"""Sums may be taken in any order: the last digit of a metre isn't asked for. Infinities stay what they are: a green
without ends is one."""

Function = TypeVar("Function", bound=Callable[..., Any])


def kernel(**options: Any) -> Callable[[Function], Function]:
    """Compile a function when it is first called, once for as long as nothing that it is made of changes."""
    # Without a look at every division: nothing here is divided by what may be nothing.
    compiled: Callable[[Function], Function] = numba.njit(cache=True, error_model="numpy", **options)
    return compiled
