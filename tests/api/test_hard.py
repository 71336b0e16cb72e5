"""Whatever is sent: one set of bounds for what is booked and read, no two imports at once, no shape that freezes."""

from __future__ import annotations

import json
import math
import random
import socket
import threading
import uuid
from collections.abc import Iterator
from contextlib import closing
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.fuzz.made import Maker
from tests.fuzz.run import Fuzz
from tests.waiting import until
from veltrin.core.hole.areas import MOST_CROSSINGS, crossings
from veltrin.devices.mast_link import MastLink
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.files.contracts.exchange import BookFile
from veltrin.service.shot.contracts.line import MOST_CORNERS

EXAMPLES = 300


def test_three_hundred_made_up_requests_find_nothing_wrong() -> None:
    fuzz = Fuzz(20)
    try:
        for _ in range(EXAMPLES):
            fuzz.ask()
    finally:
        fuzz.close()
    assert fuzz.found.wrong == []
    # It isn't all refused, or nothing would have been tried.
    assert fuzz.found.by_status[200] > EXAMPLES / 10


# --- what may be booked, stored, exported and read is one set of bounds


def stock_booking(maker: Maker) -> dict[str, Any]:
    made: dict[str, Any] = maker.make(BookingIn.model_json_schema())
    for name in ("request", "call_id", "trial_id", "arm"):
        made.pop(name, None)
    return {**made, "player_id": "corwin", "purpose": "stock", "club_id": "7-iron"}


@pytest.mark.parametrize("seed", range(4))
def test_what_may_be_booked_can_be_exported_read_and_looked_at(client: TestClient, seed: int) -> None:
    maker = Maker(BookingIn.model_json_schema()["$defs"], seed)
    for _ in range(15):
        body = stock_booking(maker)
        answer = client.put(f"/api/book/{uuid.UUID(int=maker.r.getrandbits(128))}", json=body)
        assert answer.status_code in (200, 422), answer.text
    file = client.get("/api/export", params={"player_id": "corwin"})
    assert file.status_code == 200
    again = {**file.json(), "players": [{**file.json()["players"][0], "id": "again"}]}
    assert client.post("/api/export/read", json=again).status_code == 200
    _all_answer(client, "again")


def _all_answer(client: TestClient, player_id: str) -> None:
    asked = {"player_id": player_id}
    for path in ("/api/book", "/api/book/summary", "/api/export"):
        assert client.get(path, params=asked).status_code == 200, client.get(path, params=asked).text
    assert client.get(f"/api/players/{player_id}/learnt").status_code == 200
    club = client.get(f"/api/players/{player_id}").json()["clubs"][0]["id"]
    assert client.get(f"/api/players/{player_id}/stock", params={"club_id": club}).status_code == 200
    lie = {"cover": "rough", "sunk": 0.5}
    plan = client.post("/api/plan", json={**asked, "lie": lie, "line": {"flag_m": 60}})
    assert plan.status_code == 200
    assert plan.json()["calls"]


@pytest.mark.parametrize("seed", range(4))
def test_a_file_that_is_taken_breaks_no_page(client: TestClient, seed: int) -> None:
    schema = BookFile.model_json_schema()
    maker = Maker(schema["$defs"], seed)
    file = client.get("/api/export", params={"player_id": "tove"}).json()
    player = {**file["players"][0], "id": "made-up"}
    for name in ("trials", "kept"):
        player[name] = []
    made = [maker.make(schema["$defs"]["BookingRecord"]) for _ in range(40)]
    ids = [str(uuid.UUID(int=maker.r.getrandbits(128))) for _ in made]
    player["bookings"] = [{**b, "id": i, "trial_id": None, "question_id": None} for b, i in zip(made, ids, strict=True)]
    answer = client.post("/api/export/read", json={**file, "players": [player]})
    if answer.status_code == 422:
        # Some pairs don't go together: leave those out, the rest is as good as any.
        kept = [b for b in player["bookings"] if all((b[f"{q}_y"] is None) == (b[f"{q}_w"] is None) for q in LESSONS)]
        assert kept
        answer = client.post("/api/export/read", json={**file, "players": [{**player, "bookings": kept}]})
    assert answer.status_code == 200, answer.text[:500]
    _all_answer(client, "made-up")


