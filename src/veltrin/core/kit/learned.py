"""What a player's own record says beyond the model: how much faster, cleaner, straighter, steadier than expected."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal, get_args

from veltrin.core.kit.club import Club
from veltrin.core.law import USUAL_LAWS, Laws

Quantity = Literal["speed", "friction", "face", "scatter"]
QUANTITIES: tuple[Quantity, ...] = get_args(Quantity)

By = Literal["family", "cover", "method"]
BYS: tuple[By, ...] = get_args(By)

Family = Literal["wood", "hybrid", "long iron", "short iron", "wedge", "putter"]
LONG_IRON_BELOW_RAD = math.radians(29.0)


def family_of(club: Club) -> Family:
    """Club family: what coaches talk of together."""
    if club.kind == "iron":
        return "long iron" if club.loft_rad < LONG_IRON_BELOW_RAD else "short iron"
    return club.kind


@dataclass(frozen=True)
class Habit:
    """What the record adds for one stroke: shares of the model's speed, friction and scatter; the face shut by so
    much more (rad, towards the player's lead side); from so many shots.
    """

    speed: float = 1.0
    friction: float = 1.0
    face_rad: float = 0.0
    scatter: float = 1.0
    shots: int = 0


NO_HABIT = Habit()


@dataclass(frozen=True)
class Effect:
    """One learnt effect: natural logarithm of a share, or rad for the face; one standard deviation; shots behind it."""

    quantity: Quantity
    by: By
    name: str
    value: float
    deviation: float
    shots: int

    @property
    def is_of_ground(self) -> bool:
        """Whether the ground may be behind it as well as the player: how much a cover takes."""
        return self.by == "cover" and self.quantity in ("speed", "friction")


@dataclass(frozen=True)
class Learned:
    """A player's own effects. What is not in it is as the model has it; effects of one stroke add up.

    `laws`: numbers of the model itself that many players' books have measured, where the coach goes by them.
    """

    effects: tuple[Effect, ...] = ()
    laws: Laws = USUAL_LAWS

    def __bool__(self) -> bool:
        return bool(self.effects)

    @property
    def without_own(self) -> Learned:
        """Nothing of the player, what is known of the laws stays."""
        return Learned(laws=self.laws)

    def of(self, cover: str, method_id: str, club: Club, *, known: bool = False) -> Habit:
        """Everything that bears on a stroke with this club and method from this cover.

        `known`: the ground was measured; what the record says of speed and friction there is then left out, or the same
        grass would count twice. `shots`: those from its cover, else with its method, else with its clubs: what a coach
        would count.
        """
        names = {"cover": cover, "method": method_id, "family": family_of(club)}
        mine = [e for e in self.effects if names[e.by] == e.name and not (known and e.is_of_ground)]
        if not mine:
            return NO_HABIT
        total = {q: _sum(e.value for e in mine if e.quantity == q) for q in QUANTITIES}
        return Habit(
            speed=math.exp(total["speed"]),
            friction=math.exp(total["friction"]),
            face_rad=total["face"],
            scatter=math.exp(total["scatter"]),
            shots=next(e.shots for by in ("cover", "method", "family") for e in mine if e.by == by),
        )


def _sum(values: Iterable[float]) -> float:
    return math.fsum(values)


NOTHING_LEARNED = Learned()
