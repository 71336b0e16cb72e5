"""What commands have in common: settings, the store, refusals in words."""

from __future__ import annotations

import contextlib
from collections.abc import Callable, Iterator
from pathlib import Path

import click

from veltrin.core.counted import counted
from veltrin.service.book.renew import renew, to_renew
from veltrin.service.house.errors import DomainError
from veltrin.service.house.store import Store, open_store
from veltrin.settings import Settings

DATA_DIR = click.option("--data-dir", type=click.Path(file_okay=False, path_type=Path), help="Folder of the database.")
PORT = click.option("--port", type=click.IntRange(0, 65535), help="Port on the loopback address (0: a free one).")


def settings_of(data_dir: Path | None) -> Settings:
    """The settings, with another folder where one was told."""
    return Settings() if data_dir is None else Settings(data_dir=data_dir)


@contextlib.contextmanager
def told() -> Iterator[None]:
    """Say in words what is refused."""
    try:
        yield
    except DomainError as error:
        raise click.ClickException(f"{error.problem} {error.fix}") from error


def opened_at(place: Path | str) -> Store:
    """Open the store, or say in words why not."""
    with told():
        return open_store(place)


def renewed(store: Store) -> None:
    """Work out again what booked shots teach, where older laws planned them; say how far it is."""
    of = to_renew(store)
    if not of:
        return
    click.echo(f"The model has changed: {counted(of, 'booked shot')} to be compared with it.")
    with click.progressbar(length=of, label="Booked shots") as bar:
        renew(store, lambda done, _: bar.update(done - bar.pos))


@contextlib.contextmanager
def opened(settings: Settings) -> Iterator[Store]:
    """Hold the store for one command, as its owner where another role serves it."""
    store = opened_at(settings.owner_place)
    try:
        yield store
    finally:
        store.close()


def changed(data_dir: Path | None, change: Callable[[Store], None]) -> None:
    """Change something in the store, or say in words why not."""
    with told(), opened(settings_of(data_dir)) as store:
        change(store)
