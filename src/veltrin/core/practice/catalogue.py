"""All drills by id. A new one is an entry in its family's file."""

from __future__ import annotations

from veltrin.core.errors import UnknownNameError
from veltrin.core.practice import far, games, lies, strike
from veltrin.core.practice.drill import Drill

DRILLS: dict[str, Drill] = {d.id: d for d in (*strike.DRILLS, *lies.DRILLS, *far.DRILLS, *games.DRILLS)}


def drill_named(drill_id: str, field: str = "drill_id") -> Drill:
    """Find a drill; UnknownNameError, naming the input it came from, where there is none."""
    if drill_id not in DRILLS:
        raise UnknownNameError(field, drill_id, list(DRILLS))
    return DRILLS[drill_id]


def drills_for(cause_id: str) -> tuple[Drill, ...]:
    """Drills that cure a cause of the fault reader."""
    return tuple(d for d in DRILLS.values() if cause_id in d.cures)
