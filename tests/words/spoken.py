"""Texts in the Python source that somebody can read: fields that hold words, messages, sentences with holes."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import NamedTuple

SOURCE = Path("src/veltrin")

PLACES: tuple[tuple[str, str], ...] = (
    ("core/cards", "Cards"), ("core/care", "Cautions"), ("core/practice", "Drills and practice"),
    ("core/methods", "Methods"), ("core/learn", "Faults, trials and learning"), ("core/eye", "The eye"),
    ("core/plan", "Calls"), ("core", "Model"), ("service/lessons", "Lessons"), ("service/practice", "Practice"),
    ("service/book", "The field book"), ("service/eye", "The eye"), ("service/players", "Players"),
    ("service/files", "Files"), ("service", "Answers and errors"), ("commands", "Command line"), ("api", "Errors"),
    ("demo", "The demo"), ("exchange", "Files"), ("devices", "Devices"),
)  # fmt: skip
"""What is read where, by the folder its source stands in; the first that fits."""

NOT_READ = ("store/", "made_once", "/__init__.py")
"""What nobody reads: the tables, and what is only handed on."""

QUIET_CALLS = {"Literal", "TypeVar", "getattr", "setattr", "hasattr", "text", "re.compile", "compile", "execute"}
"""Whose strings are for the machine."""

QUIET_KEYWORDS = {"description", "pattern", "name", "media_type", "tags", "prefix", "alias", "format", "encoding"}

SENTENCE = re.compile(r"[A-Za-z]{2,}[^A-Za-z]+[A-Za-z]{2,}")
"""Two words at least: a name alone is an id."""

MACHINE = re.compile(r"^(SELECT|UPDATE|INSERT|CREATE|DELETE|PRAGMA|ALTER|DROP|SET|BEGIN)\b|^[\w./:{}<>\-\[\]|,=?&%]+$")


class Text(NamedTuple):
    """A text as it stands in the source; what is put in is shown as {a hole}."""

    place: str
    words: str
    file: str
    line: int


def place_of(path: str) -> str:
    """Where a file's texts are read."""
    return next((place for start, place in PLACES if path.startswith(start)), "Elsewhere")


def _docstrings(tree: ast.AST) -> set[int]:
    """The strings that only say what code does: first in a body, or after an assignment."""
    found = set()
    for node in ast.walk(tree):
        for statement in getattr(node, "body", []) if isinstance(getattr(node, "body", None), list) else []:
            if isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant):
                found.add(id(statement.value))
    return found


def _written(node: ast.JoinedStr) -> str:
    parts = []
    for value in node.values:
        if isinstance(value, ast.Constant):
            parts.append(str(value.value))
        elif isinstance(value, ast.FormattedValue):
            parts.append("{" + ast.unparse(value.value) + "}")
    return "".join(parts)


def _quiet(tree: ast.AST) -> set[int]:
    """Strings that are handed to the machine: types, patterns, descriptions, parts of sentences with holes."""
    found = set()
    for node in ast.walk(tree):
        if isinstance(node, ast.JoinedStr):
            found |= {id(inner) for value in node.values for inner in ast.walk(value)}
        if isinstance(node, ast.Subscript) and ast.unparse(node.value) in QUIET_CALLS:
            found |= {id(inner) for inner in ast.walk(node.slice)}
        if isinstance(node, ast.Call):
            if ast.unparse(node.func).rpartition(".")[2] in QUIET_CALLS:
                found |= {id(inner) for arg in node.args for inner in ast.walk(arg)}
            for keyword in node.keywords:
                if keyword.arg in QUIET_KEYWORDS:
                    found |= {id(inner) for inner in ast.walk(keyword.value)}
    return found


def texts_in(path: Path, root: Path = SOURCE) -> Iterator[Text]:
    """Texts of a file, in their order."""
    tree = ast.parse(path.read_text())
    within = path.relative_to(root).as_posix()
    left_out = _docstrings(tree) | _quiet(tree)
    for node in ast.walk(tree):
        if id(node) in left_out or not isinstance(node, ast.expr):
            continue
        words = (
            _written(node)
            if isinstance(node, ast.JoinedStr)
            else node.value
            if isinstance(node, ast.Constant) and isinstance(node.value, str)
            else ""
        )
        if SENTENCE.search(words) and not MACHINE.search(words):
            yield Text(place_of(within), " ".join(words.split()), f"src/veltrin/{within}", node.lineno)


@cache
def texts(root: Path = SOURCE) -> list[Text]:
    """All of them, file by file."""
    files = [path for path in sorted(root.rglob("*.py")) if not any(part in path.as_posix() for part in NOT_READ)]
    return [text for path in files for text in sorted(texts_in(path, root), key=lambda one: one.line)]
