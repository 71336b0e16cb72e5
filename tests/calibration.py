"""The model held against what is published, written to docs/calibration.md.

make calibration

make calibration SET=FILE: the same sections by the numbers of a calibration (veltrin calibrate --json FILE), in FILE
with the ending .md.
"""

from __future__ import annotations

import math
import sys
from concurrent.futures import ProcessPoolExecutor
from pathlib import Path
from typing import NamedTuple

from tests.averages import M_S_PER_MPH, changed, even_wind, flown_as
from tests.curves import drawn_curves
from tests.reference.tables import rows
from tests.situations import person
from veltrin.core.air import Air
from veltrin.core.calibrate import NUMBERS
from veltrin.core.geometry import elevation
from veltrin.core.hole import putts, strokes_from
from veltrin.core.kit import Learned
from veltrin.core.law import USUAL_LAWS, Laws
from veltrin.core.plan import plan_shot, taught
from veltrin.core.units import METRES_PER_YARD
from veltrin.service.many.contracts.calibrations import CalibrationBody
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.translate import question_in

WHO = ("tour", "scratch", "h9", "h18", "h27")
FLAGS = (5.0, 10.0, 15.0, 20.0, 30.0, 40.0, 60.0, 80.0, 100.0, 125.0, 150.0, 175.0, 200.0)
SUNK = {"fairway": 0.0, "rough": 0.6, "sand": 0.1}
"""How deep a ball lies, in balls, in what the published tables call these lies. Judgement."""

WINDS_MPH = (-20, -10, 10, 20)


class StrokeRow(NamedTuple):
    """One question: what the planner's first call costs, what is published, and which call it is."""

    lie: str
    who: str
    flag_m: float
    got: float
    published: float
    call_id: str


def stroke_row(lie: str, who: str, flag_m: float, laws: Laws = USUAL_LAWS) -> StrokeRow:
    """Ask for the first call from a plain lie on the usual green."""
    body = {"player_id": "x", "lie": {"cover": lie, "sunk": SUNK[lie]}, "line": {"flag_m": flag_m}}
    asked = question_in(PlanRequest.model_validate(body), person(who))
    call = plan_shot(taught(asked, Learned(laws=laws))).calls[0]
    return StrokeRow(lie, who, flag_m, call.strokes, float(strokes_from(lie, flag_m, person(who).handicap)), call.id)


def _stroke_rows(laws: Laws = USUAL_LAWS) -> list[StrokeRow]:
    asked = [(lie, who, flag, laws) for lie in SUNK for who in WHO for flag in FLAGS]
    with ProcessPoolExecutor(2) as pool:
        return list(pool.map(stroke_row, *zip(*asked, strict=True), chunksize=8))


def _stroke_table(lie: str, told: list[StrokeRow]) -> str:
    lines = [f"\n### {lie}\n", "| player | " + " | ".join(f"{f:g} m" for f in FLAGS) + " |"]
    lines.append("|---" * (len(FLAGS) + 1) + "|")
    for who in WHO:
        mine = [r for r in told if (r.lie, r.who) == (lie, who)]
        lines.append(f"| {who} | " + " | ".join(f"{r.got:.2f} ({r.got - r.published:+.2f})" for r in mine) + " |")
    return "\n".join(lines)


def _flight_table() -> str:
    titles = ("tour", "club", "fitted", "carry, m", "published", "off", "peak, m", "published", "off", "down")
    lines = ["| " + " | ".join((*titles, "published", "off")) + " |", "|---" * 12 + "|"]
    for row in rows("published_averages"):
        flown = flown_as(row)
        carry, peak, down = flown.landing[0, 0], flown.apex_m[0], -math.degrees(elevation(flown.velocity)[0])
        wanted, high = (METRES_PER_YARD * float(row[name]) for name in ("carry_yd", "apex_yd"))
        lines.append(
            f"| {row['tour']} | {row['club']} | {row['fitted']} | {carry:.0f} | {wanted:.0f} | "
            f"{100 * (carry / wanted - 1):+.1f} % | {peak:.0f} | {high:.0f} | {100 * (peak / high - 1):+.0f} % | "
            f"{down:.0f}° | {row['descent_deg']}° | {down - float(row['descent_deg']):+.1f}° |"
        )
    return "\n".join(lines)


def _wind_table() -> str:
    titles = ["| club | " + " | ".join(f"{mph:+d} mph" for mph in WINDS_MPH) + " | 1,500 m |"]
    lines = [*titles, "|---" * (len(WINDS_MPH) + 2) + "|"]
    for row in rows("published_averages"):
        cells = []
        for mph in WINDS_MPH:
            carry, peak = changed(row, even_wind(mph * M_S_PER_MPH))
            cells.append(f"{100 * carry:+.0f} %, peak {100 * peak:+.0f} %")
        thin, _ = changed(row, air=Air(20.0, 1500.0))
        lines.append(f"| {row['tour']} {row['club']} | " + " | ".join(cells) + f" | {100 * thin:+.1f} % |")
    return "\n".join(lines)


