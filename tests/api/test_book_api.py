"""The field book over HTTP: booking, filters, rates, learning, faults, trials, stock shots."""

from __future__ import annotations

import uuid
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient

from tests.raw import all_rows
from veltrin.service.house.store import Store

REQUEST: dict[str, Any] = {
    "player_id": "brisa",
    "lie": {"cover": "rough", "sunk": 0.6},
    "line": {"flag_m": 40, "green_front_m": 32, "green_back_m": 52},
}
CALL = "58~stock-swing"

NOT_EDITED = (
    *("id", "pinned", "excluded", "learns", "learns_from", "practice"),
    *("is_minor", "guardian", "guardian_on"),
)
"""What a stored player tells and isn't written with the bag."""


def new_id() -> str:
    return str(uuid.uuid4())


def book(client: TestClient, booking_id: str | None = None, **seen: Any) -> Any:
    body = {"player_id": "brisa", "request": REQUEST, "call_id": CALL, **seen}
    return client.put(f"/api/book/{booking_id or new_id()}", json=body)


def total(client: TestClient, **query: Any) -> int:
    return int(client.get("/api/book", params={"player_id": "brisa", **query}).json()["total"])


def carry_rows(client: TestClient) -> list[dict[str, Any]]:
    calls = client.post("/api/plan", json={**REQUEST, "detail_for": [CALL]}).json()["calls"]
    return next(c for c in calls if c["id"] == CALL)["detail"]["ledgers"]["distance"]


def test_a_call_for_an_earlier_lie_is_held_against_the_lie_it_was_struck_from(client: TestClient) -> None:
    """Nobody answered when the lie changed: what was to be expected is worked out when the shot arrives."""
    # Nothing is learnt from the first: the second is expected to go as far.
    here = book(client, carry_m=28, counts=False).json()
    former = book(client, carry_m=28, former_lie=True).json()
    assert (here["former_lie"], former["former_lie"]) == (False, True)
    assert former["expected_carry_m"] == here["expected_carry_m"]
    assert former["counts"]
    assert not here["counts"]
    measured = book(client, carry_m=28, former_lie=True, counts=False).json()
    assert measured["former_lie"]
    assert not measured["counts"]


def test_a_former_call_that_this_lie_does_not_allow_is_booked_as_only_measured(client: TestClient) -> None:
    bunker = {**REQUEST, "lie": {"cover": "sand", "sunk": 0.6}}
    swing = "54~toe-putt"
    planned = {"player_id": "brisa", "request": bunker, "call_id": swing, "past_m": -4, "side_m": 1, "putts": 2}
    assert client.put(f"/api/book/{new_id()}", json=planned).status_code == 409
    kept = client.put(f"/api/book/{new_id()}", json={**planned, "former_lie": True})
    assert kept.status_code == 200, kept.json()
    shot = kept.json()
    assert (shot["club_id"], shot["method_id"], shot["past_m"], shot["putts"]) == ("54", "toe-putt", -4, 2)
    assert not shot["counts"]
    assert shot["lost"] is None
    assert shot["has_question"]
    # Even where the coach lets it count, it teaches nothing: no plan stands behind it.
    assert client.put(f"/api/book/{shot['id']}/counts", json={"counts": True}).status_code == 200
    assert client.get("/api/players/brisa/learnt").json()["effects"] == []


def test_a_shot_is_booked_with_what_was_meant_and_what_was_seen(client: TestClient) -> None:
    answer = book(
        client, carry_m=28, carry_side_m=1.5, past_m=-4, side_m=2, misses=["short"], putts=2, heel_mm=6, up_mm=12,
        turf_cm=-3, note="hooked the grass",
    )  # fmt: skip
    assert answer.status_code == 200
    shot = answer.json()
    assert (shot["club_name"], shot["cover"], shot["target_m"]) == ("Lob wedge 58", "rough", 40.0)
    assert (shot["carry_m"], shot["past_m"], shot["side_m"], shot["heel_mm"], shot["turf_cm"]) == (28, -4, 2, 6, -3)
    assert (shot["end_words"], shot["misses"], shot["note"]) == ("green", ["short"], "hooked the grass")
    assert shot["total_m"] == 36
    # On the green with two putts to come: not much was lost, and it is told against the plan.
    assert -1.0 < shot["lost"] < 1.0
    assert total(client) == 1


