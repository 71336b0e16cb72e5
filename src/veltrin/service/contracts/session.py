"""Signing in."""

from __future__ import annotations

from pydantic import Field

from veltrin.service.contracts.base import Contract


class SignIn(Contract):
    """Who signs in."""

    name: str = Field(min_length=1, max_length=60)
    passphrase: str = Field(min_length=1, max_length=200)


class SessionOut(Contract):
    """Whether one has to sign in here, and who has."""

    needed: bool
    coach: str | None
