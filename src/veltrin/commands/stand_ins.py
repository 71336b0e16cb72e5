"""veltrin mast, veltrin monitor."""

from __future__ import annotations

import threading

import click

from veltrin.commands.shared import PORT
from veltrin.devices.mast import StandInMast
from veltrin.devices.monitor import StandInMonitor
from veltrin.devices.stand_in import LOOPBACK
from veltrin.settings import Settings


@click.command()
@PORT
@click.option("--seed", type=click.IntRange(0), default=7, show_default=True, help="Which made-up day.")
@click.option(
    "--rate", type=click.FloatRange(0.1, 200.0), default=1.0, show_default=True, help="How many times as fast."
)
def mast(port: int | None, seed: int, rate: float) -> None:
    """Stand in for a weather mast: a made-up day of wind and rain, one JSON line a second."""
    _stand_in(StandInMast, "weather mast", Settings().mast_port if port is None else port, seed, rate)


@click.command()
@PORT
@click.option("--seed", type=click.IntRange(0), default=7, show_default=True, help="Whose habits.")
@click.option(
    "--rate", type=click.FloatRange(0.1, 200.0), default=1.0, show_default=True, help="How many times as fast."
)
def monitor(port: int | None, seed: int, rate: float) -> None:
    """Stand in for a launch monitor: made-up shots of its stroke, one JSON line each."""
    _stand_in(StandInMonitor, "launch monitor", Settings().monitor_port if port is None else port, seed, rate)


def _stand_in(kind: type[StandInMast] | type[StandInMonitor], words: str, port: int, seed: int, rate: float) -> None:
    """Run a stand-in until it is stopped."""
    try:
        made = kind(port, seed, rate)
    except OSError as error:
        raise click.ClickException(
            f"Port {port} can't be used ({error.strerror}). Give another with --port."
        ) from error
    click.echo(f"A made-up {words} speaks on {LOOPBACK}:{made.port}  (Ctrl-C stops it)")
    try:
        threading.Event().wait()
    except KeyboardInterrupt:
        pass
    finally:
        made.stop()
        click.echo("Stopped.")
