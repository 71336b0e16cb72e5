"""How it looks and speaks, on every place and sheet: nothing crosses, nothing hides, everybody can use it."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, WIDE

Open = Callable[..., Page]
LIE = "?player=tove&fall=6&flag=15"
# Rules of WCAG 2.0 to 2.2, A and AA, as the library axe-core knows them.
AXE = Path("web/node_modules/axe-core/axe.min.js")
TAGS = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]
PLACES = ("/", "/methods", "/players", "/book", "/conditions")
TABS = {
    "/players": ("Stock shots", "What the book teaches"),
    "/book": ("Predicted and actual", "By kind of lie", "Read a fault", "Trials"),
    "/conditions": ("Two days", "Day sheet"),
}
SHEETS = "?opxhncwke"
"""Keys that lay a sheet on the Bench."""


def violations(page: Page) -> list[str]:
    page.evaluate(AXE.read_text())
    found: dict[str, Any] = page.evaluate(
        "tags => axe.run(document, {runOnly: {type: 'tag', values: tags}, resultTypes: ['violations']})", TAGS
    )
    return [
        f"{one['id']}: {node['html'][:160]}  {node.get('failureSummary', '')[:200]}"
        for one in found["violations"]
        for node in one["nodes"][:3]
    ]


def ready(page: Page, path: str) -> None:
    expect(page.get_by_role("main")).to_be_visible(timeout=30_000)
    if path == "/":
        expect(page.get_by_role("region", name="Calls")).to_have_attribute("aria-busy", "false", timeout=30_000)
    if path == "/methods":
        expect(page.get_by_role("region", name="Catalogue")).to_be_visible(timeout=30_000)


# Colours hang on the theme alone and targets on the size alone: two of the four pairs see both of each.
@pytest.mark.parametrize(("size", "theme"), [(WIDE, "paper"), (PHONE, "dusk")], ids=["1280-paper", "390-dusk"])
def test_everybody_can_use_every_place(running: Running, open_page: Open, size: dict[str, int], theme: str) -> None:
    page = open_page(running.url + "/" + LIE, size, color_scheme="dark" if theme == "dusk" else "light")
    found = []
    for path in PLACES:
        page.goto(running.url + path + LIE)
        ready(page, path)
        found += [f"{path} {one}" for one in violations(page)]
        for tab in TABS.get(path, ()):
            page.get_by_role("tab", name=tab).click()
            page.wait_for_timeout(700)
            found += [f"{path} {tab} {one}" for one in violations(page)]
    page.goto(running.url + "/" + LIE)
    ready(page, "/")
    for key in SHEETS:
        page.keyboard.press(key)
        expect(page.get_by_role("dialog")).to_be_visible()
        found += [f"{key} {one}" for one in violations(page)]
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
    assert not found, "\n".join(sorted(set(found)))
