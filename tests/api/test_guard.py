"""Who may come in: host names, other sites' pages, sign-in, and what one coach sees of another."""

from __future__ import annotations

import base64
import re
import uuid
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from argon2 import Type
from click.testing import CliRunner
from fastapi.testclient import TestClient
from pyotp import TOTP
from sqlalchemy import select

from tests.raw import all_rows
from tests.signing import MAREN, OTTO, sign_in
from veltrin.api.guard import Guard
from veltrin.cli import main
from veltrin.service.accounts.coaches import PROFILE, STEP_S, add_coach, begin_factor, end_factor, has_coaches, who_is
from veltrin.service.accounts.tries import (
    FREE_TRIES,
    FREE_TRIES_OF_ADDRESS,
    HALVES_EVERY_S,
    LONGEST_WAIT_OF_ADDRESS_S,
    LONGEST_WAIT_S,
    Tries,
)
from veltrin.service.house.errors import DomainError
from veltrin.service.house.store import Store, open_store
from veltrin.service.players.contracts.players import PlayerNew
from veltrin.service.players.players import add_player, list_players
from veltrin.store.tables import SessionRow


def test_nobody_sees_anything_before_signing_in(guarded: TestClient) -> None:
    assert guarded.get("/api/session").json() == {"needed": True, "coach": None, "is_admin": False}
    assert guarded.get("/api/health").status_code == 200
    described = guarded.get("/openapi.json").json()["paths"]
    open_to_all = {"/api/health", "/api/session"}
    for path, methods in described.items():
        for method in methods:
            if path in open_to_all:
                continue
            filled = re.sub(r"\{[^}]+\}", "1", path)
            answer = guarded.request(method.upper(), filled, json={})
            # Anyone who is not signed in learns nothing, not even what would be wrong with a request.
            assert answer.status_code == 401, (method, path, answer.status_code)
    assert guarded.get("/api/players").status_code == 401
    assert guarded.get("/api/export").status_code == 401


def test_each_coach_sees_only_their_own(guarded: TestClient, demo_store: Store) -> None:
    sign_in(guarded, MAREN)
    assert len(guarded.get("/api/players").json()) == 4
    guarded.post("/api/lines", json={"name": "Fourth", "line": {"flag_m": 20}})
    sign_in(guarded, OTTO)
    for path in ("/api/players", "/api/shots", "/api/lines", "/api/days"):
        assert guarded.get(path).json() == [], path
    assert guarded.get("/api/settings").json()["course"] == ""
    for path in ("/api/players/tove", "/api/players/tove/learnt", "/api/players/tove/bag", "/api/shots/1"):
        assert guarded.get(path).status_code == 404, path
    assert guarded.delete("/api/lines/1").status_code == 404
    assert guarded.delete("/api/players/tove").status_code == 404
    assert guarded.patch("/api/players/tove", json={"layer_pct": 4}).status_code == 404
    # The same names are free, and nobody's shot can be taken over.
    assert guarded.post("/api/lines", json={"name": "Fourth", "line": {"flag_m": 30}}).status_code == 201
    mine = add_player(demo_store.of_coach(2), PlayerNew(name="Ida", seven_iron_carry_m=120))
    with all_rows(demo_store) as connection:
        taken = connection.exec_driver_sql("select id from bookings limit 1").scalar()
    stolen = {"player_id": mine.id, "purpose": "stock", "club_id": "7-iron", "carry_m": 120}
    assert guarded.put(f"/api/book/{taken}", json=stolen).status_code == 409
    assert guarded.put(f"/api/book/{uuid.uuid4()}", json=stolen).status_code == 200
    sign_in(guarded, MAREN)
    assert len(guarded.get("/api/players").json()) == 4
    assert [line["line"]["flag_m"] for line in guarded.get("/api/lines").json()] == [20]


