"""Take docs/screenshots again from the demo data: make screenshots."""

from __future__ import annotations

import re
import tempfile
from collections.abc import Callable
from pathlib import Path

from PIL import Image
from playwright.sync_api import Page, sync_playwright

from tests.conftest import Running
from tests.web.conftest import PHONE, WIDE, launched
from veltrin.demo import fill
from veltrin.service.house.store import open_store

FOLDER = Path(__file__).parents[2] / "docs" / "screenshots"
AIR = "&t=12&alt=620&hum=70"
DOWNHILL = "/?p=tove&fall=7&side=-3&flag=14.5&front=8&back=22&round=fringe&firm=firm&speed=10" + AIR
SAND = "/?p=corwin&fall=0&side=-3&flag=14&front=6&back=24&cover=sand&lip=0.6&lipat=2.5" + AIR
TIGHT = "/methods?p=brisa&fall=0&cover=tight&flag=15&front=7&back=26" + AIR

WINDY = "/conditions?p=corwin&fall=0&flag=120&front=112&back=132&wind=6&gust=9&from=320" + AIR
CHIP = "/conditions?p=corwin&fall=0&flag=15&front=8.5&back=25.5&wide=16" + AIR

LESSON = "00000000-0000-0000-0000-00000000000b"


def two_days(page: Page) -> None:
    page.get_by_role("tab", name="Two days").click()
    page.get_by_role("region", name="Soaked December").wait_for(timeout=20_000)


def cards(page: Page) -> None:
    page.get_by_role("heading", name="Winter card: Corwin Maddersly").wait_for(timeout=90_000)


def nothing(_: Page) -> None:
    """Leave the page as it is."""


BOOK = "/book?p=tove&fall=0&side=0&cover=rough&sunk=0.6&flag=42&front=34&back=54" + AIR
PLAYERS = "/players?p=corwin&fall=0&side=0&cover=rough&sunk=0.6&flag=42&front=34&back=54" + AIR


def course(page: Page) -> None:
    page.get_by_role("button", name="on the course").click()
    page.get_by_role("radio", name="Hole 4, Long Moss").click()
    sheet = page.get_by_role("group", name="Skarvan Fell from above")
    box = sheet.bounding_box() or {"width": 0.0, "height": 0.0}
    sheet.click(position={"x": 0.52 * box["width"], "y": 0.62 * box["height"]})
    page.get_by_text("Slope under the ball").wait_for()


def teaches(page: Page) -> None:
    page.get_by_role("tab", name="What the book teaches").click()


def fault(page: Page) -> None:
    page.get_by_role("tab", name="Read a fault").click()
    seen = page.get_by_role("region", name="What you saw")
    # A stroke with a wedge: a putter has fewer ways to go wrong.
    seen.get_by_label("The call was", exact=True).click()
    page.get_by_role("option", name=re.compile("wedge|iron")).first.click()
    for word in ("heavy", "short"):
        seen.get_by_role("button", name=word).click()
    seen.get_by_role("button", name="Another ball").click()
    seen.get_by_role("group", name="Misses of ball 2").get_by_role("button", name="heavy").click()
    for _ in range(2):
        # A drawing that was tapped is called by what it says then.
        turf = seen.get_by_label(re.compile("^Turf")).first
        box = turf.bounding_box() or {"width": 0.0, "height": 0.0}
        turf.click(position={"x": 0.34 * box["width"], "y": 0.5 * box["height"]})
    seen.get_by_role("button", name="Read the fault").click()
    page.get_by_text("Look for:").first.wait_for()


def trial(page: Page) -> None:
    page.get_by_role("tab", name="Trials").click()
    page.get_by_label("Balls each", exact=True).fill("4")
    page.get_by_role("button", name="Start the trial").click()
    part = page.get_by_role("region", name="Trial", exact=True)
    finishes = ("1.5 short", "2 past 1 left", "4 short 1 right", "0.5 past", "3 past", "5 past 1 right", "2 short")
    for ball, finish in enumerate(finishes, 1):
        part.get_by_text(f"Ball {ball} of 8").wait_for()
        part.get_by_label("Finish in words", exact=True).fill(finish)
        part.get_by_role("button", name=f"Book ball {ball}").click()
    part.get_by_text("Ball 8 of 8").wait_for()
    page.evaluate("scrollTo(0, 0)")


