"""Left-handers: the world is mirrored, planned for a right-hander, and the answer mirrored back."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.hole import Area, Obstacle
from veltrin.core.plan.model import Call, Detail, LedgerRow, Line, Plan, Question, Schools, Spread
from veltrin.core.plan.planner import plan_in_stages, plan_right_handed
from veltrin.core.plan.schools import compare_right_handed
from veltrin.core.plan.target import TargetName

_ACROSS = np.array([1.0, -1.0, 1.0])


def _area(area: Area) -> Area:
    return replace(area, ring=tuple((x, -y) for x, y in area.ring), side_rad=-area.side_rad)


def _obstacle(obstacle: Obstacle) -> Obstacle:
    return replace(obstacle, left_m=-obstacle.right_m, right_m=-obstacle.left_m)


def mirror_line(line: Line) -> Line:
    """Mirror what lies to the left and right of the line."""
    return replace(
        line,
        landing=replace(line.landing, side_rad=-line.landing.side_rad),
        areas=tuple(_area(a) for a in line.areas),
        obstacles=tuple(_obstacle(o) for o in line.obstacles),
    )


def mirror_question(question: Question) -> Question:
    """Mirror what lies in the world: the line and the wind. `side` is told from the feet and stays.

    Ids that name a side of the line change it.
    """
    return replace(
        question,
        line=mirror_line(question.line),
        wind=replace(question.wind, y_m_s=-question.wind.y_m_s),
        only=tuple(_other(i) for i in question.only),
        detail_for=tuple(_other(i) for i in question.detail_for),
        shown_id=renamed(question.shown_id),
    )


_OTHER: dict[TargetName, TargetName] = {"left": "right", "right": "left"}


def _other(call_id: str) -> str:
    head, _, name = call_id.rpartition("~")
    return f"{head}~right" if name == "left" else f"{head}~left" if name == "right" else call_id


def is_mirrored(question: Question) -> bool:
    """Whether this player's world has to be mirrored first."""
    return question.player.left_handed


def renamed(call_id: str | None) -> str | None:
    """The id of the same call in the mirrored world."""
    return None if call_id is None else _other(call_id)


def _rows(rows: tuple[LedgerRow, ...]) -> tuple[LedgerRow, ...]:
    return tuple(replace(r, value=0.0 - r.value) for r in rows)


def _points(points: Vec) -> Vec:
    return np.asarray(points * _ACROSS)


def _detail(detail: Detail) -> Detail:
    ghost = detail.ghost
    return replace(
        detail,
        flight=_points(detail.flight),
        run=_points(detail.run),
        ledgers={**detail.ledgers, "aim": _rows(detail.ledgers["aim"])},
        ghost=replace(ghost, flight=_points(ghost.flight), run=_points(ghost.run)),
    )


def _spread(spread: Spread) -> Spread:
    return replace(
        spread,
        left_m=-spread.right_m,
        right_m=-spread.left_m,
        worst_across_m=-spread.worst_across_m,
        ends=spread.ends * _ACROSS[:2],
        outline=spread.outline * _ACROSS[:2],
    )


def _call(call: Call) -> Call:
    return replace(
        call,
        id=_other(call.id),
        target=replace(call.target, name=_OTHER.get(call.target.name, call.target.name), y_m=-call.target.y_m),
        trouble_rad=-call.trouble_rad,
        aim_rad=-call.aim_rad,
        aim_offset_m=-call.aim_offset_m,
        start_rad=-call.start_rad,
        offline_m=-call.offline_m,
        drift_m=-call.drift_m,
        setup=replace(call.setup, path_rad=-call.setup.path_rad, stance_rad=-call.setup.stance_rad),
        detail=None if call.detail is None else _detail(call.detail),
        spread=None if call.spread is None else _spread(call.spread),
    )


def mirror_plan(plan: Plan) -> Plan:
    """Mirror everything that has a left and a right. Open and shut, lead and trail stay: they follow the hand."""
    return replace(
        plan,
        calls=tuple(_call(c) for c in plan.calls),
        first_id=renamed(plan.first_id),
        second_id=renamed(plan.second_id),
        safe_id=renamed(plan.safe_id),
        direct_id=renamed(plan.direct_id),
        escape_id=renamed(plan.escape_id),
    )


def plan_stages(question: Question) -> Iterator[Plan]:
    """Plan the shot for this player, right- or left-handed: the fast answer first, then with risk."""
    if not is_mirrored(question):
        yield from plan_in_stages(question)
        return
    for plan in plan_in_stages(mirror_question(question)):
        yield mirror_plan(plan)


def plan_shot(question: Question) -> Plan:
    """The whole plan for this player, right- or left-handed."""
    if not is_mirrored(question):
        return plan_right_handed(question)
    return mirror_plan(plan_right_handed(mirror_question(question)))


def compare_schools(question: Question) -> Schools:
    """Compare the schools for this player, right- or left-handed."""
    if not is_mirrored(question):
        return compare_right_handed(question)
    found = compare_right_handed(mirror_question(question))
    return Schools(tuple(replace(r, call=None if r.call is None else _call(r.call)) for r in found.rows))
