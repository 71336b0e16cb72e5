"""A number of a law that is set by fit or by judgement: what it does, its unit, where it may lie, where it is from.

Each law's numbers are one named tuple of floats, handed down to anyone who works the law out, kernels as well: a course
may have its own. What a number is stands beside it, as its annotation.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple, get_args, get_type_hints

JUDGEMENT = "judgement"


@dataclass(frozen=True)
class Coefficient:
    """What a number of a law is. `low` to `high`: where it may plausibly lie, in its `unit` ("" for a plain number)."""

    words: str
    unit: str
    low: float
    high: float
    source: str = JUDGEMENT

    @property
    def doubt(self) -> float:
        """One standard deviation, the plausible range read as two to either side."""
        return (self.high - self.low) / 4.0


class LawShare(NamedTuple):
    """A number of a law that was measured: by what share of the usual one it stands here."""

    law: str
    name: str
    share: float


class Row(NamedTuple):
    """One number of a law: its name, what it is and its value."""

    name: str
    is_: Coefficient
    value: float


def rows_of(law: tuple[float, ...]) -> list[Row]:
    """Every number of a law with what it is.

    Raises TypeError where one of them isn't told.
    """
    hints = get_type_hints(type(law), include_extras=True)
    rows = []
    for name, value in zip(hints, law, strict=True):
        told = [part for part in get_args(hints[name]) if isinstance(part, Coefficient)]
        if len(told) != 1:
            raise TypeError(f"{type(law).__name__}.{name} isn't told")
        rows.append(Row(name, told[0], value))
    return rows
