"""At every size, with long names, a strong wind, yards and an open lesson: words are large enough and nothing wraps."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.conftest import Running
from tests.web.conftest import AT_MOST_MS, at_rest, drawn, launched
from tests.web.test_look import LESSON, MEETINGS, OF_LESSON, PLACES, SHEETS, each_tab, ready

Open = Callable[..., Page]
SIZES = [(320, 700), (390, 844), (820, 1180), (1280, 800), (2560, 1440)]
LONG_NAME = "Wilhelmina Adelgunde Osterhaven-Kettering"
STATE = "?p=tove&flag=130&front=120&back=145&wind=11&gust=16&from=60&gf=2&gs=-2&rain=downpour&ground=95&t=4"

OPEN = {
    "id": LESSON.rpartition("=")[2], "state": "open", "held_on": "2026-11-02", "title": "", "version": 1,
    "player_ids": ["tove", "corwin"], "player_names": [LONG_NAME, LONG_NAME], "items": 12, "minutes": 60.0,
}  # fmt: skip

# Paper is looked at as paper and zooms; all else is read as it is drawn.
SMALL = """() => {
  const small = new Set()
  const note = (where, size, words) => {
    if (size < 10.95) small.add(`${size.toFixed(1)} px: “${words.trim().slice(0, 30)}” in ${where}`)
  }
  for (const text of document.querySelectorAll('svg text')) {
    const matrix = text.getScreenCTM()
    if (!text.textContent.trim() || text.closest('.paper') || !matrix || !text.getClientRects().length) continue
    const size = parseFloat(getComputedStyle(text).fontSize) * Math.hypot(matrix.a, matrix.b)
    note(text.ownerSVGElement.getAttribute('aria-label') ?? 'a drawing', size, text.textContent)
  }
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
  for (let node = walk.nextNode(); node; node = walk.nextNode()) {
    const holds = node.parentElement
    if (!node.textContent.trim() || holds.closest('svg, .paper, script, style') || !holds.getClientRects().length)
      continue
    note(holds.className, parseFloat(getComputedStyle(holds).fontSize), node.textContent)
  }
  return [...small]
}"""

# One row: everything in the top line stands at one height, and none of it reaches out of the window.
WRAPS = """() => {
  const header = document.querySelector('header')
  if (!header) return []
  const wrong = []
  if (header.getBoundingClientRect().height > 60) wrong.push('the top line has two rows')
  if (document.documentElement.scrollWidth > innerWidth + 1) wrong.push('the page is wider than the window')
  for (const one of header.querySelectorAll('button'))
    if (one.getClientRects().length && one.getBoundingClientRect().right > innerWidth + 1)
      wrong.push(`“${one.textContent}” leaves the top line`)
  return wrong
}"""


CHECKS = f"() => [...({SMALL})(), ...({WRAPS})(), ...({MEETINGS})()]"
"""All that is looked at in every size, asked at once."""


@pytest.fixture
def crowded(running: Running, open_page: Open) -> Iterator[Page]:
    """A page where everything is as long as it may be; the book is as it was afterwards."""
    page = open_page(running.url)
    api = page.request
    settings = api.get(running.url + "/api/settings").json()
    units = {**settings, "distance": "yd", "speed": "mph", "temperature": "F"}
    told = api.put(running.url + "/api/settings", data=units)
    assert told.ok, told.text()
    page.route(
        "**/api/players",
        lambda route: route.fulfill(
            json=[{**p, "name": LONG_NAME} if p["id"] == "tove" else p for p in route.fetch().json()]
        ),
    )
    page.route(
        "**/api/lessons/open",
        lambda route: route.fulfill(json={"lesson": OPEN}),
    )
    yield page
    now = api.get(running.url + "/api/settings").json()
    back = api.put(running.url + "/api/settings", data={**settings, "version": now.get("version")})
    assert back.ok, back.text()


def test_words_are_large_enough_and_the_top_line_is_one_row(running: Running, crowded: Page) -> None:
    page = crowded
    found: list[str] = []

    def look(where: str) -> None:
        for width, height in SIZES:
            page.set_viewport_size({"width": width, "height": height})
            drawn(page)
            found.extend(f"{where}, {width}: {one}" for one in page.evaluate(CHECKS))

    page.goto(running.url + "/" + STATE)
    ready(page, "/")
    look("bench")
    page.set_viewport_size({"width": 1280, "height": 800})
    drawn(page)
    assert page.evaluate("document.documentElement.scrollHeight") <= 800
    for key in SHEETS:
        page.keyboard.press(key)
        expect(page.get_by_role("dialog")).to_be_visible()
        at_rest(page)
        look(f"sheet {key}")
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
    for path in PLACES[1:]:
        page.goto(running.url + path + STATE)
        ready(page, path)
        look(path)
        for tab in each_tab(page, path):
            look(f"{path} {tab}")
    for part in OF_LESSON:
        page.goto(running.url + LESSON + part)
        page.reload()
        at_rest(page)
        look(f"lesson {part}")
    assert not found, "\n".join(found)


# Buttons and headings that cover each other: of everything that is pressed or read first, no two may overlap.
COVERED = """() => {
  const seen = [...document.querySelectorAll('main button, main h2, main h3, header button')].filter((one) => {
    const box = one.getBoundingClientRect()
    return box.width > 0 && one.checkVisibility() && !one.closest('svg, [aria-hidden=true], section[aria-label=Answer]')
  })
  const wrong = []
  for (const [i, one] of seen.entries())
    for (const other of seen.slice(i + 1)) {
      if (one.contains(other) || other.contains(one)) continue
      const [a, b] = [one.getBoundingClientRect(), other.getBoundingClientRect()]
      const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left)
      const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
      if (wide > 2 && high > 2) wrong.push(`“${one.textContent}” and “${other.textContent}” overlap`)
    }
  return wrong
}"""


@pytest.mark.parametrize("size", [(390, 844), (1280, 800)], ids=["phone", "desk"])
def test_text_of_twice_the_size_reflows(running: Running, chromium: Browser, size: tuple[int, int]) -> None:
    """The user's own size of text is 32 px instead of 16 (WCAG 2.2, 1.4.4 Resize text, 1.4.10 Reflow)."""
    browser = launched(chromium.browser_type, "--blink-settings=defaultFontSize=32")
    page = browser.new_page(viewport={"width": size[0], "height": size[1]}, service_workers="block")
    page.set_default_timeout(AT_MOST_MS)
    page.goto(running.url + "/?p=tove&fall=6&flag=15")
    ready(page, "/")
    drawn(page)
    assert page.evaluate("parseFloat(getComputedStyle(document.documentElement).fontSize)") >= 26
    assert page.evaluate("document.documentElement.scrollWidth") <= size[0] + 1
    assert page.evaluate(COVERED) == []
    answer = page.get_by_role("region", name="Answer")
    expect(answer).to_be_visible()
    name = answer.locator("b").first.bounding_box()
    assert name is not None
    assert name["width"] > 120
    browser.close()
