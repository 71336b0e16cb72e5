"""What is laid out at a station, to scale, with measures worked out from the player's own call."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.practice.drill import Lay
from veltrin.core.practice.marks import Mark
from veltrin.core.practice.staged import GATE_AT_M, NEAR_STRING_M, OVER_SHARE, Staged
from veltrin.core.sides import OTHER, Places, Unsided

TOES_M, BESIDE_M, BEHIND_M = 0.50, 0.14, 0.25
"""From the ball to the rod along the toes, and to the one beside it for the path, whose middle lies so far behind the
ball: room for the head. Judgement."""

STOCK_AHEAD_M = 0.02
"""The stock ball lies so far ahead of the middle of the feet, as it is drawn on the Bench. Judgement."""

ROD_M = 1.2
"""Length of an alignment rod. Common practice."""

HEAD_M = 0.085
"""Length of a wedge's head. Judgement."""

CANE_ABOVE_M = 0.3
"""Canes stand so much higher than the ball passes between them. Judgement."""

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

    def for_left_hander(self) -> Measure:
        """The same in the mirror."""
        words = [OTHER.get(word, word) for word in self.words.split(" ")]
        return replace(self, words=" ".join(words))


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
    turn = aim + s.path_rad
    # Most of it behind the ball: with an opened face its front end would lie where the ball starts.
    back = -BEHIND_M * np.array([math.cos(turn), math.sin(turn)])
    item = Item("rod", _rod(float(back[0]), float(back[1]) - BESIDE_M, turn), "the way of the head", True)
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
    half = HEAD_M / 2.0 + _limit(mark)
    items = [Item("tee", np.array([[0.0, y]]), "tee", True) for y in (half, -half)]
    return items, [Measure("between the two tees", 200.0 * half, "cm")]


def _either_side(mark: Mark) -> Measure:
    return Measure("counts within, either side of it", 100.0 * _limit(mark), "cm")


def _limit(mark: Mark) -> float:
    assert mark.limit is not None, "laid out by what is measured"
    return mark.limit


def _landing_spot(staged: Staged, mark: Mark) -> Laid:
    spot = staged.spot_m
    item = Item("spot", np.array([[spot, 0.0]]), f"towel: {staged.station.words}", False, _limit(mark))
    return [item], [Measure(f"towel from the ball, {staged.station.words}", spot, "m")]


def _target_ring(staged: Staged, mark: Mark) -> Laid:
    if mark.score != "inside" or mark.limit is None:
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


def _flight_of(staged: Staged) -> Vec:
    return staged.call.detail.flight if staged.call.detail is not None else np.zeros((1, 3))


def _hung(at: float, high: float, what: str, where: str) -> Laid:
    return [Item("string", _across(at, 2.5), what, False, high)], [
        Measure(f"{what} from the ball{where}", at, "m"),
        Measure(f"height of the {what}", high, "m"),
    ]


def _highest_at(staged: Staged) -> float:
    flight = _flight_of(staged)
    return float(flight[int(np.argmax(flight[:, 2])), 0])


def _string(staged: Staged, mark: Mark) -> Laid:
    return _hung(_highest_at(staged), _limit(mark), "string", ", where the flight is highest")


def _near_string(staged: Staged, mark: Mark) -> Laid:
    return _hung(NEAR_STRING_M, _limit(mark), "string", "")


def _rod_to_clear(staged: Staged, mark: Mark) -> Laid:
    return _hung(_highest_at(staged), OVER_SHARE * staged.call.apex_m, "rod", ", where the flight is highest")


def _sand_line(staged: Staged, mark: Mark) -> Laid:
    s = staged.call.setup
    first, last = -s.entry_m, s.mark_m - s.entry_m
    items = [
        Item("line", _across(first, 0.35), "goes in here", True),
        Item("line", _across(last, 0.35), "mark ends here", True),
    ]
    return items, [
        Measure("first line behind the ball", 100.0 * s.entry_m, "cm"),
        *([_either_side(mark)] if mark.score == "entry" else []),
        Measure("length of the mark", 100.0 * s.mark_m, "cm"),
    ]


def _turf_line(staged: Staged, mark: Mark) -> Laid:
    low = staged.call.setup.low_point_m
    where = "ahead of" if low > 0.0 else "behind"
    return [Item("line", _across(low, 0.35), "the arc is lowest here", True)], [
        Measure(f"line (a string or chalk) {where} the ball", 100.0 * abs(low), "cm"),
        _either_side(mark),
    ]


def _aim_mark(staged: Staged, mark: Mark) -> Laid:
    flag = staged.station.flag_m
    beside = flag * math.tan(staged.call.aim_rad)
    side = "left" if beside > 0.0 else "right"
    return [Item("spot", np.array([[flag, beside]]), "aim here", False, 0.5)], [
        Measure(f"aim mark, {side} of the target", abs(beside), "m")
    ]


def _start_gate(staged: Staged, mark: Mark) -> Laid:
    half, start = _limit(mark), math.tan(staged.call.start_rad)
    flight = _flight_of(staged)
    high = float(np.interp(GATE_AT_M, flight[:, 0], flight[:, 2])) + CANE_ABOVE_M
    items = [Item("tee", np.array([[GATE_AT_M, GATE_AT_M * start + y]]), "cane", False, high) for y in (half, -half)]
    return items, [
        Measure("canes from the ball", GATE_AT_M, "m"),
        Measure("between the canes", 200.0 * half, "cm"),
        Measure("height of the canes", high, "m"),
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
    "near string": _near_string,
    "rod to clear": _rod_to_clear,
    "turf line": _turf_line,
    "aim mark": _aim_mark,
    "sand line": _sand_line,
    "start gate": _start_gate,
}


def lay_out(staged: Staged, mark: Mark, lays: tuple[Lay, ...]) -> Laid:
    """Everything that is laid out at a station, and its measures; for a right-hander."""
    laid = [LAYS[lay](staged, mark) for lay in lays]
    return [item for items, _ in laid for item in items], [m for _, measures in laid for m in measures]