LESSONS = ("speed", "friction", "face")


@pytest.mark.parametrize(
    "change",
    [
        {"lines": [["", {"flag_m": 20}]]}, {"lines": [["x" * 61, {"flag_m": 20}]]},
        {"days": [{"name": ""}]},
    ],
)  # fmt: skip
def test_names_in_a_file_are_bound_as_those_that_are_typed(client: TestClient, change: dict[str, Any]) -> None:
    file = client.get("/api/export").json()
    assert client.post("/api/export/read", json={**file, **change}).status_code == 422


@pytest.mark.parametrize(
    "moment", ["1950-01-01T00:30:00+14:00", "2150-12-31T23:30:00-11:00", "0001-01-01T00:00:00+14:00"]
)
def test_a_moment_is_bound_in_the_zone_it_is_kept_in(client: TestClient, moment: str) -> None:
    body = {"player_id": "corwin", "purpose": "stock", "club_id": "7-iron", "carry_m": 140, "booked_at": moment}
    assert client.put(f"/api/book/{uuid.uuid4()}", json=body).status_code == 422
    assert client.get("/api/export").status_code == 200


# --- imports

SHOTS = "club,carry,when\n" + "".join(f"7-iron,{130 + n / 10},2026-01-02 10:{n:02d}\n" for n in range(50))


def imported(client: TestClient) -> Any:
    matched = {"columns": {"club": "club", "carry": "carry", "when": "when"}, "clubs": {"7-iron": "7-iron"}}
    return client.post("/api/imports", json={"text": SHOTS, "player_id": "corwin", "matched": matched})


def count(client: TestClient) -> int:
    return int(client.get("/api/book", params={"player_id": "corwin", "limit": 1}).json()["total"])


def test_the_same_rows_twice_at_once_are_stored_once(client: TestClient) -> None:
    before = count(client)
    told: list[int] = []
    threads = [threading.Thread(target=lambda: told.append(imported(client).status_code)) for _ in range(4)]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    assert set(told) <= {202, 409}
    until(lambda: count(client) > before, "the import")
    assert count(client) == before + 50
    assert imported(client).status_code == 202


# --- shapes


def scribble(corners: int) -> list[dict[str, float]]:
    r = random.Random(1)
    return [{"x_m": r.uniform(0, 120), "y_m": r.uniform(-40, 40)} for _ in range(corners)]


