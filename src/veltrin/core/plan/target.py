"""What a stroke is meant for: to finish at the flag, or, from a bad lie, somewhere that makes the next one easy."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Literal, NamedTuple

import numpy as np

from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.ground import Lie
from veltrin.core.hole import KIND_LIST, KINDS, Area, Hole, Obstacle
from veltrin.core.kit import Player
from veltrin.core.run import SURFACES
from veltrin.core.sides import Side, Sided, Unsided

TargetName = Literal[
    "flag", "left", "right", "back", "past-left", "past-right", "past-flag", "lay-up", "short", "relief"
]  # fmt: skip

TARGET_WORDS: dict[TargetName, str] = {
    "left": "out to the left",
    "right": "out to the right",
    "back": "out backwards",
    "past-left": "past it on the left",
    "past-right": "past it on the right",
    "past-flag": "over it, past the flag",
    "lay-up": "laid up",
    "short": "laid up short of the trouble",
    "relief": "one stroke",
}
"""What a finish elsewhere than at the flag is called. Declared here alone."""


@dataclass(frozen=True)
class Target:
    """A place to finish (m; x to the flag, y left) and what it is called."""

    name: Annotated[TargetName, Side.NAMED]
    x_m: Unsided
    y_m: Sided

    @property
    def distance_m(self) -> Unsided:
        """How far away it is."""
        return math.hypot(self.x_m, self.y_m)

    @property
    def is_sideways(self) -> bool:
        """Whether it is a way out to the side or back."""
        return self.name in ("left", "right", "back")

    @property
    def is_past(self) -> bool:
        """Whether it leads past what stands in the way: any club may do, a low one most likely."""
        return self.name in ("past-left", "past-right")

    @property
    def bearing_rad(self) -> Sided:
        """In which direction, left of the flag positive."""
        return math.atan2(self.y_m, self.x_m)


def unit_vector(bearing: Vec) -> Vec:
    """Unit vectors along bearings (n,), (n, 2)."""
    return np.stack([np.cos(bearing), np.sin(bearing)], axis=1)


class Targets(NamedTuple):
    """Distance (m) and bearing (rad) of one target a candidate, (n,); `on_carry`: it is where the ball lands."""

    distance: Vec
    bearing: Vec
    on_carry: bool = False

    def take(self, index: Index) -> Targets:
        """Pick entries."""
        return Targets(self.distance[index], self.bearing[index], self.on_carry)

    @property
    def polar(self) -> Vec:
        """Distance and bearing, (n, 2), for the kernels."""
        return np.column_stack([self.distance, self.bearing])

    def along(self, points: Vec) -> Vec:
        """How far points (n, 2 or 3) lie along the way to the target (m)."""
        return np.asarray(points[:, 0] * np.cos(self.bearing) + points[:, 1] * np.sin(self.bearing))

    def across(self, points: Vec) -> Vec:
        """How far they lie to the left of it (m)."""
        return np.asarray(points[:, 1] * np.cos(self.bearing) - points[:, 0] * np.sin(self.bearing))


HOME_RADIUS_M = 2.5
BUNKER_RADIUS_M = 3.0
"""How far grass or sand like the ball's own reaches around it, where nothing is drawn. Judgement."""

HARD_SAND = 0.35
"""Sand that gives less lets a ball roll. Judgement."""

HOME_CORNERS = 16


def home_of(lie: Lie, areas: tuple[Area, ...], front_m: float) -> Area | None:
    """The ground the ball lies in, as an area around it; None where it is drawn, or mown like its surroundings."""
    kind = lie.cover.piece_of
    if kind is None or any(area.holds(0.0, 0.0) for area in areas):
        return None
    radius = max(BUNKER_RADIUS_M, lie.lip_at_m if lie.lip_m else 0.0) if kind == "sand" else HOME_RADIUS_M
    if front_m > 0.0:
        radius = min(radius, max(front_m, 0.5))
    turn = np.linspace(0.0, 2.0 * math.pi, HOME_CORNERS, endpoint=False)
    ring = tuple(zip((radius * np.cos(turn)).tolist(), (radius * np.sin(turn)).tolist(), strict=True))
    is_hard = kind == "sand" and lie.softness < HARD_SAND
    return Area(KINDS[kind], ring, surface=SURFACES["hard-sand"] if is_hard else None)


BAD_SUNK = 0.5


