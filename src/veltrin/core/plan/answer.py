"""Put a solved candidate into an answer: the call with its set-up, and its drawing, ledgers and ghost."""

from __future__ import annotations

from collections.abc import Container, Sequence
from dataclasses import replace
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from veltrin.core.air import CALM
from veltrin.core.geometry import Index, Vec, azimuth, elevation, rows_of
from veltrin.core.ground import Slope, slope_along
from veltrin.core.methods import HAND_WORDS, Method, spoken, stance_words
from veltrin.core.methods.downhill import LOW_AND_HOT
from veltrin.core.plan.candidates import Candidate
from veltrin.core.plan.ledgers import ledgers_of
from veltrin.core.plan.model import Call, Detail, Finish, Odds, SetupNote, StockReference
from veltrin.core.plan.play import Batch, Played, World, flown, play
from veltrin.core.plan.solve import Solved
from veltrin.core.plan.still import stock_batch, stock_world
from veltrin.core.plan.target import Target, Targets
from veltrin.core.strike import Meeting, meet

_SWING_WORDS = (
    (0.24, "knee to knee"),
    (0.40, "hip to hip"),
    (0.58, "waist to chest"),
    (0.78, "chest to chest"),
    (0.93, "three-quarter"),
    (9.99, "full"),
)


_PUTTING_WORDS = ((0.25, "short putting stroke"), (0.65, "putting stroke"), (9.99, "long putting stroke"))


def swing_words(swing: float, *, rolls: bool = False) -> str:
    """Length of swing in trade words; of one that `rolls` the ball, of a putting stroke.

    The speed shares behind the words are judgement.
    """
    return next(words for upto, words in (_PUTTING_WORDS if rolls else _SWING_WORDS) if swing < upto)


HALF_SHOULDERS = 0.055
"""From breastbone to where the arc of a square stroke bottoms out, over stature. Judgement."""


ROLLED_M = 1.0
"""A ball that carries less is rolled: its finish is told, not its carry. Judgement."""


class Beside(NamedTuple):
    """What calls are told against, by candidate: the upright strike, the breastbone ahead (m).

    `stock_carry_m`, `stock_total_m`: what the same swing does as a stock shot. `drift_m`, `blown_m`: what the wind
    adds to the left and to the carry.
    """

    upright: Meeting
    breastbone_m: Vec
    stock_carry_m: Vec
    stock_total_m: Vec
    drift_m: Vec
    blown_m: Vec


def _beside_of(batch: Batch, world: World, solved: Solved, targets: Targets) -> Beside:
    """Work it out once for all candidates.

    Upright: the player stands upright with the ball in its stock place. The arc bottoms out under the lead
    shoulder, half the shoulders' width ahead of the breastbone; what the arms do to the blow doesn't move that.
    """
    played = solved.played
    low = played.setup.low_point_m
    upright = meet(world.lie, played.approach, along_m=played.setup.uncorrected_low_point_m - low)
    arms = batch.clubs.arc_m * batch.asks("attack_rad")
    as_stock = play(stock_batch(batch), stock_world(world), solved.swing, np.zeros(batch.count))
    drift = blown = np.zeros(batch.count)
    if not world.wind.is_calm:
        still = flown(played.launch, replace(world, wind=CALM))
        drift = targets.across(played.flights.landing) - targets.across(still.landing)
        blown = targets.along(played.flights.landing) - targets.along(still.landing)
    breastbone = np.asarray(low + arms - HALF_SHOULDERS * batch.stature_m)
    return Beside(upright, breastbone, as_stock.carry, as_stock.total, drift, blown)


