"""The number of the laws that make Veltrin's answers: what is kept says by which of them its numbers were made."""

LAW = 4
"""Raised whenever a law or a coefficient changes what is answered (tests/answers hold the answers of this one)."""

NO_LAW = 0
"""Of a shot that no plan stands behind: its question can't be asked any more, or its call can't be played from its
lie. It stays in the book, and only what it ended as is counted."""
