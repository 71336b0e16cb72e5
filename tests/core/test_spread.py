"""What is told of all strikes of a call together, held against NumPy (an independent reference) and by hand."""

from __future__ import annotations

import numpy as np
import pytest

from veltrin.core.plan.scatter import NODES, TOLD_OF_ALL, WORST_SHARE, _sum_up

FLAG_M, BEARING = 30.0, 0.2


def summed(rest: np.ndarray, thin: np.ndarray, costs: np.ndarray) -> dict[str, float]:
    """One call's strikes as the kernel tells them."""
    told = np.empty((1, len(TOLD_OF_ALL) + 2))
    _sum_up(rest[None], thin[None], costs[None], np.array([[FLAG_M, BEARING]]), FLAG_M, told)
    return dict(zip((*TOLD_OF_ALL, "thin", "past"), told[0].tolist(), strict=True))


def to_target(rest: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """How far past the target, and to its left."""
    cos, sin = np.cos(BEARING), np.sin(BEARING)
    return rest[:, 0] * cos + rest[:, 1] * sin - FLAG_M, rest[:, 1] * cos - rest[:, 0] * sin


@pytest.mark.parametrize("seed", range(6))
def test_strikes_are_summed_up_as_numpy_does(seed: int) -> None:
    rng = np.random.default_rng(seed)
    rest = np.column_stack([rng.normal(28.0, 4.0, 400), rng.normal(5.0, 3.0, 400)])
    thin, costs = rng.random(400) < 0.2, rng.random((5, 400)) + 1.0
    told, (past, side) = summed(rest, thin, costs), to_target(rest)
    leave, cost = np.hypot(rest[:, 0] - FLAG_M, rest[:, 1]), NODES[1] @ costs
    expected = {
        "mean_leave_m": leave.mean(),
        "leave80_m": np.percentile(leave, 80),
        "short_m": np.percentile(past, 10),
        "long_m": np.percentile(past, 90),
        "right_m": np.percentile(side, 10),
        "left_m": np.percentile(side, 90),
        "strokes": 1.0 + cost.mean(),
        "strokes_error": cost.std(ddof=1) / 20.0,
    }
    worst = np.argsort(np.hypot(past, side))[-int(400 * WORST_SHARE) :]
    told_of = worst[(past[worst] > 0.0) == told["past"]]
    expected |= {"worst_along_m": past[told_of].mean(), "worst_across_m": side[told_of].mean()}
    assert told["past"] == (np.mean(past[worst] > 0.0) >= 0.5)
    assert told["thin"] == pytest.approx(thin[told_of].mean())
    assert {name: told[name] for name in TOLD_OF_ALL} == pytest.approx(expected, rel=1e-12)


def test_the_worst_twentieth_stays_one_where_more_never_moved() -> None:
    """Of 120 balls that lie where they lay, as far off as each other, just enough are counted to make twenty."""
    rest = np.tile([FLAG_M * np.cos(BEARING), FLAG_M * np.sin(BEARING)], (400, 1))
    rest[:120] = 0.0
    # Twelve skulled ones end further off still: they are most of the worst, and tell it.
    rest[200:212] *= 3.0
    told = summed(rest, np.arange(400) >= 200, np.ones((5, 400)))
    assert told["past"]
    assert told["worst_along_m"] == pytest.approx(2.0 * FLAG_M)
    assert told["thin"] == 1.0
    # Nine of them are the fewer: the balls that never moved tell it then.
    rest[200:203] /= 3.0
    told = summed(rest, np.arange(400) >= 200, np.ones((5, 400)))
    assert not told["past"]
    assert told["worst_along_m"] == pytest.approx(-FLAG_M)
    assert told["thin"] == 0.0
