"""Verdicts held to their false rates in full: make truth. Fewer repeats of the same stand in the tests."""

from __future__ import annotations

from tests.core.test_trials import DRAWN, winners

REPEATS = 4000


def main() -> None:
    """Print how often a trial of two ways that are alike ends with a winner."""
    print("A trial of two ways that are alike ends with a winner, of", REPEATS, "trials each:")
    for kind, draw in DRAWN.items():
        shares = [f"{planned} balls {100 * winners(draw, planned, REPEATS, 11):.1f} %" for planned in (4, 6, 12, 30)]
        print(f"  {kind}: " + ", ".join(shares))


if __name__ == "__main__":
    main()
