"""Shared fixtures: a filled store, an API client, a running server."""

from __future__ import annotations

import shutil
import socket
import threading
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from argon2.profiles import CHEAPEST
from fastapi import FastAPI
from fastapi.testclient import TestClient
from hypothesis import settings

from tests.postgres import Cluster, cluster
from tests.waiting import until
from veltrin.api.app import create_app
from veltrin.api.asking import server_of
from veltrin.demo import put_demo
from veltrin.service.accounts import coaches
from veltrin.service.book import planned
from veltrin.service.files.move import move
from veltrin.service.house.store import DATABASE, Store, open_store
from veltrin.service.shot import answers
from veltrin.settings import WEB_DIST

# A deadline is a clock: what compiles on its first call, or runs beside two others, misses it.
settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")


@pytest.fixture(autouse=True)
def nothing_remembered(request: pytest.FixtureRequest) -> None:
    """Every test asks again. Held on the second database it may know what it asked on the first: which answer
    belongs to which question is told apart by all that it hangs on, and working it out is the same for both.
    """
    spec = getattr(request.node, "callspec", None)
    is_second = spec is not None and spec.params.get("database") == "postgresql"
    is_same = is_second or request.node.get_closest_marker("same")
    if not is_same or request.node.get_closest_marker("anew"):
        answers.forget()
        planned.forget()


@pytest.fixture(autouse=True, scope="session")
def cheap_passphrases() -> Iterator[None]:
    """Passphrases are hashed in a moment: how dear a hash is to guess is looked at in one place (test_guard)."""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(coaches, "PROFILE", CHEAPEST)
        yield


HELD_ON_BOTH = (
    "tests/service/", "tests/store/",
    *(f"tests/api/test_{what}.py" for what in (
        "book_api", "courses_api", "days_api", "eye_api", "files_api", "guard", "hard", "lessons_api", "many_api",
        "measured_ground_api", "practice_api",
        "privacy", "search_api", "take_api", "workers",
    )),
)  # fmt: skip
"""Where a test that asks for a store is held on SQLite and on PostgreSQL, unless it is about the file itself: tests of
what is kept and found again, and of whose it is. What a plan says hangs on no database; a test of it that asks the
record in a way of its own is marked `both`. What is kept as JSON is text in both: tests/kept asks one of them."""


def pytest_generate_tests(metafunc: pytest.Metafunc) -> None:
    """Hold tests of the store and of what stands on it on both databases."""
    one = metafunc.definition
    is_of_both = one.nodeid.startswith(HELD_ON_BOTH) or one.get_closest_marker("both") is not None
    if "database" in metafunc.fixturenames and is_of_both and not one.get_closest_marker("file"):
        metafunc.parametrize("database", ["sqlite", "postgresql"], indirect=True)


@pytest.fixture
def database(request: pytest.FixtureRequest) -> str:
    """The kind of database a test is held on."""
    return getattr(request, "param", "sqlite")


@pytest.fixture(scope="session")
def postgresql() -> Iterator[Cluster]:
    """A PostgreSQL server, begun when it is first asked for."""
    with cluster() as server:
        yield server


@pytest.fixture
def place(database: str, tmp_path: Path, request: pytest.FixtureRequest) -> Iterator[Path | str]:
    """Where a database may be made: a file that isn't there yet, or an empty one on the server."""
    if database == "sqlite":
        yield tmp_path / "veltrin.sqlite3"
        return
    server: Cluster = request.getfixturevalue("postgresql")
    name = server.made()
    yield server.url(name)
    server.drop(name)


@pytest.fixture
def store(place: Path | str) -> Iterator[Store]:
    opened = open_store(place)
    yield opened
    opened.close()


@pytest.fixture(scope="session")
def filled(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A database with the demo data, made once; tests get copies."""
    path = tmp_path_factory.mktemp("filled") / DATABASE
    put_demo(path)
    return path


@pytest.fixture(scope="session")
def filled_on_server(filled: Path, postgresql: Cluster) -> str:
    """The name of a database on the server with what the file holds: moved there as an academy would."""
    name = postgresql.made()
    move(filled, postgresql.url(name))
    return name


@pytest.fixture
def demo_store(database: str, filled: Path, tmp_path: Path, request: pytest.FixtureRequest) -> Iterator[Store]:
    if database == "sqlite":
        path = tmp_path / "demo" / DATABASE
        path.parent.mkdir()
        shutil.copyfile(filled, path)
        opened = open_store(path)
        yield opened
        opened.close()
        return
    server: Cluster = request.getfixturevalue("postgresql")
    name = server.made(like=request.getfixturevalue("filled_on_server"))
    opened = open_store(server.url(name))
    yield opened
    opened.close()
    server.drop(name)


@pytest.fixture(scope="session")
def app(tmp_path_factory: pytest.TempPathFactory) -> FastAPI:
    """The application, built once: putting all its routes together takes longer than most tests."""
    return create_app(open_store(tmp_path_factory.mktemp("app") / "unused.sqlite3"), WEB_DIST)


@pytest.fixture
def client(app: FastAPI, demo_store: Store) -> Iterator[TestClient]:
    app.state.store = demo_store
    with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as made:
        yield made


class Running:
    """A server in a thread on a free loopback port."""

    def __init__(self, store: Store, **more: Any) -> None:
        self.store = store
        self.app = create_app(store, WEB_DIST, **more)
        self._socket = socket.socket()
        self._socket.bind(("127.0.0.1", 0))
        self.url = f"http://127.0.0.1:{self._socket.getsockname()[1]}"
        self._server = server_of(self.app)
        self._thread = threading.Thread(target=self._server.run, kwargs={"sockets": [self._socket]}, daemon=True)

    def __enter__(self) -> Running:
        self._thread.start()
        until(lambda: self._server.started, "the start of the server")
        return self

    def __exit__(self, *_: object) -> None:
        self._server.should_exit = True
        self._thread.join(10)
        self.store.close()


def serving(store: Store, **more: Any) -> Running:
    """Serve a store with more than the usual settings (see create_app)."""
    return Running(store, **more)


@pytest.fixture(scope="session")
def served(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Running]:
    """A server that goes on through all tests; each gives it the store it is to serve."""
    with Running(open_store(tmp_path_factory.mktemp("served") / "unused.sqlite3")) as server:
        yield server


@pytest.fixture
def running(served: Running, demo_store: Store) -> Running:
    """The demo, served."""
    served.app.state.store = served.store = demo_store
    return served


@pytest.fixture
def running_empty(tmp_path: Path) -> Iterator[Running]:
    """A fresh installation without players, served."""
    with Running(open_store(tmp_path / "empty.sqlite3")) as server:
        yield server


LONGEST_FIRST = ("tests/web/test_look.py", "tests/web/", "tests/store/", "tests/cli/")
"""What holds the longest tests: begun first, so that no worker is left alone with one at the end."""


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Put the longest tests first; the rest stays in its order."""
    items.sort(key=lambda item: [not item.nodeid.startswith(begin) for begin in LONGEST_FIRST])
