"""Use cases around a plan: what if a reading were off, and who can play the call."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from veltrin.core.eye import Eye, EyeKind, own_doubts
from veltrin.core.plan import (
    READINGS,
    Call,
    Plan,
    Question,
    Reading,
    Sensitive,
    Turn,
    plan_shot,
    sensitivity,
    what_if,
)
from veltrin.core.plan.readings import reading_named
from veltrin.core.plan.screen import STOPS_SHORT
from veltrin.service.house.turns import TURNS
from veltrin.service.players.eyes import eyes_of
from veltrin.service.players.players import list_players
from veltrin.service.shot.contracts.advice import (
    SensitiveOut,
    SensitivityRequest,
    SensitivityResponse,
    TurnOut,
    WhatIfPoint,
    WhatIfRequest,
    WhatIfResponse,
    WhoResponse,
    WhoRow,
)
from veltrin.service.shot.plan import question_of
from veltrin.service.shot.summary import summary_of
from veltrin.service.shot.translate_plan import call_out
from veltrin.store.engine import Store

MOST_PLAYERS = 30


def _scale(reading: Reading) -> float:
    """From the core's units to those shown."""
    sign = -1.0 if reading.name == "cross" else 1.0
    return sign / reading.quantity.scale


def _shown(value: float, scale: float) -> float:
    return round(value * scale, 4) + 0.0


def _turn(turn: Turn, scale: float) -> TurnOut:
    costs = round(turn.keeping_costs, 4) if math.isfinite(turn.keeping_costs) else None
    return TurnOut(value=_shown(turn.value, scale), best_id=turn.best_id, keeping_costs=costs)


def _row(row: Sensitive, known: frozenset[str], corrected: Mapping[str, float]) -> SensitiveOut:
    scale = _scale(row.reading)
    turns = sorted((_turn(row.low, scale), _turn(row.high, scale)), key=lambda t: t.value)
    ends = (row.holds_from, row.holds_to)[:: 1 if scale > 0 else -1]
    holds = [None if v is None else _shown(v, scale) for v in ends]
    return SensitiveOut(
        reading=row.reading.name,
        words=row.reading.words,
        unit=row.reading.quantity.unit,
        value=_shown(row.value, scale),
        doubt=_shown(row.doubt, abs(scale)),
        by_eye=row.reading.name in known,
        corrected_to=_shown(corrected[row.reading.name], scale) if row.reading.name in corrected else None,
        low=turns[0],
        high=turns[1],
        changes=row.changes,
        holds_from=holds[0],
        holds_to=holds[1],
        again=row.reading.again,
    )


@TURNS.taken()
def weigh_readings(store: Store | None, body: SensitivityRequest) -> SensitivityResponse:
    """Each reading off by its own uncertainty: would it change the call?"""
    question = question_of(store, body.request)
    own: dict[EyeKind, float] = {}
    corrected: dict[EyeKind, float] = {}
    if store is not None and body.eye != "usual":
        own, corrected = _by_eye(question, eyes_of(store, None), is_corrected=body.eye == "corrected")
        question = replace(question, doubts=(*question.doubts, *own.items()))
        for name, value in corrected.items():
            question = READINGS[name].put(question, value)
    rows = sensitivity(question, body.call_id)
    told = {str(name): value for name, value in corrected.items()}
    return SensitivityResponse(call_id=body.call_id, rows=[_row(row, frozenset(own), told) for row in rows])


def _by_eye(
    question: Question, eyes: Mapping[EyeKind, Eye], *, is_corrected: bool
) -> tuple[dict[EyeKind, float], dict[EyeKind, float]]:
    """The coach's own doubts, and readings without the eye's bias, of what was not measured but read by eye."""
    measured = {name for name, _ in question.doubts}
    known = {kind: eye for kind, eye in eyes.items() if eye.is_known and kind not in measured}
    own = own_doubts(known, question.line.flag_m, corrected=is_corrected)
    if not is_corrected:
        return own, {}
    return own, {k: READINGS[k].within(e.corrected(READINGS[k].get(question)), question) for k, e in known.items()}


@TURNS.taken()
def vary_reading(store: Store | None, body: WhatIfRequest) -> WhatIfResponse:
    """One reading over a range: where the same stroke would end, what the call would need and cost."""
    question, reading = question_of(store, body.request), reading_named(body.reading)
    scale = _scale(reading)
    low, high = sorted((body.low / scale, body.high / scale))
    points = what_if(question, body.call_id, body.reading, low, high, body.count)
    return WhatIfResponse(
        reading=body.reading,
        words=reading.words,
        unit=reading.quantity.unit,
        value=_shown(READINGS[body.reading].get(question), scale),
        points=sorted(
            (
                WhatIfPoint(
                    value=_shown(p.value, scale),
                    same_total_m=p.same_total_m,
                    aim_deg=None if p.aim_rad is None else 0.0 - math.degrees(p.aim_rad),
                    strokes=p.strokes,
                )
                for p in points
            ),
            key=lambda p: p.value,
        ),
    )


def _who(player_id: str, name: str, plan: Plan, call_id: str) -> WhoRow:
    same = next((c for c in plan.calls if c.id == call_id), None)
    fell = next((f for f in plan.fell_out if call_id == f"{f.club_id}~{f.method_id}"), None)
    first: Call | None = plan.calls[0] if plan.calls else None
    # One that stops short may still be what this player does best; it isn't what was asked.
    plays = same if same and same.finish != "short" else None
    missing = fell.reason if fell else STOPS_SHORT if same else "is not in this bag, or no way out from here"
    return WhoRow(
        player_id=player_id,
        player_name=name,
        can=plays is not None,
        reason=None if plays else missing,
        need_m_s=plays.club_speed_m_s if plays else (fell.need_m_s if fell else None),
        has_m_s=same.full_speed_m_s if same else (fell.has_m_s if fell else None),
        first=None if first is None else summary_of(call_out(first)),
        strokes=None if first is None else first.strokes,
        is_escape=first is not None and first.target.name != "flag",
    )


def who_can(store: Store, body: SensitivityRequest) -> WhoResponse:
    """The same shot for stored players: who can play the call, who can't, and what each would do.

    Each is told the numbers of their own plan; more players than MOST_PLAYERS aren't asked.
    """
    call_id = body.call_id or ""
    players = list_players(store)
    rows = []
    for player in players[:MOST_PLAYERS]:
        own: dict[str, object] = {
            "player_id": player.id,
            "player": None,
            "only": [],
            "detail_for": [],
            "kept_club_id": None,
        }
        request = body.request.model_copy(update=own)
        # A turn for each: anyone who has a shot to book doesn't wait for a whole squad.
        with TURNS.taken():
            plan = plan_shot(question_of(store, request))
        rows.append(_who(player.id, player.name, plan, call_id))
    return WhoResponse(rows=rows, not_asked=max(len(players) - MOST_PLAYERS, 0))