def _notes(at: Index, methods: Sequence[Method], played: Played, batch: Batch, beside: Beside) -> list[SetupNote]:
    s, upright, moved, met = played.setup, beside.upright, played.splash, played.meeting
    columns = {
        "ball_back_m": s.ball_back_m,
        "stance_width_m": s.width_m,
        "stock_width_m": s.stock_width_m,
        "lead_share": s.lead_share,
        "stock_lead_share": s.stock_lead_share,
        "shoulder_tilt_rad": s.shoulder_tilt,
        "follow_share": s.follow_fall,
        "grip_down_m": s.grip_down_m,
        "posture_m": s.posture_m,
        "lean_rad": s.lean + s.face_turn,
        "stock_lean_rad": s.stock_lean,
        "open_rad": s.open,
        "stance_rad": s.stance,
        "path_rad": s.path,
        "handle_rad": s.handle,
        "low_point_m": s.low_point_m,
        "uncorrected_low_point_m": s.uncorrected_low_point_m,
        "arc_m": batch.clubs.arc_m,
        "attack_ground_rad": s.attack_ground,
        "breastbone_m": beside.breastbone_m,
        "shaft_rad": batch.clubs.lie + s.handle,
        "entry_m": batch.asks("entry_m"),
        "mark_m": moved.mark_m,
        "mark_depth_m": moved.depth_m,
        "edge_m": met.edge_m,
        "thin_above_m": met.limit_m,
        "upright_early_m": upright.early_m,
        "upright_thin": upright.thin,
    }
    return [
        SetupNote(**numbers, hand=HAND_WORDS[method.hand], hinge=method.hinge, blow=method.blow)
        for method, numbers in zip(methods, rows_of(columns, at), strict=True)
    ]


class Judged(NamedTuple):
    """What a solved candidate is judged to be worth."""

    leave_m: float
    strokes: float
    score: float
    difficulty: float
    odds: Odds


def _columns(batch: Batch, solved: Solved, targets: Targets, own: Targets, beside: Beside) -> dict[str, NDArray[Any]]:
    """Every number of a call by its name, (n,); `own`: the targets themselves, also where a finish is moved off one."""
    played, leaving, flights = solved.played, solved.played.launch, solved.played.flights
    carry, total = own.along(flights.landing), own.along(played.runs.rest)
    flies = carry >= ROLLED_M
    return {
        "swing": solved.swing,
        "aim_rad": solved.aim,
        "aim_offset_m": own.distance * np.tan(solved.aim - own.bearing),
        "start_rad": azimuth(leaving.velocity),
        "carry_m": carry,
        "run_m": total - carry,
        "total_m": total,
        "offline_m": own.across(played.runs.rest),
        "apex_m": flights.apex_m,
        "descent_rad": -elevation(flights.velocity),
        "launch_rad": elevation(leaving.velocity),
        "ball_speed_m_s": np.linalg.norm(leaving.velocity, axis=1),
        "club_speed_m_s": played.club_speed,
        "spin_rad_s": np.linalg.norm(leaving.spin, axis=1),
        "flight_s": flights.flight_s,
        "plays_from_m": np.where(flies, carry, total),
        "plays_as_m": np.where(flies, beside.stock_carry_m, beside.stock_total_m),
        "drift_m": beside.drift_m,
        "blown_m": beside.blown_m,
        "delivered_loft_rad": played.delivery.delivered_loft,
        "effective_bounce_rad": played.delivery.effective_bounce,
        "past_m": total - own.distance,
        "trouble_rad": np.zeros(batch.count) if targets.on_carry else targets.bearing - own.bearing,
        "full_speed_m_s": batch.able * batch.full_speed,
    }


def as_calls(
    at: Index,
    candidates: Sequence[Candidate],
    batch: Batch,
    world: World,
    solved: Solved,
    targets: Targets,
    judged: Sequence[Judged],
    pinned: Container[str] = (),
) -> list[Call]:
    """Say solved candidates as calls: those at the places given of all of a batch, `judged` in the places' order.

    `pinned`: methods that the coach holds up where they go for the flag.
    """
    if not len(at):
        return []
    beside = _beside_of(batch, world, solved, targets)
    chosen = [candidates[i] for i in at]
    distance, bearing = (np.zeros(batch.count) for _ in range(2))
    distance[at], bearing[at] = [c.target.distance_m for c in chosen], [c.target.bearing_rad for c in chosen]
    columns = _columns(batch, solved, targets, Targets(distance, bearing), beside)
    slopes = {target: _felt(world.slope, target) for target in dict.fromkeys(c.target for c in chosen)}
    notes = _notes(at, [c.method for c in chosen], solved.played, batch, beside)
    calls: list[Call] = []
    known: dict[tuple[str, Target, tuple[str, str]], Method] = {}
    for i, one, worth, note, numbers in zip(at, chosen, judged, notes, rows_of(columns, at), strict=True):
        words = stance_words(note.stance_width_m, note.ball_back_m)
        # Club by club the same words come again: they hang on no number but these.
        said = known.get((one.method.id, one.target, words))
        if said is None:
            said = spoken(one.method, world.lie, slopes[one.target], words, left_handed=batch.left_handed)
            known[one.method.id, one.target, words] = said
        is_held_up = one.method.id in pinned and one.target.name == "flag"
        finish = _finish(i, solved, numbers["past_m"])
        calls.append(_call(one, numbers, note, worth, said, finish=finish, pinned=is_held_up))
    return calls


