"""What is laid out at a station, to scale, with measures worked out from the player's own call."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from veltrin.core.practice.drill import Lay
from veltrin.core.practice.marks import Mark
from veltrin.core.practice.staged import Staged
from veltrin.core.sides import Places, Unsided

TOES_M, BESIDE_M = 0.50, 0.14
"""From the ball to the rod along the toes, and to the one beside it for the path: room for the head. Judgement."""

STOCK_AHEAD_M = 0.02
"""The stock ball lies so far ahead of the middle of the feet, as it is drawn on the Bench. Judgement."""

ROD_M = 1.2
"""Length of an alignment rod. Common practice."""

HEAD_M, ROOM_M = 0.085, 0.02
"""Length of a wedge's head, and the room on either side between two tees. Judgement."""

GATE_AT_M = 2.0
BOARD_HALF_M = 0.18

Unit = Literal["m", "cm", "deg"]
Shape = Literal["rod", "towel", "tee", "spot", "ring", "board", "string", "line"]


@dataclass(frozen=True)
class Item:
    """A thing on the ground: points (k, 2) from the ball, x to the target, y left (m); `size_m`: radius or height.

    `is_near`: it lies at the ball, else down the line.
    """

    shape: Shape
    points: Places
    words: str
    is_near: bool
    size_m: Unsided | None = None


@dataclass(frozen=True)
class Measure:
    """A number to lay it out by."""

    words: str
    value: Unsided
    unit: Unit


Laid = tuple[list[Item], list[Measure]]


def _rod(x: float, y: float, turn: float) -> Places:
    half = ROD_M / 2.0
    dx, dy = half * math.cos(turn), half * math.sin(turn)
    return np.array([[x - dx, y - dy], [x + dx, y + dy]])


def _across(x: float, half: float) -> Places:
    return np.array([[x, -half], [x, half]])


def _deg(radians: float) -> float:
    return abs(math.degrees(radians))


def _feet_at(staged: Staged) -> float:
    """Middle of the feet ahead of the ball (m): a ball further back has them further ahead."""
    return staged.call.setup.ball_back_m - STOCK_AHEAD_M


def _feet_rod(staged: Staged, mark: Mark) -> Laid:
    s, aim = staged.call.setup, staged.call.aim_rad
    # Open for a right-hander: turned to the left.
    way = "square" if _deg(s.stance_rad) < 0.5 else "open" if s.stance_rad > 0.0 else "closed"
    words = "toe rod against the aim line" if way == "square" else f"toe rod against the aim line, {way}"
    item = Item("rod", _rod(_feet_at(staged), TOES_M, aim + s.stance_rad), "along the toes", True)
    return [item], [Measure(words, _deg(s.stance_rad), "deg")]


def _path_rod(staged: Staged, mark: Mark) -> Laid:
    s, aim = staged.call.setup, staged.call.aim_rad
    way = "along it" if _deg(s.path_rad) < 0.5 else "out to in" if s.path_rad > 0.0 else "in to out"
    item = Item("rod", _rod(0.0, -BESIDE_M, aim + s.path_rad), "the way of the head", True)
    return [item], [
        Measure(f"rod beside the ball against the aim line, {way}", _deg(s.path_rad), "deg"),
        Measure("face opened before gripping", _deg(s.open_rad), "deg"),
    ]


def _grip_rod(staged: Staged, mark: Mark) -> Laid:
    return [], [Measure("shaft and rod lean ahead at the ball", math.degrees(staged.call.setup.lean_rad), "deg")]


def _towel_behind(staged: Staged, mark: Mark) -> Laid:
    early = staged.call.odds.early_m + 0.02
    item = Item("towel", _across(-early, 0.15), "folded towel", True)
    return [item], [Measure("towel behind the ball", 100.0 * early, "cm")]


def _tee_ahead(staged: Staged, mark: Mark) -> Laid:
    ahead = max(staged.call.setup.low_point_m, 0.01)
    return [Item("tee", np.array([[ahead, 0.0]]), "tee, pushed flat", True)], [
        Measure("tee ahead of the ball, where the arc is lowest", 100.0 * ahead, "cm")
    ]


