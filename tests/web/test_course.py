"""On the course: a hole, the ball, an answer, on a phone by touch; and a file that becomes a course."""

from __future__ import annotations

import json
import re
from collections.abc import Callable

from playwright.sync_api import Locator, Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE
from tests.web.finger import Finger, grip_of
from tests.web.test_bench import settled
from veltrin.demo.nine_holes import FILE

Open = Callable[..., Page]


def place_in(what: Locator, across: float, down: float) -> tuple[float, float]:
    box = what.bounding_box()
    assert box is not None
    return box["x"] + across * box["width"], box["y"] + down * box["height"]


def fact(sheet: Locator, name: str) -> Locator:
    return sheet.locator("dl > div").filter(has_text=name).locator("dd")


def test_a_phone_has_the_answer_for_a_ball_on_the_course_in_three_acts(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin", PHONE, has_touch=True, is_mobile=True)
    settled(page)
    # One: the course. Two: the ball. Three: play it.
    page.get_by_role("button", name="on the course").tap()
    sheet = page.get_by_role("dialog", name="On the course")
    drawing = sheet.get_by_role("group", name="Skarvan Fell from above")
    expect(drawing).to_be_visible()
    page.touchscreen.tap(*place_in(drawing, 0.5, 0.6))
    expect(fact(sheet, "The ball lies in")).to_have_text("fairway")
    far = fact(sheet, "To the flag").inner_text()
    play = sheet.get_by_role("button", name="Play from here")
    expect(play).to_be_in_viewport()
    play.tap()
    expect(sheet).to_have_count(0)
    settled(page)
    line = page.get_by_role("region", name="Line")
    expect(line).to_contain_text(f"{far} to the flag")
    expect(line).to_contain_text("From the map of Skarvan Fell, hole 1: distance, green, height")
    # It stands in the address: opened again it is the same.
    page.reload()
    settled(page)
    expect(line).to_contain_text("From the map of Skarvan Fell, hole 1: distance, green, height")
    # What the map told can be changed as ever; then it is the coach's own again.
    page.get_by_role("slider", name="Flag").press("ArrowRight")
    expect(line).not_to_contain_text("From the map")


def test_the_next_shot_is_played_from_where_the_last_one_finished(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin")
    settled(page)
    page.keyboard.press("y")
    sheet = page.get_by_role("dialog", name="On the course")
    drawing = sheet.get_by_role("group", name="Skarvan Fell from above")
    drawing.wait_for()
    page.mouse.click(*place_in(drawing, 0.5, 0.6))
    sheet.get_by_role("button", name="Play from here").click()
    settled(page)
    page.keyboard.press("e")
    booking = page.get_by_role("dialog", name="Where did it finish?")
    booking.get_by_label("Finish in words", exact=True).fill("20 short 6 right")
    booking.get_by_role("button", name="Book it").click()
    expect(booking).to_have_count(0)
    page.keyboard.press("y")
    expect(sheet).to_contain_text("The ball lies where the last shot finished.")
    # Twenty short of it and six beside it.
    expect(fact(sheet, "To the flag")).to_have_text("20.9 m")
    # It is drawn on the hole, and the field book knows the hole.
    expect(drawing.get_by_role("img", name=re.compile("20 m short, 6 m right"))).to_be_attached()
    sheet.get_by_label("show 1 booked shot of Corwin Maddersly on this hole", exact=True).uncheck()
    expect(drawing.get_by_role("img", name=re.compile("20 m short"))).to_have_count(0)
    sheet.get_by_role("button", name="Close", exact=True).click()
    expect(sheet).to_have_count(0)
    page.keyboard.press("f")
    expect(page.get_by_role("tab", name="Shots")).to_be_visible()
    page.get_by_role("combobox", name="Filter: hole").click()
    page.get_by_role("option", name="Skarvan Fell, 1").click()
    expect(page.get_by_text("1 to 1 of 1")).to_be_visible()
    page.reload()
    expect(page.get_by_text("1 to 1 of 1")).to_be_visible()


def test_a_finger_drags_ball_and_flag_and_the_line_follows(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove", PHONE, has_touch=True, is_mobile=True)
    settled(page)
    page.get_by_role("button", name="on the course").tap()
    sheet = page.get_by_role("dialog", name="On the course")
    sheet.get_by_role("radio", name="Hole 5, Raven").tap()
    drawing = sheet.get_by_role("group", name="Skarvan Fell from above")
    page.touchscreen.tap(*place_in(drawing, 0.5, 0.7))
    number = re.compile(r"[0-9.]+")
    expect(fact(sheet, "To the flag")).to_be_visible()

    def metres() -> float:
        found = number.search(fact(sheet, "To the flag").inner_text())
        assert found
        return float(found[0])

    before = metres()
    finger = Finger(page)
    finger.drag(grip_of(sheet.get_by_role("slider", name="Ball")), (0.0, -60.0))
    expect(fact(sheet, "To the flag")).not_to_have_text(f"{before:g} m")
    nearer = metres()
    assert nearer < before - 10
    finger.drag(grip_of(sheet.get_by_role("slider", name="Flag")), (0.0, -20.0))
    expect(fact(sheet, "To the flag")).not_to_have_text(f"{nearer:g} m")
    assert metres() > nearer


def test_a_device_says_where_the_ball_lies_and_how_surely(running: Running, open_page: Open) -> None:
    longitude, latitude = json.loads(FILE.read_text())["origin"]
    here = {"longitude": longitude, "latitude": latitude + 1e-4, "accuracy": 12.0}
    page = open_page(running.url + "/?p=corwin", PHONE, geolocation=here, permissions=["geolocation"])
    settled(page)
    page.get_by_role("button", name="on the course").click()
    sheet = page.get_by_role("dialog", name="On the course")
    sheet.get_by_role("button", name="I am at the ball").click()
    expect(sheet).to_contain_text("By this device, to 12 m.")
    sheet.get_by_role("button", name="Play from here").click()
    # Within 12 m in 95 of a hundred: 12 / sqrt(-2 ln 0.05), by the Rayleigh distribution, is 4.9 m.
    expect(page).to_have_url(re.compile(r"[?&]dflag=4\.9(&|$)"))
    settled(page)
    # What the coach then says of the distance is surer.
    page.get_by_role("slider", name="Flag").press("ArrowRight")
    expect(page).not_to_have_url(re.compile("dflag="))


def test_a_file_becomes_a_course_and_what_is_wrong_in_it_is_told(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove")
    settled(page)
    page.keyboard.press("y")
    sheet = page.get_by_role("dialog", name="On the course")
    sheet.get_by_text("Courses and files").click()
    broken = FILE.read_text().replace('"golf":"tee"', '"ground":"lava"', 1)
    told = {"name": "course.geojson", "mimeType": "application/geo+json", "buffer": broken.encode()}
    sheet.get_by_label("Open a file (GeoJSON)", exact=True).set_input_files([told])  # type: ignore[list-item]
    expect(sheet.get_by_role("list", name="What can’t be read")).to_contain_text("lava")
    sheet.get_by_label("Name of the course", exact=True).fill("The fell again")
    sheet.get_by_role("button", name="Keep this course").click()
    expect(sheet.get_by_text("The fell again").first).to_be_visible()
    sheet.get_by_role("combobox", name="Course", exact=True).click()
    page.get_by_role("option", name="The fell again").click()
    expect(sheet.get_by_role("group", name="The fell again from above")).to_be_visible()
    sheet.get_by_role("button", name="Delete The fell again").click()
    expect(sheet.get_by_role("group", name="Skarvan Fell from above")).to_be_visible()


def test_measured_ground_changes_the_plan_and_the_ledger_says_so(running: Running, open_page: Open) -> None:
    page = open_page(
        running.url + "/?p=corwin&cover=rough&sunk=1&flag=60&fall=0", PHONE, has_touch=True, is_mobile=True
    )
    settled(page)
    carry = page.get_by_role("region", name="Calls").get_by_role("article").first
    page.goto(page.url.replace("/?", "/practice?") + "#part=ground")
    panel = page.get_by_role("region", name="Measure the ground")
    expect(panel).to_contain_text("stock swing to 60 m")
    panel.get_by_label(re.compile("^Carries in m")).fill("33 39 35 41 31 38 34 36")
    panel.get_by_role("button", name="What do they tell?").tap()
    told = panel.get_by_role("region", name="What the balls tell")
    expect(told).to_contain_text(
        re.compile(r"A ball from this rough carries [0-9.]+ % shorter than from rough in general")
    )
    told.get_by_role("button", name="Keep it with Skarvan Fell").tap()
    expect(told).to_contain_text("Saved.")
    kept = page.get_by_role("region", name="Measured ground")
    expect(kept).to_contain_text(re.compile(r"rough: a ball carries [0-9.]+ % shorter than usual; 8 balls"))
    panel.get_by_role("button", name="Set lie and call on the Bench").tap()
    settled(page)
    expect(carry).to_be_visible()
    expect(page.get_by_role("region", name="Ground")).to_contain_text("measuredby 8 balls")
    page.get_by_role("tab", name="distance").tap()
    expect(page.get_by_role("tabpanel", name="distance")).to_contain_text("as measured here (8 balls)")
    page.get_by_role("button", name="take it as usual").tap()
    settled(page)
    expect(page.get_by_role("tabpanel", name="distance")).not_to_contain_text("as measured here")
    # Switched off, a line by the map has it no more.
    page.get_by_role("button", name="on the course").tap()
    use = page.get_by_role("dialog", name="On the course").get_by_label("use it here", exact=True)
    expect(use).to_be_checked()
    use.tap()
    expect(use).not_to_be_checked()


def test_greens_are_kept_with_the_course_and_go_into_its_lines(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove&speed=11.5&firm=firm")
    settled(page)
    page.keyboard.press("y")
    sheet = page.get_by_role("dialog", name="On the course")
    greens = sheet.get_by_role("region", name="Greens", exact=True)
    greens.get_by_role("button", name=re.compile("^Keep 11.5 ft, firm")).click()
    expect(greens.get_by_label("use it here", exact=True)).to_be_checked()
    # Opened elsewhere with other greens in mind, the line there has those of the course.
    page.goto(running.url + "/?p=corwin")
    settled(page)
    page.keyboard.press("y")
    drawing = sheet.get_by_role("group", name="Skarvan Fell from above")
    drawing.wait_for()
    page.mouse.click(*place_in(drawing, 0.5, 0.6))
    sheet.get_by_role("button", name="Play from here", exact=True).click()
    settled(page)
    expect(page.get_by_role("region", name="Line")).to_contain_text("green speed and firmness")
    page.keyboard.press("y")
    expect(greens.get_by_role("button", name=re.compile("^Keep 11.5 ft, firm"))).to_be_visible()
    greens.get_by_role("button", name="Forget how the greens were read", exact=True).click()
    expect(greens).to_contain_text("Not read yet")


def test_a_lesson_tells_its_way_over_the_course(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=corwin")
    settled(page)
    lesson = "6c1f1f0e-5d0b-4b0a-9d56-0a3c1f7b2e55"
    body = {"player_ids": ["corwin"], "held_on": "2026-06-01T10:00:00Z", "place": "the fourth"}
    address = f"{running.url}/api/lessons/{lesson}"
    assert page.request.put(address, data=body).ok
    assert page.request.post(f"{address}/begin").ok
    for finish in ("30 short 4 left", "3 past 2 right"):
        page.keyboard.press("y")
        sheet = page.get_by_role("dialog", name="On the course")
        sheet.get_by_role("radio", name=re.compile("^Hole 4")).click()
        if finish.startswith("30"):
            drawing = sheet.get_by_role("group", name="Skarvan Fell from above")
            page.mouse.click(*place_in(drawing, 0.5, 0.5))
        sheet.get_by_role("button", name="Play from here", exact=True).click()
        settled(page)
        page.keyboard.press("e")
        booking = page.get_by_role("dialog", name="Where did it finish?")
        booking.get_by_label("Finish in words", exact=True).fill(finish)
        with page.expect_response(lambda answer: "/api/book" in answer.url and answer.request.method == "PUT"):
            booking.get_by_role("button", name="Book it", exact=True).click()
        expect(booking).to_have_count(0)
    page.goto(f"{running.url}/lessons?l={lesson}&p=corwin")
    way = page.get_by_role("region", name="The way over the course")
    hole = way.get_by_role("region", name="Skarvan Fell, hole 4")
    expect(hole).to_contain_text("2 strokes")
    expect(hole.get_by_role("listitem").nth(0)).to_contain_text("30 m short, 4 m left")
    expect(hole.get_by_role("listitem").nth(1)).to_contain_text("3 m past, 2 m right")
    drawn = hole.get_by_role("group", name="Skarvan Fell from above")
    expect(drawn.get_by_role("img")).to_have_count(2)
    assert page.request.post(f"{address}/close").ok
