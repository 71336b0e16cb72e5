"""Twenty coaches at once on a book of fifty thousand shots: one and two processes, on both databases.

python -m tests.bench.load [seconds]    prints, and saves load.json beside this file. Asserts nothing.
"""

from __future__ import annotations

import json
import os
import platform
import shutil
import sys
import tempfile
import threading
import time
from pathlib import Path
from typing import Any

from tests.bench.book import SHOTS, fill_book
from tests.bench.driving import Coach, drive, memory_mb
from tests.many import served
from tests.postgres import Cluster, cluster
from veltrin.demo import fill
from veltrin.service.files.move import move
from veltrin.service.house.store import DATABASE, Store, open_store

HERE = Path(__file__).parent
CLIENTS = 20
SECONDS = 120.0


def one_run(store: Store, workers: int, seconds: float) -> dict[str, Any]:
    """What twenty clients meet, and how much memory the server comes to hold."""
    with tempfile.TemporaryDirectory() as folder, served(store, Path(folder) / "log", "--workers", str(workers)) as at:
        # Each process has to have the model ready: it is the day that is measured, not the morning.
        drive(at.url, 4 * workers, lambda heard: heard.count() > 40 * workers, Coach.act)
        most, stop = [memory_mb(at.process.pid)], threading.Event()

        def watch() -> None:
            while not stop.wait(1.0):
                most[0] = max(most[0], memory_mb(at.process.pid))

        watching = threading.Thread(target=watch)
        watching.start()
        end = time.perf_counter() + seconds
        heard, took = drive(at.url, CLIENTS, lambda _: time.perf_counter() > end, Coach.act)
        stop.set()
        watching.join()
    for wrong in heard.wrong[:5]:
        print("   ", wrong)
    return {**heard.told(took), "memory_mb": most[0]}


def main() -> None:
    """Make the book once, drive it four times, print, save."""
    seconds = float(sys.argv[1]) if len(sys.argv) > 1 else SECONDS
    results: dict[str, Any] = {
        "machine": f"{os.cpu_count()} cores, {platform.machine()}, Python {platform.python_version()}",
        "clients": CLIENTS, "shots": SHOTS, "seconds": seconds,
    }  # fmt: skip
    with tempfile.TemporaryDirectory() as folder, cluster() as server:
        filled = Path(folder) / "filled" / DATABASE
        store = open_store(filled)
        fill(store)
        fill_book(store)
        store.close()
        on_server = server.made()
        move(filled, server.url(on_server))
        for workers in (1, 2):
            for kind in ("sqlite", "postgresql"):
                name = f"{kind}, {workers} process{'es' if workers > 1 else ''}"
                results[name] = told = one_run(_copy(kind, filled, server, on_server), workers, seconds)
                print(name)
                for key, value in told.items():
                    shown = {k: round(v, 1) for k, v in value.items()} if isinstance(value, dict) else round(value, 1)
                    print(f"    {key:16} {shown}", flush=True)
    (HERE / "load.json").write_text(json.dumps(results, indent=2) + "\n")


def _copy(kind: str, filled: Path, server: Cluster, on_server: str) -> Store:
    if kind == "postgresql":
        return open_store(server.url(server.made(like=on_server)))
    path = Path(tempfile.mkdtemp(dir=filled.parent)) / DATABASE
    shutil.copyfile(filled, path)
    return open_store(path)


if __name__ == "__main__":
    main()
