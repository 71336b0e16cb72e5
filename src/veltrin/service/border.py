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
from typing import Any, TypeVar, Union, get_args, get_origin, get_type_hints

from veltrin.core.sides import Side, side_of
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.contracts.base import Contract

Told = TypeVar("Told", bound=Contract)
Turn = Callable[[Any], Any]

UNITS: tuple[tuple[str, str, Turn], ...] = (
    ("_deg", "_rad", math.degrees),
    ("pct", "share", lambda share: 100.0 * share),
    ("_pct", "", lambda share: 100.0 * share),
    ("_rpm", "_rad_s", lambda spin: spin / RAD_S_PER_RPM),
)
"""How a contract's name ends, how the core's does, and what makes the one of the other."""


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
    if side is Side.STAYS:
        return lambda value: None if value is None else turned(value)
    return lambda value: None if value is None else 0.0 - turned(value)


def _inner(kind: Any) -> Turn:
    """How a value of a contract's type is made from what the core has there."""
    if isinstance(kind, type) and issubclass(kind, Contract):
        return lambda value: tell(kind, value)
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


@cache
def _is_as_it_is(contract: type[Contract], kind: type) -> bool:
    """Whether a contract says of the core's class word by word what it holds: then it need not be turned."""
    return all(name == own and turn is _as_it_is for name, own, turn in _turns(contract, kind, frozenset()))


def check(contract: type[Contract], kind: type, *given: str) -> None:
    """Refuse a contract that can't be told from a class of the core; `given`: fields that are told otherwise."""
    _turns(contract, kind, frozenset(given))


def copied(contract: type[Told], row: object, **given: Any) -> Told:
    """A row of the record as a contract that speaks as the row does; `given`: fields that are told otherwise."""
    return contract(**{name: getattr(row, name) for name in contract.model_fields if name not in given}, **given)


def tell(contract: type[Told], thing: object, **given: Any) -> Told:
    """A thing of the core as its contract; `given`: fields that are told otherwise. A plain tuple is told in order."""
    if type(thing) is tuple:
        return contract(**dict(zip(contract.model_fields, thing, strict=True)))
    kind: type = type(thing)
    turns = _turns(contract, kind, frozenset(given))
    if not given and _is_as_it_is(contract, kind):
        return contract.model_validate(thing, from_attributes=True)
    return contract(**{name: turn(getattr(thing, own)) for name, own, turn in turns}, **given)
