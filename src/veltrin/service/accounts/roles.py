"""Use case: let a role serve a database that another one owns."""

from __future__ import annotations

from pathlib import Path

from veltrin.service.house.errors import DomainError
from veltrin.store import server


def grant(place: Path | str, role: str) -> None:
    """Let a role read and write the rows of a PostgreSQL database. DomainError where the database is a file."""
    if isinstance(place, Path):
        raise DomainError("role", "A database that is a file has no roles.", "Leave --role out.")
    server.grant(place, role)
