"""The demo's database, made once for the code that makes it: a season takes the model its time."""

from __future__ import annotations

import hashlib
import secrets
import shutil
import time
from functools import cache
from pathlib import Path

import veltrin
from veltrin.demo.skarvan_fell import fill
from veltrin.made_once import cache_folder, tidy
from veltrin.store.engine import Store

PREFIX, MAKING = "demo-", "making-"
FRESH_S = 7 * 86_400.0
"""The demo's lesson was held some days before: an older one is made again."""

MADE_OF = ("core", "service", "store", "demo")
"""Parts of the program that have a say in what stands in the demo."""


@cache
def _name() -> str:
    root = Path(veltrin.__file__).parent
    found = hashlib.sha256()
    for part in MADE_OF:
        for path in sorted((root / part).rglob("*")):
            if path.suffix in (".py", ".json", ".geojson"):
                found.update(path.read_bytes())
    return f"{PREFIX}{found.hexdigest()[:16]}.sqlite3"


def put_demo(path: Path) -> None:
    """Put the demo's database at `path`, where nothing is yet: as it was kept, or made now and kept."""
    base, name = cache_folder(), _name()
    kept = base / name
    if not kept.exists() or time.time() - kept.stat().st_mtime > FRESH_S:
        base.mkdir(parents=True, exist_ok=True)
        tidy(base, PREFIX, name)
        # Under its name it is whole: anyone else who makes it at the same time makes the same, under another.
        part = base / f"{MAKING}{secrets.token_hex(4)}.sqlite3"
        try:
            store = Store(part)
            fill(store)
            store.close()
            part.replace(kept)
        finally:
            for left in base.glob(f"{part.name}*"):
                left.unlink(missing_ok=True)
    path.parent.mkdir(parents=True, exist_ok=True)
    shutil.copyfile(kept, path)
    path.chmod(0o600)
