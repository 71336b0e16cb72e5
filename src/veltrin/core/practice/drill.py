"""What a drill declares: data, and from what its measures are worked out for a player.

Source: common practice, unless a drill says otherwise.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from veltrin.core.air import CALM, Wind
from veltrin.core.ground import CLEAN, Lie, Slope

Family = Literal["strike", "lie", "distance", "flight", "choice"]
FAMILIES: tuple[Family, ...] = get_args(Family)

Need = Literal[
    "green", "short grass", "rough", "slope", "sand", "collar", "soft ground", "bare ground", "open range",
    "wind", "rods", "tees", "towels", "string", "board", "putter", "a helper to read out lies",
]  # fmt: skip
NEEDS: tuple[Need, ...] = get_args(Need)

Tape = Literal["inside", "line", "landing", "under"]
"""What is measured: from the target, beside the line, from the landing spot, how high it flies."""

Score = Tape | Literal["clean"]
"""What counts as a hit: no more of that than the mark's limit; or, with none, a strike as it was meant."""

SCORE_WORDS: dict[Score, str] = {
    "inside": "ends inside the ring",
    "line": "ends no further beside the line",
    "landing": "lands on the towel",
    "under": "stays under the string",
    "clean": "is struck as meant: neither heavy nor thin",
}

Lay = Literal[
    "feet rod", "path rod", "grip rod", "towel behind", "tee ahead", "head gate", "landing spot", "target ring",
    "board", "string", "sand line", "start gate",
]  # fmt: skip
"""What is laid out, each by a rule of its own (see layout)."""


LEVEL = Slope()


@dataclass(frozen=True)
class Station:
    """From where one part of a drill is played. `methods`: with which of them; none: whatever the plan likes best.

    `loft_deg`: with the club of the bag next to it; `land_share`: to land at that share of the way to the target.
    """

    words: str
    flag_m: float
    balls: int
    methods: tuple[str, ...] = ()
    slope: Slope = LEVEL
    lie: Lie = CLEAN
    loft_deg: float | None = None
    land_share: float | None = None
    wind: Wind = CALM


@dataclass(frozen=True)
class Drill:
    """One way to practise. `cures`: causes of the fault reader by id; `lay`: what is laid out at each station.

    `say`: at most three sentences to the player. Every drill carries the cautions of all drills besides its own.
    """

    id: str
    name: str
    family: Family
    trains: str
    how: str
    score: Score
    stations: tuple[Station, ...]
    needs: tuple[Need, ...]
    say: tuple[str, ...]
    cures: tuple[str, ...] = ()
    lay: tuple[Lay, ...] = ()
    cautions: tuple[str, ...] = ()
    source: str = "common practice"

    @property
    def balls(self) -> int:
        """Balls of all its stations."""
        return sum(station.balls for station in self.stations)

    @property
    def methods(self) -> tuple[str, ...]:
        """Ways of playing it serves, by id."""
        return tuple(dict.fromkeys(m for station in self.stations for m in station.methods))

    @property
    def covers(self) -> tuple[str, ...]:
        """Lies it serves, by the name of their cover."""
        return tuple(dict.fromkeys(station.lie.cover.name for station in self.stations))


ALWAYS = (
    "Nobody stands in front of the ball, beside its line or close behind the player.",
    "Pain: stop, and see a licensed professional.",
)
"""Cautions of every drill."""

WRISTS = "Thick grass and roots hurt wrists: stop when it does, and give the hands a rest between balls."
SAND_EYES = "Sand flies: turn the face away after the stroke, nobody stands downwind."
FOOTING = "Footing: not on a wet bank, and never on a board that can slide."
STRING = "Tie a bright rag to the string, so that nobody walks into it."
