"""From a question to ranked calls, for a right-hander."""

from __future__ import annotations

import math
from dataclasses import replace
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from veltrin.core.air import Air, Wind
from veltrin.core.geometry import Vec, azimuth, elevation
from veltrin.core.ground import Slope
from veltrin.core.kit import Player
from veltrin.core.methods import Case
from veltrin.core.plan.candidates import Candidate, list_candidates
from veltrin.core.plan.ledgers import ledgers_of
from veltrin.core.plan.model import Call, Detail, FellOut, Ghost, Line, Plan, Question, SetupNote, Swap
from veltrin.core.plan.play import Batch, Played, World, play, stack_changes
from veltrin.core.plan.rank import club_difficulty, cost_of, slope_difficulty, typical_leave
from veltrin.core.plan.solve import Solved, solve
from veltrin.core.plan.stock import stock_speeds
from veltrin.core.strike import Change, club_arrays, stock_stroke

WOOD_SHORTEST_SWING = 0.70
"""A wood is not swung shorter than about three quarters off the ground. Common practice."""

LEAST_LAUNCH_RAD = math.radians(4.0)
"""Lower than this it never gets off the turf. Judgement."""

ALIKE_AIM_RAD = math.radians(1.0)

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


def make_batch(question: Question, candidates: list[Candidate], kept_club_id: str | None) -> Batch:
    """Gather clubs, full speeds and changes of the candidates."""
    player = question.player
    place = np.array([c.bag_place for c in candidates], dtype=int)
    speeds = np.array(stock_speeds(player))[place]
    changes = [c.method.change(Case(question.slope, c.club, kept_club_id)) for c in candidates]
    return Batch(club_arrays(player, player.bag).take(place), speeds, stack_changes(changes), player.stature_m)


def reason_against(i: int, candidate: Candidate, solved: Solved, flag_m: float) -> str | None:
    """Why a solved candidate falls out after all, or None."""
    played = solved.played
    if float(elevation(played.launch.velocity)[i]) < LEAST_LAUNCH_RAD:
        loft = math.degrees(float(played.delivery.delivered_loft[i]))
        return f"won't get up: {loft:.0f}° of loft is left on this slope"
    if solved.short[i]:
        return f"a full swing stops {flag_m - float(solved.full_total[i]):.0f} m short"
    if not played.runs.held[i]:
        return "the ball does not stop on this tilt"
    if solved.long[i]:
        return "the shortest stroke already runs past"
    if candidate.club.kind == "wood" and solved.swing[i] < WOOD_SHORTEST_SWING:
        return "a wood is not swung this short"
    if solved.unsettled[i]:
        return "no length of swing leaves it at the flag: the ground changes just there"
    return None


def _note(i: int, played: Played, batch: Batch, swing: Vec) -> SetupNote:
    s = played.setup
    stock = stock_stroke(batch.clubs, batch.stature_m, swing)
    return SetupNote(
        ball_back_m=float(s.ball_back_m[i]),
        stance_width_m=float(s.width_m[i]),
        stock_width_m=float(s.stock_width_m[i]),
        lead_share=float(s.lead_share[i]),
        stock_lead_share=float(s.stock_lead_share[i]),
        shoulder_tilt_rad=float(s.shoulder_tilt[i]),
        follow_fall=float(s.follow_fall[i]),
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
        attack_ground_rad=float(s.attack[i] - s.face_turn[i] + s.missed_fall[i]),
    )


