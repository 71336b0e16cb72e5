"""Use case: find players, lessons, kept shots, lines, days, methods, drills, faults and words."""

from __future__ import annotations

import unicodedata
from functools import cache
from typing import NamedTuple, cast

from veltrin.core.glossary import GLOSSARY
from veltrin.core.learn import CAUSES
from veltrin.core.methods import CATALOGUE, in_general
from veltrin.core.practice import DRILLS
from veltrin.service.files.contracts.search import FoundKind, FoundOut, SearchOut
from veltrin.store import search as store_search
from veltrin.store.engine import Store
from veltrin.store.search import Found

MOST_OF_RECORD, MOST_OF_CATALOGUE = 20, 20
LONGEST_ABOUT = 140


class _Known(NamedTuple):
    kind: FoundKind
    ref: str
    title: str
    about: str
    plain_title: str
    plain: str


def _plain(words: str) -> str:
    """Without accents and case, words and nothing else."""
    flat = unicodedata.normalize("NFKD", words).encode("ascii", "ignore").decode().lower()
    return " ".join("".join(c if c.isalnum() else " " for c in flat).split())


def _known(kind: FoundKind, ref: str, title: str, about: str) -> _Known:
    return _Known(kind, ref, title, about, f" {_plain(title)}", f" {_plain(f'{title} {about}')}")


@cache
def _catalogue() -> tuple[_Known, ...]:
    """What every coach can find: it is the program's own."""
    methods = [in_general(method, left_handed=False) for method in CATALOGUE.values()]
    return (
        *(_known("method", m.id, m.name, f"{m.school}. Best when {m.wins_when}.") for m in methods),
        *(_known("drill", d.id, d.name, f"Trains {d.trains}. {d.how}") for d in DRILLS.values()),
        *(_known("fault", c.id, c.words, f"{c.sign} Cure: {c.cure}") for c in CAUSES),
        *(_known("word", word, word, meaning) for word, meaning in GLOSSARY.items()),
    )


def _in_catalogue(typed: str) -> list[FoundOut]:
    parts = _plain(typed).split()
    if not parts:
        return []
    hits = [k for k in _catalogue() if all(f" {part}" in k.plain for part in parts)]
    # What is called so comes before what only speaks of it.
    hits.sort(key=lambda k: not all(f" {part}" in k.plain_title for part in parts))
    return [
        FoundOut(kind=k.kind, ref=k.ref, title=k.title, about=k.about[:LONGEST_ABOUT]) for k in hits[:MOST_OF_CATALOGUE]
    ]


def _out(found: Found) -> FoundOut:
    # Something that was done leads to its lesson.
    kind = "lesson" if found.kind == "item" else found.kind
    title = found.title or {"lesson": "Lesson"}.get(kind, "")
    return FoundOut(
        kind=cast(FoundKind, kind),
        ref=found.goes,
        title=title,
        about=found.body.strip().replace("\n", " ")[:LONGEST_ABOUT],
        at=found.at,
    )


def search(store: Store, typed: str) -> SearchOut:
    """Everything that holds all words typed, by their beginnings; the newest of the record where nothing is."""
    with store.session() as session:
        record = [_out(found) for found in store_search.find(session, typed, MOST_OF_RECORD)]
    return SearchOut(found=[*_once(record), *_in_catalogue(typed)])


def _once(found: list[FoundOut]) -> list[FoundOut]:
    """A lesson that was found by several of its things is told once, by the first."""
    seen: dict[tuple[str, str], FoundOut] = {}
    for one in found:
        seen.setdefault((one.kind, one.ref), one)
    return list(seen.values())
