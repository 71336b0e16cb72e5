"""The demo's database is made once, whole or not at all."""

from __future__ import annotations

import os
import time
from pathlib import Path

import pytest

from veltrin.demo import kept
from veltrin.service.house.store import DATABASE, Store, open_store
from veltrin.service.players.players import list_players


@pytest.fixture
def filled_times(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> list[Store]:
    """How often the demo was made: here it is one line, as what it holds is looked at elsewhere."""
    times: list[Store] = []
    monkeypatch.setattr(kept, "cache_folder", lambda: tmp_path / "kept")
    monkeypatch.setattr(kept, "fill", times.append)
    return times


def test_it_is_made_once_and_copied_after(filled_times: list[Store], tmp_path: Path) -> None:
    for n in range(3):
        kept.put_demo(tmp_path / str(n) / DATABASE)
        store = open_store(tmp_path / str(n) / DATABASE)
        assert list_players(store) == []
        store.close()
    assert len(filled_times) == 1
    assert [p.suffix for p in (tmp_path / "kept").iterdir()] == [".sqlite3"]


def test_an_old_one_and_one_of_other_code_are_made_anew(filled_times: list[Store], tmp_path: Path) -> None:
    kept.put_demo(tmp_path / "a" / DATABASE)
    (made,) = (tmp_path / "kept").iterdir()
    old = time.time() - kept.FRESH_S - 60
    os.utime(made, (old, old))
    made.with_name(f"{kept.PREFIX}0123456789abcdef.sqlite3").touch()
    kept.put_demo(tmp_path / "b" / DATABASE)
    assert len(filled_times) == 2
    assert list((tmp_path / "kept").iterdir()) == [made]


def test_one_that_fails_leaves_nothing(
    filled_times: list[Store], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def full(_: Store) -> None:
        raise OSError("no room")

    monkeypatch.setattr(kept, "fill", full)
    with pytest.raises(OSError, match="no room"):
        kept.put_demo(tmp_path / "a" / DATABASE)
    assert list((tmp_path / "kept").iterdir()) == []
