"""Whether anybody still waits, as the interfaces may tell it to what works."""

from __future__ import annotations

from veltrin.core.wanted import NobodyWaitsError, asked_by

__all__ = ["NobodyWaitsError", "asked_by"]
