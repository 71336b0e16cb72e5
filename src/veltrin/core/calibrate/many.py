"""Calibrate: from many books to numbers of the laws, what they change, and whether they help anybody else."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from veltrin.core.calibrate.clean import Cleans, fit_cleans, shares_at
from veltrin.core.calibrate.fit import (
    FEWEST_BALLS,
    BookShot,
    Effect,
    Lengths,
    Names,
    Observed,
    balls_of,
    fit_lengths,
    observed,
)
from veltrin.core.calibrate.kinds import Kind, bell, kind_of
from veltrin.core.calibrate.left_out import LeftOut, leave_out
from veltrin.core.calibrate.numbers import NUMBERS, prior_of
from veltrin.core.calibrate.picked import Part, picked_players
from veltrin.core.coefficient import LawShare
from veltrin.core.counted import counted
from veltrin.core.errors import DomainError
from veltrin.core.geometry import Index, Vec
from veltrin.core.learn.rates import Z_80
from veltrin.core.plan.one import One

FEWEST_PLAYERS = 2
"""With fewer players what is one's own can't be told from what is true of all."""

TELLS = 0.9
"""A number whose doubt is not below this share of what it was before isn't measured: it stays as it is. Judgement."""

FAR = 0.03
"""Kinds whose balls move by more than this (a logarithm) are worked out again about what was found."""

PASSES = 2
"""So many times: the laws bend."""


class Labels(NamedTuple):
    """How a shot is grouped when results are told: its cover, seat, club family, wetness, player's level."""

    cover: str
    seat: str
    family: str
    wet: str
    level: str


class Books(NamedTuple):
    """What is calibrated from: shots, how each is grouped, and how to strike kind `k` again (None: not any more)."""

    shots: Sequence[BookShot]
    labels: Sequence[Labels]
    kinds: int
    stroke: Callable[[int], One | None]


@dataclass(frozen=True)
class Measured:
    """One number: its share of the usual, between which shares it lies in eight of ten cases, what part of the doubt
    is left; `is_told`: whether the books measured it.
    """

    id: str
    words: str
    share: float
    low: float
    high: float
    doubt_left: float
    is_told: bool


@dataclass(frozen=True)
class Group:
    """Clean balls of one kind of lie, club or wetness: how many, how far off the usual numbers had them (a share,
    positive: further), what the measured numbers add, between which it lies in eight of ten cases, what is left.
    """

    name: str
    balls: int
    off: float
    moved: float
    low: float
    high: float
    left: float


@dataclass(frozen=True)
class CleanRate:
    """Strikes on one cover or of players of one level: how many, shares clean as seen, as the usual numbers and as the
    measured ones have it.
    """

    name: str
    strikes: int
    seen: float
    usual: float
    now: float


@dataclass(frozen=True)
class Calibration:
    """What many books say. `shares`: every coefficient that moves; see the other classes for the rest.

    `differ`: how far players differ, by what. `picked`: players whose books look picked and were left out.
    """

    players: int
    shots: int
    balls: int
    numbers: tuple[Measured, ...]
    by_cover: tuple[Group, ...]
    by_family: tuple[Group, ...]
    by_wet: tuple[Group, ...]
    cleans_by_cover: tuple[CleanRate, ...]
    cleans_by_level: tuple[CleanRate, ...]
    differ: dict[Effect, float]
    left_out: LeftOut
    picked: tuple[tuple[int, Part], ...]
    shares: tuple[LawShare, ...]


Tell = Callable[[int, int], None]
"""Is told how many kinds are worked out, of how many."""


def calibrate(books: Books, tell: Tell = lambda _done, _of: None) -> Calibration:
    """Measure the numbers of the laws from many books.

    DomainError (books) where players or shots are too few. Kinds that can't be struck any more are left out.
    """
    return calibrated(Kinds.worked_out(books, tell))


def calibrated(every: Kinds) -> Calibration:
    """The same where all kinds are worked out with the usual numbers."""
    shots, labels = every.known()
    picked = picked_players(every.kinds, shots)
    left = [i for i, shot in enumerate(shots) if shot.player not in picked]
    shots, labels = [shots[i] for i in left], [labels[i] for i in left]
    balls, players = balls_of(shots), len({shot.player for shot in shots})
    if players < FEWEST_PLAYERS or balls < FEWEST_BALLS:
        raise DomainError(
            "books",
            f"hold {counted(balls, 'clean ball')} whose carry is known, of {counted(players, 'player')}; a book that "
            "looks picked isn't used.",
            f"Book at least {FEWEST_BALLS} of {FEWEST_PLAYERS} players, planned, every ball of a day.",
        )
    for _ in range(PASSES):
        every.again(_fitted(every.kinds, shots)[0])
    return _told(every.kinds, shots, labels, *_fitted(every.kinds, shots), picked)


def _fitted(kinds: Sequence[Kind], shots: Sequence[BookShot]) -> tuple[Lengths, Cleans]:
    cleans = fit_cleans(kinds, shots)
    return fit_lengths(kinds, shots, cleans.own), cleans


