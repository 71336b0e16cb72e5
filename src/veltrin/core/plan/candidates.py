"""Which club with which method is worth solving, and why the others are not."""

from __future__ import annotations

import math
from dataclasses import dataclass

from veltrin.core.kit import Club
from veltrin.core.methods import CATALOGUE, Case, Method
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


def list_candidates(question: Question, kept_club_id: str | None) -> tuple[list[Candidate], list[FellOut]]:
    """Every club of the bag with every method; those that don't apply come back with their reason."""
    keep: list[Candidate] = []
    out: list[FellOut] = []
    for place, club in enumerate(question.player.bag):
        for method in CATALOGUE.values():
            candidate = Candidate(club, place, method)
            reason = method.refuses(Case(question.slope, club, kept_club_id, question.grass))
            if reason is None and club.loft_rad < NEEDS_TEE_RAD:
                reason = "needs a tee: too little loft off the ground"
            if reason is None:
                keep.append(candidate)
            else:
                out.append(candidate.fell(reason))
    return keep, out
