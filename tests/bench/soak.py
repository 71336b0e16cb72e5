"""A long day: ten thousand requests of all kinds by several clients, and what the server holds in the meantime.

python -m tests.bench.soak [requests]    prints, and saves soak.json beside this file. Asserts nothing.
"""

from __future__ import annotations

import json
import sys
import tempfile
from pathlib import Path

from tests.bench.driving import Coach, Heard, drive, memory_mb
from tests.many import served
from veltrin.demo import fill
from veltrin.service.house.store import DATABASE, open_store

HERE = Path(__file__).parent
REQUESTS, CLIENTS, LOOKS = 10_000, 6, 10


def _act(coach: Coach) -> None:
    coach.act()
    coach.look_around()


def main() -> None:
    """Drive, look ten times at what is held, print, save."""
    requests = int(sys.argv[1]) if len(sys.argv) > 1 else REQUESTS
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / DATABASE)
        fill(store)
        with served(store, Path(folder) / "log") as at:
            held = {0: memory_mb(at.process.pid)}
            asked = errors = 0
            while asked < requests:
                share = requests / LOOKS

                def enough(heard: Heard, share: float = share) -> bool:
                    return heard.count() >= share

                heard, took = drive(at.url, CLIENTS, enough, _act)
                asked, errors = asked + heard.count(), errors + len(heard.wrong)
                held[asked] = memory_mb(at.process.pid)
                print(f"{asked:6} requests  {held[asked]:6.0f} MB  {heard.count() / took:5.1f}/s", flush=True)
                for wrong in heard.wrong[:3]:
                    print("   ", wrong)
    told = {"clients": CLIENTS, "requests": asked, "errors": errors, "memory_mb": held}
    (HERE / "soak.json").write_text(json.dumps(told, indent=2) + "\n")


if __name__ == "__main__":
    main()
