"""Range checks that refuse instead of clamping."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Any, TypeVar

from veltrin.core.errors import OutOfRangeError, UnknownNameError

Entry = TypeVar("Entry")

ROUNDING = 1e-12


def require(field: str, value: float, low: float, high: float, unit: str) -> float:
    """Return `value` if it is a finite number in [low, high], else raise OutOfRangeError.

    What a change of units adds in the last digit isn't outside: 12 deg are read as 12.000000000000002.
    """
    slack = ROUNDING * max(abs(low), abs(high))
    if not math.isfinite(value) or not low - slack <= value <= high + slack:
        raise OutOfRangeError(field, value, low, high, unit)
    return value


def look_up(table: Mapping[Any, Entry], name: str, field: str) -> Entry:
    """The entry of a catalogue; UnknownNameError lists those there are."""
    if name not in table:
        raise UnknownNameError(field, name, list(table))
    return table[name]
