"""What a reading costs: the call made for what was read, struck in the truth, against the best call there."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.errors import DomainError
from veltrin.core.eye.scene import Values, as_read, right_handed
from veltrin.core.geometry import Vec
from veltrin.core.plan.answer import drawn_path
from veltrin.core.plan.candidates import Candidate
from veltrin.core.plan.model import Call, Question, Spread
from veltrin.core.plan.play import play
from veltrin.core.plan.prepared import Prepared
from veltrin.core.plan.ranking import ranking_of
from veltrin.core.plan.scatter import spreads_of
from veltrin.core.plan.screen import screen
from veltrin.core.plan.strike import Ranked, strike
from veltrin.core.plan.target import Targets
from veltrin.core.sides import mirrored, renamed

OFFERED = 6
"""So many calls are offered for what was read."""


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


def _struck(shot: Prepared, call: Call, candidate: Candidate) -> Spread:
    """A stroke, whatever it was made for, struck as often in this shot's world as a plan does."""
    known = None if shot.level is None else shot.level.loft_rad
    tried = screen(shot.question, [candidate], shot.kept, known, shot.world)
    meant = Targets(
        np.array([call.target.distance_m + call.past_m]), np.array([call.target.bearing_rad + call.trouble_rad])
    )
    swing, aim = np.array([call.swing]), np.array([call.aim_rad])
    struck = strike(shot.question, tried, np.zeros(1, dtype=int), meant, (swing, aim), shot.world)
    (spread,) = spreads_of(struck, shot.question.hole, meant)
    return spread


def _offered(question: Question) -> Ranked:
    """Calls of a right-hander's shot as its plan ranks them, the cheapest first."""
    struck = [(call, candidate) for call, candidate in ranking_of(question).whole if call.spread is not None]
    return sorted(struck, key=lambda pair: pair[0].strokes)[:OFFERED]


def offered(question: Question) -> list[Call]:
    """Calls for a shot as it was read, the best first, for the player's own hand."""
    calls = [call for call, _ in _offered(right_handed(question))]
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
    here, there = right_handed(as_read(truth, read, land_m)), right_handed(truth)
    best = next(iter(_offered(there)), None)
    if best is None:
        raise DomainError("scene", "nothing in this bag can be played here.", "Take the next scene.")
    chosen = next((one for one in _offered(here) if own_id is None or one[0].id == own_id), None)
    if chosen is None:
        raise DomainError("call_id", f"'{call_id}' is not a call for what was read.", "Choose one of those offered.")
    shot, call = ranking_of(there).shot, chosen[0]
    # Read as it is, it is the plan's own shot, and what its own strikes cost.
    own = call.spread if here == there else None
    spread = own or _struck(shot, *chosen)
    told = Cost(
        call,
        best[0],
        spread.strokes,
        min(best[0].strokes, spread.strokes),
        np.asarray(spread.ends),
        (_way(ranking_of(here).shot, *chosen), _way(shot, *best)),
    )
    if not turns:
        return told
    over = np.array([1.0, -1.0, 1.0])
    return replace(
        told,
        read_call=mirrored(call),
        best_call=mirrored(best[0]),
        ends=told.ends * over[:2],
        ways=(told.ways[0] * over, told.ways[1] * over),
    )