def _call(
    one: Candidate,
    numbers: dict[str, Any],
    note: SetupNote,
    worth: Judged,
    said: Method,
    *,
    finish: Finish,
    pinned: bool,
) -> Call:
    method = one.method
    return Call(
        **numbers,
        id=one.id,
        club_id=one.club.id,
        club_name=one.club.name,
        method_id=method.id,
        method_name=method.name,
        school=method.school,
        way=method.way,
        swing_words=swing_words(numbers["swing"], rolls=method.rolls),
        target=one.target,
        leave_m=worth.leave_m,
        strokes=worth.strokes,
        score=worth.score,
        difficulty=worth.difficulty,
        miss=said.miss,
        wins_when=said.wins_when,
        source=method.source,
        cautions=_cautions(said, numbers["apex_m"]),
        key_words=said.key_words,
        faults=said.faults,
        setup=note,
        odds=worth.odds,
        finish=finish,
        pinned=pinned,
    )


LOW_FLIGHT_M = 12.0
"""A shot that peaks lower is low. Judgement."""


def _cautions(said: Method, apex_m: float) -> tuple[str, ...]:
    return tuple(text for text in said.cautions if text != LOW_AND_HOT or apex_m < LOW_FLIGHT_M)


def _felt(slope: Slope, target: Target) -> Slope:
    """The slope as a player feels it who faces a target."""
    if not target.bearing_rad:
        return slope
    return Slope(*slope_along(slope, target.bearing_rad))


def _finish(i: int, solved: Solved, past_m: float) -> Finish:
    if solved.short[i]:
        return "short" if past_m < 0.0 else "there"
    is_away = solved.long[i] or solved.unsettled[i] or not solved.played.runs.held[i]
    return "away" if is_away else "there"


def drawn_path(played: Played, i: int, world: World) -> tuple[Vec, Vec]:
    """Drawn flight and run (k, 3); hops are drawn above the ground where they are."""
    flight = played.flights.path[i, : played.flights.points[i]]
    run = played.runs.trace[i, : played.runs.rows[i]].copy()
    run[:, 2] += world.landing.contour.height(run[:, 0], run[:, 1])
    return flight, np.vstack([flight[-1:], run])


def with_detail(calls: list[Call], batch: Batch, world: World) -> list[Call]:
    """Draw and explain the calls given; the batch holds their candidates in the same order."""
    bearing = np.array([c.target.bearing_rad for c in calls])
    trouble = np.array([c.trouble_rad for c in calls])
    swing, aim = np.array([c.swing for c in calls]), np.array([c.aim_rad for c in calls])
    real = play(batch, world, swing, aim, record=True)
    books = ledgers_of(batch, world, swing, aim, real, bearing, trouble)
    ghosts = play(stock_batch(batch), stock_world(world), swing, bearing, record=True)
    along = Targets(np.ones(len(calls)), bearing)
    carried, rested = along.along(ghosts.flights.landing), along.along(ghosts.runs.rest)
    done = []
    for i, call in enumerate(calls):
        flight, run = drawn_path(real, i, world)
        ghost_flight, ghost_run = drawn_path(ghosts, i, world)
        ghost = StockReference(
            carry_m=float(carried[i]),
            total_m=float(rested[i]),
            apex_m=float(ghosts.flights.apex_m[i]),
            delivered_loft_rad=float(ghosts.delivery.delivered_loft[i]),
            flight=ghost_flight,
            run=ghost_run,
        )
        done.append(replace(call, detail=Detail(flight, run, books[i], ghost)))
    return done
