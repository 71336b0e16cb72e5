"""Every neighbour of the trade's orders over the whole grid of distances and players; says which stand the wrong way.

make orders  (python -m tests.orders; tests/core/test_orders.py holds a part of it in every run)
"""

from __future__ import annotations

import sys
from concurrent.futures import ProcessPoolExecutor
from itertools import pairwise

from tests.core.test_orders import CHAINS, first

WHO = ("tour", "scratch", "h9", "h18", "h27")
FLAGS = (8.0, 12.0, 20.0, 35.0, 50.0, 80.0, 110.0, 150.0, 180.0)
REVERSED = 0.02
"""What lies worse may cost so much less (strokes) before it counts: 400 strikes tell no more."""


def reversed_for(who: str, flag: float) -> tuple[int, list[str]]:
    """How many neighbours were asked, and which of them stand the wrong way round."""
    asked, found = 0, []
    for lies in CHAINS.values():
        for better, worse in pairwise(lies):
            asked += 1
            one, other = first(*better, who, flag), first(*worse, who, flag)
            less = one.strokes - other.strokes
            if less > REVERSED:
                found.append(f"{less:.3f} {who} {flag:g} m: {better} {one.id}, {worse} {other.id}")
    return asked, found


def main() -> int:
    """Ask for all of them; 1 where one stands the wrong way round."""
    cells = [(who, flag) for who in WHO for flag in FLAGS]
    with ProcessPoolExecutor(2) as pool:
        answers = list(pool.map(reversed_for, *zip(*cells, strict=True)))
    found = sorted((line for _, lines in answers for line in lines), reverse=True)
    print(*found, sep="\n")
    print(f"{sum(asked for asked, _ in answers)} neighbours, {len(found)} reversed by more than {REVERSED}")
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main())
