"""The line drawn in a real browser: trouble, tilt, flag, risk; compare, what if, does it hold; lines; the card."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE
from tests.web.test_bench import Open, drag, first_call, part, settled

START = "/?p=brisa&fall=0&flag=26&front=16&back=36&wide=18"


def plan_view(page: Page):
    return page.get_by_role("group", name="The line from above")


def draw(page: Page, kind: str) -> None:
    page.get_by_role("button", name="draw", exact=True).click()
    page.get_by_role("menuitem", name=kind, exact=True).click()


def landing(page: Page) -> float:
    spoken = page.get_by_role("slider", name="Landing place").get_attribute("aria-valuenow")
    assert spoken is not None
    return float(spoken)


def test_a_bunker_and_a_tilted_green_change_call_landing_and_risk(running: Running, open_page: Open) -> None:
    page = open_page(running.url + START)
    settled(page)
    before, before_landing = first_call(page), landing(page)
    assert "sand" not in before
    # A bunker drawn by hand, over the plan.
    draw(page, "sand")
    expect(page.get_by_role("status").filter(has_text="Drawing sand")).to_be_visible()
    box = plan_view(page).bounding_box()
    assert box
    # From 8 to 15 m on, 6 m to each side: the scale is read off ball and flag.
    ball, flag = (page.get_by_role("slider", name=n).bounding_box() for n in ("Landing place", "Distance to the flag"))
    assert ball
    assert flag
    per_m = (flag["x"] - ball["x"]) / (26 - before_landing)
    x0 = flag["x"] + flag["width"] / 2 - 26 * per_m
    middle = box["y"] + box["height"] / 2
    page.mouse.move(x0 + 8 * per_m, middle - 6 * per_m)
    page.mouse.down()
    page.mouse.move(x0 + 15 * per_m, middle + 6 * per_m, steps=6)
    page.mouse.up()
    expect(page).to_have_url(re.compile("areas=sand"))
    # The green is tilted by its arrow: keys work as well as a drag.
    tilt = page.get_by_role("slider", name="Tilt of the green")
    tilt.focus()
    for _ in range(4):
        tilt.press("ArrowLeft")
    expect(page).to_have_url(re.compile("gf=-2"))
    settled(page)
    with_bunker = first_call(page)
    # The flag dragged near the bunker.
    drag(page, page.get_by_role("slider", name="Distance to the flag"), -7.5 * per_m, 0)
    settled(page)
    near = first_call(page)
    assert near != with_bunker != before
    assert "sand" in near
    assert landing(page) < before_landing + 5
    bad = re.search(r"a bad shot (\d+) %", near)
    bad_before = re.search(r"a bad shot (\d+) %", before)
    assert bad
    assert bad_before
    assert int(bad[1]) > int(bad_before[1])
    page.keyboard.press("u")
    settled(page)


def test_the_bunker_is_moved_stretched_and_deleted_by_keys(running: Running, open_page: Open) -> None:
    page = open_page(running.url + START + "&areas=sand*0*0*8,-5_15,-5_15,5_8,5")
    settled(page)
    grip = page.get_by_role("slider", name="Move the sand")
    grip.focus()
    grip.press("Shift+ArrowRight")
    expect(page).to_have_url(re.compile(r"areas=sand.*10\.5"))
    page.get_by_role("slider", name="Stretch the sand").press("ArrowRight")
    page.get_by_role("slider", name="Move the sand").press("Delete")
    expect(page).not_to_have_url(re.compile("areas="))


def test_a_tree_is_drawn_raised_and_told(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=brisa&fall=0&flag=60&front=50&back=72")
    settled(page)
    draw(page, "tree")
    grip = page.get_by_role("slider", name="tree", exact=True)
    grip.focus()
    grip.press("Shift+ArrowUp")
    expect(page).to_have_url(re.compile("things=tree"))
    settled(page)
    page.get_by_text(re.compile("Ruled out, and why")).click()
    expect(part(page, "Calls")).to_contain_text("clear the tree")


def test_quick_starts_and_a_fixed_landing_place(running: Running, open_page: Open) -> None:
    page = open_page(running.url + START)
    settled(page)
    page.get_by_role("button", name="quick start").click()
    page.get_by_role("menuitem", name=re.compile("short-sided")).click()
    expect(page).to_have_url(re.compile("areas=sand"))
    settled(page)
    land = page.get_by_role("slider", name="Landing place")
    land.focus()
    land.press("PageDown")
    expect(page.get_by_text(re.compile("lands at .* fixed"))).to_be_visible()
    settled(page)
    page.get_by_role("button", name="make it automatic").click()
    expect(page).not_to_have_url(re.compile("land="))


def test_compare_swap_and_put_on_the_card(running: Running, open_page: Open) -> None:
    page = open_page(running.url + START)
    settled(page)
    page.keyboard.press("c")
    sheet = page.get_by_role("dialog", name="Two calls")
    expect(sheet.get_by_text("expected strokes").first).to_be_visible()
    names = [sheet.get_by_role("combobox", name=f"{n} of the two").inner_text() for n in ("First", "Second")]
    sheet.get_by_role("button", name="Swap the two").click()
    expect(sheet.get_by_role("combobox", name="First of the two")).to_have_text(names[1])
    sheet.get_by_role("button", name=re.compile("Put on Brisa")).first.click()
    expect(page.get_by_role("status").filter(has_text="card")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("p")
    card = page.get_by_role("tabpanel", name="Own calls")
    expect(card).to_contain_text(names[1].split(",")[0])
    expect(card).to_contain_text("4.3a")
    card.get_by_role("button", name="remove").click()
    expect(card).to_contain_text("No calls on this card yet")


def test_what_if_draws_three_curves_and_the_call_is_weighed(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=brisa&fall=5&flag=20&front=12&back=32")
    settled(page)
    page.get_by_text("Does the call hold?").click()
    expect(part(page, "Calls")).to_contain_text("The call holds for slopes")
    page.get_by_text("Who can play it?").click()
    expect(part(page, "Calls")).to_contain_text("Tove Aldersyn can")
    page.keyboard.press("w")
    sheet = page.get_by_role("dialog", name="What if")
    expect(sheet.get_by_role("img")).to_have_count(3)
    sheet.get_by_role("combobox", name="Reading to vary").click()
    page.get_by_role("option", name="firmness of the green").click()
    expect(sheet.get_by_role("img", name=re.compile("firmness"))).to_have_count(3)


def test_mood_and_ways_out(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin&fall=0&flag=140&front=130&back=152&round=rough&cover=deep&sunk=2")
    settled(page)
    expect(part(page, "Calls")).to_contain_text(re.compile("Nothing here goes for the flag|Going for it"))
    assert re.search("out |laid up", first_call(page))
    page.get_by_role("combobox", name="Risk").click()
    page.get_by_role("option", name="protect the score").click()
    expect(page).to_have_url(re.compile("mood=protect"))
    settled(page)


def test_lines_are_saved_used_and_written_to_a_file(running: Running, open_page: Open, tmp_path: Path) -> None:
    page = open_page(running.url + START + "&areas=sand*0*0*8,-5_15,-5_15,5_8,5")
    settled(page)
    page.keyboard.press("n")
    sheet = page.get_by_role("dialog", name="Lines")
    sheet.get_by_role("textbox", name="Name of this line").fill("4th, over sand")
    sheet.get_by_role("button", name="Save this line").click()
    expect(sheet.get_by_text("Saved.")).to_be_visible()
    with page.expect_download() as download:
        sheet.get_by_role("button", name="Save as a file").click()
    file = tmp_path / "line.geojson"
    download.value.save_as(file)
    assert '"sand"' in file.read_text()
    sheet.get_by_role("button", name="Delete sand").click()
    expect(page).not_to_have_url(re.compile("areas="))
    sheet.locator("input[type=file]").set_input_files(file)
    expect(page).to_have_url(re.compile("areas=sand"))
    sheet.get_by_role("button", name="Delete sand").click()
    sheet.get_by_role("button", name=re.compile("4th, over sand, flag")).click()
    expect(page).to_have_url(re.compile("areas=sand"))


def test_the_line_works_on_a_phone(running: Running, open_page: Open) -> None:
    page = open_page(running.url + START, PHONE)
    settled(page)
    draw(page, "water")
    page.get_by_role("button", name="put it in its usual place").click()
    expect(page).to_have_url(re.compile("areas=water"))
    settled(page)
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
