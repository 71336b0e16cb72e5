"""What the planner is asked and what it answers. SI and radians; left is positive."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal, NamedTuple

from veltrin.core.air import CALM, Air, Wind
from veltrin.core.care import FAIR, Note, Weather
from veltrin.core.checks import require
from veltrin.core.errors import DomainError
from veltrin.core.flight import FLIGHT, FlightCoefficients
from veltrin.core.geometry import Vec
from veltrin.core.ground import CLEAN, Lie, Slope
from veltrin.core.hole import Area, AreaKindName, Hole, Obstacle, kind_named, relief_strokes
from veltrin.core.kit import NOTHING_LEARNED, REFERENCE_BALL_C, Learned, Player
from veltrin.core.methods import Blow, HandWord, Hinge, Way
from veltrin.core.plan.target import Target, home_of, lies_badly
from veltrin.core.quantity import within
from veltrin.core.run import Landing
from veltrin.core.sides import End, Places, Sided, SidedName, Unsided, mirrored

REFERENCE_AIR = Air(temperature_c=15.0, altitude_m=0.0, humidity_pct=50.0)
"""Air in which stock carries are stated."""


Mood = Literal["lesson", "match", "protect"]

MOODS: dict[Mood, float] = {"lesson": 0.0, "match": -0.25, "protect": 0.5}
"""How many strokes more a bad one counts than it costs: in a lesson it counts as it is; in match play a lost hole is
only one hole; a score to protect is hurt most by a double. Judgement."""


MOST_AREAS, MOST_CORNERS, MOST_OBSTACLES = 40, 600, 12
"""What a line may hold: areas, corners of all of them together (more than anybody draws), things in the way."""


@dataclass(frozen=True)
class Line:
    """The shot line: flag, green from front to back edge (m from the ball), and what the ground there is like.

    `areas` lie on and around the green, later ones on top; `obstacles` stand in the way. `land_m`: where the coach
    wants the ball to land; by default it lands where it has to, to finish at the flag.
    """

    flag_m: float
    landing: Landing
    areas: tuple[Area, ...] = ()
    obstacles: tuple[Obstacle, ...] = ()
    land_m: float | None = None

    def __post_init__(self) -> None:
        within("line.flag_m", self.flag_m)
        if self.land_m is not None:
            require("line.land_m", self.land_m, 1.0, self.flag_m + 20.0, "m")
        if self.areas and not math.isfinite(self.landing.width_m):
            raise DomainError("line.areas", "areas need a green with a width.", "Give line.green_width_m.")
        if any(a.kind.penalty and a.holds(0.0, 0.0) for a in self.areas):
            raise DomainError(
                "line.areas", "the ball lies in water or out of bounds.", "Move that area away from the ball."
            )
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
    `doubts`: how far readings are off by the way they were measured, by name (see readings).
    `pinned` methods come before all others where they can be played; `excluded` ones are left out.
    `ball_c`: temperature of the ball (C); `layers` of clothes over a shirt; `weather`: what care looks at besides.
    `learned`: what the player's record adds to the model. `shown_id`: the call that stands first on the page, which
    stays there until another beats it by a margin (see rank). `flight`: what the ball's flight is set by; what lie,
    landing ground and scatter are set by stands with them.
    """

    player: Player
    slope: Slope
    line: Line
    air: Air = REFERENCE_AIR
    wind: Wind = CALM
    kept_club_id: str | None = None
    detail_for: tuple[SidedName, ...] = ()
    only: tuple[SidedName, ...] = ()
    lie: Lie = CLEAN
    pinned: frozenset[str] = frozenset()
    excluded: frozenset[str] = frozenset()
    mood: Mood = "lesson"
    doubts: tuple[tuple[str, float], ...] = ()
    ball_c: float = REFERENCE_BALL_C
    layers: int = 0
    weather: Weather = FAIR
    learned: Learned = NOTHING_LEARNED
    shown_id: SidedName | None = None
    flight: FlightCoefficients = FLIGHT

    @cached_property
    def home(self) -> Area | None:
        """The ground like the ball's own around it."""
        return home_of(self.lie, self.line.areas, self.line.landing.front_m)

    @cached_property
    def hole(self) -> Hole:
        """What balls that end somewhere still cost this player."""
        landing = self.line.landing
        around = kind_named(landing.surround.name)
        screens = tuple(o.screen for o in self.line.obstacles if o.screen is not None)
        hole = Hole(
            self.line.flag_m, landing, self.line.areas, self.player.handicap, self.home, around=around, screens=screens
        )
        is_bad = lies_badly(self.lie)
        return replace(hole, stuck_strokes=relief_strokes(hole)[0]) if is_bad else hole

    @cached_property
    def ground(self) -> Landing:
        """Everything a ball can come down on."""
        line = self.line
        if not math.isfinite(line.landing.width_m):
            return line.landing
        home = () if self.home is None else (self.home.patch,)
        feet = tuple(o.patch for o in line.obstacles if o.on_ground)
        return replace(line.landing, patches=(*home, *(a.patch for a in line.areas), *feet))


