"""One call of a question, as it is booked: a shot is booked as it was planned."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.players import question
from veltrin.core.air import Wind
from veltrin.core.methods import CATALOGUE
from veltrin.core.plan import plan_shot
from veltrin.core.plan.one import one_call
from veltrin.core.plan.prepared import asks_level


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


INTO_WIND = question(0.0, 0.0, 100.0, wind=Wind(-6.0))
"""Low punches, with the club of the level and with more."""


def test_every_call_that_hangs_on_the_club_of_the_level_is_found_again_by_itself() -> None:
    """While a hand drags only the calls that are looked at are asked for: they are the same calls."""
    seen = set()
    for asked in (INTO_WIND, question(5, -4, 100.0, pinned=frozenset({"kept-club"}))):
        told = plan_shot(asked)
        for call in told.calls:
            if not asks_level(call.id) or call.spread is None:
                continue
            again = plan_shot(replace(asked, only=(call.id,))).calls
            assert [(c.id, c.club_id, c.swing) for c in again] == [(call.id, call.club_id, call.swing)]
            seen.add(call.method_id)
    assert seen == {m.id for m in CATALOGUE.values() if m.level_club != "any"}


def test_what_was_planned_into_the_wind_is_booked_whatever_the_level_takes_by_now() -> None:
    irons = [c.id for c in INTO_WIND.player.bag if c.kind == "iron"]
    planned = [plan_shot(replace(INTO_WIND, kept_club_id=club)) for club in irons]
    calls = {c.id: c for plan in planned for c in plan.calls if asks_level(c.id) and c.target.name == "flag"}
    assert {c.method_id for c in calls.values()} >= {"same-club-punch", "held-punch"}
    for call in calls.values():
        one = one_call(INTO_WIND, call.id)
        assert one is not None, call.id
        assert one.call.id == call.id
