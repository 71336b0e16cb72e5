"""Calibration of the eye: by how much a person reads each thing off on the whole, and how far about that.

A reading is taken as: the truth, plus a bias, plus chance; and the bias is a line: so much, and so much more with every
degree or metre there is. Who sees six tenths of every slope is put right at two degrees and at nine. What has a sign
(slopes, winds) is biased towards flat or steep: along the sign of the truth. A distance is misread by a share of
itself. Bias, its growth and the spread have a prior in how far readings are usually off (see plan.readings), which a
few scenes outweigh.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from veltrin.core.eye.scene import EYE_KINDS, EyeKind
from veltrin.core.learn.rates import Z_80
from veltrin.core.plan.readings import FLAG_DOUBT_M, FLAG_DOUBT_SHARE, READINGS

SIGNED: frozenset[EyeKind] = frozenset({"fall", "side", "wind", "cross"})
SHARES: frozenset[EyeKind] = frozenset({"flag"})

NO_SIGN: dict[EyeKind, float] = {
    "fall": math.radians(0.75), "side": math.radians(0.75), "wind": 0.75, "cross": 0.75,
}  # fmt: skip
"""Less than this has no side to be too flat to: it is not counted. Judgement."""

PRIOR_SCENES = 1.5
"""The usual doubt counts as so many scenes. Judgement."""

GROWTH_SD = 0.3
"""How much more or less of a thing people see than there is, as a share of it (one deviation). Judgement."""

MIDDLE_M = 40.0
"""How a share misread grows is told from this distance on."""

OFF_WITH_SIZE = 0.2
"""A usual eye is off by such a share of what there is, besides. Judgement."""

LEAST_SEEN = 0.3
"""Nobody sees less of a slope than this; a line that says so is a slip. Judgement."""

FEW_SCENES = 8
"""With fewer scenes of a kind the eye is not known well enough to replace the usual doubt. Judgement."""

NEAREST_M = 2.0


@dataclass(frozen=True)
class Read:
    """One thing read off one scene, in the core's units."""

    kind: EyeKind
    truth: float
    read: float


def error_of(one: Read) -> float:
    """The error of a reading as it is counted: towards flat negative where it has a sign, a log share of a distance."""
    if one.kind in SHARES:
        return math.log(max(one.read, NEAREST_M) / max(one.truth, NEAREST_M))
    off = one.read - one.truth
    return math.copysign(1.0, one.truth) * off if one.kind in SIGNED else off


def size_of(one: Read) -> float:
    """What a bias may grow with: how steep, how strong, how deep; of a distance its logarithm."""
    if one.kind in SHARES:
        return math.log(max(one.truth, NEAREST_M) / MIDDLE_M)
    return abs(one.truth) if one.kind in SIGNED else one.truth


def expected_error(kind: EyeKind, truth: float) -> float:
    """How far a usual eye is off there (one deviation): the steeper, the further."""
    usual = usual_of(kind)
    return usual if kind in SHARES else math.hypot(usual, OFF_WITH_SIZE * abs(truth))


def has_side(one: Read) -> bool:
    """Whether its error can be counted."""
    return one.kind not in SIGNED or abs(one.truth) >= NO_SIGN[one.kind]


def usual_of(kind: EyeKind) -> float:
    """How far readings of a kind are usually off (one deviation)."""
    return FLAG_DOUBT_SHARE + FLAG_DOUBT_M / 30.0 if kind in SHARES else READINGS[kind].doubt


