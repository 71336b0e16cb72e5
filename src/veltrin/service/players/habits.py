"""Use cases: what a player's own book teaches; look at it."""

from __future__ import annotations

import math
from dataclasses import replace

from veltrin.core.kit import Effect, Learned
from veltrin.core.learn import learn
from veltrin.core.learn.rates import Z_80
from veltrin.service.house.remembered import Remembered
from veltrin.service.house.words import cover_words, method_words
from veltrin.service.players.contracts.learnt import EffectOut, LearntOut
from veltrin.service.players.laws import laws_in, laws_of
from veltrin.service.players.players import MOST_KNOWN, find_stored
from veltrin.store.dialect import read_one_state
from veltrin.store.engine import Store
from veltrin.store.repositories import book_sums as rows
from veltrin.store.repositories.players import StoredPlayer

_known: Remembered[tuple[str, str], tuple[rows.Sums, Learned]] = Remembered(MOST_KNOWN)


def _learnt(store: Store, stored: StoredPlayer) -> tuple[Learned, int]:
    """What is learnt, and from how many shots. What was summed before is not read again: every plan asks for it."""
    key = (store.name, stored.player.id)
    known = _known.get(key)
    with store.session() as session:
        read_one_state(session)
        laws = laws_in(session)
        found = rows.sums(session, stored.player.id, laws.number, stored.learns_from, known[0] if known else None)
    own = known[1] if known and known[0] is found else replace(learn(found.cells), laws=laws)
    _known.put(key, (found, own))
    return own, sum(c.shots for c in found.cells if c.quantity == "speed")


def habits_of(store: Store, stored: StoredPlayer) -> Learned:
    """What plans add for this player; nothing where the book is switched off."""
    return _learnt(store, stored)[0] if stored.learns else Learned(laws=laws_of(store))


def _words(effect: Effect) -> str:
    if effect.by == "cover":
        return cover_words(effect.name)
    if effect.by == "method":
        return method_words(effect.name).lower()
    return f"{effect.name}s"


def _shown(effect: Effect, value: float) -> float:
    return round(math.degrees(value) if effect.quantity == "face" else 100.0 * math.expm1(value), 1) + 0.0


def _effect_out(effect: Effect) -> EffectOut:
    half = Z_80 * effect.deviation
    return EffectOut(
        quantity=effect.quantity,
        by=effect.by,
        name=effect.name,
        words=_words(effect),
        value=_shown(effect, effect.value),
        low=_shown(effect, effect.value - half),
        high=_shown(effect, effect.value + half),
        shots=effect.shots,
    )


def show_learnt(store: Store, player_id: str) -> LearntOut:
    """Everything the book teaches of a player, most shots first, whether or not it is heard."""
    stored = find_stored(store, player_id)
    own, shots = _learnt(store, stored)
    order = {"cover": 0, "method": 1, "family": 2}
    effects = sorted(own.effects, key=lambda e: (order[e.by], -e.shots, e.name))
    return LearntOut(
        player_id=player_id,
        learns=stored.learns,
        learns_from=stored.learns_from,
        practice=stored.practice,
        shots=shots,
        effects=[_effect_out(e) for e in effects],
    )