def test_a_holed_shot_costs_nothing_more(client: TestClient) -> None:
    shot = book(client, holed=True).json()
    assert shot["end_words"] == "holed"
    assert shot["lost"] < -1.0


def test_the_same_shot_sent_twice_is_booked_once(client: TestClient) -> None:
    one = new_id()
    first = book(client, one, past_m=1, side_m=0)
    again = book(client, one, past_m=9, side_m=9)
    assert first.json() == again.json()
    assert total(client) == 1
    other = {"player_id": "tove", "request": {**REQUEST, "player_id": "tove"}, "call_id": CALL, "past_m": 1}
    clash = client.put(f"/api/book/{one}", json=other)
    assert clash.status_code == 409
    assert clash.json()["errors"][0]["field"] == "booking_id"


@pytest.mark.parametrize(
    ("body", "status", "words"),
    [
        ({"call_id": None}, 422, "call_id is missing"),
        ({"request": None}, 422, "request is missing"),
        ({"call_id": "driver~stock-swing"}, 409, "not a feasible call"),
        ({"past_m": 900}, 422, "at most 350"),
        ({"misses": ["wobbly"]}, 422, "heavy"),
        ({"booked_at": "0001-01-01T00:00:00+14:00"}, 422, "between the years"),
        ({"purpose": "stock", "club_id": "putter"}, 422, "no stock shot"),
        ({"purpose": "stock", "club_id": "1-iron"}, 422, "Choose one of"),
        ({"purpose": "trial", "trial_id": "11111111-1111-4111-8111-111111111111", "arm": "a"}, 404, "no such trial"),
        ({"request": {**REQUEST, "player_id": "tove"}}, 422, "player_id of the booking"),
    ],
)
def test_what_cannot_be_booked_says_why_and_books_nothing(
    client: TestClient, body: dict[str, Any], status: int, words: str
) -> None:
    answer = book(client, **body)
    assert answer.status_code == status
    assert words in answer.text
    assert total(client) == 0


def test_the_plan_learns_from_the_book_and_can_be_told_not_to(client: TestClient) -> None:
    rng = np.random.default_rng(5)
    assert not any("your book" in r["words"] for r in carry_rows(client))
    for _ in range(8):
        assert book(client, carry_m=29.0 * float(np.exp(0.04 * rng.standard_normal()))).status_code == 200
    learnt = client.get("/api/players/brisa/learnt").json()
    speed = next(e for e in learnt["effects"] if e["quantity"] == "speed" and e["by"] == "cover")
    assert (speed["name"], speed["shots"]) == ("rough", learnt["shots"])
    assert speed["low"] < speed["value"] < speed["high"]
    row = next(r for r in carry_rows(client) if "your book" in r["words"])
    assert f"from your book ({speed['shots']} shots)" in row["words"]
    # Nothing of the sort from another lie.
    fairway = {**REQUEST, "lie": {"cover": "fairway"}, "line": {"flag_m": 118}, "detail_for": ["7-iron~stock-swing"]}
    calls = client.post("/api/plan", json=fairway).json()["calls"]
    drawn = [c for c in calls if c["detail"] and c["club_id"] == "7-iron"]
    cover = [r["words"] for c in drawn for r in c["detail"]["ledgers"]["distance"] if "your book" in r["words"]]
    assert all("0 shots" not in words for words in cover)
    assert client.patch("/api/players/brisa", json={"learns": False}).json()["learns"] is False
    assert not any("your book" in r["words"] for r in carry_rows(client))
    client.patch("/api/players/brisa", json={"learns": True, "forget": True})
    assert client.get("/api/players/brisa/learnt").json()["effects"] == []
    assert total(client) == 8


