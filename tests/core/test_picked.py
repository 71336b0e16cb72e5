"""Books that hold every ball, and books that hold only some: what is said of them, by simulation."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
import pytest

from veltrin.core.learn import looks_picked

Book = tuple[np.ndarray, int, int]


def _of(off: np.ndarray, failed: np.ndarray, shots: int) -> Book:
    off, failed = off[:shots], failed[:shots]
    return off[~failed], int(failed.sum()), shots


def whole(rng: np.random.Generator, shots: int) -> Book:
    """Every ball: short of the model by a habit, scattering as wide as the model or not."""
    return _of(rng.normal(-0.5, rng.choice([0.8, 1.0, 1.25]), shots), rng.random(shots) < 0.15, shots)


def long_tails(rng: np.random.Generator, shots: int) -> Book:
    """Every ball of a player with more mishaps than a bell has."""
    return _of(0.9 * rng.standard_t(8, shots), rng.random(shots) < 0.2, shots)


def bad_ones(rng: np.random.Generator, shots: int) -> Book:
    """Only balls that were far off, and those that failed."""
    off, failed = rng.normal(0.0, 1.0, 9 * shots), rng.random(9 * shots) < 0.15
    kept = failed | (np.abs(off) > 0.9)
    return _of(off[kept], failed[kept], shots)


def short_ones(rng: np.random.Generator, shots: int) -> Book:
    """Only balls that came up short, and those that failed."""
    off, failed = rng.normal(0.0, 1.0, 9 * shots), rng.random(9 * shots) < 0.15
    kept = failed | (off < -0.3)
    return _of(off[kept], failed[kept], shots)


def good_ones(rng: np.random.Generator, shots: int) -> Book:
    """Only balls that were nearly as meant."""
    off = rng.normal(0.0, 1.0, 9 * shots)
    kept = np.abs(off) < 0.5
    return _of(off[kept], np.zeros(int(kept.sum()), dtype=bool), shots)


def flagged(book: Callable[[np.random.Generator, int], Book], shots: int, repeats: int = 250) -> float:
    """How often such a book is said to look picked."""
    rng = np.random.default_rng(1)
    return float(np.mean([bool(looks_picked(*book(rng, shots)).signs) for _ in range(repeats)]))


@pytest.mark.parametrize("book", [whole, long_tails])
@pytest.mark.parametrize("shots", [25, 80, 160])
def test_a_whole_book_is_not_said_to_be_picked(book: Callable[..., Book], shots: int) -> None:
    # Four signs of one in a hundred each, at most; twice their standard error of 250 books more.
    assert flagged(book, shots) <= 0.04 + 2.0 * (0.04 * 0.96 / 250) ** 0.5


@pytest.mark.parametrize(
    ("book", "shots", "least"), [(bad_ones, 80, 0.85), (good_ones, 25, 0.8), (short_ones, 160, 0.8)]
)
def test_a_picked_book_is_told(book: Callable[..., Book], shots: int, least: float) -> None:
    assert flagged(book, shots) >= least


def test_it_says_what_it_saw() -> None:
    rng = np.random.default_rng(2)
    assert looks_picked(rng.normal(0.0, 1.0, 8), 30, 38).signs == ("failed",)
    assert "no middle" in looks_picked(np.repeat([-1.0, 1.0], 20) + rng.normal(0, 0.1, 40), 0, 40).signs
    assert looks_picked([0.0] * 5, 5, 5).signs == (), "too few to say"
