"""Planning, flying and keeping shots."""

from __future__ import annotations

from itertools import chain
from typing import Annotated

from fastapi import APIRouter, Path, Response
from fastapi.responses import StreamingResponse

from veltrin.api.deps import StoreDep
from veltrin.api.stream import NDJSON, streamed
from veltrin.service.shot import answers, kept_shots
from veltrin.service.shot import flight as flight_service
from veltrin.service.shot.contracts.flight import FlightRequest, FlightResponse
from veltrin.service.shot.contracts.kept_shots import CardIn, ShotNew, ShotOut
from veltrin.service.shot.contracts.plan import PlanRequest, PlanResponse

router = APIRouter(tags=["shots"])

# SQLite holds whole numbers up to 2^63; a row number beyond 2^53 would not survive JSON either.
ShotId = Annotated[int, Path(ge=1, le=2**31 - 1)]

CACHE = "Cache-Status"
"""Header that says where an answer comes from. Source: RFC 9211."""


def status_of(told: answers.Told) -> dict[str, str]:
    """Whether a plan was remembered or worked out for this request."""
    return {CACHE: "veltrin; hit" if told.was_known else "veltrin; fwd=miss"}


@router.post("/plan", response_model=PlanResponse)
def plan(store: StoreDep, body: PlanRequest) -> Response:
    """Plan one shot: ranked calls with set-up, aim, flight and reasons. Cache-Status says whether it was remembered."""
    told = answers.answer(store, body)
    return Response(told.text, media_type="application/json", headers=status_of(told))


@router.post(
    "/plan/stream",
    response_class=StreamingResponse,
    responses={200: {"content": {NDJSON: {"schema": {"type": "string"}}}, "description": "One plan a line."}},
)
def plan_by_stages(store: StoreDep, body: PlanRequest) -> StreamingResponse:
    """The same, answered in stages, a JSON line each: the calls at once, then with the risk from many strikes."""
    stages = answers.answer_by_stages(store, body)
    # What is refused is refused before the first byte leaves.
    first = next(stages)
    return streamed((told.text for told in chain([first], stages)), status_of(first))


@router.post("/flight")
def flight(body: FlightRequest) -> FlightResponse:
    """Fly one ball from its launch numbers."""
    return flight_service.fly_one(body)


@router.get("/shots")
def list_shots(store: StoreDep) -> list[ShotOut]:
    """Kept shots, newest first."""
    return kept_shots.list_shots(store)


@router.post("/shots", status_code=201)
def keep_shot(store: StoreDep, body: ShotNew) -> ShotOut:
    """Keep a shot with its chosen call and a note."""
    return kept_shots.keep_shot(store, body)


@router.put("/shots/{shot_id}/card")
def put_on_card(store: StoreDep, shot_id: ShotId, body: CardIn) -> ShotOut:
    """Put a kept shot on its player's card, or take it off."""
    return kept_shots.put_on_card(store, shot_id, body.on_card)


@router.get("/shots/{shot_id}")
def show_shot(store: StoreDep, shot_id: ShotId) -> ShotOut:
    """One kept shot."""
    return kept_shots.show_shot(store, shot_id)


@router.delete("/shots/{shot_id}", status_code=204)
def drop_shot(store: StoreDep, shot_id: ShotId) -> None:
    """Delete a kept shot."""
    kept_shots.drop_shot(store, shot_id)
