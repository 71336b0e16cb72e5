"""veltrin backup, veltrin restore, veltrin move."""

from __future__ import annotations

from pathlib import Path

import click

from veltrin.commands.shared import DATA_DIR, opened, opened_at, renewed, settings_of, told
from veltrin.service.accounts.roles import grant
from veltrin.service.files import copies
from veltrin.service.files import move as moving
from veltrin.service.house.errors import DomainError


@click.command()
@DATA_DIR
def backup(data_dir: Path | None) -> None:
    """Copy the whole database, also while it is in use."""
    settings = settings_of(data_dir)
    with told(), opened(settings) as store:
        made = copies.make_copy(store)
    click.echo(settings.data_dir / "copies" / made.name)


@click.command()
@click.argument("copy", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@DATA_DIR
def restore(copy: Path, data_dir: Path | None) -> None:
    """Put a copy back in place of the database, after a check. Stop the server first."""
    settings = settings_of(data_dir)
    with told():
        if settings.database_url is not None:
            raise DomainError(
                "database", "The database is on a PostgreSQL server: a copy of a file can't be put there.",
                "Put it into a folder without VELTRIN_DATABASE_URL, then move it: veltrin move.",
            )  # fmt: skip
        before = copies.restore(settings.database, copy)
    opened_at(settings.database).close()
    click.echo(f"Restored from {copy}." + ("" if before is None else f" The former database is in {before}."))


@click.command()
@click.option("--role", help="A role that is to serve the database: it may read and write rows, and change no table.")
@DATA_DIR
def migrate(role: str | None, data_dir: Path | None) -> None:
    """Bring the database up to date, as its owner (VELTRIN_OWNER_URL where another role serves)."""
    settings = settings_of(data_dir)
    with told():
        with opened(settings) as store:
            renewed(store)
        if role is not None:
            grant(settings.owner_place, role)
    click.echo("The database is of this version." + ("" if role is None else f" {role} may serve it."))


@click.command()
@click.argument("url")
@DATA_DIR
def move(url: str, data_dir: Path | None) -> None:
    """Move everything from the file to an empty PostgreSQL database. Stop the server first; the file stays."""
    settings = settings_of(data_dir)
    with told():
        rows = moving.move(settings.database, url)
    click.echo(f"Moved {rows} rows from {settings.database}. Serve them from there with VELTRIN_DATABASE_URL.")
