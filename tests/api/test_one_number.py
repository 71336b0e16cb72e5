"""One shot asked for at every address that shows it: carry, finish, strikes and strokes are the same to the digit."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.lies import REACHED
from tests.questions import plan_request
from tests.situations import person
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.translate import question_in
from veltrin.service.shot.translate_question import request_out

pytestmark = pytest.mark.file

SHOTS: list[tuple[str, dict[str, Any], dict[str, Any]]] = [
    ("tove", {"cover": "rough", "sunk": 0.6, "fall_deg": 4}, {"flag_m": 60}),
    ("corwin", {"side_deg": 6}, {"flag_m": 120}),
    ("brisa", {"cover": "sand", "sunk": 0.1, "lip_m": 0.5, "lip_at_m": 2.0}, {"flag_m": 15}),
    ("ansgar", {"cover": "semi", "sunk": 0.3}, {"flag_m": 9}),
]
SHOWN = ("id", "carry_m", "total_m", "aim_deg", "strokes", "odds", "spread")


def asked(player: str, lie: dict[str, Any], line: dict[str, Any], **more: Any) -> dict[str, Any]:
    flag = line["flag_m"]
    edges = {"green_front_m": round(0.9 * flag, 1), "green_back_m": flag + 9, "green_width_m": 14}
    return plan_request(player_id=player, lie=lie, line={**edges, **line}, **more)


def seen(call: dict[str, Any]) -> dict[str, Any]:
    """What a coach compares of a call, as every place shows it."""
    return {key: call[key] for key in SHOWN}


@pytest.fixture(params=SHOTS, ids=[f"{who}-{lie.get('cover', 'slope')}" for who, lie, _ in SHOTS])
def request_of(request: pytest.FixtureRequest) -> dict[str, Any]:
    return asked(*request.param, wind={"speed_m_s": 4, "from_deg": 40})


@pytest.fixture
def plan(client: TestClient, request_of: dict[str, Any]) -> dict[str, Any]:
    return client.post("/api/plan", json=request_of).json()


def struck(plan: dict[str, Any]) -> dict[str, dict[str, Any]]:
    return {call["id"]: call for call in plan["calls"] if call["spread"] is not None}


def test_the_schools_show_what_the_bench_shows(
    client: TestClient, request_of: dict[str, Any], plan: dict[str, Any]
) -> None:
    bench = struck(plan)
    rows = [row["call"] for row in client.post("/api/schools", json=request_of).json()["rows"] if row["call"]]
    both = [call for call in rows if call["id"] in bench]
    assert len(both) >= 2
    for call in both:
        assert seen(call) == seen(bench[call["id"]])


def test_a_call_picked_from_the_schools_stays_what_it_was(client: TestClient, request_of: dict[str, Any]) -> None:
    # Not among those that the Bench strikes by itself: it is once somebody looks at it.
    rows = [row["call"] for row in client.post("/api/schools", json=request_of).json()["rows"] if row["call"]]
    dearest = max(rows, key=lambda call: call["strokes"])
    picked = client.post("/api/plan", json={**request_of, "detail_for": [dearest["id"]]}).json()
    told = struck(picked)[dearest["id"]]
    assert seen(told) == seen(dearest)


def test_dragging_shows_what_the_whole_plan_shows(
    client: TestClient, request_of: dict[str, Any], plan: dict[str, Any]
) -> None:
    first = plan["first_id"]
    kept = {"kept_club_id": plan["kept_club_id"], "only": [first]}
    (call,) = client.post("/api/plan", json={**request_of, **kept}).json()["calls"]
    told, whole = seen(call), seen(struck(plan)[first])
    for one in (told, whole):
        # A bad one is told against the cheapest call of the shot, which a single call doesn't know.
        one["spread"] = {key: value for key, value in one["spread"].items() if not key.startswith("bad")}
    assert told == whole


def test_what_if_at_the_reading_as_it_is_and_at_another_says_what_the_bench_says(
    client: TestClient, request_of: dict[str, Any], plan: dict[str, Any]
) -> None:
    first = struck(plan)[plan["first_id"]]
    fall = request_of["lie"].get("fall_deg", 0)
    body = {
        "request": request_of,
        "call_id": first["id"],
        "reading": "fall",
        "low": fall - 3,
        "high": fall + 3,
        "count": 3,
    }
    points = client.post("/api/what-if", json=body).json()["points"]
    assert points[1]["strokes"] == pytest.approx(first["strokes"], abs=1e-9)
    assert points[1]["same_total_m"] == pytest.approx(first["total_m"], abs=0.051)
    kept = plan["kept_club_id"]
    there = {**request_of, "lie": {**request_of["lie"], "fall_deg": fall + 3}, "detail_for": [first["id"]]}
    at = struck(client.post("/api/plan", json={**there, "kept_club_id": kept}).json()).get(first["id"])
    if at is not None:
        assert points[2]["strokes"] == pytest.approx(at["strokes"], abs=1e-9)


def test_whether_it_holds_begins_with_the_first_call_of_the_bench(
    client: TestClient, request_of: dict[str, Any], plan: dict[str, Any]
) -> None:
    # A reading that is hardly off changes nothing: the best call is the plan's first, and keeping it costs nothing.
    sure = {**request_of, "lie": {**request_of["lie"], "doubts": {"fall_deg": 0.001}}}
    body = client.post("/api/sensitivity", json={"request": sure}).json()
    (row,) = (row for row in body["rows"] if row["reading"] == "fall")
    for side in ("low", "high"):
        assert row[side]["best_id"] == plan["first_id"]
        assert row[side]["keeping_costs"] == pytest.approx(0.0, abs=2e-3)


def test_who_is_told_what_each_players_own_bench_shows(
    client: TestClient, request_of: dict[str, Any], plan: dict[str, Any]
) -> None:
    body = client.post("/api/who", json={"request": request_of, "call_id": plan["first_id"]}).json()
    for row in body["rows"]:
        own = client.post("/api/plan", json={**request_of, "player_id": row["player_id"]}).json()
        first = next(call for call in own["calls"] if call["id"] == own["first_id"])
        assert row["strokes"] == pytest.approx(first["strokes"], abs=1e-9), row["player_id"]


def test_two_equal_days_are_the_day_itself(client: TestClient, request_of: dict[str, Any]) -> None:
    day = {"name": "today", "air": request_of["air"], "wind": request_of["wind"]}
    body = client.post("/api/two-days", json={"request": request_of, "days": [day, day]}).json()
    for one in body["days"]:
        carried = one["carried"]
        first = one["calls"][0]
        assert carried["here"] == carried["there"]
        assert carried["here"]["carry_m"] == pytest.approx(first["carry_m"], abs=0.051)
        for key in ("clean_pct", "heavy_pct", "thin_pct"):
            assert carried["there"]["odds"][key] == first["odds"][key]


def test_a_booking_expects_what_the_bench_showed(
    client: TestClient, request_of: dict[str, Any], plan: dict[str, Any]
) -> None:
    first = plan["first_id"]
    call = next(one for one in plan["calls"] if one["id"] == first)
    body = {"player_id": request_of["player_id"], "request": request_of, "call_id": first, "holed": True}
    made = client.put(f"/api/book/{uuid4()}", json=body)
    assert made.status_code in (200, 201), made.text
    told = made.json()
    assert told["expected_carry_m"] == pytest.approx(call["carry_m"], abs=0.051)
    assert told["expected_total_m"] == pytest.approx(call["total_m"], abs=0.051)
    # Holed: it cost one stroke.
    assert told["lost"] == pytest.approx(1.0 - call["strokes"], abs=0.0051)


@pytest.mark.parametrize("kind", ["rough", "wind", "chip", "winter"])
def test_a_cards_cell_opened_on_the_bench_shows_its_numbers(client: TestClient, kind: str) -> None:
    for player in ("brisa", "corwin"):
        made = client.post("/api/cards", json={"player_id": player, "kinds": [kind]}).json()
        # One that falls short of the row's distance is no call on the Bench, where other clubs get there.
        cells = [cell for row in made[0]["rows"] for cell in row["cells"] if cell and cell["finish"] == "there"]
        assert cells
        for cell in cells[::5]:
            opened = client.post("/api/plan", json={**cell["request"], "detail_for": [cell["call_id"]]}).json()
            call = next(one for one in opened["calls"] if one["id"] == cell["call_id"])
            for key in ("carry_m", "total_m", "aim_deg"):
                assert cell[key] == pytest.approx(call[key], abs=0.051), (cell["call_id"], key)


@pytest.mark.parametrize("method", sorted(REACHED)[::3])
def test_a_question_told_as_a_request_asks_the_same_question(method: str) -> None:
    fall, side, flag, lie = REACHED[method]
    sandy = {"sand_mm": 40, "lip_m": 0.7, "lip_at_m": 1.5} if lie["cover"].startswith("sand") else {}
    full = {**lie, **sandy, "fall_deg": fall, "side_deg": side, "doubts": {"fall_deg": 0.5, "sunk": 0.1, "give": 0.05}}
    body = asked("x", full, {"flag_m": flag}, mood="protect", kept_club_id="9-iron", layers=2, ball_c=9.0)
    body |= {
        "air": {"temperature_c": 8, "pressure_hpa": 950},
        "wind": {"speed_m_s": 5, "from_deg": 30, "doubt_m_s": 0.5},
    }
    question = question_in(PlanRequest.model_validate(body), person("brisa"))
    again = question_in(request_out("x", question), person("brisa"))
    for name in ("lie", "slope", "doubts", "mood", "kept_club_id", "air", "ball_c", "layers", "weather", "line"):
        told, meant = getattr(again, name), getattr(question, name)
        assert told == (pytest.approx(meant, abs=1e-4) if isinstance(meant, float) else meant), name
    for height in (2.0, 10.0, 30.0):
        assert again.wind.at(height) == pytest.approx(question.wind.at(height), abs=0.01)
