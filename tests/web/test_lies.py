"""Every cover and every method reached by hand in a real browser; helps, seat, tips and give; schools and pins."""

from __future__ import annotations

import re
from urllib.parse import urlencode

from playwright.sync_api import Page, expect

from tests.conftest import Running
from tests.lies import BLOWN, REACHED
from tests.web.conftest import PHONE
from tests.web.test_bench import Open, drag, first_call, part, settled
from veltrin.core.ground import COVERS
from veltrin.core.methods import CATALOGUE

TIGHT = "?p=corwin&fall=0&cover=tight&flag=15&front=7&back=26"


def address(method: str) -> str:
    """The address of the lie at which a method is a call."""
    fall, side, flag, lie = REACHED[method]
    told = {"p": "corwin", "fall": fall, "side": side, "flag": flag, "front": flag - 8, "back": flag + 10}
    told |= {"cover": lie["cover"], **({"sunk": lie["sunk"]} if "sunk" in lie else {})}
    if "give" in lie:
        told["give"] = round(100 * lie["give"])
    if lie.get("wet"):
        told["wet"] = "wet"
    if method in BLOWN:
        told |= {"wind": BLOWN[method]["speed_m_s"], "from": BLOWN[method]["from_deg"]}
    return urlencode(told)


def pick_cover(page: Page, words: str) -> None:
    page.get_by_role("button", name=re.compile("^Cover:")).click()
    page.get_by_role("dialog").get_by_role("button", name=words, exact=True).click()


def test_covers_of_every_group_are_picked_by_their_swatch_and_answered(running: Running, open_page: Open) -> None:
    # One of grass, bare ground and sand; every other is planned by the tests of core and API.
    page = open_page(running.url + "/?p=corwin&fall=0&flag=20&front=12&back=32")
    settled(page)
    for cover in (COVERS[name] for name in ("heather", "hard-pan", "sand-wet-fluffy")):
        pick_cover(page, cover.words)
        expect(page.get_by_role("button", name=f"Cover: {cover.words}. Change")).to_be_visible()
        settled(page)
        expect(page).to_have_url(re.compile(f"cover={cover.name}(&|$)"))
        calls = part(page, "Calls")
        expect(calls.get_by_role("article", name="First call")).to_contain_text("clean")
        expect(part(page, "Care")).to_contain_text("4.3a")
    # What is heard says what is seen.
    expect(part(page, "Ground").locator("p.sr-only")).to_contain_text("fluffy wet sand")


def test_methods_of_many_kinds_are_taken_from_the_catalogue_to_the_bench(running: Running, open_page: Open) -> None:
    # All of them are calls at their own lies (core), and go over the same wire (API).
    page = open_page(running.url + "/methods" + TIGHT)
    ones = ("downhill-cut", "toe-putt", "splash", "ride-wind")
    for where in dict.fromkeys(address(m) for m in ones):
        page.goto(f"{running.url}/methods?{where}")
        for method in (m for m in ones if address(m) == where):
            name = CATALOGUE[method].name
            expect(page.get_by_role("main")).to_have_attribute("aria-busy", "false")
            page.get_by_role("button", name=f"{name} to the Bench", exact=True).click()
            expect(page).to_have_url(re.compile(f"/\\?.*call=[^&]*{method}(&|$)"))
            expect(part(page, "Calls").locator("article[class*=border-l-hot]")).to_contain_text(name.lower())
            expect(part(page, "Say")).not_to_be_empty()
            page.keyboard.press("m")


