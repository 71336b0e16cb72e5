"""The Bench in a real browser, as a coach uses it."""

from __future__ import annotations

import re
from collections.abc import Callable

from playwright.sync_api import Locator, Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, drag_by_mouse, drawn, told
from tests.web.finger import grip_of

LIE = "/?p=tove&fall=6&side=-3&flag=14.5&front=8&back=22&round=fringe&firm=firm&t=12&alt=620&hum=70"
Open = Callable[..., Page]


def part(page: Page, name: str) -> Locator:
    return page.get_by_role("region", name=name, exact=True)


def settled(page: Page) -> None:
    """Wait until the whole plan of the present reading is on screen."""
    # The very first answer of a fresh server may have to wait for the kernels.
    expect(part(page, "Calls")).to_have_attribute("aria-busy", "false")
    # What was changed just now is asked for once it is drawn.
    drawn(page)
    expect(part(page, "Calls")).to_have_attribute("aria-busy", "false")


def first_call(page: Page) -> str:
    # With what stands behind a press.
    return (page.get_by_role("article", name="First call").text_content() or "").replace("\u00a0", " ")


def flight_path(page: Page) -> str:
    drawing = page.get_by_label("The line from the side", exact=True)
    return drawing.locator("[data-track=hot] path").first.get_attribute("d") or ""


def drag(page: Page, handle: Locator, dx: float, dy: float) -> None:
    drag_by_mouse(page, grip_of(handle), (dx, dy))


