"""Calibration of the eye: by how much a person reads each thing off on the whole, and how far about that.

A reading is taken as: the truth, plus a bias, plus chance. What has a sign (slopes, winds) is biased towards flat or
steep: along the sign of the truth. A distance is misread by a share of itself. Bias and spread have a prior in how far
readings are usually off (see plan.readings), which a few scenes outweigh.
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
    """

    kind: EyeKind
    scenes: int
    bias: float
    bias_within: float
    spread: float
    spread_within: float

    @property
    def is_known(self) -> bool:
        """Whether there are scenes enough to go by."""
        return self.scenes >= FEW_SCENES

    @property
    def doubt(self) -> float:
        """How far a reading is off, bias and all (root mean square)."""
        return math.hypot(self.bias, self.spread)

    @property
    def corrected_doubt(self) -> float:
        """The same once the bias is taken off: what it isn't known to stays."""
        return math.hypot(self.spread, self.bias_within / Z_80)

    def corrected(self, read: float) -> float:
        """A reading with the bias taken off; never over to the other side of level or calm."""
        if self.kind in SHARES:
            return read * math.exp(-self.bias)
        if self.kind not in SIGNED:
            return read - self.bias
        return math.copysign(max(abs(read) - self.bias, 0.0), read) if read else read


@lru_cache(maxsize=4096)
def _t_80(freedom: int) -> float:
    # Imported here: it takes long, and few questions want it.
    from scipy.stats import t

    return float(t.ppf(0.9, freedom))


def eye_of(kind: EyeKind, reads: Sequence[Read]) -> Eye:
    """Bias and spread of one kind, shrunk to none and to the usual doubt while scenes are few."""
    told = np.array([error_of(one) for one in reads if one.kind == kind and has_side(one)])
    usual, n = usual_of(kind), len(told)
    weight = n / (n + PRIOR_SCENES)
    bias = weight * float(told.mean()) if n else 0.0
    squares = float(np.sum((told - told.mean()) ** 2)) if n else 0.0
    free = max(n - 1, 0)
    spread = math.sqrt((PRIOR_SCENES * usual**2 + squares) / (PRIOR_SCENES + free))
    return Eye(
        kind=kind,
        scenes=n,
        bias=bias,
        bias_within=_t_80(max(n - 1, 1)) * spread / math.sqrt(n + PRIOR_SCENES),
        spread=spread,
        # A standard deviation told by so many is itself off by about one over the root of twice as many.
        spread_within=Z_80 * spread / math.sqrt(2.0 * (PRIOR_SCENES + free)),
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
