"""Compiled functions, kept on disk under what they are made of: a changed law never answers with old numbers.

The compiler keeps a function under the date of its own file, and takes what it calls in from others: a change there
goes unnoticed. So the folder is named after everything a kernel is made of.
"""

from __future__ import annotations

import contextlib
import hashlib
import os
import shutil
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar

import numba
import platformdirs
from numba.core import config

CORE = Path(__file__).parent

MADE_OF = (
    "constants.py", "flight/aero.py", "flight/contour.py", "flight/integrator.py", "ground/coefficients.py",
    "ground/slope.py", "kit/club.py", "run/coefficients.py", "run/landing.py", "run/surface.py", "run/terrain.py",
    "strike/delivery.py", "strike/impact.py", "strike/meeting.py", "strike/setup.py",
)  # fmt: skip
"""Files that hold kernels, or numbers that are compiled into them."""

PREFIX = "kernels-"

LOOSE = {"reassoc", "contract", "arcp", "nsz", "afn"}
"""Sums may be taken in any order: the last digit of a metre isn't asked for. Infinities stay what they are: a green
without ends is one."""

Function = TypeVar("Function", bound=Callable[..., Any])


def name_of(core: Path) -> str:
    """Name of the folder for the kernels whose sources stand under `core`."""
    found = hashlib.sha256(numba.__version__.encode())
    for name in MADE_OF:
        found.update((core / name).read_bytes())
    return PREFIX + found.hexdigest()[:16]


def cache_folder() -> Path:
    """Where what was made once is kept: beside the code where that may be written, else among the user's caches."""
    told = os.environ.get("NUMBA_CACHE_DIR")
    if told:
        return Path(told)
    beside = CORE / "__pycache__"
    with contextlib.suppress(OSError):
        beside.mkdir(exist_ok=True)
    if os.access(beside, os.W_OK):
        return beside
    return Path(platformdirs.user_cache_dir("veltrin", appauthor=False))


def tidy(base: Path, prefix: str, kept: str) -> None:
    """Take away what older sources left."""
    for old in base.glob(f"{prefix}*"):
        if old.name == kept:
            continue
        if old.is_dir():
            shutil.rmtree(old, ignore_errors=True)
        else:
            old.unlink(missing_ok=True)


def _prepare() -> None:
    base, name = cache_folder(), name_of(CORE)
    tidy(base, PREFIX, name)
    vars(config)["CACHE_DIR"] = str(base / name)


_prepare()


def kernel(**options: Any) -> Callable[[Function], Function]:
    """Compile a function when it is first called, once for as long as nothing that it is made of changes."""
    # Without a look at every division: nothing here is divided by what may be nothing.
    compiled: Callable[[Function], Function] = numba.njit(cache=True, error_model="numpy", **options)
    return compiled
