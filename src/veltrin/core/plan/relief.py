"""An unplayable ball as a call: what relief under the rule costs, on the same scale as every stroke."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Literal

import numpy as np

from veltrin.core.hole import relief_strokes
from veltrin.core.methods import CATALOGUE
from veltrin.core.plan.answer import Judged, as_calls
from veltrin.core.plan.candidates import Candidate, targets_of
from veltrin.core.plan.model import Call, Odds, Question
from veltrin.core.plan.play import World
from veltrin.core.plan.screen import make_batch
from veltrin.core.plan.solve import struck_once
from veltrin.core.plan.target import Target

RELIEF_ID: Literal["relief"] = "relief"

NO_STROKE = (
    *("swing", "aim_rad", "aim_offset_m", "start_rad", "carry_m", "run_m", "total_m", "offline_m", "apex_m"),
    *("descent_rad", "launch_rad", "ball_speed_m_s", "club_speed_m_s", "spin_rad_s", "flight_s", "plays_from_m"),
    *("plays_as_m", "drift_m", "blown_m", "past_m", "trouble_rad"),
)
"""Numbers of a call that are nil where no stroke is played."""

SAYS = (
    "Unplayable: one stroke. Drop within two club-lengths, not nearer the hole, or back on the line; or play again "
    "from where the last stroke was made.",
    "Rule 19; the committee and local rules decide.",
)


def relief_call(question: Question, world: World) -> Call:
    """Relief told as a call: no stroke, what it costs, what the rule says."""
    strokes, x, y = relief_strokes(question.hole)
    target = Target(RELIEF_ID, x, y)
    bag = question.player.bag
    place = max(range(len(bag)), key=lambda k: bag[k].loft_rad)
    candidate = Candidate(bag[place], place, CATALOGUE["stock-swing"], Target("flag", question.line.flag_m, 0.0))
    batch, targets = make_batch(question, [candidate], None), targets_of([candidate], None)
    solved = struck_once(batch, world, np.ones(1), np.zeros(1))
    left = math.hypot(question.line.flag_m - target.x_m, target.y_m)
    judged = Judged(left, strokes, strokes, 1.0, Odds(1.0, 0.0, 0.0, 0.0, 0.0, 0.0))
    (call,) = as_calls(np.arange(1), [candidate], batch, world, solved, targets, [judged])
    nothing = dict.fromkeys(NO_STROKE, 0.0)
    return replace(
        call,
        **nothing,  # type: ignore[arg-type]
        id=RELIEF_ID,
        club_name="No club",
        method_id=RELIEF_ID,
        method_name="Take relief",
        school="unplayable ball",
        swing_words="no stroke",
        target=target,
        miss="no stroke is played: the penalty counts",
        wins_when="the next stroke would most likely stay in there, or hurt the player",
        source="Rules of Golf 2023, Rule 19 (R&A/USGA, from memory)",
        key_words=SAYS,
        cautions=(),
        faults=(),
        finish="none",
    )