def test_sessions_and_scenes_are_a_coachs_own(guarded: TestClient, demo_store: Store) -> None:
    sign_in(guarded, MAREN)
    theirs = guarded.get("/api/practices", params={"player_id": "tove"}).json()["rows"][0]["id"]
    assert guarded.get("/api/eye").json()["scenes"] > 0
    sign_in(guarded, OTTO)
    mine = add_player(demo_store.of_coach(2), PlayerNew(name="Ida", seven_iron_carry_m=120))
    assert guarded.get("/api/eye").json()["scenes"] == 0
    assert guarded.get("/api/scenes").json()["total"] == 0
    for path in ("/api/practices", "/api/progress", "/api/season.ics"):
        assert guarded.get(path, params={"player_id": "tove"}).status_code == 404, path
    for method, path in (("GET", ""), ("POST", "/begin"), ("POST", "/finish"), ("DELETE", "")):
        assert guarded.request(method, f"/api/practices/{theirs}{path}").status_code == 404, path
    assert guarded.put(f"/api/practices/{theirs}/when", json={"planned_for": None}).status_code == 404
    # An id that is another coach's can't be taken over, and a ball can't be struck in their session.
    keep = {"player_id": mine.id, "parts": [{"drill_id": "towel-behind"}]}
    assert guarded.put(f"/api/practices/{theirs}", json=keep).status_code == 409
    ball = {"player_id": mine.id, "purpose": "practice", "practice_id": theirs, "part": 0, "station": 0, "hit": True}
    assert guarded.put(f"/api/book/{uuid.uuid4()}", json=ball).status_code == 404
    # Nor can a coach who forgets what they read forget another's.
    assert guarded.delete("/api/eye").status_code == 204
    sign_in(guarded, MAREN)
    assert guarded.get("/api/eye").json()["scenes"] > 0


def cookie_of(client: TestClient, who: dict[str, str]) -> str:
    client.cookies.clear()
    header = client.post("/api/session", json=who).headers["set-cookie"]
    client.cookies.clear()
    return header.split(";")[0].split("=", 1)[1]


def read_with(client: TestClient, cookie: str) -> int:
    client.cookies.clear()
    return client.get("/api/export", headers={"cookie": f"veltrin={cookie}"}).status_code


def test_the_cookie_says_nothing_and_stays_on_this_site(guarded: TestClient, demo_store: Store) -> None:
    guarded.cookies.clear()
    told = guarded.post("/api/session", json=MAREN).headers["set-cookie"].lower()
    assert "httponly" in told
    assert "samesite=strict" in told
    assert "secure" not in told
    assert "secure" in Guard(("range.local",), is_secure=True).cookie("x").lower()
    value = cookie_of(guarded, MAREN)
    assert read_with(guarded, value) == 200
    for wrong in (value[:-2] + ("aa" if value[-2:] != "aa" else "bb"), "", "x" * 4000, '"', value.upper()):
        assert read_with(guarded, wrong) == 401, wrong
    with demo_store.engine.connect() as connection:
        kept = connection.exec_driver_sql("select id from sessions").scalars().all()
    # Anyone who reads the table can't come in with it.
    assert kept
    assert not any(value in one for one in kept)


def test_what_was_signed_out_is_out_wherever_its_cookie_went(guarded: TestClient) -> None:
    here, there, third = (cookie_of(guarded, MAREN) for _ in range(3))
    assert guarded.delete("/api/session", headers={"cookie": f"veltrin={here}"}).status_code == 204
    assert [read_with(guarded, c) for c in (here, there, third)] == [401, 200, 200]
    guarded.cookies.clear()
    mine = {"cookie": f"veltrin={there}"}
    listed = guarded.get("/api/sessions", headers=mine).json()
    assert [s["is_this"] for s in listed].count(True) == 1
    other = next(s["id"] for s in listed if not s["is_this"])
    # Not by another coach.
    assert (
        guarded.delete(f"/api/sessions/{other}", headers={"cookie": f"veltrin={cookie_of(guarded, OTTO)}"}).status_code
        == 404
    )
    assert guarded.delete(f"/api/sessions/{other}", headers=mine).status_code == 204
    assert [read_with(guarded, c) for c in (there, third)] == [200, 401]


def test_a_new_passphrase_ends_every_session(guarded: TestClient, demo_store: Store) -> None:
    cookie = cookie_of(guarded, OTTO)
    assert read_with(guarded, cookie) == 200
    add_coach(demo_store, "Otto", "another quiet low runner")
    assert read_with(guarded, cookie) == 401


def begun_later(store: Store, by: timedelta) -> None:
    with store.session() as session:
        for row in session.scalars(select(SessionRow)):
            row.made_at += by


def test_a_clock_put_back_signs_nobody_out(guarded: TestClient, demo_store: Store) -> None:
    cookie = cookie_of(guarded, MAREN)
    begun_later(demo_store, timedelta(hours=2))
    assert read_with(guarded, cookie) == 200
    begun_later(demo_store, timedelta(days=-15))
    assert read_with(guarded, cookie) == 401


@pytest.mark.file
def test_only_who_runs_the_place_copies_all_of_it_and_sees_what_happened(guarded: TestClient) -> None:
    sign_in(guarded, OTTO)
    for method, path in (("GET", "/api/copies"), ("POST", "/api/copies"), ("GET", "/api/events")):
        assert guarded.request(method, path).status_code == 403, path
    guarded.cookies.clear()
    guarded.post("/api/session", json={**OTTO, "passphrase": "not the one at all"})
    sign_in(guarded, MAREN)
    assert guarded.post("/api/copies").status_code == 201
    happened = [(e["coach"], e["what"]) for e in guarded.get("/api/events").json()]
    assert happened[:3] == [("Maren", "signed in"), ("Otto", "wrong passphrase"), ("Otto", "signed in")]


