"""The shortest walk through another browser than the one that all tests drive: a lie is read by mouse and by finger, a
shot is booked and stands in the book.

`make browsers`; prints each step and how long it took, and ends with 1 where one fails.
"""

from __future__ import annotations

import shutil
import sys
import tempfile
import time
from pathlib import Path

import httpx

from tests.browsers.bidi import BidiPage, firefox
from tests.conftest import Running
from veltrin.demo import fill
from veltrin.service.house.store import DATABASE, open_store

WIDE, PHONE = (1280, 800), (390, 844)
LIE = "/?p=tove&fall=6&flag=15"
READY = "document.querySelector('section[aria-label=Calls][aria-busy=false] article')"
FALL = "document.querySelector('[role=slider][aria-label=\"Fall of the ground\"]')"


def told(page: BidiPage, grip: str) -> str:
    """What a grip says it stands at."""
    return str(page.evaluate(f"{grip}.getAttribute('aria-valuetext')"))


def drag(page: BidiPage, kind: str, grip: str, by: tuple[float, float]) -> None:
    """Drag a grip by some pixels, with a few stops on the way; it has to move, and the page must not."""
    page.evaluate(f"{grip}.scrollIntoView({{block: 'center'}})")
    before, at = told(page, grip), page.evaluate("scrollY")
    x, y, wide, high = page.evaluate(
        f"(() => {{ const b = {grip}.getBoundingClientRect(); return [b.x, b.y, b.width, b.height] }})()"
    )
    steps = [(x + wide / 2 + by[0] * i / 6, y + high / 2 + by[1] * i / 6) for i in range(7)]
    page.point(kind, *steps)
    page.until(f"{grip}.getAttribute('aria-valuetext') !== {before!r}")
    assert page.evaluate("scrollY") == at, "the page scrolled under the grip"


def walk(page: BidiPage, url: str) -> None:
    """Read a lie, by mouse and by finger, and book a shot from it."""
    begun = time.perf_counter()

    def step(words: str) -> None:
        print(f"{time.perf_counter() - begun:6.1f} s  {words}")

    page.size(*WIDE)
    page.go(url + LIE)
    page.until(READY)
    step("the Bench answers")
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth && scrollY === 0")
    rows = page.evaluate("document.querySelector('header').getBoundingClientRect().height")
    assert rows < 60, "the top line has two rows"
    hatch = "document.querySelector('svg[aria-label^=Ground] [fill^=\"url(\"]')"
    assert page.evaluate(f"!!{hatch}"), "the ground has no hatch"
    drag(page, "mouse", FALL, (0.0, 40.0))
    page.until(READY)
    step("a grip is dragged by mouse")
    page.size(*PHONE)
    drag(page, "touch", FALL, (0.0, -60.0))
    page.until(READY)
    step("a grip is dragged by a finger on a phone")
    page.size(*WIDE)
    before = httpx.get(url + "/api/book?player_id=tove").json()["total"]
    page.until("[...document.querySelectorAll('button')].some((b) => b.textContent === 'Book it' && !b.disabled)")
    page.evaluate("[...document.querySelectorAll('button')].find((b) => b.textContent === 'Book it').click()")
    words = "document.querySelector('[role=dialog] input.field')"
    page.until(words)
    page.evaluate(
        f"""(() => {{
          const field = {words}
          Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, '2 past')
          field.dispatchEvent(new Event('input', {{ bubbles: true }}))
        }})()"""
    )
    book = "[...document.querySelectorAll('[role=dialog] button')].find((b) => b.textContent === 'Book it')"
    page.until(f"!{book}.disabled")
    page.evaluate(f"{book}.click()")
    page.until("document.body.innerText.includes('Booked.')")
    assert httpx.get(url + "/api/book?player_id=tove").json()["total"] == before + 1
    step("a shot is booked")


def main() -> int:
    """Walk through Firefox."""
    command = shutil.which("firefox-esr") or shutil.which("firefox")
    if command is None:
        print("There is no Firefox here. On Debian: sudo apt-get install firefox-esr", file=sys.stderr)
        return 1
    with tempfile.TemporaryDirectory() as folder, firefox(command) as page:
        store = open_store(Path(folder) / DATABASE)
        fill(store)
        with Running(store) as server:
            walk(page, server.url)
    return 0


if __name__ == "__main__":
    sys.exit(main())
