"""Full text of the record. This is the one place that knows the database's own search (SQLite's FTS5)."""

from __future__ import annotations

from typing import NamedTuple

from sqlalchemy import text
from sqlalchemy.orm import Session


class Found(NamedTuple):
    """A text that was found: what it is of, where it leads, when, and how it reads."""

    kind: str
    ref: str
    goes: str
    at: str
    title: str
    body: str


_ASK = text(
    "SELECT kind, ref, goes, at, title, substr(body, 1, 200) FROM search "
    "WHERE search MATCH :words AND coach_id = :coach ORDER BY at DESC, bm25(search) LIMIT :most"
)
_RECENT = text(
    "SELECT kind, ref, goes, at, title, substr(body, 1, 200) FROM search "
    "WHERE coach_id = :coach AND kind IN ('lesson', 'shot') ORDER BY at DESC LIMIT :most"
)


def asked_as(typed: str) -> str:
    """What was typed as FTS5 asks for it: every word by its beginning, nothing of it a command."""
    words = ["".join(c if c.isalnum() else " " for c in word) for word in typed.split()]
    return " ".join(f'"{part}"*' for word in words for part in word.split())


def find(session: Session, typed: str, most: int) -> list[Found]:
    """Texts of this coach that hold all words, newest first; without words the newest lessons and kept shots.

    A table that isn't mapped isn't narrowed by the session: the coach is asked for here.
    """
    words = asked_as(typed)
    told = {"coach": session.info["coach_id"], "most": most}
    rows = session.execute(_ASK, {**told, "words": words}) if words else session.execute(_RECENT, told)
    return [Found(*(str(v or "") for v in row)) for row in rows]
