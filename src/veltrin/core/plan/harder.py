"""What swinging harder into the wind does: more spin and height, hardly more distance."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from veltrin.core.air import CALM
from veltrin.core.methods.wind import FELT_M_S
from veltrin.core.plan.candidates import FELT_AT_M, Candidate
from veltrin.core.plan.model import Call, Harder
from veltrin.core.plan.play import flown, play
from veltrin.core.plan.prepared import Prepared

HARDER = 0.05
"""How much faster the harder swing is. Judgement: what a player puts on without a bigger turn."""


def harder_note(shot: Prepared, stock: tuple[Call, Candidate] | None) -> Harder | None:
    """Strike the best stock call HARDER faster, here and without the wind; None unless the wind is against."""
    tail, _ = shot.question.wind.at(FELT_AT_M)
    if tail > -FELT_M_S or stock is None or stock[0].apex_m < 5.0:
        return None
    call, candidate = stock
    batch = shot.batch([candidate] * 2)
    batch = batch.changed(faster=np.array([1.0, 1.0 + HARDER]))
    swing, aim = np.full(2, call.swing), np.full(2, call.aim_rad)
    world = shot.world
    here = play(batch, world, swing, aim)
    still = flown(here.launch, replace(world, wind=CALM))
    spin = np.linalg.norm(here.launch.spin, axis=1)
    return Harder(
        call_id=call.id,
        faster=HARDER,
        spin_rad_s=float(spin[1] - spin[0]),
        apex_m=float(here.flights.apex_m[1] - here.flights.apex_m[0]),
        carry_m=float(here.carry[1] - here.carry[0]),
        still_carry_m=float(still.landing[1, 0] - still.landing[0, 0]),
    )
