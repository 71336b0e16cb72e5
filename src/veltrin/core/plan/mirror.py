"""Left-handers: the world is mirrored, planned for a right-hander, and the answer mirrored back."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.plan.model import Call, Detail, LedgerRow, Plan, Question, Schools, Spread
from veltrin.core.plan.planner import plan_right_handed
from veltrin.core.plan.schools import compare_right_handed

_ACROSS = np.array([1.0, -1.0, 1.0])


def mirror_question(question: Question) -> Question:
    """Mirror what lies in the world: tilt across the line and wind. `side` is told from the feet and stays."""
    landing = question.line.landing
    return replace(
        question,
        line=replace(question.line, landing=replace(landing, side_rad=-landing.side_rad)),
        wind=replace(question.wind, y_m_s=-question.wind.y_m_s),
    )


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
    )


def _call(call: Call) -> Call:
    return replace(
        call,
        aim_rad=-call.aim_rad,
        aim_offset_m=-call.aim_offset_m,
        start_rad=-call.start_rad,
        offline_m=-call.offline_m,
        setup=replace(call.setup, path_rad=-call.setup.path_rad, stance_rad=-call.setup.stance_rad),
        detail=None if call.detail is None else _detail(call.detail),
        spread=None if call.spread is None else _spread(call.spread),
    )


def mirror_plan(plan: Plan) -> Plan:
    """Mirror everything that has a left and a right. Open and shut, lead and trail stay: they follow the hand."""
    return replace(plan, calls=tuple(_call(c) for c in plan.calls))


def plan_shot(question: Question) -> Plan:
    """Plan the shot for this player, right- or left-handed."""
    if not question.player.left_handed:
        return plan_right_handed(question)
    return mirror_plan(plan_right_handed(mirror_question(question)))


def compare_schools(question: Question) -> Schools:
    """Compare the schools for this player, right- or left-handed."""
    if not question.player.left_handed:
        return compare_right_handed(question)
    found = compare_right_handed(mirror_question(question))
    return Schools(tuple(replace(r, call=None if r.call is None else _call(r.call)) for r in found.rows))
