"""One call of a question, as it is booked: a shot is booked as it was planned."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.players import question
from veltrin.core.plan import plan_shot
from veltrin.core.plan.one import one_call


@pytest.mark.parametrize("flag_m", [90.0, 100.0, 120.0])
def test_a_kept_club_is_kept_whatever_the_level_takes_by_now(flag_m: float) -> None:
    """Ball below the feet, a hundred metres: planned with the club that the level takes. Before it is booked another
    shot is, and the level takes another club: what was struck is still the call that was told.
    """
    asked = question(5, -4, flag_m)
    told = plan_shot(asked)
    others = [c.id for c in asked.player.bag if c.kind == "iron" and c.id != told.kept_club_id]
    planned = [plan_shot(replace(asked, kept_club_id=club)) for club in others]
    calls = [c for plan in planned for c in plan.calls if c.method_id == "kept-club"]
    assert calls
    for call in calls:
        one = one_call(asked, call.id)
        assert one is not None
        assert (one.call.id, one.question.kept_club_id) == (call.id, call.club_id)
