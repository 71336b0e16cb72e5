"""Tests that start servers or watch a clock, again and again while the machine is busy: none may fail once.

make flaky          twenty times under a load of eight
"""

from __future__ import annotations

import os
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
LOAD = 8
STARTS_SERVERS = (
    "tests/api/test_asking.py", "tests/api/test_workers.py", "tests/api/test_watch.py", "tests/cli/test_cli.py",
    "tests/devices", "tests/store/test_hard.py", "tests/web/test_practice.py", "tests/service/test_photographs.py",
)  # fmt: skip
"""Files whose tests start a server or a process, or wait for something that another thread does."""

BUSY = "while True: pass"

TIMES = "VELTRIN_FLAKY_TIMES"
"""Environment variable by which the run knows how often."""


def changed() -> list[str]:
    """Test files that differ from what was committed."""
    told = subprocess.run(
        ["git", "diff", "--name-only", "HEAD", "--", "tests"], cwd=ROOT, capture_output=True, text=True
    )
    return [name for name in told.stdout.split() if Path(name).name.startswith("test_") and (ROOT / name).exists()]


@pytest.fixture
def again(request: pytest.FixtureRequest) -> int:
    """Which time it is."""
    return int(request.param)


def pytest_generate_tests(metafunc: pytest.Metafunc) -> None:
    """Ask every test so many times: in one run, as starting one takes a minute under load."""
    metafunc.fixturenames.append("again")
    metafunc.parametrize("again", range(int(os.environ[TIMES])), indirect=True)


def main(times: int, only: list[str]) -> int:
    """What pytest says: 0 where nothing failed."""
    files = only or sorted({*STARTS_SERVERS, *changed()})
    busy = [subprocess.Popen([sys.executable, "-c", BUSY]) for _ in range(LOAD)]
    try:
        run = [sys.executable, "-m", "pytest", "-q", "-n", "2", "-p", "no:cacheprovider", "-p", "tests.flaky", *files]
        return subprocess.run(run, cwd=ROOT, env={**os.environ, TIMES: str(times)}).returncode
    finally:
        with ThreadPoolExecutor(LOAD) as many:
            list(many.map(lambda one: (one.kill(), one.wait()), busy))


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 20, sys.argv[2:]))
