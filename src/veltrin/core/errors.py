"""Errors of the domain. Each carries what a person needs to put it right: field, range, fix."""

from __future__ import annotations


class DomainError(ValueError):
    """Something the model refuses; `field` names the input, `fix` says what to do."""

    def __init__(self, field: str, problem: str, fix: str) -> None:
        self.field = field
        self.problem = problem
        self.fix = fix
        super().__init__(f"{field}: {problem} {fix}")


class OutOfRangeError(DomainError):
    """A number outside the range in which the model holds; never clamped silently."""

    def __init__(self, field: str, value: float, low: float, high: float, unit: str) -> None:
        self.value, self.low, self.high, self.unit = value, low, high, unit
        super().__init__(
            field,
            f"{value:g} {unit} is outside {low:g} to {high:g} {unit}.",
            f"Give a value from {low:g} to {high:g} {unit}.",
        )


class UnknownNameError(DomainError):
    """A name that is not in a catalogue (club, method, surface)."""

    def __init__(self, field: str, name: str, known: list[str]) -> None:
        self.name, self.known = name, known
        super().__init__(field, f"'{name}' is not known.", f"Choose one of: {', '.join(known)}.")
