"""veltrin demo | serve | coach | backup | restore | mast | monitor | flight | plan | doctor | docs."""

from __future__ import annotations

import contextlib
import json
import shutil
import socket
import sys
import tempfile
import threading
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any, TextIO, TypeVar

import click
from pydantic import ValidationError

from veltrin.api.app import create_app, describe
from veltrin.api.asking import server_of
from veltrin.api.guard import LOOPBACK_HOSTS, Guard
from veltrin.demo import fill
from veltrin.devices.mast import StandInMast
from veltrin.devices.monitor import StandInMonitor
from veltrin.devices.stand_in import LOOPBACK
from veltrin.service import coaches, copies, documents
from veltrin.service import doctor as doctor_service
from veltrin.service.coaches import add_coach, has_coaches
from veltrin.service.contracts.base import Contract
from veltrin.service.contracts.errors import ErrorBody, ErrorItem, explain
from veltrin.service.contracts.flight import FlightRequest
from veltrin.service.contracts.plan import PlanRequest
from veltrin.service.errors import DomainError
from veltrin.service.flight import fly_one
from veltrin.service.plan import plan as plan_one
from veltrin.service.store import Store, hold, open_store
from veltrin.settings import WEB_DIST, Settings

Question = TypeVar("Question", bound=Contract)


@click.group(context_settings={"help_option_names": ["-h", "--help"]})
@click.version_option(package_name="veltrin")
def main() -> None:
    """Work out the shot that is not flat and clean."""


DATA_DIR = click.option("--data-dir", type=click.Path(file_okay=False, path_type=Path), help="Folder of the database.")


def _settings(data_dir: Path | None) -> Settings:
    return Settings() if data_dir is None else Settings(data_dir=data_dir)


@contextlib.contextmanager
def _told() -> Iterator[None]:
    """Say in words what is refused."""
    try:
        yield
    except DomainError as error:
        raise click.ClickException(f"{error.problem} {error.fix}") from error


def _open(database: Path) -> Store:
    with _told():
        return open_store(database)


@contextlib.contextmanager
def _opened(settings: Settings) -> Iterator[Store]:
    """Hold the store for one command."""
    store = _open(settings.database)
    try:
        yield store
    finally:
        store.close()


def _listen(port: int, or_any: bool, host: str = LOOPBACK) -> socket.socket:
    """Listen before the address is told: whoever opens it at once waits instead of being refused."""
    try:
        return socket.create_server((host, port), backlog=128)
    except OSError as error:
        if or_any:
            return socket.create_server((host, 0), backlog=128)
        raise click.ClickException(
            f"Port {port} can't be used ({error.strerror}). Give another with --port, or --port 0 for a free one."
        ) from error


def _run_server(
    store: Store,
    listening: socket.socket,
    mast_port: int,
    monitor_port: int,
    asks: Guard | None = None,
    **more: Any,
) -> None:
    app = create_app(store, WEB_DIST, mast_port, monitor_port, asks)
    server = server_of(app, **more)
    host, port = listening.getsockname()[:2]
    scheme = "https" if "ssl_certfile" in more else "http"
    click.echo(f"Veltrin is at {scheme}://{host}:{port}  (Ctrl-C stops it)")
    try:
        server.run(sockets=[listening])
    except KeyboardInterrupt:
        pass
    finally:
        store.close()
        click.echo("Stopped.")


PEM = click.Path(exists=True, dir_okay=False, path_type=Path)


@main.command()
@click.option("--port", type=click.IntRange(0, 65535), help="Port on the loopback address (0: a free one).")
@DATA_DIR
@click.option("--host", default=LOOPBACK, show_default=True, help="Address to listen on; beyond loopback, sign-in.")
@click.option("--name", "names", multiple=True, help="A further name or address by which this server is reached.")
@click.option(
    "--certificate", type=click.Path(exists=True, dir_okay=False, path_type=Path), help="TLS: the chain (PEM)."
)
@click.option("--key", type=click.Path(exists=True, dir_okay=False, path_type=Path), help="TLS: its key (PEM).")
@click.option("--proxy", help="Address of a proxy before this server: only it may say whose request it passes on.")
def serve(
    port: int | None,
    data_dir: Path | None,
    host: str,
    names: tuple[str, ...],
    certificate: Path | None,
    key: Path | None,
    proxy: str | None,
) -> None:
    """Serve your own data: on this machine only, or with --host on a network, to coaches who sign in."""
    settings = _settings(data_dir)
    if (certificate is None) != (key is None):
        raise click.ClickException("A certificate needs its key. Give both --certificate and --key, or neither.")
    more: dict[str, Any] = {}
    if certificate is not None and key is not None:
        more |= {"ssl_certfile": str(certificate), "ssl_keyfile": str(key)}
    if proxy is not None:
        more |= {"proxy_headers": True, "forwarded_allow_ips": proxy}
    with _told(), hold(settings.database):
        store = open_store(settings.database)
        asks = None
        if host not in LOOPBACK_HOSTS:
            if not has_coaches(store):
                store.close()
                raise click.ClickException(
                    f"Beyond this machine ({host}) everybody has to sign in, and nobody can yet. "
                    "Add a coach first: veltrin coach add NAME."
                )
            asks = Guard(_names_of(host, names), is_secure=certificate is not None)
        listening = _listen(settings.port if port is None else port, or_any=False, host=host)
        stop = threading.Event()
        copies.keep_daily(store, stop)
        try:
            _run_server(store, listening, settings.mast_port, settings.monitor_port, asks, **more)
        finally:
            stop.set()