@dataclass(frozen=True)
class Eye:
    """How one kind of reading is made: bias and spread (one deviation), each with half the interval that holds it eight
    times of ten; `scenes` it rests on. In the core's units, a distance as a share.

    `bias`: at the middle of what was read, `at`; it grows by `growth` with each unit of what there is (see size_of),
    `growth_within` likewise. `sizes_sd`: how far apart what was read lay.
    """

    kind: EyeKind
    scenes: int
    bias: float
    bias_within: float
    spread: float
    spread_within: float
    growth: float = 0.0
    growth_within: float = 0.0
    at: float = 0.0
    sizes_sd: float = 0.0

    @property
    def is_known(self) -> bool:
        """Whether there are scenes enough to go by."""
        return self.scenes >= FEW_SCENES

    @property
    def doubt(self) -> float:
        """How far a reading is off, bias and all (root mean square)."""
        return math.hypot(self.bias, self.growth * self.sizes_sd, self.spread)

    @property
    def seen_share(self) -> float:
        """How much is seen of each unit more."""
        return max(1.0 + self.growth, LEAST_SEEN)

    @property
    def corrected_doubt(self) -> float:
        """The same once the bias is taken off: what it isn't known to stays."""
        unknown = math.hypot(self.bias_within, self.growth_within * self.sizes_sd) / Z_80
        return math.hypot(self.spread, unknown) / self.seen_share

    def corrected(self, read: float) -> float:
        """A reading with the bias taken off; never over to the other side of level or calm."""
        seen = math.log(max(read, NEAREST_M) / MIDDLE_M) if self.kind in SHARES else read
        if self.kind in SIGNED:
            seen = abs(read)
        true = self.at + (seen - self.at - self.bias) / self.seen_share
        if self.kind in SHARES:
            return MIDDLE_M * math.exp(true)
        if self.kind not in SIGNED:
            return true
        return math.copysign(max(true, 0.0), read) if read else read


@lru_cache(maxsize=4096)
def _t_80(freedom: int) -> float:
    # Imported here: it takes long, and few questions want it.
    from scipy.stats import t

    return float(t.ppf(0.9, freedom))


def eye_of(kind: EyeKind, reads: Sequence[Read]) -> Eye:
    """Bias, its growth and spread of one kind, shrunk to none and to the usual doubt while scenes are few."""
    told = [one for one in reads if one.kind == kind and has_side(one)]
    errors, sizes = np.array([error_of(one) for one in told]), np.array([size_of(one) for one in told])
    usual, n = usual_of(kind), len(told)
    weight = n / (n + PRIOR_SCENES)
    bias = weight * float(errors.mean()) if n else 0.0
    at = float(sizes.mean()) if n else 0.0
    apart = sizes - at
    across, together = float(apart @ apart), float(apart @ (errors - errors.mean())) if n else 0.0
    growth, spread, free = 0.0, usual, max(n - 1, 0)
    # What the growth explains is no spread, and how surely it is told depends on the spread: a few rounds settle it.
    for _ in range(4):
        growth = together / (across + (spread / GROWTH_SD) ** 2)
        rest = errors - errors.mean() - growth * apart if n else errors
        spread = math.sqrt((PRIOR_SCENES * usual**2 + float(rest @ rest)) / (PRIOR_SCENES + free))
    many = _t_80(max(n - 1, 1))
    return Eye(
        kind=kind,
        scenes=n,
        bias=bias,
        bias_within=many * spread / math.sqrt(n + PRIOR_SCENES),
        spread=spread,
        # A standard deviation told by so many is itself off by about one over the root of twice as many.
        spread_within=Z_80 * spread / math.sqrt(2.0 * (PRIOR_SCENES + free)),
        growth=growth,
        growth_within=many * spread / math.sqrt(across + (spread / GROWTH_SD) ** 2),
        at=at,
        sizes_sd=math.sqrt(across / n) if n else 0.0,
    )


def calibrated(reads: Sequence[Read]) -> dict[EyeKind, Eye]:
    """The eye by kind of reading; kinds that were never read are left out."""
    kinds = {one.kind for one in reads}
    return {kind: eye_of(kind, reads) for kind in EYE_KINDS if kind in kinds}


def own_doubts(eyes: Mapping[EyeKind, Eye], flag_m: float, *, corrected: bool) -> dict[EyeKind, float]:
    """Doubts of a plan's readings by this eye, in the readings' units; what isn't known well is left out."""
    found = {}
    for kind, eye in eyes.items():
        if eye.is_known:
            doubt = eye.corrected_doubt if corrected else eye.doubt
            found[kind] = doubt * flag_m if kind in SHARES else doubt
    return found
