"""Health, settings, players."""

from __future__ import annotations

from fastapi import APIRouter, Request

from veltrin.api.deps import StoreDep
from veltrin.service import players, record
from veltrin.service.contracts.players import PlayerNew, PlayerOut, PlayerPatch
from veltrin.service.contracts.record import HealthOut, SettingsBody

router = APIRouter()


@router.get("/health", tags=["house"])
def health(request: Request) -> HealthOut:
    """Whether the server is warming up or ready."""
    state: HealthOut = request.app.state.health
    return state


@router.get("/settings", tags=["house"])
def read_settings(store: StoreDep) -> SettingsBody:
    """The coach's settings."""
    return record.read_settings(store)


@router.put("/settings", tags=["house"])
def write_settings(store: StoreDep, body: SettingsBody) -> SettingsBody:
    """Replace the coach's settings."""
    return record.write_settings(store, body)


@router.get("/players", tags=["players"])
def list_players(store: StoreDep) -> list[PlayerOut]:
    """All players with their bags."""
    return players.list_players(store)


@router.post("/players", status_code=201, tags=["players"])
def add_player(store: StoreDep, body: PlayerNew) -> PlayerOut:
    """Add a player; the usual bag is scaled from the 7-iron carry."""
    return players.add_player(store, body)


@router.get("/players/{player_id}", tags=["players"])
def show_player(store: StoreDep, player_id: str) -> PlayerOut:
    """One player."""
    return players.show_player(store, player_id)


@router.patch("/players/{player_id}", tags=["players"])
def patch_player(store: StoreDep, player_id: str, body: PlayerPatch) -> PlayerOut:
    """Change what clothes take from a player's swing."""
    return players.patch_player(store, player_id, body)
