"""Academies, and calibrations of the laws by many books."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Path

from veltrin.api.deps import StoreDep
from veltrin.service.many import academies, calibrations
from veltrin.service.many.contracts.academies import AcademyOut, ConsentIn
from veltrin.service.many.contracts.calibrations import CalibrationOut, OfferedOut, TakeIn

router = APIRouter(tags=["many books"])

AcademyId = Annotated[int, Path(ge=1, le=2**31 - 1)]
CalibrationId = Annotated[int, Path(ge=1, le=2**31 - 1)]


@router.get("/academies")
def list_academies(store: StoreDep) -> list[AcademyOut]:
    """Academies of the coach who asks, with their members."""
    return academies.list_mine(store)


@router.put("/academies/{academy_id}/consent")
def consent(store: StoreDep, academy_id: AcademyId, body: ConsentIn) -> list[AcademyOut]:
    """Let one's books be calibrated with those of the academy, or not any more."""
    return academies.consent(store, academy_id, body)


@router.get("/calibrations")
def list_calibrations(store: StoreDep) -> OfferedOut:
    """What many books said of the laws, as far as it is offered to the coach who asks."""
    return calibrations.offered(store)


@router.get("/calibrations/{calibration_id}")
def show_calibration(store: StoreDep, calibration_id: CalibrationId) -> CalibrationOut:
    """A calibration in full; it names nobody."""
    return calibrations.show(store, calibration_id)


@router.put("/calibrations/{calibration_id}")
def take_calibration(store: StoreDep, calibration_id: CalibrationId, body: TakeIn) -> OfferedOut:
    """Let one's plans go by a calibration, or by the usual numbers again."""
    return calibrations.take(store, calibration_id, body)
