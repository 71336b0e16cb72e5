"""What is kept as JSON: each piece says of which form it is, in which version, and by which laws its numbers were made.

A form is a contract that grows. What an earlier version wrote is brought up to the form of today by one small step a
version (`Form.steps`), and read tolerantly: a field that this version doesn't know is set aside and stays in the row,
one that is missing gets its default. What still can't be read is told in words in its own place; it never hides what
lies beside it. What was written before forms had versions is version 0.
"""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any, Generic, NamedTuple, TypeVar

from pydantic import TypeAdapter, ValidationError

from veltrin.core.law import LAW
from veltrin.service.house.contracts.errors import explain
from veltrin.service.house.contracts.kept import KeptJson
from veltrin.service.house.errors import ConflictError

T = TypeVar("T")
Step = Callable[[Any], Any]
"""From the JSON of one version to that of the next."""

MOST_MENDED = 8
"""How often what is read is mended and tried again: each time all that was unknown or missing at once."""


class Opened(NamedTuple, Generic[T]):
    """What became of a kept piece. `value`: None where it can't be read, or nothing was kept; then `problem` says why.

    `law`: by which laws its numbers were made, 0 where it doesn't say.
    """

    value: T | None
    law: int
    problem: str


@dataclass(frozen=True)
class Form(Generic[T]):
    """A kind of thing that is kept. `steps`: by version, how it becomes the next one.

    `words`: what it is, in a sentence. `mends`: fields that can't be read get their default too, for what is better
    half known than not at all.
    """

    name: str
    words: str
    kind: Any
    version: int = 1
    steps: Mapping[int, Step] = field(default_factory=dict)
    mends: bool = False

    @cached_property
    def _adapter(self) -> TypeAdapter[T]:
        return TypeAdapter(self.kind)

    def schema(self) -> dict[str, Any]:
        """The form as a JSON schema: what a test holds against the one of each version."""
        return self._adapter.json_schema()

    def keep(self, value: T | None) -> str:
        """The text to keep; empty for nothing."""
        if value is None:
            return ""
        body = self._adapter.dump_json(value).decode()
        return f'{{"version":{self.version},"law":{LAW},"json":{body}}}'

    def keep_raw(self, kept: KeptJson | None) -> str:
        """The text to keep of what another Veltrin wrote, as it is: also what can't be read here."""
        return "" if kept is None else json.dumps(kept.model_dump(), separators=(",", ":"), ensure_ascii=False)

    def raw(self, text: str) -> KeptJson | None:
        """What was kept, as it was written; None where nothing was, or it isn't JSON."""
        if not text:
            return None
        try:
            return KeptJson.model_validate(json.loads(text))
        except (ValueError, RecursionError):
            return None

    def open(self, text: str | None) -> Opened[T]:
        """Read what was kept, whichever version wrote it."""
        if not text:
            return Opened(None, 0, "")
        kept = self.raw(text)
        if kept is None:
            return Opened(None, 0, f"{self.words} can't be opened: it is damaged.")
        return self.open_raw(kept)

    def open_raw(self, kept: KeptJson) -> Opened[T]:
        """The same of a piece that is JSON already."""
        if kept.version > self.version:
            return Opened(None, kept.law, f"{self.words} was written by a later Veltrin: update this one to open it.")
        body = kept.json_
        for version in range(kept.version, self.version):
            body = self.steps.get(version, _as_it_was)(body)
        try:
            return Opened(self._read(body), kept.law, "")
        except ValidationError as error:
            wrong = explain(error.errors()[0])
            return Opened(None, kept.law, f"{self.words} can't be opened here: {wrong.field} {wrong.problem}")

    def _read(self, body: Any) -> T:
        """Check it; what isn't known is left out, what is missing gets its default, where it has one."""
        emptied: dict[tuple[int | str, ...], ValidationError] = {}
        for _ in range(MOST_MENDED):
            try:
                return self._adapter.validate_python(body)
            except ValidationError as error:
                for wrong in error.errors():
                    # It may not be nothing either: what was wrong is that it was missing.
                    if wrong["loc"] in emptied:
                        raise emptied[wrong["loc"]] from None
                mended = _mended(body, error, self.mends)
                if mended is None:
                    raise
                emptied |= {wrong["loc"]: error for wrong in error.errors() if wrong["type"] == "missing"}
                body = mended
        return self._adapter.validate_python(body)


def _as_it_was(body: Any) -> Any:
    return body


def _mended(body: Any, error: ValidationError, mends: bool) -> Any:
    """A copy without the fields that aren't known; None where there is nothing to mend."""
    body, was_mended = json.loads(json.dumps(body)), False
    for wrong in error.errors():
        is_key = wrong["loc"][-1:] == ("[key]",)
        place, name = _place(body, wrong["loc"][:-1] if is_key else wrong["loc"])
        if not isinstance(place, dict):
            continue
        if wrong["type"] == "missing":
            # Whatever may be nothing is nothing; what may not stays missing, and is told.
            place[name] = None
            was_mended = True
        elif name in place and (mends or wrong["type"] == "extra_forbidden"):
            del place[name]
            was_mended = True
    return body if was_mended else None


def _place(body: Any, location: tuple[int | str, ...]) -> tuple[Any, int | str]:
    """The dict or list that holds what a location names, and its name there; names of types in between are left out."""
    place, steps = body, [*location]
    while len(steps) > 1 and isinstance(place, dict | list):
        step = steps.pop(0)
        if isinstance(place, list):
            place = place[step] if isinstance(step, int) and step < len(place) else place
        elif step in place:
            place = place[step]
    return place, steps[0] if steps else ""


def opened(form: Form[T], text: str | None, name: str) -> T:
    """What was kept, where nothing goes on without it; ConflictError, with the field's name, where it can't be read."""
    found = form.open(text)
    if found.value is None:
        raise ConflictError(name, found.problem or f"{form.words} was not saved.", "Plan it again.")
    return found.value
