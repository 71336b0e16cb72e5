"""The house rules: layers, documents, words that don't belong, what the front end fetches."""

from __future__ import annotations

import re
import subprocess
import sys
from pathlib import Path

from veltrin.core.eye.easel import PAINTS
from veltrin.core.methods import CATALOGUE
from veltrin.settings import WEB_DIST, Settings

ROOT = Path(__file__).parents[2]
README = ROOT / "README.md"
GUIDE = ROOT / "docs" / "guide"


def tracked(*patterns: str) -> list[Path]:
    listed = subprocess.run(
        ["git", "ls-files", "--cached", "--others", "--exclude-standard", *patterns],
        cwd=ROOT, capture_output=True, text=True, check=True,
    )  # fmt: skip
    return [ROOT / line for line in listed.stdout.splitlines() if (ROOT / line).is_file()]


def test_layers_are_kept() -> None:
    done = subprocess.run(
        [Path(sys.executable).parent / "lint-imports", "--no-cache"], cwd=ROOT, capture_output=True, text=True
    )
    assert done.returncode == 0, done.stdout


PAGE = ROOT / "web/src"
FLOORS = (
    ("theme", "api", "lib"), ("devices",), ("shot", "drawing", "ui", "players"), ("accounts",), ("book",), ("eye",),
    ("cards",), ("practice",), ("lessons",), ("files",), ("desk",),
)  # fmt: skip
"""The page's things, each knowing those before it and its own floor only."""

PLACES_THAT_SHOW_MORE = {
    ("players/Players.tsx", "book"): "what the book has taught a player stands with the player",
    ("players/use-edit.ts", "book"): "one store of drafts in a browser, of players and of shots being entered",
    ("shot/bench/BenchSheets.tsx", "book"): "a shot is booked where it was planned",
    ("shot/bench/Holds.tsx", "eye"): "how well somebody reads a lie stands beside the reading",
}


def test_a_thing_of_the_page_knows_those_below_it_only() -> None:
    floor = {thing: i for i, things in enumerate(FLOORS) for thing in things}
    ups = set()
    for file in [*PAGE.rglob("*.ts"), *PAGE.rglob("*.tsx")]:
        name = file.relative_to(PAGE)
        for told in re.findall(r"(?:from |import\()'(\.[^']+)'", file.read_text()):
            target = (file.parent / told).resolve()
            if name.parts[0] not in floor or not target.is_relative_to(PAGE):
                continue
            thing = target.relative_to(PAGE).parts[0]
            if floor[thing] > floor[name.parts[0]]:
                ups.add((str(name), thing))
    assert ups == set(PLACES_THAT_SHOW_MORE)


def test_every_method_is_documented() -> None:
    text = (ROOT / "docs" / "methods.md").read_text()
    for method in CATALOGUE.values():
        assert f"`{method.id}`" in text, method.id
        assert method.school in text


def test_every_setting_is_documented() -> None:
    for name in Settings.model_fields:
        assert f"VELTRIN_{name.upper()}" in (GUIDE / "command-line.md").read_text()


def test_the_version_is_the_same_everywhere() -> None:
    versions = {
        re.search(r'^version = "(.+)"$', (ROOT / "pyproject.toml").read_text(), re.M),
        re.search(r'"version": "(.+)"', (ROOT / "web/package.json").read_text()),
        re.search(r"^## (\S+) \(", (ROOT / "CHANGELOG.md").read_text(), re.M),
    }
    assert len({found and found[1] for found in versions}) == 1


def test_every_key_is_documented() -> None:
    keys = re.findall(r"^  \['(.)', '([^']+)'\]", (ROOT / "web/src/lib/keys.ts").read_text(), re.M)
    assert len(keys) > 8
    for key, words in keys:
        assert f"| `{key}` | {words} |" in (GUIDE / "keys.md").read_text(), key


def test_every_endpoint_is_documented() -> None:
    described = (ROOT / "docs" / "schema" / "openapi.json").read_text()
    for path in re.findall(r'"(/api/[^"]+)": \{', described):
        assert path in (GUIDE / "programs.md").read_text(), path


def test_readme_begins_with_the_two_commands_and_links_every_screenshot() -> None:
    text = README.read_text()
    first = "\n".join(text.splitlines()[:10])
    assert "make demo" in first
    assert "make test" in first
    assert len(text.splitlines()) <= 120
    shots = list((ROOT / "docs" / "screenshots").glob("*.png"))
    assert 0 < len(shots) < 20
    for shot in shots:
        assert f"docs/screenshots/{shot.name}" in text


def test_lock_files_name_no_hosts() -> None:
    for name in ("requirements.lock", "web/package-lock.json"):
        text = (ROOT / name).read_text()
        assert '"resolved"' not in text
        assert not re.search(r"--index-url|--find-links", text)


def test_published_sources_quoted_from_memory_say_so() -> None:
    for path in (ROOT / "src/veltrin/core").rglob("*.py"):
        for source in re.findall(r"Sources?:(?:[^\"]|\"(?!\"\"))*", path.read_text()):
            if re.search(r"Smits|Penner|Brede|Bearman|Equipment Rules|USGA|WMO|Picard", source):
                assert "memory" in source, (path.name, source[:80])


def test_built_page_fetches_nothing_from_elsewhere() -> None:
    page = (WEB_DIST / "index.html").read_text()
    assert not re.search(r'(?:src|href)="https?:', page)
    for sheet in WEB_DIST.glob("assets/*.css"):
        assert not re.search(r"url\(\s*['\"]?https?:", sheet.read_text())


def test_the_page_has_a_colour_for_everything_a_scene_is_painted_with() -> None:
    theme = (ROOT / "web" / "src" / "theme" / "theme.css").read_text()
    for paint in PAINTS:
        # By day and at dusk.
        assert theme.count(f"--scene-{paint}:") == 2, paint


def test_every_place_has_a_page_and_a_picture_in_the_help() -> None:
    places = re.findall(r"^  (\w+): '/", (ROOT / "web/src/lib/place.ts").read_text(), re.M)
    assert len(places) > 6
    for place in places:
        assert (ROOT / "web/public/help" / f"{place}.jpg").exists(), place
        assert (GUIDE / f"{'field-book' if place == 'book' else place}.md").exists(), place


def test_browser_tests_find_a_field_by_its_whole_label() -> None:
    # A part of a label fits one field at first and more once what is still on its way has arrived: "Name" and
    # "Name of driver". Whether the test passes then depends on which comes first.
    loose = re.compile(r"""get_by_label\((?P<quote>["'])[^"']*(?P=quote)\)""")
    found = [f"{file.name}: {hit[0]}" for file in tracked("tests/web/*.py") for hit in loose.finditer(file.read_text())]
    assert not found, "say exact=True, or a pattern"


def test_browser_tests_wait_for_a_function() -> None:
    # An expression is evaluated from a string at every look but the first, and the page's policy forbids that: such a
    # wait passes only where what it waits for is there at once.
    waits = re.compile(r"""wait_for_function\(\s*f?(\"{3}|\"(?!\"\")|')(?!(async )?(\(|\w+ =>))""")
    found = [f"{file.name}: {hit[0]}" for file in tracked("tests/web/*.py") for hit in waits.finditer(file.read_text())]
    assert not found, "say a function: () => ..."


def test_a_page_of_a_list_is_read_in_one_place() -> None:
    # How long a list is and a part of it are one statement: as two they may tell of two moments.
    apart = [f.name for f in tracked("src/veltrin/store/repositories/*.py") if ".offset(" in f.read_text()]
    assert apart == ["pages.py"]
