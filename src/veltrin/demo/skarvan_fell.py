"""Skarvan Fell: an invented upland course at 620 m, its coach and four players."""

from __future__ import annotations

from datetime import date

from veltrin.demo import nine_holes
from veltrin.demo.lesson import keep_lesson_of
from veltrin.demo.log import keep_log
from veltrin.demo.on_holes import keep_shots_on_holes
from veltrin.demo.season import keep_season
from veltrin.service.course.contracts.courses import CourseNew, CourseRow
from veltrin.service.course.contracts.ground import KeepGround, MeasureGround, StruckBallIn
from veltrin.service.course.courses import save_course
from veltrin.service.course.grounds import keep
from veltrin.service.players.contracts.players import PlayerEdit, PlayerNew, PlayerOut
from veltrin.service.players.players import add_player, edit_player, show_player
from veltrin.service.shot.contracts.day import DayIn
from veltrin.service.shot.contracts.kept_shots import ShotNew
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.plan import LieIn, PlanRequest
from veltrin.service.shot.contracts.settings import SettingsIn
from veltrin.service.shot.contracts.world import AirIn
from veltrin.service.shot.kept_shots import keep_shot
from veltrin.service.shot.plan import plan
from veltrin.service.shot.settings import write_samples, write_settings
from veltrin.store.engine import Store

FELL_AIR = AirIn(temperature_c=12, altitude_m=620, humidity_pct=70)
FELL_DAY = DayIn(name="Mild and still", air=FELL_AIR)

PLAYERS = {
    "tove": PlayerNew(
        name="Tove Aldersyn", hand="right", stature_m=1.62, handicap=16, note="14, junior",
        seven_iron_carry_m=112, leave_out=["3-wood", "5-iron"],
    ),
    "corwin": PlayerNew(
        name="Corwin Maddersly", hand="left", stature_m=1.84, handicap=9, note="left-handed",
        seven_iron_carry_m=143,
    ),
    "ansgar": PlayerNew(
        name="Ansgar Pellwick", hand="right", stature_m=1.74, handicap=21, note="71, senior",
        seven_iron_carry_m=108, leave_out=["5-iron"],
    ),
    "brisa": PlayerNew(
        name="Brisa Okonlund", hand="right", stature_m=1.71, handicap=3, note="strong, county squad",
        seven_iron_carry_m=138,
    ),
}  # fmt: skip

SHOTS = (
    ("tove", 7.0, -3.0, LineIn(flag_m=14.5, green_front_m=8, green_back_m=22, surround="fringe", firmness="firm",
                               green_speed_ft=10), "Below the 4th, short-sided"),
    ("corwin", -6.0, 0.0, LineIn(flag_m=128, green_front_m=118, green_back_m=143), "Up the bank on the 9th"),
    ("ansgar", 0.0, 5.0, LineIn(flag_m=86, green_front_m=78, green_back_m=101), "Ball above the feet, 12th"),
)  # fmt: skip


# Rounds on the wedges' grooves, and when they were bought: one of each state.
WEDGES = {"tove": (22.0, date(2026, 6, 2)), "corwin": (48.0, date(2026, 1, 20)), "ansgar": (12.0, date(2025, 4, 11))}


def worn(player: PlayerOut) -> PlayerEdit:
    """The player with wedges as old as they are."""
    rounds, bought = WEDGES.get(player.id, (35.0, date(2026, 5, 1)))
    wedges = [c.id for c in player.clubs if c.kind == "wedge"]
    clubs = [
        c.model_copy(update={"rounds": rounds + 10 * wedges.index(c.id), "bought_on": bought}) if c.id in wedges else c
        for c in player.clubs
    ]
    fields = player.model_dump(include=set(PlayerEdit.model_fields) - {"clubs"})
    return PlayerEdit(**fields, clubs=clubs)


ROUGH_CARRIES_M = (40.0, 46.5, 43.0, 49.5, 38.5, 45.0, 42.0, 47.5)


def keep_measured_rough(store: Store, course: CourseRow) -> None:
    """The rough of the course as eight balls of Corwin's told it: it takes more than rough in general."""
    lie = LieIn(cover="rough", sunk=1.0)
    request = PlanRequest(player_id="corwin", lie=lie, line=LineIn(flag_m=60.0), air=FELL_AIR)
    balls = [StruckBallIn(carry_m=carry) for carry in ROUGH_CARRIES_M]
    measure = MeasureGround(request=request, call_id=plan(store, request).calls[0].id, balls=balls)
    keep(store, course.id, KeepGround(version=course.version, measure=measure))


def fill(store: Store) -> None:
    """Put the demo data into an empty store."""
    for player_id, body in PLAYERS.items():
        add_player(store, body, player_id)
        edit_player(store, player_id, worn(show_player(store, player_id)))
    write_settings(
        store, SettingsIn(coach="Maren Holloway-Strand", course="Skarvan Fell", day=FELL_DAY, last_player_id="tove")
    )
    for player_id, fall, side, line, note in SHOTS:
        request = PlanRequest(player_id=player_id, lie=LieIn(fall_deg=fall, side_deg=side), line=line, air=FELL_AIR)
        best = plan(store, request).calls[0]
        keep_shot(store, ShotNew(request=request, call_id=best.id, note=note))
    course = save_course(store, CourseNew(text=nine_holes.FILE.read_text(), name="Skarvan Fell"))
    keep_measured_rough(store, course)
    keep_log(store, FELL_AIR)
    keep_shots_on_holes(store, course, FELL_AIR)
    keep_season(store)
    keep_lesson_of(store, FELL_AIR)
    write_samples(store, list(PLAYERS))
