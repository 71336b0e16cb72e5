"""Answers of the core as contracts: whatever the border doesn't turn by itself."""

from __future__ import annotations

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.methods import HAND_WORDS, Method, in_general
from veltrin.core.plan import (
    Call,
    Harder,
    LedgerRow,
    Odds,
    Plan,
    RuledClub,
    RuledOut,
    Schools,
    SetupNote,
    Share,
    Spread,
    StockReference,
    Swap,
    outline_of,
    together,
)
from veltrin.core.plan.target import Target
from veltrin.service.house.border import check, tell
from veltrin.service.shot.contracts.methods import MethodOut, SchoolRowOut, SchoolsResponse
from veltrin.service.shot.contracts.plan import (
    CallOut,
    DetailOut,
    GhostOut,
    HarderOut,
    LedgerRowOut,
    LedgersOut,
    OddsOut,
    PlanResponse,
    Points,
    RuledClubOut,
    RuledOutOut,
    SetupOut,
    ShareOut,
    SpreadOut,
    SwapOut,
    TargetOut,
)

ENDS_SHOWN = 100
"""Of the strikes of a scatter, so many are drawn: evenly spread, whatever their number."""

check(CallOut, Call, "detail")
check(GhostOut, StockReference, "flight", "run")
for contract, kind in (
    (SetupOut, SetupNote),
    (OddsOut, Odds),
    (SpreadOut, Spread),
    (ShareOut, Share),
    (TargetOut, Target),
    (SwapOut, Swap),
    (HarderOut, Harder),
    (RuledClubOut, RuledClub),
    (RuledOutOut, RuledOut),
):
    check(contract, kind)


def points_out(points: Vec) -> Points:
    """Polyline with right positive, to the centimetre."""
    return [(x, y, z) for x, y, z in _mirrored(points, (1.0, -1.0, 1.0))]


def places_out(places: Vec) -> list[tuple[float, float]]:
    """Places with right positive, to the centimetre."""
    return [(x, y) for x, y in _mirrored(places, (1.0, -1.0))]


def _mirrored(places: Vec, by: tuple[float, ...]) -> list[list[float]]:
    """Places to the centimetre, without minus zeros."""
    return (np.round(places * by, 2) + 0.0).tolist()  # type: ignore[no-any-return]


def rows_out(rows: tuple[LedgerRow, ...], sign: float = 1.0) -> list[LedgerRowOut]:
    """Core to contract; `sign` -1 turns left positive into right positive."""
    return [LedgerRowOut(words=r.words, value=sign * r.value + 0.0, total=r.total) for r in rows]


def _detail(call: Call) -> DetailOut | None:
    if call.detail is None:
        return None
    detail, spread = call.detail, call.spread
    ghost = detail.ghost
    ledgers = {name: rows_out(rows, -1.0 if name == "aim" else 1.0) for name, rows in detail.ledgers.items()}
    return DetailOut(
        flight=points_out(detail.flight),
        run=points_out(detail.run),
        ledgers=LedgersOut.model_validate(ledgers),
        ghost=tell(GhostOut, ghost, flight=points_out(ghost.flight), run=points_out(ghost.run)),
        ends=[] if spread is None else places_out(spread.ends[:ENDS_SHOWN]),
        outline=[] if spread is None else places_out(outline_of(spread.ends)),
    )


def call_out(call: Call) -> CallOut:
    """Core to contract."""
    return tell(CallOut, call, detail=_detail(call))


def plan_out(plan: Plan) -> PlanResponse:
    """Core to contract."""
    return tell(
        PlanResponse,
        plan,
        calls=[call_out(c) for c in plan.calls],
        ruled_out=[tell(RuledOutOut, one) for one in together(plan.fell_out)],
        has_risk=any(c.spread is not None for c in plan.calls),
    )


def method_out(method: Method, *, left_handed: bool = False) -> MethodOut:
    """Core to contract, told for one hand."""
    return tell(MethodOut, in_general(method, left_handed=left_handed), hand=HAND_WORDS[method.hand])


def schools_out(schools: Schools) -> SchoolsResponse:
    """Core to contract."""
    rows = [tell(SchoolRowOut, r, call=None if r.call is None else call_out(r.call)) for r in schools.rows]
    return SchoolsResponse(rows=rows)