def test_coaches_are_renamed_removed_and_always_one_runs_the_place(guarded: TestClient, demo_store: Store) -> None:
    place = demo_store.place
    where = {"VELTRIN_DATA_DIR": str(place.parent)} if isinstance(place, Path) else {"VELTRIN_DATABASE_URL": place}
    demo_store.close()

    def coach(*told: str) -> tuple[int, str]:
        run = CliRunner().invoke(main, ["coach", *told], env=where)
        return run.exit_code, run.output

    assert coach("rename", "Otto", "Maren")[0] == 1
    assert coach("rename", "Otto", "Ottilie")[0] == 0
    code, words = coach("remove", "Maren", "--to", "Ottilie")
    assert (code, "runs this server" in words) == (1, True)
    assert coach("admin", "Ottilie")[0] == 0
    assert coach("remove", "Maren", "--to", "Ottilie") == (0, "Maren is gone; everything is Ottilie's now.\n")
    assert coach("remove", "Ottilie", "--to", "Ottilie")[0] == 1
    assert coach("list")[1].strip() == "Ottilie: may sign in, runs this server"
    again = open_store(place)
    assert len(list_players(again.of_coach(2))) == 4
    again.close()


def test_devices_are_a_coachs_own_and_nobody_looks_around_on_the_machine(guarded: TestClient) -> None:
    sign_in(guarded, MAREN)
    for path in ("/api/mast", "/api/monitor"):
        assert guarded.put(path, json={"on": True, "port": 22}).status_code == 403, path
        assert guarded.put(path, json={"on": True}).json()["state"] != "off"
    sign_in(guarded, OTTO)
    for path in ("/api/mast", "/api/monitor"):
        assert guarded.get(path).json()["state"] == "off", path
    sign_in(guarded, MAREN)
    for path in ("/api/mast", "/api/monitor"):
        assert guarded.put(path, json={"on": False}).json()["state"] == "off", path


class Clock:
    """A clock that is moved by hand."""

    now = 1.0e9

    def __call__(self) -> float:
        return self.now


def guessed(tries: Tries, clock: Clock, name: str, times: int) -> list[float]:
    """How long each guess had to wait, made as soon as it may be."""
    waits = []
    for _ in range(times):
        wait = tries.take(name, "10.0.0.9")
        waits.append(wait)
        if wait > 0.0:
            clock.now += wait
            assert tries.take(name, "10.0.0.9") == 0.0
    return waits


def test_guesses_wait_longer_and_longer_and_hold_up_nobody_else(store: Store) -> None:
    clock = Clock()
    tries = Tries(store, clock=clock)
    waits = guessed(tries, clock, "maren", FREE_TRIES + 10)
    assert waits[:FREE_TRIES] == [0.0] * FREE_TRIES
    assert waits == sorted(waits)
    assert LONGEST_WAIT_S / 4 < waits[-1] <= LONGEST_WAIT_S
    # Maren, elsewhere, comes in at once; so does another coach at that address.
    assert tries.take("maren", "10.0.0.1") == 0.0
    assert tries.take("otto", "10.0.0.9") == 0.0
    assert tries.take("maren", "10.0.0.9") > 0.0
    tries.was_right("maren", "10.0.0.9")
    assert tries.take("maren", "10.0.0.9") == 0.0


def test_guesses_at_once_are_counted_before_they_are_looked_at(store: Store) -> None:
    # Two processes: what one has counted the other knows.
    both = [Tries(store, clock=Clock()), Tries(store, clock=Clock())]
    with ThreadPoolExecutor(8) as threads:
        waits = list(threads.map(lambda n: both[n % 2].take("maren", "10.0.0.9"), range(60)))
    assert waits.count(0.0) == FREE_TRIES


def test_an_address_that_guesses_many_names_waits_but_shuts_out_nobody_who_was_there_before(store: Store) -> None:
    clock = Clock()
    tries = Tries(store, clock=clock)
    for n in range(FREE_TRIES_OF_ADDRESS):
        assert tries.take(f"name {n}", "10.0.0.9") == 0.0
    assert 0.0 < tries.take("one more", "10.0.0.9") <= LONGEST_WAIT_OF_ADDRESS_S
    assert tries.take("maren", "10.0.0.9", is_known=lambda: True) == 0.0
    # A right one undoes its own try only: who has an account can't wipe out what else was guessed there.
    tries.was_right("maren", "10.0.0.9")
    clock.now += LONGEST_WAIT_OF_ADDRESS_S
    assert tries.take("yet another", "10.0.0.9") == 0.0
    assert tries.take("and another", "10.0.0.9") > 0.0


