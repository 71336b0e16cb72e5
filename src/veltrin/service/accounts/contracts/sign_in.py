"""Signing in."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from veltrin.service.house.contracts.base import Contract


class SignIn(Contract):
    """Who signs in."""

    name: str = Field(min_length=1, max_length=60)
    passphrase: str = Field(min_length=1, max_length=200)
    code: str | None = Field(None, pattern=r"^\d{6}$", description="Of the second factor, where this coach has one.")


class SessionOut(Contract):
    """Whether one has to sign in here, and who has."""

    needed: bool
    coach: str | None
    is_admin: bool = Field(description="Whether one may copy the whole database and see what happened to accounts.")


class SessionRowOut(Contract):
    """A place where one is signed in."""

    id: str
    made_at: datetime
    address: str
    device: str
    is_this: bool = Field(description="The one that asks.")


class EventOut(Contract):
    """Something that happened to an account."""

    at: datetime
    coach: str
    address: str
    what: str
