"""Compiled kernels are those of the present sources."""

from __future__ import annotations

import ast
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

from veltrin.made_once import CORE, KERNELS_OF, PREFIX, kernels_of, tidy


@pytest.mark.parametrize("file", KERNELS_OF)
def test_a_change_in_any_source_gives_another_folder(file: str, tmp_path: Path) -> None:
    for name in KERNELS_OF:
        (tmp_path / name).parent.mkdir(exist_ok=True)
        shutil.copyfile(CORE / name, tmp_path / name)
    assert kernels_of(tmp_path) == kernels_of(CORE)
    with (tmp_path / file).open("a") as source:
        source.write("\n")
    assert kernels_of(tmp_path) != kernels_of(CORE)


def kernels_in(file: Path) -> tuple[ast.Module, list[ast.FunctionDef]]:
    tree = ast.parse(file.read_text())
    functions = [node for node in ast.walk(tree) if isinstance(node, ast.FunctionDef)]
    return tree, [f for f in functions if any("kernel" in ast.unparse(d) for d in f.decorator_list)]


def test_whatever_a_kernel_takes_in_stands_in_the_list() -> None:
    seen = set()
    for file in CORE.rglob("*.py"):
        tree, found = kernels_in(file)
        if not found:
            continue
        seen.add(file.relative_to(CORE).as_posix())
        used = {n.id for f in found for s in f.body for n in ast.walk(s) if isinstance(n, ast.Name)}
        for node in tree.body:
            if isinstance(node, ast.ImportFrom) and (node.module or "").startswith("veltrin.core"):
                taken = {a.asname or a.name for a in node.names} & used
                source = (node.module or "").removeprefix("veltrin.core.").replace(".", "/") + ".py"
                assert not taken or source in KERNELS_OF, f"{file.name} takes {taken} from {source}"
    assert seen <= set(KERNELS_OF)
    assert len(seen) >= 5


def test_what_older_sources_left_is_tidied_away(tmp_path: Path) -> None:
    for name in ("kernels-old", "kernels-new", "else"):
        (tmp_path / name).mkdir()
    tidy(tmp_path, PREFIX, "kernels-new")
    assert {p.name for p in tmp_path.iterdir()} == {"kernels-new", "else"}


CALLER = """
from veltrin.core.kernels import kernel
from veltrin.core.run.coefficients import TURF
from veltrin.core.run.surface import turf_restitution

@kernel()
def asked(speed):
    return turf_restitution(speed, TURF)

if __name__ == "__main__":
    import caller
    print(caller.asked(10.0))
"""


def test_a_law_changed_in_another_file_is_answered_with_at_once(tmp_path: Path) -> None:
    """A bounce, compiled in one file after the law of another: Penner's at 10 m/s, then with the law changed."""
    shutil.copytree(CORE, tmp_path / "veltrin/core", ignore=shutil.ignore_patterns("__pycache__"))
    for name in ("__init__.py", "made_once.py"):
        shutil.copyfile(CORE.parent / name, tmp_path / "veltrin" / name)
    (tmp_path / "caller.py").write_text(CALLER)

    def asked() -> float:
        told = subprocess.run(
            [sys.executable, "-m", "caller"], cwd=tmp_path, capture_output=True, text=True, check=True
        )
        return float(told.stdout)

    assert asked() == pytest.approx(0.510 - 0.375 + 0.0903)
    law = tmp_path / "veltrin/core/run/surface.py"
    law.write_text(law.read_text().replace("return c.restitution -", "return 0.1 + c.restitution -"))
    assert asked() == pytest.approx(0.610 - 0.375 + 0.0903)