def test_tries_fade(store: Store) -> None:
    """Long after a bad hour one wrong guess costs nobody anything."""
    clock = Clock()
    tries = Tries(store, clock=clock)
    guessed(tries, clock, "maren", 12)
    for n in range(60):
        clock.now += tries.take(f"name {n}", "10.0.0.9")
    clock.now += 4 * HALVES_EVERY_S
    assert [tries.take("otto", "10.0.0.9"), tries.take("maren", "10.0.0.9")] == [0.0, 0.0]


def test_who_guesses_waits_and_is_told_how_long(guarded: TestClient) -> None:
    wrong = {**MAREN, "passphrase": "seven split oaks"}
    answers = [guarded.post("/api/session", json=wrong).status_code for _ in range(FREE_TRIES + 1)]
    assert answers == [401] * FREE_TRIES + [429]
    # The right one waits as well: anyone who guesses learns nothing.
    held = guarded.post("/api/session", json=MAREN)
    assert held.status_code == 429
    assert "Wait" in held.json()["errors"][0]["fix"]


def test_nothing_is_read_before_it_is_known_who_sends_it_and_how_much(guarded: TestClient, client: TestClient) -> None:
    read: list[int] = []

    def much() -> Iterator[bytes]:
        for _ in range(40):
            read.append(1)
            yield b"[" * 100_000

    guarded.cookies.clear()
    assert guarded.post("/api/plan", content=much()).status_code == 401
    # Told by its length it isn't read at all, and one that tells none is read until it is too much.
    told = {"content-type": "application/json", "content-length": str(100_000_000)}
    assert client.post("/api/session", content=b"{}", headers=told).status_code == 413
    assert client.post("/api/plan", content=much(), headers={"content-type": "application/json"}).status_code == 413
    assert (
        client.post("/api/plan", content=b"[" * 900_000, headers={"content-type": "application/json"}).status_code
        == 422
    )
    for length in ("-1", "1e9", "9" * 400):
        headers = {"content-type": "application/json", "content-length": length}
        assert client.post("/api/plan", content=b"{}", headers=headers).status_code == 413


def test_every_answer_has_the_same_shape_and_is_kept_by_nobody(client: TestClient) -> None:
    for method, path, status in (
        ("GET", "/api/nothing", 404), ("POST", "/api/players", 422), ("DELETE", "/api/plan", 404),
        ("GET", "/api/shots/999999", 404), ("POST", "/api/session", 422),
    ):  # fmt: skip
        answer = client.request(method, path, content=b'"\\ud800"' if method == "POST" else None)
        assert answer.status_code == status, path
        assert set(answer.json()["errors"][0]) == {"field", "problem", "fix"}
        assert answer.headers["cache-control"] == "no-store"
    assert client.get("/api/players").headers["cache-control"] == "no-store"
    for path in ("/%00", "/" + "x" * 300, "/..%2f..%2fetc%2fpasswd", "/assets/%00"):
        assert client.get(path).status_code in (200, 404, 422), path
    for path in ("/", "/api/players", "/api/health"):
        head = client.head(path)
        assert (head.status_code, head.content) == (200, b""), path
    refused = client.get("/api/players", headers={"host": "evil.example"})
    assert (refused.status_code, refused.json()["errors"][0]["field"]) == (400, "host")


