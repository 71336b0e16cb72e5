"""Use case: a clinic of several players."""

from __future__ import annotations

from veltrin.core.counted import counted
from veltrin.core.practice import DRILLS, WARM_UP_MIN, make_ready, together
from veltrin.core.practice.clinic import Clinic
from veltrin.core.practice.clinic import plan_clinic as planned
from veltrin.service.house.errors import DomainError
from veltrin.service.house.turns import TURNS
from veltrin.service.players.habits import habits_of
from veltrin.service.players.players import find_stored
from veltrin.service.practice.contracts.clinic import ClinicIn, ClinicMark, ClinicOut, ClinicStation
from veltrin.service.practice.practice import drill_out, known_of, values_of
from veltrin.service.practice.stations import mark_out, measures_out
from veltrin.store.engine import Store
from veltrin.store.repositories.players import StoredPlayer


@TURNS.taken()
def plan_clinic(store: Store, body: ClinicIn) -> ClinicOut:
    """Stations worth most to all of them together; each plays for a mark of their own."""
    if len(set(body.player_ids)) < len(body.player_ids):
        raise DomainError("player_ids", "names a player twice.", "Name each once.")
    players = [find_stored(store, player_id) for player_id in body.player_ids]
    worth: dict[str, float] = dict.fromkeys(DRILLS, 0.0)
    for stored in players:
        for drill_id, value in values_of(known_of(store, stored.player.id)).items():
            worth[drill_id] += value
    clinic = planned(list(DRILLS.values()), worth, len(players), body.minutes, frozenset(body.missing))
    names = [stored.player.name for stored in players]
    return ClinicOut(
        stations=[_station(store, clinic, place, players) for place in range(len(clinic.stations))],
        round_minutes=round(clinic.round_min, 1),
        warm_up_minutes=WARM_UP_MIN,
        rounds=[[[names[k] for k in group] for group in stations] for stations in clinic.rounds],
        words=f"{counted(len(clinic.rounds), 'round')} of {clinic.round_min:.0f} minutes; everybody is at each station "
        "once. Chosen by what costs all of them together.",
    )


def _station(store: Store, clinic: Clinic, place: int, players: list[StoredPlayer]) -> ClinicStation:
    drill, balls = clinic.stations[place], max(clinic.balls[place], len(clinic.stations[place].stations))
    by_handicap = sorted(players, key=lambda stored: stored.player.handicap)
    middle = by_handicap[len(by_handicap) // 2]
    ready = {s.player.id: make_ready(drill, s.player, habits_of(store, s), 0, balls) for s in players}
    marks = []
    for stored in players:
        mark = together([one.mark for one in ready[stored.player.id] if one.mark is not None])
        marks.append(ClinicMark(player_id=stored.player.id, player_name=stored.player.name, mark=mark_out(mark)))
    return ClinicStation(
        drill=drill_out(drill),
        balls=balls,
        laid_for=middle.player.name,
        measures=[m for one in ready[middle.player.id] for m in measures_out(one)],
        marks=marks,
    )
