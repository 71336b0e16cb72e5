"""Which laws a coach's answers are made by: the usual ones, or those of a calibration that the coach goes by."""

from __future__ import annotations

from sqlalchemy.orm import Session

from veltrin.core.coefficient import LawShare
from veltrin.core.law import LAW, USUAL_LAWS, Laws
from veltrin.service.house.remembered import Remembered
from veltrin.service.players.forms import LAW_SHARES
from veltrin.store.engine import Store
from veltrin.store.repositories import many as rows

_read: Remembered[str, tuple[LawShare, ...]] = Remembered(64)


def laws_in(session: Session) -> Laws:
    """Those of the coach who asks.

    What was measured against other laws than today's doesn't fit them: then the usual ones are gone by.
    """
    taken = rows.taken(session)
    if taken is None:
        return USUAL_LAWS
    known = _read.get(taken.shares)
    if known is None:
        known = shares_of(taken.shares)
        _read.put(taken.shares, known)
    return Laws.calibrated(taken.id, known) if known else USUAL_LAWS


def shares_of(kept: str) -> tuple[LawShare, ...]:
    """What a calibration moves; nothing where it was measured against other laws than today's."""
    opened = LAW_SHARES.open(kept)
    if opened.value is None or opened.law != LAW:
        return ()
    return tuple(LawShare(*one) for one in opened.value)


def laws_of(store: Store) -> Laws:
    """Those of the coach whose store it is."""
    with store.session() as session:
        return laws_in(session)