def test_a_scribble_is_refused_with_the_sides_that_cross_and_a_careless_outline_is_not(client: TestClient) -> None:
    def ask(*rings: list[dict[str, float]]) -> Any:
        areas = [{"kind": "sand", "points": ring} for ring in rings]
        return client.post("/api/plan", json={"player_id": "brisa", "line": {"flag_m": 130, "areas": areas}})

    refused = ask(scribble(200))
    assert refused.status_code == 422
    assert "sides" in refused.json()["errors"][0]["problem"]
    bow = [{"x_m": x, "y_m": y} for x, y in ((90, -9), (110, 9), (110, -9), (90, 9))]
    assert ask(bow).status_code == 200
    round_ones = [
        [{"x_m": 60 + 20 * math.cos(k / 25 * math.pi), "y_m": 20 * math.sin(k / 25 * math.pi)} for k in range(50)]
    ] * (MOST_CORNERS // 50 + 1)
    assert ask(*round_ones).status_code == 422


def test_sides_that_cross_are_counted_by_pairs() -> None:
    # Source: by hand: a bow tie crosses once, a five-pointed star drawn in one line five times.
    assert crossings(((0.0, 0.0), (2.0, 2.0), (2.0, 0.0), (0.0, 2.0))) == ((0, 2),)
    star = tuple((math.cos(k * 0.8 * math.pi), math.sin(k * 0.8 * math.pi)) for k in range(5))
    assert len(crossings(star)) == 5 <= MOST_CROSSINGS


@pytest.mark.parametrize(
    ("feature", "number"),
    [("areas", 41), ("obstacles", 13), ("corners", 201), ("empty", 0), ("wide", 500), ("digits", 0)],
)
def test_a_line_from_a_file_is_bound_as_one_that_is_drawn(client: TestClient, feature: str, number: int) -> None:
    def at(shape: str, coordinates: object, **properties: object) -> str:
        return json.dumps(
            {"type": "Feature", "geometry": {"type": shape, "coordinates": coordinates}, "properties": properties}
        )

    ring = [[10.0, -2.0], [14.0, -2.0], [14.0, 2.0]]
    more = {
        "areas": [at("Polygon", [ring], role="area", kind="sand")] * number,
        "obstacles": [at("Polygon", [ring], role="obstacle", kind="wall", low_m=0, high_m=1)] * number,
        "corners": [
            at("Polygon", [[[20 + math.cos(k), math.sin(k)] for k in range(number)]], role="area", kind="sand")
        ],
        "empty": [at("Polygon", [[]], role="area", kind="sand")],
        "wide": [at("Polygon", [ring], role="green", width_m=number)],
        "digits": [at("Point", [10.0, 0.0], role="x").replace("10.0", "9" * 400)],
    }[feature]
    points = [at("Point", [0.0, 0.0], role="ball"), at("Point", [20.0, 0.0], role="flag")]
    text = (
        '{"type": "FeatureCollection", "frame": {"kind": "local metres"}, "features": ['
        + ",".join([*points, *more])
        + "]}"
    )
    answer = client.post("/api/lines/read", json={"text": text})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["fix"]


@pytest.mark.parametrize("cover", ["hard-pan", "bare", "mud", "sand", "divot"])
def test_grass_is_judged_only_where_there_is_any(client: TestClient, cover: str) -> None:
    body = {"player_id": "brisa", "lie": {"cover": cover, "density": 0.5}, "line": {"flag_m": 40}}
    for path in ("/api/plan", "/api/schools", "/api/plan/stream"):
        assert client.post(path, json=body).status_code == 422, path


def test_schools_are_compared_whatever_the_page_wanted_of_the_plan(client: TestClient) -> None:
    body = {"player_id": "brisa", "line": {"flag_m": 44}, "only": ["no such call"], "detail_for": ["nor this"]}
    assert client.post("/api/schools", json=body).status_code == 200


# --- devices


@pytest.fixture
def mast() -> Iterator[tuple[MastLink, socket.socket]]:
    """A link, and the mast's end of the line."""
    with closing(socket.create_server(("127.0.0.1", 0))) as listening:
        link = MastLink(listening.getsockname()[1])
        link.start(None)
        line, _ = listening.accept()
        line.sendall(b'{"device": "weather-mast", "protocol": 1, "height_m": 10.0}\n')
        yield link, line
        link.stop()
        line.close()


def reading(t_s: float) -> bytes:
    return (
        f'{{"t_s": {t_s}, "wind_m_s": 5, "from_deg": 10, "temperature_c": 6, "humidity_pct": 80, '
        '"pressure_hpa": 941, "rain_mm_h": 0}\n'
    ).encode()


@pytest.mark.parametrize("clock", ["1e19", "9" * 400, "1e308", "-1", "1e9"])
def test_whatever_a_masts_clock_says_the_link_lives(mast: tuple[MastLink, socket.socket], clock: str) -> None:
    link, line = mast
    line.sendall(reading(0).replace(b'"t_s": 0', f'"t_s": {clock}'.encode()))
    line.sendall(reading(5.0) + reading(6.0))
    until(lambda: (last := link.heard().last) is not None and last.t_s == 6.0, "the last reading")
    assert link.heard().state == "live"


def test_a_sheet_tells_no_carry_where_the_ball_is_blown_back(client: TestClient) -> None:
    day = {"air": {"temperature_c": 4, "altitude_m": 620}, "wind": {"height_m": 0.5, "exposure": "open"}}
    rows = client.post("/api/day-sheet", json={"player_id": "tove", "day": day, "winds_m_s": [20.0]}).json()["rows"]
    cells = [r["winds"][0]["carry_m"] for r in rows]
    assert any(c is None for c in cells)
    assert all(c is None or c > 0 for c in cells)
