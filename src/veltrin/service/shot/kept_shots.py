"""Use cases: kept shots."""

from __future__ import annotations

from veltrin.service.house.border import copied
from veltrin.service.house.errors import ConflictError, NotFoundError
from veltrin.service.house.joining import join
from veltrin.service.players.players import find_stored
from veltrin.service.shot.contracts.kept_shots import ShotNew, ShotOut
from veltrin.service.shot.forms import CALL, QUESTION
from veltrin.service.shot.plan import plain_request, plan
from veltrin.service.shot.summary import summary_of
from veltrin.store.engine import Store
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import shots as shot_rows
from veltrin.store.tables import ShotRow


def _out(row: ShotRow) -> ShotOut:
    asked = QUESTION.open(row.request_json)
    given = {"request": asked.value, "problem": asked.problem}
    return copied(ShotOut, row, player_name=row.player.name, say=row.key_words, **given)


def keep_shot(store: Store, body: ShotNew) -> ShotOut:
    """Keep a shot of a stored player; the call must be a feasible answer to the question."""
    if body.request.player_id is None:
        raise ConflictError(
            "request.player_id", "a shot is saved for a stored player.", "Add the player first, then give player_id."
        )
    player = find_stored(store, body.request.player_id).player
    question = plain_request(body.request).model_copy(update={"only": [body.call_id]})
    calls = plan(store, question).calls
    if not calls:
        raise ConflictError(
            "call_id", f"'{body.call_id}' is not a feasible call for this shot.", "Choose a call from the plan."
        )
    plain = plain_request(body.request)
    with store.session() as session:
        stored = shot_rows.add(
            session,
            player_id=player.id,
            call_id=body.call_id,
            note=body.note,
            summary=summary_of(calls[0]),
            say=tuple(calls[0].key_words),
            on_card=body.on_card,
            request_json=QUESTION.keep(plain),
        )
        join(
            session,
            "shot",
            str(stored.id),
            player.id,
            summary=stored.summary,
            request_json=stored.request_json,
            call_id=calls[0].id,
            call_json=CALL.keep(calls[0]),
        )
    return _out(stored)


def list_shots(store: Store) -> list[ShotOut]:
    """Kept shots, newest first."""
    with store.session() as session:
        return [_out(s) for s in shot_rows.load_all(session)]


def _no_shot(shot_id: int) -> NotFoundError:
    return NotFoundError("shot_id", f"There is no saved shot {shot_id}.", "Choose one from /api/shots.")


def show_shot(store: Store, shot_id: int) -> ShotOut:
    """One kept shot."""
    with store.session() as session:
        found = shot_rows.load(session, shot_id)
    if found is None:
        raise _no_shot(shot_id)
    return _out(found)


def put_on_card(store: Store, shot_id: int, on_card: bool) -> ShotOut:
    """Put a kept shot on its player's card, or take it off."""
    with store.session() as session:
        found = shot_rows.set_card(session, shot_id, on_card)
    if found is None:
        raise _no_shot(shot_id)
    return _out(found)


def drop_shot(store: Store, shot_id: int) -> None:
    """Delete a kept shot."""
    with store.session() as session:
        if not shot_rows.delete(session, shot_id):
            raise _no_shot(shot_id)
        lesson_rows.forget(session, "shot", str(shot_id))
