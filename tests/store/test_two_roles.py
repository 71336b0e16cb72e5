"""The role that serves owns nothing: it sees a coach at a time, changes no table, and everything works."""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import select, text, update
from sqlalchemy.exc import DBAPIError, ProgrammingError

from tests.postgres import SERVES, Cluster
from tests.signing import MAREN, OTTO, sign_in
from veltrin.api.app import create_app
from veltrin.api.guard import Guard
from veltrin.demo.lesson import made_photograph
from veltrin.service.accounts.coaches import add_coach
from veltrin.service.accounts.roles import grant
from veltrin.service.book.renew import renew, to_renew
from veltrin.service.files import doctor
from veltrin.service.house.store import Store, StoreError, open_store
from veltrin.settings import WEB_DIST
from veltrin.store.dialect import act_as
from veltrin.store.tables import BookingRow


@pytest.fixture
def urls(postgresql: Cluster, filled_on_server: str) -> Iterator[tuple[str, str]]:
    """The demo with two coaches: as its owner, and as the role that serves."""
    name = postgresql.made(like=filled_on_server)
    owner = postgresql.url(name)
    store = open_store(owner)
    add_coach(store, **MAREN)
    add_coach(store, **OTTO)
    store.close()
    grant(owner, SERVES)
    yield owner, postgresql.url(name, SERVES)
    postgresql.drop(name)


@pytest.fixture
def served(urls: tuple[str, str]) -> Iterator[Store]:
    store = open_store(urls[1])
    yield store
    store.close()


def test_the_role_that_serves_can_be_nobody_but_a_coach(served: Store) -> None:
    with served.engine.begin() as connection:
        act_as(connection, 0)
        for table in ("players", "bookings", "lessons", "photographs", "questions", "search", "links"):
            assert connection.execute(text(f"SELECT count(*) FROM {table}")).scalar_one() == 0, table
        act_as(connection, 1)
        assert connection.execute(text("SELECT count(*) FROM players")).scalar_one() == 4
        assert connection.execute(text("SELECT count(*) FROM questions")).scalar_one() > 0
        act_as(connection, 2)
        assert connection.execute(text("SELECT count(*) FROM questions")).scalar_one() == 0


@pytest.mark.parametrize(
    "statement",
    [
        "ALTER TABLE players DISABLE ROW LEVEL SECURITY", "ALTER TABLE players NO FORCE ROW LEVEL SECURITY",
        "DROP POLICY own_rows ON bookings", "CREATE OR REPLACE FUNCTION asks_for_all() RETURNS boolean LANGUAGE sql AS "
        "$$ SELECT true $$", "UPDATE alembic_version SET version_num = '0001'", "DROP TABLE links",
        "SELECT across_ids_taken('coaches', ARRAY['1'])", "SELECT across_arrive(1, 2)",
    ],
)  # fmt: skip
def test_the_role_that_serves_takes_no_lock_off(served: Store, statement: str) -> None:
    with pytest.raises((ProgrammingError, DBAPIError)), served.engine.begin() as connection:
        connection.exec_driver_sql(statement)


def test_everything_works_as_the_role_that_serves(served: Store) -> None:
    app = create_app(served, WEB_DIST, asks=Guard(("range.local",)))
    with TestClient(app, base_url="http://range.local", raise_server_exceptions=False) as client:
        sign_in(client, MAREN)
        shot = {"player_id": "tove", "purpose": "stock", "club_id": "7-iron", "carry_m": 88}
        booked = str(uuid.uuid4())
        assert client.put(f"/api/book/{booked}", json=shot).status_code == 200
        request = {"player_id": "tove", "line": {"flag_m": 41}}
        call = client.post("/api/plan", json=request).json()["first_id"]
        planned = {"player_id": "tove", "request": request, "call_id": call, "past_m": 1.0, "side_m": 0.0}
        assert client.put(f"/api/book/{uuid.uuid4()}", json=planned).status_code == 200
        taken = client.put(
            f"/api/photographs/{uuid.uuid4()}", params={"player_id": "tove"}, content=made_photograph(320, 240),
            headers={"content-type": "application/octet-stream"},
        )  # fmt: skip
        assert taken.status_code == 200
        ends = (datetime.now(UTC) + timedelta(days=9)).isoformat()
        link = client.post("/api/players/tove/links", json={"ends_on": ends}).json()
        assert client.get("/api/search", params={"words": "tove"}).json()["found"]
        packed = client.get("/api/export.zip").content
        client.cookies.clear()
        own = {"authorization": f"Bearer {link['token']}"}
        assert client.get("/api/take", headers=own).json()["player_id"] == "tove"
        # Another coach: ids that are taken are refused, a file is read under ids of its own, once.
        sign_in(client, OTTO)
        ida = client.post("/api/players", json={"name": "Ida", "seven_iron_carry_m": 100}).json()["id"]
        assert client.put(f"/api/book/{booked}", json={**shot, "player_id": ida}).status_code == 409
        for count in (4, 0):
            told = client.post("/api/export/read", content=packed, headers={"content-type": "application/zip"})
            assert told.status_code == 200, told.text
            assert told.json()["players"] == count
        assert client.get("/api/lessons").json()["total"] == 1
        sign_in(client, MAREN)
        assert client.delete("/api/players/tove").status_code == 204
        assert len(client.get("/api/players").json()) == 3
        sign_in(client, OTTO)
        assert len(client.get("/api/players").json()) == 5


def test_a_version_that_is_old_is_told_not_changed(urls: tuple[str, str]) -> None:
    owner = open_store(urls[0])
    with owner.engine.begin() as connection:
        connection.exec_driver_sql("UPDATE alembic_version SET version_num = '0010'")
    owner.close()
    with pytest.raises(StoreError, match="veltrin migrate"):
        open_store(urls[1])


def test_the_doctor_warns_of_one_role_and_not_of_two(urls: tuple[str, str]) -> None:
    one, two = (doctor._role(url) for url in urls)
    assert one.ok
    assert "warning" in one.words
    assert two.ok
    assert "owns nothing" in two.words


def test_after_a_change_of_laws_either_role_holds_the_shots_of_every_coach_against_them(urls: tuple[str, str]) -> None:
    owner, served = (open_store(url) for url in urls)
    with owner.session() as session:
        ids = session.scalars(select(BookingRow.id).where(BookingRow.question_id.is_not(None)).limit(4)).all()
        session.execute(update(BookingRow).where(BookingRow.id.in_(ids)).values(law=1))
    assert to_renew(owner) == to_renew(served) == 4
    assert renew(served) == 4
    assert to_renew(owner) == 0
    for store in (owner, served):
        store.close()
