"""veltrin coach."""

from __future__ import annotations

from pathlib import Path

import click

from veltrin.commands.shared import DATA_DIR, changed, opened, settings_of, told
from veltrin.service.accounts import coaches
from veltrin.service.accounts.coaches import add_coach
from veltrin.service.files import copies
from veltrin.service.house.errors import DomainError
from veltrin.service.house.store import Store


@click.group()
def coach() -> None:
    """Coaches who may sign in from other machines."""


@coach.command("add")
@click.argument("name")
@DATA_DIR
@click.option("--passphrase", envvar="VELTRIN_PASSPHRASE", prompt=True, hide_input=True, confirmation_prompt=True)
def coach_add(name: str, data_dir: Path | None, passphrase: str) -> None:
    """Add a coach, or give one a new passphrase; asks for it. The first one takes over what is there already."""
    try:
        with opened(settings_of(data_dir)) as store:
            add_coach(store, name, passphrase)
    except DomainError as error:
        raise click.ClickException(f"{error.field} {error.problem} {error.fix}") from error
    click.echo(f"{name} may sign in.")


@coach.command("list")
@DATA_DIR
def coach_list(data_dir: Path | None) -> None:
    """Who may sign in, and who runs this server."""

    def show(store: Store) -> None:
        for one in coaches.list_coaches(store):
            may = "may sign in" if one.passphrase else "can't sign in yet"
            click.echo(f"{one.name}: {may}{', runs this server' if one.is_admin else ''}")

    changed(data_dir, show)


@coach.command("rename")
@click.argument("name")
@click.argument("new")
@DATA_DIR
def coach_rename(name: str, new: str, data_dir: Path | None) -> None:
    """Give a coach another name."""
    changed(data_dir, lambda store: coaches.rename_coach(store, name, new))
    click.echo(f"{name} is {new} now.")


@coach.command("remove")
@click.argument("name")
@click.option("--to", required=True, help="The coach who takes over players, book, lines and days.")
@DATA_DIR
def coach_remove(name: str, to: str, data_dir: Path | None) -> None:
    """Take a coach away; everything goes to another one, after a copy where the database is a file."""

    def remove(store: Store) -> None:
        if store.is_file:
            copies.make_copy(store)
        coaches.remove_coach(store, name, to)

    changed(data_dir, remove)
    click.echo(f"{name} is gone; everything is {to}'s now.")


@coach.command("admin")
@click.argument("name")
@click.option("--no-longer", is_flag=True, help="They no longer run this server.")
@DATA_DIR
def coach_admin(name: str, no_longer: bool, data_dir: Path | None) -> None:
    """Let a coach run this server: copy the whole database, see what happened to accounts."""
    changed(data_dir, lambda store: coaches.let_run(store, name, is_admin=not no_longer))
    click.echo(f"{name} {'no longer runs' if no_longer else 'runs'} this server.")


@coach.command("factor")
@click.argument("name")
@click.option("--off", is_flag=True, help="Take it away.")
@DATA_DIR
def coach_factor(name: str, off: bool, data_dir: Path | None) -> None:
    """Ask a coach for a second factor when signing in: six digits of an authenticator (RFC 6238)."""
    if off:
        changed(data_dir, lambda store: coaches.end_factor(store, name))
        click.echo(f"{name} signs in without a second factor.")
        return
    with told(), opened(settings_of(data_dir)) as store:
        secret, address = coaches.begin_factor(store, name)
    click.echo(f"Put this into the authenticator of {name}; it isn't shown again:\n{secret}\n{address}")
