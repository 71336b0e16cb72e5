"""The border between core and contracts: one way out for every answer.

Core counts in radians, shares and rad/s, to the left; contracts in degrees, percent and rpm, to the right. A field's
name says its unit on either side, its type in core what a mirror does to it: from both each field of a contract is
found and turned, and nobody writes it out. What can't be found, or doesn't say, is refused when the program starts.
"""

from __future__ import annotations

import math
import types
from collections.abc import Callable
from functools import cache
from operator import attrgetter
from typing import Any, NamedTuple, TypeVar, Union, get_args, get_origin, get_type_hints

from veltrin.core.sides import Side, side_of
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.house.contracts.base import Contract

Told = TypeVar("Told", bound=Contract)
Turn = Callable[[Any], Any]

deg, rad = math.degrees, math.radians

UNITS: tuple[tuple[str, str, Turn], ...] = (
    ("_deg", "_rad", math.degrees),
    ("pct", "share", lambda share: 100.0 * share),
    ("_pct", "", lambda share: 100.0 * share),
    ("_rpm", "_rad_s", lambda spin: spin / RAD_S_PER_RPM),
)
"""How a contract's name ends, how the core's does, and what makes the one of the other."""


def neat(value: float) -> float:
    """A number that went through a unit and back, without the last digits that this left: 6.000000000000001 is 6."""
    return round(value, 12) + 0.0


NOTHING: frozenset[str] = frozenset()


def _as_it_is(value: Any) -> Any:
    return value


class BorderError(TypeError):
    """A contract asks for what the core's class doesn't have, or doesn't say the side of."""


@cache
def _hints(kind: type) -> dict[str, Any]:
    """Types of fields and properties of a class of the core."""
    found = get_type_hints(kind, include_extras=True) if hasattr(kind, "__annotations__") else {}
    for base in reversed(kind.__mro__):
        for name, value in vars(base).items():
            if isinstance(value, property) and value.fget is not None:
                found[name] = get_type_hints(value.fget, include_extras=True)["return"]
    return found


def _source(kind: type, name: str) -> tuple[str, Turn]:
    """Under what name the core has a contract's field, and what turns its unit into the contract's."""
    known = _hints(kind)
    if name in known:
        return name, _as_it_is
    for ending, own, turned in UNITS:
        if name.endswith(ending) and name.removesuffix(ending) + own in known:
            return name.removesuffix(ending) + own, turned
    raise BorderError(f"{kind.__name__} has nothing that could be told as '{name}'.")


def _is_number(kind: Any) -> bool:
    return kind is float or float in get_args(kind)


def _number(side: Side, turned: Turn) -> Turn:
    """Left positive to right positive, in the contract's unit."""
    if side is Side.STAYS and turned is _as_it_is:
        return _as_it_is
    if side is Side.STAYS:
        return lambda value: None if value is None else turned(value)
    return lambda value: None if value is None else 0.0 - turned(value)


def _inner(kind: Any) -> Turn:
    """How a value of a contract's type is made from what the core has there, before it is checked with the whole."""
    if isinstance(kind, type) and issubclass(kind, Contract):
        return lambda value: _plain(kind, value)
    origin, parts = get_origin(kind), get_args(kind)
    if origin in (Union, types.UnionType):
        one = _inner(next(part for part in parts if part is not types.NoneType))
        return lambda value: None if value is None else one(value)
    if origin is list:
        each = _inner(parts[0])
        return lambda value: [each(one) for one in value]
    return _as_it_is


@cache
def _turns(contract: type[Contract], kind: type, given: frozenset[str]) -> tuple[tuple[str, str, Turn], ...]:
    """Name in the contract, name in the core, and what is done to the value, for every field."""
    told = []
    for name, field in contract.model_fields.items():
        if name in given:
            continue
        own, turned = _source(kind, name)
        if _is_number(field.annotation):
            side = side_of(_hints(kind)[own])
            if side is None:
                raise BorderError(f"{kind.__name__}.{own} doesn't say what a mirror does to it.")
            told.append((name, own, _number(side, turned)))
        else:
            told.append((name, own, _inner(field.annotation)))
    return tuple(told)


class _Way(NamedTuple):
    """How a thing of the core is turned: the names in the contract, what reads their values, and the places of those
    that have to be turned. `as_it_is`: the contract says word by word what the core's class holds.
    """

    names: tuple[str, ...]
    read: Callable[[object], tuple[Any, ...]]
    turns: tuple[tuple[int, Turn], ...]
    as_it_is: bool


@cache
def _way(contract: type[Contract], kind: type, given: frozenset[str]) -> _Way:
    turns = _turns(contract, kind, given)
    names, owns = tuple(name for name, _, _ in turns), tuple(own for _, own, _ in turns)
    # Of a single name the standard getter gives the value itself.
    read = attrgetter(*owns) if len(owns) > 1 else lambda thing: tuple(getattr(thing, own) for own in owns)
    changed = tuple((place, turn) for place, (_, _, turn) in enumerate(turns) if turn is not _as_it_is)
    return _Way(names, read, changed, names == owns and not changed and not given)


def _plain(contract: type[Contract], thing: object, given: frozenset[str] = NOTHING) -> Any:
    """A thing of the core by the contract's names and in its units, or itself where they are the same."""
    if type(thing) is tuple:
        return dict(zip(contract.model_fields, thing, strict=True))
    kind: type = type(thing)
    way = _way(contract, kind, given)
    if way.as_it_is:
        return thing
    values = list(way.read(thing))
    for place, turn in way.turns:
        values[place] = turn(values[place])
    return dict(zip(way.names, values, strict=True))


def check(contract: type[Contract], kind: type, *given: str) -> None:
    """Refuse a contract that can't be told from a class of the core; `given`: fields that are told otherwise."""
    _turns(contract, kind, frozenset(given))


def copied(contract: type[Told], row: object, **given: Any) -> Told:
    """A row of the record as a contract that speaks as the row does; `given`: fields that are told otherwise."""
    return contract(**{name: getattr(row, name) for name in contract.model_fields if name not in given}, **given)


def tell(contract: type[Told], thing: object, **given: Any) -> Told:
    """A thing of the core as its contract; `given`: fields that are told otherwise. A plain tuple is told in order."""
    plain = _plain(contract, thing, frozenset(given) if given else NOTHING)
    # Checked as a whole, once: each contract made by itself costs more than all its numbers.
    return contract.model_validate({**plain, **given} if given else plain, from_attributes=True)
