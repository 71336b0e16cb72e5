"""Keep the demo's database and book file as this version writes them: once at each new version of the tables.

python -m tests.kept.made
"""

from __future__ import annotations

import lzma
import sqlite3
import tempfile
from pathlib import Path

from veltrin.demo import fill
from veltrin.service.files.bookfile import export
from veltrin.service.house.store import DATABASE, open_store
from veltrin.store.schema import known_versions

FILES = Path(__file__).parent / "files"


def main() -> None:
    """Write both files of the version of today."""
    number = known_versions()[0][:4]
    with tempfile.TemporaryDirectory(prefix="veltrin-kept-") as folder:
        path = Path(folder) / DATABASE
        store = open_store(path)
        fill(store)
        book = export(store).model_dump_json()
        store.close()
        connection = sqlite3.connect(path)
        connection.execute("PRAGMA journal_mode = DELETE")
        connection.execute("VACUUM")
        connection.close()
        (FILES / f"{number}.sqlite3.xz").write_bytes(lzma.compress(path.read_bytes(), preset=9))
        (FILES / f"{number}.json.xz").write_bytes(lzma.compress(book.encode(), preset=9))
    print(f"The files of version {number} are written.")


if __name__ == "__main__":
    main()
