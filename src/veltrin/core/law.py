"""The laws that make Veltrin's answers, by number: what is kept says by which of them its numbers were made."""

from __future__ import annotations

from typing import NamedTuple

from veltrin.core.coefficient import LawShare

LAW = 4
"""Raised whenever a law or a coefficient changes what is answered (tests/answers hold the answers of this one)."""

CALIBRATED = 1000
"""By how much the number is higher for each calibration of the laws (see core.calibrate): its own number so many times
over. Whoever goes by none has the plain number."""

NO_LAW = 0
"""Of a shot that no plan stands behind: its question can't be asked any more, or its call can't be played from its
lie. It stays in the book, and only what it ended as is counted."""


class Laws(NamedTuple):
    """The laws that a coach's answers are made by: their number, and which of their numbers a calibration moves."""

    number: int = LAW
    shares: tuple[LawShare, ...] = ()

    @classmethod
    def calibrated(cls, calibration: int, shares: tuple[LawShare, ...]) -> Laws:
        """Those of a calibration, by its own number."""
        return cls(LAW + CALIBRATED * calibration, shares)


USUAL_LAWS = Laws()
