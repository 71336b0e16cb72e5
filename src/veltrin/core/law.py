"""The number of the laws that make Veltrin's answers: what is kept says by which of them its numbers were made."""

LAW = 4
"""Raised whenever a law or a coefficient changes what is answered (tests/answers hold the answers of this one)."""