def test_schools_stand_side_by_side_and_a_pin_counts(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/" + TIGHT)
    settled(page)
    before = first_call(page)
    page.keyboard.press("m")
    expect(page).to_have_url(re.compile("/methods\\?"))
    tight = page.get_by_role("region", name=re.compile("^Tight lie"))
    expect(tight.get_by_role("article")).to_have_count(4)
    expect(tight).to_contain_text("the numbers favour it here")
    press = tight.get_by_role("article", name="Low press")
    expect(tight).to_contain_text(re.compile("Low press best when .*; "))
    expect(press.get_by_role("img")).to_have_count(3)
    press.get_by_text("figures and set-up").click()
    for row in ("carry and run", "struck clean", "spread", "worst 1 in 20", "strokes, leaves"):
        expect(press).to_contain_text(row)
    press.get_by_role("button", name=re.compile("^Pin Low press")).click()
    expect(press.get_by_role("button", name=re.compile("^Pin Low press"))).to_have_attribute("aria-pressed", "true")
    # The browser's own back leads to the Bench, where the pinned school is first now.
    page.go_back()
    settled(page)
    assert "Low press" not in before
    expect(page.get_by_role("article", name="First call")).to_contain_text("low press")
    expect(page.get_by_role("article", name="First call")).to_contain_text("pinned")
    page.keyboard.press("m")
    press.get_by_role("button", name=re.compile("^Leave out Low press")).click()
    expect(press.get_by_role("button", name=re.compile("^Leave out"))).to_have_text("Left out")
    page.keyboard.press("m")
    settled(page)
    expect(part(page, "Calls").get_by_role("button", name=re.compile("low press"))).to_have_count(0)
    page.keyboard.press("m")
    press.get_by_role("button", name=re.compile("^Leave out Low press")).click()
    expect(press.get_by_role("button", name=re.compile("^Leave out"))).to_have_text("Leave out")


def test_helps_set_the_reading_and_remember_their_doubt(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin&fall=0&cover=rough&flag=30&front=20&back=40")
    settled(page)
    page.keyboard.press("h")
    sheet = page.get_by_role("dialog", name="Measuring helps")
    sheet.get_by_label(re.compile("^rise")).fill("-12")
    sheet.get_by_label(re.compile("over a run")).fill("1")
    sheet.get_by_role("button", name="Set the slope").click()
    expect(sheet.get_by_role("region", name="Rise over run").get_by_role("status")).to_contain_text("give or take")
    sheet.get_by_role("button", name=re.compile("goes in easily")).click()
    sheet.get_by_role("button", name=re.compile("clearly slower")).click()
    sheet.get_by_role("button", name=re.compile("half down")).click()
    page.keyboard.press("Escape")
    settled(page)
    ground = part(page, "Ground")
    # Twelve centimetres down over a metre are 6.8 degrees, half a degree exact.
    expect(ground).to_contain_text("7° down, soft")
    expect(ground).to_contain_text("half down in rough")
    expect(ground).to_contain_text("75 % dense")
    for told in ("dfall=1", "dgive=10", "ddens=18", "dsunk=0.12"):
        expect(page).to_have_url(re.compile(told))
    # What is read again is no longer the measured value.
    page.get_by_role("slider", name="Softness of the ground").focus()
    page.keyboard.press("ArrowRight")
    expect(page).not_to_have_url(re.compile("dgive="))


def test_seat_tips_and_give_are_dragged(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin&fall=0&cover=rough&flag=30&front=20&back=40")
    settled(page)
    first = first_call(page)
    drag(page, page.get_by_role("slider", name="Seat of the ball"), 0, -40)
    settled(page)
    expect(part(page, "Ground")).to_contain_text(re.compile("on top of|a touch down in"))
    assert first_call(page) != first
    drag(page, page.get_by_role("slider", name="Tips of the grass"), 0, -30)
    expect(part(page, "Ground")).to_contain_text(re.compile(r"1\d\d mm"))
    drag(page, page.get_by_role("slider", name="Softness of the ground"), 120, 0)
    settled(page)
    expect(part(page, "Ground")).to_contain_text("sodden")
    page.keyboard.press("u")
    settled(page)
    expect(part(page, "Ground")).to_contain_text("medium")


def test_sand_shows_entry_mark_and_lip(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin&fall=0&cover=sand&flag=14&front=6&back=24")
    settled(page)
    section = page.get_by_role("group", name="Ground under the ball, in section")
    expect(section).to_contain_text(re.compile(r"in 5 cm behind the ball, mark 1\d cm"))
    expect(part(page, "Calls")).to_contain_text("skulled")
    page.get_by_role("button", name=re.compile("^Height of the lip")).click()
    page.get_by_role("textbox", name="Height of the lip").fill("1.8")
    page.keyboard.press("Enter")
    settled(page)
    part(page, "Calls").get_by_text(re.compile("^Ruled out")).click()
    expect(part(page, "Calls")).to_contain_text("won't clear the lip")


def test_methods_fit_a_phone(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/methods" + TIGHT, PHONE)
    expect(page.get_by_role("heading", name="All methods")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
