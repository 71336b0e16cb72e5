"""Functions stay short and ask for little; what doesn't is listed with its reason."""

from __future__ import annotations

import ast
from pathlib import Path

SOURCE = Path(__file__).parents[2] / "src/veltrin"
LINES, PARAMETERS = 50, 7

KERNEL = "compiled: a call or a tuple more would cost more than it tidies"
STAGE = "one stage of the chain, top to bottom, with the arrays of all before it at hand"
FILTERS = "one parameter a filter of the book: those of an address are named one by one"
LISTED = {
    ("core/flight/integrator.py", "fly_many"): KERNEL,
    ("core/run/landing.py", "_roll"): KERNEL,
    ("core/run/landing.py", "bounce"): KERNEL,
    (
        "core/flight/integrator.py",
        "fly",
    ): "the front door of the flight: all but two are named and have their usual value",
    ("core/plan/play.py", "play"): STAGE,
    ("core/plan/scatter.py", "strike_often"): STAGE,
    ("core/plan/rank.py", "typical"): STAGE,
    ("core/plan/screen.py", "screen"): STAGE,
    ("core/plan/answer.py", "as_calls"): STAGE,
    ("service/book/book_read.py", "booking_out"): "one line a field: the only place where a stored booking is told",
    ("service/book/book_read.py", "which_of"): FILTERS,
    ("api/routes/book.py", "_which"): FILTERS,
    ("service/house/joining.py", "join"): "the columns of a row by name",
    ("store/repositories/shots.py", "add"): "the columns of a row by name",
    ("commands/serving.py", "serve"): "one parameter an option of the command",
}


def _is_compiled(node: ast.FunctionDef | ast.AsyncFunctionDef) -> bool:
    """A compiled function takes its arrays and numbers one by one: an array in a tuple is counted at every look."""
    return any("kernel(" in ast.unparse(one) for one in node.decorator_list)


def _long(file: Path) -> set[str]:
    found = set()
    for node in ast.walk(ast.parse(file.read_text())):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            asked = [*node.args.posonlyargs, *node.args.args, *node.args.kwonlyargs]
            own = [a for a in asked if a.arg not in ("self", "cls")]
            is_long = (node.end_lineno or 0) - node.lineno >= LINES
            if is_long or (len(own) > PARAMETERS and not _is_compiled(node)):
                found.add(node.name)
    return found


def test_long_functions_are_listed_with_their_reason() -> None:
    """Migrations are a list of what is made, in its order, and are not looked at."""
    files = [f for f in SOURCE.rglob("*.py") if "migrations" not in f.parts]
    found = {(str(f.relative_to(SOURCE)), name) for f in files for name in _long(f)}
    assert found == set(LISTED)
