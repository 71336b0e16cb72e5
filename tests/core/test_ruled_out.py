"""What was ruled out, told together: what a coach reads under "Ruled out, and why"."""

from __future__ import annotations

from tests.players import question
from veltrin.core.plan import FellOut, RuledClub, plan_shot, together
from veltrin.core.plan.candidates import NEEDS_TEE


def fell(club: str, method: str, reason: str, short_m: float | None = None) -> FellOut:
    return FellOut(
        club.lower(), club, method.lower().replace(" ", "-"), method, reason, short_m is not None, short_m
    )  # fmt: skip


def test_a_reason_is_told_once_with_each_club_and_its_nearest_miss() -> None:
    told = together(
        [
            fell("Driver", "Stock swing", NEEDS_TEE),
            fell("Driver", "Stand tall", "is for a ball above the feet"),
            fell("7-iron", "Stand tall", "is for a ball above the feet"),
            fell("9-iron", "Stock swing", "a full swing stops short", 11.0),
            fell("9-iron", "Downhill cut", "a full swing stops short", 9.0),
            fell("58", "Stock swing", "a full swing stops short", 40.0),
        ]
    )
    assert [(one.words, one.clubs) for one in told] == [
        (NEEDS_TEE, [RuledClub("Driver", None)]),
        # A way that refuses the lie fell for every club alike: the way is named, not thirteen clubs.
        ("Stand tall is for a ball above the feet", []),
        ("a full swing stops short", [RuledClub("9-iron", 9.0), RuledClub("58", 40.0)]),
    ]
    assert told[1].ways == ["driver~stand-tall", "7-iron~stand-tall"]
    assert [one.was_tried for one in told] == [False, False, True]


def test_nothing_that_was_ruled_out_is_lost_by_telling_it_together() -> None:
    plan = plan_shot(question(6.0, -3.0, 90.0))
    told = together(plan.fell_out)
    assert sorted(way for one in told for way in one.ways) == sorted(
        f"{f.club_id}~{f.method_id}" for f in plan.fell_out
    )
    assert len(told) < len(plan.fell_out) / 5
