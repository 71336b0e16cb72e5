"""What may go wrong with a stroke: errors of set-up, swing and reading, each with its sign and its cure."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from veltrin.core.air import CALM
from veltrin.core.kit import Club
from veltrin.core.plan.model import Question
from veltrin.core.plan.play import Batch, World


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
    change: Callable[[Batch], Batch] = lambda batch: batch
    world: Callable[[World], World] = lambda world: world


Sized = Callable[[float], Error]
"""An error by its size: 1 is the usual one, that a coach can see."""

SIZE_SD = 0.45
"""Errors come in all sizes: one standard deviation of the logarithm of their size. Judgement: one in six is half as
large again and more."""


@dataclass(frozen=True)
class Cause:
    """What may have gone wrong: words, the sign to look for, the cure, how common it is, and the error itself.

    `fits`: where it can happen at all. `likelier`: how many times as common it is with this club from this lie;
    `rolled`: with a putter too. How common: judgement, in the order of the trade.
    """

    id: str
    words: str
    sign: str
    cure: str
    common: float
    error: Sized
    fits: Callable[[Question], bool] = lambda question: True
    likelier: Callable[[Question, Club], float] = lambda question, club: 1.0
    rolled: bool = False


def _turned(size: float, **extra: float) -> Callable[[Batch], Batch]:
    return lambda batch: batch.changed(add={name: size * value for name, value in extra.items()})


def _upright(size: float) -> Error:
    kept = 1.0 - min(size, 1.0)
    followed = dict.fromkeys(("follow_touch", "follow_full", "follow_side", "taken_up"), kept)
    return Error(change=lambda batch: batch.changed(times=followed))


def _thicker(size: float) -> Error:
    def grows(world: World) -> World:
        lie = world.lie
        thick = (1.0 + 0.6 * size) * max(lie.read_density, 0.3)
        return replace(world, lie=replace(lie, density=min(thick, 1.5)))

    return Error(world=grows)


def _harder(size: float) -> Error:
    def hardens(world: World) -> World:
        ground = world.landing
        firm = min(ground.firmness + 0.3 * size, 1.0)
        return replace(world, landing=replace(ground, firmness=firm, ground_firmness=firm))

    return Error(world=hardens)


def _windier(size: float) -> Error:
    def blows(world: World) -> World:
        wind, more = world.wind, 1.0 + 0.6 * size
        return replace(world, wind=replace(wind, x_m_s=more * wind.x_m_s, y_m_s=more * wind.y_m_s))

    return Error(world=blows)


def _arc(along_m: float = 0.0, deep_m: float = 0.0, share: float = 1.0, **turned: float) -> Sized:
    """An error of the arc, of speed, and of how the club is turned; each grows with the size."""
    return lambda size: Error(
        share=share**size, along_m=size * along_m, deep_m=size * deep_m, change=_turned(size, **turned)
    )


TWIST_RAD_PER_M = math.radians(110.0)
"""How far a face is twisted open by a ball met so far towards the toe, shut towards the heel. Judgement, by a head's
inertia: about a degree a centimetre; feel tells it before flight does."""

OFF_MIDDLE_LOST = 7.0
"""Share of ball speed lost by each metre off the middle. Judgement: a centimetre costs seven in a hundred."""


def _off_middle(heel_m: float) -> Sized:
    """A ball met off the middle of the face: weaker, the face twisted; gear effect is small on a face without bulge."""
    return lambda size: Error(
        share=1.0 - OFF_MIDDLE_LOST * abs(size * heel_m),
        heel_m=size * heel_m,
        change=_turned(-size * heel_m, open_rad=TWIST_RAD_PER_M),
    )


def _slopes(question: Question) -> bool:
    return max(abs(question.slope.fall_rad), abs(question.slope.side_rad)) >= math.radians(2.0)


def _in_grass(question: Question) -> bool:
    return question.lie.cover.group == "grass" and question.lie.over_m > 0.004


def _flies(question: Question) -> bool:
    """Grass that gets between face and ball without holding the club: fliers come from there."""
    return _in_grass(question) and 0.1 <= question.lie.sunk <= 0.8 and question.lie.cover.height_m >= 0.03


def _on_slope(question: Question, club: Club) -> float:
    """Twice as common on twice the slope."""
    return min(max(abs(question.slope.fall_rad), abs(question.slope.side_rad)) / math.radians(5.0), 2.0)


def _downhill(question: Question, club: Club) -> float:
    return 1.5 if question.slope.fall_rad > math.radians(2.0) else 1.0


def _with_loft(question: Question, club: Club) -> float:
    """Hands help where the ball should go up: with loft, and from tight ground."""
    tight = question.lie.cover.height_m <= 0.012
    return (1.4 if club.loft_rad > math.radians(45.0) else 0.8) * (1.3 if tight else 1.0)


def _with_length(question: Question, club: Club) -> float:
    """Longer clubs are met further from the middle, and swung harder than planned."""
    return 1.4 if club.loft_rad < math.radians(38.0) else 0.8


def _below_feet(question: Question, club: Club) -> float:
    return _with_length(question, club) * (2.0 if question.slope.side_rad < -math.radians(2.0) else 1.0)


def _above_feet(question: Question, club: Club) -> float:
    return _with_length(question, club) * (1.5 if question.slope.side_rad > math.radians(2.0) else 1.0)


def _in_deep(question: Question, club: Club) -> float:
    """The thicker and the deeper, the commoner."""
    return min(0.5 + question.lie.sunk + 10.0 * question.lie.over_m, 2.5)


CHANCE = Cause(
    "chance", "nothing: an ordinary miss", "It does not come back.", "Play on; book the next ones.", 2.0,
    lambda size: Error(),
)  # fmt: skip

CAUSES: tuple[Cause, ...] = (
    Cause(
        "upright", "stood upright, not with the slope",
        "Shoulders level on the hill; finish falls back or down the bank.",
        "Shoulders parallel to the slope, pressure on the low side's leg, then the swing.",
        2.0, _upright, _slopes, _on_slope,
        rolled=True,
    ),
    Cause(
        "hung-back", "pressure stayed on the trail side",
        "Mark behind the ball; weight on the trail foot at the finish.",
        "Start with more pressure on the lead side and leave it there.",
        1.5, _arc(along_m=-0.045), likelier=_downhill,
    ),
    Cause(
        "scooped", "hands helped the ball up",
        "Lead wrist bent at the finish; ball flies higher and weaker.",
        "Handle leads through; chest goes on turning.",
        1.5, _arc(along_m=-0.02, lean_rad=-math.radians(7.0), attack_rad=math.radians(2.5)), likelier=_with_loft,
    ),
    Cause(
        "handle-driven", "hands pushed ahead, handle driven down",
        "Deep mark, low hot flight.",
        "Less lean; let the sole pass, keep the body turning so that the handle rises.",
        1.0, _arc(deep_m=0.004, lean_rad=math.radians(7.0), attack_rad=-math.radians(2.5)),
    ),
    Cause(
        "rose-up", "stood up through the stroke",
        "Ball met low on the face, no mark.",
        "Keep the height: chest stays over the ball until it is gone.",
        1.4, _arc(deep_m=-0.011),
    ),
    Cause(
        "dipped", "dropped into the ball",
        "Deep mark at or just before the ball; knees bend through the stroke.",
        "Legs quiet; grip down a touch rather than reach for the ball.",
        1.0, _arc(deep_m=0.011),
    ),
    Cause(
        "slowed", "slowed down into the ball",
        "Finish shorter than the backswing.",
        "Shorter backswing, longer finish.",
        1.5, _arc(share=0.80, along_m=-0.012),
        rolled=True,
    ),
    Cause(
        "too-hard", "swung harder than planned",
        "Balance lost at the finish.",
        "Take one club more and swing at the planned length.",
        1.0, _arc(share=1.13), likelier=_with_length,
        rolled=True,
    ),
    Cause(
        "face-open", "face left open",
        "Starts and falls to the open side, higher and shorter.",
        "Set the face first, then take the grip; lead hand firm.",
        1.2, _arc(open_rad=math.radians(7.0)),
        rolled=True,
    ),
    Cause(
        "face-shut", "face turned shut",
        "Starts and bends to the closed side, lower and hotter.",
        "Grip lighter with the trail hand; hold the face off, or aim off for the grab of the grass.",
        1.2, _arc(open_rad=-math.radians(7.0)),
        rolled=True,
    ),
    Cause(
        "aimed-left", "lined up to the left",
        "Clean strike, straight flight, wrong line.",
        "Lay a club along the feet; aim the face first, then the feet.",
        0.8, lambda size: Error(aim_rad=size * math.radians(5.0)),
        rolled=True,
    ),
    Cause(
        "aimed-right", "lined up to the right",
        "Clean strike, straight flight, wrong line.",
        "Lay a club along the feet; aim the face first, then the feet.",
        0.8, lambda size: Error(aim_rad=-size * math.radians(5.0)),
        rolled=True,
    ),
    Cause(
        "too-close", "stood too close, or fell towards the ball",
        "Ball met near the heel; toes dig in at the finish.",
        "Half a foot further away, pressure under the middle of the feet, grip down above the feet.",
        1.0, lambda size: Error(heel_m=size * 0.021), likelier=_above_feet,
    ),
    Cause(
        "toe", "met towards the toe",
        "A weak, dull blow that turns the club in the hands; ball starts to the open side and ends short.",
        "Stand a finger nearer, or bend less: the arms hang long, the chest keeps its height.",
        1.0, _off_middle(-0.017), likelier=_below_feet,
        rolled=True,
    ),
    Cause(
        "heel", "met towards the heel, short of the hosel",
        "A stinging blow near the hosel; ball starts a little to the closed side and ends short.",
        "Pressure under the middle of the feet; a tee outside the heel that has to stay.",
        0.8, _off_middle(0.013), likelier=_above_feet,
        rolled=True,
    ),
    Cause(
        "flier", "grass between face and ball: a flier",
        "Comes out hot and low in spin, flies on and runs.",
        "Read the grass behind the ball; one club less, and land it short.",
        1.2, _arc(share=1.06, lean_rad=math.radians(2.0)), _flies, _with_length,
    ),
    Cause(
        "grass-moved", "grass took the hosel and turned the face",
        "The head turns shut in the grass after a good swing; ball goes low to the closed side.",
        "Firmer lead hand, face a little open, steeper in; or the lie needs a wedge.",
        1.0, _arc(share=0.92, open_rad=-math.radians(6.0)), _in_grass, _in_deep,
    ),
    Cause(
        "drag-misread", "grass thicker than it was read",
        "Club twists or stops in the grass after a good swing.",
        "Rehearse beside the ball where the rules allow it; read the drag again.",
        1.2, _thicker, _in_grass, _in_deep,
        rolled=True,
    ),
    Cause(
        "ground-misread", "ground firmer than it was read",
        "First bounce higher and longer than planned.",
        "Land it shorter; walk to the landing place and press a foot into it.",
        1.0, _harder,
        rolled=True,
    ),
    Cause(
        "wind-misread", "more wind than it was read",
        "Ball moves with the wind late in its flight.",
        "Read the wind at the tops of the trees and the flag, not at the ball.",
        1.0, _windier, lambda q: q.wind != CALM and not q.wind.is_calm,
        rolled=True,
    ),
)  # fmt: skip
"""Errors in the order of the trade. Sizes are those a coach can see; sizes and how common each is: judgement."""