def test_a_mishap_does_not_count_until_the_coach_says_so(client: TestClient) -> None:
    shot = book(client, carry_m=5).json()
    assert (shot["far_off"], shot["counts"]) == (True, False)
    assert client.get("/api/players/brisa/learnt").json()["shots"] == 0
    counted = client.put(f"/api/book/{shot['id']}/counts", json={"counts": True}).json()
    assert counted["counts"]
    assert client.get("/api/players/brisa/learnt").json()["shots"] == 1
    assert client.delete(f"/api/book/{shot['id']}").status_code == 204
    assert client.delete(f"/api/book/{shot['id']}").status_code == 404


def test_a_strike_that_failed_counts_in_the_rates_and_not_in_learning(client: TestClient) -> None:
    book(client, carry_m=20, past_m=-14, side_m=0, misses=["heavy"], chipped_again=True)
    assert client.get("/api/players/brisa/learnt").json()["shots"] == 0
    (lie,) = client.get("/api/book/summary", params={"player_id": "brisa"}).json()["lies"]
    assert (lie["again"]["hits"], lie["again"]["of"], lie["on"]["hits"]) == (1, 1, 0)


def test_filters_and_rates_by_kind_of_lie(client: TestClient) -> None:
    for past, putts in ((1, 1), (3, 2), (-2, 2), (-15, None)):
        book(client, past_m=past, side_m=0, putts=putts, booked_at="2026-05-01T10:00:00Z")
    down = {**REQUEST, "lie": {"cover": "fairway", "fall_deg": 6}}
    book(client, request=down, past_m=1, side_m=0, putts=1, booked_at="2026-06-01T10:00:00Z")
    client.put(
        f"/api/book/{new_id()}",
        json={"player_id": "brisa", "purpose": "stock", "club_id": "7-iron", "carry_m": 138},
    )
    assert total(client) == 6
    assert total(client, cover="rough") == 4
    assert total(client, purpose="stock") == 1
    assert total(client, club="7-iron") == 1
    assert total(client, method="stock-swing", since="2026-05-15T00:00:00Z", until="2026-07-01T00:00:00Z") == 1
    told = client.get("/api/book/summary", params={"player_id": "brisa"}).json()
    by_words = {lie["words"]: lie for lie in told["lies"]}
    # A measured stock shot is no shot at a green.
    assert set(by_words) == {"rough", "fairway, downhill"}
    rough = by_words["rough"]
    assert (rough["on"]["hits"], rough["on"]["of"]) == (3, 4)
    assert (rough["on_and_two"]["hits"], rough["on_and_two"]["of"]) == (3, 3)
    assert (rough["up_and_down"]["hits"], rough["up_and_down"]["of"]) == (1, 3)
    assert rough["on"]["low_pct"] < 75 < rough["on"]["high_pct"]
    assert len(told["points"]) == 6
    assert sum(s["shots"] for s in told["trend"]) == 6
    page = client.get("/api/book", params={"player_id": "brisa", "limit": 2, "offset": 2}).json()
    assert (page["total"], len(page["rows"])) == (6, 2)
    assert client.get("/api/book", params={"player_id": "nobody"}).status_code == 404


def test_a_page_is_sorted_by_any_column_what_was_not_seen_last(client: TestClient) -> None:
    for past in (3, -8, 1):
        book(client, past_m=past, side_m=0, putts=2)
    unseen = book(client, carry_m=30).json()["id"]

    def column(name: str, **order: Any) -> list[Any]:
        page = client.get("/api/book", params={"player_id": "brisa", **order}).json()
        return [row[name] for row in page["rows"]]

    assert column("past_m", sort="finish", ascending=True) == [1, 3, -8, None]
    assert column("past_m", sort="finish") == [-8, 3, 1, None]
    assert column("id", sort="lost")[-1] == unseen
    lost = [v for v in column("lost", sort="lost") if v is not None]
    assert lost == sorted(lost, reverse=True)
    assert column("id", ascending=True) == column("id")[::-1]
    wrong = client.get("/api/book", params={"player_id": "brisa", "sort": "colour"})
    assert wrong.status_code == 422