def _head_gate(staged: Staged, mark: Mark) -> Laid:
    half = HEAD_M / 2.0 + ROOM_M
    items = [Item("tee", np.array([[0.0, y]]), "tee", True) for y in (half, -half)]
    return items, [Measure("between the two tees", 200.0 * half, "cm")]


def _landing_spot(staged: Staged, mark: Mark) -> Laid:
    spot = staged.spot_m
    radius = mark.limit if mark.limit is not None else 1.0
    item = Item("spot", np.array([[spot, 0.0]]), f"towel: {staged.station.words}", False, radius)
    return [item], [Measure(f"towel from the ball, {staged.station.words}", spot, "m")]


def _target_ring(staged: Staged, mark: Mark) -> Laid:
    if mark.limit is None:
        return [Item("spot", np.array([[staged.station.flag_m, 0.0]]), "target", False)], []
    item = Item("ring", np.array([[staged.station.flag_m, 0.0]]), "inside counts", False, mark.limit)
    return [item], [Measure("ring about the target, radius", mark.limit, "m")]


def board_height_m(stance_m: float, slope_rad: float) -> float:
    """Height of a board under one foot that makes a slope: rise over the width of the stance."""
    return stance_m * math.tan(abs(slope_rad))


def _board(staged: Staged, mark: Mark) -> Laid:
    width, fall = staged.call.setup.stance_width_m, staged.station.slope.fall_rad
    high = board_height_m(width, fall)
    foot, sign = ("trail", -1.0) if fall > 0.0 else ("lead", 1.0)
    x, y = _feet_at(staged) + sign * width / 2.0, TOES_M + 0.12
    corners = [(x + a * BOARD_HALF_M, y + b * BOARD_HALF_M) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
    item = Item("board", np.array(corners), f"board under the {foot} foot", True, high)
    return [item], [
        Measure(f"board under the {foot} foot", 100.0 * high, "cm"),
        Measure("between the feet", 100.0 * width, "cm"),
    ]


def _string(staged: Staged, mark: Mark) -> Laid:
    flight = staged.call.detail.flight if staged.call.detail is not None else np.zeros((1, 3))
    at = float(flight[int(np.argmax(flight[:, 2])), 0])
    high = mark.limit if mark.limit is not None else staged.call.apex_m
    return [Item("string", _across(at, 2.5), "string", False, high)], [
        Measure("string from the ball, where the flight is highest", at, "m"),
        Measure("height of the string", high, "m"),
    ]


def _sand_line(staged: Staged, mark: Mark) -> Laid:
    s = staged.call.setup
    first, last = -s.entry_m, s.mark_m - s.entry_m
    items = [
        Item("line", _across(first, 0.35), "goes in here", True),
        Item("line", _across(last, 0.35), "mark ends here", True),
    ]
    return items, [
        Measure("first line behind the ball", 100.0 * s.entry_m, "cm"),
        Measure("length of the mark", 100.0 * s.mark_m, "cm"),
    ]


def _start_gate(staged: Staged, mark: Mark) -> Laid:
    limit = mark.limit if mark.limit is not None else 1.0
    half = max(limit * GATE_AT_M / staged.station.flag_m, 0.05)
    centre = GATE_AT_M * math.tan(staged.call.start_rad)
    items = [Item("tee", np.array([[GATE_AT_M, centre + y]]), "gate", False) for y in (half, -half)]
    return items, [
        Measure("gate from the ball", GATE_AT_M, "m"),
        Measure("width of the gate", 200.0 * half, "cm"),
    ]


LAYS: dict[Lay, Callable[[Staged, Mark], Laid]] = {
    "feet rod": _feet_rod,
    "path rod": _path_rod,
    "grip rod": _grip_rod,
    "towel behind": _towel_behind,
    "tee ahead": _tee_ahead,
    "head gate": _head_gate,
    "landing spot": _landing_spot,
    "target ring": _target_ring,
    "board": _board,
    "string": _string,
    "sand line": _sand_line,
    "start gate": _start_gate,
}


def lay_out(staged: Staged, mark: Mark, lays: tuple[Lay, ...]) -> Laid:
    """Everything that is laid out at a station, and its measures; for a right-hander."""
    laid = [LAYS[lay](staged, mark) for lay in lays]
    return [item for items, _ in laid for item in items], [m for _, measures in laid for m in measures]
