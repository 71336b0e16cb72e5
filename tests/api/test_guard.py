"""Who may come in: host names, other sites' pages, sign-in, and what one coach sees of another."""

from __future__ import annotations

import re
import uuid
from collections.abc import Iterator
from pathlib import Path

import pytest
from click.testing import CliRunner
from fastapi.testclient import TestClient

from veltrin.api.app import create_app
from veltrin.api.guard import TRIES_A_MINUTE, Guard, secret_in
from veltrin.cli import main
from veltrin.service.coaches import add_coach, has_coaches, who_is
from veltrin.service.contracts.players import PlayerNew
from veltrin.service.errors import DomainError
from veltrin.service.players import add_player
from veltrin.service.store import Store
from veltrin.settings import WEB_DIST

MAREN = {"name": "Maren", "passphrase": "seven split birches"}
OTTO = {"name": "Otto", "passphrase": "a quiet low runner"}


@pytest.fixture
def guarded(demo_store: Store) -> Iterator[TestClient]:
    """The demo on a network: Maren, who was there first, and Otto."""
    add_coach(demo_store, **MAREN)
    add_coach(demo_store, **OTTO)
    app = create_app(demo_store, WEB_DIST, asks=Guard("a secret for tests only", ("range.local",)))
    with TestClient(app, base_url="http://range.local") as made:
        yield made


def sign_in(client: TestClient, who: dict[str, str]) -> None:
    client.cookies.clear()
    assert client.post("/api/session", json=who).json() == {"needed": True, "coach": who["name"]}


def test_nobody_sees_anything_before_signing_in(guarded: TestClient) -> None:
    assert guarded.get("/api/session").json() == {"needed": True, "coach": None}
    assert guarded.get("/api/health").status_code == 200
    described = guarded.get("/openapi.json").json()["paths"]
    open_to_all = {"/api/health", "/api/session"}
    for path, methods in described.items():
        for method in methods:
            if path in open_to_all:
                continue
            filled = re.sub(r"\{[^}]+\}", "1", path)
            answer = guarded.request(method.upper(), filled, json={})
            # Whoever is not signed in learns nothing, not even what would be wrong with a request.
            assert answer.status_code in (401, 422), (method, path, answer.status_code)
            if answer.status_code == 422:
                assert "1" in filled or method in ("post", "put", "patch", "get"), path
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
    with demo_store.engine.connect() as connection:
        taken = connection.exec_driver_sql("select id from bookings limit 1").scalar()
    stolen = {"player_id": mine.id, "purpose": "stock", "club_id": "7-iron", "carry_m": 120}
    assert guarded.put(f"/api/book/{taken}", json=stolen).status_code == 409
    assert guarded.put(f"/api/book/{uuid.uuid4()}", json=stolen).status_code == 200
    sign_in(guarded, MAREN)
    assert len(guarded.get("/api/players").json()) == 4
    assert [line["line"]["flag_m"] for line in guarded.get("/api/lines").json()] == [20]


def test_the_cookie_is_signed_and_stays_on_this_site(guarded: TestClient) -> None:
    guarded.cookies.clear()
    answer = guarded.post("/api/session", json=MAREN)
    cookie = answer.headers["set-cookie"].lower()
    assert "httponly" in cookie
    assert "samesite=strict" in cookie
    name, value = answer.headers["set-cookie"].split(";")[0].split("=", 1)
    guarded.cookies.clear()
    guarded.cookies.set(name, value[:-2] + ("aa" if value[-2:] != "aa" else "bb"))
    assert guarded.get("/api/players").status_code == 401
    guarded.cookies.clear()
    guarded.cookies.set(name, value)
    assert guarded.get("/api/players").status_code == 200
    sign_in(guarded, OTTO)
    assert guarded.delete("/api/session").status_code == 204
    assert guarded.get("/api/session").json()["coach"] is None


def test_after_five_tries_a_minute_one_waits(guarded: TestClient) -> None:
    wrong = {**MAREN, "passphrase": "seven split oaks"}
    answers = [guarded.post("/api/session", json=wrong).status_code for _ in range(TRIES_A_MINUTE + 1)]
    assert answers == [401] * TRIES_A_MINUTE + [429]
    # The right one waits as well: whoever guesses learns nothing.
    assert guarded.post("/api/session", json=MAREN).status_code == 429


def test_other_names_and_other_sites_are_turned_away(guarded: TestClient, client: TestClient) -> None:
    assert guarded.get("/api/health", headers={"host": "evil.example"}).status_code in (400, 422)
    # On loopback too: another site's name pointed at this machine must not read the book.
    assert client.get("/api/players", headers={"host": "evil.example"}).status_code in (400, 422)
    assert client.get("/api/players", headers={"host": "localhost:8710"}).status_code == 200
    crossed = client.post("/api/days", json={"name": "Trick"}, headers={"sec-fetch-site": "cross-site"})
    assert crossed.status_code == 403
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


def test_the_key_that_signs_is_made_once_and_is_its_owners(tmp_path: Path) -> None:
    secret = secret_in(tmp_path / "deep")
    assert secret == secret_in(tmp_path / "deep")
    assert len(secret) > 40
    assert (tmp_path / "deep" / "session.key").stat().st_mode & 0o077 == 0
