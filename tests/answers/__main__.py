"""Ask some eighty requests and tell in words what differs from the answers that are kept.

make answers            tells
make answers WRITE=1    tells, and keeps what is answered now
"""

from __future__ import annotations

import sys
import tempfile
from pathlib import Path

from fastapi.testclient import TestClient

from tests.answers.asked import ASKED
from tests.answers.kept import LAW_FILE, answer_to, differences, first_call, forget_others, read, write
from veltrin.api.app import create_app
from veltrin.core.law import LAW
from veltrin.demo import put_demo
from veltrin.service.house.store import DATABASE, open_store

MOST_TOLD = 12
"""Lines a request: a changed law changes hundreds of numbers, the first few tell which way."""


def main(keeps: bool) -> int:
    """How many of the answers are not as they were."""
    changed = 0
    with tempfile.TemporaryDirectory(prefix="veltrin-answers-") as folder:
        path = Path(folder) / DATABASE
        put_demo(path)
        store = open_store(path)
        client = TestClient(create_app(store, Path(folder)), base_url="http://127.0.0.1")
        for asked in ASKED:
            was, now = read(asked), answer_to(client, asked)
            lines = ["is new"] if was is None else list(differences(was, now))
            if lines:
                changed += 1
                calls = first_call(was or {}), first_call(now)
                print(f"{asked.name}: {len(lines)} differences")
                if was is not None and calls[0] != calls[1]:
                    print(f"  the first call: {calls[0]} -> {calls[1]}")
                for line in lines[:MOST_TOLD]:
                    print(f"  {line}")
            if keeps and lines:
                write(asked, now)
        store.close()
    if keeps:
        forget_others()
        LAW_FILE.write_text(f"{LAW}\n")
    print(f"{len(ASKED)} requests: {len(ASKED) - changed} answers as kept, {changed} not.")
    return changed


if __name__ == "__main__":
    keeps = "--write" in sys.argv[1:]
    found = main(keeps)
    sys.exit(0 if keeps else min(found, 1))
