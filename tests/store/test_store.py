"""The database: pragmas, migrations, whole-or-nothing."""

from __future__ import annotations

import json
import sqlite3
import threading
from pathlib import Path

import pytest
from alembic.autogenerate import compare_metadata
from alembic.runtime.migration import MigrationContext
from sqlalchemy import text
from sqlalchemy.exc import IntegrityError

from veltrin.demo import fill
from veltrin.service.contracts.record import SettingsBody
from veltrin.service.players import list_players
from veltrin.service.record import list_shots, read_settings, write_settings
from veltrin.service.store import Store, open_store
from veltrin.store.repositories import shots, stands
from veltrin.store.tables import Base


def test_pragmas_are_set_on_every_connection(store: Store) -> None:
    with store.engine.connect() as one, store.engine.connect() as two:
        for connection in (one, two):
            found = {p: connection.execute(text(f"PRAGMA {p}")).scalar() for p in ("journal_mode", "foreign_keys")}
            assert found == {"journal_mode": "wal", "foreign_keys": 1}
            assert connection.execute(text("PRAGMA busy_timeout")).scalar() == 5000


def test_migrations_give_the_tables_the_code_knows(store: Store) -> None:
    with store.engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []


def test_opening_again_keeps_what_was_there(tmp_path: Path) -> None:
    path = tmp_path / "deep" / "er" / "veltrin.sqlite3"
    first = open_store(path)
    write_settings(first, SettingsBody(coach="Maren", distance="yd"))
    first.close()
    second = open_store(path)
    assert read_settings(second).coach == "Maren"
    second.close()
    assert sqlite3.connect(path).execute("select version_num from alembic_version").fetchone() == ("0004",)


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


def test_settings_are_one_row(store: Store) -> None:
    with store.engine.begin() as connection, pytest.raises(IntegrityError):
        connection.execute(text("insert into settings (id, body) values (2, '{}')"))


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


def _without_days(old: sqlite3.Connection) -> None:
    """Back to before days were saved: air in the settings, no clothes."""
    old.execute("DROP TABLE days")
    old.execute("ALTER TABLE players DROP COLUMN layer_share")
    body = json.loads(old.execute("SELECT body FROM settings").fetchone()[0])
    body["air"] = body.pop("day")["air"]
    body.pop("speed")
    old.execute("UPDATE settings SET body = ?", (json.dumps(body),))


def test_the_air_of_older_settings_becomes_part_of_the_day(tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite3"
    store = open_store(path)
    fill(store)
    store.close()
    with sqlite3.connect(path) as old:
        _without_days(old)
        old.execute("UPDATE alembic_version SET version_num = '0003'")
    again = open_store(path)
    told = read_settings(again)
    assert (told.course, told.day.air.altitude_m, told.day.air.temperature_c) == ("Skarvan Fell", 620.0, 12.0)
    assert told.day.layers == 0
    assert {p.layer_pct for p in list_players(again)} == {1.5}
    again.close()


def test_an_older_database_gets_stands_and_a_putter_in_each_bag(tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite3"
    store = open_store(path)
    fill(store)
    store.close()
    with sqlite3.connect(path) as old:
        # As the first version left it: no stands, no putters.
        old.execute("DELETE FROM clubs WHERE kind = 'putter' AND player_id != 'brisa'")
        old.execute("DROP TABLE stands")
        _without_days(old)
        old.execute("DROP TABLE lines")
        old.execute("ALTER TABLE shots DROP COLUMN on_card")
        old.execute("ALTER TABLE shots DROP COLUMN say")
        old.execute("UPDATE alembic_version SET version_num = '0001'")
    again = open_store(path)
    players = {p.id: p for p in list_players(again)}
    again.close()
    for player in players.values():
        assert [c.kind for c in player.clubs].count("putter") == 1
        assert player.clubs[-1].kind == "putter"
        assert player.pinned == []


def test_kept_shots_of_an_older_database_are_on_no_card(tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite3"
    store = open_store(path)
    fill(store)
    kept = len(list_shots(store))
    store.close()
    with sqlite3.connect(path) as old:
        _without_days(old)
        old.execute("DROP TABLE lines")
        old.execute("ALTER TABLE shots DROP COLUMN on_card")
        old.execute("ALTER TABLE shots DROP COLUMN say")
        old.execute("UPDATE alembic_version SET version_num = '0002'")
    again = open_store(path)
    shots_now = list_shots(again)
    again.close()
    assert len(shots_now) == kept
    assert not any(s.on_card or s.say for s in shots_now)


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
    with demo_store.engine.begin() as connection:
        connection.execute(text("DELETE FROM players WHERE id = 'tove'"))
        assert connection.execute(text("SELECT COUNT(*) FROM stands")).scalar() == 0
