"""What a drill declares: data, and from what its measures are worked out for a player.

Source: common practice, unless a drill says otherwise.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from veltrin.core.air import CALM, Wind
from veltrin.core.ground import CLEAN, Lie, Slope
from veltrin.core.kit.club import ClubKind

Family = Literal["strike", "lie", "distance", "flight", "choice"]
FAMILIES: tuple[Family, ...] = get_args(Family)

Need = Literal[
    "green", "short grass", "rough", "slope", "sand", "collar", "soft ground", "bare ground", "open range",
    "wind", "rods", "tees", "canes", "towels", "string", "board", "level", "putter", "someone to call out the lies",
]  # fmt: skip
NEEDS: tuple[Need, ...] = get_args(Need)

Tape = Literal["inside", "line", "landing", "under", "low", "start", "gate", "entry"]
"""What is measured: from the target, beside the line, from the landing spot, how high it flies, how high it is where a
string hangs near the ball, beside the start line where the canes stand, off the middle of the face, and off the place
where the head should meet the ground."""

MEASURED: frozenset[str] = frozenset(get_args(Tape))

Score = Tape | Literal["clean", "green", "over", "tee", "rod", "down", "read"]
"""What counts as a hit: no more of a tape than the mark's limit; or what is told by a look and a tap."""

SCORE_WORDS: dict[Score, str] = {
    "inside": "ends inside the ring",
    "line": "ends no further beside the line",
    "landing": "lands on the towel",
    "under": "stays under the string",
    "low": "starts under the string",
    "start": "starts between the canes",
    "gate": "leaves both tees standing",
    "entry": "meets the ground at the line",
    "clean": "is struck as meant: neither heavy nor thin",
    "green": "ends on the green",
    "over": "flies over the rod",
    "tee": "brushes the tee",
    "rod": "leaves the ribs untouched by the rod",
    "down": "is down in two",
    "read": "is read within half a degree",
}

Lay = Literal[
    "feet rod", "path rod", "grip rod", "towel behind", "tee ahead", "head gate", "landing spot", "target ring",
    "board", "string", "near string", "rod to clear", "turf line", "aim mark", "sand line", "start gate",
]  # fmt: skip
"""What is laid out, each by a rule of its own (see layout)."""


LEVEL = Slope()


@dataclass(frozen=True)
class Station:
    """From where one part of a drill is played. `methods`: with which of them; none: whatever the plan likes best.

    `loft_deg`: with the club of the bag next to it; `kind`: with clubs of that kind only; `land_share`: to land at that
    share of the way to the target.
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
    kind: ClubKind | None = None


@dataclass(frozen=True)
class Drill:
    """One way to practise. `cures`: causes of the fault reader by id; `lay`: what is laid out at each station.

    `say`: at most three sentences to the player. `easier`, `harder`: how it is changed for who hits nearly nothing or
    nearly all. `rehearses`: share of what its lies cost that it can reach: a board on level ground trains the set-up,
    not the lie. `ball_min`: minutes a ball, where it takes other than its family's. Every drill carries the cautions of
    all drills besides its own.
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
    easier: str = ""
    harder: str = ""
    rehearses: float = 1.0
    ball_min: float | None = None
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
