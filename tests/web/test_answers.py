"""Answers lost, late or wrong: none is taken for the present reading that isn't its own, and nothing typed is lost."""

from __future__ import annotations

import re
import struct
from collections.abc import Callable

from playwright.sync_api import Page, Route, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, at_rest, is_fetched, ready, told
from tests.web.finger import Finger, grip_of

LIE = "/?p=tove&fall=6&flag=15"
Open = Callable[..., Page]


def set_flag(page: Page, metres: str) -> None:
    page.get_by_role("button", name=re.compile("^Flag: ")).click()
    page.get_by_role("textbox", name="Flag").fill(metres)
    page.keyboard.press("Enter")


def test_an_answer_for_another_reading_is_told_old_and_booked_as_such(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    ready(page)
    book = page.get_by_role("button", name="Book it")
    expect(book).to_be_enabled()
    is_fetched(page, "BenchSheets")
    page.context.set_offline(True)
    set_flag(page, "120")
    expect(page.get_by_role("alert")).to_contain_text("Veltrin can’t be reached")
    # The last calls, set-up and ledger stay on the page, marked old.
    expect(page.get_by_role("region", name="Calls")).to_contain_text("for your last reading")
    expect(page.get_by_role("region", name="Say")).to_contain_text("Feet")
    page.keyboard.press("e")
    expect(page.get_by_role("dialog")).to_contain_text("The call is for the former lie.")
    page.keyboard.press("Escape")
    # Back again, it is asked by itself.
    page.context.set_offline(False)
    expect(book).to_be_enabled()
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.get_by_role("region", name="Calls")).not_to_contain_text("for your last reading")
    ready(page)
    page.keyboard.press("e")
    expect(page.get_by_role("dialog")).not_to_contain_text("The call is for the former lie.")


def test_a_booking_is_told_booked_waiting_or_refused(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    ready(page)
    refusal = '{"errors": [{"field": "note", "problem": "is odd.", "fix": "Leave it out."}]}'

    def answer(status: int, body: str) -> None:
        def fulfil(route: Route) -> None:
            route.fulfill(status=status, body=body, content_type="application/json")

        page.unroute("**/api/book/*")
        page.route("**/api/book/*", fulfil)

    def book(finish: str) -> None:
        page.keyboard.press("e")
        page.get_by_label("Finish in words", exact=True).fill(finish)
        page.get_by_role("dialog").get_by_role("button", name="Book it").click()

    answer(500, '{"errors": [{"field": "server", "problem": "failed.", "fix": "Look at its log."}]}')
    book("2 past")
    expect(told(page)).to_contain_text("The shot waits in this browser")
    waiting = page.get_by_role("button", name=re.compile("shots? waits?$"))
    expect(waiting).to_have_text("1 shot waits")
    answer(422, refusal)
    book("3 short")
    expect(told(page)).to_contain_text("not accepted")
    expect(waiting).to_have_text("2 shots wait")
    page.unroute("**/api/book/*")
    book("pin high 1 left")
    expect(told(page)).to_contain_text("Booked.")
    waiting.click()
    expect(page.get_by_text(re.compile("was refused: note is odd")).first).to_be_visible()


def test_what_is_begun_outlives_the_place_the_page_and_a_closed_sheet(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    ready(page)
    # A shot being entered: Escape and the browser's Back close the sheet and stay on the Bench, the tap is kept.
    page.keyboard.press("e")
    page.get_by_label("Finish in words", exact=True).fill("2 past")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("e")
    expect(page.get_by_role("dialog")).to_contain_text("Finished: 2 m past")
    page.go_back()
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_role("region", name="Calls")).to_be_visible()
    # A bag being edited.
    page.keyboard.press("g")
    page.get_by_label(re.compile("^Notes")).fill("tempo")
    page.keyboard.press("Tab")
    page.get_by_role("button", name="Bench", exact=True).click()
    ready(page)
    page.reload()
    ready(page)
    page.keyboard.press("g")
    expect(page.get_by_label(re.compile("^Notes"))).to_have_value("tempo")
    expect(page.get_by_role("button", name="Save", exact=True)).to_be_enabled()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label(re.compile("^Notes"))).not_to_have_value("tempo")


