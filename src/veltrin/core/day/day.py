"""One day on the course, and what it makes of a lie and of the ground a ball lands on."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from veltrin.core.air import CALM, Air, Wind
from veltrin.core.care import FAIR, Rain, Weather
from veltrin.core.ground import COVERS, Cover, Lie, cover_named
from veltrin.core.quantity import within
from veltrin.core.run import FIRMNESS, Firmness, Landing

Growth = Literal["lean", "usual", "lush"]
GROWTHS: tuple[Growth, ...] = ("lean", "usual", "lush")

GIVE_TODAY: dict[Firmness, float] = {"sodden": 0.90, "soft": 0.68, "medium": 0.45, "firm": 0.33, "hard": 0.18}
"""Give of ordinary turf by the word for the day's ground; medium is what covers state as theirs. Judgement."""

GROWN: dict[Growth, tuple[float, float]] = {"lean": (0.8, 0.75), "usual": (1.0, 1.0), "lush": (1.3, 1.25)}
"""How high and how dense unmown grass stands against the cover's usual. Judgement."""

SAND_STATES = tuple(name for name, cover in COVERS.items() if cover.group == "sand")

_WET: dict[Rain, float] = {"none": 0.0, "dew": 0.5, "drizzle": 0.5, "rain": 1.0, "downpour": 1.0}
_WET_GROUND: dict[Firmness, float] = {"sodden": 0.5}
"""Film on ball, face and grass by what falls, and by what the ground holds. Judgement."""


STANDARD = Air()


@dataclass(frozen=True)
class Day:
    """Weather and ground of one day. Wind is told along the shot line.

    `ball_c`: temperature of the ball, that of the air where it isn't known; `layers` of clothes over a shirt; `ground`
    and `greens`: how firm; `growth` of unmown grass; `sand`: cover of the bunkers.
    """

    name: str
    air: Air = STANDARD
    wind: Wind = CALM
    ball_c: float | None = None
    layers: int = 0
    weather: Weather = FAIR
    ground: Firmness = "medium"
    greens: Firmness = "medium"
    green_speed_ft: float = 9.5
    growth: Growth = "usual"
    sand: str = "sand"

    def __post_init__(self) -> None:
        within("line.green_speed_ft", self.green_speed_ft, "day.green_speed_ft")
        cover_named(self.sand)

    @property
    def ball_temperature_c(self) -> float:
        """Temperature of the ball."""
        return self.air.temperature_c if self.ball_c is None else self.ball_c


def rain_film(rain: Rain) -> float:
    """How wet rain alone makes ball, face and grass: 0 dry .. 1 dripping."""
    return _WET[rain]


def wet_of(rain: Rain, ground: Firmness) -> float:
    """How wet ball, face and grass are: 0 dry .. 1 dripping."""
    return max(_WET[rain], _WET_GROUND.get(ground, 0.0))


def give_on(cover: Cover, ground: Firmness) -> float:
    """Softness of the ground under a cover today: its own on medium ground, shared out between hard-pan and sodden."""
    if cover.group == "sand":
        return cover.give
    usual, today = GIVE_TODAY["medium"], GIVE_TODAY[ground]
    if today <= usual:
        return cover.give * today / usual
    return cover.give + (1.0 - cover.give) * (today - usual) / (1.0 - usual)


def grown(cover: Cover, growth: Growth) -> tuple[float, float]:
    """Height (m) and density of the grass today: mown grass is mown, the rest grows."""
    if cover.mown or cover.group not in ("grass", "collar"):
        return cover.height_m, cover.density
    high, dense = GROWN[growth]
    # No grass stands higher or denser than a lie can be read.
    return min(cover.height_m * high, 0.2), min(cover.density * dense, 1.5)


def lie_on(lie: Lie, day: Day) -> Lie:
    """The same ball on another day: the ground below, the grass around it, the sand and the water are the day's.

    A ball that lies deeper than the day's grass stands comes up to lie on the soil.
    """
    cover = cover_named(day.sand) if lie.in_sand else lie.cover
    height, density = grown(cover, day.growth)
    has_grass = cover.group in ("grass", "collar")
    here = replace(
        lie,
        cover=cover,
        sunk=0.0,
        wet=wet_of(day.weather.rain, day.ground),
        give=give_on(cover, day.ground),
        height_m=height if has_grass else None,
        density=density if cover.group == "grass" else lie.density,
    )
    return replace(here, sunk=min(lie.sunk, here.deepest))


def landing_on(landing: Landing, day: Day) -> Landing:
    """The same green and surround on another day."""
    return replace(
        landing,
        firmness=FIRMNESS[day.greens],
        ground_firmness=FIRMNESS[day.ground],
        green_speed_ft=day.green_speed_ft,
        wet=wet_of(day.weather.rain, day.ground),
    )


@dataclass(frozen=True)
class Season:
    """A day as it often is at one time of the year; the course says how high it lies.

    Wind as mean (m/s) at 10 m and where it comes from (degrees from north).
    """

    day: Day
    wind_m_s: float
    wind_from_deg: float
