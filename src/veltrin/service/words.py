"""Calls in words."""

from __future__ import annotations

from veltrin.service.contracts.plan import CallOut

WAYS_OUT = {"left": "out to the left", "right": "out to the right", "back": "out backwards", "lay-up": "laid up"}


def summary_of(call: CallOut) -> str:
    """A call in one line: club, way, length of swing, aim."""
    off = call.aim_deg - call.target.bearing_deg
    side = "right" if off > 0 else "left"
    turn = "" if abs(off) < 0.25 else f"{abs(off):.1f}° {side}"
    way_out = WAYS_OUT.get(call.target.name)
    if way_out is None:
        aim = f"aim {turn or 'at the flag'}"
    else:
        aim = f"{way_out}, {call.target.distance_m:.0f} m" + (f", aim {turn} of it" if turn else "")
    return f"{call.club_name}, {call.method_name.lower()}, {call.swing_words}, {aim}"