def _names_of(host: str, more: tuple[str, ...]) -> tuple[str, ...]:
    """The names this server answers to: what it listens on, this machine's own name and addresses, what was added."""
    found = {host, *LOOPBACK_HOSTS, *more} - {"0.0.0.0", "::"}
    with contextlib.suppress(OSError):
        name = socket.gethostname()
        found |= {name, *socket.gethostbyname_ex(name)[2]}
    with contextlib.suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        # Sends nothing: it asks the routing table which of this machine's addresses faces the network.
        probe.connect(("192.0.2.1", 9))
        found.add(probe.getsockname()[0])
    return tuple(sorted(found))


@main.group()
def coach() -> None:
    """Coaches who may sign in from other machines."""


@coach.command("add")
@click.argument("name")
@DATA_DIR
@click.option("--passphrase", envvar="VELTRIN_PASSPHRASE", prompt=True, hide_input=True, confirmation_prompt=True)
def coach_add(name: str, data_dir: Path | None, passphrase: str) -> None:
    """Add a coach, or give one a new passphrase; asks for it. The first one takes over what is there already."""
    try:
        with _opened(_settings(data_dir)) as store:
            add_coach(store, name, passphrase)
    except DomainError as error:
        raise click.ClickException(f"{error.field} {error.problem} {error.fix}") from error
    click.echo(f"{name} may sign in.")


def _changed(data_dir: Path | None, change: Callable[[Store], None]) -> None:
    with _told(), _opened(_settings(data_dir)) as store:
        change(store)


@coach.command("list")
@DATA_DIR
def coach_list(data_dir: Path | None) -> None:
    """Who may sign in, and who runs the place."""

    def show(store: Store) -> None:
        for one in coaches.list_coaches(store):
            may = "may sign in" if one.passphrase else "can't sign in yet"
            click.echo(f"{one.name}: {may}{', runs the place' if one.is_admin else ''}")

    _changed(data_dir, show)


@coach.command("rename")
@click.argument("name")
@click.argument("new")
@DATA_DIR
def coach_rename(name: str, new: str, data_dir: Path | None) -> None:
    """Give a coach another name."""
    _changed(data_dir, lambda store: coaches.rename_coach(store, name, new))
    click.echo(f"{name} is {new} now.")


@coach.command("remove")
@click.argument("name")
@click.option("--to", required=True, help="The coach who gets players, book, lines and days.")
@DATA_DIR
def coach_remove(name: str, to: str, data_dir: Path | None) -> None:
    """Take a coach away; everything goes to another one, after a copy."""

    def remove(store: Store) -> None:
        copies.make_copy(store)
        coaches.remove_coach(store, name, to)

    _changed(data_dir, remove)
    click.echo(f"{name} is gone; everything is {to}'s now.")


@coach.command("admin")
@click.argument("name")
@click.option("--no-longer", is_flag=True, help="Let them run the place no longer.")
@DATA_DIR
def coach_admin(name: str, no_longer: bool, data_dir: Path | None) -> None:
    """Let a coach run the place: copy the whole database, see what happened to accounts."""
    _changed(data_dir, lambda store: coaches.let_run(store, name, is_admin=not no_longer))
    click.echo(f"{name} runs the place{' no longer' if no_longer else ''}.")


@main.command()
@DATA_DIR
def backup(data_dir: Path | None) -> None:
    """Copy the whole database, also while it is in use."""
    settings = _settings(data_dir)
    with _told(), _opened(settings) as store:
        made = copies.make_copy(store)
    click.echo(settings.data_dir / "copies" / made.name)


@main.command()
@click.argument("copy", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@DATA_DIR
def restore(copy: Path, data_dir: Path | None) -> None:
    """Put a copy back in place of the database, after a check. Stop the server first."""
    settings = _settings(data_dir)
    with _told():
        before = copies.restore(settings.database, copy)
    _open(settings.database).close()
    click.echo(f"Restored from {copy}." + ("" if before is None else f" What was there is kept in {before}."))


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
        mast, monitor = StandInMast(0), StandInMonitor(0)
        _run_server(store, listening, mast.port, monitor.port)
        mast.stop()
        monitor.stop()
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
    _stand_in(StandInMast, "weather mast", Settings().mast_port if port is None else port, seed, rate)


@main.command()
@click.option("--port", type=click.IntRange(0, 65535), help="Port on the loopback address (0: a free one).")
@click.option("--seed", type=click.IntRange(0), default=7, show_default=True, help="Whose habits.")
@click.option(
    "--rate", type=click.FloatRange(0.1, 200.0), default=1.0, show_default=True, help="How many times as fast."
)
def monitor(port: int | None, seed: int, rate: float) -> None:
    """Stand in for a launch monitor: made-up shots of the stroke it is told, one JSON line each."""
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
    settings = _settings(data_dir)

    def solve(request: PlanRequest) -> Contract:
        if request.player is not None:
            return plan_one(None, request)
        store = _open(settings.database)
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