class Kinds:
    """All kinds that can be struck, as the laws have them: by their place among those of the books."""

    def __init__(self, books: Books, found: Mapping[int, Kind], tell: Tell = lambda _done, _of: None) -> None:
        self._books, self._tell = books, tell
        self._places, self.kinds = list(found), list(found.values())

    @classmethod
    def worked_out(cls, books: Books, tell: Tell) -> Kinds:
        """With the usual numbers."""
        found = {}
        for k in range(books.kinds):
            one = books.stroke(k)
            kind = None if one is None else kind_of(one)
            if kind is not None:
                found[k] = kind
            tell(k + 1, 2 * books.kinds)
        return cls(books, found, tell)

    def known(self) -> tuple[list[BookShot], list[Labels]]:
        """Shots whose kind is known, their kinds counted among those."""
        place = {k: i for i, k in enumerate(self._places)}
        both = [
            (shot._replace(kind=place[shot.kind]), labels)
            for shot, labels in zip(self._books.shots, self._books.labels, strict=True)
            if shot.kind in place
        ]
        return [shot for shot, _ in both], [labels for _, labels in both]

    def again(self, found: Lengths) -> None:
        """Work out again what bends: kinds whose balls these numbers move far, about these numbers and their doubts."""
        logs, doubts = found.logs, np.sqrt(np.diag(found.doubt))
        for i, k in enumerate(self._places):
            kind = self.kinds[i]
            one = self._books.stroke(k) if _is_far(kind, logs) else None
            moved = None if one is None else kind_of(one, logs, kind.usual, doubts)
            self.kinds[i] = moved or kind
            self._tell(self._books.kinds + k + 1, 2 * self._books.kinds)


def _is_far(kind: Kind, logs: Vec) -> bool:
    moved = np.abs(kind.slopes @ (logs - kind.about)) + np.abs(kind.bent).sum(axis=1)
    return float(np.max(moved)) > FAR


def _told(
    kinds: Sequence[Kind],
    shots: Sequence[BookShot],
    labels: Sequence[Labels],
    lengths: Lengths,
    cleans: Cleans,
    picked: dict[int, Part],
) -> Calibration:
    numbers = _numbers(lengths, cleans)
    groups = _Groups(observed(kinds, shots, cleans.own), labels, lengths)
    return Calibration(
        players=len({shot.player for shot in shots}),
        shots=len(shots),
        balls=lengths.balls,
        numbers=numbers,
        by_cover=groups.by(lambda one: f"{one.cover}, {one.seat}" if one.seat else one.cover),
        by_family=groups.by(lambda one: one.family),
        by_wet=groups.by(lambda one: one.wet, spin=True),
        cleans_by_cover=_clean_rates(kinds, shots, [one.cover for one in labels], cleans.log),
        cleans_by_level=_clean_rates(kinds, shots, [one.level for one in labels], cleans.log),
        differ=lengths.sds,
        left_out=leave_out(kinds, shots),
        picked=tuple(picked.items()),
        shares=tuple(
            share
            for number, one in zip(NUMBERS, numbers, strict=True)
            if one.is_told
            for share in number.moved(one.share)
        ),
    )


def _numbers(lengths: Lengths, cleans: Cleans) -> tuple[Measured, ...]:
    logs = [*lengths.logs, lengths.noise, cleans.log]
    doubts = [*np.sqrt(np.diag(lengths.doubt)), lengths.noise_sd, cleans.sd]
    return tuple(
        Measured(
            id=number.id,
            words=number.words,
            share=math.exp(log),
            low=math.exp(log - Z_80 * doubt),
            high=math.exp(log + Z_80 * doubt),
            doubt_left=float(doubt / prior),
            is_told=bool(doubt < TELLS * prior),
        )
        for number, log, doubt, prior in zip(NUMBERS, logs, doubts, prior_of(NUMBERS), strict=True)
    )


class _Groups:
    """Clean balls, grouped one way or another."""

    def __init__(self, seen: tuple[Observed, Index, Names], labels: Sequence[Labels], lengths: Lengths) -> None:
        self._seen, self._of, _ = seen
        self._labels, self._lengths = labels, lengths

    def by(self, name: Callable[[Labels], str], *, spin: bool = False) -> tuple[Group, ...]:
        """By what a name says of each shot, most balls first: how far they went, or how they spun."""
        seen = self._seen
        names = np.array([name(self._labels[i]) for i in self._of])
        found = []
        for one in dict.fromkeys(names.tolist()):
            rows = (names == one) & (seen.is_spin == spin)
            if np.sum(rows) < FEWEST_IN_GROUP:
                continue
            slope = seen.slopes[rows].mean(axis=0)
            scale = Z_80 * math.sqrt(slope @ self._lengths.doubt @ slope)
            left = seen.off[rows] - seen.slopes[rows] @ self._lengths.logs
            # What bends is in it: not the slope times the number, but what was worked out about it.
            moved = float((seen.off_usual[rows] - left).mean())
            off, rest = (float(bell(logs[:, None])[0][0]) for logs in (seen.off_usual[rows], left))
            shares = [math.expm1(log) for log in (off, moved, moved - scale, moved + scale, rest)]
            found.append(Group(one, int(np.sum(rows)), *shares))
        return tuple(sorted(found, key=lambda group: -group.balls))


FEWEST_IN_GROUP = 8
"""Of fewer balls nothing is told by itself."""


def _clean_rates(
    kinds: Sequence[Kind], shots: Sequence[BookShot], names: Sequence[str], log: float
) -> tuple[CleanRate, ...]:
    found: dict[str, list[Vec]] = {}
    for name, shot in zip(names, shots, strict=True):
        if shot.is_counted:
            expected = shares_at(kinds[shot.kind], np.array([0.0, log]))[0]
            found.setdefault(name, []).append(np.array([shot.fault == "clean", *expected]))
    rates = [CleanRate(name, len(rows), *np.mean(rows, axis=0).tolist()) for name, rows in found.items()]
    return tuple(sorted((one for one in rates if one.strikes >= FEWEST_IN_GROUP), key=lambda one: -one.strikes))
