"""Conditions in a real browser: June and December, the mast, the wind dragged, days saved, the day sheet, the level."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, at_rest, told
from tests.web.test_bench import Open, drag, first_call, part, settled
from veltrin.devices.mast import StandInMast
from veltrin.service.players.contracts.players import PlayerPatch
from veltrin.service.players.players import patch_player

CHIP = "?p=corwin&fall=0&flag=15&front=8.5&back=25.5&wide=16&alt=620"
FAR = "?p=corwin&fall=0&flag=120&front=110&back=134&wide=20&alt=620&t=12"


def choose_day(page: Page, name: str) -> None:
    page.get_by_role("button", name="Choose or save a day").click()
    page.get_by_role("menuitem", name=name).first.click()
    expect(page.get_by_role("main")).to_contain_text(f"{name}, Skarvan Fell")


def test_from_june_to_december_the_call_changes_with_reasons(running: Running, open_page: Open) -> None:
    # The trade's fact is one of the model: what this player's book has taught stays out of it.
    patch_player(running.store, "corwin", PlayerPatch(learns=False))
    page = open_page(running.url + "/" + CHIP)
    settled(page)
    page.keyboard.press("t")
    expect(page).to_have_url(re.compile("/conditions\\?"))
    choose_day(page, "Dry June")
    page.keyboard.press("t")
    settled(page)
    june = first_call(page)
    expect(part(page, "Ground")).to_contain_text("dry")

    page.keyboard.press("t")
    choose_day(page, "Soaked December")
    # In words at the top of every place.
    top = page.get_by_role("banner")
    expect(top).to_contain_text("4 °C, soaked, drizzle, 5 m/s from left")
    page.keyboard.press("t")
    settled(page)
    december = first_call(page)
    assert december != june
    expect(top).to_contain_text("soaked")
    expect(part(page, "Ground")).to_contain_text("damp")
    expect(part(page, "Care")).to_contain_text("Preferred lies")
    # The ledgers name the day's causes.
    page.keyboard.press("d")
    expect(part(page, "Ledger")).to_contain_text("cold ball")
    expect(part(page, "Ledger")).to_contain_text("clothes")

    # Side by side: what changes, and why.
    page.keyboard.press("t")
    page.get_by_role("tab", name="Two days").click()
    main = page.get_by_role("main")
    club = main.get_by_role("row", name=re.compile("^club"))
    expect(club).to_contain_text("Sand wedge")
    expect(club).to_contain_text("wedge")
    there = page.get_by_role("region", name="Soaked December")
    expect(there).to_contain_text(re.compile(r"The same stroke with the .*, Dry June"))
    expect(there.get_by_role("row", name=re.compile("^greens and ground"))).to_be_visible()
    page.get_by_role("region", name="Dry June").get_by_role("button", name="Work on it on the Bench").click()
    settled(page)
    assert first_call(page).split("\n")[2:4] == june.split("\n")[2:4]


def test_the_mast_drives_the_wind_and_its_loss_is_shown(running: Running, open_page: Open) -> None:
    mast = StandInMast(0, rate=40.0)
    page = open_page(running.url + "/conditions" + FAR)
    panel = page.get_by_role("region", name="Weather mast")
    panel.get_by_label(re.compile("port")).fill(str(mast.port))
    panel.get_by_role("button", name="Follow the mast").click()
    top = page.get_by_role("banner")
    expect(top).to_contain_text("(mast live)")
    expect(top).to_contain_text(re.compile(r"\d m/s "))
    expect(panel).to_contain_text("over two minutes")
    # It can't be dragged while the mast leads, and the Bench reckons with it.
    expect(page.get_by_role("slider", name="Wind", exact=True)).to_have_count(0)
    expect(page).to_have_url(re.compile("wind=[0-9.]+.*by=compass"))
    page.get_by_role("button", name="to the Bench").click()
    expect(part(page, "Calls").get_by_role("article", name="First call")).to_contain_text("the wind")
    expect(top).to_contain_text("(mast live)")
    expect(part(page, "Line").get_by_text(re.compile("m/s$"))).to_be_visible()
    expect(page.get_by_role("slider", name="Wind", exact=True)).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Conditions:")).click()

    mast.stop()
    expect(top).to_contain_text(re.compile(r"\(mast lost, last heard \d+ s ago\)"))
    expect(panel.get_by_role("status")).to_contain_text(re.compile("Trying again"))
    expect(panel).to_contain_text("Veltrin uses the last wind it received")
    kept = re.search(r"wind=([0-9.]+)", page.url)
    assert kept is not None
    # The page lives on; let go of the mast, and the wind is the coach's again, as it was last heard.
    panel.get_by_role("button", name="Stop following").click()
    expect(panel.get_by_role("button", name="Follow the mast")).to_be_visible()
    expect(top).not_to_contain_text("mast")
    expect(page.get_by_role("slider", name="Wind", exact=True)).to_be_visible()
    assert f"wind={kept[1]}" in page.url


def test_the_wind_is_dragged_and_told_by_signs_and_compass(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/" + FAR)
    settled(page)
    calm = first_call(page)
    # Its tail is dragged to the far left of the line: a cross-wind.
    drag(page, page.get_by_role("slider", name="Wind", exact=True), 0, -45)
    settled(page)
    windy = first_call(page)
    assert windy != calm
    assert re.search(r"carries it \d+(\.\d)? m right", windy)
    assert re.search(r"aim \d+(\.\d)? m left", windy)
    page.keyboard.press("u")
    settled(page)
    assert first_call(page) == calm

    page.keyboard.press("t")
    page.get_by_role("button", name="what you see").click()
    page.get_by_role("menuitem", name=re.compile("5, fresh breeze")).click()
    expect(page.get_by_role("heading", name="Wind: fresh breeze, headwind")).to_be_visible()
    page.get_by_role("combobox", name="How the direction is given").click()
    page.get_by_role("option", name="by compass").click()
    page.get_by_role("button", name=re.compile("^Bearing of the line")).click()
    page.get_by_label("Bearing of the line", exact=True).fill("90")
    page.keyboard.press("Enter")
    # The wind stays where it comes from; the line has turned beneath it.
    expect(page.get_by_role("heading", name="Wind: fresh breeze from the left")).to_be_visible()
    # A gust below the mean is refused with the range.
    page.get_by_role("button", name=re.compile("^Gusts")).click()
    page.get_by_label("Gusts", exact=True).fill("2")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("Gusts goes from 9.5 to 70 m/s")


def test_a_day_is_saved_chosen_again_and_forgotten(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/conditions" + FAR)
    page.get_by_role("combobox", name="Rain").click()
    page.get_by_role("option", name="downpour").click()
    page.get_by_role("button", name="Choose or save a day").click()
    page.get_by_role("menuitem", name="Save it under a name").click()
    page.get_by_label("Name of the day", exact=True).fill("Club day")
    page.get_by_role("button", name="Save the day").click()
    expect(page.get_by_role("main")).to_contain_text("Club day, Skarvan Fell")
    choose_day(page, "Dry June")
    choose_day(page, "Club day")
    expect(page.get_by_role("banner")).to_contain_text("downpour")
    # Anything changed, and it is no longer that day.
    page.get_by_role("combobox", name="Rain").click()
    page.get_by_role("option", name="dry").click()
    expect(page.get_by_role("main")).to_contain_text("A day of your own")
    page.get_by_role("button", name="Choose or save a day").click()
    page.get_by_role("menuitem", name="Club day").last.click()
    page.get_by_role("button", name="Choose or save a day").click()
    expect(page.get_by_role("menuitem", name="Club day")).to_have_count(0)
    page.keyboard.press("Escape")

    # The Bench starts with the coach's own day.
    choose_day(page, "Frosty January")
    page.get_by_role("button", name="Choose or save a day").click()
    page.get_by_role("menuitem", name="Start with this day from now on").click()
    expect(told(page)).to_contain_text("starts with this day")
    page.goto(running.url)
    expect(page.get_by_role("banner")).to_contain_text("-1 °C, hard")


def test_the_day_sheet_is_a_page_to_print(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/conditions" + FAR)
    choose_day(page, "Soaked December")
    page.get_by_role("tab", name="Day sheet").click()
    sheet = page.get_by_role("region", name="Day sheet")
    seven = sheet.get_by_role("row", name=re.compile("^7-iron"))
    expect(seven).to_be_visible()
    cells = seven.get_by_role("cell").all_inner_texts()
    # Each cell is a carry, and small beside it what the club's own distance plays as.
    stock, calm, *winds = (int(re.findall(r"\d+", cell)[0]) for cell in cells[:8])
    assert calm < stock
    against, behind = winds[:3], winds[3:]
    assert against == sorted(against)
    assert against[-1] < calm < behind[0]
    # Clothes are the player's own.
    page.get_by_role("tab", name="Today").click()
    page.get_by_role("button", name=re.compile("^Share a layer takes")).click()
    page.get_by_label("Share a layer takes", exact=True).fill("4")
    page.keyboard.press("Enter")
    expect(page.get_by_role("main")).to_contain_text("4 % each")
    page.get_by_role("tab", name="Day sheet").click()
    expect(seven.get_by_role("cell").nth(1)).not_to_have_text(cells[1])
    page.emulate_media(media="print")
    expect(page.get_by_role("banner")).to_be_hidden()
    expect(sheet.get_by_role("button", name="Print")).to_be_hidden()
    expect(seven).to_be_visible()


def test_the_phone_is_a_level(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/" + CHIP, PHONE, permissions=["accelerometer", "gyroscope"])
    settled(page)
    page.keyboard.press("h")
    level = page.get_by_role("region", name="Phone level")
    level.get_by_role("button", name="Use the phone as a level").click()
    # A machine without the sensor says so.
    expect(level).to_contain_text("has no tilt sensor")
    # As the sensor of a phone tells it; no browser without windows lets one be put in its place.
    lies = {"alpha": 0, "beta": -6.1, "gamma": -3}
    page.evaluate("lies => dispatchEvent(new DeviceOrientationEvent('deviceorientation', lies))", lies)
    # Corwin is left-handed: left edge down is a ball below his feet.
    expect(level).to_contain_text("6° down, ball 3° below the feet")
    level.get_by_role("button", name="Use it").click()
    page.keyboard.press("Escape")
    expect(part(page, "Ground")).to_contain_text("6° down")
    expect(page).to_have_url(re.compile("dfall=0.7"))


def test_conditions_fit_a_phone(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/conditions" + CHIP, PHONE)
    expect(page.get_by_role("region", name="Weather and ground")).to_be_visible()
    for tab in ("Today", "Two days", "Day sheet"):
        page.get_by_role("tab", name=tab).click()
        at_rest(page)
        wide = page.evaluate("document.documentElement.scrollWidth")
        assert wide <= PHONE["width"], tab
