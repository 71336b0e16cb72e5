"""Which club with which method is worth solving, for which target, and why the others are not."""

from __future__ import annotations

import math
from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.ground import LIP_ROLLED_M, Slope, slope_along
from veltrin.core.ground.slope import MAX_SLOPE_RAD
from veltrin.core.kit import Club
from veltrin.core.methods import CATALOGUE, Case, Method
from veltrin.core.plan.model import FellOut, Question
from veltrin.core.plan.target import Target, Targets, escapes, is_bad
from veltrin.core.strike.stroke import TEED_BELOW_RAD

LEAST_ESCAPE_LOFT_RAD = math.radians(36.0)
"""A ball is played out of trouble with short irons and wedges. Common practice."""

FELT_AT_M = 10.0
"""Height at which methods are told the wind: that of the Beaufort scale."""

AHEAD_RAD = math.radians(45.0)
"""What lies further round than this is not ahead: the lip is not in the way. Judgement."""


@dataclass(frozen=True)
class Candidate:
    """A club, its place in the bag, a way of playing it, and where it is meant to finish."""

    club: Club
    bag_place: int
    method: Method
    target: Target

    @property
    def id(self) -> str:
        """Stable id, used in URLs."""
        return candidate_id(self.club.id, self.method.id, self.target)

    def fell(self, reason: str) -> FellOut:
        """Say why this one is out."""
        return FellOut(self.club.id, self.club.name, self.method.id, self.method.name, reason)


def candidate_id(club_id: str, method_id: str, target: Target) -> str:
    """Stable id of a club played in a way to a target."""
    plain = f"{club_id}~{method_id}"
    return plain if target.name == "flag" else f"{plain}~{target.name}"


def parts_of(call_id: str) -> tuple[str, str, str]:
    """Club, method and target of an id as candidate_id makes it; empty where it names none, as for the flag."""
    club, method, target, *_ = [*call_id.split("~"), "", ""]
    return club, method, target


def targets_of(candidates: Sequence[Candidate], land_m: float | None) -> Targets:
    """Distance and bearing of each candidate's target; where the coach fixed the landing place, that is it."""
    if land_m is not None:
        count = len(candidates)
        return Targets(np.full(count, land_m), np.zeros(count), on_carry=True)
    places = [c.target for c in candidates]
    return Targets(np.array([t.distance_m for t in places]), np.array([t.bearing_rad for t in places]))


def turned(question: Question, target: Target) -> Question | None:
    """The question as it is felt by a player who turns to another target; None where footing forbids it."""
    if target.name == "flag":
        return question
    fall, side = slope_along(question.slope, target.bearing_rad)
    if max(abs(fall), abs(side)) > MAX_SLOPE_RAD:
        return None
    is_ahead = abs(target.bearing_rad) <= AHEAD_RAD
    lie = question.lie if is_ahead else replace(question.lie, lip_m=0.0)
    return replace(question, slope=Slope(fall, side), lie=lie, wind=question.wind.turned(target.bearing_rad))


def case_of(question: Question, club: Club, kept_club_id: str | None, distance_m: float) -> Case:
    """What the methods look at with this club in hand."""
    wedges = [c for c in question.player.bag if c.kind == "wedge"]
    least = min(wedges, key=lambda c: c.bounce_rad).id if wedges else None
    tail, left = question.wind.at(FELT_AT_M)
    return Case(question.slope, club, kept_club_id, question.lie, distance_m, least, tail, left)


NOT_FOR_PUTTER, NEEDS_TEE = "is not for the putter", "needs a tee: too little loft off the ground"
"""What is said of a club, whatever the way of playing it."""


def _refusal(method: Method, case: Case, question: Question) -> str | None:
    if method.id in question.excluded:
        return "is left out for this player"
    if case.club.kind == "putter" and not method.rolls:
        return NOT_FOR_PUTTER
    reason = method.refusal(case)
    if reason is None and not method.rolls and case.club.loft_rad < TEED_BELOW_RAD:
        return NEEDS_TEE
    return reason


def _flag(question: Question) -> Target:
    return Target("flag", question.line.flag_m, 0.0)


def list_candidates(question: Question, kept_club_id: str | None) -> tuple[list[Candidate], list[FellOut]]:
    """Every club of the bag with every method; those that don't apply come back with their reason.

    With `only` given, the others aren't looked at.
    """
    return _list_for(question, kept_club_id, _flag(question))


def list_escapes(question: Question, kept_club_id: str | None) -> list[Candidate]:
    """Ways out of a bad lie, and places to lay up; none where the coach fixed the landing place."""
    asked = {target for _, _, target in map(parts_of, question.only) if target}
    if question.line.land_m is not None or (question.only and not asked):
        return []
    behind_lip = question.lie.lip_m > LIP_ROLLED_M
    bad = is_bad(question.lie, behind_lip or any(o.is_steep for o in question.line.obstacles))
    found = []
    for target in escapes(
        question.hole, question.player, question.line.obstacles, sideways=bad, is_behind_lip=behind_lip
    ):
        felt = turned(question, target)
        if felt is not None and (not asked or target.name in asked):
            sensible = _digs_out if bad and not target.is_past else _lays_up
            keep, _ = _list_for(felt, kept_club_id, target, tells=False, sensible=sensible)
            found += keep
    return found


def _lays_up(club: Club) -> bool:
    return club.kind != "putter"


def _digs_out(club: Club) -> bool:
    return club.kind != "putter" and club.loft_rad >= LEAST_ESCAPE_LOFT_RAD


def list_untold(question: Question, kept_club_id: str | None, sensible: Callable[[Club], bool]) -> list[Candidate]:
    """What goes for the flag with clubs that are sensible for it, and the ways out, without the reasons of the rest."""
    keep, _ = _list_for(question, kept_club_id, _flag(question), tells=False, sensible=sensible)
    return [*keep, *list_escapes(question, kept_club_id)]


def list_all(question: Question, kept_club_id: str | None) -> tuple[list[Candidate], list[FellOut]]:
    """What goes for the flag and the ways out; the reasons are of the former."""
    keep, out = list_candidates(question, kept_club_id)
    return [*keep, *list_escapes(question, kept_club_id)], out


def list_way(question: Question, kept_club_id: str | None, method: Method) -> list[Candidate]:
    """One way of going for the flag, with every club that allows it."""
    return _list_for(question, kept_club_id, _flag(question), (method,), tells=False)[0]


def _any_club(_: Club) -> bool:
    return True


def _list_for(
    question: Question,
    kept_club_id: str | None,
    target: Target,
    methods: Collection[Method] = CATALOGUE.values(),
    *,
    tells: bool = True,
    sensible: Callable[[Club], bool] = _any_club,
) -> tuple[list[Candidate], list[FellOut]]:
    """What can be tried for one target; `tells`: and why the others can't, which takes as long as the rest."""
    keep: list[Candidate] = []
    out: list[FellOut] = []
    for place, club in enumerate(question.player.bag):
        if not sensible(club):
            continue
        case = case_of(question, club, kept_club_id, target.distance_m)
        for method in methods:
            if question.only and candidate_id(club.id, method.id, target) not in question.only:
                continue
            reason = _refusal(method, case, question)
            if reason is None:
                keep.append(Candidate(club, place, method, target))
            elif tells:
                out.append(FellOut(club.id, club.name, method.id, method.name, reason))
    return keep, out
