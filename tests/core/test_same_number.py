"""What drills and the eye say of a call is what its plan says: they are worked out from the same shot."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.situations import person
from veltrin.core.eye import EYE_KINDS, Key, as_read, asked_of, in_frame, offered, question_for, scene_of
from veltrin.core.plan import Call, Question, plan_shot
from veltrin.core.plan.ranking import ranking_of
from veltrin.core.practice.catalogue import DRILLS
from veltrin.core.practice.staged import question_at, stage

PLAYERS = ("brisa", "corwin")


def planned(question: Question, call_id: str) -> Call:
    """The call as its plan shows it once somebody looks at it."""
    plan = plan_shot(replace(question, detail_for=(call_id,)))
    return next(call for call in plan.calls if call.id == call_id)


def numbers(call: Call) -> dict[str, float]:
    return {
        "carry": call.carry_m,
        "total": call.total_m,
        "aim": call.aim_rad,
        "strokes": call.strokes,
        "clean": call.odds.clean,
    }


@pytest.mark.parametrize("player", PLAYERS)
@pytest.mark.parametrize("drill", sorted(DRILLS)[::4])
def test_a_station_is_played_as_the_bench_shows_it(drill: str, player: str) -> None:
    station, who = DRILLS[drill].stations[0], person(player)
    staged = stage(who, station)
    if staged is None:
        return
    call = staged.told()
    assert numbers(call) == pytest.approx(numbers(planned(question_at(who, station), call.id)), abs=1e-9)


@pytest.mark.parametrize("player", PLAYERS)
def test_what_is_offered_for_a_reading_is_its_plan(player: str) -> None:
    who = person(player)
    for seed in (2, 5):
        scene = scene_of(Key(seed, 2, EYE_KINDS[seed]))
        truth = question_for(scene, who)
        read = {k: v for k, v in in_frame(scene.truth, who).items() if k in asked_of(truth)}
        question = as_read(truth, read)
        for call in offered(question):
            assert numbers(call) == pytest.approx(numbers(planned(question, call.id)), abs=1e-9)


def test_what_a_call_costs_does_not_depend_on_what_else_is_struck() -> None:
    question = question_at(person("h18"), DRILLS[min(DRILLS)].stations[0])
    ranking = ranking_of(question)
    plain = [call.id for call, _ in ranking.plain]
    alone = {call.id: call for call, _ in ranking.struck(plain[-3:])}
    for call, _ in ranking.whole:
        if call.spread is not None:
            assert numbers(alone[call.id]) == numbers(call)
    for call_id in plain[-3:]:
        assert numbers(alone[call_id]) == pytest.approx(numbers(planned(question, call_id)), abs=1e-9)
