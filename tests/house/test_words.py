"""The list of all texts is current: who changes a text runs make words."""

from __future__ import annotations

import ast
import re
from pathlib import Path

from tests.words.__main__ import WORDS, document, page_texts
from tests.words.spoken import texts, texts_in


def test_the_list_of_all_texts_is_current() -> None:
    assert document() == WORDS.read_text(), "make words writes it"


def test_the_list_holds_what_is_read_and_leaves_out_what_is_not(tmp_path: Path) -> None:
    file = tmp_path / "core" / "cards" / "one.py"
    file.parent.mkdir(parents=True)
    file.write_text(
        '"""A docstring that nobody reads on a screen."""\n'
        "def say(name):\n"
        '    """Another one, of a function."""\n'
        '    return f"Hello to {name}, on the tee."\n'
        'WAY = "a/path/to.json"\n'
        'ASKED = "SELECT one FROM many"\n'
    )
    assert ast.parse(file.read_text())
    told = list(texts_in(file, tmp_path))
    assert [(one.place, one.words) for one in told] == [("Cards", "Hello to {name}, on the tee.")]


def test_texts_of_every_place_are_listed() -> None:
    """Some that anybody sees: on the Bench, in an error, of a drill, of a method."""
    page = {one.words for one in page_texts()}
    assert "Build the session" in page
    assert len(page) > 1000
    model = {one.words for one in texts()}
    assert "Shoulders with the slope." in model
    assert "no drill is left without this equipment." in model


STRANGE = re.compile(
    r"\b(nought|aloft|astray|oftener|meanwhile|anew|whoever|nobody answers|taken? along|way of playing|strikes can tell"
    r"|eight in ten|worst twentieth|kept (?:club|shot)|a bad one|in the truth|set up so|fell out)\b"
)
"""Words for which there is an everyday one; common practice, and what stood on the screens before."""


def test_no_text_needs_a_word_that_nobody_says() -> None:
    assert STRANGE.search("it begins anew")
    told = [line for line in WORDS.read_text().splitlines() if line.startswith("- ")]
    strange = [line for line in told if STRANGE.search(re.sub(r"\{[^}]*\}", "", line))]
    assert strange == []
