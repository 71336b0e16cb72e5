"""Which reading would change the call if it were off, over what range the call holds, and what if it were otherwise."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np

from veltrin.core.errors import DomainError
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Question
from veltrin.core.plan.play import play
from veltrin.core.plan.ranking import all_struck, ranking_of
from veltrin.core.plan.readings import READINGS, Reading, doubt_of, reading_named
from veltrin.core.plan.target import Targets
from veltrin.core.sides import mirrored, renamed

RIVALS = 10
"""How many of the best calls a changed reading may bring to the top."""

WORTH_CHANGING = 0.03
"""Strokes that keeping the call must cost before a changed reading is said to change it. Judgement."""

SCANNED = 3
"""Over how many doubts to either side the range in which a call holds is looked for."""

HALVINGS = 2
"""How often the last step is halved to find the edge of that range closer."""

MOST_VALUES = 41


class Turn(NamedTuple):
    """What one changed reading does: the best call there, and what keeping the first one would cost (strokes)."""

    value: float
    best_id: str | None
    keeping_costs: float


@dataclass(frozen=True)
class Sensitive:
    """One reading, off by its doubt to either side; `holds_from` to `holds_to`: the call stays the best.

    A bound is None where it holds over the whole range that was checked.
    """

    reading: Reading
    value: float
    doubt: float
    low: Turn
    high: Turn
    holds_from: float | None
    holds_to: float | None

    @property
    def costs(self) -> float:
        """The most that a misreading by one doubt costs (strokes)."""
        return max(self.low.keeping_costs, self.high.keeping_costs)

    @property
    def changes(self) -> bool:
        """Whether a misreading by one doubt would change the call."""
        return self.costs > WORTH_CHANGING


class WhatIf(NamedTuple):
    """One value of a reading: where the same stroke would finish (m along the way to the target), and what the call
    would need and cost if it were made for it; None where it is no call any more.
    """

    value: float
    same_total_m: float
    aim_rad: float | None
    strokes: float | None


class _Watched:
    """A call held against its rivals while readings change.

    What a call costs with the reading as it is comes from many strikes, as the page shows it; how that changes with
    the reading comes from the screening, whose few even strokes tell a change better than its height.
    """

    def __init__(self, question: Question, call_id: str | None) -> None:
        self.question = question
        ranking = ranking_of(question)
        self.shot = ranking.shot
        pairs = ranking.struck(() if call_id is None else (call_id,))
        struck = {call.id: call.score for call, _ in pairs if call.spread is not None}
        if not struck:
            raise DomainError("call_id", "there is no call for this shot.", "Change the line or the lie.")
        self.call_id = call_id or next(iter(struck))
        self.ids = tuple(dict.fromkeys([self.call_id, *sorted(struck, key=lambda i: struck[i])[:RIVALS]]))
        screened = self._scores(question)
        self.more = {i: struck[i] - screened[i] for i in self.ids if i in struck and i in screened}
        self.base = self._keeping(question)[1]

    def _scores(self, question: Question) -> dict[str, float]:
        found = self.shot.only(*self.ids, question=question).found
        return {} if found is None else {found.candidates[i].id: float(found.score[i]) for i in found.good}

    def _keeping(self, question: Question) -> tuple[str | None, float]:
        told = {i: score + self.more[i] for i, score in self._scores(question).items() if i in self.more}
        if not told:
            return None, math.inf
        best = min(told, key=lambda i: told[i])
        return best, told.get(self.call_id, math.inf) - told[best]

    def turn(self, reading: Reading, value: float) -> Turn:
        """The best call with this value; the cost of keeping is told against what it costs already."""
        best, keeping = self._keeping(reading.put(self.question, value))
        costs = max(keeping - self.base, 0.0) if math.isfinite(self.base) else keeping
        return Turn(value, best, costs)

    def _holds(self, reading: Reading, value: float) -> bool:
        return self.turn(reading, value).keeping_costs <= WORTH_CHANGING

    def edge(self, reading: Reading, doubt: float, sign: float) -> float | None:
        """The last value on one side for which the call stays the best; None if it does as far as is looked."""
        inside = value = reading.get(self.question)
        for k in range(1, SCANNED + 1):
            outside = value + sign * k * doubt
            if outside != reading.within(outside, self.question):
                return None
            if not self._holds(reading, outside):
                break
            inside = outside
        else:
            return None
        for _ in range(HALVINGS):
            middle = 0.5 * (inside + outside)
            inside, outside = (middle, outside) if self._holds(reading, middle) else (inside, middle)
        return inside


def _sensitivity(question: Question, call_id: str | None) -> list[Sensitive]:
    watched = _Watched(question, call_id)
    rows = []
    for reading in READINGS.values():
        if not reading.applies(question):
            continue
        value, doubt = reading.get(question), doubt_of(reading, question)
        low, high = (watched.turn(reading, reading.within(value + sign * doubt, question)) for sign in (-1.0, 1.0))
        row = Sensitive(reading, value, doubt, low, high, None, None)
        if reading.name == "fall" or row.changes:
            edges = (watched.edge(reading, doubt, sign) for sign in (-1.0, 1.0))
            row = replace(row, holds_from=next(edges), holds_to=next(edges))
        rows.append(row)
    return sorted(rows, key=lambda r: -r.costs)


def sensitivity(question: Question, call_id: str | None = None) -> list[Sensitive]:
    """Each reading off by its own doubt: what it would change, the dearest first. `call_id`: default the first call."""
    if not is_mirrored(question):
        return _sensitivity(question, call_id)
    rows = _sensitivity(mirrored(question), None if call_id is None else renamed(call_id))
    turned = [replace(r, low=_in_own_world(r.low), high=_in_own_world(r.high)) for r in rows]
    return [_flipped(r) if r.reading.name == "cross" else r for r in turned]


def _in_own_world(turn: Turn) -> Turn:
    return turn._replace(best_id=None if turn.best_id is None else renamed(turn.best_id))


def _flipped(row: Sensitive) -> Sensitive:
    """A reading that has a left and a right, seen from the other side."""
    low, high = row.low._replace(value=-row.low.value), row.high._replace(value=-row.high.value)
    ends = [None if v is None else -v for v in (row.holds_from, row.holds_to)]
    return replace(row, value=-row.value, low=high, high=low, holds_from=ends[1], holds_to=ends[0])


def _what_if(question: Question, call_id: str, reading: Reading, values: Sequence[float]) -> list[WhatIf]:
    ranking = ranking_of(question)
    shot = ranking.shot
    call = next((c for c, _ in ranking.struck((call_id,)) if c.id == call_id), None)
    if call is None:
        raise DomainError("call_id", f"'{call_id}' is not a call for this shot.", "Choose a call from the plan.")
    swing, aim = np.array([call.swing]), np.array([call.aim_rad])
    targets = Targets(np.ones(1), np.array([call.target.bearing_rad]))
    candidates = shot.only(call_id).candidates
    points = []
    for value in values:
        asked = shot.only(call_id, question=reading.put(question, value))
        same = targets.along(play(asked.batch(candidates), asked.world, swing, aim).runs.rest)
        made = next((c for c, _ in all_struck(asked)), None)
        points.append(
            WhatIf(
                float(value),
                float(same[0]),
                None if made is None else made.aim_rad,
                None if made is None else made.strokes,
            )
        )
    return points


def what_if(question: Question, call_id: str, name: str, low: float, high: float, count: int) -> list[WhatIf]:
    """One reading over a range, `count` values from `low` to `high` in the core's units.

    Raises UnknownNameError for a reading there is not, DomainError for a range outside the reading's own.
    """
    reading = reading_named(name)
    least, most = reading.low, reading.within(reading.high, question)
    if not (least - 1e-9 <= low < high <= most + 1e-9):
        unit, scale = reading.quantity.unit, reading.quantity.scale
        raise DomainError(
            "what_if.low",
            f"{reading.words} can't go from {low / scale:g} to {high / scale:g} {unit}.",
            f"Stay between {least / scale:g} and {most / scale:g} {unit}, low before high.",
        )
    values = [float(v) for v in np.linspace(low, high, min(count, MOST_VALUES))]
    if not is_mirrored(question):
        return _what_if(question, call_id, reading, values)
    if name == "cross":
        values = [-v for v in values]
    made = _what_if(mirrored(question), renamed(call_id), reading, values)
    flip = -1.0 if name == "cross" else 1.0
    return [p._replace(value=flip * p.value, aim_rad=None if p.aim_rad is None else -p.aim_rad) for p in made]
