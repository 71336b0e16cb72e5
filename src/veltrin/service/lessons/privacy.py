"""Use cases: what is kept of a player, deleting all of it, and a guardian's word for a minor."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, date, datetime

from veltrin.service.house.errors import ConflictError, DomainError
from veltrin.service.players.contracts.players import GuardianIn, HeldOut, PlayerOut
from veltrin.service.players.players import find_stored, is_minor, nobody, rewrite
from veltrin.service.shot.contracts.settings import SettingsIn
from veltrin.service.shot.settings import read_settings, write_samples, write_settings
from veltrin.store.across import drop_unasked
from veltrin.store.engine import Store
from veltrin.store.repositories import held as held_rows
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import links as link_rows
from veltrin.store.repositories import players as rows
from veltrin.store.repositories.players import StoredPlayer


def show_held(store: Store, player_id: str) -> HeldOut:
    """How much is kept of a player: what deleting them takes away."""
    find_stored(store, player_id)
    with store.session() as session:
        return HeldOut(**held_rows.counts(session, player_id))


def drop_player(store: Store, player_id: str) -> None:
    """Delete a player and everything of theirs: shots, questions, photographs, links, what they did in lessons, scenes.

    Copies of the whole database that were made before keep it until they are tidied away.
    """
    with store.session() as session:
        asked = held_rows.questions(session, player_id)
        held_rows.drop_loose(session, player_id)
        if not rows.delete(session, player_id):
            raise nobody(player_id)
        lesson_rows.drop_empty(session)
        session.flush()
        drop_unasked(session, asked)
    settings = read_settings(store)
    if player_id in settings.sample_ids:
        settings = write_samples(store, [one for one in settings.sample_ids if one != player_id])
    if settings.last_player_id == player_id:
        told = settings.model_dump() | {"last_player_id": None, "version": settings.version or None}
        write_settings(store, SettingsIn.model_validate(told))


def may_be_shown(stored: StoredPlayer) -> None:
    """Refuse links, photographs and voice of a minor without a guardian's word. ConflictError."""
    if is_minor(stored.birth_year) and not stored.guardian:
        raise ConflictError(
            "guardian",
            f"{stored.player.name} is under eighteen, and no guardian has agreed yet.",
            "Ask a parent or guardian, then write down who agreed and when (Players).",
        )


def put_guardian(store: Store, player_id: str, body: GuardianIn) -> PlayerOut:
    """Write down who agreed to links, photographs and voice of a minor, and when."""
    today = datetime.now(UTC).date()
    if not date(1990, 1, 1) <= body.on <= today.replace(year=today.year + 1):
        raise DomainError("on", "is not a day on which somebody can have agreed.", "Give the day of the signature.")
    stored = find_stored(store, player_id)
    return rewrite(store, replace(stored, guardian=body.name.strip(), guardian_on=body.on))


def drop_guardian(store: Store, player_id: str) -> PlayerOut:
    """Take a guardian's word back: links end at once, and there are no new ones; photographs stay until deleted."""
    stored = find_stored(store, player_id)
    with store.session() as session:
        link_rows.drop_of_player(session, player_id)
    return rewrite(store, replace(stored, guardian="", guardian_on=None))
