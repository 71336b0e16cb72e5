"""Settings, players."""

from __future__ import annotations

from fastapi import APIRouter

from veltrin.api.deps import StoreDep
from veltrin.service.lessons import privacy
from veltrin.service.players import players
from veltrin.service.players.contracts.players import (
    BagOut,
    GuardianIn,
    HeldOut,
    NewBagOut,
    PlayerEdit,
    PlayerNew,
    PlayerOut,
    PlayerPatch,
)
from veltrin.service.shot import settings
from veltrin.service.shot.contracts.settings import SettingsIn, SettingsOut

router = APIRouter()


@router.get("/settings", tags=["house"])
def read_settings(store: StoreDep) -> SettingsOut:
    """The coach's settings."""
    return settings.read_settings(store)


@router.put("/settings", tags=["house"])
def write_settings(store: StoreDep, body: SettingsIn) -> SettingsOut:
    """Replace the coach's settings."""
    return settings.write_settings(store, body)


@router.get("/players", tags=["players"])
def list_players(store: StoreDep) -> list[PlayerOut]:
    """All players with their bags."""
    return players.list_players(store)


@router.post("/players", status_code=201, tags=["players"])
def add_player(store: StoreDep, body: PlayerNew) -> PlayerOut:
    """Add a player; the bag is worked out from one carry, a speed, or a junior's height, or given."""
    return players.add_player(store, body)


@router.post("/players/bag", tags=["players"])
def new_bag(body: PlayerNew) -> NewBagOut:
    """Work out a new player's bag from what is known, without storing anything."""
    return players.new_bag(body)


@router.get("/players/{player_id}", tags=["players"])
def show_player(store: StoreDep, player_id: str) -> PlayerOut:
    """One player."""
    return players.show_player(store, player_id)


@router.patch("/players/{player_id}", tags=["players"])
def patch_player(store: StoreDep, player_id: str, body: PlayerPatch) -> PlayerOut:
    """Change one thing of a player: what clothes take, whether the book is heard, learn again from now."""
    return players.patch_player(store, player_id, body)


@router.put("/players/{player_id}", tags=["players"])
def edit_player(store: StoreDep, player_id: str, body: PlayerEdit) -> PlayerOut:
    """Write a player again, bag and all; 409 if somebody else has since `version` was read."""
    return players.edit_player(store, player_id, body)


@router.delete("/players/{player_id}", status_code=204, tags=["players"])
def drop_player(store: StoreDep, player_id: str) -> None:
    """Delete a player with everything of theirs."""
    privacy.drop_player(store, player_id)


@router.get("/players/{player_id}/held", tags=["players"])
def show_held(store: StoreDep, player_id: str) -> HeldOut:
    """How much is kept of a player: what deleting them takes away."""
    return privacy.show_held(store, player_id)


@router.put("/players/{player_id}/guardian", tags=["players"])
def put_guardian(store: StoreDep, player_id: str, body: GuardianIn) -> PlayerOut:
    """Write down who agreed to links, photographs and voice of a minor, and when."""
    return privacy.put_guardian(store, player_id, body)


@router.delete("/players/{player_id}/guardian", tags=["players"])
def drop_guardian(store: StoreDep, player_id: str) -> PlayerOut:
    """Take a guardian's word back: links end at once."""
    return privacy.drop_guardian(store, player_id)


@router.get("/players/{player_id}/bag", tags=["players"])
def show_bag(store: StoreDep, player_id: str) -> BagOut:
    """Steps of carry, what each wedge suits, what is missing, how worn the faces are."""
    return players.show_bag(store, player_id)
