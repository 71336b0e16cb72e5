"""Left-handers: the world is mirrored, planned for a right-hander, and the answer mirrored back.

What has a left and a right says so where it is declared (see sides). Open and shut, lead and trail, and a slope told
from the feet stay: they follow the hand.
"""

from __future__ import annotations

from collections.abc import Iterator

from veltrin.core.plan.model import Plan, Question, Schools
from veltrin.core.plan.planner import plan_in_stages, plan_right_handed
from veltrin.core.plan.schools import compare_right_handed
from veltrin.core.sides import mirrored


def is_mirrored(question: Question) -> bool:
    """Whether this player's world has to be mirrored first."""
    return question.player.left_handed


def plan_stages(question: Question) -> Iterator[Plan]:
    """Plan the shot for this player, right- or left-handed: the fast answer first, then with risk."""
    if not is_mirrored(question):
        yield from plan_in_stages(question)
        return
    for plan in plan_in_stages(mirrored(question)):
        yield mirrored(plan)


def plan_shot(question: Question) -> Plan:
    """The whole plan for this player, right- or left-handed."""
    if not is_mirrored(question):
        return plan_right_handed(question)
    return mirrored(plan_right_handed(mirrored(question)))


def compare_schools(question: Question) -> Schools:
    """Compare the schools for this player, right- or left-handed."""
    if not is_mirrored(question):
        return compare_right_handed(question)
    return mirrored(compare_right_handed(mirrored(question)))
