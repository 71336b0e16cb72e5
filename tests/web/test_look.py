"""How it looks and speaks, on every place and sheet: nothing crosses, nothing hides, everybody can use it."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Sequence
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, WIDE, at_rest, drawn

Open = Callable[..., Page]
LIE = "?p=tove&fall=6&flag=15"
# Rules of WCAG 2.0 to 2.2, A and AA, as the library axe-core knows them.
AXE = Path("web/node_modules/axe-core/axe.min.js")
TAGS = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]
PLACES = ("/", "/methods", "/players", "/book", "/practice", "/lessons", "/conditions", "/cards")
LESSON = "/lessons" + LIE + "#lesson=00000000-0000-0000-0000-00000000000b"
OF_LESSON = ("", "&part=prepare", "&part=take", "&sheet=corwin")
TABS = {
    "/players": ("Stock shots", "What the book teaches"),
    "/book": ("Predicted and actual", "By kind of lie", "Read a fault", "Trials"),
    "/practice": ("Season", "Progress", "The eye", "Drills"),
    "/conditions": ("Two days", "Day sheet"),
}
SHEETS = "?o/xhncwke"
"""Keys that lay a sheet on the Bench."""


def violations(page: Page) -> list[str]:
    found: dict[str, Any] = page.evaluate(
        "tags => axe.run(document, {runOnly: {type: 'tag', values: tags}, resultTypes: ['violations']})", TAGS
    )
    return [
        f"{one['id']}: {node['html'][:160]}  {node.get('failureSummary', '')[:200]}"
        for one in found["violations"]
        for node in one["nodes"][:3]
    ]


def ready(page: Page, path: str) -> None:
    expect(page.get_by_role("main")).to_be_visible()
    if path == "/":
        expect(page.get_by_role("region", name="Calls")).to_have_attribute("aria-busy", "false")
    if path == "/methods":
        expect(page.get_by_role("region", name="Catalogue")).to_be_visible()
    if path == "/cards":
        expect(page.get_by_role("heading", name=re.compile("Winter card"))).to_be_visible()


def each_tab(page: Page, path: str) -> Iterator[str]:
    """Lead through the tabs of a place, each when nothing is asked any more; their names."""
    for tab in TABS.get(path, ()):
        page.get_by_role("tab", name=tab).click()
        at_rest(page)
        yield tab


# Contrast hangs on the theme, room and target on the size: two pairs see both of each, a sheet one of them by turns.
OPPOSITE = [(PHONE, "dusk"), (WIDE, "paper")]


def test_everybody_can_use_every_place(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/" + LIE)
    found: set[str] = set()

    def look(where: str, pairs: Sequence[tuple[dict[str, int], str]]) -> None:
        # Loaded once, looked at in one size and theme after the other.
        for size, theme in pairs:
            page.set_viewport_size(size)
            page.evaluate("theme => (document.documentElement.dataset.theme = theme)", theme)
            found.update(f"{where}, {size['width']}, {theme}: {one}" for one in violations(page))

    for path in PLACES:
        page.goto(running.url + path + LIE)
        ready(page, path)
        page.evaluate(AXE.read_text())
        look(path, OPPOSITE)
        for tab in each_tab(page, path):
            look(f"{path} {tab}", OPPOSITE)
    for part in OF_LESSON:
        page.goto(running.url + LESSON + part)
        page.reload()
        expect(page.get_by_role("heading", name=re.compile("Corwin Maddersly")).first).to_be_visible()
        page.evaluate(AXE.read_text())
        look(f"lesson {part}", OPPOSITE)
    page.goto(running.url + "/" + LIE)
    ready(page, "/")
    page.evaluate(AXE.read_text())
    for i, key in enumerate(SHEETS):
        page.keyboard.press(key)
        expect(page.get_by_role("dialog")).to_be_visible()
        look(f"sheet {key}", [OPPOSITE[i % 2]])
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
    assert not found, "\n".join(sorted(found))


# What stands on the page and may not meet: words with words, words with grips, words with the edge of their drawing.
MEETINGS = """() => {
  const wrong = []
  for (const svg of document.querySelectorAll('svg')) {
    if (svg.closest('[inert]')) continue
    const frame = svg.getBoundingClientRect()
    if (frame.width < 60 || frame.height < 40) continue
    const boxes = [...svg.querySelectorAll('text')].filter((t) => t.textContent.trim() !== '').map((t) => ({
      words: t.textContent, box: t.getBoundingClientRect() }))
    const grips = [...svg.querySelectorAll('.handle')].map((g) => ({
      words: 'grip ' + g.getAttribute('aria-label'),
      box: g.querySelector('circle:last-of-type').getBoundingClientRect() }))
    const name = svg.getAttribute('aria-label') ?? ''
    const meet = (a, b) => Math.min(a.right, b.right) - Math.max(a.left, b.left) > 1.5 &&
      Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 3.5
    boxes.forEach((one, i) => {
      if (one.box.left < frame.left - 1.5 || one.box.right > frame.right + 1.5 || one.box.top < frame.top - 2 ||
          one.box.bottom > frame.bottom + 2) wrong.push(`${name}: “${one.words}” leaves the drawing`)
      for (const other of [...boxes.slice(i + 1), ...grips])
        if (meet(one.box, other.box)) wrong.push(`${name}: “${one.words}” meets “${other.words}”`)
    })
  }
  return [...new Set(wrong)]
}"""
SIZES = [(390, 844), (820, 1180), (1280, 800), (1920, 1080), (2560, 1440)]
LIES = (
    "?p=tove&fall=6&flag=15",
    "?p=tove&flag=60&front=50&back=72&cover=deep&sunk=1&grass=100&side=-4&fall=-5",
    "?p=corwin&flag=130&front=120&back=145&wind=6&from=60&gf=2&gs=-2",
    "?p=ansgar&flag=18&front=14&back=26&cover=sand&sunk=0.3&lip=1.2&side=6",
    "?p=brisa&flag=9&front=3&back=16&cover=fringe",
)


def test_words_of_the_bench_meet_nothing(running: Running, open_page: Open) -> None:
    page = open_page(running.url)
    found: list[str] = []

    def look(where: str) -> None:
        # Loaded once, looked at in every size.
        for width, height in SIZES:
            page.set_viewport_size({"width": width, "height": height})
            drawn(page)
            found.extend(f"{where}, {width}: {one}" for one in page.evaluate(MEETINGS))

    for lie in LIES:
        page.goto(running.url + "/" + lie)
        ready(page, "/")
        look(lie)
    assert not found, "\n".join(found)


def unwell(page: Page) -> None:
    """Let the server say that it isn't well, as it also does while it warms: that line is for the screen."""
    state = {"status": "degraded", "detail": "The disk has 12 MB left. Make room."}
    page.route("**/api/health", lambda route: route.fulfill(json={"version": "test", **state}))
    page.reload()
    expect(page.get_by_text(state["detail"])).to_be_visible()


