"""Errors of the use cases, in the same shape as the core's: field, problem, fix."""

from __future__ import annotations

from veltrin.core.errors import DomainError


class NotFoundError(DomainError):
    """What was asked for isn't in the store."""


class ConflictError(DomainError):
    """What was asked for clashes with what is stored."""


def changed_elsewhere(what: str) -> ConflictError:
    """The error for writing over what somebody else has changed since it was read."""
    return ConflictError(
        "version",
        f"{what} was changed elsewhere since you opened the page.",
        "Look at the newer version, then put your changes on top of it.",
    )


class BusyError(DomainError):
    """More is asked for at once than is worked on at a time: anyone who asks comes again."""


__all__ = ["BusyError", "ConflictError", "DomainError", "NotFoundError"]
