"""veltrin plan."""

from __future__ import annotations

from pathlib import Path
from typing import TextIO

import click

from veltrin.commands.answers import answer
from veltrin.commands.shared import opened_at, settings_of
from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.plan import plan as plan_one


@click.command()
@click.argument("file", type=click.File("r"))
@click.option("--data-dir", type=click.Path(file_okay=False, path_type=Path), help="Folder with the stored players.")
def plan(file: TextIO, data_dir: Path | None) -> None:
    """Plan one shot: reads and prints exactly what POST /api/plan does."""
    settings = settings_of(data_dir)

    def solve(request: PlanRequest) -> Contract:
        if request.player is not None:
            return plan_one(None, request)
        store = opened_at(settings.place)
        try:
            return plan_one(store, request)
        finally:
            store.close()

    answer(PlanRequest, file, solve)
