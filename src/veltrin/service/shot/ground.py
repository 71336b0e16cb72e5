"""Use cases: covers, measuring helps, a slope from rise over run."""

from __future__ import annotations

import math

from veltrin.core.course import GROUND
from veltrin.core.ground import COVERS, HELPS, Cover, rise_over_run
from veltrin.service.shot.contracts.ground import CoverOut, GroundOut, HelpOut, PieceOut, RiseIn, SlopeOut, TestStepOut


def _cover(cover: Cover) -> CoverOut:
    return CoverOut(
        name=cover.name,
        words=cover.words,
        group=cover.group,
        mm=round(1000 * cover.height_m, 1),
        density=cover.density,
        give=cover.give,
        usual_sunk=cover.usual_sunk,
    )


def ground() -> GroundOut:
    """All covers and helps."""
    helps = [
        HelpOut(
            id=h.id,
            name=h.name,
            how=h.how,
            sets=h.sets,
            steps=[TestStepOut(words=s.words, value=s.value, doubt=s.doubt) for s in h.steps],
        )
        for h in HELPS
    ]
    pieces = [PieceOut(name=one.name, words=one.words, kind=one.kind) for one in GROUND.values()]
    return GroundOut(covers=[_cover(c) for c in COVERS.values()], helps=helps, pieces=pieces)


def slope_from_rise(body: RiseIn) -> SlopeOut:
    """Slope in degrees from a rise over a run."""
    found = rise_over_run(body.rise_m, body.run_m)
    return SlopeOut(slope_deg=math.degrees(found.slope_rad), doubt_deg=math.degrees(found.doubt_rad))