def _call(
    i: int, candidate: Candidate, batch: Batch, solved: Solved, line: Line, leave: Vec, cost: Vec, hard: Vec
) -> Call:
    played, method, club = solved.played, candidate.method, candidate.club
    launch, landing = played.launch, played.flights
    aim = float(solved.aim[i])
    down = landing.velocity[i]
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
        aim_offset_m=line.flag_m * math.tan(aim),
        start_rad=float(azimuth(launch.velocity)[i]),
        carry_m=float(played.carry[i]),
        run_m=float(played.total[i] - played.carry[i]),
        total_m=float(played.total[i]),
        offline_m=float(played.offline[i]),
        apex_m=float(landing.apex_m[i]),
        descent_rad=math.atan2(-float(down[2]), math.hypot(float(down[0]), float(down[1]))),
        launch_rad=float(elevation(launch.velocity)[i]),
        ball_speed_m_s=float(np.linalg.norm(launch.velocity[i])),
        club_speed_m_s=float(played.club_speed[i]),
        spin_rad_s=float(np.linalg.norm(launch.spin[i])),
        flight_s=float(landing.flight_s[i]),
        delivered_loft_rad=float(played.delivery.delivered_loft[i]),
        effective_bounce_rad=float(played.delivery.effective_bounce[i]),
        leave_m=float(leave[i]),
        cost_m=float(cost[i]),
        difficulty=float(hard[i]),
        miss=method.miss,
        wins_when=method.wins_when,
        source=method.source,
        cautions=method.cautions,
        key_words=method.key_words,
        setup=_note(i, played, batch, solved.swing),
    )


def _path(played: Played, i: int) -> tuple[Vec, Vec]:
    flight = played.flights.path[i, : played.flights.points[i]]
    run = np.vstack([played.flights.landing[i : i + 1], played.runs.trace[i, : played.runs.rows[i]]])
    return flight, run


def _with_detail(calls: list[Call], batch: Batch, world: World) -> list[Call]:
    """Draw and explain the calls given; the batch holds their candidates in the same order."""
    swing, aim = np.array([c.swing for c in calls]), np.array([c.aim_rad for c in calls])
    real = play(batch, world, swing, aim, record=True)
    books = ledgers_of(batch, world, swing, aim, real)
    level = replace(world, slope=Slope())
    ghosts = play(replace(batch, change=Change()), level, swing, 0.0 * aim, record=True)
    done = []
    for i, call in enumerate(calls):
        flight, run = _path(real, i)
        ghost_flight, ghost_run = _path(ghosts, i)
        ghost = Ghost(
            carry_m=float(ghosts.carry[i]),
            total_m=float(ghosts.total[i]),
            apex_m=float(ghosts.flights.apex_m[i]),
            delivered_loft_rad=float(ghosts.delivery.delivered_loft[i]),
            flight=ghost_flight,
            run=ghost_run,
        )
        done.append(replace(call, detail=Detail(flight, run, books[i], ghost)))
    return done


def _solve_all(
    question: Question, candidates: list[Candidate], kept_club_id: str | None, known_loft: float | None, world: World
) -> tuple[list[tuple[Call, Candidate]], list[FellOut]]:
    batch = make_batch(question, candidates, kept_club_id)
    flag = question.line.flag_m
    solved = solve(batch, world, flag)
    out: list[FellOut] = []
    good: list[int] = []
    for i, candidate in enumerate(candidates):
        reason = reason_against(i, candidate, solved, flag)
        if reason is None:
            good.append(i)
        else:
            out.append(candidate.fell(reason))
    index = np.array(good, dtype=int)
    if not good:
        return [], out
    loft = solved.played.delivery.delivered_loft
    ease = np.array([c.method.difficulty for c in candidates])
    hard = slope_difficulty(question.slope) * club_difficulty(loft) * ease
    leave = np.full(len(candidates), math.inf)
    leave[index] = typical_leave(
        batch.take(index), world, solved.swing[index], solved.aim[index], question.player.scatter, hard[index]
    )
    cost = cost_of(leave, loft, known_loft)
    calls = [(_call(i, candidates[i], batch, solved, question.line, leave, cost, hard), candidates[i]) for i in good]
    calls.sort(key=lambda pair: (round(pair[0].cost_m, 3), pair[0].swing, pair[0].id))
    return calls, out


class LevelChoice(NamedTuple):
    """Club, length of swing and delivered loft of the first call from level ground."""

    club_id: str
    swing: float
    loft_rad: float