def lies_badly(lie: Lie) -> bool:
    """Whether a way out, or relief, belongs among the calls for what the ball lies in. Judgement."""
    sunk = lie.cover.group == "grass" and not lie.cover.mown and lie.sunk >= BAD_SUNK
    return lie.in_sand or lie.cover.bad or sunk


def is_bad(lie: Lie, is_blocked: bool) -> bool:
    """Whether a way out belongs among the calls: the lie or the way ahead is bad."""
    return is_blocked or lies_badly(lie)


FAVOURITE_LOFT_RAD = math.radians(50.0)
NEAREST_ESCAPE_M = 5.0
FURTHEST_ESCAPE_M = 60.0
CLEAR_M = 3.0
"""How much good ground is wanted to every side of a target. Judgement."""

FARTHER_COSTS = 0.004
"""Strokes that each metre further to good ground counts: the ball has to get there. Judgement."""

SHORTEST_LAY_UP_M = 15.0
LOOKED_BEYOND_M = 5.0
CLEAR_SHARE = 0.06
"""And so much more of it for every metre the ball has to get there. Judgement: about one deviation of a middling
player."""

WAYS_KEPT = 2

WAYS_OUT: tuple[tuple[TargetName, float], ...] = (
    ("left", 90.0),
    ("left", 55.0),
    ("left", 125.0),
    ("right", -90.0),
    ("right", -55.0),
    ("right", -125.0),
    ("back", 180.0),
)


def favourite_m(player: Player) -> float:
    """The distance a player likes to be left with (m): the full carry of the club nearest to 50 deg of loft."""
    swung = [c for c in player.bag if c.kind != "putter"]
    return min(swung, key=lambda c: abs(c.loft_rad - FAVOURITE_LOFT_RAD)).stock_carry_m if swung else 0.0


def escapes(
    hole: Hole,
    player: Player,
    obstacles: Sequence[Obstacle] = (),
    *,
    sideways: bool = True,
    is_behind_lip: bool = False,
) -> list[Target]:
    """Where else than at the flag a ball may sensibly finish.

    From a bad lie (`sideways`) the WAYS_KEPT best places to the sides and behind, and the player's favourite distance.
    With trouble on the way the last good ground before it and the favourite distance. Where something stands across
    the line, past it on either side; where it, or a lip (`is_behind_lip`), asks for height near the flag, over it and
    past the flag. None else: as far as it goes towards the flag is the flag's own call.
    """
    found: dict[TargetName, Target] = {}
    for name, bearing in WAYS_OUT if sideways else ():
        target = _nearest_good(hole, name, math.radians(bearing))
        if target and (name not in found or _left(hole, target) < _left(hole, found[name])):
            found[name] = target
    best = sorted(found.values(), key=lambda target: _left(hole, target))[:WAYS_KEPT]
    short = _short_of_trouble(hole)
    lay_up = _lay_up(hole, player) if sideways or short else None
    across = [o for o in obstacles if o.is_across]
    past = [_past(hole, obstacles, name, sign) for name, sign in PAST_IT] if across else []
    over = _past_flag(hole) if is_behind_lip or any(o.is_steep for o in across) else None
    return [*best, *(target for target in (lay_up, short, *past, over) if target)]


PAST_IT: tuple[tuple[TargetName, float], ...] = (("past-left", 1.0), ("past-right", -1.0))
PAST_ROOM_M = 0.3
"""Room to the side of what stands, besides CLEAR_SHARE of the way there. Judgement."""

PAST_WITHIN_RAD = math.radians(60.0)
"""Further round than this it is a way out to the side. Judgement."""

OVER_WITHIN_M = 40.0
OVER_BY_M = 10.0
"""From nearer than the first a ball that must be lifted may be sent past the flag, by the second at most. Judgement."""


def _past(hole: Hole, obstacles: Sequence[Obstacle], name: TargetName, sign: float) -> Target | None:
    """The best place along the nearest way past what stands about, to the left (`sign` 1) or right (-1)."""
    bearings = sorted(
        (
            math.atan2(edge + sign * (PAST_ROOM_M + CLEAR_SHARE * x), x)
            for o in obstacles
            for x in (o.at_m, o.at_m + o.deep_m)
            for edge in (o.left_m if sign > 0 else o.right_m,)
        ),
        key=abs,
    )
    for bearing in bearings:
        if bearing * sign <= 0.0 or abs(bearing) > PAST_WITHIN_RAD or not _is_clear(obstacles, bearing):
            continue
        beyond = max(o.at_m + o.deep_m for o in obstacles if o.at_m < hole.flag_m) / math.cos(bearing)
        away = np.arange(beyond + CLEAR_M, 1.2 * hole.flag_m, 1.0)
        x, y = away * math.cos(bearing), away * math.sin(bearing)
        good = np.flatnonzero(_is_good(hole, x, y, is_elsewhere=False)) if len(away) else np.zeros(0, dtype=int)
        if len(good):
            best = good[np.argmin(hole.ends(x[good], y[good]).strokes)]
            return Target(name, float(x[best]), float(y[best]))
    return None


