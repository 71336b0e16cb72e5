"""Lessons, sheets, cards and search by hand in a real browser; printed pages measured as PDF."""

from __future__ import annotations

import io
import re
from collections.abc import Callable
from itertools import pairwise
from pathlib import Path

import pypdf
import pytest
from playwright.sync_api import Page, expect

from tests.conftest import Running, serving
from tests.web.conftest import PHONE, ready, told
from veltrin.api.guard import Guard
from veltrin.core.cards import CARDS
from veltrin.demo.lesson import made_photograph
from veltrin.service.accounts.coaches import add_coach
from veltrin.service.house.store import Store
from veltrin.service.practice.contracts.practice_sessions import PartIn, PracticeKeep
from veltrin.service.practice.practice_sessions import keep_practice

Open = Callable[..., Page]

MM = 25.4 / 72.0
SIZES = {"a4": (210, 297), "a6": (105, 148), "pocket": (90, 110)}
RUN = "7f1c1f0e-5d0b-4b0a-9d56-0a3c1f7b2e12"


def printed(page: Page) -> list[tuple[int, int, str]]:
    """Every printed page: width and height (mm), and its text."""
    found = pypdf.PdfReader(io.BytesIO(page.pdf(prefer_css_page_size=True)))
    return [
        (round(float(p.mediabox.width) * MM), round(float(p.mediabox.height) * MM), p.extract_text())
        for p in found.pages
    ]


def nothing_cut(page: Page) -> None:
    """No side of a folded card contains more than fits on it, and no table is wider than its paper."""
    cut = page.evaluate(
        """() => [...document.querySelectorAll('.fold, .paper')]
            .filter((one) => one.scrollHeight > one.clientHeight + 1 || one.scrollWidth > one.clientWidth + 1)
            .map((one) => one.textContent.slice(0, 40))"""
    )
    assert cut == []


def book(page: Page, where: str) -> None:
    """Book the call that is looked at."""
    ready(page)
    page.keyboard.press("e")
    page.get_by_label(re.compile("in words")).fill(where)
    page.get_by_role("dialog").get_by_role("button", name="Book it").click()
    expect(told(page)).to_contain_text("Booked")


