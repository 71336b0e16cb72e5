"""Use cases: calibrations that are offered to a coach, looked at, gone by, given back."""

from __future__ import annotations

import logging
import threading
from collections import defaultdict

from sqlalchemy.orm import Session

from veltrin.core.law import LAW
from veltrin.service.book.renew import renew_own, waiting
from veltrin.service.house.errors import ConflictError, NotFoundError
from veltrin.service.house.kept import opened
from veltrin.service.many.contracts.calibrations import (
    CalibrationBody,
    CalibrationOut,
    CalibrationRowOut,
    OfferedOut,
    TakeIn,
)
from veltrin.service.many.forms import CALIBRATION
from veltrin.service.players.laws import laws_in
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import many as rows
from veltrin.store.sound import StoreError
from veltrin.store.tables import CalibrationRow

log = logging.getLogger(__name__)


def _row(row: CalibrationRow, academy: str | None, body: CalibrationBody, *, is_taken: bool) -> CalibrationRowOut:
    return CalibrationRowOut(
        id=row.id,
        made_at=row.made_at,
        academy=academy,
        coaches=body.coaches,
        players=body.players,
        shots=body.shots,
        measured=sum(one.is_measured for one in body.numbers),
        helps=body.left_out.helps,
        is_taken=is_taken,
        is_of_today=CALIBRATION.open(row.body).law == LAW,
    )


def offered(store: Store) -> OfferedOut:
    """What is offered to the coach who asks, newest first."""
    with store.session() as session:
        found, taken = rows.calibrations(session), rows.taken(session)
    return OfferedOut(
        calibrations=[
            _row(row, academy, opened(CALIBRATION, row.body, "calibration"), is_taken=_is(taken, row))
            for row, academy in found
        ],
        waiting=waiting(store),
    )


def _is(taken: rows.Taken | None, row: CalibrationRow) -> bool:
    return taken is not None and taken.id == row.id


def show(store: Store, calibration_id: int) -> CalibrationOut:
    """One in full; NotFoundError where it isn't offered to this coach."""
    with store.session() as session:
        row, academy = _find(session, calibration_id)
        taken = rows.taken(session)
    body = opened(CALIBRATION, row.body, "calibration")
    return CalibrationOut(**_row(row, academy, body, is_taken=_is(taken, row)).model_dump(), body=body)


def _find(session: Session, calibration_id: int) -> tuple[CalibrationRow, str | None]:
    for row, academy in rows.calibrations(session):
        if row.id == calibration_id:
            return row, academy
    raise NotFoundError("calibration_id", f"There is no calibration {calibration_id}.", "Choose one from the list.")


def take(store: Store, calibration_id: int, body: TakeIn) -> OfferedOut:
    """Let one's plans go by a calibration from now on, or by the usual numbers again.

    What booked shots taught was held against other numbers: each is compared again, in the background, and teaches
    again when it has been. ConflictError for one that was measured against the laws of another Veltrin.
    """
    with store.session() as session:
        row, _ = _find(session, calibration_id)
        if body.taken and CALIBRATION.open(row.body).law != LAW:
            raise ConflictError(
                "calibration_id", "It was measured against the laws of another Veltrin.",
                "Calibrate again: veltrin calibrate.",
            )  # fmt: skip
        taken = rows.taken(session)
        if body.taken or _is(taken, row):
            before = laws_in(session).number
            rows.take(session, row.id if body.taken else None)
            # A stock swing from a clean lie is the same by all of them.
            book_rows.renumber_unplanned(session, before, laws_in(session).number)
    begin_renewing(store)
    return offered(store)


_locks: defaultdict[tuple[str, int], threading.Lock] = defaultdict(threading.Lock)


def begin_renewing(store: Store) -> threading.Thread:
    """Compare again what waits for it, beside everything else. Cut off, it goes on where Veltrin starts next."""
    worker = threading.Thread(target=_renew, args=(store,), name=f"renewing-{store.coach_id}", daemon=True)
    worker.start()
    return worker


def _renew(store: Store) -> None:
    # One after the other: the second looks again at what the first has left of other numbers.
    with _locks[store.name, store.coach_id]:
        try:
            for _ in renew_own(store):
                pass
        except StoreError as error:
            log.warning("Booked shots are compared at the next start: the database %s", error.problem)