def test_drag_the_slope_watch_the_call_keep_and_reopen(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    call, flight = first_call(page), flight_path(page)
    aim = part(page, "Calls").get_by_text(re.compile("aim .* left")).first
    expect(aim).to_be_visible()

    # The slope is dragged from six degrees down to well uphill, and the side slope to above the feet.
    drag(page, page.get_by_role("slider", name="Fall of the ground"), 0, -45)
    drag(page, page.get_by_role("slider", name="Side slope"), 0, -30)
    settled(page)
    expect(part(page, "Ground")).to_contain_text(re.compile(r"° up"))
    expect(part(page, "Ground")).to_contain_text(re.compile(r"ball .*° above the feet"))
    assert first_call(page) != call
    assert flight_path(page) != flight
    expect(part(page, "Calls").get_by_text(re.compile("aim .* right")).first).to_be_visible()
    changed = first_call(page)
    address = page.url

    page.keyboard.press("k")
    page.get_by_label("Note", exact=True).fill("bank behind the 9th")
    page.get_by_role("button", name="Keep", exact=True).click()
    expect(told(page)).to_contain_text("Saved")

    # Somewhere else, then back by opening the kept shot.
    page.goto(running.url + "/?p=brisa&flag=120&front=110&back=135")
    settled(page)
    assert first_call(page) != changed
    page.keyboard.press("o")
    page.get_by_role("button", name=re.compile("^bank behind the 9th")).click()
    settled(page)
    assert first_call(page) == changed
    expect(page).to_have_url(re.compile("p=tove"))
    assert "fall=-" in address
    assert "fall=-" in page.url


def test_state_lives_in_the_address(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    shown = first_call(page)
    page.get_by_role("button", name=re.compile("^Flag: 14.5 m")).click()
    page.get_by_role("textbox", name="Flag").fill("20")
    page.keyboard.press("Enter")
    settled(page)
    assert first_call(page) != shown
    other = open_page(page.url)
    settled(other)
    assert first_call(other) == first_call(page)


def test_grass_changes_the_call_and_the_spin_ledger(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin&fall=0&flag=130&front=120&back=145")
    settled(page)
    clean = first_call(page)
    page.get_by_role("button", name=re.compile("^Cover:")).click()
    page.get_by_role("dialog").get_by_role("button", name="rough", exact=True).click()
    settled(page)
    expect(part(page, "Ground")).to_contain_text("level with the tips in rough")
    assert first_call(page) != clean
    expect(part(page, "Calls")).to_contain_text("hooded chop")
    page.keyboard.press("s")
    expect(part(page, "Ledger")).to_contain_text("grass")
    page.get_by_role("combobox", name="Wet").click()
    page.get_by_role("option", name="damp").click()
    expect(page).to_have_url(re.compile("wet=damp"))


def test_undo_and_redo(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    handle = page.get_by_role("slider", name="Fall of the ground")
    handle.focus()
    for _ in range(4):
        page.keyboard.press("ArrowDown")
    expect(handle).to_have_attribute("aria-valuetext", "8° down")
    drag(page, page.get_by_role("slider", name="Distance to the flag"), 60, 0)
    page.keyboard.press("u")
    expect(page.get_by_role("slider", name="Distance to the flag")).to_have_attribute("aria-valuenow", "14.5")
    page.keyboard.press("u")
    expect(handle).to_have_attribute("aria-valuetext", "7.5° down")
    page.keyboard.press("r")
    expect(handle).to_have_attribute("aria-valuetext", "8° down")


def test_keyboard_alone_reaches_every_grip(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    for name in (
        "Fall of the ground", "Side slope: ball above or below the feet", "Tips of the grass",
        "Softness of the ground", "Front edge of the green", "Back edge of the green", "Distance to the flag",
    ):  # fmt: skip
        handle = page.get_by_role("slider", name=name)
        handle.focus()
        before = handle.get_attribute("aria-valuenow")
        page.keyboard.press("ArrowUp")
        assert handle.get_attribute("aria-valuenow") != before, name


def test_choosing_another_call_moves_set_up_and_ledgers(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    ledger = part(page, "Ledger").inner_text()
    say = part(page, "Say").inner_text()
    page.keyboard.press("2")
    settled(page)
    assert part(page, "Ledger").inner_text() != ledger
    assert part(page, "Say").inner_text() != say
    page.keyboard.press("d")
    expect(part(page, "Ledger")).to_contain_text("stock carry")
    page.keyboard.press("a")
    expect(part(page, "Ledger")).to_contain_text("turned on the slope")
    page.keyboard.press("b")
    expect(part(page, "Ledger")).to_contain_text("effective")
    page.get_by_role("article", name="First call").get_by_role("button", name=re.compile("^carry")).click()
    page.get_by_role("button", name="distance ledger").click()
    expect(part(page, "Ledger")).to_contain_text("stock carry")
    page.get_by_role("button", name="9-iron, downhill cut").first.click()
    settled(page)
    expect(page.get_by_role("article", name="Your pick")).to_contain_text("9-iron")


def test_shown_ledger_rows_add_up(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    for key in "lbd":
        page.keyboard.press(key)
        total = 0.0
        for row in part(page, "Ledger").locator("tbody tr").all():
            value = float(row.locator("td").inner_text().replace("−", "-").replace("+", ""))
            if "font-bold" in (row.get_attribute("class") or ""):
                assert abs(value - total) < 0.051, key
            else:
                total += value


def test_player_and_units_switch(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE.replace("side=-3", "side=6"))
    settled(page)
    expect(part(page, "Calls").get_by_text(re.compile("aim .* right")).first).to_be_visible()
    page.get_by_role("combobox", name="Player").click()
    page.get_by_role("option", name=re.compile("Corwin")).click()
    settled(page)
    # The left-hander aims the other way from the same lie.
    expect(part(page, "Calls").get_by_text(re.compile("aim .* left")).first).to_be_visible()
    page.get_by_role("button", name="Settings").click()
    page.get_by_role("combobox", name="Distances").click()
    page.get_by_role("option", name="yards").click()
    page.keyboard.press("Escape")
    expect(part(page, "Line")).to_contain_text("15.9 yd to the flag")
    page.reload()
    expect(part(page, "Line")).to_contain_text("15.9 yd to the flag")


def test_a_value_out_of_range_is_told_and_not_taken(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    page.get_by_role("button", name=re.compile("^Fall: ")).click()
    field = page.get_by_role("textbox", name="Fall")
    field.fill("35")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("from -20 to 20")
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name=re.compile("^Fall: 6° down"))).to_be_visible()


def test_keys_are_listed_and_silent_while_typing(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    page.keyboard.press("?")
    sheet = page.get_by_role("dialog", name="Help")
    sheet.get_by_role("tab", name="Keys").click()
    for words in ("undo", "save this shot", "loft ledger"):
        expect(sheet).to_contain_text(words)
    page.keyboard.press("Escape")
    page.keyboard.press("k")
    page.get_by_label("Note", exact=True).fill("kudos")
    expect(page.get_by_label("Note", exact=True)).to_have_value("kudos")


def test_coach_keeps_another_club(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    expect(page.get_by_role("combobox", name="Club from a level lie")).to_contain_text("automatic")
    page.get_by_role("combobox", name="Club from a level lie").click()
    page.get_by_role("option", name="9-iron").click()
    settled(page)
    expect(page).to_have_url(re.compile("keep=9-iron"))
    expect(page.get_by_role("button", name="9-iron, same club").first).to_be_visible()


def test_what_fell_out_is_told_with_reasons(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=ansgar&fall=0&flag=190&front=180&back=205")
    settled(page)
    page.get_by_text(re.compile("^Ruled out, and why")).click()
    expect(part(page, "Calls")).to_contain_text("needs a tee")
    expect(part(page, "Calls")).to_contain_text("full swing stops")


def test_out_of_reach_it_is_told_how_far_it_goes(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=ansgar&fall=-15&flag=230&front=220&back=245")
    expect(part(page, "Calls")).to_contain_text(re.compile(r"as far as it can go; \d+ m"))


def test_bench_fits_without_scrolling(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    tall, wide = page.evaluate("[document.documentElement.scrollHeight, document.documentElement.scrollWidth]")
    assert (tall, wide) == (800, 1280)


def test_a_phone_keeps_within_its_width(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE, PHONE, has_touch=True, is_mobile=True)
    settled(page)
    assert page.evaluate("document.documentElement.scrollWidth") == 390


def test_first_player_is_added_on_an_empty_installation(running_empty: Running, open_page: Open) -> None:
    page = open_page(running_empty.url)
    page.get_by_role("button", name="Start with my player").click()
    page.get_by_label("Name", exact=True).fill("Solveig Marrack")
    page.get_by_label(re.compile("^7-iron carry")).fill("900")
    expect(page.get_by_role("alert")).to_contain_text("at most 180")
    page.get_by_label(re.compile("^7-iron carry")).fill("118")
    page.get_by_role("button", name="Add player").click()
    settled(page)
    expect(page.get_by_role("combobox", name="Player")).to_contain_text("Solveig Marrack")


def test_lost_server_is_told_and_the_reading_stays(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE)
    settled(page)
    page.route("**/api/plan", lambda route: route.abort())
    page.get_by_role("slider", name="Fall of the ground").press("ArrowDown")
    expect(page.get_by_role("alert")).to_contain_text("Veltrin can’t be reached")
    expect(part(page, "Ground")).to_contain_text("6.5° down")
    page.unroute("**/api/plan")
    page.get_by_role("button", name="Try now").click()
    expect(page.get_by_role("alert")).to_have_count(0)