def _putt_table() -> str:
    lines = ["| putt from the fringe, 1 m of it | " + " | ".join(WHO) + " |", "|---" * (len(WHO) + 1) + "|"]
    for flag in (4.0, 8.0, 15.0, 25.0):
        cells = []
        for who in WHO:
            line = {"flag_m": flag, "green_front_m": 1.0, "green_back_m": flag + 8.0, "surround": "fringe"}
            body = {"player_id": "x", "lie": {"cover": "fringe"}, "line": line}
            plan = plan_shot(question_in(PlanRequest.model_validate(body), person(who)))
            putt = next(c for c in plan.calls if c.method_id == "plain-putt")
            published = float(putts(flag, person(who).handicap))
            cells.append(f"{putt.strokes:.2f} ({putt.strokes - published:+.2f})")
        lines.append(f"| {flag:g} m | " + " | ".join(cells) + " |")
    return "\n".join(lines)


HEAD = """# Calibration

Written by `make calibration`; the numbers are the model's own answers today. Published values are from memory.
"""

STROKES_HEAD = """
## Strokes to hole out
What the planner's own first call costs from a plain lie (level, dry, the usual green 8 m before to 10 m behind the
flag, fairway around it), and in brackets how far that is from the published strokes to hole out (Broadie 2012/2014,
from memory, from 20 yd on; nearer, and what a handicap adds, is judgement). Rough is a ball six tenths down in 80 mm
of it, sand one a tenth down. The scatter of players (`core/kit/player.py`), uneven ground, footing in sand and
matted grass are set by it.
"""

PUTTS_HEAD = """
## Putts from off the green
Cost, and in brackets against the published putt from as far on the green.
"""

FLIGHTS_HEAD = """
## Flights
Published averages of two tours, from memory; every third row had no part in the fit. 20 C at the sea.
"""

CURVES_HEAD = """
### The law beside what was measured
![Drag and lift coefficient by spin ratio](aero.svg)

Lines are the law at three Reynolds numbers (1.1e5, 1.8e5, 2.6e5); dots are Smits & Smith's (1994) C_D = 0.24 + 0.18 W
and C_L = 0.54 W^0.4; the shaded field is what Bearman & Harvey (1976) show for dimpled balls (all from memory). The
fit reaches one of its bounds: drag without spin (0.20); the change of lift with the Reynolds number comes near its own
(13.7 of 15 % a 1e5).
"""

WIND_HEAD = """
## Wind and thin air
What winds that are the same at all heights, and 1,500 m of height, do to carry and peak. Common practice: 20 mph
against costs a mid iron a fifth, 10 mph a tenth, from behind half of it; a driver about 15 %; peaks rise against the
wind and fall with it; more loft loses more; 1,500 m are worth 4 to 7 %.
"""


def _strokes(laws: Laws = USUAL_LAWS) -> list[str]:
    """Strokes to hole out: the tables, and how far each player is off at most."""
    told = _stroke_rows(laws)
    worst = {who: max(abs(r.got - r.published) for r in told if r.who == who) for who in WHO}
    off = "Furthest off: " + ", ".join(f"{who} {off:.2f}" for who, off in worst.items()) + "."
    print(off)
    return [*(_stroke_table(lie, told) for lie in SUNK), f"\n{off}"]


def by_calibration(file: Path) -> None:
    """Write the sections that measured numbers change, beside the file that holds them."""
    body = CalibrationBody.model_validate_json(file.read_text())
    known = {number.id: number for number in NUMBERS}
    measured = [one for one in body.numbers if one.is_measured]
    laws = Laws.calibrated(1, tuple(share for one in measured for share in known[one.id].moved(one.share)))
    lines = [f"- {one.words}: x {one.share:.2f} ({one.low:.2f} to {one.high:.2f})" for one in measured]
    from_ = f"By {body.shots} shots of {body.players} players these numbers were measured, as shares of the usual ones."
    page = file.with_suffix(".md")
    page.write_text("\n".join(["# A calibration\n", from_, "", *lines, STROKES_HEAD, *_strokes(laws)]) + "\n")
    print(f"{page} is written.")


def main() -> None:
    """Ask everything, write the page."""
    if len(sys.argv) > 1:
        by_calibration(Path(sys.argv[1]))
        return
    parts = [
        HEAD + STROKES_HEAD,
        *_strokes(),
        PUTTS_HEAD,
        _putt_table(),
        FLIGHTS_HEAD,
        _flight_table(),
        CURVES_HEAD,
        WIND_HEAD,
        _wind_table(),
    ]
    docs = Path(__file__).parent.parent / "docs"
    (docs / "calibration.md").write_text("\n".join(parts) + "\n")
    (docs / "aero.svg").write_text(drawn_curves())


if __name__ == "__main__":
    main()
