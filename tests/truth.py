"""Verdicts held to their false rates in full: make truth. Fewer repeats of the same stand in the tests."""

from __future__ import annotations

import time

import numpy as np

from tests.academies import PLAYERS, SHOTS, held, stage
from tests.core.test_faults import LIES, hits
from tests.core.test_picked import bad_ones, flagged, good_ones, long_tails, short_ones, whole
from tests.core.test_sessions import ever, moves
from tests.core.test_trials import DRAWN, winners
from tests.grounds import BALLS, PLACES, simulated

REPEATS = 4000


def trials() -> None:
    """How often a trial of two ways that are alike ends with a winner."""
    print("A trial of two ways that are alike ends with a winner, of", REPEATS, "trials each:")
    for kind, draw in DRAWN.items():
        shares = [f"{planned} balls {100 * winners(draw, planned, REPEATS, 11):.1f} %" for planned in (4, 6, 12, 30)]
        print(f"  {kind}: " + ", ".join(shares))


def levels() -> None:
    """How often a player who plays as expected changes level, ever, and how soon one who got better goes up."""
    up, down = moves(0.6, 2, 60, REPEATS, 1)
    print(f"A drill of ten balls, sixty sessions, as expected: ever up {100 * up:.1f} %, ever down {100 * down:.1f} %")
    for share in (0.7, 0.75, 0.8, 0.85):
        shares = [f"by {n} {100 * moves(share, 1, n, 1000, 2)[0]:.0f} %" for n in (4, 8, 15, 30)]
        print(f"  who hits {share:.2f} instead of 0.60 is up: " + ", ".join(shares))


def practice() -> None:
    """How often practice that did nothing is ever said to have helped, and how often what it did is found."""
    print("Practice that did nothing is said to have helped, ever, in five looks, of 1,500 players each:")
    for practised, others, before in ((1, 0, 40), (1, 5, 40), (1, 5, 20), (2, 3, 30), (3, 3, 40), (6, 0, 40)):
        false = ever(1500, 10_000, practised=practised, others=others, before=before)
        print(f"  {practised} kinds practised (the dearest), {others} not, {before} shots before: {100 * false:.1f} %")
    print("Practice that won 0.2 strokes a shot is found at forty shots each, of 1,000 players each:")
    for practised, others in ((1, 0), (1, 3), (1, 5), (3, 3), (6, 0)):
        found = ever(1000, 50_000, practised=practised, others=others, wins=0.2, upto=40)
        print(f"  {practised} kinds practised, {others} not: {100 * found:.0f} %")


def books() -> None:
    """How often a book is said to look picked."""
    print("A book is said to look picked, of 1,500 books each:")
    for kind in (whole, long_tails, bad_ones, short_ones, good_ones):
        shares = [f"{shots} shots {100 * flagged(kind, shots, 1500):.1f} %" for shots in (25, 40, 80, 160)]
        print(f"  {kind.__name__.replace('_', ' ')}: " + ", ".join(shares))


def faults() -> None:
    """How often the cause of three balls is among the first three."""
    print("The cause of three balls is among the first three, twenty times each cause:")
    for size in (1.0, None):
        shares = [f"{name} {100 * float(np.mean(hits(name, 3, 20, size))):.0f} %" for name in LIES]
        print(f"  {'of the usual size' if size else 'of any size'}: " + ", ".join(shares))


def grounds() -> None:
    """How often the interval of a measured ground holds the truth, and how far plans are off afterwards."""
    print(f"Ground measured by {BALLS} clean balls, 250 grounds each: how often the 80 % interval holds the truth")
    for where in PLACES:
        found = simulated(where, 250)
        off, told, before = (f"{100 * size:.1f} %" for size in (found.error, found.told, found.before))
        held = f"{100 * found.inside:.0f} %"
        print(f"  {where.cover}, {where.call_id}: {held}; off {off}, as told {told}, before {before}")


def academies() -> None:
    """How often the intervals of numbers that many books measured hold the truth, and how long one academy takes."""
    begun = time.perf_counter()
    staged = stage(PLAYERS)
    print(f"{ACADEMIES} academies of {PLAYERS} players and {SHOTS} shots: the 80 % interval holds the truth of")
    print(f"  (what the laws say of {len(staged.kinds)} kinds took {time.perf_counter() - begun:.0f} s)")
    begun = time.perf_counter()
    found = held(staged, ACADEMIES, SHOTS)
    for name, share in found.numbers.items():
        print(f"  {name}: {100 * share:.0f} %")
    each = (time.perf_counter() - begun) / ACADEMIES
    every = 100 * float(np.mean(list(found.numbers.values())))
    print(f"  all numbers {every:.0f} %, balls by cover {100 * found.covers:.0f} %")
    print(f"  errors over told doubts {found.size:.2f}; left-out players helped in {100 * found.helped:.0f} %")
    print(f"  carries of left-out players come nearer by {100 * found.gain:.1f} %; {each:.0f} s an academy")


ACADEMIES = 20


def main() -> None:
    """Print all of them."""
    trials()
    levels()
    practice()
    books()
    grounds()
    academies()
    faults()


if __name__ == "__main__":
    main()
