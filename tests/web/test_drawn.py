"""A course drawn by hand over a picture: its scale told, corners touched and dragged, kept, and played on."""

from __future__ import annotations

import io
import re
from collections.abc import Callable

from PIL import Image, ImageDraw
from playwright.sync_api import Locator, Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE
from tests.web.finger import Finger, Point, grip_of
from tests.web.test_bench import settled
from tests.web.test_course import fact, place_in

Open = Callable[..., Page]


def plan() -> bytes:
    """A plan of one hole: 800 by 600 pixels, a green above, a way up to it."""
    image = Image.new("RGB", (800, 600), "#dfe6c8")
    draw = ImageDraw.Draw(image)
    draw.ellipse((360, 60, 440, 120), fill="#7fae5a")
    draw.line((400, 560, 400, 90), fill="#444444", width=2)
    out = io.BytesIO()
    image.save(out, "PNG")
    return out.getvalue()


def begin(page: Page, *, by_finger: bool = False) -> Locator:
    settled(page)
    opens = page.get_by_role("button", name="on the course", exact=True)
    opens.tap() if by_finger else opens.click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_text("Courses and files").click()
    sheet.get_by_role("button", name="Draw a course by hand", exact=True).click()
    return sheet


def map_of(sheet: Locator) -> Locator:
    return sheet.get_by_role("group", name="The course from above, as it is drawn")


def lay_plan(sheet: Locator, between: str) -> list[Point]:
    """Lay the plan beneath to scale; where its two marks are on the page."""
    file = {"name": "plan.png", "mimeType": "image/png", "buffer": plan()}
    sheet.get_by_label("Lay a picture beneath", exact=True).set_input_files([file])  # type: ignore[list-item]
    sheet.get_by_role("button", name=re.compile("^Between the marks: .* Change$")).click()
    field = sheet.get_by_label("Between the marks", exact=True)
    field.fill(between)
    field.press("Enter")
    expect(sheet.get_by_role("button", name=f"Between the marks: {between} m. Change", exact=True)).to_be_visible()
    marks = [place_in(sheet.get_by_role("slider", name=f"Mark {name}", exact=True), 0.5, 0.5) for name in "AB"]
    sheet.get_by_role("button", name="The picture lies right", exact=True).click()
    return marks


def draw(page: Page, sheet: Locator, kind: str, spots: list[Point], *, by_finger: bool = False) -> None:
    sheet.get_by_role("group", name="What to draw").get_by_role("button", name=kind, exact=True).click()
    for x, y in spots:
        page.touchscreen.tap(x, y) if by_finger else page.mouse.click(x, y)
    sheet.get_by_role("button", name="That is all of it", exact=True).click()


