"""Scenes to read, and how somebody reads."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, BackgroundTasks, Path, Query

from veltrin.api.deps import PlayerId, StoreDep
from veltrin.service.eye import eye as eye_service
from veltrin.service.eye.contracts.eye import (
    EyeKindOut,
    EyeOut,
    GuessIn,
    OfferedOut,
    ReadIn,
    SceneOut,
    ScenePage,
    ScoreIn,
    ScoreOut,
)

router = APIRouter()

SceneName = Annotated[str, Path(pattern=r"^\d{1,9}\.[1-4]\.[a-z]{1,8}$")]
Reader = Annotated[str | None, Query(min_length=1, max_length=40)]


@router.get("/eye", tags=["practice"])
def show_eye(store: StoreDep, reader_id: Reader = None) -> EyeOut:
    """Today's scenes, and how the coach reads, or a player."""
    return eye_service.show_eye(store, reader_id)


@router.delete("/eye", status_code=204, tags=["practice"])
def forget_eye(store: StoreDep, reader_id: Reader = None) -> None:
    """Forget what was read: the eye is calibrated again."""
    eye_service.forget_eye(store, reader_id)


@router.get("/scenes", tags=["practice"])
def list_scenes(
    store: StoreDep,
    reader_id: Reader = None,
    limit: Annotated[int, Query(ge=1, le=200)] = 50,
    offset: Annotated[int, Query(ge=0, le=2**31 - 1)] = 0,
) -> ScenePage:
    """Scenes that somebody read, newest first."""
    return eye_service.list_scenes(store, reader_id, limit, offset)


@router.post("/guesses", tags=["practice"])
def guess(store: StoreDep, body: GuessIn) -> EyeKindOut:
    """Keep a guess on real ground beside what was measured: how this kind is read by now."""
    return eye_service.guess(store, body)


@router.get("/scenes/{scene}", tags=["practice"])
def show_scene(store: StoreDep, scene: SceneName, player_id: PlayerId, after: BackgroundTasks) -> SceneOut:
    """A scene to read, drawn from where a person stands."""
    told = eye_service.show_scene(store, scene, player_id)
    after.add_task(eye_service.warm_scene, store, scene, player_id)
    return told


@router.post("/scenes/{scene}/calls", tags=["practice"])
def offer_calls(store: StoreDep, scene: SceneName, body: ReadIn) -> OfferedOut:
    """Calls for what was read."""
    return eye_service.offer_calls(store, scene, body)


@router.post("/scenes/{scene}", tags=["practice"])
def score(store: StoreDep, scene: SceneName, body: ScoreIn) -> ScoreOut:
    """Score a reading in strokes, and keep it."""
    return eye_service.score(store, scene, body)
