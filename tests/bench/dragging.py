"""What a hand sees in the browser while it drags: how soon figures follow, how often, how soon they settle."""

from __future__ import annotations

import re
import statistics
from typing import Any

from playwright.sync_api import Page, sync_playwright

from tests.web.conftest import launched
from veltrin.settings import WEB_DIST

GRIPS = (("Fall of the ground", 0, 60), ("Distance to the flag", 90, 0), ("Side slope", 0, 60))
DRAG_S, MOVES = 4.0, 120
LONG_MS = 50.0

# Every redrawing of the first call's figures and of its flight, with its time; every move of the pointer; long tasks.
WATCH = """() => {
  window.__seen = { figures: [], drawn: [], moves: [], long: [] }
  const at = () => performance.now()
  const figures = () => document.querySelector('section[aria-label="Calls"] article dl')?.textContent
  const flight = () => document.querySelector('[data-track=hot] path')?.getAttribute('d')
  const ground = () => document.querySelector('svg[aria-label^="Ground under"]')?.innerHTML.length
  let [f, d] = [figures(), flight() + ground()]
  const look = () => {
    const [nf, nd] = [figures(), flight() + ground()]
    if (nf !== f) { f = nf; window.__seen.figures.push(at()) }
    if (nd !== d) { d = nd; window.__seen.drawn.push(at()) }
    requestAnimationFrame(look)
  }
  requestAnimationFrame(look)
  addEventListener('pointermove', () => window.__seen.moves.push(at()), true)
  addEventListener('pointerup', () => (window.__seen.up = at()), true)
  new PerformanceObserver((list) => list.getEntries().forEach((e) => window.__seen.long.push(e.duration)))
    .observe({ type: 'longtask' })
}"""


def _lag(seen: dict[str, Any]) -> list[float]:
    """From the move a figure may first have known of to its redrawing: since the redrawing before."""
    lags = []
    last = 0.0
    for at in seen["figures"]:
        moves = [m for m in seen["moves"] if last <= m < at]
        if moves:
            lags.append(at - moves[0])
        last = at
    return lags


def _drag(page: Page, name: str, dx: float, dy: float) -> dict[str, Any]:
    page.evaluate(WATCH)
    box = page.get_by_role("slider", name=name).bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for i in range(1, MOVES + 1):
        turn = 1 - abs(1 - 2 * i / MOVES)
        page.mouse.move(x + dx * turn + 0.2 * i * (dx != 0), y + dy * turn + 0.2 * i * (dy != 0))
        page.wait_for_timeout(1000 * DRAG_S / MOVES)
    page.mouse.up()
    page.wait_for_timeout(2500)
    seen: dict[str, Any] = page.evaluate("window.__seen")
    return seen


def start_kb() -> float:
    """What the page has to fetch of scripts before it can begin, packed (kB)."""
    names = re.findall(r"/(assets/[\w.-]+\.js)", (WEB_DIST / "index.html").read_text())
    return sum((WEB_DIST / f"{name}.br").stat().st_size for name in set(names)) / 1000.0


def measure(url: str) -> dict[str, float]:
    """Medians over three grips, in milliseconds and times a second; what a warm load asks for, and how much it is."""
    with sync_playwright() as playwright:
        browser = launched(playwright.chromium)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{url}/?p=tove&fall=6&flag=15")
        page.wait_for_selector("section[aria-label=Calls][aria-busy=false]", timeout=60_000)
        # What is fetched ahead has come: the next load is a warm one.
        page.wait_for_load_state("networkidle")
        page.wait_for_timeout(2500)
        asked: list[str] = []
        page.on("request", lambda request: asked.append(request.url))
        page.reload()
        page.wait_for_selector("section[aria-label=Calls] article")
        first = page.evaluate("performance.now()")
        before_first = len(asked)
        page.wait_for_timeout(2500)
        in_all = len(asked)
        page.wait_for_selector("section[aria-label=Calls][aria-busy=false]")
        lags, redraws, figures, settled, long = [], [], [], [], [0.0]
        for name, dx, dy in GRIPS:
            seen = _drag(page, name, dx, dy)
            lags += _lag(seen)
            redraws.append(len([at for at in seen["drawn"] if at <= seen["up"]]) / DRAG_S)
            figures.append(len([at for at in seen["figures"] if at <= seen["up"]]) / DRAG_S)
            settled.append(max([at - seen["up"] for at in seen["figures"]] + [0.0]))
            long += seen["long"]
        browser.close()
    ranked = sorted(lags)
    return {
        "first call after a warm load, ms": first,
        "requests before the first call": before_first,
        "requests of a warm load": in_all,
        "scripts to begin with, kB packed": start_kb(),
        "input to figure p50, ms": statistics.median(ranked),
        "input to figure p95, ms": ranked[int(0.95 * (len(ranked) - 1))],
        "drawing redrawn, times a second": statistics.median(redraws),
        "figures redrawn, times a second": statistics.median(figures),
        "settled after release, ms": statistics.median(settled),
        "longest task, ms": max(long),
        f"tasks over {LONG_MS:.0f} ms a drag of {MOVES} moves": len([one for one in long if one > LONG_MS])
        / len(GRIPS),
    }
