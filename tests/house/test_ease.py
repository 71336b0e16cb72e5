"""Everything that somebody reads is easy to read: easier where a player reads it."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from tests.words.ease import LEAST_WORDS, flesch
from veltrin.core.learn import CAUSES
from veltrin.core.methods import CATALOGUE
from veltrin.core.practice import DRILLS

ROOT = Path(__file__).parents[2]
WORDS = (ROOT / "docs" / "words.md").read_text()
FOR_PLAYERS, FOR_COACHES = 70.0, 60.0

ON_PAPER = ("lessons/LessonSheet.tsx", "lessons/Take.tsx", "practice/StationPage.tsx", "practice/drill-words.ts")
"""What a player sees of the page: the sheet, their own page, the station."""


def listed() -> dict[str, list[str]]:
    """The texts of docs/words.md by place."""
    return {
        part.split("\n", 1)[0].strip(): re.findall(r"^- (.+)$", part, re.M)
        for part in re.split(r"^### ", WORDS, flags=re.M)[1:]
    }


def in_files(names: tuple[str, ...]) -> list[str]:
    parts = re.split(r"^`", WORDS, flags=re.M)[1:]
    return [
        text
        for part in parts
        if part.startswith(tuple(f"web/src/{n}" for n in names))
        for text in re.findall(r"^- (.+)$", part, re.M)
    ]


def said(*texts: str) -> list[str]:
    return [text if text.endswith((".", "!", "?")) else f"{text}." for text in (t[:1].upper() + t[1:] for t in texts)]


PLAYERS = {
    "drills": [text for d in DRILLS.values() for text in said(d.how, *d.say, d.easier, d.harder)],
    "methods": [text for m in CATALOGUE.values() for text in said(*m.key_words, *(b for _, b in m.faults))],
    "faults": [text for c in CAUSES for text in said(c.sign, c.cure)],
    "sheet, station and cards": [*in_files(ON_PAPER), *listed()["Cards"]],
}


def test_the_measure_is_the_published_one() -> None:
    """Six words of one syllable: 206.835 - 1.015 x 6 - 84.6."""
    assert flesch(["The cat sat on the mat."])[0] == pytest.approx(206.835 - 6.09 - 84.6)


@pytest.mark.parametrize("place", PLAYERS)
def test_what_a_player_reads_is_easy(place: str) -> None:
    ease, words = flesch(PLAYERS[place])
    assert ease >= FOR_PLAYERS or words < LEAST_WORDS, (ease, words)


@pytest.mark.parametrize("place", listed())
def test_what_a_coach_reads_is_plain(place: str) -> None:
    ease, words = flesch(listed()[place])
    assert ease >= FOR_COACHES or words < LEAST_WORDS, (ease, words)
