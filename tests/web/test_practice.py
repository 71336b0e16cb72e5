"""Practice by hand in a real browser: a session for what costs most, a drill laid out, the way there from a fault."""

from __future__ import annotations

import re
from collections.abc import Callable

import icalendar
from playwright.sync_api import Locator, Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, drag_by_mouse
from veltrin.service.practice.contracts.practice_sessions import PartIn, PracticeKeep
from veltrin.service.practice.practice_sessions import keep_practice

Open = Callable[..., Page]
RUN = "6f1c1f0e-5d0b-4b0a-9d56-0a3c1f7b2e11"


def test_a_session_is_built_changed_and_opened(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/practice?p=tove", PHONE)
    page.get_by_label("minutes", exact=True).fill("45")
    page.get_by_role("button", name="sand", exact=True).click()
    page.get_by_role("button", name="Build the session").click()
    session = page.get_by_role("region", name="Session", exact=True)
    expect(session).to_contain_text("booked shots of Tove Aldersyn cost")
    parts = session.locator("ol").get_by_role("listitem")
    expect(parts.last).to_contain_text("test")
    before = parts.count()
    expect(session).not_to_contain_text("balls, sand")
    parts.first.get_by_role("button", name=re.compile("^Leave ")).click()
    expect(parts).to_have_count(before - 1)
    session.get_by_role("button", name="Undo").click()
    expect(parts).to_have_count(before)
    # Other balls, another drill, and back.
    parts.first.get_by_role("button", name=re.compile("two balls more")).click()
    session.get_by_role("button", name="Undo").click()
    # A press on a drill lays it out; back, the session still stands.
    name = parts.first.get_by_role("button").first.inner_text()
    parts.first.get_by_role("button").first.click()
    drill = page.get_by_role("article", name=name)
    expect(drill).to_have_attribute("aria-busy", "false")
    expect(drill).to_contain_text(re.compile(r"\d+ of \d+ "))
    expect(drill).to_contain_text("Nobody stands in front of the ball")
    page.get_by_role("tab", name="Session").click()
    expect(parts).to_have_count(before)


def test_too_little_time_says_what_to_do(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/practice?p=tove")
    page.get_by_label("minutes", exact=True).fill("5")
    page.get_by_role("button", name="Build the session").click()
    expect(page.get_by_role("alert")).to_contain_text("15")


def test_a_fault_leads_to_its_drill_and_a_station_to_the_bench(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/book?p=corwin&fall=6&flag=15")
    page.get_by_role("tab", name="Read a fault").click()
    page.get_by_role("region", name="What you saw").get_by_role("button", name="heavy").click()
    page.get_by_role("button", name="Read the fault").click()
    causes = page.get_by_role("region", name="Likely causes")
    causes.get_by_text("Practise:").first.wait_for()
    causes.get_by_text("Practise:").first.locator("..").get_by_role("button").first.click()
    expect(page).to_have_url(re.compile("/practice.*#drill="))
    page.get_by_role("button", name="open it on the Bench").first.click()
    expect(page.get_by_role("region", name="Calls")).to_have_attribute("aria-busy", "false")


def test_a_session_is_run_at_the_station_offline_too_and_its_balls_stand_in_the_book(
    running: Running, open_page: Open
) -> None:
    """The walk of a coach: built for who loses from rough, run on a phone to its test, seen in book and progress."""
    keep_practice(
        running.store,
        RUN,
        PracticeKeep(
            player_id="ansgar",
            parts=[PartIn(drill_id="worst-grass", balls=3), PartIn(drill_id="towel-behind", phase="test", balls=2)],
        ),
    )
    page = open_page(running.url + "/practice?p=ansgar", PHONE)
    kept = page.get_by_role("region", name="Saved sessions")
    kept.get_by_role("button", name=re.compile("planned")).click()
    page.get_by_role("button", name="Begin", exact=True).click()
    station = page.get_by_role("region", name="Session at the station")
    expect(station).to_contain_text("Ball 1 of 3")
    expect(station).to_contain_text("Nobody stands in front")
    expect(station).to_contain_text("Wrists", ignore_case=True)
    # The ring of a high handicap would be wider than it is worth: the green counts.
    station.get_by_role("button", name=re.compile("^(inside|on the green)$")).click()
    expect(station).to_contain_text("Ball 2 of 3")
    # No network: it goes on, and what was struck waits.
    page.context.set_offline(True)
    station.get_by_role("button", name=re.compile("^(outside|off it)$")).click()
    station.get_by_role("button", name="heavy").click()
    expect(station).to_contain_text("All balls are struck")
    expect(station).to_contain_text("2 balls wait in this browser")
    page.context.set_offline(False)
    expect(station).not_to_contain_text("wait in this browser")
    # Another device goes on where this one stopped.
    other = open_page(running.url + f"/practice?p=ansgar#run={RUN}", PHONE)
    there = other.get_by_role("region", name="Session at the station")
    expect(there).to_contain_text("Towel behind the ball")
    expect(there).to_contain_text("Ball 1 of 2")
    for _ in range(2):
        there.get_by_role("button", name="clean", exact=True).click()
    there.get_by_role("button", name="End the session").click()
    done = other.get_by_role("region", name="Result of the session")
    expect(done).to_contain_text("A dozen in the worst grass")
    expect(done).to_contain_text("In the test 2 of 2")
    other.get_by_role("button", name="all sessions").click()
    other.get_by_role("tab", name="Progress").click()
    expect(other.get_by_role("region", name="Drills over time")).to_contain_text("Towel behind the ball")
    book = open_page(running.url + "/book?p=ansgar")
    expect(book.get_by_role("main")).to_contain_text("(A dozen in the worst grass)")


def drag_onto(page: Page, what: Locator, where: Locator) -> None:
    """Drag the middle of one thing onto the middle of another."""
    start, end = what.bounding_box(), where.bounding_box()
    assert start is not None
    assert end is not None
    (x, y), (to_x, to_y) = ((b["x"] + b["width"] / 2, b["y"] + b["height"] / 2) for b in (start, end))
    drag_by_mouse(page, (x, y), (to_x - x, to_y - y))


def test_a_season_is_planned_moved_and_its_calendar_parses(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/practice?p=brisa#part=season")
    page.get_by_label("weeks", exact=True).fill("2")
    page.get_by_role("button", name="Plan the season").click()
    season = page.get_by_role("region", name="Season")
    sessions = season.locator("td button")
    expect(sessions).to_have_count(4)
    # By keys a day on; dragged it lands where it is let go.
    before = page.evaluate("() => [...document.querySelectorAll('td')].findIndex((td) => td.querySelector('button'))")
    sessions.first.press("ArrowRight")
    moved = "() => [...document.querySelectorAll('td')].findIndex((td) => td.querySelector('button'))"
    page.wait_for_function(f"(was) => ({moved})() === was + 1", arg=before)
    drag_onto(page, sessions.first, season.locator("td").nth(before))
    page.wait_for_function(f"(was) => ({moved})() === was", arg=before)
    with page.expect_download() as told:
        season.get_by_role("link", name="Calendar file").click()
    calendar = icalendar.Calendar.from_ical(told.value.path().read_bytes())
    assert len(calendar.walk("VEVENT")) == 4
    assert len(calendar.walk("VALARM")) == 4


def test_ten_scenes_are_read_and_the_eye_moves_whether_the_call_holds(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/practice?p=brisa#part=eye")
    page.get_by_role("button", name="delete my readings").click()
    page.get_by_role("button", name="Delete them").click()
    expect(page.get_by_role("main")).to_contain_text("Nothing read yet")
    page.get_by_role("button", name="Read today").click()
    scene = page.get_by_role("region", name="Scene to read")
    for n in range(10):
        expect(scene.get_by_role("img", name=re.compile("from behind"))).to_be_visible()
        if n == 0:
            scene.get_by_role("button", name="lie").click()
            expect(scene.get_by_role("img", name=re.compile("from above"))).to_be_visible()
        expect(scene.get_by_role("button", name="Read something first")).to_be_disabled()
        # Everything is read as level and calm: too flat, too weak. A press says so.
        for slider in scene.get_by_role("slider").all():
            slider.press("Enter")
        scene.get_by_role("button", name="Choose a call for it").click()
        scene.get_by_role("button", name="Strike it").click()
        expect(scene).to_contain_text(re.compile("lost", re.IGNORECASE))
        scene.get_by_role("button", name="Next scene" if n < 9 else "Done for today").click()
    how = page.get_by_role("region", name="How you read")
    expect(how).to_contain_text(re.compile("Slope (along|across) the line: .* too flat"))
    bench = open_page(running.url + "/?p=brisa&fall=5&side=4&flag=40")
    expect(bench.get_by_role("region", name="Calls")).to_have_attribute("aria-busy", "false")
    holds = bench.locator("details", has_text="Does the call hold?").first
    holds.locator("summary").click()
    holds.get_by_label("Whose doubts", exact=True).click()
    bench.get_by_role("option", name="doubts of your own eye").click()
    expect(holds).to_contain_text("yours is off by")
    holds.get_by_label("Whose doubts", exact=True).click()
    bench.get_by_role("option", name="your own eye, corrected").click()
    holds.get_by_role("button", name="Plan with the corrected readings").click()
    expect(bench).not_to_have_url(re.compile("fall=5&"))