def test_a_lesson_is_prepared_played_reviewed_printed_found_and_taken_elsewhere(
    running: Running, running_empty: Running, open_page: Open, tmp_path: Path
) -> None:
    """The walk of a coach: two players, four shots, one from a photograph, a sheet, and the file read elsewhere."""
    page = open_page(running.url + "/lessons?p=tove")
    page.get_by_role("button", name="Plan a lesson").click()
    form = page.get_by_role("form", name="Lesson")
    form.get_by_label("place", exact=True).fill("The old quarry")
    form.get_by_role("button", name="Corwin Maddersly").click()
    form.get_by_label(re.compile("aims")).fill("Ball first from the downslope")
    form.get_by_role("button", name="Plan it").click()
    lesson = page.get_by_role("article", name="Lesson")
    prepared = lesson.get_by_role("region", name="Prepare")
    expect(prepared).to_contain_text("Tove Aldersyn")
    expect(prepared).to_contain_text("grooves worn out")
    lesson.get_by_role("button", name="Start the lesson").click()
    expect(page.get_by_role("button", name="Lesson, 0")).to_be_visible()
    # Three shots from readings, and words that worked.
    for player, lie in (("tove", "fall=6&flag=16"), ("tove", "cover=sand&flag=12"), ("corwin", "side=5&flag=90")):
        page.goto(f"{running.url}/?p={player}&{lie}")
        book(page, "2 past 1 left")
    page.get_by_role("button", name=re.compile("^These words worked")).first.click()
    expect(told(page)).to_contain_text("Added to the lesson")
    # The fourth from a photograph: its slope is measured, set, and the picture goes with the shot.
    page.goto(f"{running.url}/?p=tove&flag=30")
    ready(page)
    page.keyboard.press("h")
    helps = page.get_by_role("dialog", name="Measuring helps")
    picture = {"name": "lie.jpg", "mimeType": "image/jpeg", "buffer": made_photograph()}
    helps.get_by_label("Take or choose a photograph", exact=True).set_input_files(picture)
    ground = helps.get_by_role("slider", name="Ground, right end")
    ground.focus()
    for _ in range(40):
        ground.press("ArrowUp")
    helps.get_by_role("button", name="Measure and set").click()
    expect(helps).to_contain_text(re.compile(r"Side slope \d+\.\d°, give or take \d+\.\d°.*Set on the Bench"))
    helps.get_by_role("button", name="Close").click()
    expect(page).to_have_url(re.compile(r"\bside=7\b.*\bdside="))
    book(page, "pin high")
    # What was done stands in time, drawn, with the picture.
    page.get_by_role("button", name=re.compile("^Lesson,")).click()
    done = page.get_by_role("list", name="What was done")
    expect(done.get_by_role("listitem").filter(has_text="struck")).to_have_count(4)
    expect(done).to_contain_text("words that worked")
    expect(done).to_contain_text("slope measured")
    expect(done.get_by_alt_text("The lie")).to_have_count(1)
    expect(done).to_contain_text("Finished 2 m past, 1 m left")
    # Undo: what joined by mistake is taken out, the shot stays in the book.
    page.get_by_role("button", name="Close the lesson").click()
    take = page.get_by_role("region", name="What Tove Aldersyn takes home")
    take.get_by_role("button", name=re.compile(r"^\+ ")).first.click()
    take.get_by_label(re.compile("what it is")).first.fill("Down the bank")
    take.get_by_role("button", name=re.compile(r"^\+ ")).first.click()
    take.get_by_role("button", name=re.compile(r"^\+ ")).first.click()
    take.get_by_role("button", name="Sheet to print").click()
    sheet = page.get_by_role("region", name="Lesson sheet")
    expect(sheet).to_contain_text("1. Down the bank")
    expect(sheet).to_contain_text("Practise:")
    pages = printed(page)
    assert [p[:2] for p in pages] == [SIZES["a4"]]
    only = pages[0]
    assert "Down the bank" in only[2]
    assert "licensed professional" in only[2]
    # Found again by its words.
    page.keyboard.press("/")
    page.get_by_role("combobox", name="Find").fill("quarry")
    found = page.get_by_role("option", name=re.compile("old quarry"))
    expect(found).to_have_count(1)
    page.keyboard.press("Enter")
    expect(page.get_by_role("article", name="Lesson")).to_contain_text("The old quarry")
    # Taken elsewhere it is the same.
    lesson_id = re.search("lesson=([0-9a-f-]+)", page.url)
    assert lesson_id
    file = page.request.get(f"{running.url}/api/export.zip").body()
    read = page.request.post(
        f"{running_empty.url}/api/export/read", data=file, headers={"content-type": "application/zip"}
    )
    assert read.ok, read.text()
    address = f"/api/lessons/{lesson_id[1]}"
    assert page.request.get(running_empty.url + address).json() == page.request.get(running.url + address).json()


@pytest.mark.parametrize("paper", list(SIZES))
def test_six_cards_are_printed_each_on_a_page_of_its_own(running: Running, open_page: Open, paper: str) -> None:
    page = open_page(f"{running.url}/cards?p=corwin#card=all&paper={paper}")
    for card in CARDS.values():
        expect(page.get_by_role("heading", name=f"{card.name}: Corwin Maddersly")).to_be_visible()
    nothing_cut(page)
    pages = printed(page)
    assert [p[:2] for p in pages] == [SIZES[paper]] * len(CARDS)
    for (_, _, text), card in zip(pages, CARDS.values(), strict=True):
        assert card.name in text
        # The last line of a card is on it: nothing runs over.
        assert "committee decides" in text.replace("\n", " ")


def test_a_card_saved_as_a_file_opens_from_the_disk_and_a_cell_on_the_bench(
    running: Running, open_page: Open, tmp_path: Path
) -> None:
    page = open_page(f"{running.url}/cards?p=tove#card=chip&paper=a6")
    expect(page.get_by_role("heading", name=re.compile("Chip ladder"))).to_be_visible()
    with page.expect_download() as kept:
        page.get_by_role("button", name="Save as a file").click()
    file = tmp_path / "card.html"
    kept.value.save_as(file)
    # By itself: a browser without a network that opens the file from the disk asks for nothing else.
    alone = page.context.browser.new_context(offline=True).new_page()  # type: ignore[union-attr]
    asked: list[str] = []
    alone.on("request", lambda request: asked.append(request.url))
    alone.goto(file.as_uri())
    expect(alone.get_by_role("heading", name="Chip ladder: Tove Aldersyn")).to_be_visible()
    assert alone.locator("td b").count() > 20
    assert [url for url in asked if not url.startswith(("data:", file.as_uri()))] == []
    assert alone.evaluate("document.fonts.size") > 0
    assert [p[:2] for p in printed(alone)] == [SIZES["a6"]]
    alone.context.close()
    page.locator(".card-cell").nth(1).click()
    ready(page)
    expect(page).to_have_url(re.compile(r"/\?.*flag=10"))


