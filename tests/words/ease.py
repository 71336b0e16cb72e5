"""Reading ease of many texts together: Flesch's own formula, with pyphen's syllables."""

from __future__ import annotations

import re
from collections.abc import Iterable
from functools import cache

import pyphen

LEAST_WORDS = 100
"""With fewer the formula says nothing."""

_VOWELS = re.compile(r"[aeiouy]+")
_HYPHENS = pyphen.Pyphen(lang="en_GB", left=1, right=1)


def by_vowels(word: str) -> int:
    """Syllables of a word, by its groups of vowels; a silent e at the end is none."""
    word = word.lower()
    groups = len(_VOWELS.findall(word))
    silent = word.endswith("e") and not word.endswith(("le", "ee")) and groups > 1
    past = re.search(r"[^td]ed$", word) is not None and groups > 1
    return max(groups - silent - past, 1)


@cache
def syllables(word: str) -> int:
    """Syllables of a word: one more than the places where it may be hyphenated, and no fewer than its groups of vowels.

    A dictionary of hyphens leaves out some places (`easy` has none), which would flatter every text.
    """
    return max(by_vowels(word), len(_HYPHENS.positions(word.lower())) + 1)


def sentences(texts: Iterable[str]) -> list[list[str]]:
    """The words of every whole sentence: one that begins with a capital and ends with its mark.

    Holes ({braces}) stand for a number or a name: they are left out.
    """
    found = []
    for text in texts:
        for one in re.findall(r"[A-Z“][^.!?]*[.!?]", re.sub(r"\{[^}]*\}", "", text)):
            words = re.findall(r"[A-Za-z]+(?:[’'][a-z]+)?", one)
            if len(words) >= 3:
                found.append(words)
    return found


def flesch(texts: Iterable[str]) -> tuple[float, int]:
    """Flesch's reading ease of texts together, and how many words it was taken of.

    Source: Flesch 1948, from memory: 206.835 - 1.015 words a sentence - 84.6 syllables a word.
    """
    told = sentences(texts)
    words = [word for one in told for word in one]
    if not words:
        return 0.0, 0
    ease = 206.835 - 1.015 * len(words) / len(told) - 84.6 * sum(map(syllables, words)) / len(words)
    return ease, len(words)
