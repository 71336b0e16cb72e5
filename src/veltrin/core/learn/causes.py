"""What may go wrong with a stroke: errors of set-up, swing and reading, each with its sign and its cure."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from veltrin.core.air import CALM
from veltrin.core.plan.model import Question
from veltrin.core.plan.play import World, nudge
from veltrin.core.strike import Change


@dataclass(frozen=True)
class Error:
    """One error in the core's terms; what it doesn't name is done as planned.

    `share` of speed; `along_m` low point ahead, `deep_m` deeper; `heel_m` met towards the heel; `aim_rad` turned left.
    `change` rewrites the set-up; `world` what is around.
    """

    share: float = 1.0
    along_m: float = 0.0
    deep_m: float = 0.0
    heel_m: float = 0.0
    aim_rad: float = 0.0
    change: Callable[[Change], Change] = lambda change: change
    world: Callable[[World], World] = lambda world: world


@dataclass(frozen=True)
class Cause:
    """What may have gone wrong: words, the sign to look for, the cure, how common it is, and the error itself.

    `fits`: where it can happen at all. How common: judgement, in the order of the trade.
    """

    id: str
    words: str
    sign: str
    cure: str
    common: float
    error: Error
    fits: Callable[[Question], bool] = lambda question: True


def _more(**extra: float) -> Callable[[Change], Change]:
    return lambda change: nudge(change, **extra)


def _upright(change: Change) -> Change:
    return replace(change, follow_touch=0.0, follow_full=0.0, follow_side=0.0, taken_up=0.0)


def _thicker(world: World) -> World:
    lie = world.lie
    return replace(world, lie=replace(lie, density=min(1.6 * max(lie.read_density, 0.3), 1.5)))


def _harder(world: World) -> World:
    ground = world.landing
    firm = min(ground.firmness + 0.3, 1.0)
    return replace(world, landing=replace(ground, firmness=firm, ground_firmness=firm))


def _windier(world: World) -> World:
    wind = world.wind
    return replace(world, wind=replace(wind, x_m_s=1.6 * wind.x_m_s, y_m_s=1.6 * wind.y_m_s))


def _slopes(question: Question) -> bool:
    return max(abs(question.slope.fall_rad), abs(question.slope.side_rad)) >= math.radians(2.0)


def _in_grass(question: Question) -> bool:
    return question.lie.cover.group == "grass" and question.lie.over_m > 0.004


CHANCE = Cause(
    "chance", "nothing: an ordinary miss", "It does not come back.", "Play on; book the next ones.", 2.0, Error()
)

CAUSES: tuple[Cause, ...] = (
    Cause(
        "upright", "stood to gravity, not to the slope",
        "Shoulders level on the hill; finish falls back or down the bank.",
        "Shoulders parallel to the slope, pressure on the low side's leg, then the swing.",
        2.0, Error(change=_upright), _slopes,
    ),
    Cause(
        "hung-back", "pressure stayed on the trail side",
        "Mark behind the ball; weight on the trail foot at the finish.",
        "Start with more pressure on the lead side and leave it there.",
        1.5, Error(along_m=-0.045),
    ),
    Cause(
        "scooped", "hands helped the ball up",
        "Lead wrist bent at the finish; ball flies higher and weaker.",
        "Handle leads through; chest goes on turning.",
        1.5, Error(along_m=-0.02, change=_more(lean_rad=-math.radians(7.0), attack_rad=math.radians(2.5))),
    ),
    Cause(
        "handle-driven", "hands pushed ahead, handle driven down",
        "Deep mark, low hot flight.",
        "Less lean; let the sole pass, keep the body turning so that the handle rises.",
        1.0, Error(deep_m=0.004, change=_more(lean_rad=math.radians(7.0), attack_rad=-math.radians(2.5))),
    ),
    Cause(
        "rose-up", "stood up through the stroke",
        "Ball met low on the face, no mark.",
        "Keep the height: chest stays over the ball until it is gone.",
        1.4, Error(deep_m=-0.011),
    ),
    Cause(
        "dipped", "dropped into the ball",
        "Deep mark at or just before the ball; knees bend through the stroke.",
        "Legs quiet; grip down a touch rather than reach for the ball.",
        1.0, Error(deep_m=0.011),
    ),
    Cause(
        "slowed", "slowed down into the ball",
        "Finish shorter than the backswing.",
        "Shorter backswing, longer finish.",
        1.5, Error(share=0.80, along_m=-0.012),
    ),
    Cause(
        "too-hard", "swung harder than planned",
        "Balance lost at the finish.",
        "Take one club more and swing at the planned length.",
        1.0, Error(share=1.13),
    ),
    Cause(
        "face-open", "face left open",
        "Starts and falls to the open side, higher and shorter.",
        "Set the face first, then take the grip; lead hand firm.",
        1.2, Error(change=_more(open_rad=math.radians(7.0))),
    ),
    Cause(
        "face-shut", "face turned shut",
        "Starts and bends to the closed side, lower and hotter.",
        "Grip lighter with the trail hand; hold the face off, or aim off for the grab of the grass.",
        1.2, Error(change=_more(open_rad=-math.radians(7.0))),
    ),
    Cause(
        "aimed-left", "lined up to the left",
        "Clean strike, straight flight, wrong line.",
        "Lay a club along the feet; aim the face first, then the feet.",
        0.8, Error(aim_rad=math.radians(5.0)),
    ),
    Cause(
        "aimed-right", "lined up to the right",
        "Clean strike, straight flight, wrong line.",
        "Lay a club along the feet; aim the face first, then the feet.",
        0.8, Error(aim_rad=-math.radians(5.0)),
    ),
    Cause(
        "too-close", "stood too close, or fell towards the ball",
        "Ball met near the heel; toes dig in at the finish.",
        "Half a foot further away, pressure under the middle of the feet, grip down above the feet.",
        1.0, Error(heel_m=0.019),
    ),
    Cause(
        "drag-misread", "grass thicker than it was read",
        "Club twists or stops in the grass after a good swing.",
        "Rehearse beside the ball where the rules allow it; read the drag again.",
        1.2, Error(world=_thicker), _in_grass,
    ),
    Cause(
        "ground-misread", "ground firmer than it was read",
        "First bounce higher and longer than planned.",
        "Land it shorter; walk to the landing place and press a foot into it.",
        1.0, Error(world=_harder),
    ),
    Cause(
        "wind-misread", "more wind than it was read",
        "Ball moves with the wind late in its flight.",
        "Read the wind at the tops of the trees and the flag, not at the ball.",
        1.0, Error(world=_windier), lambda q: q.wind != CALM and not q.wind.is_calm,
    ),
)  # fmt: skip
"""Errors in the order of the trade. Sizes are those a coach can see; sizes and how common each is: judgement."""
