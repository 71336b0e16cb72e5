"""Words that a player takes home: held to a measure of reading ease, and to saying what can be done with them."""

from __future__ import annotations

import re

import pytest

from tests.words.ease import by_vowels
from veltrin.core.learn import CAUSES
from veltrin.core.methods import CATALOGUE
from veltrin.core.practice import DRILLS


def grade(text: str) -> float:
    """Years of school after which a text is read with ease. Source: Kincaid et al. 1975, from memory."""
    sentences = [s for s in re.split(r"[.!?:;]+", text) if re.search(r"[A-Za-z]", s)]
    words = re.findall(r"[A-Za-z']+", text)
    return 0.39 * len(words) / len(sentences) + 11.8 * sum(map(by_vowels, words)) / len(words) - 15.59


def test_the_measure_is_the_published_one() -> None:
    """Worked by hand: six words, six syllables, one sentence; and eight words of nineteen."""
    assert grade("The cat sat on the mat.") == pytest.approx(0.39 * 6 + 11.8 - 15.59)
    assert [by_vowels(w) for w in ("brushed", "lean", "landing", "table", "face", "opened", "distance")] == [
        1, 1, 2, 2, 1, 2, 2,
    ]  # fmt: skip


SHEETS = {
    **{f"drill {d.id}": " ".join((d.how, *d.say, d.easier, d.harder)) for d in DRILLS.values()},
    **{f"method {m.id}": " ".join((*m.key_words, *(f"{a}. {b}." for a, b in m.faults))) for m in CATALOGUE.values()},
    **{f"cause {c.id}": f"{c.words}. {c.sign} {c.cure}" for c in CAUSES},
}


@pytest.mark.parametrize("sheet", SHEETS)
def test_a_sheet_is_read_with_ease_at_fourteen(sheet: str) -> None:
    """At fourteen one is in the eighth or ninth year of school."""
    assert grade(SHEETS[sheet]) <= 8.5, SHEETS[sheet]


@pytest.mark.parametrize("sheet", SHEETS)
def test_a_sheet_sends_nobody_to_look_it_up(sheet: str) -> None:
    assert not re.search(r"\bledger\b|\bthe plan says\b|\bthe model\b", SHEETS[sheet]), SHEETS[sheet]
