"""Headless Chromium from Debian's packages, driven through Playwright."""

from __future__ import annotations

import re
import shutil
from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Browser, BrowserType, Locator, Page, expect, sync_playwright

ARGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
]  # fmt: skip

# Every wait is for something that happens: how long it may take bounds only what never does.
AT_MOST_MS = 120_000
expect.set_options(timeout=AT_MOST_MS)

WIDE = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


def told(page: Page) -> Locator:
    """The line that says what was just done."""
    return page.get_by_role("region", name=re.compile("^Messages"))


def ready(page: Page) -> None:
    """Wait for the first call, and for the whole plan of the reading."""
    calls = page.get_by_role("region", name="Calls")
    expect(calls).to_contain_text("First call")
    expect(calls).to_have_attribute("aria-busy", "false")


def is_fetched(page: Page, part: str) -> None:
    """Wait until a part of the page is there: it is fetched ahead."""
    page.wait_for_function(
        "part => performance.getEntriesByType('resource').some((one) => one.name.includes(part))", arg=part
    )


def drawn(page: Page) -> None:
    """Wait until what was changed is drawn.

    Two frames later everything has been laid out once more. What follows from the layout (a drawing that learns its
    width) is queued as a message by then, and done before one that is sent now.
    """
    page.evaluate(
        """() => new Promise((done) => {
          const frame = (then) => requestAnimationFrame(() => then())
          const told = new MessageChannel()
          told.port1.onmessage = () => { told.port1.close(); frame(done) }
          frame(() => frame(() => told.port2.postMessage(null)))
        })"""
    )


def drag_by_mouse(page: Page, start: tuple[float, float], by: tuple[float, float], steps: int = 8) -> None:
    """Press, move no faster than the page is drawn, let go; places in pixels of the window."""
    (x, y), (dx, dy) = start, by
    page.mouse.move(x, y)
    page.mouse.down()
    for i in range(1, steps + 1):
        page.mouse.move(x + dx * i / steps, y + dy * i / steps)
        drawn(page)
    page.mouse.up()


def at_rest(page: Page) -> None:
    """Wait until nothing is asked any more, and what came is drawn."""
    page.wait_for_load_state("networkidle")
    drawn(page)


def launched(chromium: BrowserType, *more: str) -> Browser:
    """Debian's Chromium: the shell without windows where it is there, else the whole. `more`: further switches."""
    path = shutil.which("chromium-headless-shell") or shutil.which("chromium")
    assert path, "Chromium is missing: run tools/packages.sh"
    return chromium.launch(executable_path=path, args=[*ARGS, *more])


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = launched(playwright.chromium)
        yield browser
        browser.close()


@pytest.fixture
def open_page(chromium: Browser) -> Iterator[Callable[..., Page]]:
    """Open an address at a size; a script error or a request that leaves this machine fails the test."""
    contexts = []
    wrong: list[str] = []

    def opened(url: str, size: dict[str, int] = WIDE, **more: object) -> Page:
        # The shell for when the server is away is one test's; elsewhere nothing is to stand between.
        more.setdefault("service_workers", "block")
        context = chromium.new_context(viewport=size, **more)
        contexts.append(context)
        page = context.new_page()
        page.set_default_timeout(AT_MOST_MS)
        page.on("pageerror", lambda error: wrong.append(str(error)))
        page.on(
            "request", lambda r: wrong.append(r.url) if not r.url.startswith(("http://127.0.0.1", "data:")) else None
        )
        page.goto(url)
        return page

    yield opened
    for context in contexts:
        context.close()
    assert wrong == []
