"""A clinic: several players at several stations, who go round."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from veltrin.core.checks import require
from veltrin.core.errors import DomainError
from veltrin.core.practice.drill import Drill, Need
from veltrin.core.practice.session import SETUP_MIN, WALK_MIN, WARM_UP_MIN, ball_minutes, ground_of

FEWEST, MOST = 4, 12
AT_A_STATION = 3
"""So many players share a station: one strikes, one feeds, one looks on. Judgement."""

LEAST_ROUND_MIN, MOST_ROUND_MIN = 8.0, 25.0
"""A shorter round is over before it begins, a longer one loses them (minutes). Judgement."""


@dataclass(frozen=True)
class Clinic:
    """Stations, minutes a round, and by round the players (by their place in the list) at each station.

    `balls`: each player strikes so many at a station, the others looking on.
    """

    stations: tuple[Drill, ...]
    round_min: float
    rounds: tuple[tuple[tuple[int, ...], ...], ...]
    balls: tuple[int, ...]


def stations_for(players: int) -> int:
    """So many stations that about three share one, two at least."""
    return max(round(players / AT_A_STATION), 2)


def groups_of(players: int, stations: int) -> list[tuple[int, ...]]:
    """Players shared out as evenly as can be, in the order they are named."""
    return [tuple(range(players))[k::stations] for k in range(stations)]


def plan_clinic(
    drills: Sequence[Drill], worth: Mapping[str, float], players: int, minutes: float, missing: frozenset[Need]
) -> Clinic:
    """The drills worth most to all together, of as many families and as few grounds as go with a coach who sees to all.

    Everybody goes round once: in each round every group is at another station. Raises OutOfRangeError for players and
    minutes out of bounds, DomainError where too few drills or too little time are left.
    """
    require("players", float(players), float(FEWEST), float(MOST), "players")
    require("minutes", minutes, 30.0, 240.0, "min")
    count = stations_for(players)
    able = sorted((d for d in drills if not missing & set(d.needs)), key=lambda d: (-worth.get(d.id, 0.0), d.id))
    chosen = _several(able, worth, count)
    if chosen is None:
        raise DomainError("missing", f"too few drills are left for {count} stations.", "Choose more equipment.")
    laying = SETUP_MIN * count
    each = (minutes - WARM_UP_MIN - laying - WALK_MIN * (count - 1)) / count
    if each < LEAST_ROUND_MIN:
        raise DomainError(
            "minutes", f"{minutes:.0f} are too few for {count} rounds of {LEAST_ROUND_MIN:.0f} minutes.",
            "Give more minutes, or ask fewer players.",
        )  # fmt: skip
    round_min = min(each, MOST_ROUND_MIN)
    groups = groups_of(players, count)
    rounds = tuple(tuple(groups[(station - turn) % count] for station in range(count)) for turn in range(count))
    most = max(len(group) for group in groups)
    balls = tuple(max(int(round_min / most / ball_minutes(drill)), 2) for drill in chosen)
    return Clinic(tuple(chosen), round_min, rounds, balls)


def _several(able: Sequence[Drill], worth: Mapping[str, float], count: int) -> list[Drill] | None:
    """So many drills on two grounds at most, no family twice while there are others; the dearest first.

    One coach can see two grounds at once. Judgement.
    """
    best: list[Drill] | None = None
    grounds = sorted({ground_of(d) for d in able})
    for first in grounds:
        for second in grounds:
            here = [d for d in able if ground_of(d) in (first, second)]
            picked: list[Drill] = []
            for is_fresh in (True, False):
                for drill in here:
                    families = {d.family for d in picked}
                    if len(picked) < count and drill not in picked and (drill.family not in families) is is_fresh:
                        picked.append(drill)
            if len(picked) == count and (best is None or _sum(picked, worth) > _sum(best, worth)):
                best = picked
    return best


def _sum(drills: Sequence[Drill], worth: Mapping[str, float]) -> float:
    return sum(worth.get(d.id, 0.0) for d in drills)