@dataclass(frozen=True)
class LedgerRow:
    """One line of a ledger, rounded so that the shown rows add up to the shown total exactly."""

    words: str
    value: float
    total: bool = False


@dataclass(frozen=True)
class SetupNote:
    """Set-up of a call next to stock. Metres and radians."""

    ball_back_m: Unsided
    stance_width_m: Unsided
    stock_width_m: Unsided
    lead_share: Unsided
    stock_lead_share: Unsided
    shoulder_tilt_rad: Unsided
    follow_share: Unsided
    grip_down_m: Unsided
    posture_m: Unsided
    lean_rad: Unsided
    stock_lean_rad: Unsided
    open_rad: Unsided
    stance_rad: Sided
    path_rad: Sided
    handle_rad: Unsided
    low_point_m: Unsided
    uncorrected_low_point_m: Unsided
    arc_m: Unsided
    attack_ground_rad: Unsided
    breastbone_m: Unsided
    shaft_rad: Unsided
    hand: HandWord
    hinge: Hinge
    blow: Blow
    entry_m: Unsided
    mark_m: Unsided
    mark_depth_m: Unsided
    edge_m: Unsided
    thin_above_m: Unsided
    upright_early_m: Unsided
    upright_thin: bool


@dataclass(frozen=True)
class Odds:
    """How often the strike itself goes wrong, as shares of 1, and how much it may be off before it does (m).

    In sand heavy means stuck and thin means skulled.
    """

    clean: Unsided
    heavy: Unsided
    thin: Unsided
    early_m: Unsided
    deep_m: Unsided
    high_m: Unsided


@dataclass(frozen=True)
class Share:
    """How many strikes end on one kind of ground, as a share of 1."""

    kind: AreaKindName
    share: Unsided

    @property
    def words(self) -> str:
        """What the ground is called."""
        return kind_named(self.kind).words

    @property
    def is_trouble(self) -> bool:
        """Whether nobody wants to be there."""
        return kind_named(self.kind).trouble


Worst = Literal["thin", "past", "short"]
"""What the worst twentieth are, mostly."""


@dataclass(frozen=True)
class Spread:
    """Where many strikes end, against the target (m): the middle eight tenths along and across, the worst twentieth.

    `mean_leave_m` counts every strike, the bad ones too; eight in ten end within `leave80_m` of the flag. `shares`
    are by kind of ground, most first. `strokes`: expected to hole out, this one included; `strokes_error`: its standard
    error by the number of strikes, at most. `bad`: share that costs
    BAD_STROKES more than the cheapest call does on average. `costs`, (nodes, strikes): of each strike, shifted by what
    is summed by rule (see scatter). `again`: share still in the same trouble.
    """

    strikes: int
    mean_leave_m: Unsided
    leave80_m: Unsided
    short_m: Unsided
    long_m: Unsided
    left_m: End
    right_m: End
    shares: tuple[Share, ...]
    next_putt: Unsided
    again: Unsided
    strokes: Unsided
    strokes_error: Unsided
    costs: Vec
    worst_along_m: Unsided
    worst_across_m: Sided
    worst_is: Worst
    ends: Places
    bad: Unsided = 0.0

    @property
    def strokes_sd(self) -> float:
        """One standard deviation of what single strikes cost (strokes)."""
        return self.strokes_error * math.sqrt(self.strikes)


@dataclass(frozen=True)
class StockReference:
    """The same club and length of swing as a stock shot: level, clean, calm, reference air."""

    carry_m: Unsided
    total_m: Unsided
    apex_m: Unsided
    delivered_loft_rad: Unsided
    flight: Places
    run: Places


