"""Academies whose numbers are known: players strike by laws moved a little, book what came of it, and it is fitted."""

from __future__ import annotations

import math
from itertools import groupby
from typing import NamedTuple

import numpy as np

from tests.players import player, question
from veltrin.core.calibrate.fit import COMMON_HOLD_SD, COMMON_SD, EFFECT_SD, NOISE_SD, BookShot, Fault
from veltrin.core.calibrate.kinds import READ_SD, USUALLY, Kind, bare, failed_of, kind_of, widened, world_where
from veltrin.core.calibrate.many import Books, Calibration, Kinds, Labels, calibrated
from veltrin.core.calibrate.numbers import LAWS, NUMBERS, prior_of
from veltrin.core.geometry import Vec
from veltrin.core.ground import COVERS, CoverName, Lie
from veltrin.core.kit import Club, Player, family_of
from veltrin.core.learn.ground import CARRY, strikes_of, typical
from veltrin.core.learn.rates import Z_80
from veltrin.core.plan.odds import even_normals
from veltrin.core.plan.one import One, one_call


class Place(NamedTuple):
    """Where academies play from: cover, seat, wetness, flag as a share of the 7-iron's carry, call."""

    cover: CoverName
    sunk: float
    wet: float
    share: float
    call_id: str


PLACES = (
    Place("fairway", 0.0, 0.0, 1.0, "7-iron~stock-swing"),
    Place("fairway", 0.0, 0.6, 0.9, "8-iron~stock-swing"),
    Place("fairway", 0.0, 0.0, 0.5, "54~stock-swing"),
    Place("tight", 0.0, 0.0, 0.9, "8-iron~stock-swing"),
    Place("semi", 0.3, 0.0, 0.95, "7-iron~stock-swing"),
    Place("semi", 0.5, 0.5, 0.85, "8-iron~stock-swing"),
    Place("rough", 0.3, 0.0, 0.85, "7-iron~stock-swing"),
    Place("rough", 0.6, 0.0, 0.8, "7-iron~stock-swing"),
    Place("rough", 0.6, 0.6, 0.7, "8-iron~stock-swing"),
    Place("rough", 0.8, 0.0, 0.5, "pw~stock-swing"),
    Place("rough", 0.6, 0.0, 0.4, "54~stock-swing"),
    Place("rough", 0.4, 0.8, 0.4, "54~stock-swing"),
    Place("deep", 1.0, 0.0, 0.4, "54~stock-swing"),
    Place("sand", 0.1, 0.0, 0.1, "54~splash"),
    Place("sand", 0.1, 0.0, 0.15, "58~splash"),
    Place("sand", 0.3, 0.0, 0.1, "58~splash"),
)

PLAYERS, SHOTS, A_DAY, SPIN_SHARE = 40, 6_000, 15, 0.3


class Staged(NamedTuple):
    """Players, and of each what is played: calls ready to be struck, and what the laws say of each as they are."""

    players: tuple[Player, ...]
    ones: tuple[One, ...]
    of: tuple[int, ...]
    kinds: tuple[Kind, ...]


def stage(players: int, seed: int = 1) -> Staged:
    """Players of all handicaps, each with what they can play of PLACES."""
    random = np.random.default_rng(seed)
    whole = [player(float(random.integers(105, 160)), float(random.integers(0, 30))) for _ in range(players)]
    ones, of, kinds = [], [], []
    for i, who in enumerate(whole):
        reach = next(club.stock_carry_m for club in who.bag if club.id == "7-iron")
        for place in PLACES:
            lie = Lie(COVERS[place.cover], place.sunk, place.wet)
            one = one_call(question(0, 0, round(place.share * reach), who, lie=lie), place.call_id)
            kind = None if one is None else kind_of(one)
            if one is not None and kind is not None:
                ones.append(bare(one))
                of.append(i)
                kinds.append(kind)
    return Staged(tuple(whole), tuple(ones), tuple(of), tuple(kinds))


class Truth(NamedTuple):
    """Logarithms of the shares: of LAWS, of the speed's and of the strike's scatter."""

    logs: Vec
    speed: float
    strike: float


def truth_of(random: np.random.Generator) -> Truth:
    """Numbers as they may be, by what is believed of them; none so far off that no ball would carry."""
    drawn = np.clip(random.normal(0.0, prior_of(NUMBERS)), -0.7, 0.7)
    return Truth(drawn[: len(LAWS)], float(drawn[-2]), float(drawn[-1]))


