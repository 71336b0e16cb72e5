"""Short notes for a lie and its line. None of them blocks a shot: committee, local rules and professionals decide.

Rules of Golf (R&A/USGA, 2023), from memory.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

from veltrin.core.ground import Lie, Slope
from veltrin.core.hole import Area, Obstacle

STEEP_RAD = math.radians(10.0)
WET_STEEP_RAD = math.radians(5.0)
FROZEN_C = 1.0


NoteKind = Literal["caution", "rule"]


@dataclass(frozen=True)
class Note:
    """A caution, or a rule that this lie brings up; `rule` is its number, empty for a caution."""

    kind: NoteKind
    words: str
    rule: str = ""


Rain = Literal["none", "dew", "drizzle", "rain", "downpour"]
RAINS: tuple[Rain, ...] = ("none", "dew", "drizzle", "rain", "downpour")

GALE_M_S, BALLS_MOVE_M_S = 17.2, 10.8
"""Mean winds at 10 m from which nobody plays and from which a ball at rest may move: Beaufort 8 and 6."""

WARMED_C = 12.0
"""A ball so much warmer than the air has been kept warm on purpose. Judgement."""


@dataclass(frozen=True)
class Weather:
    """What falls from the sky, and whether the committee has preferred lies in force."""

    rain: Rain = "none"
    preferred: bool = False


FAIR = Weather()


class Sky(NamedTuple):
    """What care looks at above the ground: air and ball (C), mean wind at 10 m (m/s), rain and local rule."""

    air_c: float = 15.0
    wind_m_s: float = 0.0
    ball_c: float = 15.0
    weather: Weather = FAIR


def _cautions(lie: Lie, slope: Slope, sky: Sky) -> list[tuple[bool, str]]:
    steepest = max(abs(slope.fall_rad), abs(slope.side_rad))
    slippery = lie.wet >= 0.4 or lie.softness >= 0.8 or sky.weather.rain in ("rain", "downpour")
    rooted = lie.cover.rooted
    return [
        (
            sky.weather.rain in ("rain", "downpour"),
            "Thunder or lightning: stop and leave at once, away from trees. Go back when the committee says so.",
        ),
        (sky.wind_m_s >= GALE_M_S, "Gale: branches come down. Stop, and keep away from trees."),
        (
            steepest >= STEEP_RAD or (slippery and steepest >= WET_STEEP_RAD),
            "Footing: don't play it where a fall is likely. Nobody stands below or behind the bank.",
        ),
        (
            lie.in_sand and lie.lip_m >= 1.0,
            "Under a lip the ball may come straight back: stand so that it can't hit you.",
        ),
        (rooted, "Feel for roots and stones first: they hurt wrists. Relief or an unplayable ball costs less."),
        (
            sky.air_c <= FROZEN_C and lie.softness < 0.5 and not lie.in_sand,
            "Frozen ground jars the wrists: sweep it, or don't play it. Pain: stop, and see a licensed professional.",
        ),
    ]


def _rules(lie: Lie, sky: Sky) -> list[tuple[bool, str, str]]:
    soaked = lie.softness >= 0.85 and not lie.in_sand
    return [
        (
            lie.in_sand,
            "12.2b",
            "Don't touch the sand to test it, in a practice swing, or right before or behind the ball.",
        ),
        (
            lie.cover.group == "grass" and lie.over_m >= 0.02,
            "8.1",
            "Practice swings beside the ball only: lie and swing must not be improved.",
        ),
        (soaked, "16.1", "Temporary water where you stand or lie: free relief."),
        (soaked, "16.3", "Plugged in its own pitch mark: free relief, as a rule."),
        (lie.cover.group == "divot", "8.1", "A divot is played as it lies, unless a local rule says otherwise."),
        (
            sky.weather.preferred,
            "MLR E-3",
            "Preferred lies: on short grass mark, lift, clean and place once, within the length the committee gives.",
        ),
        (
            lie.cover.muddy and not sky.weather.preferred,
            "MLR E-3",
            "Preferred lies may be in force in winter: ask.",
        ),
        (
            sky.wind_m_s >= BALLS_MOVE_M_S,
            "9.3",
            "A ball moved by the wind is played from where it stops; on the green, once lifted, replace it.",
        ),
        (
            sky.ball_c >= sky.air_c + WARMED_C,
            "4.2a",
            "A ball warmed on purpose counts as altered: not in a round.",
        ),
        (
            lie.sunk >= 1.5 or lie.cover.wild or (lie.in_sand and lie.sunk >= 0.9),
            "19",
            "Unplayable is one stroke: two club-lengths, back on the line, or where it was played from.",
        ),
        (
            True,
            "4.3a",
            "For teaching, practice and preparation: in a round no device may read slope or wind or name a club.",
        ),
    ]


NEAR_M = 12.0
"""What stands nearer may send the ball back at the player. Judgement."""


def _line_notes(areas: Sequence[Area], obstacles: Sequence[Obstacle]) -> list[tuple[bool, Note]]:
    kinds = {area.kind.name for area in areas}
    close = any(o.at_m <= NEAR_M for o in obstacles)
    back = "What stands so close may send the ball back at you: leave a margin, nobody beside you."
    wet = "Penalty area: one stroke; back on the line or where you played from; red: beside it too."
    out = "Out of bounds: stroke and distance. Play a provisional ball if in doubt."
    return [
        (close, Note("caution", back)),
        ("water" in kinds, Note("rule", wet, "17.1")),
        ("out" in kinds, Note("rule", out, "18.2")),
    ]


def notes_for(
    lie: Lie,
    slope: Slope,
    sky: Sky,
    areas: Sequence[Area] = (),
    obstacles: Sequence[Obstacle] = (),
) -> tuple[Note, ...]:
    """Cautions first, then the rules that this lie, line and day bring up."""
    found = [(applies, Note("caution", words)) for applies, words in _cautions(lie, slope, sky)]
    found += _line_notes(areas, obstacles)
    found += [(applies, Note("rule", words, rule)) for applies, rule, words in _rules(lie, sky)]
    told = [note for applies, note in found if applies]
    return tuple(sorted(told, key=lambda note: note.kind != "caution"))
