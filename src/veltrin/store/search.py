"""Full text of the record."""

from __future__ import annotations

from typing import NamedTuple

from sqlalchemy.orm import Session

from veltrin.store.dialect import dialect_of


class Found(NamedTuple):
    """A text that was found: what it is of, where it leads, when, and how it reads."""

    kind: str
    ref: str
    goes: str
    at: str
    title: str
    body: str


def parts_of(typed: str) -> list[str]:
    """What was typed as words of letters and digits: nothing of it is a command of the search."""
    return "".join(c if c.isalnum() else " " for c in typed).split()


def find(session: Session, typed: str, most: int) -> list[Found]:
    """Texts of this coach that hold all words, by their beginnings, newest first; without words the newest lessons and
    kept shots.

    A table that isn't mapped isn't narrowed by the session: the coach is asked for here.
    """
    asked, parts = dialect_of(session), parts_of(typed)
    told = {"coach": session.info["coach_id"], "most": most}
    rows = session.execute(asked.find, {**told, "words": asked.words(parts)}) if parts else session.execute(
        asked.recent, told
    )  # fmt: skip
    return [Found(*(str(v or "") for v in row)) for row in rows]
