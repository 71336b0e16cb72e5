"""All schools for one lie, side by side: the best call of every method with its spread, or why it has none."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

from veltrin.core.methods import CATALOGUE
from veltrin.core.plan.answer import with_detail
from veltrin.core.plan.candidates import Candidate
from veltrin.core.plan.model import Call, FellOut, Question, SchoolRow, Schools
from veltrin.core.plan.ranking import ranking_of
from veltrin.core.plan.strike import Ranked


def _reason(method_id: str, fell_out: list[FellOut]) -> str:
    """The reason that tells most: one found by trying it, else the one that struck most clubs.

    Methods look at the lie before they look at the club, so what strikes most clubs is the lie.
    """
    for was_tried in (True, False):
        reasons = Counter(f.reason for f in fell_out if f.method_id == method_id and f.was_tried is was_tried)
        if reasons:
            return reasons.most_common(1)[0][0]
    raise AssertionError(f"{method_id} has neither a call nor a reason")


def _of_each(ranked: Ranked) -> dict[str, tuple[Call, Candidate]]:
    """The first call of each method that goes for the flag."""
    first: dict[str, tuple[Call, Candidate]] = {}
    for call, candidate in ranked:
        if candidate.target.name == "flag":
            first.setdefault(candidate.method.id, (call, candidate))
    return first


def compare_right_handed(question: Question) -> Schools:
    """Work out every method that can be played here with its best club; what the coach left out counts as well."""
    question = replace(question, excluded=frozenset(), pinned=frozenset(), only=())
    ranking = ranking_of(question)
    shot, by_method = ranking.shot, {}
    fell_out, found = shot.fell_out, shot.found
    if found is not None:
        fell_out = fell_out + found.fell_out
        screened = _of_each(ranking.plain)
        # Of those that were struck the cheapest, whatever the first screening thought of them.
        pairs = _of_each(ranking.struck([call.id for call, _ in screened.values()])).values()
        if pairs:
            told = with_detail([c for c, _ in pairs], shot.batch([c for _, c in pairs]), shot.world)
            by_method = {c.method_id: c for c in told}
    return Schools(
        tuple(SchoolRow(m, by_method.get(m), None if m in by_method else _reason(m, fell_out)) for m in CATALOGUE)
    )
