"""Covers, measuring helps, methods and schools."""

from __future__ import annotations

from fastapi import APIRouter

from veltrin.api.deps import StoreDep
from veltrin.service.players.contracts.players import Hand, PlayerOut
from veltrin.service.shot import ground as ground_service
from veltrin.service.shot import methods as method_service
from veltrin.service.shot.contracts.ground import GroundOut, RiseIn, SlopeOut
from veltrin.service.shot.contracts.methods import CatalogueOut, SchoolsResponse, StandIn
from veltrin.service.shot.contracts.plan import PlanRequest

router = APIRouter()


@router.get("/ground", tags=["ground"])
def ground() -> GroundOut:
    """All covers, and the helps to read a lie with."""
    return ground_service.ground()


@router.post("/ground/slope", tags=["ground"])
def slope(body: RiseIn) -> SlopeOut:
    """A slope from a rise over a run, with how far it is usually off."""
    return ground_service.slope_from_rise(body)


@router.get("/methods", tags=["methods"])
def catalogue(hand: Hand = "right") -> CatalogueOut:
    """All methods, told for one hand, and what the schools disagree on."""
    return method_service.catalogue(hand)


@router.post("/schools", tags=["methods"])
def schools(store: StoreDep, body: PlanRequest) -> SchoolsResponse:
    """Every method for one shot, each with its best club, or why it can't be played."""
    return method_service.schools(store, body)


@router.put("/players/{player_id}/methods/{method_id}", tags=["methods"])
def set_stand(store: StoreDep, player_id: str, method_id: str, body: StandIn) -> PlayerOut:
    """Pin or leave out a method for a player, or take that back."""
    return method_service.set_stand(store, player_id, method_id, body.stand)
