"""Made-up players for looking around."""

from __future__ import annotations

from fastapi import APIRouter

from veltrin.api.deps import StoreDep
from veltrin.demo.samples import add_samples, drop_samples
from veltrin.service.players.contracts.players import PlayerOut

router = APIRouter(tags=["house"])


@router.post("/samples", status_code=201)
def put_samples(store: StoreDep) -> list[PlayerOut]:
    """Add made-up players with shots, sessions and a lesson; 409 if they are here already."""
    return add_samples(store)


@router.delete("/samples", status_code=204)
def take_samples(store: StoreDep) -> None:
    """Delete the made-up players with everything of theirs."""
    drop_samples(store)
