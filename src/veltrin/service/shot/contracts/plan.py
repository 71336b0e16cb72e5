"""The question of one shot and its answer. Right is positive for aim, start, offline, path; lengths in m."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Self

from pydantic import Field, model_validator

from veltrin.core.care import NoteKind, Rain
from veltrin.core.ground import CoverName, Grain
from veltrin.core.hole import AreaKindName
from veltrin.core.methods import Blow, HandWord, Hinge, Way
from veltrin.core.plan import Finish, Mood, TargetName, Worst
from veltrin.service.house.contracts.base import Contract, bounded
from veltrin.service.players.contracts.players import PlayerInline
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.sky import BallTemperature, Layers
from veltrin.service.shot.contracts.world import AirIn, WindIn


class DoubtsIn(Contract):
    """How far readings of the lie are usually off (one standard deviation), from the way they were measured."""

    fall_deg: float | None = bounded("lie.doubts.fall_deg", None)
    side_deg: float | None = bounded("lie.doubts.side_deg", None)
    sunk: float | None = bounded("lie.doubts.sunk", None)
    give: float | None = bounded("lie.doubts.give", None)
    density: float | None = bounded("lie.doubts.density", None)


class GroundMeasured(Contract):
    """What was measured of the ground the ball lies in, on this course: as `/api/courses/{course_id}/line` tells it."""

    shares: list[Annotated[float, bounded("lie.measured.shares")]] = Field(
        min_length=1, max_length=8, description="What the numbers of its laws are over the usual ones."
    )
    balls: int = bounded("lie.measured.balls", description="From so many balls.")
    on: date = Field(description="The day they were struck.")


class LieIn(Contract):
    """The slope under ball and feet, what lies around and under the ball, and how the ball sits in it."""

    fall_deg: float = bounded("lie.fall_deg", 0.0, "Positive: downhill to the target.")
    side_deg: float = bounded("lie.side_deg", 0.0, "Positive: ball above the feet.")
    cover: CoverName = Field("fairway", description="What the ball lies in or on.")
    sunk: float = bounded(
        "lie.sunk", 0.0, "Depth of the ball's bottom below tips, rim or surface, in ball diameters: 1 level with them."
    )
    wet: float = bounded("lie.wet", 0.0, "Water on ball, face and grass: 0 dry to 1 dripping.")
    grass_mm: float | None = bounded("lie.grass_mm", None, "Height of the grass; default: the cover's usual.")
    density: float | None = bounded("lie.density", None, "Density of the grass; default: the cover's usual.")
    growth: Grain = Field("across", description="How the grass grows to the shot.")
    give: float | None = bounded(
        "lie.give", None, "Softness of the ground: 0 hard-pan to 1 sodden; default: the cover's usual."
    )
    sand_mm: float = bounded("lie.sand_mm", 100.0, "Depth of the sand.")
    lip_m: float = bounded("lie.lip_m", 0.0, "Height of a bank or bunker lip in the way.")
    lip_at_m: float = bounded("lie.lip_at_m", 3.0, "How far ahead of the ball it stands.")
    measured: GroundMeasured | None = Field(None, description="Measured of this very ground; None: taken as usual.")
    doubts: DoubtsIn = Field(DoubtsIn(), description="Kept with the shot; the sensitivity of the call reads them.")


class OnCourse(Contract):
    """Where on a course a shot is, m east and north of its middle. What a plan is made of stands in line and lie."""

    course: str = Field(min_length=1, max_length=60, description="What it is called.")
    hole: str = Field(max_length=8)
    ball_east_m: float = bounded("on_course")
    ball_north_m: float = bounded("on_course")
    flag_east_m: float = bounded("on_course")
    flag_north_m: float = bounded("on_course")
    known: list[Annotated[str, Field(max_length=12)]] = Field(
        max_length=12, description="What the map told of the line."
    )


class PlanRequest(Contract):
    """One shot. Give `player_id` of a stored player, or a `player` in full."""

    player_id: str | None = Field(None, max_length=40)
    player: PlayerInline | None = None
    lie: LieIn = LieIn()
    line: LineIn
    air: AirIn = AirIn()
    wind: WindIn = WindIn()
    ball_c: BallTemperature = None
    layers: Layers = 0
    on_course: OnCourse | None = Field(None, description="Where on a course it is; kept with the shot.")
    rain: Rain = "none"
    preferred: bool = Field(False, description="Preferred lies are in force.")
    kept_club_id: str | None = Field(None, max_length=24, description="Club to keep; default: the one used from level.")
    mood: Mood = Field(
        "lesson",
        description="A bad one counts as it costs (lesson), 0.25 stroke less (match), 0.5 more (protect a score).",
    )
    detail_for: list[str] = Field(
        default_factory=list, max_length=8, description="Call ids to draw besides the first two."
    )
    only: list[str] = Field(
        default_factory=list, max_length=8, description="Work out just these calls: the fast answer."
    )
    shown_id: str | None = Field(
        None, max_length=120, description="The call that stands first on the page: it stays until clearly beaten."
    )

    @model_validator(mode="after")
    def _one_player(self) -> Self:
        if (self.player_id is None) == (self.player is None):
            raise ValueError("Give either player_id (a stored player) or player (in full), not both and not neither.")
        return self


class SetupOut(Contract):
    """Set-up of a call next to the player's stock from level."""

    ball_back_m: float = Field(description="Ball further to the trail foot than stock (negative: forward).")
    stance_width_m: float
    stock_width_m: float
    lead_pct: float
    stock_lead_pct: float
    shoulder_tilt_deg: float = Field(description="Shoulders tilted with the hill; positive down to the target.")
    follow_share: float = Field(description="Share of the fall the body goes along with.")
    grip_down_m: float = Field(description="Negative: use the full length of the club.")
    posture_m: float = Field(description="Positive: stand taller by so much; negative: lower.")
    lean_deg: float
    stock_lean_deg: float
    open_deg: float = Field(description="Face opened before gripping.")
    stance_deg: float = Field(description="Stance line against the aim, right positive.")
    path_deg: float = Field(description="Path against the aim, right positive.")
    handle_deg: float = Field(description="Positive: handle raised.")
    low_point_m: float = Field(description="Lowest point of the arc on this ground, ahead of the ball.")
    uncorrected_low_point_m: float = Field(description="The same, standing upright with the ball in its stock place.")
    arc_m: float = Field(description="Radius of the club head's arc.")
    attack_ground_deg: float = Field(description="Attack angle against the ground.")
    breastbone_m: float = Field(description="Breastbone ahead of the ball: the other way to say where the ball lies.")
    shaft_deg: float = Field(description="Shaft against the ground, seen from behind.")
    hand: HandWord = Field(description="Hand action through the ball.")
    hinge: Hinge
    blow: Blow = Field(description="What meets the ball.")
    entry_m: float = Field(description="Splash: how far behind the ball the head goes in.")
    mark_m: float = Field(description="Splash: length of the mark.")
    mark_depth_m: float
    edge_m: float = Field(description="Leading edge above the ball's bottom as it reaches the ball.")
    upright_early_m: float = Field(
        description="Standing upright, ball in its stock place: in the ground so far behind the ball."
    )
    upright_thin: bool = Field(description="Standing so, the edge meets the ball.")
    thin_above_m: float = Field(description="Edge height from which on the strike is thin.")


