"""How long a bag's six cards take, against one whole plan in the same run."""

from __future__ import annotations

import statistics
import time
from dataclasses import replace
from itertools import count

from tests.bench.clock import clock
from veltrin.core.cards import CARDS, Whom, make_cards
from veltrin.core.day import Day
from veltrin.core.ground import COVERS, Lie, Slope
from veltrin.core.kit import Player, Scatter, build_bag
from veltrin.core.plan import Line, Question, plan_shot
from veltrin.core.run import Landing


def bench_cards() -> dict[str, float]:
    """Seconds for each card alone and for all six in one batch, for a full bag that was never asked for before."""
    bag = build_bag(139.0)
    player = Player("bench", "Bench", False, 1.8, 8.0, bag, scatter=Scatter.for_handicap(8.0))
    question = Question(player, Slope(), Line(100.0, Landing(92.0, 110.0, width_m=20.0)), lie=Lie(COVERS["rough"], 0.8))
    plan_shot(question)
    # No flag twice: a shot that was asked for before is remembered.
    flags = count(100.5)
    one = statistics.median(
        clock(
            lambda: [plan_shot(replace(question, line=replace(question.line, flag_m=next(flags)))) for _ in range(3)], 3
        )
    )
    told: dict[str, float] = {"clubs": float(len(bag))}
    for place, kind in enumerate(CARDS):
        began = time.perf_counter()
        list(make_cards(Whom(replace(player, stature_m=1.7 + 0.001 * place), Day("bench")), [kind]))
        told[f"{kind}_s"] = time.perf_counter() - began
    began = time.perf_counter()
    list(make_cards(Whom(replace(player, stature_m=1.75), Day("bench")), list(CARDS)))
    told["all_s"] = time.perf_counter() - began
    told["all_in_plans"] = told["all_s"] / (one / 3.0)
    return told
