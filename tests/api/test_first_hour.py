"""The first hour through the API: a bag worked out from one fact, and samples that come and go."""

from __future__ import annotations

import pytest
from fastapi.testclient import TestClient

TOUR_MEN, TOUR_WOMEN = (50.5, 157.0), (42.0, 129.0)
"""Head speed of the driver (m/s) and carry of the 7-iron (m) of published tour averages, from memory."""


@pytest.mark.parametrize(("speed", "carry"), [TOUR_MEN, TOUR_WOMEN])
def test_a_drivers_speed_gives_the_published_carry_of_a_7_iron(client: TestClient, speed: float, carry: float) -> None:
    bag = client.post("/api/players/bag", json={"name": "Ida", "driver_speed_m_s": speed}).json()
    seven = next(club for club in bag["clubs"] if club["id"] == "7-iron")
    assert seven["stock_carry_m"] == pytest.approx(carry, rel=0.02)


def test_a_carry_is_surer_the_nearer_it_is_to_the_one_that_is_known(client: TestClient) -> None:
    bag = client.post("/api/players/bag", json={"name": "Ida", "seven_iron_carry_m": 130}).json()
    shares = {
        club["id"]: doubt / club["stock_carry_m"]
        for club, doubt in zip(bag["clubs"], bag["doubts_m"], strict=True)
        if club["stock_carry_m"] > 0
    }
    assert shares["7-iron"] == pytest.approx(bag["known_share"], abs=0.001)
    assert shares["7-iron"] < shares["8-iron"] < shares["9-iron"] < shares["pw"] < shares["58"]
    assert shares["7-iron"] < shares["5-iron"] < shares["driver"]


def test_a_juniors_set_grows_with_the_junior(client: TestClient) -> None:
    def bag(stature: float) -> list[dict[str, float]]:
        asked = {"name": "Ida", "junior_set": True, "stature_m": stature}
        found: list[dict[str, float]] = client.post("/api/players/bag", json=asked).json()["clubs"]
        return found

    small, tall = bag(1.25), bag(1.6)
    assert len(small) == len(tall) == 6
    for a, b in zip(small[:-1], tall[:-1], strict=True):
        assert a["length_m"] < b["length_m"]
        assert a["stock_carry_m"] < b["stock_carry_m"]


def test_one_fact_is_asked_and_no_more(client: TestClient) -> None:
    for given in ({}, {"seven_iron_carry_m": 130, "junior_set": True}):
        answer = client.post("/api/players", json={"name": "Ida", **given})
        assert answer.status_code == 422
        assert "exactly one" in str(answer.json())


def test_every_kind_of_bag_has_a_call(client: TestClient) -> None:
    for given in ({"junior_set": True, "stature_m": 1.3}, {"driver_speed_m_s": 30}, {"seven_iron_carry_m": 120}):
        player = client.post("/api/players", json={"name": "Ida", **given}).json()
        asked = {"player_id": player["id"], "line": {"flag_m": 20, "green_front_m": 12, "green_back_m": 30}}
        plan = client.post("/api/plan", json=asked).json()
        assert plan["first_id"]
        client.delete(f"/api/players/{player['id']}")


def test_a_bag_that_was_changed_is_kept_as_it_was_changed(client: TestClient) -> None:
    asked = {"name": "Ida", "handicap": 20, "seven_iron_carry_m": 110}
    clubs = client.post("/api/players/bag", json=asked).json()["clubs"]
    clubs[6]["stock_carry_m"] = 113.0
    player = client.post("/api/players", json={"name": "Ida", "handicap": 20, "clubs": clubs[2:]}).json()
    assert player["clubs"] == clubs[2:]


def test_samples_come_beside_the_own_players_and_go_with_one_call(client: TestClient) -> None:
    own = client.post("/api/players", json={"name": "Ida", "seven_iron_carry_m": 110}).json()
    before = client.get("/api/settings").json()
    client.delete("/api/samples")
    lessons = client.get("/api/lessons").json()
    added = client.post("/api/samples")
    assert added.status_code == 201
    ids = {player["id"] for player in added.json()}
    now = client.get("/api/settings").json()
    assert set(now["sample_ids"]) == ids
    assert len(ids) == 4
    assert {name: now[name] for name in ("coach", "day", "course")} == {
        name: before[name] for name in ("coach", "day", "course")
    }
    assert client.post("/api/samples").status_code == 409
    assert any(client.get("/api/book", params={"player_id": one}).json()["total"] > 0 for one in ids)
    # What the coach sets in the meantime leaves the samples marked.
    client.put("/api/settings", json={**{k: v for k, v in now.items() if k != "sample_ids"}, "course": "Home"})
    assert client.get("/api/settings").json()["sample_ids"] == now["sample_ids"]
    assert client.delete("/api/samples").status_code == 204
    left = {player["id"] for player in client.get("/api/players").json()}
    assert own["id"] in left
    assert not left & ids
    assert client.get("/api/settings").json()["sample_ids"] == []
    assert len(client.get("/api/lessons").json()) == len(lessons)