def books(staged: Staged, truth: Truth, shots: int, random: np.random.Generator) -> list[BookShot]:
    """What the players book: each has their own speed, clubs, covers, days and scatter beside what is true of all."""
    sd = EFFECT_SD
    families = sorted({family_of(_club(one)) for one in staged.ones})
    covers = sorted({one.world.lie.cover.name for one in staged.ones})
    lies = sorted({_lie(one) for one in staged.ones})
    common_f = dict(zip(families, random.normal(0, COMMON_SD, len(families)), strict=True))
    common_l = dict(zip(lies, random.normal(0, COMMON_SD, len(lies)), strict=True))
    hold_l = dict(zip(lies, random.normal(0, COMMON_HOLD_SD, len(lies)), strict=True))
    worlds = [world_where(one, truth.logs) for one in staged.ones]
    asked: list[tuple[int, int, int, float, dict[str, float], float]] = []
    for p in range(len(staged.players)):
        mine = [k for k, i in enumerate(staged.of) if i == p]
        own, hold = random.normal(0, sd["player"]), random.normal(0, sd["hold"])
        own_f = {f: random.normal(0, sd["family"]) for f in families}
        own_c = {c: random.normal(0, sd["cover"]) for c in covers}
        hold_c = {c: random.normal(0, sd["hold_cover"]) for c in covers}
        noise = random.normal(0, NOISE_SD, 2)
        share = {"speed": math.exp(truth.speed + noise[0]), "strike": math.exp(truth.strike + noise[1])}
        for day in range(math.ceil(shots / len(staged.players) / A_DAY)):
            fresh = random.normal(0, sd["day"])
            for k in random.choice(mine, A_DAY):
                family, cover = family_of(_club(staged.ones[k])), staged.ones[k].world.lie.cover.name
                faster = own + own_f[family] + own_c[cover] + common_f[family] + common_l[_lie(staged.ones[k])] + fresh
                asked.append(
                    (int(k), p, 1000 * p + day, faster, share, hold + hold_c[cover] + hold_l[_lie(staged.ones[k])])
                )
    booked: list[BookShot] = []
    for k, same in groupby(sorted(asked, key=lambda a: a[:3]), key=lambda a: a[0]):
        shots_of = list(same)
        one = widened(staged.ones[k], **shots_of[0][4])
        family, cover = family_of(_club(one)), one.world.lie.cover.name
        faster, draws = np.exp([a[3] for a in shots_of]), random.normal(size=(len(shots_of), 5))
        logs = strikes_of(one, worlds[k], draws, faster).logs + READ_SD * random.normal(size=(len(shots_of), 3))
        fails = failed_of(one, worlds[k], draws[:, 2:])
        for (_, p, day, _, _, hold), (_, carry, spin), (heavy, thin) in zip(shots_of, logs, fails, strict=True):
            # Nobody counts as clean what came up half as short.
            short = carry < staged.kinds[k].centre[CARRY] - math.log(2.0)
            fault: Fault = "thin" if thin else "heavy" if heavy else "other" if short else "clean"
            measured = math.exp(spin + hold) if random.random() < SPIN_SHARE else None
            booked.append(BookShot(k, p, family, cover, _lie(one), day, fault, math.exp(carry), None, measured))
    return booked


def _club(one: One) -> Club:
    return one.found.candidates[one.place].club


def _lie(one: One) -> str:
    lie = one.world.lie
    return f"{lie.cover.name} {lie.sunk} {lie.wet}"


def books_of(staged: Staged, shots: list[BookShot]) -> Books:
    """The same as they are given to be calibrated."""
    return Books(shots, [_labels(staged, shot) for shot in shots], len(staged.ones), staged.ones.__getitem__)


def _labels(staged: Staged, shot: BookShot) -> Labels:
    lie, who = staged.ones[shot.kind].world.lie, staged.players[shot.player]
    return Labels(shot.cover, "", shot.family, "wet" if lie.wet else "dry", f"{10 * (who.handicap // 10):.0f}")


def _true_moves(staged: Staged, truth: Truth) -> Vec:
    """By how much the true numbers move each kind's carry, a logarithm."""
    draws, moves = even_normals(128, 5), []
    for one, kind in zip(staged.ones, staged.kinds, strict=True):
        usual = strikes_of(one, world_where(one, USUALLY), draws)
        there = strikes_of(one, world_where(one, truth.logs), draws)
        carries = [typical(many.logs[usual.clean], kind.width)[CARRY] for many in (there, usual)]
        moves.append(carries[0] - carries[1])
    return np.array(moves)


def calibrated_with(staged: Staged, shots: list[BookShot]) -> Calibration:
    """Calibrate by these books; the kinds are worked out already."""
    return calibrated(Kinds(books_of(staged, shots), dict(enumerate(staged.kinds))))


class Held(NamedTuple):
    """Of academies: how often the 80 % interval held each number's truth, by name, and that of what a cover's balls
    are moved by; root mean square of the errors over the doubts told; how often players left out were helped.
    """

    numbers: dict[str, float]
    covers: float
    size: float
    helped: float
    gain: float


def held(staged: Staged, academies: int, shots: int, seed: int = 7) -> Held:
    """Draw academies, calibrate each, hold against what was true."""
    inside: dict[str, list[bool]] = {number.id: [] for number in NUMBERS}
    covers, sizes, helped, gains = [], [], [], []
    for a in range(academies):
        random = np.random.default_rng([seed, a])
        truth = truth_of(random)
        booked = books(staged, truth, shots, random)
        found = calibrated_with(staged, booked)
        for number, true in zip(found.numbers, [*truth.logs, truth.speed, truth.strike], strict=True):
            inside[number.id].append(number.low <= math.exp(true) <= number.high)
            doubt = math.log(number.high / number.low) / (2.0 * Z_80)
            sizes.append((math.log(number.share) - true) / doubt)
        by_cover: dict[str, list[float]] = {}
        moves = _true_moves(staged, truth)
        for shot in booked:
            if shot.fault == "clean":
                by_cover.setdefault(shot.cover, []).append(moves[shot.kind])
        covers += [
            g.low <= math.expm1(float(np.mean(by_cover[g.name]))) <= g.high
            for g in found.by_cover
            if g.name in by_cover
        ]
        helped.append(found.left_out.helps)
        gains.append(found.left_out.off_usual - found.left_out.off_now)
    return Held(
        {name: float(np.mean(one)) for name, one in inside.items()},
        float(np.mean(covers)),
        float(np.sqrt(np.mean(np.square(sizes)))),
        float(np.mean(helped)),
        float(np.mean(gains)),
    )
