"""Care: cautions where a shot can hurt someone, and the rules that a lie brings up."""

from veltrin.core.care.notes import FAIR, RAINS, Note, NoteKind, Rain, Sky, Weather, notes_for

__all__ = ["FAIR", "RAINS", "Note", "NoteKind", "Rain", "Sky", "Weather", "notes_for"]
