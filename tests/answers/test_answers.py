"""The answers of today are those that are kept: a law that changes says so (all of them: make answers)."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient

from tests.answers.asked import ASKED, PLAYERS, Asked
from tests.answers.kept import LAW_FILE, answer_to, differences, read
from veltrin.core.ground.cover import COVERS
from veltrin.core.law import LAW
from veltrin.service.house.store import open_store

LOOKED_AT = tuple(asked for asked in ASKED if asked.name.endswith("card") or asked.path == "plan")[::4]
"""A few of them: the whole eighty take most of a minute."""


def test_all_addresses_covers_and_players_are_asked() -> None:
    bodies = [one.body for one in ASKED if one.body is not None]
    assert {one["lie"]["cover"] for one in bodies if "cover" in one.get("lie", {})} == set(COVERS)
    asked_for = {one.get("player_id") for one in bodies} | {one.get("request", {}).get("player_id") for one in bodies}
    assert asked_for >= set(PLAYERS)
    assert len({one.name for one in ASKED}) == len(ASKED) >= 80


@pytest.mark.parametrize("asked", LOOKED_AT, ids=lambda a: a.name)
def test_an_answer_is_as_it_was_kept(app: FastAPI, filled: Path, asked: Asked) -> None:
    """Where a law was changed on purpose: raise LAW, then `make answers WRITE=1` after reading the differences."""
    store = open_store(filled)
    app.state.store = store
    now = answer_to(TestClient(app, base_url="http://127.0.0.1"), asked)
    store.close()
    assert list(differences(read(asked), now)) == []
    assert json.loads(LAW_FILE.read_text()) == LAW


def test_differences_are_told_in_words() -> None:
    was = {"calls": [{"id": "a", "carry_m": 10.0}, {"id": "b", "carry_m": 12.0}], "first_id": "a", "note": "x"}
    now = {"calls": [{"id": "b", "carry_m": 12.01}, {"id": "a", "carry_m": 11.0}], "first_id": "b"}
    assert list(differences(was, now)) == [
        "calls.a.carry_m: 10.0 -> 11.0 (+10.0 %)",
        'first_id: "a" -> "b"',
        'note is gone (was "x")',
    ]