def test_other_places_open_without_a_server(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE, service_workers="allow")
    ready(page)
    # Parts are fetched ahead, and the shell is kept by the worker.
    page.wait_for_function("() => navigator.serviceWorker.ready.then(() => true)")
    is_fetched(page, "FieldBook")
    page.context.set_offline(True)
    for key, words in (("f", "Field book"), ("g", "Players"), ("t", "Conditions")):
        page.keyboard.press(key)
        expect(page.get_by_role("navigation", name="Places")).to_be_visible()
        expect(page.get_by_role("button", name=words, exact=True)).to_have_attribute("aria-current", "page")
        expect(page.get_by_role("tablist").first).to_be_visible()
        page.get_by_role("button", name="Bench", exact=True).click()


def test_it_installs_on_a_phone_and_tidies_an_older_build_away(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE, service_workers="allow")
    ready(page)
    manifest = page.request.get(running.url + str(page.locator("link[rel=manifest]").get_attribute("href")))
    assert manifest.headers["content-type"].startswith("application/manifest+json")
    told = manifest.json()
    assert (told["start_url"], told["display"]) == ("/", "standalone")
    for icon in told["icons"]:
        picture = page.request.get(running.url + icon["src"])
        assert picture.ok
        if icon["type"] == "image/png":
            # Width and height stand at a fixed place. Source: PNG specification, 11.2.2 IHDR.
            wide, high = struct.unpack(">II", picture.body()[16:24])
            assert f"{wide}x{high}" == icon["sizes"]
    page.wait_for_function("() => navigator.serviceWorker.ready.then(() => true)")
    page.evaluate(
        """async () => {
          const shell = await caches.open('veltrin-shell-2')
          await shell.put('/assets/old-1a2b.js', new Response(''))
          await shell.put('/', new Response('<script src="/assets/old-1a2b.js"></script>'))
        }"""
    )
    page.reload()
    page.wait_for_function("() => caches.match('/assets/old-1a2b.js').then((found) => found === undefined)")
    ready(page)


def test_a_part_that_cannot_be_fetched_is_told_and_tried_again(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    page.route("**/assets/FieldBook*.js", lambda route: route.abort())
    ready(page)
    at_rest(page)
    page.keyboard.press("f")
    expect(page.get_by_role("alert")).to_contain_text("Field book can’t be shown now")
    expect(page.get_by_role("navigation", name="Places")).to_be_visible()
    page.unroute("**/assets/FieldBook*.js")
    page.get_by_role("button", name="Try again").click()
    expect(page.get_by_role("tab", name="Trials")).to_be_visible()


def test_a_phone_gives_the_answer_in_six_acts(running: Running, open_page: Open) -> None:
    """Read a lie (slope down, seat, cover, flag) and read the answer, counting taps and drags."""
    page = open_page(f"{running.url}/?p=tove", PHONE, has_touch=True)
    ready(page)
    answer = page.get_by_role("region", name="Answer")
    box = answer.bounding_box()
    assert box is not None
    assert box["y"] + box["height"] <= PHONE["height"] + 1
    header = page.get_by_role("banner").bounding_box()
    assert header is not None
    assert header["height"] <= 52
    before = answer.inner_text()
    acts = 0
    began = page.evaluate("performance.now()")

    def drag(grip: str, dx: float, dy: float) -> None:
        nonlocal acts
        Finger(page).drag(grip_of(page.get_by_role("slider", name=re.compile(grip))), (dx, dy))
        acts += 1

    drag("^Fall", 0, 14)
    drag("^Side slope", 0, -12)
    page.get_by_role("button", name=re.compile("^Cover:")).tap()
    page.get_by_role("button", name="rough", exact=True).tap()
    acts += 2
    drag("^Seat", 0, 10)
    expect(answer).not_to_have_text(before)
    expect(page.get_by_role("region", name="Calls")).to_have_attribute("aria-busy", "false")
    assert acts <= 6
    assert page.evaluate("performance.now()") - began < 20_000
    assert "fall=" in page.url
    assert "side=" in page.url
