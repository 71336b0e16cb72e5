"""Documents written from the code: JSON Schemas, the OpenAPI description, the catalogue of methods."""

from __future__ import annotations

import json
from collections.abc import Iterable
from dataclasses import asdict
from pathlib import Path
from typing import get_args

from veltrin.core.air import EXPOSURES
from veltrin.core.care import RAINS
from veltrin.core.coefficient import rows_of
from veltrin.core.constants import BALL_M
from veltrin.core.day import GROWTHS
from veltrin.core.glossary import GLOSSARY
from veltrin.core.ground import Grain
from veltrin.core.hole import KINDS, OBSTACLES
from veltrin.core.learn import DECIDES, FEWEST_BALLS, MOST_BALLS
from veltrin.core.methods import CATALOGUE, DISPUTES, HAND_WORDS, Method, in_general
from veltrin.core.plan import MOODS, READINGS, TARGET_WORDS, USUAL, Coefficients
from veltrin.core.plan.coefficients import WORDS
from veltrin.core.plan.rank import STAYS_WITHIN
from veltrin.core.practice import ALWAYS, DRILLS, SCORE_WORDS, Drill
from veltrin.core.quantity import QUANTITIES
from veltrin.core.run import FIRMNESS, SurroundName
from veltrin.core.run.terrain import (
    LEAST_USUAL_WIDTH_M,
    USUAL_BACK_M,
    USUAL_FRONT_M,
    USUAL_FRONT_SHARE,
    USUAL_WIDTH_SHARE,
)
from veltrin.service.files.contracts.exchange import BookFile
from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.flight import FlightRequest, FlightResponse
from veltrin.service.shot.contracts.methods import SchoolsResponse
from veltrin.service.shot.contracts.plan import PlanRequest, PlanResponse
from veltrin.service.shot.contracts.world import WindIn
from veltrin.service.shot.days import day_tables
from veltrin.service.shot.ground import ground

SCHEMAS: dict[str, tuple[type[Contract], bool]] = {
    "flight-request": (FlightRequest, True),
    "flight-response": (FlightResponse, False),
    "plan-request": (PlanRequest, True),
    "plan-response": (PlanResponse, False),
    "schools-response": (SchoolsResponse, False),
    "book-file": (BookFile, False),
}

WORD_LISTS: dict[str, Iterable[str]] = {
    "moods": MOODS,
    "surrounds": get_args(SurroundName),
    "grains": get_args(Grain),
    "rains": RAINS,
    "exposures": EXPOSURES,
    "growths": GROWTHS,
    "winds_by": get_args(WindIn.model_fields["by"].annotation),
}
"""What may be chosen on a page, in its order."""

_METHODS_HEAD = """# Methods

Written by `make docs` from `core/methods`; change it there. Each method is data plus small functions: where it applies,
what it asks for besides what the slope itself demands, how it delivers, what goes wrong.
"""


_COEFFICIENTS_HEAD = """# Coefficients

Written by `make docs` from the code; change them there: `flight/aero.py`, `run/coefficients.py`,
`ground/coefficients.py` and `kit/coefficients.py` of `core`. These are the numbers that the laws are set by. They are
handed down as arguments, so a question can be asked under others (`core/plan/coefficients.py`). The doubt is one
standard deviation: the plausible range is read as two to either side. What is only judgement says so; whatever is
published names its source. A test moves each of them through its range and asks that a plan changes.
"""


def _method_text(method: Method) -> str:
    method = in_general(method, left_handed=False)
    meets = {"face": "the face", "edge": "the edge", "splash": "sand or grass"}[method.blow]
    lines = [
        f"\n## {method.name} (`{method.id}`)\n",
        f"School: {method.school}. Family: {method.family}. Changes first: the {method.way}. "
        f"The ball is met by {meets}. Hands: {HAND_WORDS[method.hand]}. Hinge: {method.hinge}. "
        f"Scatter times {method.difficulty:g}.\n",
        f"- Best when {method.wins_when}.",
        f"- Bad miss: {method.miss}.",
        *(f"- Say: {words}" for words in method.key_words),
        *(f"- Fault: {fault}. Cure: {cure}." for fault, cure in method.faults),
        *(f"- Caution: {words}" for words in method.cautions),
        f"- Source: {method.source}.",
    ]
    return "\n".join(lines) + "\n"


_DRILLS_HEAD = """# Drills

Written by `make docs` from `core/practice`; change it there. Each drill is data: what it trains, where it is played
from, what is laid out. Measures and pass marks are worked out for a player when a drill is opened: the mark is what
that player reaches every other time today, the aim what a player of the next handicap step does, both with the chance
of luck (binomial).

Every drill carries these cautions:
"""


_GLOSSARY_HEAD = """# Words

Written by `make docs` from `core/glossary.py`; change it there. Words of the trade and of the model as the screens use
them.

"""


