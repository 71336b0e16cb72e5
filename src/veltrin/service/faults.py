"""Use case: read a fault."""

from __future__ import annotations

from veltrin.core.learn import CHANCE, Ball, read_fault
from veltrin.service.contracts.book import CauseOut, FaultRequest, FaultResponse
from veltrin.service.plan import question_of
from veltrin.service.planned import no_call
from veltrin.store.engine import Store

SHOWN = 5


def read(store: Store, body: FaultRequest) -> FaultResponse:
    """Rank what may have gone wrong with a call, from what was seen of its balls."""
    balls = [
        Ball(
            frozenset(b.misses),
            None if b.heel_mm is None else b.heel_mm / 1000.0,
            None if b.turf_cm is None else b.turf_cm / 100.0,
        )
        for b in body.balls
    ]
    ranked = read_fault(question_of(store, body.request), body.call_id, balls)
    if ranked is None:
        raise no_call(body.call_id)
    causes = [r for r in ranked if r.cause.id != CHANCE.id]
    chance = next(r.share for r in ranked if r.cause.id == CHANCE.id)
    return FaultResponse(
        causes=[
            CauseOut(
                id=r.cause.id,
                words=r.cause.words,
                sign=r.cause.sign,
                cure=r.cause.cure,
                share_pct=round(100.0 * r.share, 1),
            )
            for r in causes[:SHOWN]
        ],
        chance_pct=round(100.0 * chance, 1),
    )
