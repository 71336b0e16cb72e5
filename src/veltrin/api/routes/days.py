"""Days, one shot on two of them, the day sheet, and the weather mast."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Path, Request

from veltrin.api.deps import MastDep, StoreDep, free_port
from veltrin.service.devices import mast as mast_service
from veltrin.service.devices.contracts.mast import MastIn, MastOut
from veltrin.service.shot import days as day_service
from veltrin.service.shot.contracts.day import (
    DayIn,
    DayOut,
    DaySheetRequest,
    DaySheetResponse,
    TwoDaysRequest,
    TwoDaysResponse,
)

router = APIRouter(tags=["days"])

DayId = Annotated[int, Path(ge=1, le=2**31 - 1)]


@router.get("/days")
def list_days(store: StoreDep) -> list[DayOut]:
    """Saved days by name."""
    return day_service.list_days(store)


@router.post("/days", status_code=201)
def save_day(store: StoreDep, body: DayIn) -> DayOut:
    """Save a day; one of the same name is replaced."""
    return day_service.save_day(store, body)


@router.delete("/days/{day_id}", status_code=204)
def drop_day(store: StoreDep, day_id: DayId) -> None:
    """Delete a saved day."""
    day_service.drop_day(store, day_id)


@router.post("/two-days")
def on_two_days(store: StoreDep, body: TwoDaysRequest) -> TwoDaysResponse:
    """The same lie and line on two days: calls, and each day's first call struck on the other day, cause by cause."""
    return day_service.on_two_days(store, body)


@router.post("/day-sheet")
def day_sheet(store: StoreDep, body: DaySheetRequest) -> DaySheetResponse:
    """How far each club of a stored player carries on a day, by steps of wind and fall."""
    return day_service.sheet_of(store, body)


@router.get("/mast")
def hear_mast(mast: MastDep) -> MastOut:
    """What the weather mast says, and whether it still says it."""
    return mast.told()


@router.put("/mast")
def follow_mast(request: Request, mast: MastDep, body: MastIn) -> MastOut:
    """Listen to the mast on a port of this machine, or stop listening."""
    free_port(request, body.port)
    return mast_service.follow(mast, body)
