"""veltrin flight."""

from __future__ import annotations

from typing import TextIO

import click

from veltrin.commands.answers import answer
from veltrin.service.shot.contracts.flight import FlightRequest
from veltrin.service.shot.flight import fly_one


@click.command()
@click.argument("file", type=click.File("r"))
def flight(file: TextIO) -> None:
    """Fly one ball: reads launch numbers as JSON from FILE (- for standard input)."""
    answer(FlightRequest, file, fly_one)
