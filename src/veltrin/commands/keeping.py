"""veltrin backup, veltrin restore."""

from __future__ import annotations

from pathlib import Path

import click

from veltrin.commands.shared import DATA_DIR, opened, opened_at, settings_of, told
from veltrin.service import copies


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
        before = copies.restore(settings.database, copy)
    opened_at(settings.database).close()
    click.echo(f"Restored from {copy}." + ("" if before is None else f" What was there is kept in {before}."))
