"""The first hour, as somebody new has it: an empty folder, a player in a minute, a lie in five taps, help."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, WIDE, ready
from tests.web.finger import Finger, grip_of
from tests.web.test_look import AXE, violations

Open = Callable[..., Page]

MOST_ACTS = 14
MOST_WORDS = 100
"""On a page that is read before the first act: what is read in half a minute."""


class Acts:
    """Counts what somebody does: a press, or a field that is filled."""

    def __init__(self) -> None:
        self.count = 0

    def press(self, what: Locator) -> None:
        what.click()
        self.count += 1

    def fill(self, what: Locator, text: str) -> None:
        what.fill(text)
        self.count += 1


def words_on(page: Page) -> int:
    return len((page.locator("main").inner_text()).split())


def opened(open_page: Open, url: str, size: dict[str, int]) -> Page:
    return open_page(url, size, **({"has_touch": True, "is_mobile": True} if size is PHONE else {}))


@pytest.mark.parametrize("size", [WIDE, PHONE], ids=["wide", "phone"])
def test_a_first_call_for_an_own_player_takes_few_acts(
    running_empty: Running, open_page: Open, size: dict[str, int]
) -> None:
    page = opened(open_page, running_empty.url, size)
    acts = Acts()
    start = page.get_by_role("button", name="Start with my player")
    expect(start).to_be_visible()
    assert words_on(page) <= MOST_WORDS
    acts.press(start)
    acts.fill(page.get_by_label("Name", exact=True), "Solveig Marrack")
    acts.fill(page.get_by_label("Handicap", exact=True), "24")
    acts.fill(page.get_by_label(re.compile("^7-iron carry")), "105")
    expect(page.get_by_role("slider", name="Carry of the 7-iron")).to_have_attribute("aria-valuenow", "105")
    acts.press(page.get_by_role("button", name="Add player"))
    ready(page)
    acts.press(page.get_by_role("button", name="five taps"))
    taps = page.get_by_role("dialog", name="A lie in five taps")
    acts.press(taps.get_by_role("button", name="rough", exact=True))
    acts.press(taps.get_by_role("button", name=re.compile("half|third|down")).last)
    acts.press(taps.get_by_role("button", name="It is level"))
    acts.press(taps.get_by_role("button", name="60", exact=True))
    acts.press(taps.get_by_role("button", name=re.compile("^over sand")))
    expect(taps).to_have_count(0)
    ready(page)
    assert acts.count <= MOST_ACTS
    lie = page.get_by_role("region", name="Ground")
    expect(lie.get_by_role("button", name="Cover: rough. Change")).to_be_visible()
    expect(lie.get_by_role("button", name="Flag: 60 m. Change")).to_be_visible()


def test_each_tap_changes_the_answer_and_the_offer_can_be_turned_off(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove&flag=30&front=20&back=45", PHONE, has_touch=True, is_mobile=True)
    ready(page)
    page.get_by_role("button", name="five taps").tap()
    taps = page.get_by_role("dialog", name="A lie in five taps")
    with page.expect_response(re.compile("/api/plan")):
        taps.get_by_role("button", name="hard-pan").tap()
    expect(page.get_by_role("button", name="Cover: hard-pan. Change")).to_be_attached()
    taps.get_by_role("button", name="on top").first.tap()
    arrow = taps.get_by_role("slider", name="Way down the hill")
    Finger(page).drag(grip_of(arrow), (0.0, -40.0))
    expect(taps).to_contain_text(re.compile("[0-9.]+° down"))
    taps.get_by_role("button", name="back").tap()
    taps.get_by_role("button", name="don’t offer this").tap()
    expect(page.get_by_role("button", name="five taps")).to_have_count(0)
    page.reload()
    ready(page)
    expect(page.get_by_role("button", name="five taps")).to_have_count(0)


def test_samples_are_looked_at_and_taken_away(running_empty: Running, open_page: Open) -> None:
    page = open_page(running_empty.url)
    page.get_by_role("button", name="Look around").click()
    ready(page)
    note = page.get_by_role("complementary", name="For somebody new")
    expect(note).to_contain_text("is a sample")
    note.get_by_role("button", name="remove samples").click()
    page.get_by_role("button", name="Remove", exact=True).click()
    expect(page.get_by_role("button", name="Look around")).to_be_visible()


def test_a_file_of_carries_asks_whose_they_are(running_empty: Running, open_page: Open, tmp_path: Path) -> None:
    file = tmp_path / "carries.csv"
    file.write_text("club,carry m\n7-iron,118\n7-iron,121\n9-iron,101\n")
    page = open_page(running_empty.url)
    page.get_by_label("File to bring", exact=True).set_input_files(file)
    expect(page.get_by_role("heading", name="Whose carries are these?")).to_be_visible()
    page.get_by_label("Name", exact=True).fill("Solveig Marrack")
    page.get_by_role("button", name="Add player").click()
    sheet = page.get_by_role("dialog", name="Import stock shots")
    expect(sheet).to_contain_text("3 rows")
    sheet.get_by_role("button", name="Read 3 rows").click()
    expect(sheet).to_contain_text("3 shots saved")


def test_the_tour_stops_where_things_are(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove&flag=30&front=20&back=45")
    ready(page)
    page.get_by_role("button", name="tour", exact=True).click()
    stop = page.locator(".driver-popover")
    for n in range(1, 7):
        expect(stop).to_contain_text(f"{n} of 6")
        stop.get_by_role("button", name="Done" if n == 6 else "Next").click()
    expect(stop).to_have_count(0)
    expect(page.get_by_role("button", name="tour", exact=True)).to_have_count(0)


def test_a_figure_leads_to_how_it_is_worked_out(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove&fall=6&flag=30&front=20&back=45")
    ready(page)
    first = page.get_by_role("article", name="First call")
    first.get_by_role("button", name=re.compile("^carry .*what is it")).click()
    told = page.get_by_role("dialog").filter(has_text="before it first lands")
    expect(told).to_contain_text("8 of 10 balls")
    expect(told).to_contain_text("What changes it most")
    told.get_by_role("button", name="why does it say that?").click()
    expect(page.get_by_role("dialog", name="Help").get_by_role("region", name=re.compile("^5. Flight"))).to_be_visible()


def test_help_shows_every_place(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove&flag=30&front=20&back=45")
    ready(page)
    page.get_by_role("button", name="Help").click()
    sheet = page.get_by_role("dialog", name="Help")
    for place in ("Bench", "Methods", "Players", "Field book", "Practice", "Lessons", "Cards", "Conditions"):
        expect(sheet.get_by_role("button", name=place, exact=True)).to_be_visible()
    pictures = sheet.locator("img")
    expect(pictures).to_have_count(8)
    for picture in pictures.all()[:2]:
        expect(picture).not_to_have_js_property("naturalWidth", 0)


def test_everybody_can_use_the_first_hour(running_empty: Running, open_page: Open) -> None:
    """No violation of WCAG A and AA, as axe-core knows them, on both sizes and in both themes."""
    for size, theme in ((WIDE, "light"), (PHONE, "dark")):
        page = open_page(running_empty.url, size, color_scheme=theme)
        page.evaluate(AXE.read_text())
        expect(page.get_by_role("button", name="Look around")).to_be_visible()
        found = violations(page)
        page.get_by_role("button", name="Start with my player").click()
        expect(page.get_by_role("slider", name="Carry of the 7-iron")).to_be_visible()
        found += violations(page)
        assert found == []


def test_five_taps_and_help_are_for_everybody(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/?p=tove&flag=30&front=20&back=45")
    ready(page)
    page.evaluate(AXE.read_text())
    page.get_by_role("button", name="five taps").click()
    taps = page.get_by_role("dialog", name="A lie in five taps")
    found = []
    for step in ("fairway", "on top", "It is level", "25"):
        expect(taps.get_by_role("button", name=step, exact=True).first).to_be_visible()
        found += violations(page)
        taps.get_by_role("button", name=step, exact=True).first.click()
    found += violations(page)
    page.keyboard.press("Escape")
    expect(taps).to_have_count(0)
    page.keyboard.press("?")
    sheet = page.get_by_role("dialog", name="Help")
    for part in ("Places", "Keys", "Words", "Why does it say that?"):
        sheet.get_by_role("tab", name=part).click()
        found += violations(page)
    assert found == []


def test_a_new_carry_is_dragged_by_a_finger(running_empty: Running, open_page: Open) -> None:
    page = open_page(running_empty.url, PHONE, has_touch=True, is_mobile=True)
    page.get_by_role("button", name="Start with my player").tap()
    grip = page.get_by_role("slider", name="Carry of the 9-iron")
    before = float(grip.get_attribute("aria-valuenow") or "nan")
    Finger(page).drag(grip_of(grip), (30.0, 0.0))
    assert float(grip.get_attribute("aria-valuenow") or "nan") > before + 5.0
