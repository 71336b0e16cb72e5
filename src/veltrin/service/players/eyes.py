"""How a coach or a player reads: what scenes they read have taught of their eye."""

from __future__ import annotations

from veltrin.core.eye import Eye, EyeKind, Read, calibrated
from veltrin.service.players.forms import SCENE
from veltrin.store.engine import Store
from veltrin.store.repositories import eye as rows
from veltrin.store.tables import SceneRow

MOST_REMEMBERED = 400


def reads_of(row: SceneRow) -> tuple[Read, ...]:
    """What was read of a scene, each beside the truth."""
    return tuple(Read(kind, *pair) for kind, pair in (SCENE.open(row.readings_json).value or {}).items())


def eyes_of(store: Store, reader_id: str | None) -> dict[EyeKind, Eye]:
    """How somebody reads, by kind."""
    with store.session() as session:
        found = rows.newest(session, reader_id, MOST_REMEMBERED)
    return calibrated([read for row in found for read in reads_of(row)])