def test_paper_is_one_page_each(running: Running, open_page: Open) -> None:
    """A4 with margins of 12 mm: 704 px by 1032 px, at 96 to the inch."""
    page = open_page(running.url + "/" + LIE, {"width": 1032, "height": 704}, color_scheme="dark")
    unwell(page)
    ready(page, "/")
    page.keyboard.press("c")
    page.get_by_role("button", name=re.compile("Put on Tove")).first.click()
    expect(page.get_by_role("dialog")).to_contain_text(re.compile("On Tove.s card"))
    page.keyboard.press("Escape")
    page.emulate_media(media="print")
    # The Bench: the player's name, the line, the calls, what to say; no grips, paper white at dusk.
    assert page.evaluate("document.documentElement.scrollHeight") <= 704
    expect(page.get_by_text("Tove Aldersyn: on top, fairway")).to_be_visible()
    expect(page.get_by_role("region", name="Say")).to_be_visible()
    expect(page.locator(".handle").first).to_be_hidden()
    assert page.evaluate("getComputedStyle(document.documentElement).backgroundColor") == "rgb(255, 255, 255)"
    # The card: what is on it stands on the paper, and nothing else.
    page.emulate_media(media="screen")
    page.keyboard.press("p")
    entry = page.locator(".paper li").first
    expect(entry).to_be_visible()
    page.emulate_media(media="print")
    box = entry.bounding_box()
    assert box is not None
    assert box["x"] >= 0
    assert box["y"] >= 0
    assert box["x"] + box["width"] <= 1032
    expect(page.get_by_role("tablist", name="Cards")).to_be_hidden()
    # The day sheet keeps its last column on a portrait page.
    page.emulate_media(media="screen")
    page.set_viewport_size({"width": 704, "height": 1032})
    page.goto(running.url + "/conditions" + LIE)
    page.get_by_role("tab", name="Day sheet").click()
    expect(page.get_by_role("row", name=re.compile("^Lob wedge"))).to_be_visible()
    page.emulate_media(media="print")
    table = page.get_by_role("table").bounding_box()
    assert table is not None
    assert table["x"] + table["width"] <= 704


def test_focus_comes_back_and_the_picker_fits_a_phone(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/" + LIE, PHONE)
    ready(page, "/")
    button = page.get_by_role("button", name=re.compile("^Cover:"))
    button.focus()
    for key in SHEETS:
        page.keyboard.press(key)
        expect(page.get_by_role("dialog")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(button).to_be_focused()
    # Every cover can be tapped where it stands: inside the window, scrolled to within the list at most.
    for width in (320, 390, 768):
        page.set_viewport_size({"width": width, "height": 700})
        button.click()
        for cover in ("fringe", "tight turf", "compacted wet sand"):
            swatch = page.get_by_role("button", name=cover, exact=True).first
            swatch.scroll_into_view_if_needed()
            box = swatch.bounding_box()
            assert box is not None
            assert box["x"] >= 0, (width, cover)
            assert box["x"] + box["width"] <= width, (width, cover)
            assert 0 <= box["y"] <= 700 - box["height"], (width, cover)
        page.keyboard.press("Escape")
