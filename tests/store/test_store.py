"""The database: pragmas, migrations, whole-or-nothing."""

from __future__ import annotations

import json
import sqlite3
import threading
from pathlib import Path

import pytest
from alembic import command
from alembic.autogenerate import compare_metadata
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from sqlalchemy import text
from sqlalchemy.exc import IntegrityError

from tests.raw import all_rows
from tests.settings import put_settings
from veltrin.demo import fill
from veltrin.service.book.book import book_shot
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.house.store import Store, open_store
from veltrin.service.players.players import list_players
from veltrin.service.shot.days import list_days
from veltrin.service.shot.kept_shots import list_shots
from veltrin.service.shot.lines import list_lines
from veltrin.service.shot.settings import read_settings
from veltrin.store.datafile import open_engine
from veltrin.store.repositories import shots, stands
from veltrin.store.schema import MIGRATIONS, known_versions
from veltrin.store.tables import Base


@pytest.mark.file
def test_pragmas_are_set_on_every_connection(store: Store) -> None:
    with store.engine.connect() as one, store.engine.connect() as two:
        for connection in (one, two):
            found = {p: connection.execute(text(f"PRAGMA {p}")).scalar() for p in ("journal_mode", "foreign_keys")}
            assert found == {"journal_mode": "wal", "foreign_keys": 1}
            assert connection.execute(text("PRAGMA busy_timeout")).scalar() == 5000


def test_migrations_give_the_tables_the_code_knows(store: Store) -> None:
    with store.engine.connect() as connection:
        # The table of texts and its shadows are the database's own (see store/search).
        ours = {"include_name": lambda name, kind, _: kind != "table" or not str(name).startswith("search")}
        assert compare_metadata(MigrationContext.configure(connection, opts=ours), Base.metadata) == []


def test_opening_again_keeps_what_was_there(tmp_path: Path) -> None:
    path = tmp_path / "deep" / "er" / "veltrin.sqlite3"
    first = open_store(path)
    put_settings(first, coach="Maren", distance="yd")
    first.close()
    second = open_store(path)
    assert read_settings(second).coach == "Maren"
    second.close()
    assert sqlite3.connect(path).execute("select version_num from alembic_version").fetchone() == (known_versions()[0],)


def test_a_block_that_fails_saves_nothing(demo_store: Store) -> None:
    before = len(list_shots(demo_store))

    def half_done() -> None:
        with demo_store.session() as session:
            kept = {"call_id": "c", "note": "", "summary": "", "request_json": "{}"}
            shots.add(session, player_id="tove", **kept)
            shots.add(session, player_id="nobody", **kept)

    with pytest.raises(IntegrityError):
        half_done()
    assert len(list_shots(demo_store)) == before


def test_settings_are_one_row_a_coach(store: Store) -> None:
    put_settings(store, coach="Maren")
    with pytest.raises(IntegrityError), all_rows(store) as connection:
        connection.execute(text("insert into settings (coach_id, body) values (1, '{}')"))


def test_many_writers_at_once_lose_nothing(demo_store: Store) -> None:
    before = len(list_shots(demo_store))
    failed: list[Exception] = []

    def write(n: int) -> None:
        try:
            for i in range(5):
                with demo_store.session() as session:
                    shots.add(
                        session, player_id="tove", call_id="c", note=f"{n}/{i}", summary="",
                        request_json='{"player_id": "tove", "line": {"flag_m": 20}}',
                    )  # fmt: skip
        except Exception as error:
            failed.append(error)

    threads = [threading.Thread(target=write, args=(n,)) for n in range(8)]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    assert failed == []
    assert len(list_shots(demo_store)) == before + 40


def test_demo_fills_players_of_every_kind(demo_store: Store) -> None:
    kept = list_shots(demo_store)
    assert len(kept) == 3
    assert {s.player_id for s in kept} == {"tove", "corwin", "ansgar"}
    with pytest.raises(IntegrityError):
        fill(demo_store)


