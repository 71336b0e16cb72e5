"""A phone in the hand: every grip moves under a finger as far as under a mouse, and the page stays where it is."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, drag_by_mouse, drawn
from tests.web.finger import Finger, Point, grip_of, middle_of
from tests.web.test_bench import settled
from veltrin.demo.lesson import made_photograph

Open = Callable[..., Page]

LYING = "/?p=corwin&fall=3&side=-2&cover=rough&sunk=0.5&flag=60&front=50&back=72&wide=18&gf=-1&gs=1&wind=3&from=250"
THINGS = "&areas=sand*0*0*40,-5_46,-5_46,5_40,5&things=tree*30*4*9*0*-3*3"
BENCH = LYING + THINGS
NUMBER = re.compile(r"-?[0-9]+(?:[.][0-9]+)?")
NEAR = 0.1
"""How far a drag by finger may end from the same drag by mouse: a share of the way."""

FAR = 40.0
"""How far a finger goes (pixels)."""


def opened(open_page: Open, url: str) -> Page:
    return open_page(url, PHONE, has_touch=True, is_mobile=True)


def scrolled(page: Page) -> tuple[float, float]:
    found = page.evaluate("[scrollY, document.querySelector('[role=dialog]')?.scrollTop ?? 0]")
    return found[0], found[1]


def drawing_at(slider: Locator) -> float:
    """Where the drawing with a grip is seen (px from the top of the window)."""
    top: float = slider.evaluate("grip => grip.closest('svg').getBoundingClientRect().top")
    return top


def still(page: Page) -> None:
    """Wait until nothing scrolls on by itself: a touch would only stop it."""
    page.evaluate(
        """() => new Promise((done) => {
          const places = () => `${scrollY} ${document.querySelector('[role=dialog]')?.scrollTop}`
          let [last, same] = [places(), 0]
          const look = () => {
            same = places() === last ? same + 1 : 0
            last = places()
            if (same > 5) done()
            else requestAnimationFrame(look)
          }
          look()
        })"""
    )


def ways(slider: Locator) -> list[Point]:
    """Where a grip goes: along its own line, and back."""
    if slider.get_attribute("aria-orientation") == "horizontal":
        return [(FAR, 0.0), (-FAR, 0.0)]
    return [(0.0, -FAR), (0.0, FAR)]


def value(slider: Locator) -> str:
    found = slider.get_attribute("aria-valuetext")
    assert found is not None
    return found


def numbers(slider: Locator) -> list[float]:
    """What a grip stands at; one that moves both ways tells the second number in its words."""
    found = [float(slider.get_attribute("aria-valuenow") or "nan")]
    return (
        found if slider.get_attribute("aria-orientation") else found + [float(n) for n in NUMBER.findall(value(slider))]
    )


def at_hand(page: Page) -> None:
    """Wait until nothing is asked any more: an answer that comes makes the drawings again, at another scale."""
    page.wait_for_load_state("networkidle")
    expect(page.locator("[aria-busy=true]")).to_have_count(0)
    drawn(page)


def what_is_drawn(page: Page) -> str:
    """The calls that are drawn: one that a drag passed may stay first, and the drawing has their scale."""
    drawn_calls = page.get_by_role("list", name="What is drawn")
    return drawn_calls.inner_text() if drawn_calls.count() else ""


def moves_as_by_mouse(page: Page, slider: Locator) -> None:
    """A drag by finger ends where the same drag by mouse does; the drawing stays where it is seen, also when the answer
    has come: no words above it grow or shrink.
    """
    finger = Finger(page)
    name, before = slider.get_attribute("aria-label"), value(slider)
    for way in [*ways(slider), *ways(slider)]:
        at_hand(page)
        start, shown = grip_of(slider), what_is_drawn(page)
        drag_by_mouse(page, start, way)
        reached, moved = numbers(slider), value(slider) != before
        page.keyboard.press("u")
        expect(slider).to_have_attribute("aria-valuetext", before)
        at_hand(page)
        if moved and what_is_drawn(page) == shown:
            break
    else:
        pytest.fail(f"{name} moves neither way")
    begun, start = numbers(slider), grip_of(slider)
    at = drawing_at(slider)
    finger.drag(start, way)
    at_hand(page)
    for a, b, c in zip(begun, reached, numbers(slider), strict=True):
        assert abs(c - b) <= NEAR * abs(b - a) + 1e-9, f"{name} from {begun} to {numbers(slider)}, by mouse {reached}"
    assert abs(drawing_at(slider) - at) < 1.0, name
    page.keyboard.press("u")
    expect(slider).to_have_attribute("aria-valuetext", before)


def test_every_grip_of_the_bench_moves_under_a_finger(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + BENCH)
    settled(page)
    sliders = page.locator(".handle[role=slider]")
    names = [str(s.get_attribute("aria-label")) for s in sliders.all()]
    assert len(names) >= 12, names
    for name in names:
        moves_as_by_mouse(page, page.get_by_role("slider", name=name, exact=True))


def test_the_landing_place_moves_under_a_finger(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + "/?p=corwin&cover=sand&flag=24&front=8&back=32&wide=20")
    settled(page)
    moves_as_by_mouse(page, page.get_by_role("slider", name="Landing place", exact=True))
    page.get_by_role("slider", name="Landing place", exact=True).press("ArrowRight")
    page.get_by_role("button", name="make it automatic", exact=True).click()
    expect(page.get_by_text("fixed: make it automatic")).to_have_count(0)


def test_a_grip_stays_under_the_finger_however_fast_the_answers_come(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + BENCH)
    settled(page)
    flag = page.get_by_role("slider", name="Distance to the flag", exact=True)
    at_hand(page)
    start = grip_of(flag)
    Finger(page).drag(start, (FAR, 0.0))
    at_once = numbers(flag)
    page.keyboard.press("u")
    at_hand(page)
    assert grip_of(flag) == pytest.approx(start, abs=1.0)
    Finger(page).drag(start, (FAR, 0.0), between=lambda: at_hand(page))
    assert numbers(flag) == at_once
    assert at_once[0] > 65.0


def test_the_wind_is_dragged_by_a_finger(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + "/conditions" + LYING.removeprefix("/"))
    moves_as_by_mouse(page, page.get_by_role("slider", name="Wind", exact=True))


def test_lines_on_a_photograph_are_laid_by_a_finger(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + LYING)
    settled(page)
    page.keyboard.press("h")
    helps = page.get_by_role("dialog", name="Measuring helps")
    picture = {"name": "lie.jpg", "mimeType": "image/jpeg", "buffer": made_photograph()}
    helps.get_by_label("Take or choose a photograph", exact=True).set_input_files(picture)
    for name in ("Horizon, left end", "Ground, right end"):
        end = helps.get_by_role("slider", name=name)
        before, start = value(end), grip_of(end)
        at = drawing_at(end)
        Finger(page).drag(start, (0.0, -FAR))
        expect(end).not_to_have_attribute("aria-valuetext", before)
        assert abs(drawing_at(end) - at) < 1.0, name


def test_beside_the_grips_the_page_scrolls_and_two_fingers_zoom(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + BENCH)
    settled(page)
    finger = Finger(page)
    for drawing in ("Ground under the ball, in section", "The line from above", "The line from the side"):
        group = page.get_by_role("group", name=drawing)
        box = group.bounding_box()
        assert box is not None
        middle_of(group)
        box = group.bounding_box()
        assert box is not None
        # A corner of the drawing that holds no grip.
        at = page.evaluate("scrollY")
        finger.drag((box["x"] + box["width"] - 3, box["y"] + box["height"] - 3), (0.0, -FAR))
        page.wait_for_function("at => scrollY > at + 20", arg=at)
    finger.spread(middle_of(page.get_by_role("group", name="The line from the side")), 30.0, 90.0)
    page.wait_for_function("() => visualViewport.scale > 1.3")


def test_a_bunker_is_drawn_by_a_finger(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + LYING)
    settled(page)
    plan = page.get_by_role("group", name="The line from above")
    page.get_by_role("button", name="Draw", exact=False).first.tap()
    page.get_by_role("menuitem", name="sand").tap()
    x, y = middle_of(plan)
    at = page.evaluate("scrollY")
    Finger(page).drag((x - 30.0, y + 20.0), (50.0, -FAR))
    expect(page).to_have_url(re.compile("areas=sand"))
    assert page.evaluate("scrollY") == at


def test_booking_takes_taps_and_lets_the_sheet_scroll(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + LYING)
    settled(page)
    page.get_by_role("region", name="Answer").get_by_role("button", name="Book").tap()
    sheet = page.get_by_role("dialog")
    sheet.get_by_text("Strike, landing and a note").tap()
    pad = page.get_by_role("application")
    before = pad.get_attribute("aria-label")
    finger = Finger(page)
    # A swipe over the map scrolls the sheet and marks nothing; a tap marks.
    x, y = middle_of(pad)
    at = scrolled(page)[1]
    finger.drag((x + 30.0, y + 30.0), (0.0, -FAR if at < 20.0 else FAR))
    page.wait_for_function("at => Math.abs(document.querySelector('[role=dialog]').scrollTop - at) > 10", arg=at)
    expect(pad).to_have_attribute("aria-label", str(before))
    still(page)
    x, y = middle_of(pad)
    page.touchscreen.tap(x + 20.0, y + 95.0)
    expect(sheet).to_contain_text(re.compile(r"Finished: .* short, .* right"))


def test_a_session_is_moved_to_another_day_by_a_finger(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + "/practice?p=ansgar#part=season")
    season = page.get_by_role("region", name="Season")
    season.get_by_role("button", name="Plan the season").tap()
    chip = season.locator("td button").first
    x, y = middle_of(chip)
    day = chip.locator("xpath=..").get_attribute("data-day")
    days = [str(one.get_attribute("data-day")) for one in chip.locator("xpath=ancestor::tr").locator("td").all()]
    other = season.locator(f"td[data-day='{next(one for one in reversed(days) if one != day)}']")
    box = other.bounding_box()
    assert box is not None
    at = page.evaluate("scrollY")
    Finger(page).drag((x, y), (box["x"] + box["width"] / 2 - x, box["y"] + 10 - y))
    expect(other.locator("button")).to_have_count(1)
    assert page.evaluate("scrollY") == at


def test_a_scene_is_read_by_a_finger(running: Running, open_page: Open) -> None:
    page = opened(open_page, running.url + "/practice?p=corwin#part=eye")
    page.get_by_role("button", name="Read today").tap()
    scene = page.get_by_role("region", name="Scene to read")
    expect(scene.get_by_role("img", name=re.compile("from behind"))).to_be_visible()
    first = scene.get_by_role("slider").first
    first.evaluate("one => one.scrollIntoView({ block: 'center' })")
    still(page)
    before, at = first.input_value(), scrolled(page)
    x, y = middle_of(first)
    Finger(page).drag((x, y), (FAR, 0.0))
    drawn(page)
    assert first.input_value() != before
    assert scrolled(page) == at
    scene.get_by_role("button", name="Choose a call for it").tap()
    scene.get_by_role("button", name="Strike it").tap()
    expect(scene).to_contain_text(re.compile("lost", re.IGNORECASE))
