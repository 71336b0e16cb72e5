"""Write docs/words.md: every text that somebody can read, by place, with the file it stands in (make words)."""

from __future__ import annotations

import json
import subprocess
from collections.abc import Iterator
from functools import cache
from itertools import groupby
from pathlib import Path

from tests.words.spoken import Text, texts

WORDS = Path("docs/words.md")
PAGE = Path("web/scripts/words.mjs")

PAGE_PLACES = {
    "shot": "Bench, Methods and Conditions", "book": "The field book", "practice": "Practice", "eye": "The eye",
    "lessons": "Lessons", "cards": "Cards", "players": "Players", "files": "Files", "accounts": "Signing in",
    "devices": "Devices", "desk": "All places", "drawing": "Drawings", "ui": "All places", "lib": "All places",
    "api": "All places", "theme": "All places",
}  # fmt: skip


@cache
def page_texts() -> list[Text]:
    """Texts of the page, told by the TypeScript compiler's own API."""
    told = subprocess.run(["node", str(PAGE)], check=True, capture_output=True, text=True).stdout
    found = []
    for line in told.splitlines():
        one = json.loads(line)
        folder = one["file"].removeprefix("web/src/").partition("/")[0]
        found.append(Text(PAGE_PLACES.get(folder, "All places"), one["words"], one["file"], one["line"]))
    return found


def _by_place(title: str, some: list[Text]) -> Iterator[str]:
    yield f"\n## {title}\n"
    some = sorted(some, key=lambda one: (one.place, one.file, one.line))
    for place, here in groupby(some, key=lambda one: one.place):
        yield f"\n### {place}\n"
        for file, there in groupby(here, key=lambda one: one.file):
            yield f"\n`{file}`\n"
            # Once each, in the order in which they stand.
            yield from (f"- {words}" for words in dict.fromkeys(one.words for one in there))


def document() -> str:
    """The whole list."""
    head = [
        "# Words\n",
        "Every text that somebody can read, listed from the source by `make words`; a test keeps it current. What is",
        "put in stands in {braces}. It is the list for anyone who reads all of them at once, and for a translation.\n",
    ]
    return "\n".join([*head, *_by_place("On the page", page_texts()), "", *_by_place("From the model", texts())]) + "\n"


if __name__ == "__main__":
    WORDS.write_text(document())
    print(f"{WORDS}: {document().count(chr(10) + '- ')} texts")
