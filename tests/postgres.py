"""A PostgreSQL server of the tests' own, from Debian's package: begun empty, gone at the end."""

from __future__ import annotations

import itertools
import os
import shutil
import subprocess
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import psycopg

from tests.waiting import AT_MOST_S

USER = "veltrin"
"""A plain user: row-level security doesn't bind one that may do everything."""

SERVES = "server"
"""A role that owns nothing: it may serve what the owner lets it."""

ADMIN = "admin"


def _programs() -> Path:
    found = sorted(Path("/usr/lib/postgresql").glob("*/bin/initdb"))
    path = found[-1] if found else shutil.which("initdb")
    assert path, "PostgreSQL is missing: run tools/packages.sh"
    return Path(path).parent


class Cluster:
    """A running server: databases are made on it, empty or as copies of another."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder
        self._numbers = itertools.count(1)

    def _admin(self, *statements: str) -> None:
        with psycopg.connect(host=str(self._folder), user=ADMIN, dbname="postgres", autocommit=True) as connection:
            for statement in statements:
                connection.execute(statement)

    def url(self, name: str, role: str = USER) -> str:
        """Where a database is, for its owner or for another role."""
        return f"postgresql://{role}@/{name}?host={self._folder}"

    def made(self, like: str = "template1") -> str:
        """The name of a new database, a copy of another."""
        name = f"made_{next(self._numbers)}"
        self._admin(f"CREATE DATABASE {name} OWNER {USER} TEMPLATE {like}")
        return name

    def drop(self, name: str) -> None:
        """Take a database away, anyone who is still connected."""
        self._admin(f"DROP DATABASE {name} WITH (FORCE)")

    def begin(self) -> None:
        """Wait until it answers, and make the plain user."""
        until = time.monotonic() + AT_MOST_S
        while True:
            try:
                self._admin(f"CREATE ROLE {USER} LOGIN", f"CREATE ROLE {SERVES} LOGIN")
                return
            except psycopg.OperationalError:
                assert time.monotonic() < until, "PostgreSQL doesn't start"
                time.sleep(0.05)


@contextmanager
def cluster() -> Iterator[Cluster]:
    """A server on a socket in a folder of its own. What is in it needn't survive a power cut: that makes it fast."""
    programs = _programs()
    folder = Path(tempfile.mkdtemp(prefix="pg-"))
    # PostgreSQL refuses to run as root: Debian's package brings a user for it.
    as_other = ["runuser", "-u", "postgres", "--"] if os.getuid() == 0 else []
    if as_other:
        shutil.chown(folder, "postgres")
    data = folder / "data"
    how = ("-U", ADMIN, "-A", "trust", "-E", "UTF8", "--locale=C.UTF-8", "--no-sync")
    initdb = [*as_other, str(programs / "initdb"), "-D", str(data), *how]
    subprocess.run(initdb, check=True, stdout=subprocess.DEVNULL, cwd="/")
    settings = ("listen_addresses=", f"unix_socket_directories={folder}", "fsync=off", "full_page_writes=off")
    asked = [*as_other, str(programs / "postgres"), "-D", str(data), *(a for s in settings for a in ("-c", s))]
    with (folder / "log").open("wb") as log:
        server = subprocess.Popen(asked, stdout=log, stderr=log, cwd="/")
    try:
        made = Cluster(folder)
        made.begin()
        yield made
    finally:
        server.terminate()
        server.wait(AT_MOST_S)
        shutil.rmtree(folder, ignore_errors=True)
