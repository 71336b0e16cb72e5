"""Use cases: list, show and add players."""

from __future__ import annotations

import re
import unicodedata
import uuid

from veltrin.core.kit import build_bag
from veltrin.core.plan import stock_speeds
from veltrin.service.contracts.players import PlayerNew, PlayerOut, PlayerPatch
from veltrin.service.errors import NotFoundError
from veltrin.service.translate import club_out, player_in
from veltrin.store.engine import Store
from veltrin.store.repositories import players as rows
from veltrin.store.repositories.players import StoredPlayer


def _out(stored: StoredPlayer) -> PlayerOut:
    player = stored.player
    return PlayerOut(
        id=player.id,
        name=player.name,
        hand="left" if player.left_handed else "right",
        stature_m=player.stature_m,
        handicap=player.handicap,
        note=stored.note,
        layer_pct=round(100.0 * player.layer_share, 2),
        clubs=[club_out(c) for c in player.bag],
        pinned=[m for m, stand in stored.stands.items() if stand == "pinned"],
        excluded=[m for m, stand in stored.stands.items() if stand == "excluded"],
    )


def list_players(store: Store) -> list[PlayerOut]:
    """All players by name."""
    with store.session() as session:
        return [_out(p) for p in rows.load_all(session)]


def find_stored(store: Store, player_id: str) -> StoredPlayer:
    """A player of the store; NotFoundError if there is none of that id."""
    with store.session() as session:
        found = rows.load(session, player_id)
    if found is None:
        raise _nobody(player_id)
    return found


def show_player(store: Store, player_id: str) -> PlayerOut:
    """One player; NotFoundError if there is none of that id."""
    return _out(find_stored(store, player_id))


def patch_player(store: Store, player_id: str, body: PlayerPatch) -> PlayerOut:
    """Change a player."""
    with store.session() as session:
        found = rows.set_layer_share(session, player_id, body.layer_pct / 100.0)
    if not found:
        raise _nobody(player_id)
    return show_player(store, player_id)


def _nobody(player_id: str) -> NotFoundError:
    return NotFoundError("player_id", f"There is no player '{player_id}'.", "Choose one from /api/players.")


def _new_id(name: str) -> str:
    plain = unicodedata.normalize("NFKD", name).encode("ascii", "ignore").decode()
    slug = re.sub(r"[^a-z0-9]+", "-", plain.lower()).strip("-")[:24] or "player"
    return f"{slug}-{uuid.uuid4().hex[:6]}"


def add_player(store: Store, body: PlayerNew, player_id: str | None = None) -> PlayerOut:
    """Add a player with the usual bag scaled from one carry. Nothing is stored if no swing gives such carries."""
    bag = build_bag(body.seven_iron_carry_m, tuple(body.leave_out))
    stored = StoredPlayer(player_in(player_id or _new_id(body.name), body, bag), body.note)
    stock_speeds(stored.player)
    with store.session() as session:
        rows.save(session, stored)
    return _out(stored)
