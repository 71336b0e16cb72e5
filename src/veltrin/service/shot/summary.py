"""A call in a line."""

from __future__ import annotations

from veltrin.core.plan import TARGET_WORDS
from veltrin.service.shot.contracts.plan import CallOut


def summary_of(call: CallOut) -> str:
    """A call in one line: club, way, length of swing, aim."""
    off = call.aim_deg - call.target.bearing_deg
    side = "right" if off > 0 else "left"
    turn = "" if abs(off) < 0.25 else f"{abs(off):.1f}° {side}"
    way_out = TARGET_WORDS.get(call.target.name)
    if way_out is None:
        aim = f"aim {turn or 'at the flag'}"
    else:
        aim = f"{way_out}, {call.target.distance_m:.0f} m" + (f", aim {turn} of it" if turn else "")
    return f"{call.club_name}, {call.method_name.lower()}, {call.swing_words}, {aim}"
