"""A finger on a phone: real touch events, sent through the browser's own protocol."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Locator, Page

from tests.web.conftest import drawn

Point = tuple[float, float]

STEPS = 8


class Finger:
    """Touches a page; places are in pixels of the window."""

    def __init__(self, page: Page) -> None:
        self._page = page
        self._session = page.context.new_cdp_session(page)

    def _send(self, kind: str, *points: Point) -> None:
        told = [{"x": x, "y": y, "id": i} for i, (x, y) in enumerate(points)]
        self._session.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": told})

    def drag(self, start: Point, by: Point, between: Callable[[], None] | None = None) -> None:
        """Put down, move, lift; `between` is done after each move, with the finger down."""
        (x, y), (dx, dy) = start, by
        self._send("touchStart", start)
        for i in range(1, STEPS + 1):
            self._send("touchMove", (x + dx * i / STEPS, y + dy * i / STEPS))
            # No finger moves faster than the page is drawn.
            drawn(self._page)
            if between:
                between()
        self._send("touchEnd")

    def spread(self, middle: Point, begin: float, end: float) -> None:
        """Two fingers beside each other, drawn apart."""
        x, y = middle
        self._send("touchStart", (x - begin, y), (x + begin, y))
        for i in range(1, STEPS + 1):
            half = begin + (end - begin) * i / STEPS
            self._send("touchMove", (x - half, y), (x + half, y))
        self._send("touchEnd")


def middle_of(what: Locator) -> Point:
    """The middle of something, in the middle of the window so that the page could scroll either way."""
    what.evaluate("node => node.scrollIntoView({block: 'center', inline: 'center', behavior: 'instant'})")
    box = what.bounding_box()
    assert box is not None
    return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2


def grip_of(slider: Locator) -> Point:
    """The middle of the drawn dot of a grip."""
    return middle_of(slider.locator("circle").nth(1))
