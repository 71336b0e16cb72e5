"""A station as this player plays it: the call, and what many strikes of it do, today and a step better."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.geometry import Mask, Vec
from veltrin.core.hole import putts
from veltrin.core.kit import NOTHING_LEARNED, Club, Learned, Player, Scatter
from veltrin.core.learn.causes import CHANCE
from veltrin.core.learn.faults import Struck, strike
from veltrin.core.plan.answer import with_detail
from veltrin.core.plan.candidates import list_candidates
from veltrin.core.plan.coefficients import taught
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Call, Line, Question
from veltrin.core.plan.odds import even_normals, strike_odds
from veltrin.core.plan.one import One
from veltrin.core.plan.play import play
from veltrin.core.plan.prepared import Prepared, prepare
from veltrin.core.plan.ranking import all_struck
from veltrin.core.practice.drill import MEASURED, Score, Station
from veltrin.core.run import Landing
from veltrin.core.run.terrain import usual_edges, usual_width
from veltrin.core.sides import mirrored

STRIKES = 400
TRIED = 2
"""Of the calls a station leaves open, so many are struck many times to find the best."""

STEPS = (36.0, 28.0, 20.0, 14.0, 9.0, 5.0, 2.0, 0.0, -3.0, -6.0)
"""Handicaps from step to step of getting better. Judgement."""


@dataclass(frozen=True)
class Staged:
    """A station ready to be played by a player, right-handed: the call drawn, and the stroke to strike again."""

    station: Station
    call: Call
    stroke: One

    @property
    def spot_m(self) -> float:
        """Where it is meant to land (m along the line)."""
        land = self.stroke.question.line.land_m
        return self.call.carry_m if land is None else land

    def told(self) -> Call:
        """The call for the player's own hand."""
        return mirrored(self.call) if self.stroke.question.player.left_handed else self.call


def question_at(player: Player, station: Station, learned: Learned = NOTHING_LEARNED) -> Question:
    """The shot of a station: a usual green about its target."""
    front, back = usual_edges(station.flag_m)
    land = None if station.land_share is None else station.land_share * station.flag_m
    line = Line(station.flag_m, Landing(front, back, width_m=usual_width(front, back)), land_m=land)
    return taught(Question(player, station.slope, line, wind=station.wind, lie=station.lie), learned)


def _clubs(player: Player, station: Station) -> tuple[Club, ...]:
    loft = station.loft_deg
    if station.kind is not None:
        return tuple(club for club in player.bag if club.kind == station.kind)
    if loft is None:
        return player.bag
    struck = [club for club in player.bag if club.kind != "putter"] or list(player.bag)
    return (min(struck, key=lambda club: abs(np.degrees(club.loft_rad) - loft)),)


def _best(shot: Prepared) -> tuple[Call, int] | None:
    ranked = all_struck(shot, TRIED)
    if not ranked:
        return None
    call, candidate = ranked[0]
    return call, next(k for k, c in enumerate(shot.candidates) if c.id == candidate.id)


def stage(player: Player, station: Station, learned: Learned = NOTHING_LEARNED) -> Staged | None:
    """The best call of a station for this player; None where nothing of it can be played."""
    question = question_at(player, station, learned)
    question = mirrored(question) if is_mirrored(question) else question
    clubs = _clubs(player, station)
    if not clubs:
        return None
    only = tuple(f"{club.id}~{method}" for club in clubs for method in station.methods)
    shot = prepare(replace(question, only=only), list_candidates)
    best = _best(shot)
    if best is None or shot.found is None:
        return None
    call, place = best
    (call,) = with_detail([call], shot.batch([shot.candidates[place]]), shot.world)
    batch = shot.found.batch.take(np.array([place]))
    return Staged(station, call, One(shot.question, call, batch, shot.world, shot.found, place))


LEAST_STEP = 2.0
"""A step of fewer strokes is none that balls could tell. Judgement."""


def better_handicap(handicap: float) -> float:
    """The next step below a handicap; itself where there is none."""
    return next((step for step in STEPS if step <= handicap - LEAST_STEP), handicap)


def handicap_after(handicap: float, steps: int) -> float:
    """The handicap so many steps below."""
    for _ in range(steps):
        handicap = better_handicap(handicap)
    return handicap


def narrowed(player: Player, handicap: float) -> Player:
    """The player with a scatter as much narrower as a typical one's gets by that handicap."""
    now, then = Scatter.for_handicap(player.handicap), Scatter.for_handicap(handicap)
    ratio = {name: then.widths[name] / width for name, width in now.widths.items()}
    return replace(player, scatter=player.scatter.times(ratio))


def steps_better(staged: Staged, steps: int) -> Staged:
    """The same stroke in the hands of a player so many handicap steps better."""
    if steps == 0:
        return staged
    question = staged.stroke.question
    better = replace(question, player=narrowed(question.player, handicap_after(question.player.handicap, steps)))
    return replace(staged, stroke=replace(staged.stroke, question=better))


def _clean(staged: Staged) -> float:
    """How often the strike doesn't fail, by the plan's own odds."""
    stroke, swing = staged.stroke, np.array([staged.call.swing])
    played = play(stroke.batch, stroke.world, swing, np.array([staged.call.aim_rad]))
    scatter, difficulty = stroke.question.player.scatter, np.array([stroke.strike_difficulty])
    return strike_odds(stroke.batch, stroke.world.lie, played, scatter, swing, difficulty)[0].clean


def _struck(staged: Staged) -> Struck:
    return strike(staged.stroke, CHANCE.error(1.0), even_normals(STRIKES, 6))


