"""Tests that start servers or watch a clock, again and again while the machine is busy: none may fail once.

make flaky          twenty times under a load of eight
"""

from __future__ import annotations

import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

ROOT = Path(__file__).parents[1]
LOAD = 8
STARTS_SERVERS = (
    "tests/api/test_asking.py", "tests/api/test_workers.py", "tests/api/test_watch.py", "tests/cli/test_cli.py",
    "tests/devices", "tests/store/test_hard.py", "tests/web/test_practice.py", "tests/service/test_photographs.py",
)  # fmt: skip
"""Files whose tests start a server or a process, or wait for something that another thread does."""

BUSY = "while True: pass"


def changed() -> list[str]:
    """Test files that differ from what was committed."""
    told = subprocess.run(
        ["git", "diff", "--name-only", "HEAD", "--", "tests"], cwd=ROOT, capture_output=True, text=True
    )
    return [name for name in told.stdout.split() if Path(name).name.startswith("test_") and (ROOT / name).exists()]


def main(times: int, only: list[str]) -> int:
    """How many of the rounds failed."""
    files = only or sorted({*STARTS_SERVERS, *changed()})
    busy = [subprocess.Popen([sys.executable, "-c", BUSY]) for _ in range(LOAD)]
    try:
        failed = 0
        for number in range(1, times + 1):
            run = [sys.executable, "-m", "pytest", "-q", "-x", "-n", "2", "-p", "no:cacheprovider", *files]
            told = subprocess.run(run, cwd=ROOT, capture_output=True, text=True)
            last = told.stdout.strip().splitlines()[-1] if told.stdout.strip() else told.stderr[-200:]
            print(f"round {number} of {times}: {last}", flush=True)
            if told.returncode != 0:
                failed += 1
                print(told.stdout[-3000:], flush=True)
        print(f"{times - failed} passed, {failed} failed")
        return failed
    finally:
        with ThreadPoolExecutor(LOAD) as many:
            list(many.map(lambda one: (one.kill(), one.wait()), busy))


if __name__ == "__main__":
    sys.exit(min(main(int(sys.argv[1]) if len(sys.argv) > 1 else 20, sys.argv[2:]), 1))