def drill(page: Page) -> None:
    page.get_by_role("img", name="Laid out at the ball").wait_for()


def station(page: Page) -> None:
    page.get_by_role("button", name="Build the session").click()
    page.get_by_role("button", name="Run it").wait_for(timeout=20_000)
    page.get_by_role("button", name="Run it").click()
    page.get_by_role("button", name="Begin", exact=True).click()
    part = page.get_by_role("region", name="Session at the station")
    part.wait_for(timeout=60_000)
    for n in range(4):
        part.locator("button.min-h-20").nth(n % 2 * (n % 3 > 0)).click()


def scene(page: Page) -> None:
    page.get_by_role("button", name="Read today").click()
    read = page.get_by_role("region", name="Scene to read")
    for name, steps in (("slope along", 5), ("slope across", -6)):
        slider = read.get_by_role("slider", name=name)
        for _ in range(abs(steps)):
            slider.press("ArrowRight" if steps > 0 else "ArrowLeft")
    read.get_by_role("button", name="Choose a call for it").click()
    read.get_by_role("button", name="Strike it").click(timeout=20_000)
    read.get_by_role("columnheader", name="you read").wait_for(timeout=20_000)


VIEWS: list[tuple[str, str, dict[str, int], str, Callable[[Page], None]]] = [
    ("bench-downhill", DOWNHILL, WIDE, "light", nothing),
    ("course", "/?p=corwin" + AIR, WIDE, "light", course),
    ("lesson", f"/lessons?p=tove#lesson={LESSON}", WIDE, "light", nothing),
    ("lesson-sheet", f"/lessons?p=tove#lesson={LESSON}&sheet=corwin", WIDE, "light", nothing),
    ("cards", "/cards?p=corwin#card=all&paper=a6", WIDE, "light", cards),
    ("progress", "/practice?p=tove#part=progress", WIDE, "light", nothing),
    ("eye-dusk", "/practice?p=brisa#part=eye", WIDE, "dark", scene),
    ("drill", "/practice?p=corwin#drill=opened-rods", WIDE, "light", drill),
    ("bench-sand", SAND, WIDE, "light", nothing),
    ("methods", TIGHT, WIDE, "light", nothing),
    ("players", PLAYERS, WIDE, "light", nothing),
    ("book-teaches", PLAYERS, WIDE, "light", teaches),
    ("field-book", BOOK, WIDE, "light", nothing),
    ("fault", DOWNHILL.replace("/?", "/book?"), WIDE, "light", fault),
    ("trial", BOOK, WIDE, "light", trial),
    ("conditions", WINDY, WIDE, "light", nothing),
    ("two-days", CHIP, WIDE, "light", two_days),
    ("phone-ground", DOWNHILL, PHONE, "light", nothing),
    ("phone-station", "/practice?p=tove", PHONE, "light", station),
]


HELP_FOLDER = Path(__file__).parents[2] / "web" / "public" / "help"
HELP = {
    "bench": "bench-downhill",
    "methods": "methods",
    "players": "players",
    "book": "field-book",
    "practice": "progress",
    "lessons": "lesson",
    "cards": "cards",
    "conditions": "conditions",
}
"""The picture of each place in the help, made of the view of that name."""


def main() -> None:
    """Serve the demo, open each view, save its picture."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    HELP_FOLDER.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        store = open_store(Path(folder) / "shots.sqlite3")
        fill(store)
        browser = launched(playwright.chromium)
        with Running(store) as server:
            for name, address, size, scheme, act in VIEWS:
                page = browser.new_page(viewport=size, color_scheme=scheme)
                page.goto(server.url + address)
                page.wait_for_timeout(2500)
                act(page)
                page.wait_for_timeout(500)
                page.screenshot(path=FOLDER / f"{name}.png")
                page.close()
        for place, name in HELP.items():
            with Image.open(FOLDER / f"{name}.png") as picture:
                small = picture.convert("RGB").resize((640, 400), Image.Resampling.LANCZOS)
                small.save(HELP_FOLDER / f"{place}.jpg", quality=62, optimize=True)
        browser.close()


if __name__ == "__main__":
    main()
