"""Range checks that refuse instead of clamping."""

from __future__ import annotations

import math

from veltrin.core.errors import OutOfRangeError

ROUNDING = 1e-12


def require(field: str, value: float, low: float, high: float, unit: str) -> float:
    """Return `value` if it is a finite number in [low, high], else raise OutOfRangeError.

    What a change of units adds in the last digit isn't outside: 12 deg are read as 12.000000000000002.
    """
    slack = ROUNDING * max(abs(low), abs(high))
    if not math.isfinite(value) or not low - slack <= value <= high + slack:
        raise OutOfRangeError(field, value, low, high, unit)
    return value