def test_a_booked_shot_gives_back_the_question_it_was_planned_by(client: TestClient) -> None:
    shot = book(client, past_m=1, side_m=0).json()
    assert shot["has_question"]
    asked = client.get(f"/api/book/{shot['id']}/question").json()
    assert (asked["player_id"], asked["lie"]["cover"], asked["line"]["flag_m"]) == ("brisa", "rough", 40)
    calls = client.post("/api/plan", json=asked).json()["calls"]
    assert CALL in {call["id"] for call in calls}
    gone = client.get(f"/api/book/{new_id()}/question")
    assert gone.status_code == 404
    assert gone.json()["errors"][0]["field"] == "booking_id"


def test_a_fault_is_read_from_what_was_seen(client: TestClient) -> None:
    body = {"request": REQUEST, "call_id": CALL, "balls": [{"misses": ["thin", "long"]}, {"misses": ["thin"]}]}
    told = client.post("/api/faults", json=body).json()
    assert told["causes"][0]["id"] == "rose-up"
    assert told["chance_pct"] + sum(c["share_pct"] for c in told["causes"]) <= 100.5
    nothing = client.post("/api/faults", json={**body, "balls": [{}]})
    assert nothing.status_code == 422
    assert "Say what was seen" in nothing.text
    assert client.post("/api/faults", json={**body, "call_id": "driver~stock-swing"}).status_code == 409


def test_a_trial_runs_in_its_order_to_an_honest_end(client: TestClient) -> None:
    ways = {"request": REQUEST, "a_call": CALL, "b_call": "54~stock-swing", "balls_each": 4, "decides": "left"}
    assert client.post("/api/trials", json={**ways, "b_call": CALL}).status_code == 409
    trial = client.post("/api/trials", json=ways).json()
    assert sorted(trial["order"]) == ["a"] * 4 + ["b"] * 4
    rng = np.random.default_rng(6)
    for n in range(8):
        now = client.get(f"/api/trials/{trial['id']}").json()
        assert now["struck"] == n
        assert now["next_arm"] == trial["order"][n]
        assert now["verdict"] == "open" or now["fell_at"] <= n // 2
        past = float(rng.normal(0 if now["next_arm"] == "a" else 8, 1))
        body = {
            "player_id": "brisa", "purpose": "trial", "trial_id": trial["id"], "arm": now["next_arm"], "past_m": past,
            "side_m": 0, "measured": {"spin_rpm": 4000},
        }  # fmt: skip
        assert client.put(f"/api/book/{new_id()}", json=body).status_code == 200
    done = client.get(f"/api/trials/{trial['id']}").json()
    assert done["next_arm"] is None
    assert (done["verdict"], done["next_look"]) == ("a", None)
    assert done["words"].endswith(f"is better by left to the target: found after {done['fell_at']} balls each.")
    assert [m["name"] for m in done["measures"] if m["decides"]] == ["left to the target"]
    assert done["measures"][0]["decides"]
    assert len(client.get("/api/trials", params={"player_id": "brisa"}).json()) == 1
    assert client.delete(f"/api/trials/{trial['id']}").status_code == 204
    assert client.get(f"/api/trials/{trial['id']}").status_code == 404
    # Its balls stay in the book.
    assert total(client, purpose="trial") == 8


def test_a_trial_says_before_it_begins_what_it_can_tell(client: TestClient) -> None:
    ways = {"request": REQUEST, "a_call": CALL, "b_call": "54~stock-swing"}
    few, many = (client.post("/api/trials/size", json={**ways, "balls_each": n}).json() for n in (6, 24))
    # Four times the balls tell half the difference.
    assert few["tells"] == pytest.approx(2.0 * many["tells"])
    assert few["unit"] == "strokes"
    assert few["needed"] is None or few["needed"] > 24
    by_distance = client.post("/api/trials/size", json={**ways, "balls_each": 6, "decides": "left"}).json()
    assert by_distance["unit"] == "m"
    assert client.post("/api/trials/size", json={**ways, "b_call": "putter~nonsense"}).status_code == 409