def _is_on(staged: Staged, rest: Vec) -> Mask:
    green = staged.stroke.question.line.landing
    is_long = (rest[:, 0] >= green.front_m) & (rest[:, 0] <= green.back_m)
    return np.asarray(is_long & (np.abs(rest[:, 1]) <= green.width_m / 2.0))


def _green(staged: Staged) -> float:
    return share_of_all(_is_on(staged, _struck(staged).played.runs.rest))


def _down(staged: Staged) -> float:
    """How often one putt is enough, by the strokes that are published from where it ends (three putts left out)."""
    rest = _struck(staged).played.runs.rest
    left = np.hypot(rest[:, 0] - staged.station.flag_m, rest[:, 1])
    one_putt = np.clip(2.0 - putts(left, staged.stroke.question.player.handicap), 0.0, 1.0)
    return share_of_all(np.where(_is_on(staged, rest), one_putt, 0.0))


OVER_SHARE = 0.85
"""The rod to be cleared hangs at this share of the height the call flies. Judgement."""


def _over(staged: Staged) -> float:
    return share_of_all(_struck(staged).played.flights.apex_m >= OVER_SHARE * staged.call.apex_m)


BRUSHED_M = 0.018
"""A head brushes a flat tee when the bottom of the arc is no further from it. Judgement."""


def _tee(staged: Staged) -> float:
    return share_of_all(np.abs(_struck(staged).off.along_m) <= BRUSHED_M)


FLIPPED_RAD = math.radians(1.0)
"""Hands that add so much loft bring the rod to the ribs. Judgement."""


def _rod(staged: Staged) -> float:
    scatter = staged.stroke.question.player.scatter
    return share_of_all(even_normals(STRIKES, 6)[:, 2] * scatter.loft_rad * staged.stroke.difficulty > -FLIPPED_RAD)


FOOT_READ_DEG, FOOT_RIGHT_DEG = 0.7, 0.5
"""How far a slope felt through the feet is usually off, and what counts as right. Judgement; who is surer of the face
is taken to be surer of this too."""


def _read(staged: Staged) -> float:
    usual = Scatter.for_handicap(14.0).face_rad
    off = FOOT_READ_DEG * staged.stroke.question.player.scatter.face_rad / usual
    return share_of_all(np.abs(even_normals(STRIKES, 6)[:, 0]) * off <= FOOT_RIGHT_DEG)


def share_of_all(hits: Mask | Vec) -> float:
    """Share of hits; nobody is certain of the next ball: one more of each kind (Laplace)."""
    return (float(np.sum(hits)) + 1.0) / (len(hits) + 2.0)


_SHARES: dict[Score, Callable[[Staged], float]] = {
    "clean": _clean,
    "green": _green,
    "over": _over,
    "tee": _tee,
    "rod": _rod,
    "down": _down,
    "read": _read,
}


def share_of(staged: Staged, score: Score) -> float:
    """How often a ball is a hit where nothing is measured."""
    return _SHARES[score](staged)


def _inside(staged: Staged, struck: Struck) -> Vec:
    rest = struck.played.runs.rest
    return np.asarray(np.hypot(rest[:, 0] - staged.station.flag_m, rest[:, 1]))


def _beside(staged: Staged, struck: Struck) -> Vec:
    return np.asarray(np.abs(struck.played.runs.rest[:, 1]))


def _from_spot(staged: Staged, struck: Struck) -> Vec:
    landing = struck.played.flights.landing
    return np.asarray(np.hypot(landing[:, 0] - staged.spot_m, landing[:, 1]))


def _apex(staged: Staged, struck: Struck) -> Vec:
    return struck.played.flights.apex_m


NEAR_STRING_M = 5.0
"""So far ahead of the ball a string hangs that a low flight starts under. Judgement: further on it would be too high to
hang."""


def _height_near(staged: Staged, struck: Struck) -> Vec:
    """Of the ball's top as it comes to the string; so near, nothing has bent its way yet."""
    velocity = struck.played.launch.velocity
    return np.asarray(NEAR_STRING_M * velocity[:, 2] / np.hypot(velocity[:, 0], velocity[:, 1]) + 2.0 * BALL_RADIUS_M)


GATE_AT_M = 2.0
"""So far ahead of the ball the canes of the start gate stand. Common practice."""


def _beside_start(staged: Staged, struck: Struck) -> Vec:
    """Beside the line the ball is meant to start on, where the canes stand: of the ball's far edge."""
    velocity = struck.played.launch.velocity
    y = GATE_AT_M * (velocity[:, 1] / velocity[:, 0] - math.tan(staged.call.start_rad))
    return np.asarray(np.abs(y) + BALL_RADIUS_M)


def _off_middle(staged: Staged, struck: Struck) -> Vec:
    return np.abs(struck.heel_m)


def _off_entry(staged: Staged, struck: Struck) -> Vec:
    return np.asarray(np.abs(struck.off.along_m))


_TAPES: dict[Score, Callable[[Staged, Struck], Vec]] = {
    "inside": _inside,
    "line": _beside,
    "landing": _from_spot,
    "under": _apex,
    "low": _height_near,
    "start": _beside_start,
    "gate": _off_middle,
    "entry": _off_entry,
}


def measured(staged: Staged, score: Score) -> Vec:
    """What the tape says of each of STRIKES strikes (m): the less the better. `score`: one that is measured."""
    assert score in MEASURED, score
    return _TAPES[score](staged, _struck(staged))
