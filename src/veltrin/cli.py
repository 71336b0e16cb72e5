"""The command line: veltrin demo | serve | mast | flight | plan | doctor | docs."""

from __future__ import annotations

import json
import shutil
import socket
import sys
import tempfile
import threading
from collections.abc import Callable
from pathlib import Path
from typing import Any, TextIO, TypeVar

import click
import uvicorn
from pydantic import ValidationError

from veltrin.api.app import create_app, describe
from veltrin.demo import fill
from veltrin.devices.mast import LOOPBACK, StandInMast
from veltrin.service import doctor as doctor_service
from veltrin.service import documents
from veltrin.service.contracts.base import Contract
from veltrin.service.contracts.errors import ErrorBody, ErrorItem, explain
from veltrin.service.contracts.flight import FlightRequest
from veltrin.service.contracts.plan import PlanRequest
from veltrin.service.errors import DomainError
from veltrin.service.flight import fly_one
from veltrin.service.plan import plan as plan_one
from veltrin.service.store import Store, open_store
from veltrin.settings import WEB_DIST, Settings

Question = TypeVar("Question", bound=Contract)


@click.group(context_settings={"help_option_names": ["-h", "--help"]})
@click.version_option(package_name="veltrin")
def main() -> None:
    """Work out the shot that is not flat and clean."""


def _listen(port: int, or_any: bool) -> socket.socket:
    """Listen on the loopback address before it is told: whoever opens it at once waits instead of being refused."""
    try:
        return socket.create_server((LOOPBACK, port), backlog=128)
    except OSError as error:
        if or_any:
            return socket.create_server((LOOPBACK, 0), backlog=128)
        raise click.ClickException(
            f"Port {port} can't be used ({error.strerror}). Give another with --port, or --port 0 for a free one."
        ) from error


def _run_server(store: Store, listening: socket.socket, mast_port: int) -> None:
    server = uvicorn.Server(uvicorn.Config(create_app(store, WEB_DIST, mast_port), log_level="warning"))
    click.echo(f"Veltrin is at http://{LOOPBACK}:{listening.getsockname()[1]}  (Ctrl-C stops it)")
    try:
        server.run(sockets=[listening])
    except KeyboardInterrupt:
        pass
    finally:
        store.close()
        click.echo("Stopped.")


@main.command()
@click.option("--port", type=click.IntRange(0, 65535), help="Port on the loopback address (0: a free one).")
@click.option("--data-dir", type=click.Path(file_okay=False, path_type=Path), help="Folder of the database.")
def serve(port: int | None, data_dir: Path | None) -> None:
    """Serve your own data on this machine only."""
    settings = Settings() if data_dir is None else Settings(data_dir=data_dir)
    listening = _listen(settings.port if port is None else port, or_any=False)
    _run_server(open_store(settings.database), listening, settings.mast_port)


@main.command()
@click.option("--port", type=click.IntRange(0, 65535), help="Port on the loopback address (0: a free one).")
def demo(port: int | None) -> None:
    """Serve a made-up coach, players and course from a fresh folder that is removed at the end."""
    # Nobody has the demo's address in a bookmark: if the usual port is taken, any other will do.
    listening = _listen(Settings().port if port is None else port, or_any=port is None)
    folder = Path(tempfile.mkdtemp(prefix="veltrin-demo-"))
    try:
        click.echo("Making up the players of Skarvan Fell. The very first start compiles the model: half a minute.")
        store = open_store(folder / "veltrin.sqlite3")
        fill(store)
        mast = StandInMast(0)
        _run_server(store, listening, mast.port)
        mast.stop()
    finally:
        shutil.rmtree(folder, ignore_errors=True)


@main.command()
@click.option("--port", type=click.IntRange(0, 65535), help="Port on the loopback address (0: a free one).")
@click.option("--seed", type=click.IntRange(0), default=7, show_default=True, help="Which made-up day.")
@click.option(
    "--rate", type=click.FloatRange(0.1, 200.0), default=1.0, show_default=True, help="How many times as fast."
)
def mast(port: int | None, seed: int, rate: float) -> None:
    """Stand in for a weather mast: a made-up day of wind and rain, one JSON line a second."""
    wanted = Settings().mast_port if port is None else port
    try:
        stand_in = StandInMast(wanted, seed, rate)
    except OSError as error:
        raise click.ClickException(
            f"Port {wanted} can't be used ({error.strerror}). Give another with --port."
        ) from error
    click.echo(f"A made-up weather mast speaks on {LOOPBACK}:{stand_in.port}  (Ctrl-C stops it)")
    try:
        threading.Event().wait()
    except KeyboardInterrupt:
        pass
    finally:
        stand_in.stop()
        click.echo("Stopped.")


def _refuse(items: list[ErrorItem]) -> None:
    click.echo(ErrorBody(errors=items).model_dump_json(indent=2), err=True)
    sys.exit(2)


def _answer(kind: type[Question], source: TextIO, solve: Callable[[Question], Contract]) -> None:
    """Read a question as JSON, print the answer as JSON; bad input goes to stderr with exit code 2."""
    try:
        body: Any = json.loads(source.read())
        click.echo(solve(kind.model_validate(body)).model_dump_json(indent=2))
    except json.JSONDecodeError as error:
        _refuse([ErrorItem(field="body", problem=f"is not valid JSON: {error}.", fix="Check brackets and quotes.")])
    except ValidationError as error:
        _refuse([explain(e) for e in error.errors()])
    except DomainError as error:
        _refuse([ErrorItem(field=error.field, problem=error.problem, fix=error.fix)])


@main.command()
@click.argument("file", type=click.File("r"))
def flight(file: TextIO) -> None:
    """Fly one ball: reads launch numbers as JSON from FILE (- for standard input)."""
    _answer(FlightRequest, file, fly_one)


@main.command()
@click.argument("file", type=click.File("r"))
@click.option("--data-dir", type=click.Path(file_okay=False, path_type=Path), help="Folder with the stored players.")
def plan(file: TextIO, data_dir: Path | None) -> None:
    """Plan one shot: reads and prints exactly what POST /api/plan does."""
    settings = Settings() if data_dir is None else Settings(data_dir=data_dir)

    def solve(request: PlanRequest) -> Contract:
        if request.player is not None:
            return plan_one(None, request)
        store = open_store(settings.database)
        try:
            return plan_one(store, request)
        finally:
            store.close()

    _answer(PlanRequest, file, solve)


@main.command()
def doctor() -> None:
    """Check that everything this installation needs is there and works."""
    findings = doctor_service.examine(Settings().data_dir, WEB_DIST)
    for finding in findings:
        click.echo(f"{'ok  ' if finding.ok else 'FAIL'}  {finding.name}: {finding.words}")
    sys.exit(0 if all(f.ok for f in findings) else 1)


@main.command()
@click.argument("folder", type=click.Path(file_okay=False, path_type=Path))
def docs(folder: Path) -> None:
    """Write JSON Schemas, the OpenAPI description and the catalogue of methods below FOLDER."""
    for path in documents.write(folder, describe()):
        click.echo(path)