def test_stock_shots_tell_a_stock_carry_and_flag_the_odd_one(client: TestClient) -> None:
    for carry in (138, 140, 139, 141, 140, 95):
        body = {"player_id": "brisa", "purpose": "stock", "club_id": "7-iron", "carry_m": carry, "source": "monitor"}
        assert client.put(f"/api/book/{new_id()}", json=body).status_code == 200
    (stock,) = client.get("/api/players/brisa/stock").json()
    assert (stock["club_id"], stock["bag_carry_m"]) == ("7-iron", 138.0)
    assert stock["carry_m"] == 140.0
    assert len(stock["shots"]) >= 5
    assert "3.5" in stock["rule"]


# --- players ---


def test_a_player_is_written_anew_bag_and_all(client: TestClient) -> None:
    brisa = client.get("/api/players/brisa").json()
    edit = {k: v for k, v in brisa.items() if k not in NOT_EDITED}
    edit["clubs"] = [c for c in edit["clubs"] if c["id"] != "3-wood"]
    edit["clubs"][-2] |= {"rounds": 75, "bought_on": "2026-04-01", "cleaned_on": "2026-11-01"}
    edit |= {"notes": "Works on her tempo.", "ball": "firm", "lead_pct": 58, "ball_place_m": 0.08, "units": "yards"}
    client.put("/api/players/brisa/methods/splash", json={"stand": "pinned"})
    saved = client.put("/api/players/brisa", json=edit)
    assert saved.status_code == 200
    told = saved.json()
    assert told["version"] == brisa["version"] + 1
    assert (told["notes"], told["ball"], told["lead_pct"], told["ball_place_m"]) == (
        "Works on her tempo.", "firm", 58, 0.08,
    )  # fmt: skip
    assert [c["id"] for c in told["clubs"]] == [c["id"] for c in edit["clubs"]]
    assert told["pinned"] == ["splash"]
    bag = client.get("/api/players/brisa/bag").json()
    worn = [c for c in bag["clubs"] if c["grooves"] == "worn"]
    assert [c["club_id"] for c in worn] == [edit["clubs"][-2]["id"]]
    assert worn[0]["months"] > 0
    assert all(c["grip_pct"] < 100 for c in bag["clubs"])


def test_two_tabs_editing_one_player_lose_nothing(client: TestClient) -> None:
    brisa = client.get("/api/players/brisa").json()
    edit = {k: v for k, v in brisa.items() if k not in NOT_EDITED}
    first = client.put("/api/players/brisa", json={**edit, "notes": "from the first tab"})
    second = client.put("/api/players/brisa", json={**edit, "notes": "from the second tab"})
    assert first.status_code == 200
    assert second.status_code == 409
    assert "changed elsewhere" in second.text
    assert client.get("/api/players/brisa").json()["notes"] == "from the first tab"
    again = client.put(
        "/api/players/brisa", json={**edit, "notes": "from the second tab", "version": first.json()["version"]}
    )
    assert again.status_code == 200
    # What changes one thing only comes on top, whatever the version.
    assert client.patch("/api/players/brisa", json={"layer_pct": 3}).json()["notes"] == "from the second tab"


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"lead_pct": 95}, "at most 80"),
        ({"clubs": []}, "clubs"),
        ({"ball": "square"}, "soft"),
    ],
)
def test_a_player_that_cannot_be_is_refused_whole(client: TestClient, change: dict[str, Any], words: str) -> None:
    brisa = client.get("/api/players/brisa").json()
    edit = {k: v for k, v in brisa.items() if k not in NOT_EDITED}
    answer = client.put("/api/players/brisa", json={**edit, "notes": "half", **change})
    assert answer.status_code == 422
    assert words in answer.text
    assert client.get("/api/players/brisa").json() == brisa
    twice = {**edit, "clubs": [edit["clubs"][0], edit["clubs"][0]]}
    assert "two clubs are called" in client.put("/api/players/brisa", json=twice).text
    impossible = {**edit, "clubs": [{**edit["clubs"][0], "stock_carry_m": 329}]}
    assert "no swing gives" in client.put("/api/players/brisa", json=impossible).text
    assert client.get("/api/players/brisa").json() == brisa


