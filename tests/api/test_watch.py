"""What a server tells of itself: numbers, health, the number of a request, and where an answer comes from."""

from __future__ import annotations

import re
import threading
import time
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from prometheus_client.openmetrics.parser import text_string_to_metric_families

from tests.questions import plan_request
from tests.waiting import until
from veltrin.api.app import create_app
from veltrin.api.guard import Guard
from veltrin.api.watch import Watched
from veltrin.core.flight.threads import FEWEST_TO_SHARE, share_out
from veltrin.core.wanted import NobodyWaitsError, asked_by
from veltrin.service.files.copies import make_copy
from veltrin.service.house import health
from veltrin.service.house.store import Store
from veltrin.service.house.turns import Turns, asked_for
from veltrin.settings import WEB_DIST
from veltrin.store import copies

# Whether an answer is worked out or remembered is what is looked at here.
pytestmark = pytest.mark.anew


@pytest.fixture
def here(app: FastAPI, demo_store: Store) -> TestClient:
    """Asked from this machine."""
    app.state.store = demo_store
    return TestClient(app, base_url="http://127.0.0.1", client=("127.0.0.1", 5000))


def numbers(client: TestClient, **headers: str) -> dict[str, float]:
    answer = client.get("/metrics", headers=headers)
    assert answer.status_code == 200, answer.text
    assert answer.headers["content-type"].startswith("application/openmetrics-text")
    # The reference parser takes it: it is what the published form asks for.
    found = text_string_to_metric_families(answer.text)
    return {f"{s.name}{sorted(s.labels.items())}": s.value for family in found for s in family.samples}


def test_requests_and_stages_are_counted_in_the_published_form(here: TestClient) -> None:
    before = numbers(here)
    assert here.post("/api/plan", json=plan_request()).status_code == 200
    assert here.get("/api/players/nobody").status_code == 404
    after = numbers(here)

    def more(name: str, **labels: str) -> float:
        key = f"{name}{sorted(labels.items())}"
        return after.get(key, 0.0) - before.get(key, 0.0)

    assert more("veltrin_requests_total", method="POST", route="/api/plan", status="200") == 1
    # By its pattern: an address would tell who, and there'd be no end of them.
    assert more("veltrin_requests_total", method="GET", route="/api/players/{player_id}", status="404") == 1
    for stage in ("read", "turn", "plan", "tell"):
        assert more("veltrin_stage_seconds_count", stage=stage) >= 1, stage
    assert more("veltrin_stage_seconds_sum", stage="plan") > more("veltrin_stage_seconds_sum", stage="turn")


def test_numbers_are_for_this_machine_or_by_token(demo_store: Store) -> None:
    app = create_app(demo_store, WEB_DIST, asks=Guard(("range.local",)), watched=Watched("a long token"))
    far = TestClient(app, base_url="http://range.local", client=("10.0.0.9", 5000))
    assert far.get("/metrics").status_code == 403
    assert far.get("/metrics", headers={"authorization": "Bearer another"}).status_code == 403
    assert numbers(far, authorization="Bearer a long token")
    here = TestClient(app, base_url="http://127.0.0.1", client=("127.0.0.1", 5000))
    assert numbers(here)
    # Not what a proxy on this machine passes on, nor another site's page by a name of its own.
    assert here.get("/metrics", headers={"x-forwarded-for": "10.0.0.9"}).status_code == 403
    assert here.get("/metrics", headers={"host": "elsewhere.example"}).status_code == 403


def test_every_answer_has_a_number_of_its_own(client: TestClient) -> None:
    told = {client.get("/api/health").headers["x-request-id"] for _ in range(5)}
    assert len(told) == 5
    assert all(re.fullmatch(r"[0-9a-f]{16}", one) for one in told)


def test_a_plan_that_repeats_is_remembered_until_anything_it_is_made_of_changes(client: TestClient) -> None:
    def asked(path: str = "/api/plan", **changes: Any) -> tuple[str, str]:
        answer = client.post(path, json=plan_request(**changes))
        return answer.headers["cache-status"], answer.text

    first, again = asked(), asked()
    assert (first[0], again[0]) == ("veltrin; fwd=miss", "veltrin; hit")
    assert first[1] == again[1]
    # A stream of the same question comes at once, whole.
    status, text = asked("/api/plan/stream")
    assert (status, text.strip()) == ("veltrin; hit", first[1])
    assert asked(lie={"fall_deg": 7.1, "side_deg": -3})[0] == "veltrin; fwd=miss"
    # A method left out, other clothes, a shot that is learnt from: after each the answer is another one.
    shot = {"player_id": "tove", "purpose": "stock", "club_id": "7-iron", "carry_m": 88}
    for method, path, body in (
        ("PUT", "/api/players/tove/methods/splash", {"stand": "excluded"}),
        ("PATCH", "/api/players/tove", {"layer_pct": 4.0}),
        ("PUT", "/api/book/00000000-0000-4000-8000-00000000abcd", shot),
    ):
        assert asked()[0] == "veltrin; hit"
        assert client.request(method, path, json=body).status_code == 200, path
        assert asked()[0] == "veltrin; fwd=miss", path


