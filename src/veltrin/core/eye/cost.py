"""What a reading costs: the call made for what was read, struck in the truth, against the best call there."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from veltrin.core.errors import DomainError
from veltrin.core.eye.scene import Values, as_read, right_handed
from veltrin.core.geometry import Vec
from veltrin.core.plan.answer import drawn_path
from veltrin.core.plan.candidates import Candidate
from veltrin.core.plan.model import Call, Question, Spread
from veltrin.core.plan.play import play
from veltrin.core.plan.prepared import Prepared, prepare
from veltrin.core.plan.scatter import spreads_of, strike_often
from veltrin.core.plan.screen import plain_calls, screen
from veltrin.core.plan.target import Targets
from veltrin.core.sides import mirrored, renamed

STRIKES = 200
OFFERED = 6
"""So many calls are struck many times and offered for what was read."""

KEPT = 32


@dataclass(frozen=True)
class Cost:
    """What a reading cost (strokes). `read_call`: as meant; `best_call`: of the truth; `ends`: where balls of the first
    end in the truth, from above (k, 2); `ways`: flight and run of both as meant, each in its own world.
    """

    read_call: Call
    best_call: Call
    read_strokes: float
    best_strokes: float
    ends: Vec
    ways: tuple[Vec, Vec]

    @property
    def lost(self) -> float:
        """Strokes lost by the reading and the choice."""
        return self.read_strokes - self.best_strokes


@dataclass(frozen=True)
class _Ranked:
    """The calls of a shot, the cheapest first, each with its candidate and what it costs."""

    shot: Prepared
    calls: tuple[tuple[Call, Candidate, float], ...]


def _struck(shot: Prepared, pairs: Sequence[tuple[Call, Candidate]]) -> list[Spread]:
    """Strokes, whatever they were made for, struck many times in this shot's world."""
    known = None if shot.level is None else shot.level.loft_rad
    tried = screen(shot.question, [candidate for _, candidate in pairs], shot.kept, known, shot.world)
    aimed = Targets(
        np.array([call.target.distance_m for call, _ in pairs]),
        np.array([call.target.bearing_rad for call, _ in pairs]),
    )
    struck = strike_often(
        tried.batch,
        shot.world,
        (np.array([call.swing for call, _ in pairs]), np.array([call.aim_rad for call, _ in pairs])),
        shot.question.player.scatter,
        (tried.scatter_factor, tried.strike_factor),
        tried.doubts,
        aimed,
        STRIKES,
    )
    return spreads_of(struck, shot.question.hole, aimed)


@lru_cache(maxsize=KEPT)
def _ranked(question: Question) -> _Ranked:
    """Calls of a right-hander's shot: the best of the screening, struck many times."""
    shot = prepare(question)
    found = shot.found
    if found is None or not len(found.good):
        return _Ranked(shot, ())
    order = found.good[np.argsort(found.score[found.good], kind="stable")][:OFFERED]
    pairs = plain_calls(question, replace(found, good=order), shot.world)
    costs = [spread.strokes for spread in _struck(shot, pairs)]
    told = [(call, candidate, cost) for (call, candidate), cost in zip(pairs, costs, strict=True)]
    return _Ranked(shot, tuple(sorted(told, key=lambda one: one[2])))


def offered(question: Question) -> list[Call]:
    """Calls for a shot as it was read, the best first, for the player's own hand."""
    calls = [call for call, _, _ in _ranked(right_handed(question)).calls]
    return [mirrored(call) for call in calls] if question.player.left_handed else calls


def _way(shot: Prepared, call: Call, candidate: Candidate) -> Vec:
    """Flight and run of a call as meant (k, 3)."""
    played = play(shot.batch([candidate]), shot.world, np.array([call.swing]), np.array([call.aim_rad]), record=True)
    flight, run = drawn_path(played, 0, shot.world)
    return np.concatenate([flight, run])


def cost_of(truth: Question, read: Values, call_id: str | None = None, land_m: float | None = None) -> Cost:
    """Cost of reading a shot so; `call_id`: the call that was chosen for it, else the best for what was read.

    `truth` and `read` are in the same frame, that of the player's own world; `land_m`: the spot it was to land at,
    None: where it must, to finish at the flag. DomainError where there is no such call.
    """
    turns = truth.player.left_handed
    own_id = renamed(call_id) if turns and call_id is not None else call_id
    made = _ranked(right_handed(as_read(truth, read, land_m)))
    there = _ranked(right_handed(truth))
    if not there.calls:
        raise DomainError("scene", "nothing of this bag can be played here.", "Take the next scene.")
    chosen = next((one for one in made.calls if own_id is None or one[0].id == own_id), None)
    if chosen is None:
        raise DomainError("call_id", f"'{call_id}' is no call for what was read.", "Choose one of those offered.")
    call, candidate, _ = chosen
    (spread,) = _struck(there.shot, [(call, candidate)])
    best, its, best_strokes = there.calls[0]
    told = Cost(
        call,
        best,
        spread.strokes,
        min(best_strokes, spread.strokes),
        np.asarray(spread.ends),
        (_way(made.shot, call, candidate), _way(there.shot, best, its)),
    )
    if not turns:
        return told
    over = np.array([1.0, -1.0, 1.0])
    return replace(
        told,
        read_call=mirrored(call),
        best_call=mirrored(best),
        ends=told.ends * over[:2],
        ways=(told.ways[0] * over, told.ways[1] * over),
    )
