"""Care: cautions where a shot can hurt someone, and the rules that a lie brings up."""

from veltrin.core.care.notes import Note, notes_for

__all__ = ["Note", "notes_for"]
