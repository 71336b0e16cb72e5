"""Left and right: which numbers of an answer or a question change sides in a mirror, and the mirror itself.

A class says so beside each of its numbers; whatever is mirrored, or told to somebody who counts to the right, is read
from there. A number without a mark is refused, so that nobody forgets to say.
"""

from __future__ import annotations

import dataclasses
import types
from collections.abc import Callable
from enum import Enum
from functools import cache
from typing import Annotated, Any, TypeVar, Union, get_args, get_origin, get_type_hints

import numpy as np

from veltrin.core.altered import altered
from veltrin.core.geometry import Vec


class Side(Enum):
    """What a mirror along the line does to a value."""

    STAYS = "stays"
    TURNS = "turns"
    """Changes its sign: an aim, a place across the line."""

    SWAPS = "swaps"
    """The end of a span: changes its sign and its place with the other end, left_... with right_..."""

    NAMED = "named"
    """A name or an id that may name a side."""


Unsided = Annotated[float, Side.STAYS]
Sided = Annotated[float, Side.TURNS]
End = Annotated[float, Side.SWAPS]
Places = Annotated[Vec, Side.TURNS]
"""Places (n, 2 or 3), y to the left; a ring of corners may be marked like them."""

SidedName = Annotated[str, Side.NAMED]

Thing = TypeVar("Thing")
Mirror = Callable[[Any, Any], Any]
"""From a value and what it belongs to, its mirror image."""

OTHER = {"left": "right", "right": "left", "past-left": "past-right", "past-right": "past-left"}


def renamed(name: str) -> str:
    """The same call, target or side in the mirrored world: the last part of an id may name a side."""
    head, mark, last = name.rpartition("~")
    return f"{head}{mark}{OTHER.get(last, last)}"


def side_of(kind: Any) -> Side | None:
    """The mark on a type; None where there is none. Optional numbers may be marked inside."""
    if get_origin(kind) is Annotated:
        return next((m for m in get_args(kind)[1:] if isinstance(m, Side)), None)
    if get_origin(kind) in (Union, types.UnionType):
        return next((s for s in map(side_of, get_args(kind)) if s is not None), None)
    return None


def _is_number(kind: Any) -> bool:
    return kind is float or any(_is_number(part) for part in get_args(kind) if part is not None)


@cache
def hints(kind: type) -> dict[str, Any]:
    """The types of a class's fields, marks and all."""
    told = get_type_hints(kind, include_extras=True)
    return {f.name: told[f.name] for f in dataclasses.fields(kind)}


def _turned(value: Any) -> Any:
    if isinstance(value, np.ndarray):
        return np.asarray(value * np.array([1.0, -1.0, 1.0])[: value.shape[-1]])
    if isinstance(value, tuple):
        return tuple((x, 0.0 - y) for x, y in value)
    return 0.0 - value


def _other_end(name: str) -> str:
    return name.replace("left", "right") if "left" in name else name.replace("right", "left")


def _image(kind: Any, name: str) -> Mirror | None:
    """How a field is mirrored; None: it stays."""
    side = side_of(kind)
    if side is Side.TURNS:
        return lambda value, _: None if value is None else _turned(value)
    if side is Side.SWAPS:
        return lambda _, owner: 0.0 - getattr(owner, _other_end(name))
    if side is Side.NAMED:
        return lambda value, _: None if value is None else renamed(value)
    origin = get_origin(kind)
    if origin is tuple:
        inner = _image(get_args(kind)[0], name)
        return None if inner is None else lambda value, owner: tuple(inner(v, owner) for v in value)
    if origin in (Union, types.UnionType):
        found = [image for image in (_image(part, name) for part in get_args(kind)) if image is not None]
        return (lambda value, owner: None if value is None else found[0](value, owner)) if found else None
    if hasattr(kind, "in_mirror"):
        return lambda value, _: value.in_mirror()
    if isinstance(kind, type) and dataclasses.is_dataclass(kind) and _images(kind):
        return lambda value, _: mirrored(value)
    return None


@cache
def _images(kind: type) -> tuple[tuple[str, Mirror], ...]:
    images = ((name, _image(hint, name)) for name, hint in hints(kind).items())
    return tuple((name, image) for name, image in images if image is not None)


def mirrored(thing: Thing) -> Thing:
    """A dataclass as it is in the mirrored world: what has a side, at any depth, on the other one.

    A class whose sides aren't field by field says so with a method `in_mirror`.
    """
    assert dataclasses.is_dataclass(thing)
    kind: type = type(thing)
    told = {name: image(getattr(thing, name), thing) for name, image in _images(kind)}
    # The mirror leaves every number as far from nothing as it was: what was allowed is allowed.
    return altered(thing, told)


def unmarked(kind: type) -> list[str]:
    """Numbers of a class that don't say what a mirror does to them."""
    return [name for name, hint in hints(kind).items() if _is_number(hint) and side_of(hint) is None]
