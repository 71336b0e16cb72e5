"""Range checks that refuse instead of clamping."""

from __future__ import annotations

import math

from veltrin.core.errors import OutOfRangeError


def require(field: str, value: float, low: float, high: float, unit: str) -> float:
    """Return `value` if it is a finite number in [low, high], else raise OutOfRangeError."""
    if not math.isfinite(value) or not low <= value <= high:
        raise OutOfRangeError(field, value, low, high, unit)
    return value
