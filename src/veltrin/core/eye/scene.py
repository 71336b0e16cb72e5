"""Scenes to read: a lie and its surroundings, made from a seed, harder from level to level."""

from __future__ import annotations

import math
import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal, get_args

import numpy as np

from veltrin.core.air import Wind
from veltrin.core.errors import DomainError
from veltrin.core.geometry import Vec
from veltrin.core.ground import COVERS, CoverName, Lie, Slope
from veltrin.core.kit import NOTHING_LEARNED, Learned, Player
from veltrin.core.plan.coefficients import taught
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Line, Question
from veltrin.core.plan.readings import READINGS
from veltrin.core.run import Landing, usual_edges, usual_width
from veltrin.core.sides import mirrored

EyeKind = Literal["fall", "side", "sunk", "give", "flag", "wind", "cross"]
"""What is read off a scene; readings of the same names are what a plan doubts (see plan.readings)."""
EYE_KINDS: tuple[EyeKind, ...] = get_args(EyeKind)

LEVELS = (1, 2, 3, 4)
MOST_SEED = 10**9

Values = Mapping[EyeKind, float]
"""By kind, in the core's units; winds from ahead and towards the left positive."""

STEEPEST_DEG = {1: 9.0, 2: 10.0, 3: 12.0, 4: 12.0}
FLATTEST_DEG = {1: 3.0, 2: 1.5, 3: 0.5, 4: 0.0}
STRONGEST_M_S = {1: 6.0, 2: 8.0, 3: 10.0, 4: 12.0}
SKYLINE_DEG = {1: 0.0, 2: 1.0, 3: 4.0, 4: 6.0}
"""How far the hills behind lean: what makes slopes look flatter or steeper than they are. Judgement."""

SHORTEST_M, LONGEST_M = 12.0, 150.0
_COVERS: tuple[CoverName, ...] = ("fairway", "semi", "rough", "sand", "tight")
_SUNK_MOST: dict[CoverName, float] = {"semi": 0.8, "rough": 1.6, "sand": 0.5}
PLANE_M = 9.0
"""About so far from the ball the slope it lies on goes on."""


@dataclass(frozen=True)
class Key:
    """Names a scene: the same key makes the same scene. `focus`: the kind of reading it is made hard for."""

    seed: int
    level: int
    focus: EyeKind

    def __str__(self) -> str:
        return f"{self.seed}.{self.level}.{self.focus}"


def key_named(text: str) -> Key:
    """Read a key; DomainError where it names no scene."""
    found = re.fullmatch(r"(\d{1,9})\.([1-4])\.([a-z]+)", text)
    if found is None or found[3] not in EYE_KINDS:
        raise DomainError("scene", f"'{text[:40]}' names no scene.", "Give seed.level.kind, as 12.1.side.")
    return Key(int(found[1]), int(found[2]), found[3])


@dataclass(frozen=True)
class Scene:
    """What is there, for a right-hander: the ball at the origin. `bumps`: amplitude (m), wave numbers and phase of each
    roll of the ground further on; `skyline_rad`: lean of the hills behind.
    """

    key: Key
    slope: Slope
    lie: Lie
    flag_m: float
    rise_m: float
    wind: Wind
    bumps: tuple[tuple[float, float, float, float], ...]
    skyline_rad: float

    @property
    def truth(self) -> dict[EyeKind, float]:
        """What is to be read, for a right-hander."""
        return {
            "fall": self.slope.fall_rad,
            "side": self.slope.side_rad,
            "sunk": self.lie.sunk,
            "give": self.lie.softness,
            "flag": self.flag_m,
            "wind": -self.wind.x_m_s,
            "cross": self.wind.y_m_s,
        }

    def height(self, x: Vec, y: Vec) -> Vec:
        """Height of the ground (m): the slope under the ball, going over into rolling ground up to the green."""
        x, y = np.asarray(x, float), np.asarray(y, float)
        plane = -math.tan(self.slope.fall_rad) * PLANE_M * np.tanh(x / PLANE_M)
        plane = plane - math.tan(self.slope.side_rad) * PLANE_M * np.tanh(y / PLANE_M)
        along = np.clip(x / self.flag_m, 0.0, 1.0)
        climb = self.rise_m + math.tan(self.slope.fall_rad) * PLANE_M * math.tanh(self.flag_m / PLANE_M)
        plane = plane + climb * along**2 * (3.0 - 2.0 * along)
        # Rolls begin away from the ball: its own slope stays what it is.
        away = 1.0 - np.exp(-(x * x + y * y) / (1.5 * PLANE_M) ** 2)
        for high, kx, ky, phase in self.bumps:
            plane = plane + high * away**2 * np.sin(kx * x + ky * y + phase)
        return np.asarray(plane)


def _slopes(rng: np.random.Generator, key: Key) -> Slope:
    steep, flat = STEEPEST_DEG[key.level], FLATTEST_DEG[key.level]
    fall, side = (float(rng.uniform(flat, steep) * rng.choice([-1.0, 1.0])) for _ in range(2))
    if key.level == 1:
        # One thing at a time.
        fall, side = (fall, 0.0) if key.focus != "side" else (0.0, side)
    elif key.focus not in ("fall", "side"):
        fall, side = 0.6 * fall, 0.6 * side
    return Slope(math.radians(round(2.0 * fall) / 2.0), math.radians(round(2.0 * side) / 2.0))


