"""Orders of the trade: what lies worse costs more, at every distance and for everybody."""

from __future__ import annotations

from functools import cache
from itertools import pairwise

import pytest

from tests.situations import AS_GOOD, person
from veltrin.core.plan import Call, plan_shot
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.translate import question_in

ALIKE = 0.025
"""Calls nearer than this (strokes) can't be told apart by four hundred strikes."""

FLAGS = (20.0, 50.0, 110.0, 150.0)

# Source: common practice, in this order for all but the best. How deep a ball lies, in balls.
CHAINS: dict[str, tuple[tuple[str, float], ...]] = {
    "longer grass": (("fairway", 0.0), ("semi", 0.35), ("rough", 0.6), ("deep", 1.5)),
    "deeper in rough": (("rough", 0.2), ("rough", 0.6), ("rough", 1.0)),
    "up and down in semi": (("fairway", 0.0), ("semi", 0.1), ("semi", 0.35)),
    "less under it": (("fairway", 0.0), ("tight", 0.0), ("bare", 0.0), ("hard-pan", 0.0)),
    "deeper in sand": (("sand", 0.0), ("sand", 0.2), ("sand", 0.4)),
    "out of a divot": (("fairway", 0.0), ("divot", 0.2)),
}


@cache
def calls(cover: str, sunk: float, who: str, flag: float) -> tuple[Call, ...]:
    """The calls from a level lie that can't be told apart from the first."""
    body = {"player_id": "x", "lie": {"cover": cover, "sunk": sunk}, "line": {"flag_m": flag}}
    found = plan_shot(question_in(PlanRequest.model_validate(body), person(who))).calls
    return tuple(c for c in found if c.spread and c.strokes <= found[0].strokes + AS_GOOD)


def first(cover: str, sunk: float, who: str, flag: float) -> Call:
    """The first call from a level lie."""
    return calls(cover, sunk, who, flag)[0]


def most_loft(sunk: float, who: str, flag: float) -> float:
    """The most loft (rad) that is as good as the first call from rough."""
    return max(person(who).club(c.club_id).loft_rad for c in calls("rough", sunk, who, flag))


@pytest.mark.parametrize("who", ["scratch", "h18"])
@pytest.mark.parametrize("chain", CHAINS)
def test_what_lies_worse_costs_more(chain: str, who: str) -> None:
    for flag in FLAGS:
        for better, worse in pairwise(CHAINS[chain]):
            one, other = first(*better, who, flag), first(*worse, who, flag)
            assert other.strokes > one.strokes - ALIKE, (flag, one.id, other.id)


@pytest.mark.parametrize("lie", [("rough", 0.6), ("rough", 1.0), ("sand", 0.1), ("divot", 0.2)])
def test_from_a_bad_lie_at_100_m_no_long_iron_leads(lie: tuple[str, float]) -> None:
    # Source: common practice: little loft never strikes cleaner in grass or a divot. Off sand a face with more of it
    # has less room before it is thin: there the club of the distance leads all the same.
    for who in ("scratch", "h9", "h18"):
        call = first(*lie, who, 100.0)
        assert person(who).club(call.club_id).loft_rad > 0.6, (who, call.id)


def test_a_fairway_bunker_takes_the_club_of_the_distance() -> None:
    # Source: common practice: ball first with the club of the distance or one more; half-swung long irons are nobody's.
    for who, flags in (("scratch", (85.0, 120.0)), ("h9", (90.0, 120.0))):
        for flag in flags:
            call = first("sand", 0.1, who, flag)
            assert call.method_id == "stock-swing"
            assert call.swing > 0.7, call.id
            assert person(who).club(call.club_id).stock_carry_m < flag + 35.0


def test_rough_asks_for_no_longer_club_as_it_sinks() -> None:
    # Source: common practice: the deeper it sits the more loft.
    for who in ("scratch", "h9"):
        for flag in (100.0, 150.0):
            lofts = [most_loft(sunk, who, flag) for sunk in (0.4, 0.9, 1.1)]
            # One club at most, as it flies less far: never a long iron.
            assert lofts[-1] > lofts[0] - 0.12, (who, flag)
            assert min(lofts) > 0.50, (who, flag)