@dataclass(frozen=True)
class Detail:
    """What only the calls that are looked at need: drawn flight and run (k, 3), ledgers, ghost."""

    flight: Places
    run: Places
    ledgers: dict[str, tuple[LedgerRow, ...]]
    ghost: StockReference

    def in_mirror(self) -> Detail:
        """The same on the other side: of the ledgers it is the aim that has one."""
        aim = tuple(replace(row, value=0.0 - row.value) for row in self.ledgers["aim"])
        return replace(mirrored(self), ledgers={**self.ledgers, "aim": aim})


Finish = Literal["there", "short", "away", "none"]
"""There: where it is meant to. Short: as far as a full swing goes. Away: it can't be held there. None: no stroke."""


@dataclass(frozen=True)
class Call:
    """One feasible way: club, method, what to do, what the ball does. Left positive.

    `plays_as_m`: what the same club and swing carries as a stock shot (level, clean, calm, reference air), told against
    `plays_from_m`, its carry here; of a rolled ball both are its finish. `drift_m` and
    `blown_m`: what the wind adds across (left) and along the carry.
    """

    id: SidedName
    club_id: str
    club_name: str
    method_id: str
    method_name: str
    school: str
    way: Way
    swing: Unsided
    swing_words: str
    aim_rad: Sided
    aim_offset_m: Sided
    start_rad: Sided
    carry_m: Unsided
    run_m: Unsided
    total_m: Unsided
    offline_m: Sided
    apex_m: Unsided
    descent_rad: Unsided
    launch_rad: Unsided
    ball_speed_m_s: Unsided
    club_speed_m_s: Unsided
    spin_rad_s: Unsided
    flight_s: Unsided
    plays_from_m: Unsided
    plays_as_m: Unsided
    drift_m: Sided
    blown_m: Unsided
    delivered_loft_rad: Unsided
    effective_bounce_rad: Unsided
    leave_m: Unsided
    target: Target
    past_m: Unsided
    trouble_rad: Sided
    strokes: Unsided
    score: Unsided
    full_speed_m_s: Unsided
    difficulty: Unsided
    miss: str
    wins_when: str
    source: str
    cautions: tuple[str, ...]
    key_words: tuple[str, ...]
    faults: tuple[tuple[str, str], ...]
    setup: SetupNote
    odds: Odds
    finish: Finish = "there"
    pinned: bool = False
    spread: Spread | None = None
    detail: Detail | None = None


class FellOut(NamedTuple):
    """A way that was considered and dropped, with the reason.

    `was_tried`: it fell out in the reckoning; else the method refused. `short_m` is how far a full swing stops short,
    `need_m_s` about what club-head speed it would take, `has_m_s` what the player has.
    """

    club_id: str
    club_name: str
    method_id: str
    method_name: str
    reason: str
    was_tried: bool = False
    short_m: Unsided | None = None
    need_m_s: Unsided | None = None
    has_m_s: Unsided | None = None


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
    loft_level_rad: Unsided
    loft_kept_rad: Unsided
    loft_swapped_rad: Unsided
    level_total_m: Unsided
    kept_total_m: Unsided
    swapped_total_m: Unsided


@dataclass(frozen=True)
class Harder:
    """A stock call swung so much faster into the wind: what it adds to spin, peak, carry, and to carry in the calm."""

    call_id: str
    faster: Unsided
    spin_rad_s: Unsided
    apex_m: Unsided
    carry_m: Unsided
    still_carry_m: Unsided


@dataclass(frozen=True)
class Plan:
    """Ranked calls (lowest score first, see rank), what fell out, the swap note.

    `safe_id`: the call with the fewest bad ones among those that cost little more. `direct_id` and `escape_id`: the
    best call that goes for the flag and the best way out, where there are ways out.
    """

    calls: tuple[Call, ...]
    first_id: SidedName | None
    second_id: SidedName | None
    fell_out: tuple[FellOut, ...]
    swap: Swap | None
    kept_club_id: str | None
    care: tuple[Note, ...] = ()
    safe_id: SidedName | None = None
    safe_words: str = ""
    direct_id: SidedName | None = None
    escape_id: SidedName | None = None
    harder: Harder | None = None


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
