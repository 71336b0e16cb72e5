"""Which club with which method is worth solving, and why the others are not."""

from __future__ import annotations

import math
from dataclasses import dataclass

from veltrin.core.kit import Club
from veltrin.core.methods import CATALOGUE, NEAR_M, Case, Method
from veltrin.core.plan.model import FellOut, Question

NEEDS_TEE_RAD = math.radians(13.0)
"""Less loft than this is not struck off the ground. Common practice."""


@dataclass(frozen=True)
class Candidate:
    """A club, its place in the bag, and a way of playing it."""

    club: Club
    bag_place: int
    method: Method

    @property
    def id(self) -> str:
        """Stable id of the pair, used in URLs."""
        return f"{self.club.id}~{self.method.id}"

    def fell(self, reason: str, short_m: float | None = None) -> FellOut:
        """Say why this one is out."""
        return FellOut(self.club.id, self.club.name, self.method.id, self.method.name, reason, short_m)


def case_of(question: Question, club: Club, kept_club_id: str | None) -> Case:
    """What the methods look at with this club in hand."""
    wedges = [c for c in question.player.bag if c.kind == "wedge"]
    least = min(wedges, key=lambda c: c.bounce_rad).id if wedges else None
    return Case(question.slope, club, kept_club_id, question.lie, question.line.flag_m, least)


def _refusal(method: Method, case: Case, question: Question) -> str | None:
    if method.id in question.excluded:
        return "is left out for this player"
    if case.club.kind == "putter" and not method.rolls:
        return "is not for the putter"
    if case.lie.in_sand and case.flag_m <= NEAR_M and method.family != "sand":
        return "is not for sand near the green"
    reason = method.refuses(case)
    if reason is None and not method.rolls and case.club.loft_rad < NEEDS_TEE_RAD:
        return "needs a tee: too little loft off the ground"
    return reason


def list_candidates(question: Question, kept_club_id: str | None) -> tuple[list[Candidate], list[FellOut]]:
    """Every club of the bag with every method; those that don't apply come back with their reason.

    With `only` given, the others aren't looked at.
    """
    keep: list[Candidate] = []
    out: list[FellOut] = []
    for place, club in enumerate(question.player.bag):
        case = case_of(question, club, kept_club_id)
        for method in CATALOGUE.values():
            candidate = Candidate(club, place, method)
            if question.only and candidate.id not in question.only:
                continue
            reason = _refusal(method, case, question)
            if reason is None:
                keep.append(candidate)
            else:
                out.append(candidate.fell(reason))
    return keep, out
