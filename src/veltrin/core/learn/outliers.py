"""Outliers among measured shots, by a stated rule: they are flagged, never dropped."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from veltrin.core.geometry import Mask

OUTLIER_FROM = 3.5
"""Modified z-score from which on a value is flagged. Source: Iglewicz & Hoaglin, How to Detect and Handle Outliers
(1993), from memory."""

LEAST_SHOTS = 5
"""Of fewer shots none can be told to be an outlier. Judgement."""


def outliers(values: Sequence[float]) -> Mask:
    """Which of the values (n,) are outliers: 0.6745 (x - median) / MAD beyond OUTLIER_FROM; none among fewer than five.

    Where more than half of the values are the same the MAD is zero: then the mean absolute deviation times 1.2533
    stands in (the same source).
    """
    x = np.asarray(values, float)
    if len(x) < LEAST_SHOTS:
        return np.zeros(len(x), dtype=bool)
    off = np.abs(x - np.median(x))
    mad = float(np.median(off))
    scale = mad / 0.6745 if mad > 0.0 else 1.253314 * float(np.mean(off))
    return np.zeros(len(x), dtype=bool) if scale == 0.0 else np.asarray(off / scale > OUTLIER_FROM)


@dataclass(frozen=True)
class Stock:
    """A club's stock carry by its shots (m): median, standard deviation, of how many, and which were flagged."""

    carry_m: float
    sd_m: float
    shots: int
    flagged: tuple[bool, ...]


def stock_of(carries: Sequence[float]) -> Stock:
    """Stock carry from measured carries: the median of those that aren't flagged. Raises ValueError without any."""
    if not len(carries):
        raise ValueError("carries: no shots")
    flagged = outliers(carries)
    kept = np.asarray(carries, float)[~flagged]
    sd = float(np.std(kept, ddof=1)) if len(kept) > 1 else 0.0
    return Stock(float(np.median(kept)), sd, len(kept), tuple(bool(f) for f in flagged))