@lru_cache(maxsize=512)
def level_choice(player: Player, line: Line, air: Air, wind: Wind) -> LevelChoice | None:
    """What this player would use for this line from level ground with the stock stroke."""
    question = Question(player, Slope(), line, air, wind)
    candidates, _ = list_candidates(question, None)
    world = World(Slope(), air, wind, line.landing)
    calls, _ = _solve_all(question, candidates, None, None, world)
    if not calls:
        return None
    best = calls[0][0]
    return LevelChoice(best.club_id, best.swing, best.delivered_loft_rad)


def _looks_alike(one: Call, other: Call) -> bool:
    """Tell whether two calls would hardly be told apart on the ground: same club, same flight, same aim."""
    return (
        one.club_id == other.club_id
        and abs(one.apex_m - other.apex_m) < 0.05 * one.apex_m
        and abs(one.aim_rad - other.aim_rad) < ALIKE_AIM_RAD
    )


def _second(calls: list[Call]) -> Call | None:
    """Pick the best call that goes about it another way: club against set-up, else other school, else next."""
    first = calls[0]
    others = [c for c in calls[1:] if not _looks_alike(first, c)]
    for differs in (lambda c: c.way != first.way, lambda c: c.school != first.school, lambda c: True):
        for call in others:
            if differs(call):
                return call
    return None


def _swap(question: Question, level: LevelChoice | None, first: Call | None, world: World) -> Swap | None:
    """Tell what the club swap does with the very same stroke."""
    if level is None or first is None or first.club_id == level.club_id:
        return None
    player = question.player
    ids = [c.id for c in player.bag]
    place = np.array([ids.index(level.club_id), ids.index(level.club_id), ids.index(first.club_id)])
    speed_before = stock_speeds(player)[place[0]] * level.swing
    speeds = np.array(stock_speeds(player))[place]
    batch = Batch(club_arrays(player, player.bag).take(place), speeds, Change(), player.stature_m)
    swing = np.minimum(speed_before / speeds, 1.0)
    here = play(batch, world, swing, np.zeros(3))
    flat = play(batch, replace(world, slope=Slope()), swing, np.zeros(3))
    lofts = here.delivery.delivered_loft
    return Swap(
        from_club=player.bag[place[0]].name,
        to_club=player.bag[place[2]].name,
        loft_level_rad=float(flat.delivery.delivered_loft[0]),
        loft_kept_rad=float(lofts[1]),
        loft_swapped_rad=float(lofts[2]),
        level_total_m=float(flat.total[0]),
        kept_total_m=float(here.total[1]),
        swapped_total_m=float(here.total[2]),
    )


def kept_club(question: Question) -> tuple[str | None, LevelChoice | None]:
    """Find the club that 'kept club' keeps (asked for, or the level choice) and the level choice itself."""
    level = level_choice(question.player, question.line, question.air, question.wind)
    if question.kept_club_id is not None:
        return question.player.club(question.kept_club_id).id, level
    return (level.club_id if level else None), level


def plan_right_handed(question: Question) -> Plan:
    """Plan the shot. With `only` given, just those calls are worked out again: the fast answer while dragging."""
    world = World(question.slope, question.air, question.wind, question.line.landing)
    kept, level = kept_club(question)
    candidates, out = list_candidates(question, kept)
    if question.only:
        candidates, out = [c for c in candidates if c.id in question.only], []
    if not candidates:
        return Plan((), None, None, tuple(out), None, kept)
    pairs, fell = _solve_all(question, candidates, kept, level.loft_rad if level else None, world)
    out = out + fell
    calls = [call for call, _ in pairs]
    first = calls[0] if calls else None
    second = _second(calls) if calls else None
    shown = {c.id for c in (first, second) if c is not None} | set(question.detail_for) | set(question.only)
    picked = [(call, cand) for call, cand in pairs if call.id in shown]
    by_id: dict[str, Call] = {}
    if picked:
        batch = make_batch(question, [cand for _, cand in picked], kept)
        by_id = {c.id: c for c in _with_detail([call for call, _ in picked], batch, world)}
    return Plan(
        calls=tuple(by_id.get(c.id, c) for c in calls),
        first_id=first.id if first else None,
        second_id=second.id if second else None,
        fell_out=tuple(out),
        swap=_swap(question, level, first, world),
        kept_club_id=kept,
    )
