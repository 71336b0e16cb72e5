"""Take docs/screenshots anew from the demo data: make screenshots."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.conftest import Running
from tests.web.conftest import ARGS, PHONE, WIDE
from veltrin.demo import fill
from veltrin.service.store import open_store

FOLDER = Path(__file__).parents[2] / "docs" / "screenshots"
AIR = "&t=12&alt=620&hum=70"
DOWNHILL = "/?p=tove&fall=7&side=-3&flag=14.5&front=8&back=22&round=fringe&firm=firm&speed=10" + AIR
UPHILL = "/?p=corwin&fall=-6&side=0&flag=128&front=118&back=143" + AIR
SIDE = "/?p=ansgar&side=5&fall=0&flag=86&front=78&back=101" + AIR
ROUGH = "/?p=corwin&fall=3&flag=140&front=130&back=155&cover=rough&sunk=1.2" + AIR

SAND = "/?p=corwin&fall=0&side=-3&flag=14&front=6&back=24&cover=sand&lip=0.6&lipat=2.5" + AIR
HARD_PAN = "/?p=brisa&fall=0&flag=15&front=7&back=26&cover=hard-pan&call=58~quiet-glide" + AIR
TIGHT = "/methods?p=brisa&fall=0&cover=tight&flag=15&front=7&back=26" + AIR

WINDY = "/conditions?p=corwin&fall=0&flag=120&front=112&back=132&wind=6&gust=9&from=320" + AIR
CHIP = "/conditions?p=corwin&fall=0&flag=15&front=8.5&back=25.5&wide=16" + AIR

OVER_SAND = (
    "/?p=brisa&fall=0&flag=20&front=16&back=34&wide=16&gf=-2&gs=1"
    "&areas=sand*0*0*8,-5_10,-7_13,-7_15,-4_15.5,0_15,4_13,6_10,6_8,4_7.5,0" + AIR
)
MEDICINE = (
    "/?p=corwin&fall=0&flag=140&front=130&back=152&wide=22&round=rough&cover=deep&sunk=2"
    "&areas=fairway*0*0*-40,8_126,8_126,40_-40,40!water*0*0*60,-40_120,-40_120,-6_60,-6" + AIR
)


def compare(page: Page) -> None:
    page.keyboard.press("c")


def what_if(page: Page) -> None:
    page.keyboard.press("w")
    page.get_by_role("dialog").get_by_role("img").nth(2).wait_for(timeout=20_000)


def kept(page: Page) -> None:
    page.keyboard.press("o")


def distance_ledger(page: Page) -> None:
    page.keyboard.press("2")
    page.wait_for_timeout(600)
    page.keyboard.press("d")


def spin_ledger(page: Page) -> None:
    page.keyboard.press("s")


def to_the_calls(page: Page) -> None:
    page.get_by_role("region", name="Line").scroll_into_view_if_needed()
    page.get_by_role("region", name="Line").evaluate("part => part.scrollIntoView()")


def covers(page: Page) -> None:
    page.get_by_role("button", name="Cover: standard sand. Change").click()


def helps(page: Page) -> None:
    page.keyboard.press("h")


def two_days(page: Page) -> None:
    page.get_by_role("tab", name="Two days").click()
    page.get_by_role("region", name="Soaked December").wait_for(timeout=20_000)


def day_sheet(page: Page) -> None:
    page.get_by_role("button", name="Choose or save a day").click()
    page.get_by_role("menuitem", name="Soaked December").first.click()
    page.get_by_role("tab", name="Day sheet").click()
    page.get_by_role("region", name="Day sheet").wait_for(timeout=20_000)


def nothing(_: Page) -> None:
    """Leave the page as it is."""


VIEWS: list[tuple[str, str, dict[str, int], str, Callable[[Page], None]]] = [
    ("bench-downhill", DOWNHILL, WIDE, "light", nothing),
    ("bench-over-sand", OVER_SAND, WIDE, "light", nothing),
    ("bench-medicine", MEDICINE, WIDE, "light", nothing),
    ("compare", OVER_SAND, WIDE, "light", compare),
    ("what-if", OVER_SAND, WIDE, "light", what_if),
    ("bench-uphill-left-handed", UPHILL, WIDE, "light", distance_ledger),
    ("bench-side-slope-dusk", SIDE, WIDE, "dark", nothing),
    ("bench-rough", ROUGH, WIDE, "light", spin_ledger),
    ("bench-sand", SAND, WIDE, "light", nothing),
    ("bench-hard-pan", HARD_PAN, WIDE, "light", nothing),
    ("methods", TIGHT, WIDE, "light", nothing),
    ("covers", SAND, WIDE, "light", covers),
    ("helps", ROUGH, WIDE, "light", helps),
    ("conditions", WINDY, WIDE, "light", nothing),
    ("two-days", CHIP, WIDE, "light", two_days),
    ("day-sheet", WINDY, WIDE, "light", day_sheet),
    ("kept-shots", DOWNHILL, WIDE, "light", kept),
    ("phone-ground", DOWNHILL, PHONE, "light", nothing),
    ("phone-line", DOWNHILL, PHONE, "light", to_the_calls),
]


def main() -> None:
    """Serve the demo, open each view, save its picture."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        store = open_store(Path(folder) / "shots.sqlite3")
        fill(store)
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGS)
        with Running(store) as server:
            for name, address, size, scheme, act in VIEWS:
                page = browser.new_page(viewport=size, color_scheme=scheme)
                page.goto(server.url + address)
                page.wait_for_timeout(2500)
                act(page)
                page.wait_for_timeout(500)
                page.screenshot(path=FOLDER / f"{name}.png")
                page.close()
        browser.close()


if __name__ == "__main__":
    main()