def _is_clear(obstacles: Sequence[Obstacle], bearing: float) -> bool:
    """Whether a straight way along a bearing passes beside everything that stands there."""
    for o in obstacles:
        for x in (o.at_m, o.at_m + o.deep_m):
            room = CLEAR_SHARE * x
            if o.right_m - room < x * math.tan(bearing) < o.left_m + room:
                return False
    return True


def _past_flag(hole: Hole) -> Target | None:
    """On the green past the flag, where the flag is near."""
    beyond = min(OVER_BY_M, hole.landing.back_m - hole.flag_m - 1.0)
    return Target("past-flag", hole.flag_m + beyond, 0.0) if hole.flag_m < OVER_WITHIN_M and beyond > CLEAR_M else None


def _short_of_trouble(hole: Hole) -> Target | None:
    """The last good ground on the line before trouble, where that is worth stopping at; None without any trouble."""
    x = np.arange(NEAREST_ESCAPE_M, hole.flag_m + LOOKED_BEYOND_M, 1.0)
    kinds = hole.kind_at(x, np.zeros(len(x)))
    bad = np.array([KIND_LIST[k].trouble and KIND_LIST[k] is not hole.start_kind for k in kinds])
    if not bad.any():
        return None
    before = float(x[np.argmax(bad)]) - np.arange(2.0, hole.flag_m, 1.0)
    before = before[before >= SHORTEST_LAY_UP_M]
    # The further on, the wider the balls lie: more room is left before the trouble.
    room = CLEAR_M + CLEAR_SHARE * before
    good = _is_good(hole, before, np.zeros(len(before)), is_elsewhere=False)
    good &= before + room <= float(x[np.argmax(bad)])
    good &= before < hole.flag_m - SHORTEST_LAY_UP_M
    return Target("short", float(before[np.argmax(good)]), 0.0) if good.any() else None


def _left(hole: Hole, target: Target) -> float:
    return float(hole.ends(np.array([target.x_m]), np.array([target.y_m])).strokes[0])


def _is_good(hole: Hole, x: Vec, y: Vec, *, is_elsewhere: bool) -> Mask:
    """Whether places and the ground around them are no trouble, (n,); `is_elsewhere`: nor like the ball's own."""
    good = np.ones(len(x), dtype=bool)
    start = hole.start_kind if is_elsewhere and hole.home is not None else None
    worst = hole.ends(np.zeros(1), np.zeros(1)).strokes[0]
    for dx, dy in ((0.0, 0.0), (CLEAR_M, 0.0), (-CLEAR_M, 0.0), (0.0, CLEAR_M), (0.0, -CLEAR_M)):
        ends = hole.ends(x + dx, y + dy)
        here = np.array([KIND_LIST[k] is not start and not KIND_LIST[k].trouble for k in ends.kind], dtype=bool)
        good &= here & (ends.strokes < worst + 0.5)
    return good


def _nearest_good(hole: Hole, name: TargetName, bearing: float) -> Target | None:
    away = np.arange(NEAREST_ESCAPE_M, FURTHEST_ESCAPE_M, 1.0)
    x, y = away * math.cos(bearing), away * math.sin(bearing)
    good = np.flatnonzero(_is_good(hole, x, y, is_elsewhere=True))
    if not len(good):
        return None
    best = good[np.argmin(hole.ends(x[good], y[good]).strokes + FARTHER_COSTS * away[good])]
    return Target(name, float(x[best]), float(y[best]))


def _lay_up(hole: Hole, player: Player) -> Target | None:
    wanted = hole.flag_m - favourite_m(player)
    if wanted < SHORTEST_LAY_UP_M:
        return None
    x = np.arange(wanted, SHORTEST_LAY_UP_M - 0.1, -1.0)
    good = np.flatnonzero(_is_good(hole, x, np.zeros(len(x)), is_elsewhere=False))
    return Target("lay-up", float(x[good[0]]), 0.0) if len(good) else None
