"""Made-up players for looking around, put beside a coach's own and taken away again."""

from __future__ import annotations

import io
import tempfile
from pathlib import Path

from veltrin.demo.kept import put_demo
from veltrin.service.files.bookfile import export, zipped
from veltrin.service.files.restore import merge
from veltrin.service.house.errors import ConflictError
from veltrin.service.house.store import DATABASE, open_store
from veltrin.service.lessons.privacy import drop_player
from veltrin.service.players.contracts.players import PlayerOut
from veltrin.service.players.players import list_players
from veltrin.service.shot.settings import read_settings, write_samples
from veltrin.store.engine import Store


def add_samples(store: Store) -> list[PlayerOut]:
    """Add the made-up players with their shots, sessions and a lesson; the coach's own settings stay as they are.

    Returns the added players. ConflictError where samples are there already.
    """
    if read_settings(store).sample_ids:
        raise ConflictError("samples", "are here already.", "Remove them first, then add them again.")
    before = {player.id for player in list_players(store)}
    with tempfile.TemporaryDirectory(prefix="veltrin-samples-") as folder:
        put_demo(Path(folder) / DATABASE)
        demo = open_store(Path(folder) / DATABASE)
        try:
            # The course's day and the coach of the demo are not this coach's.
            book = export(demo).model_copy(update={"settings": None, "lines": [], "days": []})
            file = io.BytesIO(b"".join(zipped(demo, book)))
        finally:
            demo.close()
    merge(store, file)
    added = [player for player in list_players(store) if player.id not in before]
    write_samples(store, [player.id for player in added])
    return added


def drop_samples(store: Store) -> None:
    """Delete the made-up players and everything of theirs; nothing of anybody else's."""
    here = {player.id for player in list_players(store)}
    for player_id in read_settings(store).sample_ids:
        if player_id in here:
            drop_player(store, player_id)
    write_samples(store, [])
