"""Covers, methods, drills and kinds of lie in words."""

from __future__ import annotations

from veltrin.core.ground import COVERS
from veltrin.core.methods import CATALOGUE
from veltrin.core.practice import DRILLS
from veltrin.store.tables import BookingRow


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