AIR = {"temperature_c": 12.0, "altitude_m": 620.0, "humidity_pct": 70.0}
ROWS: dict[str, list[dict[str, object]]] = {
    "settings": [{"id": 1, "body": json.dumps({"coach": "Maren", "course": "Skarvan Fell", "air": AIR})}],
    "players": [
        {"id": "tove", "name": "Tove", "left_handed": 0, "stature_m": 1.6, "handicap": 16.0, "note": "junior"},
        {"id": "corwin", "name": "Corwin", "left_handed": 1, "stature_m": 1.8, "handicap": 9.0, "note": ""},
    ],
    "clubs": [
        {
            "player_id": player, "id": "54", "place": 0, "name": "Sand wedge", "kind": "wedge", "loft_rad": 0.942,
            "lie_rad": 1.117, "bounce_rad": 0.209, "sole_width_m": 0.024, "head_mass_kg": 0.3, "length_m": 0.895,
            "stock_carry_m": 70.0,
        }
        for player in ("tove", "corwin")
    ],
    "shots": [
        {
            "id": 1, "kept_at": "2026-03-01 10:00:00", "player_id": "tove", "call_id": "54~stock-swing", "note": "wall",
            "summary": "Sand wedge", "request_json": '{"player_id": "tove", "line": {"flag_m": 20}}',
        }
    ],
    "stands": [{"player_id": "tove", "method_id": "splash", "stand": "pinned"}],
    "lines": [{"id": 1, "name": "Fourth", "saved_at": "2026-03-02 10:00:00", "line_json": '{"flag_m": 20}'}],
    "days": [{"id": 1, "name": "Soaked", "saved_at": "2026-03-03 10:00:00", "day_json": '{"name": "Soaked"}'}],
}  # fmt: skip


def released(path: Path, revision: str) -> None:
    """A database as an earlier release left it, filled."""
    engine = open_engine(path)
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, revision)
    with engine.begin() as connection:
        for table, rows in ROWS.items():
            known = {r[1] for r in connection.execute(text(f"PRAGMA table_info({table})"))}
            for row in rows if known else []:
                told = dict(row)
                if table == "settings" and revision >= "0004":
                    told["body"] = json.dumps({"coach": "Maren", "course": "Skarvan Fell", "day": {"air": AIR}})
                names = [n for n in told if n in known]
                marks = ", ".join(f":{n}" for n in names)
                connection.execute(text(f"INSERT INTO {table} ({', '.join(names)}) VALUES ({marks})"), told)
    engine.dispose()


@pytest.mark.parametrize("revision", ["0001", "0002", "0003", "0004"])
def test_every_released_schema_is_brought_up_to_date_with_all_it_holds(tmp_path: Path, revision: str) -> None:
    path = tmp_path / "old.sqlite3"
    released(path, revision)
    store = open_store(path)
    with store.engine.connect() as connection:
        # The table of texts and its shadows are the database's own (see store/search).
        ours = {"include_name": lambda name, kind, _: kind != "table" or not str(name).startswith("search")}
        assert compare_metadata(MigrationContext.configure(connection, opts=ours), Base.metadata) == []
        assert connection.execute(text("PRAGMA foreign_key_check")).fetchone() is None
    told = read_settings(store)
    assert (told.coach, told.course, told.day.air.altitude_m) == ("Maren", "Skarvan Fell", 620.0)
    players = {p.id: p for p in list_players(store)}
    assert (players["tove"].name, players["corwin"].hand) == ("Tove", "left")
    assert {p.version for p in players.values()} == {1}
    assert players["tove"].layer_pct == 1.5
    # Bags from before putters got one each.
    assert [c.kind for c in players["tove"].clubs] == (["wedge", "putter"] if revision == "0001" else ["wedge"])
    assert players["tove"].pinned == (["splash"] if revision > "0001" else [])
    assert [s.note for s in list_shots(store)] == ["wall"]
    assert [line.name for line in list_lines(store)] == (["Fourth"] if revision > "0002" else [])
    assert [saved.day.name for saved in list_days(store)] == (["Soaked"] if revision > "0003" else [])
    # And it goes on: a shot can be booked for a player of old.
    ask = BookingIn(player_id="tove", purpose="stock", club_id="54", carry_m=70)
    assert book_shot(store, "00000000-0000-4000-8000-000000000001", ask).carry_m == 70
    store.close()


def test_stands_are_of_known_kinds_and_go_with_their_player(demo_store: Store) -> None:
    with demo_store.session() as session:
        stands.save(session, "tove", "splash", "pinned")
        stands.save(session, "tove", "splash", "excluded")
        stands.save(session, "tove", "dig", "pinned")
        stands.save(session, "tove", "dig", None)
    tove = next(p for p in list_players(demo_store) if p.id == "tove")
    assert (tove.pinned, tove.excluded) == ([], ["splash"])

    def unknown() -> None:
        with demo_store.session() as session:
            stands.save(session, "tove", "gouge", "perhaps")

    with pytest.raises(IntegrityError):
        unknown()
    with all_rows(demo_store) as connection:
        connection.execute(text("DELETE FROM players WHERE id = 'tove'"))
        assert connection.execute(text("SELECT COUNT(*) FROM stands")).scalar() == 0