def test_a_hole_is_drawn_over_a_plan_kept_and_played(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin")
    sheet = begin(page)
    tee, flag = lay_plan(sheet, "300")
    draw(page, sheet, "green", [(flag[0] + x, flag[1] + y) for x, y in ((-25, -20), (25, -20), (25, 20), (-25, 20))])
    sheet.get_by_role("button", name="Done", exact=True).click()
    draw(page, sheet, "way of a hole", [tee, flag])
    # From mark to mark it is as long as was told; a touch is good to a pixel.
    along = sheet.get_by_text(re.compile("along its way")).inner_text()
    assert abs(float(along.split()[0]) - 300.0) < 1.5, along
    sheet.get_by_label("Name of the hole", exact=True).fill("Plan")
    sheet.get_by_label("Name of the course", exact=True).fill("Drawn one")
    # It outlives the page.
    page.reload()
    settled(page)
    page.keyboard.press("y")
    sheet = page.get_by_role("dialog")
    sheet.get_by_text("Courses and files").click()
    sheet.get_by_role("button", name="Go on drawing Drawn one", exact=True).click()
    sheet.get_by_role("button", name="Keep this course", exact=True).click()
    expect(sheet.get_by_text("Kept.", exact=True)).to_be_visible()
    sheet.get_by_role("button", name="To the courses", exact=True).click()
    # Played on at once.
    course = sheet.get_by_role("group", name="Drawn one from above")
    page.mouse.click(*place_in(course, 0.5, 0.5))
    expect(fact(sheet, "To the flag")).to_be_visible()
    sheet.get_by_role("button", name="Play from here", exact=True).click()
    settled(page)
    expect(page.get_by_role("region", name="Line")).to_contain_text("From the map of Drawn one, hole 1")


def test_a_finger_draws_drags_a_corner_and_takes_it_back(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove", PHONE, has_touch=True, is_mobile=True)
    sheet = begin(page, by_finger=True)
    around = [(0.3, 0.3), (0.7, 0.3), (0.7, 0.6), (0.3, 0.6)]
    draw(page, sheet, "green", [place_in(map_of(sheet), *spot) for spot in around], by_finger=True)
    corner = sheet.get_by_role("slider", name="Corner 2", exact=True)
    before = corner.get_attribute("aria-valuetext")
    finger = Finger(page)
    finger.drag(grip_of(corner), (30.0, -20.0))
    expect(corner).not_to_have_attribute("aria-valuetext", before or "")
    # A new corner comes out of the middle of an edge, in one go.
    finger.drag(grip_of(sheet.get_by_role("slider", name="New corner after 3", exact=True)), (0.0, 30.0))
    expect(sheet.get_by_role("slider", name="Corner 5", exact=True)).to_be_attached()
    undo = sheet.get_by_role("button", name="Undo", exact=True)
    undo.tap()
    undo.tap()
    page.touchscreen.tap(*place_in(map_of(sheet), 0.5, 0.45))
    expect(corner).to_have_attribute("aria-valuetext", before or "")
    expect(sheet.get_by_role("slider", name="Corner 5", exact=True)).to_have_count(0)
    # A corner that was touched can be taken away, without a key.
    x, y = grip_of(corner)
    page.touchscreen.tap(x, y)
    sheet.get_by_role("button", name="Take corner 2 away", exact=True).tap()
    expect(sheet.get_by_role("slider", name=re.compile("^Corner"))).to_have_count(3)
    # One finger on the paper moves the sheet and draws nothing.
    x, y = place_in(map_of(sheet), 0.9, 0.9)
    finger.drag((x, y), (-60.0, -60.0))
    expect(sheet.get_by_role("slider", name="Corner 1", exact=True)).to_be_attached()


def test_a_kept_course_is_changed_by_hand_and_by_keys_alone(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin")
    settled(page)
    page.keyboard.press("y")
    sheet = page.get_by_role("dialog")
    sheet.get_by_text("Courses and files").click()
    sheet.get_by_role("button", name="Change Skarvan Fell by hand", exact=True).click()
    sheet.get_by_role("group", name="What to draw").get_by_role("button", name="bunker", exact=True).click()
    drawing = map_of(sheet)
    drawing.focus()
    for way in ("ArrowUp", "ArrowRight", "ArrowDown", "ArrowLeft"):
        page.keyboard.press(way)
        page.keyboard.press("Enter")
    expect(sheet).to_contain_text("4 corners.")
    sheet.get_by_role("button", name="That is all of it", exact=True).click()
    chosen = sheet.get_by_role("region", name="What is chosen")
    expect(chosen).to_contain_text("Take the bunker away")
    sheet.get_by_role("slider", name="Corner 1", exact=True).press("Delete")
    expect(sheet.get_by_role("slider", name=re.compile("^Corner"))).to_have_count(3)
    chosen.get_by_role("combobox", name="What it is").click()
    page.get_by_role("option", name="heather", exact=True).click()
    expect(chosen).to_contain_text("Take the heather away")
    name = sheet.get_by_label("Name of the course", exact=True)
    name.fill("")
    expect(sheet.get_by_role("button", name="Keep this course", exact=True)).to_be_disabled()
    name.fill("Skarvan Fell")
    sheet.get_by_role("button", name="Keep this course", exact=True).click()
    expect(sheet.get_by_text("Kept.", exact=True)).to_be_visible()
