"""Finding things: the record by its texts, the catalogue by its words."""

from __future__ import annotations

import uuid
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.signing import MAREN, OTTO, sign_in
from veltrin.core.glossary import GLOSSARY
from veltrin.store.dialect import POSTGRESQL, SQLITE
from veltrin.store.search import parts_of


def found(client: TestClient, words: str) -> list[dict[str, Any]]:
    answer = client.get("/api/search", params={"words": words})
    assert answer.status_code == 200, answer.text
    return list(answer.json()["found"])


def kinds(client: TestClient, words: str) -> set[str]:
    return {one["kind"] for one in found(client, words)}


@pytest.mark.parametrize(
    ("words", "kind", "ref"),
    [
        ("tov", "player", "tove"),
        ("ALDER", "player", "tove"),
        ("quiet gl", "method", "quiet-glide"),
        ("three piles", "drill", "three-piles"),
        ("stayed on the trail", "fault", "hung-back"),
        ("effective bou", "word", "effective bounce"),
    ],
)
def test_everything_is_found_by_the_beginning_of_its_words(client: TestClient, words: str, kind: str, ref: str) -> None:
    assert any((one["kind"], one["ref"]) == (kind, ref) for one in found(client, words)), found(client, words)


def test_what_is_kept_is_found_and_what_is_dropped_is_not(client: TestClient) -> None:
    client.post("/api/lines", json={"name": "Over the burn", "line": {"flag_m": 20}})
    client.post("/api/days", json={"name": "Sleet in March"})
    shot = {"player_id": "tove", "line": {"flag_m": 90}}
    call = client.post("/api/plan", json=shot).json()["first_id"]
    kept = client.post("/api/shots", json={"request": shot, "call_id": call, "note": "behind the byre"}).json()
    assert kinds(client, "burn") == {"line"}
    assert kinds(client, "sleet") == {"day"}
    assert [(one["kind"], one["ref"]) for one in found(client, "byre")] == [("shot", str(kept["id"]))]
    client.delete(f"/api/shots/{kept['id']}")
    assert found(client, "byre") == []


def test_a_lesson_is_found_by_what_was_done_in_it(client: TestClient) -> None:
    lesson_id = str(uuid.uuid4())
    body = {"held_on": "2026-11-22T10:00:00Z", "place": "The quarry", "aims": "stop quitting", "player_ids": ["tove"]}
    version = client.put(f"/api/lessons/{lesson_id}", json=body).json()["version"]
    item = {"kind": "words", "player_id": "tove", "summary": "Bunker", "words": "thump the sand"}
    client.put(f"/api/lessons/{lesson_id}/items/{uuid.uuid4()}", json=item)
    for words in ("quarry", "quitting", "thump sand"):
        assert [(one["kind"], one["ref"]) for one in found(client, words) if one["kind"] == "lesson"] == [
            ("lesson", lesson_id)
        ], words
    client.put(f"/api/lessons/{lesson_id}", json={**body, "place": "The meadow", "version": version})
    assert all(one["kind"] != "lesson" for one in found(client, "quarry"))
    client.delete(f"/api/lessons/{lesson_id}")
    assert all(one["kind"] != "lesson" for one in found(client, "thump sand"))


def test_the_newest_come_first_and_without_words(client: TestClient) -> None:
    for day in ("01", "20", "11"):
        body = {"held_on": f"2026-12-{day}T10:00:00Z", "place": "The knoll", "player_ids": ["tove"]}
        client.put(f"/api/lessons/{uuid.uuid4()}", json=body)
    for words in ("knoll", ""):
        days = [one["at"][8:10] for one in found(client, words) if one["title"] == "The knoll"]
        assert days == ["20", "11", "01"], words


@pytest.mark.parametrize(
    "words", ['"', "*", "a OR b NOT", "NEAR(", "x:y", "--", "'; drop table search", "æøå", "(" * 90]
)
def test_nothing_that_is_typed_is_a_command(client: TestClient, words: str) -> None:
    assert client.get("/api/search", params={"words": words}).status_code == 200


def test_what_is_typed_is_words_and_nothing_else() -> None:
    parts = parts_of('tov "x" -y* don\'t')
    assert parts == ["tov", "x", "y", "don", "t"]
    assert SQLITE.words(parts[:2]) == '"tov"* "x"*'
    # PostgreSQL quotes them itself, once they are plain letters (test_plain).
    assert POSTGRESQL.words(parts[:2]) == ["tov", "x"]
    assert parts_of("  ") == []


def test_one_coach_does_not_find_anothers(guarded: TestClient) -> None:
    sign_in(guarded, MAREN)
    assert "player" in kinds(guarded, "tove")
    sign_in(guarded, OTTO)
    assert "player" not in kinds(guarded, "tove")
    assert all(one["kind"] not in ("lesson", "shot") for one in found(guarded, ""))
    assert "word" in kinds(guarded, "bounce")


def test_every_word_is_told_in_a_sentence() -> None:
    for word, meaning in GLOSSARY.items():
        assert word == word.strip(), word
        assert meaning[0].isupper(), word
        assert meaning.endswith("."), word
