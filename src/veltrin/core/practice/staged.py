"""A station as this player plays it: the call, and what many strikes of it do, today and a step better."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.kit import NOTHING_LEARNED, Club, Learned, Player, Scatter
from veltrin.core.learn.causes import CHANCE
from veltrin.core.learn.faults import strike
from veltrin.core.plan.answer import with_detail
from veltrin.core.plan.candidates import list_candidates
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Call, Line, Question
from veltrin.core.plan.odds import even_normals, strike_odds
from veltrin.core.plan.one import One
from veltrin.core.plan.play import Played, play
from veltrin.core.plan.prepared import Prepared, prepare
from veltrin.core.plan.ranking import all_struck
from veltrin.core.practice.drill import Station, Tape
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
    return Question(player, station.slope, line, wind=station.wind, lie=station.lie, learned=learned)


def _clubs(player: Player, station: Station) -> tuple[Club, ...]:
    loft = station.loft_deg
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
    only = tuple(f"{club.id}~{method}" for club in _clubs(player, station) for method in station.methods)
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


def clean_share(staged: Staged) -> float:
    """How often the strike doesn't fail, by the plan's own odds."""
    stroke, swing = staged.stroke, np.array([staged.call.swing])
    contact = play(stroke.batch, stroke.world, swing, np.array([staged.call.aim_rad])).contact
    scatter, difficulty = stroke.question.player.scatter, np.array([stroke.strike_difficulty])
    return strike_odds(stroke.batch, stroke.world.lie, contact, scatter, swing, difficulty)[0].clean


def _inside(staged: Staged, played: Played) -> Vec:
    rest = played.runs.rest
    return np.asarray(np.hypot(rest[:, 0] - staged.station.flag_m, rest[:, 1]))


def _beside(staged: Staged, played: Played) -> Vec:
    return np.asarray(np.abs(played.runs.rest[:, 1]))


def _from_spot(staged: Staged, played: Played) -> Vec:
    landing = played.flights.landing
    return np.asarray(np.hypot(landing[:, 0] - staged.spot_m, landing[:, 1]))


def _apex(staged: Staged, played: Played) -> Vec:
    return played.flights.apex_m


_TAPES: dict[Tape, Callable[[Staged, Played], Vec]] = {
    "inside": _inside,
    "line": _beside,
    "landing": _from_spot,
    "under": _apex,
}


def measured(staged: Staged, tape: Tape) -> Vec:
    """What the tape says of each of STRIKES strikes (m): the less the better."""
    played = strike(staged.stroke, CHANCE.error, even_normals(STRIKES, 6)).played
    return _TAPES[tape](staged, played)
