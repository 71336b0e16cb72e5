"""Lessons, what was done in them, and what players take along."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query

from veltrin.api.deps import PlayerId, StoreDep, UuidPath
from veltrin.service.house.contracts.base import Moment
from veltrin.service.lessons import lessons, prepare
from veltrin.service.lessons.contracts.lessons import (
    GatherIn,
    LessonIn,
    LessonItemIn,
    LessonItemOut,
    LessonOut,
    LessonPage,
    OpenLessonOut,
    PreparedOut,
    ThingsIn,
)

router = APIRouter(tags=["lessons"])


@router.get("/lessons")
def list_lessons(
    store: StoreDep,
    player_id: Annotated[str | None, Query(min_length=1, max_length=40)] = None,
    limit: Annotated[int, Query(ge=1, le=200)] = 50,
    offset: Annotated[int, Query(ge=0, le=2**31 - 1)] = 0,
) -> LessonPage:
    """Lessons, newest first; of one player, or all."""
    return lessons.list_lessons(store, player_id, limit, offset)


@router.get("/lessons/open")
def open_lesson(store: StoreDep) -> OpenLessonOut:
    """The lesson that is open, if any."""
    return lessons.open_lesson(store)


@router.get("/prepare")
def prepare_for(store: StoreDep, player_id: PlayerId, before: Moment | None = None) -> PreparedOut:
    """What a player's book says before a lesson, in words."""
    return prepare.prepare(store, player_id, before)


@router.put("/lessons/{lesson_id}")
def keep_lesson(store: StoreDep, lesson_id: UuidPath, body: LessonIn) -> LessonOut:
    """Plan a lesson under a UUID of the sender's, or write it again; what was done in it stays."""
    return lessons.keep_lesson(store, lesson_id, body)


@router.get("/lessons/{lesson_id}")
def show_lesson(store: StoreDep, lesson_id: UuidPath) -> LessonOut:
    """A whole lesson: what was done in time, photographs, what each player takes along."""
    return lessons.show_lesson(store, lesson_id)


@router.delete("/lessons/{lesson_id}", status_code=204)
def drop_lesson(store: StoreDep, lesson_id: UuidPath) -> None:
    """Delete a lesson; shots, trials and sessions stay where they are."""
    lessons.drop_lesson(store, lesson_id)


@router.post("/lessons/{lesson_id}/begin")
def begin_lesson(store: StoreDep, lesson_id: UuidPath) -> LessonOut:
    """Open a lesson: what is done from now on joins it; 409 while another is open."""
    return lessons.begin_lesson(store, lesson_id)


@router.post("/lessons/{lesson_id}/close")
def close_lesson(store: StoreDep, lesson_id: UuidPath) -> LessonOut:
    """Close a lesson; it can be opened again."""
    return lessons.close_lesson(store, lesson_id)


@router.post("/lessons/{lesson_id}/gather")
def gather(store: StoreDep, lesson_id: UuidPath, body: GatherIn) -> LessonOut:
    """Take in what was booked of its players in a span: a lesson made afterwards."""
    return lessons.gather(store, lesson_id, body)


@router.put("/lessons/{lesson_id}/items/{item_id}")
def put_item(store: StoreDep, lesson_id: UuidPath, item_id: UuidPath, body: LessonItemIn) -> LessonItemOut:
    """Gather something under a UUID of the sender's, or write it again."""
    return lessons.put_item(store, lesson_id, item_id, body)


@router.delete("/lessons/{lesson_id}/items/{item_id}", status_code=204)
def drop_item(store: StoreDep, lesson_id: UuidPath, item_id: UuidPath) -> None:
    """Take something out of a lesson; the record itself stays."""
    lessons.drop_item(store, lesson_id, item_id)


@router.put("/lessons/{lesson_id}/things")
def put_things(store: StoreDep, lesson_id: UuidPath, player_id: PlayerId, body: ThingsIn) -> LessonOut:
    """Settle the two or three things that a player takes along."""
    return lessons.put_things(store, lesson_id, player_id, body)
