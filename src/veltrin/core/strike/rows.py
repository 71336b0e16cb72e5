"""A stroke is a row: what of club, way of playing and habit it is worked out from, in one array of numbers.

Kernels read it by the places that are named here; Python by ClubArrays, Change and Habits.
"""

from __future__ import annotations

from dataclasses import dataclass, fields
from typing import NamedTuple

from veltrin.core.geometry import Vec


class ClubArrays(NamedTuple):
    """Clubs of a batch as arrays (n,): angles rad, lengths m, mass kg; `arc_m` is the radius of the head's arc.

    `grip`: friction of the face over that of a new one on a soft ball; `lead_full`: pressure on the lead side with a
    full swing; `touch`: 0 for a putter, whose longest stroke is still a touch, else 1;
    `hold`: spin of this ball where it grips, over a soft one's.
    """

    loft: Vec
    lie: Vec
    bounce: Vec
    head_mass: Vec
    length: Vec
    arc_m: Vec
    lean_full: Vec
    attack_full: Vec
    cor_at_rest: Vec
    cor_slope: Vec
    gear_loss: Vec
    grass_drag: Vec
    body: Vec
    sole_m: Vec
    grip: Vec
    lead_full: Vec
    touch: Vec
    hold: Vec


@dataclass(frozen=True)
class Change:
    """What a way of playing asks for besides the slope's own demands, rad and m.

    `follow_touch`/`follow_full`: share of the fall the body goes along with, in a touch and in a full swing.
    `lead_bias`: pressure put on the lead side on purpose (fades out towards a full swing). `open`: face opened
    before gripping. `lean`: hands ahead of stock. `path` > 0 swings left. `attack` < 0 steeper. `stance` > 0
    open (left). `handle` > 0 raised. `ball_back` > 0 further back than needed. `widen`: stance on top. `taken_up`:
    share of what the body missed of the fall that ball place makes up; less than 1 meets the hill on purpose.
    `grip_down_m`: shorter grip by choice. `edge_m` > 0: not the face but the edge meets the ball, so high above its
    bottom. `entry_m` > 0: the head goes in so far behind the ball, which sand or grass then carries.
    `sole_contact_share`: share of the sole that touches (toe down: half). `hosel_closure`: share of the face grab that
    is left by a firm hand.
    """

    follow_touch: float = 0.74
    follow_full: float = 0.83
    follow_side: float = 0.9
    lead_bias: float = 0.0
    open_rad: float = 0.0
    lean_rad: float = 0.0
    path_rad: float = 0.0
    attack_rad: float = 0.0
    stance_rad: float = 0.0
    handle_rad: float = 0.0
    ball_back_m: float = 0.0
    widen_m: float = 0.0
    taken_up: float = 1.0
    grip_down_m: float = 0.0
    edge_m: float = 0.0
    entry_m: float = 0.0
    sole_contact_share: float = 1.0
    hosel_closure: float = 1.0

    @property
    def numbers(self) -> tuple[float, ...]:
        """All of it in the order of a row."""
        return tuple(self.__dict__.values())


class Habits(NamedTuple):
    """What the player's record adds to the model, (n,): see kit.Habit."""

    speed: Vec
    friction: Vec
    face_rad: Vec
    scatter: Vec
    shots: Vec


CHANGE_NAMES = tuple(f.name for f in fields(Change))

(
    LOFT, LIE, BOUNCE, HEAD_MASS, LENGTH, ARC, LEAN_FULL, ATTACK_FULL, COR_AT_REST, COR_SLOPE, GEAR_LOSS, GRASS_DRAG,
    BODY, SOLE, GRIP, LEAD_FULL, TOUCH, HOLD,
) = range(len(ClubArrays._fields))  # fmt: skip
"""Places of a row: the club."""

CHANGE_AT = len(ClubArrays._fields)
(
    FOLLOW_TOUCH, FOLLOW_FULL, FOLLOW_SIDE, LEAD_BIAS, OPEN, LEAN, PATH, ATTACK, STANCE, HANDLE, BALL_BACK, WIDEN,
    TAKEN_UP, GRIP_DOWN, EDGE, ENTRY, SOLE_SHARE, HOSEL_CLOSURE,
) = range(CHANGE_AT, CHANGE_AT + len(CHANGE_NAMES))  # fmt: skip
"""Places of a row: what the way of playing changes."""

FULL_SPEED = CHANGE_AT + len(CHANGE_NAMES)
HABIT_AT = FULL_SPEED + 1
HABIT_SPEED, HABIT_FRICTION, HABIT_FACE = range(HABIT_AT, HABIT_AT + 3)
WIDTH = HABIT_AT + len(Habits._fields)
