"""Text that can't be kept, or reads as another, is refused in words on both databases; all else is found."""

from __future__ import annotations

import json

import pytest
from fastapi.testclient import TestClient

from tests.signing import MAREN
from veltrin.service.house.errors import DomainError
from veltrin.service.house.store import Store
from veltrin.store.repositories import shots

NEW = {"name": "Ida", "seven_iron_carry_m": 120}
WRONG = {
    "nul": "I\0da",
    "bell": "I\x07da",
    "delete": "Ida\x7f",
    "turned": "Ida\u202eadI",
    "isolated": "\u2066Ida",
    "two lines": "I\nda",
}


@pytest.mark.parametrize("name", WRONG.values(), ids=WRONG)
@pytest.mark.parametrize("is_plain", [False, True], ids=["escaped", "as it is"])
def test_a_name_that_cannot_be_kept_is_refused_and_named(client: TestClient, name: str, is_plain: bool) -> None:
    body = json.dumps({**NEW, "name": name}, ensure_ascii=not is_plain)
    answer = client.post("/api/players", content=body.encode(), headers={"content-type": "application/json"})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "name"
    assert len(client.get("/api/players").json()) == 4


@pytest.mark.parametrize(
    "body", [b'{"name": "\\ud800", "seven_iron_carry_m": 120}', b'{"name": "I\\b", "seven_iron_carry_m": 120}']
)
def test_half_a_character_is_refused(client: TestClient, body: bytes) -> None:
    assert client.post("/api/players", content=body, headers={"content-type": "application/json"}).status_code == 422


def test_what_only_looks_like_it_is_taken(client: TestClient) -> None:
    """A backslash of its own, a smile of two halves, an end of line where there may be one."""
    for told in ("a \\u0000 b", "\U0001f642", "one\ntwo\tthree", "\\\\u202e"):
        made = client.post("/api/players", json={**NEW, "notes": told})
        assert made.status_code == 201, made.text
        assert made.json()["notes"] == told


ADDRESSES = (
    "/api/imports/%0a",
    "/api/imports/%00",
    "/api/players/t%00ve",
    "/api/book?player_id=t%00ve",
    "/api/search?words=%e2%80%aea",
)


@pytest.mark.parametrize("address", ADDRESSES)
def test_an_address_is_looked_at_too(client: TestClient, address: str) -> None:
    assert client.get(address).status_code == 422


def test_who_is_not_signed_in_is_told_the_same(guarded: TestClient) -> None:
    answer = guarded.post("/api/session", json={**MAREN, "name": "Ma\0ren"})
    assert (answer.status_code, answer.json()["errors"][0]["field"]) == (422, "name")


@pytest.mark.parametrize("host", ["[", "[::1", "a]b"])
def test_a_host_that_is_none_is_told_in_words(client: TestClient, host: str) -> None:
    assert client.get("/api/health", headers={"host": host}).status_code == 400
    assert client.post("/api/players", json=NEW, headers={"origin": f"http://{host}"}).status_code in (403, 422)


@pytest.mark.parametrize("typed", ["ŉ", "'", "ŉot\\", "a'b", "''", "\\'", "ǉ & | !", "ﬁ:*", "ʼn"])
def test_whatever_is_searched_for_is_answered(client: TestClient, typed: str) -> None:
    assert client.get("/api/search", params={"words": typed}).status_code == 200


def test_what_is_searched_for_is_found_by_its_plain_letters(client: TestClient) -> None:
    made = client.post("/api/players", json={**NEW, "name": "Måns Ærø"})
    assert made.status_code == 201
    for typed in ("Måns", "mans"):
        assert made.json()["id"] in client.get("/api/search", params={"words": typed}).text, typed


@pytest.mark.parametrize("number", [2**31, 2**53, 10**30])
def test_a_number_beyond_all_range_is_no_failure(client: TestClient, number: int) -> None:
    for path in (f"/api/shots/{number}", f"/api/book?player_id=tove&offset={number}"):
        assert client.get(path).status_code in (404, 422), path
    for path in ("lines", "days"):
        assert client.delete(f"/api/{path}/{number}").status_code in (404, 422)


def test_what_slips_through_is_bad_input_and_no_failure(demo_store: Store, database: str) -> None:
    """The last line: what this database doesn't take is told as what it is."""
    if database == "sqlite":
        assert shots_load(demo_store, 2**40) is None
        return
    with pytest.raises(DomainError, match="can't be kept"):
        shots_load(demo_store, 2**40)


def shots_load(store: Store, shot_id: int) -> object:
    with store.session() as session:
        return shots.load(session, shot_id)
