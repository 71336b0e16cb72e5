"""veltrin academy, veltrin calibrate."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path

import click

from veltrin.commands.shared import DATA_DIR, changed, opened, settings_of, told
from veltrin.core.counted import counted
from veltrin.service.accounts.coaches import list_coaches
from veltrin.service.house.store import Store
from veltrin.service.many import academies
from veltrin.service.many.calibrating import Found, Tell, of_academy, of_coach
from veltrin.service.many.contracts.calibrations import CalibrationBody, GroupOut


@click.group()
def academy() -> None:
    """Coaches who share courses, and whose books may be calibrated together."""


@academy.command("add")
@click.argument("name")
@DATA_DIR
def academy_add(name: str, data_dir: Path | None) -> None:
    """Begin an academy."""
    changed(data_dir, lambda store: academies.begin(store, name))
    click.echo(f"{name} has no members yet: veltrin academy join '{name}' COACH.")


@academy.command("list")
@DATA_DIR
def academy_list(data_dir: Path | None) -> None:
    """Every academy, its members, and who lets their books be calibrated."""

    def show(store: Store) -> None:
        for name, members in academies.list_all(store):
            click.echo(f"{name}: {counted(len(members), 'coach')}")
            for one in members:
                click.echo(f"  {one.name}: {'books may' if one.consents else 'books may not'} be calibrated")

    changed(data_dir, show)


@academy.command("join")
@click.argument("name")
@click.argument("coach")
@DATA_DIR
def academy_join(name: str, coach: str, data_dir: Path | None) -> None:
    """Make a coach a member. Whether their books are calibrated each coach decides in Veltrin."""
    changed(data_dir, lambda store: academies.add_member(store, name, coach))
    click.echo(f"{coach} is a member of {name}.")


@academy.command("leave")
@click.argument("name")
@click.argument("coach")
@DATA_DIR
def academy_leave(name: str, coach: str, data_dir: Path | None) -> None:
    """End a coach's membership; players, books and courses stay with the coach."""
    changed(data_dir, lambda store: academies.drop_member(store, name, coach))
    click.echo(f"{coach} is no longer a member of {name}.")


@academy.command("remove")
@click.argument("name")
@DATA_DIR
def academy_remove(name: str, data_dir: Path | None) -> None:
    """End an academy and what its books said; players, books and courses stay with their coaches."""
    changed(data_dir, lambda store: academies.end(store, name))
    click.echo(f"{name} is gone.")


@click.command()
@click.option("--academy", "of_name", help="Calibrate by the books of this academy's coaches who agreed to it.")
@click.option("--coach", help="Calibrate by this coach's own books (default: the only coach).")
@click.option("--json", "target", type=click.Path(dir_okay=False, path_type=Path), help="Write all of it to a file.")
@DATA_DIR
def calibrate(of_name: str | None, coach: str | None, target: Path | None, data_dir: Path | None) -> None:
    """Measure the numbers of the laws by many players' books, and offer what was found to the coaches."""
    with told(), opened(settings_of(data_dir)) as store, _bars() as tell:
        if of_name is not None and coach is not None:
            raise click.UsageError("Give --academy or --coach, not both.")
        found = of_academy(store, of_name, tell) if of_name else of_coach(store, coach or _only(store), tell)
    _show(found)
    if target is not None:
        target.write_text(found.body.model_dump_json(indent=1), encoding="utf-8")
        click.echo(f"All of it is in {target}.")


def _only(store: Store) -> str:
    names = [one.name for one in list_coaches(store)]
    if len(names) > 1:
        raise click.UsageError(
            f"Several coaches keep books here: give --academy, or --coach, one of {', '.join(names)}."
        )
    return names[0]


@contextmanager
def _bars() -> Iterator[Tell]:
    """Say how far it is, each thing that is done in a line of its own."""
    said: list[str] = []

    def tell(what: str, done: int, of: int) -> None:
        if what not in said:
            if said:
                click.echo(err=True)
            said.append(what)
        click.echo(f"\r{what}: {done} of {of}", nl=False, err=True)

    try:
        yield tell
    finally:
        if said:
            click.echo(err=True)


def _show(found: Found) -> None:
    body = found.body
    click.echo(
        f"{found.whose}: {counted(body.shots, 'shot')} of {counted(body.players, 'player')}, "
        f"{counted(body.coaches, 'coach')}."
    )
    for signs in body.picked:
        click.echo(f"Left out: a book that looks picked ({signs}).")
    click.echo("\nMeasured numbers, as a share of the usual one (8 in 10 lie between)")
    for one in body.numbers:
        if one.is_measured:
            click.echo(f"  {one.share:5.2f}  ({one.low:.2f} to {one.high:.2f})  {one.words}")
    rest = [one.words for one in body.numbers if not one.is_measured]
    if rest:
        click.echo(f"  {counted(len(rest), 'number')} could not be measured and stay as they were.")
    _groups("Clean balls by lie: how far off the usual numbers were, and what is left", body.by_cover)
    _groups("By club", body.by_family)
    _groups("Spin by wetness", body.by_wet)
    _clean(body)
    left = body.left_out
    click.echo(
        f"\nPlayers left out in turn: carries off by {100 * left.off_usual:.1f} % with the usual numbers, by "
        f"{100 * left.off_now:.1f} % with the measured ones; nearer for {left.better} of {left.players}."
    )
    click.echo("That helps them." if left.helps else "That may be luck: the usual numbers do as well.")
    moved = sum(one.usual.call != one.now.call for one in body.compared)
    click.echo(
        f"Of {len(body.compared)} plans the first call changes in {moved}.\n"
        f"Calibration {found.id} is offered in Veltrin under Practice, The ground: each coach decides there."
    )


def _groups(title: str, groups: Sequence[GroupOut]) -> None:
    if groups:
        click.echo(f"\n{title}")
    for one in groups:
        click.echo(f"  {one.name}: {100 * one.off:+.1f} %, left {100 * one.left:+.1f} % ({counted(one.balls, 'ball')})")


def _clean(body: CalibrationBody) -> None:
    click.echo("\nClean strikes: seen, by the usual numbers, by the measured ones")
    for one in (*body.cleans_by_cover, *body.cleans_by_level):
        shares = ", ".join(f"{100 * share:.0f} %" for share in (one.seen, one.usual, one.now))
        click.echo(f"  {one.name}: {shares} ({counted(one.strikes, 'strike')})")
