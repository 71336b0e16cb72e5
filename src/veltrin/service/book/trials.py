"""Use cases: trials of two ways of playing one shot."""

from __future__ import annotations

import uuid
from datetime import UTC, datetime
from typing import Any, get_args

from veltrin.core.learn import Arm, Difference, compare, mean_within, order_of
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.book.contracts.book import CloudOut, FinishedOut, MeasureOut, TrialNew, TrialOut
from veltrin.service.book.planned import planned_shot
from veltrin.service.house.border import deg
from veltrin.service.house.errors import ConflictError, NotFoundError
from veltrin.service.house.joining import join
from veltrin.service.house.words import method_words
from veltrin.service.players.players import find_stored
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.forms import QUESTION
from veltrin.service.shot.plan import plain_request
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import trials as rows
from veltrin.store.repositories.book import Which
from veltrin.store.tables import BookingRow, TrialRow

# Name, unit, how it is read off a ball, smallest difference worth having, whether more is better. Judgement.
_MEASURES: tuple[tuple[str, str, Any, float, bool], ...] = (
    ("left to the target", "m", lambda b: _left(b), 0.5, False),
    ("carry", "m", lambda b: b.carry_m, 1.0, True),
    ("finish", "m", lambda b: b.total_m, 1.0, True),
    ("off to the side", "m", lambda b: None if b.side_m is None else abs(b.side_m), 0.5, False),
    ("launch", "deg", lambda b: None if b.launch_rad is None else deg(b.launch_rad), 1.0, True),
    ("descent", "deg", lambda b: None if b.descent_rad is None else deg(b.descent_rad), 2.0, True),
    ("spin", "rpm", lambda b: None if b.spin_rad_s is None else b.spin_rad_s / RAD_S_PER_RPM, 300.0, True),
)


def _left(ball: BookingRow) -> float | None:
    if ball.total_m is None or ball.side_m is None:
        return None
    return float(((ball.total_m - ball.target_m) ** 2 + ball.side_m**2) ** 0.5)


def _words_of(store: Store, request: PlanRequest, call_id: str) -> str:
    planned = planned_shot(store, request, call_id)
    return f"{planned.club_name}, {method_words(planned.method_id).lower()}"


def start_trial(store: Store, body: TrialNew) -> TrialOut:
    """Start a trial: both calls must be feasible for the shot, and differ."""
    request = plain_request(body.request)
    if request.player_id is None:
        raise ConflictError("request.player_id", "a trial is run with a stored player.", "Add the player first.")
    if body.a_call == body.b_call:
        raise ConflictError("b_call", "both ways are the same.", "Choose two different calls.")
    a_words, b_words = (_words_of(store, request, call) for call in (body.a_call, body.b_call))
    trial_id = str(uuid.uuid4())
    trial = TrialRow(
        id=trial_id,
        player_id=find_stored(store, request.player_id).player.id,
        name=body.name or f"{a_words} against {b_words}"[:80],
        made_at=datetime.now(UTC),
        a_call=body.a_call,
        b_call=body.b_call,
        a_words=a_words,
        b_words=b_words,
        order="".join(order_of(body.balls_each, uuid.UUID(trial_id).int % 2**32)),
        request_json=QUESTION.keep(request),
    )
    with store.session() as session:
        rows.add(session, trial)
        join(session, "trial", trial_id, trial.player_id, summary=f"Trial: {trial.name}")
    return _out(store, trial)


def verdict_words(found: Difference, unit: str, a_words: str, b_words: str) -> str:
    """An honest verdict in words."""
    if found.verdict in ("a", "b"):
        return f"{a_words if found.verdict == 'a' else b_words} is better; the interval leaves nought out."
    if found.verdict == "same":
        return "No difference worth having."
    each = min(found.shots)
    digits = 0 if unit == "rpm" else 1
    more = "" if found.needed is None else f"; about {found.needed} each would settle it"
    return f"{each} balls each can't tell {found.tells:.{digits}f} {unit}{more}."


def _measures(balls: list[BookingRow], trial: TrialRow) -> list[MeasureOut]:
    measures = []
    for name, unit, read, matters, more in _MEASURES:
        told = {arm: [v for b in balls if b.arm == arm and (v := read(b)) is not None] for arm in ("a", "b")}
        found = compare(told["a"], told["b"], matters, more_is_better=more)
        if found is None:
            continue
        measures.append(
            MeasureOut(
                name=name,
                unit=unit,
                shots_a=found.shots[0],
                shots_b=found.shots[1],
                mean_a=found.means[0],
                mean_b=found.means[1],
                sd_a=found.deviations[0],
                sd_b=found.deviations[1],
                difference=found.difference,
                low=found.low,
                high=found.high,
                verdict=found.verdict,
                words=verdict_words(found, unit, trial.a_words, trial.b_words),
            )
        )
    return measures


def _finished(balls: list[BookingRow]) -> list[FinishedOut]:
    return [
        FinishedOut.model_validate({"arm": b.arm, "past_m": b.total_m - b.target_m, "side_m": 0.0 - b.side_m})
        for b in balls
        if b.arm is not None and b.total_m is not None and b.side_m is not None
    ]


def _clouds(finished: list[FinishedOut]) -> list[CloudOut]:
    clouds = []
    for arm in get_args(Arm):
        ours = [b for b in finished if b.arm == arm]
        past, side = mean_within([b.past_m for b in ours]), mean_within([b.side_m for b in ours])
        if past is not None and side is not None:
            clouds.append(
                CloudOut(arm=arm, past_m=past[0], past_within_m=past[1], side_m=side[0], side_within_m=side[1])
            )
    return clouds


def _out(store: Store, trial: TrialRow) -> TrialOut:
    with store.session() as session:
        balls = book_rows.every(session, Which(trial.player_id, trial_id=trial.id))
    finished, asked = _finished(balls), QUESTION.open(trial.request_json)
    left = list(trial.order)
    for ball in balls:
        if ball.arm in left:
            left.remove(str(ball.arm))
    return TrialOut.model_validate(
        {
            "id": trial.id,
            "player_id": trial.player_id,
            "name": trial.name,
            "made_at": trial.made_at,
            "a_call": trial.a_call,
            "b_call": trial.b_call,
            "a_words": trial.a_words,
            "b_words": trial.b_words,
            "order": list(trial.order),
            "struck": len(balls),
            "next_arm": left[0] if left else None,
            "measures": _measures(balls, trial),
            "balls": finished,
            "clouds": _clouds(finished),
            "request": asked.value,
            "problem": asked.problem,
        }
    )


def _no_trial() -> NotFoundError:
    return NotFoundError("trial_id", "There is no such trial.", "Choose one from /api/trials.")


def list_trials(store: Store, player_id: str) -> list[TrialOut]:
    """A player's trials, newest first."""
    find_stored(store, player_id)
    with store.session() as session:
        found = rows.load_all(session, player_id)
    return [_out(store, trial) for trial in found]


def show_trial(store: Store, trial_id: str) -> TrialOut:
    """One trial with what it has shown so far."""
    with store.session() as session:
        found = rows.load(session, trial_id)
    if found is None:
        raise _no_trial()
    return _out(store, found)


def drop_trial(store: Store, trial_id: str) -> None:
    """Delete a trial; its balls stay in the book."""
    with store.session() as session:
        if not rows.delete(session, trial_id):
            raise _no_trial()
        lesson_rows.forget(session, "trial", trial_id)
