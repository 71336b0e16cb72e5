"""What is made once and kept beside the program: compiled kernels, and the demo's database.

The compiler keeps a function under the date of its own file, and takes what it calls in from others: a change there
goes unnoticed. So the folder is named after everything a kernel is made of, and a changed law never answers with old
numbers.
"""

from __future__ import annotations

import contextlib
import hashlib
import os
import shutil
from importlib.metadata import version
from pathlib import Path

CORE = Path(__file__).parent / "core"

KERNELS_OF = (
    "constants.py", "flight/aero.py", "flight/contour.py", "flight/integrator.py", "ground/coefficients.py",
    "ground/grass.py", "ground/slope.py", "ground/under.py", "hole/areas.py", "hole/chart.py", "hole/holing.py",
    "kernels.py", "kit/club.py", "plan/odds.py", "plan/scatter.py", "plan/shift.py", "plan/solve.py",
    "run/coefficients.py", "run/landing.py", "run/surface.py", "run/terrain.py", "strike/blow.py",
    "strike/delivery.py", "strike/impact.py", "strike/meeting.py", "strike/rows.py", "strike/setup.py",
    "strike/splash.py", "strike/stroke.py", "units.py",
)  # fmt: skip
"""Files of core that hold kernels, or what is compiled into them."""

PREFIX = "kernels-"
FOLDER = "NUMBA_CACHE_DIR"
"""Where the compiler looks for its folder."""


def kernels_of(core: Path) -> str:
    """Name of the folder for the kernels whose sources stand under `core`."""
    found = hashlib.sha256(version("numba").encode())
    for name in KERNELS_OF:
        found.update((core / name).read_bytes())
    return PREFIX + found.hexdigest()[:16]


def cache_folder() -> Path:
    """Where what was made once is kept: beside the code where that may be written, else among the user's caches."""
    told = os.environ.get(FOLDER)
    if told:
        # A process that was begun by one of ours is told the kernels' own folder.
        return Path(told).parent if Path(told).name.startswith(PREFIX) else Path(told)
    beside = CORE / "__pycache__"
    with contextlib.suppress(OSError):
        beside.mkdir(exist_ok=True)
    if os.access(beside, os.W_OK):
        return beside
    # Imported here: hardly ever wanted.
    import platformdirs

    return Path(platformdirs.user_cache_dir("veltrin", appauthor=False))


def tell_compiler() -> None:
    """Tell the compiler where its kernels are kept; before any of core is imported."""
    os.environ[FOLDER] = str(cache_folder() / kernels_of(CORE))


def tidy(base: Path, prefix: str, kept: str) -> None:
    """Take away what older sources left."""
    for old in base.glob(f"{prefix}*"):
        if old.name == kept:
            continue
        if old.is_dir():
            shutil.rmtree(old, ignore_errors=True)
        else:
            old.unlink(missing_ok=True)


def tidy_kernels() -> None:
    """Take away the kernels of older sources."""
    tidy(cache_folder(), PREFIX, kernels_of(CORE))
