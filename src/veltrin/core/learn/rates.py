"""Rates that coaches use, each with its count and interval."""

from __future__ import annotations

import math
from dataclasses import dataclass

Z_80 = 1.2816
"""Standard normal quantile of an interval that holds the true rate eight times in ten."""


@dataclass(frozen=True)
class Rate:
    """So many of so many, and the interval (shares of 1) that holds the true rate eight times in ten."""

    hits: int
    of: int
    low: float
    high: float


def rate(hits: int, of: int, z: float = Z_80) -> Rate:
    """A rate with Wilson's score interval. Source: Wilson, J. Am. Stat. Assoc. 22 (1927) 209, from memory.

    Holds for few shots too, which is what coaches have; raises ValueError where hits isn't within 0 and `of`.
    """
    if not 0 <= hits <= of:
        raise ValueError(f"hits: {hits} is outside 0 to {of}")
    if of == 0:
        return Rate(0, 0, 0.0, 1.0)
    p, zz = hits / of, z * z / of
    middle = (p + zz / 2.0) / (1.0 + zz)
    half = z * math.sqrt(p * (1.0 - p) / of + zz / (4.0 * of)) / (1.0 + zz)
    return Rate(hits, of, max(middle - half, 0.0), min(middle + half, 1.0))