def test_making_cards_is_shown_and_can_be_stopped(running: Running, open_page: Open) -> None:
    page = open_page(f"{running.url}/cards?p=brisa#card=winter")
    expect(page.get_by_role("progressbar", name="Cards made")).to_be_visible()
    page.get_by_role("button", name="stop").click()
    page.get_by_role("button", name="Make the cards").click()
    expect(page.get_by_role("heading", name=re.compile("Winter card"))).to_be_visible()


def test_a_player_runs_a_session_on_their_own_phone_by_a_link(demo_store: Store, open_page: Open) -> None:
    keep_practice(
        demo_store, RUN, PracticeKeep(player_id="tove", parts=[PartIn(drill_id="towel-behind", phase="test", balls=2)])
    )
    add_coach(demo_store, "Maren", "seven split birches")
    with serving(demo_store, asks=Guard(("127.0.0.1",))) as server:
        coach = open_page(server.url + "/lessons?p=tove")
        coach.get_by_label("Coach", exact=True).fill("Maren")
        coach.get_by_label("Passphrase", exact=True).fill("seven split birches")
        coach.get_by_role("button", name="Sign in").click()
        coach.get_by_role("list", name="Lessons").get_by_role("button").first.click()
        coach.get_by_role("tab", name="Take home").click()
        coach.get_by_role("button", name="Sheet to print").first.click()
        coach.get_by_role("button", name="Make a link").click()
        link = coach.get_by_label(re.compile("Send it now")).input_value()
        page = open_page(link, PHONE)
        expect(page.get_by_role("heading", name="Tove Aldersyn").first).to_be_visible()
        expect(page.get_by_role("region", name="From your lessons")).to_contain_text("Downhill chip")
        expect(page.get_by_role("main")).not_to_contain_text("Corwin")
        page.get_by_role("button", name=re.compile("Begin: Towel")).click()
        page.get_by_role("button", name="Begin", exact=True).click()
        station = page.get_by_role("region", name="Session at the station")
        for _ in range(2):
            station.get_by_role("button", name="clean", exact=True).click()
        station.get_by_role("button", name="End the session").click()
        expect(page.get_by_role("region", name="Result of the session")).to_contain_text("Towel behind the ball")
        # Revoked it shows nothing any more.
        coach.get_by_role("button", name="revoke").click()
        coach.get_by_role("button", name="Revoke it").click()
        expect(coach.get_by_role("button", name="revoke")).to_have_count(0)
        page.reload()
        expect(page.get_by_role("alert")).to_contain_text("was revoked")


def test_a_phone_has_lessons_cards_and_finding(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/lessons?p=tove", PHONE)
    page.get_by_role("list", name="Lessons").get_by_role("button").first.click()
    expect(page.get_by_role("list", name="What was done")).to_be_visible()
    wide = "document.documentElement.scrollWidth > innerWidth"
    assert not page.evaluate(wide)
    page.get_by_role("button", name=re.compile("^Places")).click()
    page.get_by_role("menuitem", name="Find").click()
    page.get_by_role("combobox", name="Find").fill("piles")
    expect(page.get_by_role("option", name=re.compile("Three piles", re.IGNORECASE)).first).to_be_visible()
    page.goto(running.url + "/cards?p=tove#card=sand")
    expect(page.get_by_role("heading", name=re.compile("Sand card"))).to_be_visible()
    assert not page.evaluate(wide)


def test_the_top_line_of_a_phone_has_room_for_an_open_lesson(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/lessons?p=brisa", PHONE)
    page.get_by_role("button", name=re.compile("^Start a lesson")).click()
    open_one = page.get_by_role("button", name=re.compile("^Lesson, "))
    open_one.wait_for()
    # Once its letters have come: until then they are as wide as another font's.
    sides = page.evaluate(
        "document.fonts.ready.then(() => [...document.querySelector('header').querySelectorAll('button')]"
        ".map((one) => one.getBoundingClientRect()).map(({ left, right }) => [left, right]))"
    )
    assert all(a[1] <= b[0] + 0.5 for a, b in pairwise(sides)), f"nothing lies over its neighbour: {sides}"
    open_one.click()
    page.get_by_role("button", name="Close the lesson").click()
    expect(open_one).to_have_count(0)
    page.get_by_role("button", name="Delete").first.click()
    page.get_by_role("button", name="Delete the lesson").click()
