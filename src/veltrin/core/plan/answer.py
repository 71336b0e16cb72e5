"""Put a solved candidate into an answer: the call with its set-up, and its drawing, ledgers and ghost."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import NamedTuple

import numpy as np

from veltrin.core.air import CALM
from veltrin.core.geometry import Vec, azimuth, elevation
from veltrin.core.ground import Slope, slope_along
from veltrin.core.methods import HAND_WORDS, Method, spoken
from veltrin.core.plan.candidates import Candidate
from veltrin.core.plan.ledgers import ledgers_of
from veltrin.core.plan.model import Call, Detail, Finish, Odds, SetupNote, StockReference
from veltrin.core.plan.play import Batch, Played, World, play
from veltrin.core.plan.solve import Solved
from veltrin.core.plan.still import stock_batch, stock_world
from veltrin.core.plan.target import Targets
from veltrin.core.strike import Meeting, Stroke, meet, stock_stroke

_SWING_WORDS = (
    (0.24, "knee to knee"),
    (0.40, "hip to hip"),
    (0.58, "waist to chest"),
    (0.78, "chest to chest"),
    (0.93, "three-quarter"),
    (9.99, "full"),
)


def swing_words(swing: float) -> str:
    """Length of swing in trade words. The speed shares behind the words are judgement."""
    return next(words for upto, words in _SWING_WORDS if swing < upto)


HALF_SHOULDERS = 0.055
"""From breastbone to where the arc of a square stroke bottoms out, over stature. Judgement."""


ROLLED_M = 1.0
"""A ball that carries less is rolled: its finish is told, not its carry. Judgement."""


class Beside(NamedTuple):
    """What calls are told against, by candidate: the stock stroke, the upright strike, the breastbone ahead (m).

    `stock_carry_m`, `stock_total_m`: what the same swing does as a stock shot. `drift_m`, `blown_m`: what the wind
    adds to the left and to the carry.
    """

    stock: Stroke
    upright: Meeting
    breastbone_m: Vec
    stock_carry_m: Vec
    stock_total_m: Vec
    drift_m: Vec
    blown_m: Vec


def beside_of(batch: Batch, world: World, solved: Solved, targets: Targets) -> Beside:
    """Work it out once for all candidates.

    Upright: the player stands to gravity with the ball in its stock place. The arc bottoms out under the lead
    shoulder, half the shoulders' width ahead of the breastbone; what the arms do to the blow doesn't move that.
    """
    played = solved.played
    low = played.setup.low_point_m
    upright = meet(world.lie, played.contact.approach, along_m=played.setup.uncorrected_low_point_m - low)
    arms = batch.clubs.arc_m * batch.asks("attack_rad")
    stock = stock_stroke(batch.clubs, batch.stature_m, solved.swing)
    as_stock = play(stock_batch(batch), stock_world(world), solved.swing, np.zeros(batch.count))
    drift = blown = np.zeros(batch.count)
    if not world.wind.is_calm:
        still = play(batch, replace(world, wind=CALM), solved.swing, solved.aim)
        drift = targets.across(played.flights.landing) - targets.across(still.flights.landing)
        blown = targets.along(played.flights.landing) - targets.along(still.flights.landing)
    breastbone = np.asarray(low + arms - HALF_SHOULDERS * batch.stature_m)
    return Beside(stock, upright, breastbone, as_stock.carry, as_stock.total, drift, blown)


def _note(i: int, method: Method, played: Played, batch: Batch, beside: Beside) -> SetupNote:
    s, stock, upright = played.setup, beside.stock, beside.upright
    contact = played.contact
    moved = contact.splash if contact.is_splash[i] else None
    return SetupNote(
        ball_back_m=float(s.ball_back_m[i]),
        stance_width_m=float(s.width_m[i]),
        stock_width_m=float(s.stock_width_m[i]),
        lead_share=float(s.lead_share[i]),
        stock_lead_share=float(s.stock_lead_share[i]),
        shoulder_tilt_rad=float(s.shoulder_tilt[i]),
        follow_share=float(s.follow_fall[i]),
        grip_down_m=float(s.grip_down_m[i]),
        posture_m=float(s.posture_m[i]),
        lean_rad=float(s.lean[i] + s.face_turn[i]),
        stock_lean_rad=float(stock.lean[i]),
        open_rad=float(s.open[i]),
        stance_rad=float(s.stance[i]),
        path_rad=float(s.path[i]),
        handle_rad=float(s.handle[i]),
        low_point_m=float(s.low_point_m[i]),
        uncorrected_low_point_m=float(s.uncorrected_low_point_m[i]),
        arc_m=float(batch.clubs.arc_m[i]),
        attack_ground_rad=float(s.attack_ground[i]),
        breastbone_m=float(beside.breastbone_m[i]),
        shaft_rad=float(batch.clubs.lie[i] + s.handle[i]),
        hand=HAND_WORDS[method.hand],
        hinge=method.hinge,
        blow=method.blow,
        entry_m=float(batch.asks("entry_m")[i]),
        mark_m=float(moved.mark_m[i]) if moved else 0.0,
        mark_depth_m=float(moved.depth_m[i]) if moved else 0.0,
        edge_m=float(contact.meeting.edge_m[i]),
        thin_above_m=float(contact.meeting.limit_m[i]),
        upright_early_m=float(upright.early_m[i]),
        upright_thin=bool(upright.thin[i]),
    )


class Judged(NamedTuple):
    """What a solved candidate is judged to be worth."""

    leave_m: float
    strokes: float
    score: float
    difficulty: float
    odds: Odds


def call_of(
    i: int,
    candidate: Candidate,
    batch: Batch,
    world: World,
    solved: Solved,
    targets: Targets,
    judged: Judged,
    beside: Beside,
) -> Call:
    """Say one solved candidate as a call."""
    played, method, club = solved.played, candidate.method, candidate.club
    launch, flown = played.launch, played.flights
    aim = float(solved.aim[i])
    meant = candidate.target
    # Told along the way to the target itself, also where the finish is moved off it.
    own = Targets(np.array([meant.distance_m]), np.array([meant.bearing_rad]))
    carry, total = (float(own.along(p[i : i + 1])[0]) for p in (flown.landing, played.runs.rest))
    flies = carry >= ROLLED_M
    said = spoken(
        method,
        world.lie,
        Slope(*(float(v[0]) for v in slope_along(world.slope, meant.bearing_rad)))
        if meant.bearing_rad
        else world.slope,
        left_handed=batch.left_handed,
        width_m=float(played.setup.width_m[i]),
        ball_back_m=float(played.setup.ball_back_m[i]),
    )
    trouble = 0.0 if targets.on_carry else float(targets.bearing[i]) - meant.bearing_rad
    return Call(
        id=candidate.id,
        club_id=club.id,
        club_name=club.name,
        method_id=method.id,
        method_name=method.name,
        school=method.school,
        way=method.way,
        swing=float(solved.swing[i]),
        swing_words=swing_words(float(solved.swing[i])),
        aim_rad=aim,
        aim_offset_m=meant.distance_m * math.tan(aim - meant.bearing_rad),
        start_rad=float(azimuth(launch.velocity[i : i + 1])[0]),
        carry_m=carry,
        run_m=total - carry,
        total_m=total,
        offline_m=float(own.across(played.runs.rest[i : i + 1])[0]),
        apex_m=float(flown.apex_m[i]),
        descent_rad=-float(elevation(flown.velocity[i : i + 1])[0]),
        launch_rad=float(elevation(launch.velocity[i : i + 1])[0]),
        ball_speed_m_s=float(np.linalg.norm(launch.velocity[i])),
        club_speed_m_s=float(played.club_speed[i]),
        spin_rad_s=float(np.linalg.norm(launch.spin[i])),
        flight_s=float(flown.flight_s[i]),
        plays_from_m=carry if flies else total,
        plays_as_m=float((beside.stock_carry_m if flies else beside.stock_total_m)[i]),
        drift_m=float(beside.drift_m[i]),
        blown_m=float(beside.blown_m[i]),
        delivered_loft_rad=float(played.delivery.delivered_loft[i]),
        effective_bounce_rad=float(played.delivery.effective_bounce[i]),
        leave_m=judged.leave_m,
        target=meant,
        past_m=total - meant.distance_m,
        trouble_rad=trouble,
        strokes=judged.strokes,
        score=judged.score,
        full_speed_m_s=float(batch.able * batch.full_speed[i]),
        difficulty=judged.difficulty,
        miss=said.miss,
        wins_when=said.wins_when,
        source=method.source,
        cautions=said.cautions,
        key_words=said.key_words,
        faults=said.faults,
        setup=_note(i, method, played, batch, beside),
        odds=judged.odds,
        finish=_finish(i, solved, total - meant.distance_m),
    )


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
