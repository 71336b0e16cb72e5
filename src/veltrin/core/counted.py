"""Counts as they are said."""

from __future__ import annotations


def counted(count: int, one: str) -> str:
    """A count and what is counted: 1 shot, 2 shots, 2 coaches."""
    return f"{count} {one if count == 1 else one + ('es' if one.endswith('ch') else 's')}"
