"""Use case: examine the installation."""

from __future__ import annotations

import tempfile
import time
from dataclasses import dataclass
from pathlib import Path

from veltrin.service.contracts.flight import FlightRequest
from veltrin.service.flight import fly_one
from veltrin.service.store import DATABASE, open_store
from veltrin.service.warm import plan_one, warm_up
from veltrin.store.datafile import way_back
from veltrin.store.schema import known_versions
from veltrin.store.sound import version_of, what_is_wrong

TRIED_M = (21.0, 34.0, 55.0, 90.0, 140.0)
"""Shots that are timed."""


@dataclass(frozen=True)
class Finding:
    """One thing that was looked at."""

    name: str
    ok: bool
    words: str


def _front_end(web_dist: Path) -> Finding:
    built = (web_dist / "index.html").is_file()
    return Finding("front end", built, "built" if built else "not built: run 'make web', or install the wheel")


def _data_folder(folder: Path) -> Finding:
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryDirectory(dir=folder) as scratch:
            open_store(Path(scratch) / "try.sqlite3").close()
    except Exception as error:
        return Finding("data folder", False, f"{folder}: {error}. Set VELTRIN_DATA_DIR to a folder you may write to.")
    return Finding("data folder", True, f"{folder} can be written")


def _database(folder: Path) -> Finding:
    path = folder / DATABASE
    if not path.exists():
        return Finding("database", True, "none yet: the first start makes it")
    wrong = what_is_wrong(path, thorough=True)
    if wrong is not None:
        return Finding("database", False, f"{path} is damaged: {wrong}. {way_back(path)}")
    version = version_of(path)
    if version not in known_versions():
        return Finding("database", False, f"{path} is of version {version}, which this Veltrin doesn't know")
    behind = "" if version == known_versions()[0] else "; the next start brings it up to date, after a copy"
    return Finding("database", True, f"{path} is sound{behind}")


def _flight() -> Finding:
    flown = fly_one(FlightRequest(ball_speed_m_s=53.6, launch_deg=16.3, spin_rpm=7097))
    good = abs(flown.carry_m - 157.0) < 8.0
    return Finding(
        "flight", good, f"a published 7-iron average (carry 157 m, from memory) carries {flown.carry_m:.1f} m"
    )


def _speed() -> Finding:
    warm_up()
    start = time.perf_counter()
    # Another distance each time: an answer that is remembered would tell nothing.
    for flag_m in TRIED_M:
        plan_one(flag_m)
    took = 1000 * (time.perf_counter() - start) / len(TRIED_M)
    return Finding("planning", took < 2000, f"one new shot planned in {took:.0f} ms once warm")


def examine(data_dir: Path, web_dist: Path) -> list[Finding]:
    """Look at the front end, the data folder, the database, the flight model and the planner."""
    return [_front_end(web_dist), _data_folder(data_dir), _database(data_dir), _flight(), _speed()]
