"""veltrin serve, veltrin demo."""

from __future__ import annotations

import contextlib
import ipaddress
import os
import shutil
import signal
import socket
import tempfile
from pathlib import Path
from typing import Any

import click
from uvicorn.supervisors import Multiprocess

from veltrin.api.app import create_app
from veltrin.api.asking import config_of, server_of
from veltrin.api.guard import LOOPBACK_HOSTS, Guard
from veltrin.api.watch import UNWATCHED, Watched, to_lines
from veltrin.api.workers import Worker, copying
from veltrin.commands.shared import DATA_DIR, PORT, renewed, settings_of, told
from veltrin.demo import put_demo
from veltrin.devices.mast import StandInMast
from veltrin.devices.monitor import StandInMonitor
from veltrin.devices.stand_in import LOOPBACK
from veltrin.service.accounts.coaches import has_coaches
from veltrin.service.house.store import DATABASE, Store, hold, open_store
from veltrin.settings import WEB_DIST, Settings

ALIVE_WITHIN_S = 60
"""A process that doesn't say for so long that it is alive is begun again: the first of all compiles the model then."""


def _listen(port: int, or_any: bool, host: str = LOOPBACK) -> socket.socket:
    """Listen before the address is told: anyone who opens it at once waits instead of being refused."""
    try:
        return socket.create_server((host, port), backlog=128)
    except OSError as error:
        if or_any:
            return socket.create_server((host, 0), backlog=128)
        raise click.ClickException(
            f"Port {port} can't be used ({error.strerror}). Give another with --port, or --port 0 for a free one."
        ) from error


def _tell(listening: socket.socket, asks: Guard | None = None, **more: Any) -> None:
    host, port = listening.getsockname()[:2]
    if host in EVERYWHERE and asks is not None:
        # An address that listens everywhere can't be opened: tell one that can.
        host = next((name for name in asks.hosts if _faces_the_network(name)), "127.0.0.1")
    scheme = "https" if "ssl_certfile" in more else "http"
    click.echo(f"Veltrin is at {scheme}://{host}:{port}  (Ctrl-C stops it)")


EVERYWHERE = ("0.0.0.0", "::")


def _faces_the_network(name: str) -> bool:
    try:
        return not ipaddress.ip_address(name).is_loopback
    except ValueError:
        return False


def _run_server(
    store: Store,
    listening: socket.socket,
    mast_port: int,
    monitor_port: int,
    asks: Guard | None = None,
    watched: Watched = UNWATCHED,
    *,
    is_demo: bool = False,
    **more: Any,
) -> None:
    # A file is held by this process; a database on a server may be served from other machines too.
    app = create_app(store, WEB_DIST, mast_port, monitor_port, asks, is_alone=store.is_file, watched=watched)
    app.state.is_demo = is_demo
    server = server_of(app, **more)
    _tell(listening, asks, **more)
    try:
        server.run(sockets=[listening])
    except KeyboardInterrupt:
        pass
    finally:
        store.close()
        click.echo("Stopped.")


@click.command()
@PORT
@DATA_DIR
@click.option("--host", default=LOOPBACK, show_default=True, help="Address to listen on; beyond loopback, sign-in.")
@click.option("--name", "names", multiple=True, help="A further name or address by which this server is reached.")
@click.option(
    "--certificate", type=click.Path(exists=True, dir_okay=False, path_type=Path), help="TLS: the chain (PEM)."
)
@click.option("--key", type=click.Path(exists=True, dir_okay=False, path_type=Path), help="TLS: its key (PEM).")
@click.option("--proxy", help="Address of a proxy before this server: only it may say whose request it passes on.")
@click.option(
    "--workers", type=click.IntRange(1, 64), default=1, show_default=True, help="Processes that answer; one a core."
)
@click.option("--log", is_flag=True, help="Write a line of JSON for every request to the error stream.")
def serve(
    port: int | None,
    data_dir: Path | None,
    host: str,
    names: tuple[str, ...],
    certificate: Path | None,
    key: Path | None,
    proxy: str | None,
    workers: int,
    log: bool,
) -> None:
    """Serve your own data: on this machine, or with --host to coaches who sign in."""
    settings = settings_of(data_dir)
    if (certificate is None) != (key is None):
        raise click.ClickException("A certificate needs its key. Give both --certificate and --key, or neither.")
    more: dict[str, Any] = {}
    if certificate is not None and key is not None:
        more |= {"ssl_certfile": str(certificate), "ssl_keyfile": str(key)}
    if proxy is not None:
        more |= {"proxy_headers": True, "forwarded_allow_ips": proxy}
    is_file = settings.database_url is None
    with told(), hold(settings.database) if is_file else contextlib.nullcontext():
        store = open_store(settings.place)
        renewed(store)
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
        watched = Watched(settings.metrics_token, log)
        if workers > 1:
            store.close()
            _run_workers(settings, workers, listening, asks, watched, **more)
            return
        if log:
            to_lines()
        finish = copying(store)
        try:
            _run_server(store, listening, settings.mast_port, settings.monitor_port, asks, watched, **more)
        finally:
            finish()


def _run_workers(
    settings: Settings, count: int, listening: socket.socket, asks: Guard | None, watched: Watched, **more: Any
) -> None:
    """Serve from many processes until told to stop; one that ends is begun again."""
    with tempfile.TemporaryDirectory(prefix="veltrin-run-") as folder:
        # Set before any of them begins: there they keep their counts for one another.
        os.environ["PROMETHEUS_MULTIPROC_DIR"] = folder
        worker = Worker(settings.place, WEB_DIST, settings.mast_port, settings.monitor_port, asks, watched)
        config = config_of(worker, factory=True, workers=count, timeout_worker_healthcheck=ALIVE_WITHIN_S, **more)
        _tell(listening, asks, **more)
        Multiprocess(config, [listening]).run()
        click.echo("Stopped.")


def _names_of(host: str, more: tuple[str, ...]) -> tuple[str, ...]:
    """The names this server answers to: what it listens on, this machine's own name and addresses, what was added."""
    found = {host, *LOOPBACK_HOSTS, *more} - set(EVERYWHERE)
    with contextlib.suppress(OSError):
        name = socket.gethostname()
        found |= {name, *socket.gethostbyname_ex(name)[2]}
    with contextlib.suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        # Sends nothing: it asks the routing table which of this machine's addresses faces the network.
        probe.connect(("192.0.2.1", 9))
        found.add(probe.getsockname()[0])
    return tuple(sorted(found))


@click.command()
@PORT
def demo(port: int | None) -> None:
    """Serve a made-up coach, players and course from a folder that goes at the end."""
    # Nobody has the demo's address in a bookmark: if the usual port is taken, any other will do.
    # Told to end, it tidies up as it does when it is interrupted.
    signal.signal(signal.SIGTERM, signal.default_int_handler)
    listening = _listen(Settings().port if port is None else port, or_any=port is None)
    folder = Path(tempfile.mkdtemp(prefix="veltrin-demo-"))
    try:
        click.echo("Making up the players of Skarvan Fell. The very first start compiles the model: half a minute.")
        put_demo(folder / DATABASE)
        store = open_store(folder / DATABASE)
        mast, monitor = StandInMast(0), StandInMonitor(0)
        _run_server(store, listening, mast.port, monitor.port, is_demo=True)
        mast.stop()
        monitor.stop()
    finally:
        shutil.rmtree(folder, ignore_errors=True)
