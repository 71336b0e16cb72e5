"""Calls, covers and methods in words."""

from __future__ import annotations

from veltrin.core.ground import COVERS
from veltrin.core.methods import CATALOGUE
from veltrin.core.plan import TARGET_WORDS
from veltrin.core.practice import DRILLS
from veltrin.service.contracts.plan import CallOut
from veltrin.store.tables import BookingRow


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


def cover_words(name: str) -> str:
    """A cover in words; one that isn't known any more by its name."""
    return COVERS[name].words if name in COVERS else name


def method_words(method_id: str) -> str:
    """A method's name; one that isn't known any more by its id."""
    return CATALOGUE[method_id].name if method_id in CATALOGUE else method_id


def drill_words(drill_id: str) -> str:
    """A drill's name; one that isn't known any more by its id."""
    return DRILLS[drill_id].name if drill_id in DRILLS else drill_id


_SLOPES = {"down": "downhill", "up": "uphill", "above": "above the feet", "below": "below the feet"}


def kind_words(kind: str) -> str:
    """What a drill is about: a slope, or a cover."""
    return _SLOPES.get(kind) or cover_words(kind).lower()


def lie_words(cover: str, slope: str) -> str:
    """A kind of lie in words: cover and slope."""
    return ", ".join([cover_words(cover), *(_SLOPES[word] for word in slope.split() if word in _SLOPES)])


def struck_words(booking: BookingRow) -> str:
    """A booked shot in a line: club, way, lie."""
    way = method_words(booking.method_id).lower()
    return (
        f"{booking.club_name}, {way}: {lie_words(booking.cover, booking.slope).lower()}, {booking.target_m:.0f}\u00a0m"
    )