class OddsOut(Contract):
    """How often the strike fails, and how far it may be off before it does. In sand: stuck and skulled."""

    clean_pct: float
    heavy_pct: float
    thin_pct: float
    early_m: float = Field(description="May touch the ground so far behind the ball.")
    deep_m: float = Field(description="May pass so much deeper.")
    high_m: float = Field(description="May pass so much higher.")


class ShareOut(Contract):
    """Share of strikes that end on a kind of ground."""

    kind: AreaKindName
    words: str
    pct: float
    is_trouble: bool


class TargetOut(Contract):
    """Where a call is meant to finish: the flag, or a way out. m; y to the right."""

    name: TargetName
    x_m: float
    y_m: float
    distance_m: float
    bearing_deg: float = Field(description="Right of the flag positive.")


class SpreadOut(Contract):
    """Where many strikes end against the target, m: the middle eight tenths, and the mean of the worst twentieth."""

    strikes: int
    short_m: float
    long_m: float
    left_m: float = Field(description="Right positive.")
    right_m: float
    leave80_m: float = Field(description="Eight in ten end within this of the flag.")
    shares: list[ShareOut] = Field(description="By kind of ground, most first.")
    next_putt_pct: float = Field(description="Chance that the next is a putt.")
    again_pct: float = Field(description="Chance that the ball still lies in the same trouble.")
    strokes_error: float = Field(description="Standard error of strokes by the number of strikes, at most.")
    bad_pct: float = Field(description="Costs 0.75 stroke more than the cheapest call does on average.")
    worst_along_m: float
    worst_across_m: float
    worst_is: Worst


class FaultOut(Contract):
    """What goes wrong, and its cure."""

    fault: str
    cure: str


class CareOut(Contract):
    """A caution, or a rule this lie brings up."""

    kind: NoteKind
    words: str
    rule: str


class LedgerRowOut(Contract):
    """One row. Rows before a total add up to it exactly as shown."""

    words: str
    value: float
    total: bool


class LedgersOut(Contract):
    """Loft, bounce and aim in deg (aim right-positive), distance in m, spin in rpm."""

    loft: list[LedgerRowOut]
    bounce: list[LedgerRowOut]
    distance: list[LedgerRowOut]
    spin: list[LedgerRowOut]
    aim: list[LedgerRowOut]


