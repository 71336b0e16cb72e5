"""Use case: examine the installation."""

from __future__ import annotations

import tempfile
import time
from dataclasses import dataclass
from pathlib import Path

from veltrin.service.files.kept_rows import unreadable
from veltrin.service.house.store import DATABASE, open_store
from veltrin.service.house.warm import plan_one, warm_up
from veltrin.service.shot.contracts.flight import FlightRequest
from veltrin.service.shot.flight import fly_one
from veltrin.store.datafile import way_back
from veltrin.store.schema import known_versions
from veltrin.store.server import name_of, role_that_serves, version_on
from veltrin.store.sound import StoreError, version_of, what_is_wrong

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


def _on_server(told: str) -> Finding:
    try:
        name, version = name_of(told), version_on(told)
    except StoreError as error:
        return Finding("database", False, f"{error.problem} {error.fix}")
    return Finding(
        "database", True, f"{name} answers{_behind(version, 'what pg_dump saved before it is the way back')}"
    )


def _behind(version: str | None, way: str) -> str:
    if version is None:
        return "; it is empty: the first start makes it"
    return "" if version == known_versions()[0] else f"; the next start brings it up to date: {way}"


def _database(place: Path | str) -> Finding:
    if isinstance(place, str):
        return _on_server(place)
    path = place
    if not path.exists():
        return Finding("database", True, "none yet: the first start makes it")
    wrong = what_is_wrong(path, thorough=True)
    if wrong is not None:
        return Finding("database", False, f"{path} is damaged: {wrong}. {way_back(path)}")
    version = version_of(path)
    if version not in known_versions():
        return Finding("database", False, f"{path} is of version {version}, which this Veltrin doesn't know")
    return Finding("database", True, f"{path} is sound{_behind(version, 'a copy is made first')}")


MOST_NAMED = 5


def _role(place: Path | str) -> Finding:
    """Whether the role that serves could change tables: a warning, no failure."""
    if isinstance(place, Path):
        return Finding("role", True, "a file has none")
    try:
        told = role_that_serves(place)
    except StoreError as error:
        return Finding("role", False, f"{error.problem} {error.fix}")
    if told is None:
        return Finding("role", True, "the role that serves owns nothing")
    return Finding("role", True, f"warning: the role that serves {told}; two roles are safer: docs/operations.md")


def _kept(place: Path | str) -> Finding:
    """Whether all that is kept can be opened; what is of another version is looked at once it is brought up to date."""
    try:
        version = version_on(place) if isinstance(place, str) else version_of(place) if place.exists() else None
        if version != known_versions()[0]:
            return Finding("what is kept", True, "looked at once the database is up to date")
        store = open_store(place)
    except StoreError as error:
        return Finding("what is kept", False, f"{error.problem} {error.fix}")
    try:
        found = list(unreadable(store))
    finally:
        store.close()
    if not found:
        return Finding("what is kept", True, "all of it can be opened")
    named = "; ".join(f"{one.table} {one.key}: {one.problem}" for one in found[:MOST_NAMED])
    more = "" if len(found) <= MOST_NAMED else f"; and {len(found) - MOST_NAMED} more"
    return Finding("what is kept", False, f"{named}{more}. Everything else is there; a later Veltrin may open these")


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


def examine(data_dir: Path, web_dist: Path, place: Path | str | None = None) -> list[Finding]:
    """Look at the front end, the data folder, the database, what is kept in it, the flight model and the planner.

    `place`: where the database is, a file or a URL, if not in the data folder.
    """
    place = data_dir / DATABASE if place is None else place
    return [
        _front_end(web_dist),
        _data_folder(data_dir),
        _database(place),
        _role(place),
        _kept(place),
        _flight(),
        _speed(),
    ]