def test_a_failure_is_told_by_a_number_that_stands_in_the_log(
    client: TestClient, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def fails(*_: object) -> None:
        raise ZeroDivisionError("secret details")

    monkeypatch.setattr("veltrin.api.routes.players.players.list_players", fails)
    answer = client.get("/api/players")
    assert answer.status_code == 500
    assert "secret" not in answer.text
    (number,) = re.findall(r"Failure ([0-9a-f]{8})", answer.json()["errors"][0]["fix"])
    assert number in caplog.text


def test_other_names_and_other_sites_are_turned_away(guarded: TestClient, client: TestClient) -> None:
    assert guarded.get("/api/health", headers={"host": "evil.example"}).status_code in (400, 422)
    # On loopback too: another site's name pointed at this machine must not read the book.
    assert client.get("/api/players", headers={"host": "evil.example"}).status_code in (400, 422)
    assert client.get("/api/players", headers={"host": "localhost:8710"}).status_code == 200
    for told in ({"sec-fetch-site": "cross-site"}, {"origin": "http://evil.example"}, {"origin": "null"}):
        assert client.post("/api/days", json={"name": "Trick"}, headers=told).status_code == 403, told
    own = {"origin": "http://127.0.0.1", "host": "127.0.0.1"}
    assert client.post("/api/days", json={"name": "Ours"}, headers=own).status_code == 201
    assert client.post("/api/days", json={"name": "Mine"}, headers={"sec-fetch-site": "same-origin"}).status_code == 201


def test_the_page_carries_a_fresh_nonce_and_a_strict_policy(client: TestClient) -> None:
    pages = [client.get("/") for _ in range(2)]
    policies = [page.headers["content-security-policy"] for page in pages]
    assert policies[0] != policies[1]
    for page, policy in zip(pages, policies, strict=True):
        (nonce,) = re.findall(r"'nonce-([^']+)'", policy)
        assert f'content="{nonce}"' in page.text
        assert "unsafe" not in policy
        assert "%NONCE%" not in page.text


def test_passphrases_are_argon2_hashes_and_short_ones_are_refused(store: Store) -> None:
    assert not has_coaches(store)
    with pytest.raises(DomainError, match="passphrase"):
        add_coach(store, "Maren", "short")
    with pytest.raises(DomainError, match="name"):
        add_coach(store, "  ", "long enough to be kept")
    first = add_coach(store, **MAREN)
    assert first == 1
    with store.engine.connect() as connection:
        kept = connection.exec_driver_sql("select passphrase from coaches").scalar()
    assert kept.startswith("$argon2id$")
    # Here they are cheap ones; in earnest as RFC 9106 has it: 3 passes over 64 MiB.
    assert (PROFILE.type, PROFILE.time_cost, PROFILE.memory_cost, PROFILE.parallelism) == (Type.ID, 3, 65536, 4)
    assert "birches" not in kept
    assert who_is(store, "Maren", MAREN["passphrase"]) == 1
    assert who_is(store, "Maren", "something else") is None
    assert who_is(store, "Nobody", MAREN["passphrase"]) is None
    # A new passphrase for the same coach.
    assert add_coach(store, "Maren", "nine tall spruces") == 1
    assert who_is(store, "Maren", MAREN["passphrase"]) is None


def test_beyond_this_machine_somebody_has_to_be_able_to_sign_in(tmp_path: Path) -> None:
    refused = CliRunner().invoke(main, ["serve", "--host", "0.0.0.0", "--port", "0", "--data-dir", str(tmp_path)])
    assert refused.exit_code == 1
    assert "veltrin coach add" in refused.output
    added = CliRunner().invoke(
        main, ["coach", "add", "Maren", "--data-dir", str(tmp_path)], input="seven split birches\nseven split birches\n"
    )
    assert added.exit_code == 0, added.output
    short = CliRunner().invoke(main, ["coach", "add", "Otto", "--data-dir", str(tmp_path), "--passphrase", "short"])
    assert short.exit_code == 1


def test_a_second_factor_is_asked_for_and_each_code_is_good_once(guarded: TestClient, demo_store: Store) -> None:
    secret, address = begin_factor(demo_store, "Otto")
    assert address.startswith("otpauth://totp/")
    step = int(datetime.now(UTC).timestamp()) // STEP_S

    def enter(**more: str) -> tuple[int, str]:
        guarded_app_tries(guarded)
        answer = guarded.post("/api/session", json={**OTTO, **more})
        return answer.status_code, "" if answer.status_code == 200 else answer.json()["errors"][0]["field"]

    # RFC 6238, appendix B: of this secret at 59 s the code ends in 287082 (SHA-1).
    assert TOTP(base64.b32encode(b"12345678901234567890").decode()).at(59) == "287082"
    assert enter() == (401, "code")
    assert enter(code="000000" if TOTP(secret).at(step * STEP_S) != "000000" else "111111") == (401, "passphrase")
    now = TOTP(secret).at(step * STEP_S)
    assert enter(code=now, passphrase="not the one") == (401, "passphrase")
    assert enter(code=now) == (200, "")
    # The same again, and one of long ago, are none.
    assert enter(code=now) == (401, "passphrase")
    assert enter(code=TOTP(secret).at((step - 10) * STEP_S)) == (401, "passphrase")
    end_factor(demo_store, "Otto")
    assert enter() == (200, "")


def guarded_app_tries(client: TestClient) -> None:
    """Nobody has guessed yet: what waits is looked at elsewhere."""
    client.app.state.tries = Tries(client.app.state.store, str(uuid.uuid4()))  # type: ignore[attr-defined]
