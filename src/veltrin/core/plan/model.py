"""What the planner is asked and what it answers. SI and radians; left is positive."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NamedTuple

from veltrin.core.air import CALM, Air, Wind
from veltrin.core.care import Note
from veltrin.core.checks import require
from veltrin.core.errors import DomainError
from veltrin.core.geometry import Vec
from veltrin.core.ground import CLEAN, Lie, Slope
from veltrin.core.kit import Player
from veltrin.core.methods import Blow, Hinge
from veltrin.core.run import Landing

MIN_TARGET_M, MAX_TARGET_M = 2.0, 230.0
REFERENCE_AIR = Air(temperature_c=15.0, altitude_m=0.0, humidity_pct=50.0)
"""Air in which stock carries are stated."""


@dataclass(frozen=True)
class Line:
    """The shot line: flag, green from front to back edge (m from the ball), and what the ground there is like."""

    flag_m: float
    landing: Landing

    def __post_init__(self) -> None:
        require("line.flag_m", self.flag_m, MIN_TARGET_M, MAX_TARGET_M, "m")
        if not self.landing.front_m < self.landing.back_m:
            raise DomainError(
                "line.green_back_m",
                "the back edge of the green is not beyond its front edge.",
                "Give a back edge further away than the front edge.",
            )


@dataclass(frozen=True)
class Question:
    """One shot to be planned.

    `kept_club_id`: club the coach wants kept; by default the one used from level. `detail_for`: call ids to draw and
    explain besides the first two. `only`: work out just these call ids again (the fast answer while dragging).
    `pinned` methods come before all others where they can be played; `excluded` ones are left out.
    """

    player: Player
    slope: Slope
    line: Line
    air: Air = REFERENCE_AIR
    wind: Wind = CALM
    kept_club_id: str | None = None
    detail_for: tuple[str, ...] = ()
    only: tuple[str, ...] = ()
    lie: Lie = CLEAN
    pinned: frozenset[str] = frozenset()
    excluded: frozenset[str] = frozenset()


@dataclass(frozen=True)
class LedgerRow:
    """One line of a ledger, rounded so that the shown rows add up to the shown total exactly."""

    words: str
    value: float
    total: bool = False


@dataclass(frozen=True)
class SetupNote:
    """Set-up of a call next to stock. Metres and radians."""

    ball_back_m: float
    stance_width_m: float
    stock_width_m: float
    lead_share: float
    stock_lead_share: float
    shoulder_tilt_rad: float
    follow_fall: float
    grip_down_m: float
    posture_m: float
    lean_rad: float
    stock_lean_rad: float
    open_rad: float
    stance_rad: float
    path_rad: float
    handle_rad: float
    low_point_m: float
    uncorrected_low_point_m: float
    arc_m: float
    attack_ground_rad: float
    breastbone_m: float
    shaft_rad: float
    hand: int
    hinge: Hinge
    blow: Blow
    entry_m: float
    mark_m: float
    mark_depth_m: float
    edge_m: float
    thin_above_m: float
    upright_early_m: float
    upright_thin: bool


@dataclass(frozen=True)
class Odds:
    """How often the strike itself goes wrong, as shares of 1, and how much it may be off before it does (m).

    In sand heavy means stuck and thin means skulled.
    """

    clean: float
    heavy: float
    thin: float
    early_m: float
    deep_m: float
    high_m: float


@dataclass(frozen=True)
class Spread:
    """Where many strikes end, against the flag (m): the middle eight tenths along and across, and the worst twentieth.

    `mean_leave_m` counts every strike, the bad ones too. `on_green` is the share that ends between the edges.
    """

    strikes: int
    mean_leave_m: float
    short_m: float
    long_m: float
    left_m: float
    right_m: float
    on_green: float
    worst_along_m: float
    worst_across_m: float
    worst_is: Literal["thin", "past", "short"]
    ends: Vec


@dataclass(frozen=True)
class Ghost:
    """The same club and length of swing from level ground with the stock set-up: what the shot *plays as*."""

    carry_m: float
    total_m: float
    apex_m: float
    delivered_loft_rad: float
    flight: Vec
    run: Vec


@dataclass(frozen=True)
class Detail:
    """What only the calls that are looked at need: drawn flight and run (k, 3), ledgers, ghost."""

    flight: Vec
    run: Vec
    ledgers: dict[str, tuple[LedgerRow, ...]]
    ghost: Ghost


@dataclass(frozen=True)
class Call:
    """One feasible way: club, method, what to do, what the ball does. Left positive."""

    id: str
    club_id: str
    club_name: str
    method_id: str
    method_name: str
    school: str
    way: str
    swing: float
    swing_words: str
    aim_rad: float
    aim_offset_m: float
    start_rad: float
    carry_m: float
    run_m: float
    total_m: float
    offline_m: float
    apex_m: float
    descent_rad: float
    launch_rad: float
    ball_speed_m_s: float
    club_speed_m_s: float
    spin_rad_s: float
    flight_s: float
    delivered_loft_rad: float
    effective_bounce_rad: float
    leave_m: float
    cost_m: float
    difficulty: float
    miss: str
    wins_when: str
    source: str
    cautions: tuple[str, ...]
    key_words: tuple[str, ...]
    faults: tuple[tuple[str, str], ...]
    setup: SetupNote
    odds: Odds
    pinned: bool = False
    spread: Spread | None = None
    detail: Detail | None = None


@dataclass(frozen=True)
class FellOut:
    """A way that was considered and dropped, with the reason; `short_m` is how far a full swing stops short."""

    club_id: str
    club_name: str
    method_id: str
    method_name: str
    reason: str
    short_m: float | None = None


class LevelChoice(NamedTuple):
    """Club, length of swing and delivered loft of the first call from level ground."""

    club_id: str
    swing: float
    loft_rad: float


@dataclass(frozen=True)
class Swap:
    """What swapping the club does with the very same stroke: the loft comes back, the distance changes."""

    from_club: str
    to_club: str
    loft_level_rad: float
    loft_kept_rad: float
    loft_swapped_rad: float
    level_total_m: float
    kept_total_m: float
    swapped_total_m: float


@dataclass(frozen=True)
class Plan:
    """Ranked calls (lowest cost first, see rank), first and second call, what fell out, the swap note."""

    calls: tuple[Call, ...]
    first_id: str | None
    second_id: str | None
    fell_out: tuple[FellOut, ...]
    swap: Swap | None
    kept_club_id: str | None
    care: tuple[Note, ...] = ()


@dataclass(frozen=True)
class SchoolRow:
    """One method for the present lie: its best call, or the reason why there is none."""

    method_id: str
    call: Call | None
    reason: str | None


@dataclass(frozen=True)
class Schools:
    """Every method of the catalogue for one question."""

    rows: tuple[SchoolRow, ...]