def _drill_text(drill: Drill) -> str:
    lines = [
        f"\n## {drill.name} (`{drill.id}`)\n",
        f"Family: {drill.family}. {drill.balls} balls. A hit: {SCORE_WORDS[drill.score]}. Trains {drill.trains}.\n",
        f"- {drill.how}",
        *(f"- From: {station.words}, {station.flag_m:g} m, {station.balls} balls." for station in drill.stations),
        f"- Needs: {', '.join(drill.needs)}.",
        *((f"- Laid out: {', '.join(drill.lay)}.",) if drill.lay else ()),
        *((f"- Cures: {', '.join(drill.cures)}.",) if drill.cures else ()),
        *((f"- Serves: {', '.join(drill.methods)}.",) if drill.methods else ()),
        *(f"- Say: {words}" for words in drill.say),
        *(f"- Caution: {words}" for words in drill.cautions),
        f"- Source: {drill.source}.",
    ]
    return "\n".join(lines) + "\n"


def _law_text(law: str) -> str:
    rows = [
        f"| `{name}` | {is_.words} | {value:.4g} | {is_.unit} | {is_.low:.3g} to {is_.high:.3g} | {is_.doubt:.2g} "
        f"| {is_.source} |"
        for name, is_, value in rows_of(getattr(USUAL, law))
    ]
    head = "| name | what it is | value | unit | plausible range | doubt | source |\n|---|---|---|---|---|---|---|"
    return f"\n## {law.capitalize()}\n\n{WORDS[law]}.\n\n{head}\n" + "\n".join(rows) + "\n"


def _house() -> dict[str, object]:
    """What pages read about a question: limits and steps of its numbers, what there is to draw, a usual green."""
    return {
        "quantities": {path: {k: v for k, v in asdict(q).items() if k != "path"} for path, q in QUANTITIES.items()},
        "readings": {
            r.name: {"low": round(r.low / r.quantity.scale, 6), "high": round(r.high / r.quantity.scale, 6)}
            for r in READINGS.values()
        },
        "areas": {kind.name: kind.words for kind in KINDS.values()},
        "obstacles": {kind.name: kind.words for kind in OBSTACLES.values()},
        "targets": TARGET_WORDS,
        "firmness": FIRMNESS,
        "words": {name: list(words) for name, words in WORD_LISTS.items()},
        "decides": {key: by.name for key, by in DECIDES.items()},
        "usual_green": {
            "front_m": USUAL_FRONT_M,
            "front_share": USUAL_FRONT_SHARE,
            "back_m": USUAL_BACK_M,
            "width_share": USUAL_WIDTH_SHARE,
            "least_width_m": LEAST_USUAL_WIDTH_M,
        },
        "ball_mm": 1000.0 * BALL_M,
        "as_good_strokes": STAYS_WITHIN,
        "balls_to_measure": {"fewest": FEWEST_BALLS, "most": MOST_BALLS},
    }


def texts(openapi: dict[str, object]) -> dict[str, str]:
    """Path below the docs folder -> text of every document."""
    bodies = {
        f"schema/{name}.schema.json": kind.model_json_schema(mode="validation" if is_input else "serialization")
        for name, (kind, is_input) in SCHEMAS.items()
    }
    bodies["schema/openapi.json"] = openapi
    made = {name: json.dumps(body, indent=2, sort_keys=True) + "\n" for name, body in bodies.items()}
    made["schema/day.json"] = json.dumps(day_tables().model_dump(), indent=2) + "\n"
    made["schema/ground.json"] = json.dumps(ground().model_dump(), indent=2) + "\n"
    made["schema/glossary.json"] = json.dumps(GLOSSARY, indent=2, ensure_ascii=False) + "\n"
    made["glossary.md"] = _GLOSSARY_HEAD + "".join(
        f"- **{word}**: {meaning}\n" for word, meaning in sorted(GLOSSARY.items())
    )
    made["schema/house.json"] = json.dumps(_house(), indent=2) + "\n"
    disputes = "".join(f"- {d.question} {', '.join(CATALOGUE[m].name for m in d.method_ids)}.\n" for d in DISPUTES)
    made["methods.md"] = f"{_METHODS_HEAD}\n## Where the schools disagree\n\n{disputes}" + "".join(
        _method_text(m) for m in CATALOGUE.values()
    )
    always = "".join(f"- {words}\n" for words in ALWAYS)
    made["coefficients.md"] = _COEFFICIENTS_HEAD + "".join(map(_law_text, Coefficients._fields))
    made["drills.md"] = f"{_DRILLS_HEAD}\n{always}" + "".join(_drill_text(d) for d in DRILLS.values())
    return made


def write(folder: Path, openapi: dict[str, object]) -> list[Path]:
    """Write them all below `folder`; returns the paths."""
    written = []
    for name, text in texts(openapi).items():
        path = folder / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(text)
        written.append(path)
    return written
