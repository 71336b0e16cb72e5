"""Did practice help? Shots of a kind of lie before it against those after, by the arithmetic of trials."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from veltrin.core.learn import Difference, compare

MATTERS_STROKES = 0.1
"""The smallest change worth having (strokes a shot). Judgement."""

Answer = Literal["helped", "worse", "same", "open", "none"]


@dataclass(frozen=True)
class Helped:
    """What shots lost before and after, and what can be said of it; `found` is None where there are too few."""

    answer: Answer
    before: int
    after: int
    found: Difference | None


def helped(before: Sequence[float], after: Sequence[float]) -> Helped:
    """Strokes lost a shot before practice against after."""
    found = compare(before, after)
    if found is None:
        return Helped("none", len(before), len(after), None)
    return Helped(_answer(found), len(before), len(after), found)


def _answer(found: Difference) -> Answer:
    if found.high < 0.0:
        return "helped"
    if found.low > 0.0:
        return "worse"
    return "same" if max(-found.low, found.high) < MATTERS_STROKES else "open"