Points = list[tuple[float, float, float]]


class GhostOut(Contract):
    """Same club and swing as a stock shot: level, clean, calm, reference air."""

    carry_m: float
    total_m: float
    apex_m: float
    delivered_loft_deg: float
    flight: Points
    run: Points


class DetailOut(Contract):
    """Drawn flight and run (x to the target, y to the right, z up), ledgers, ghost."""

    flight: Points
    run: Points
    ledgers: LedgersOut
    ghost: GhostOut
    ends: list[tuple[float, float]] = Field(description="Where strikes of the scatter end: x to the target, y right.")
    outline: list[tuple[float, float]] = Field(description="Outline of the tightest eight tenths of them.")


class CallOut(Contract):
    """One feasible way to play it."""

    id: str
    club_id: str
    club_name: str
    method_id: str
    method_name: str
    school: str
    way: Way
    swing: float
    swing_words: str
    aim_deg: float
    aim_offset_m: float
    start_deg: float
    carry_m: float
    run_m: float
    total_m: float
    offline_m: float
    apex_m: float
    descent_deg: float
    launch_deg: float
    ball_speed_m_s: float
    club_speed_m_s: float
    spin_rpm: float
    flight_s: float
    plays_from_m: float = Field(description="Its carry; of a rolled ball its finish.")
    plays_as_m: float = Field(description="The same of the same club and swing as a stock shot: level, clean, calm.")
    drift_m: float = Field(description="What the wind carries it across, right positive.")
    blown_m: float = Field(description="What the wind adds to the carry.")
    delivered_loft_deg: float
    effective_bounce_deg: float
    leave_m: float = Field(description="Mean distance left over many strikes, bad ones counted; typical one without.")
    target: TargetOut
    past_m: float = Field(description="Meant to finish so far past the target (negative: short of it).")
    trouble_deg: float = Field(description="Aim moved so far off the target for trouble, right positive.")
    strokes: float = Field(description="Expected strokes to hole out, this one included.")
    score: float = Field(description="What calls are ranked by: strokes, mood and unknown flight in.")
    full_speed_m_s: float = Field(description="Club-head speed of this player's full swing with the club.")
    difficulty: float
    miss: str
    wins_when: str
    source: str
    cautions: list[str]
    key_words: list[str]
    faults: list[FaultOut]
    finish: Finish = Field(
        description="there: finishes where it is meant to; short: as far as it goes; away: can't be held; none: relief."
    )
    pinned: bool = Field(description="Pinned for this player by the coach.")
    odds: OddsOut
    spread: SpreadOut | None = Field(description="For the best dozen.")
    setup: SetupOut
    detail: DetailOut | None


class RuledClubOut(Contract):
    """A club that a reason rules out."""

    club_name: str
    short_m: float | None = Field(description="How far the best of its full swings stops short of the flag.")


class RuledOutOut(Contract):
    """A reason for which calls were ruled out, and what it is true of."""

    words: str
    was_tried: bool = Field(description="They were reckoned and failed; else the method refused the lie or the club.")
    clubs: list[RuledClubOut] = Field(description="Empty: it is so with every club.")
    ways: list[str] = Field(description="What was ruled out: club and method, as in the id of a call.")


class SwapOut(Contract):
    """What the club swap does with the very same stroke."""

    from_club: str
    to_club: str
    loft_level_deg: float
    loft_kept_deg: float
    loft_swapped_deg: float
    level_total_m: float
    kept_total_m: float
    swapped_total_m: float


class HarderOut(Contract):
    """A stock call swung so much faster into the wind: what it adds."""

    call_id: str
    faster_pct: float
    spin_rpm: float
    apex_m: float
    carry_m: float
    still_carry_m: float = Field(description="What it would add to the carry in the calm.")


class PlanResponse(Contract):
    """Ranked calls, first and second, what was ruled out and why, the swap told honestly."""

    calls: list[CallOut]
    first_id: str | None
    second_id: str | None
    safe_id: str | None = Field(description="Fewest bad ones among calls within 0.25 stroke of the best.")
    safe_words: str = Field(description="What it is called: safe, or what is left to say where all fail often.")
    direct_id: str | None = Field(description="Best call for the flag, where there are ways out.")
    escape_id: str | None = Field(description="Best way out of a bad lie.")
    has_risk: bool = Field(description="Whether many strikes have been played: the second stage.")
    ruled_out: list[RuledOutOut]
    swap: SwapOut | None
    harder: HarderOut | None = Field(description="Into the wind only.")
    kept_club_id: str | None
    care: list[CareOut] = Field(description="Cautions and rules this lie brings up. The committee decides.")