def _lie(rng: np.random.Generator, key: Key) -> Lie:
    names: tuple[CoverName, ...] = _COVERS
    if key.focus == "sunk":
        names = ("semi", "rough", "sand")
    elif key.focus == "give":
        names = ("fairway", "semi", "tight")
    name = names[int(rng.integers(len(names)))]
    cover = COVERS[name]
    most = _SUNK_MOST.get(name, 0.0)
    sunk = round(float(rng.uniform(0.0, most)), 2)
    hard = float(rng.uniform(0.05, 0.95)) if key.level > 1 or key.focus == "give" else cover.give
    return Lie(cover, sunk=sunk, give=None if cover.group == "sand" else round(hard, 2))


def _wind(rng: np.random.Generator, key: Key) -> Wind:
    strong = STRONGEST_M_S[key.level] * (1.0 if key.focus in ("wind", "cross") else 0.5)
    blows = key.level > 1 or key.focus in ("wind", "cross")
    speed = float(rng.uniform(1.0, strong)) if blows else 0.0
    middle = {"wind": 0.0, "cross": 0.5 * math.pi}.get(key.focus, 0.25 * math.pi)
    turn = middle + float(rng.normal(0.0, 0.35)) + math.pi * int(rng.integers(2))
    return Wind(round(-speed * math.cos(turn), 1), round(speed * math.sin(turn), 1))


@lru_cache(maxsize=64)
def scene_of(key: Key) -> Scene:
    """Make the scene of a key; the same every time."""
    rng = np.random.default_rng([key.seed, key.level, EYE_KINDS.index(key.focus)])
    slope, lie, wind = _slopes(rng, key), _lie(rng, key), _wind(rng, key)
    far = LONGEST_M if key.focus in ("flag", "wind", "cross") else 60.0
    flag = round(2.0 * float(np.exp(rng.uniform(math.log(max(SHORTEST_M, 0.25 * far)), math.log(far))))) / 2.0
    rolls = tuple(
        (
            float(rng.uniform(0.1, 0.35)) * key.level / 2.0,
            float(rng.uniform(0.05, 0.14)),
            float(rng.uniform(-0.12, 0.12)),
            float(rng.uniform(0.0, 2.0 * math.pi)),
        )
        for _ in range(3)
    )
    rise = round(float(rng.normal(0.0, 0.012)) * flag, 1)
    lean = math.radians(SKYLINE_DEG[key.level]) * float(rng.uniform(0.5, 1.0)) * float(rng.choice([-1.0, 1.0]))
    return Scene(key, slope, lie, flag, rise, wind, rolls, lean)


def _line(scene: Scene) -> Line:
    front, back = usual_edges(scene.flag_m)
    return Line(scene.flag_m, Landing(front, back, width_m=usual_width(front, back), rise_m=scene.rise_m))


def question_for(scene: Scene, player: Player, learned: Learned = NOTHING_LEARNED) -> Question:
    """The shot of a scene for a player, as they stand in the world: a left-hander sees the scene mirrored."""
    question = taught(Question(player, scene.slope, _line(scene), wind=scene.wind, lie=scene.lie), learned)
    return mirrored(question) if player.left_handed else question


DEEP_ENOUGH = 0.5
"""Where a ball can't lie deeper than this (balls) nobody is asked how deep it does."""


def asked_of(question: Question) -> tuple[EyeKind, ...]:
    """What can be read of a shot: on tight turf nothing is sunk, and sand has no give of its own."""
    return tuple(
        kind
        for kind in EYE_KINDS
        if READINGS[kind].applies(question) and (kind != "sunk" or question.lie.deepest >= DEEP_ENOUGH)
    )


def in_frame(values: Values, player: Player) -> dict[EyeKind, float]:
    """Readings a player makes of a scene in the scene's own frame, and back: across turns for a left-hander."""
    turns = player.left_handed
    return {kind: -v if kind == "cross" and turns else v for kind, v in values.items()}


def as_read(question: Question, values: Values, land_m: float | None = None) -> Question:
    """The shot as somebody read it, to be landed where they want it; DomainError for what can't be."""
    for kind in EYE_KINDS:
        if kind in values:
            reading = READINGS[kind]
            value = values[kind]
            if abs(reading.within(value, question) - value) > 1e-9:
                low, high = reading.low / reading.quantity.scale, min(reading.high, reading.most(question))
                raise DomainError(
                    f"read.{kind}", f"{reading.words} can't be {value / reading.quantity.scale:g} here.",
                    f"Stay between {low:g} and {high / reading.quantity.scale:g} {reading.quantity.unit}.",
                )  # fmt: skip
            question = reading.put(question, value)
    return question if land_m is None else replace(question, line=replace(question.line, land_m=land_m))


def right_handed(question: Question) -> Question:
    """The same shot in a right-hander's frame."""
    return mirrored(question) if is_mirrored(question) else question