def test_a_player_goes_with_the_whole_book(client: TestClient, demo_store: Store) -> None:
    book(client, past_m=1, side_m=1)
    assert client.delete("/api/players/brisa").status_code == 204
    assert client.delete("/api/players/brisa").status_code == 404
    with all_rows(demo_store) as connection:
        for table in ("bookings", "clubs", "stands", "shots"):
            left = connection.exec_driver_sql(f"select count(*) from {table} where player_id = 'brisa'").scalar()
            assert left == 0, table


def test_the_launch_monitor_is_told_what_is_meant(client: TestClient) -> None:
    assert client.get("/api/monitor").json()["state"] == "off"
    stock = client.put("/api/monitor/ready", json={"player_id": "brisa", "club_id": "7-iron"}).json()
    assert stock["meant"] == "7-iron"
    shot = client.put("/api/monitor/ready", json={"player_id": "brisa", "request": REQUEST, "call_id": CALL}).json()
    assert shot["meant"] == "Lob wedge 58"
    assert client.put("/api/monitor/ready", json={"player_id": "brisa"}).status_code == 422
    assert client.put("/api/monitor", json={"on": False}).json()["state"] == "off"


@pytest.mark.parametrize("moment", ["1970-01-01T00:00:00Z", "2099-06-01T10:00:00Z"])
def test_a_clock_that_is_wrong_is_asked_about(client: TestClient, moment: str) -> None:
    shot = {"player_id": "corwin", "purpose": "stock", "club_id": "7-iron", "carry_m": 140, "booked_at": moment}
    answer = client.put(f"/api/book/{uuid.uuid4()}", json=shot)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "booked_at"
    assert "clock" in answer.json()["errors"][0]["fix"]


def test_once_a_day_it_is_asked_whether_these_were_all_the_balls(client: TestClient) -> None:
    request = {"player_id": "brisa", "lie": {"cover": "rough", "sunk": 0.6}, "line": {"flag_m": 40}}
    call = client.post("/api/plan", json=request).json()["calls"][0]["id"]

    def book(day: int, past: float) -> None:
        body = {
            "player_id": "brisa", "request": request, "call_id": call, "past_m": past, "side_m": 0.5,
            "booked_at": f"2026-03-{day:02d}T10:00:00Z",
        }  # fmt: skip
        assert client.put(f"/api/book/{uuid.uuid4()}", json=body).status_code == 200

    for past in (-9.0, -8.0, -7.0):
        book(3, past)
    assert client.get("/api/players/brisa/whole").json()["ask"] is None, "three are too few to ask"
    book(3, -6.0)
    assert client.get("/api/players/brisa/whole").json()["ask"] == {"day": "2026-03-03", "shots": 4}
    assert client.get("/api/players/brisa/learnt").json()["shots"] == 4
    told = client.put("/api/players/brisa/whole", json={"day": "2026-03-03", "all_booked": False}).json()
    assert told["ask"] is None, "asked once"
    assert client.get("/api/players/brisa/learnt").json()["shots"] == 0, "picked balls teach no habits"
    assert client.get("/api/book", params={"player_id": "brisa"}).json()["total"] == 4, "and stay in the book"
    client.put("/api/players/brisa/whole", json={"day": "2026-03-03", "all_booked": True})
    assert client.get("/api/players/brisa/learnt").json()["shots"] == 4, "taken back, they count again"
    for past in (0.0, 1.0, 2.0, 3.0):
        book(5, past)
    assert client.get("/api/players/brisa/whole").json()["ask"] == {"day": "2026-03-05", "shots": 4}
    refused = client.put("/api/players/brisa/whole", json={"day": "2025-01-01", "all_booked": True})
    assert refused.json()["errors"][0]["field"] == "day"