def test_a_page_that_is_there_already_is_not_sent_again(client: TestClient) -> None:
    page = client.get("/bench")
    tag = page.headers["etag"]
    again = client.get("/bench", headers={"if-none-match": tag})
    assert (again.status_code, again.content) == (304, b"")
    # The page that is kept has the nonce of its own policy: another one mustn't take its place.
    assert "content-security-policy" not in again.headers
    assert client.get("/bench", headers={"if-none-match": 'W/"another"'}).status_code == 200


@pytest.mark.file
def test_health_says_what_is_not_as_it_should_be(
    client: TestClient, demo_store: Store, monkeypatch: pytest.MonkeyPatch
) -> None:
    def told() -> tuple[str, str]:
        answer = client.get("/api/health").json()
        return answer["status"], answer["detail"]

    until(lambda: told()[0] != "warming", "the end of the warming up")
    assert told() == ("ready", "")
    made = make_copy(demo_store)
    assert told()[0] == "ready"
    monkeypatch.setattr(health, "COPIED_WITHIN", timedelta(0))
    assert told() == (
        "degraded",
        f"The newest copy is of {made.made_at:%d %B}: no daily one could be made. See the log.",
    )
    monkeypatch.undo()
    monkeypatch.setattr(health, "LEAST_FREE_BYTES", 10**18)
    assert told()[0] == "degraded"
    assert "Make room" in told()[1]
    monkeypatch.undo()
    demo_store.path.unlink()
    assert told()[0] == "degraded"
    assert "gone" in told()[1]
    assert datetime.now(UTC) - copies.copies_in(demo_store.path.parent / "copies")[0].made_at < timedelta(minutes=5)


def test_turns_come_in_order_and_who_gives_up_waits_for_nothing() -> None:
    turns, order, gone = Turns(), [], threading.Event()

    def work(name: int) -> None:
        try:
            with asked_by(gone.is_set if name == 2 else lambda: False), turns.taken():
                order.append(name)
                time.sleep(0.05)
        except NobodyWaitsError:
            order.append(-name)

    with turns.taken():
        threads = []
        for name in (1, 2, 3):
            threads.append(threading.Thread(target=work, args=(name,)))
            threads[-1].start()
            while sum(turns.waiting) < name:
                time.sleep(0.01)
        gone.set()
        while sum(turns.waiting) > 2:
            time.sleep(0.01)
    for thread in threads:
        thread.join()
    assert order == [-2, 1, 3]
    # None was lost on the way.
    with turns.taken():
        assert turns.waiting == (0, 0)


def one_after_the_other(turns: Turns, threads: list[threading.Thread]) -> None:
    """Let all of them come while the turn is taken, in their order, and wait until they are done."""
    with turns.taken():
        for count, thread in enumerate(threads, 1):
            thread.start()
            while sum(turns.waiting) < count:
                time.sleep(0.001)
    for thread in threads:
        thread.join()


def test_short_ones_go_first_but_not_for_ever() -> None:
    turns, order = Turns(), []

    def work(kind: str) -> None:
        with turns.taken(is_short=kind == "s", is_next=kind == "N"):
            order.append(kind)
            # Who has the turn has it for all within.
            with turns.taken():
                pass

    one_after_the_other(turns, [threading.Thread(target=work, args=(kind,)) for kind in "LLssssssN"])
    assert "".join(order) == "NsssLsssL"


def test_who_asks_sixty_things_at_once_waits_behind_somebody_who_asks_one() -> None:
    turns, order = Turns(), []

    def work(coach: str) -> None:
        with asked_for(coach), turns.taken():
            order.append(coach)

    asked = [*60 * ["many"], "one", "other", "one"]
    with asked_for("many"):
        one_after_the_other(turns, [threading.Thread(target=work, args=(coach,)) for coach in asked])
    assert order[:5] == ["one", "other", "many", "one", "many"]
    assert len(order) == len(asked)


def test_steps_are_taken_a_turn_each() -> None:
    turns = Turns()
    mine, others = turns.each(iter("ab")), turns.each(iter("xy"))
    assert [next(mine), next(others), next(mine), next(others)] == ["a", "x", "b", "y"]
    assert list(mine) == list(others) == []


@pytest.mark.parametrize("has_neighbours", [True, False])
def test_an_answer_has_both_processors_unless_others_want_them(has_neighbours: bool) -> None:
    turns, parts = Turns(), []
    turns.has_neighbours = has_neighbours

    def parts_now() -> int:
        parts.clear()
        share_out(parts.append, 2 * FEWEST_TO_SHARE, 2)
        return len(parts)

    def other() -> None:
        with turns.taken():
            pass

    with turns.taken():
        assert parts_now() == 2
        waits = threading.Thread(target=other)
        waits.start()
        until(lambda: any(turns.waiting), "somebody who waits")
        # Where no other process works, the second processor would stand idle.
        assert parts_now() == (1 if has_neighbours else 2)
    waits.join()
    assert parts_now() == 2
