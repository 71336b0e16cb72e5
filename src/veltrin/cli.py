"""veltrin demo | serve | coach | academy | calibrate | backup | restore | move | migrate | mast | monitor | flight |
plan | doctor | docs.

A command is imported when it is called: who asks for help waits for nothing else.
"""

from __future__ import annotations

from importlib import import_module
from typing import NamedTuple

import click


class Lazy(NamedTuple):
    """A command: the module that holds it, and what it does, as the list of commands says it."""

    module: str
    does: str


COMMANDS = {
    "backup": Lazy("keeping", "Copy the whole database, also while it is in use."),
    "academy": Lazy("many", "Coaches who share courses, and whose books may be calibrated together."),
    "calibrate": Lazy(
        "many", "Measure the numbers of the laws by many players' books, and offer what was found to the coaches."
    ),
    "coach": Lazy("coaching", "Coaches who may sign in from other machines."),
    "demo": Lazy("serving", "Serve a made-up coach, players and course from a folder that goes at the end."),
    "docs": Lazy("house", "Write JSON Schemas, the OpenAPI description and the catalogue of methods below FOLDER."),
    "doctor": Lazy("house", "Check that everything this installation needs is there and works."),
    "flight": Lazy("flight", "Fly one ball: reads launch numbers as JSON from FILE (- for standard input)."),
    "mast": Lazy("stand_ins", "Stand in for a weather mast: a made-up day of wind and rain, one JSON line a second."),
    "migrate": Lazy(
        "keeping", "Bring the database up to date, as its owner (VELTRIN_OWNER_URL where another role serves)."
    ),
    "monitor": Lazy("stand_ins", "Stand in for a launch monitor: made-up shots of its stroke, one JSON line each."),
    "move": Lazy("keeping", "Move everything from the file to an empty PostgreSQL database."),
    "plan": Lazy("plan", "Plan one shot: reads and prints exactly what POST /api/plan does."),
    "restore": Lazy("keeping", "Put a copy back in place of the database, after a check."),
    "serve": Lazy("serving", "Serve your own data: on this machine, or with --host to coaches who sign in."),
}


class LazyGroup(click.Group):
    """Lists its commands without importing them."""

    def list_commands(self, ctx: click.Context) -> list[str]:
        """Their names."""
        return sorted(COMMANDS)

    def get_command(self, ctx: click.Context, cmd_name: str) -> click.Command | None:
        """One of them, imported now."""
        known = COMMANDS.get(cmd_name)
        if known is None:
            return None
        found: click.Command = getattr(import_module(f"veltrin.commands.{known.module}"), cmd_name)
        return found

    def format_commands(self, ctx: click.Context, formatter: click.HelpFormatter) -> None:
        """The list, from what stands here."""
        with formatter.section("Commands"):
            formatter.write_dl([(name, COMMANDS[name].does) for name in self.list_commands(ctx)])


@click.group(cls=LazyGroup, context_settings={"help_option_names": ["-h", "--help"]})
@click.version_option(package_name="veltrin")
def main() -> None:
    """Work out the shot that is not flat and clean."""
