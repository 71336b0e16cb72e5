"""Errors of the use cases, in the same shape as the core's: field, problem, fix."""

from __future__ import annotations

from veltrin.core.errors import DomainError


class NotFoundError(DomainError):
    """What was asked for isn't in the store."""


class ConflictError(DomainError):
    """What was asked for clashes with what is stored."""


class BusyError(DomainError):
    """More is asked for at once than is worked on at a time: whoever asks comes again."""


__all__ = ["BusyError", "ConflictError", "DomainError", "NotFoundError"]
