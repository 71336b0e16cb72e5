"""Plans as they are sent: in turn, stage by stage, and remembered."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from veltrin.core.plan import Plan, Question, plan_shot, plan_stages, ranking
from veltrin.service.house.remembered import Remembered
from veltrin.service.house.stages import stage
from veltrin.service.house.turns import TURNS
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.plan import question_of
from veltrin.service.shot.translate_plan import plan_out
from veltrin.store.engine import Store


class Told(NamedTuple):
    """A plan as JSON (see PlanResponse), and whether it was remembered."""

    text: str
    was_known: bool


MOST_KNOWN = 48
"""Plans that are remembered: some 300 kB each."""

_known: Remembered[Question, str] = Remembered(MOST_KNOWN)


def _remember(question: Question, text: str) -> None:
    # What a hand asks while it drags comes once.
    if not question.only:
        _known.put(question, text)


def forget() -> None:
    """Remember nothing any more."""
    _known.clear()
    ranking.forget()


def _asked(store: Store | None, request: PlanRequest) -> Question:
    """The question with all of the player and of what the book teaches: nothing is answered from before a change.

    What is remembered goes with the process, as the version of the model does.
    """
    with stage("read"):
        return question_of(store, request)


def _worded(plan: Plan) -> str:
    with stage("tell"):
        return plan_out(plan).model_dump_json()


def answer(store: Store | None, request: PlanRequest) -> Told:
    """The whole plan."""
    question = _asked(store, request)
    text = _known.get(question)
    if text is not None:
        return Told(text, True)
    with TURNS.taken(is_short=bool(question.only)):
        with stage("plan"):
            plan = plan_shot(question)
        text = _worded(plan)
    _remember(question, text)
    return Told(text, False)


def answer_by_stages(store: Store | None, request: PlanRequest) -> Iterator[Told]:
    """The plan in stages: the calls at once, then with risk; where it is remembered, as a whole at once."""
    # Outside the generator: what can't be asked is refused before the first byte of an answer leaves.
    return _stages(_asked(store, request))


def _texts(question: Question) -> Iterator[str]:
    stages = plan_stages(question)
    while True:
        with stage("plan"):
            plan = next(stages, None)
        if plan is None:
            return
        yield _worded(plan)


def _stages(question: Question) -> Iterator[Told]:
    text = _known.get(question)
    if text is not None:
        yield Told(text, True)
        return
    for text in TURNS.each(_texts(question), is_short=bool(question.only)):
        yield Told(text, False)
    if text is not None:
        _remember(question, text)
