"""Published tables as data. Each row names its source."""

from __future__ import annotations

import csv
from pathlib import Path


def rows(name: str) -> list[dict[str, str]]:
    with (Path(__file__).parent / f"{name}.csv").open(newline="") as file:
        return list(csv.DictReader(file))
