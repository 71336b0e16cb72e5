"""Use case: read a fault."""

from __future__ import annotations

from veltrin.core.learn import CHANCE, Ball, Shape, read_fault
from veltrin.service.book.contracts.book import CauseOut, FaultRequest, FaultResponse, ShapeOut
from veltrin.service.house.border import check, tell
from veltrin.service.house.turns import TURNS
from veltrin.service.shot.plan import no_call, question_of
from veltrin.service.shot.translate_plan import points_out
from veltrin.store.engine import Store

SHOWN = 5

check(ShapeOut, Shape, "flight", "run")


@TURNS.taken()
def read(store: Store, body: FaultRequest) -> FaultResponse:
    """Rank what may have gone wrong with a call, from what was seen of its balls."""
    balls = [
        Ball(
            frozenset(b.misses),
            None if b.heel_mm is None else b.heel_mm / 1000.0,
            None if b.turf_cm is None else b.turf_cm / 100.0,
            b.past_m,
            None if b.side_m is None else 0.0 - b.side_m,
            b.carry_m,
        )
        for b in body.balls
    ]
    read_out = read_fault(question_of(store, body.request), body.call_id, balls)
    if read_out is None:
        raise no_call(body.call_id)
    causes = [r for r in read_out.ranked if r.cause.id != CHANCE.id]
    chance = next(r.share for r in read_out.ranked if r.cause.id == CHANCE.id)
    return FaultResponse(
        causes=[
            CauseOut(
                id=r.cause.id,
                words=r.cause.words,
                sign=r.cause.sign,
                cure=r.cause.cure,
                share_pct=round(100.0 * r.share, 1),
                shape=_shape_out(r.shape),
            )
            for r in causes[:SHOWN]
        ],
        chance_pct=round(100.0 * chance, 1),
        planned=_shape_out(read_out.planned),
        meant_m=read_out.meant_m,
        long_m=read_out.long_m,
        wide_m=read_out.wide_m,
    )


def _shape_out(shape: Shape) -> ShapeOut:
    return tell(ShapeOut, shape, flight=points_out(shape.flight), run=points_out(shape.run))
