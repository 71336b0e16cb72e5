"""Academies and their members."""

from __future__ import annotations

from pydantic import Field

from veltrin.service.house.contracts.base import Contract


class MemberOut(Contract):
    """A coach of an academy."""

    name: str
    is_me: bool
    consents: bool = Field(description="Whether this coach's books may be calibrated with the others'.")


class AcademyOut(Contract):
    """An academy that the coach who asks is a member of."""

    id: int
    name: str
    members: list[MemberOut]


class ConsentIn(Contract):
    """Whether one's books may be calibrated with those of the academy."""

    consents: bool
