"""The numbers of the laws, measured by many players' books together."""

from veltrin.core.calibrate.fit import EFFECT_WORDS, BookShot, Effect, Fault
from veltrin.core.calibrate.kinds import one_of
from veltrin.core.calibrate.left_out import LeftOut
from veltrin.core.calibrate.many import Books, Calibration, CleanRate, Group, Labels, Measured, calibrate
from veltrin.core.calibrate.numbers import NOT_MEASURED, NUMBERS
from veltrin.core.calibrate.picked import Part as Picked
from veltrin.core.calibrate.side_by_side import Compared, compare

__all__ = [
    "EFFECT_WORDS",
    "NOT_MEASURED",
    "NUMBERS",
    "BookShot",
    "Books",
    "Calibration",
    "CleanRate",
    "Compared",
    "Effect",
    "Fault",
    "Group",
    "Labels",
    "LeftOut",
    "Measured",
    "Picked",
    "calibrate",
    "compare",
    "one_of",
]
