"""Does a book look picked? Only bad balls booked, or only good ones, teach habits that aren't there."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

Sign = Literal["failed", "one side", "no middle", "too even"]

FEWEST = 20
"""With fewer shots nothing is said. Judgement."""

SURE = 0.01
"""A book that was kept honestly shows one of the signs in so few of a hundred books, each."""

MOST_FAILED = 0.35
"""Nobody whose every ball is booked fails more often from playable lies. Judgement."""

MIDDLE = 0.674
"""Half of all balls lie within so many standard deviations of their mean, by the bell."""

FAR = 2.5

EVEN = 0.5
"""Nobody scatters less than half as wide as a player of their handicap. Judgement."""


@dataclass(frozen=True)
class Picked:
    """What makes a book look picked; none: nothing does. `shots`: how many were looked at."""

    shots: int
    signs: tuple[Sign, ...]


def looks_picked(lengths: Sequence[float], failed: int, shots: int) -> Picked:
    """Look at a book: how far clean shots were off in length, in their own standard deviations, and how many failed.

    Signs: more failed than anybody's do; lengths that trail off to one side, as the worse half of a bell does
    (D'Agostino's test of skewness, Biometrika 57 (1970) 679, by SciPy); hardly any ball near the mean; or all of them
    near it. A mean that is off is no sign: that is a habit.
    """
    # Imported here: it takes long, and few questions want it.
    from scipy.stats import binom, chi2, skewtest

    signs: list[Sign] = []
    if shots >= FEWEST and float(binom.sf(failed - 1, shots, MOST_FAILED)) < SURE:
        signs.append("failed")
    off = np.asarray(lengths, float)
    if len(off) >= FEWEST:
        sd = float(np.std(off, ddof=1))
        # A mishap or two are no trail: what lies far out is drawn in first.
        drawn_in = np.clip(off, off.mean() - FAR * sd, off.mean() + FAR * sd)
        if sd > 0.0 and float(skewtest(drawn_in).pvalue) < SURE:
            signs.append("one side")
        near = int(np.sum(np.abs(off - off.mean()) < MIDDLE * sd))
        if sd > 0.0 and float(binom.cdf(near, len(off), 0.5)) < SURE:
            signs.append("no middle")
        if float(chi2.cdf((len(off) - 1) * (sd / EVEN) ** 2, len(off) - 1)) < SURE:
            signs.append("too even")
    return Picked(shots, tuple(signs))
