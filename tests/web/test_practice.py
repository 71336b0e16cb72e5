"""Practice by hand in a real browser: a session for what costs most, a drill laid out, the way there from a fault."""

from __future__ import annotations

import re
from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE

Open = Callable[..., Page]


def test_a_session_is_built_changed_and_opened(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/practice?player=tove", PHONE)
    page.get_by_label("minutes").fill("45")
    page.get_by_role("button", name="sand", exact=True).click()
    page.get_by_role("button", name="Build the session").click()
    session = page.get_by_role("region", name="Session")
    expect(session).to_contain_text("booked shots of Tove Aldersyn cost")
    parts = session.get_by_role("listitem")
    expect(parts.last).to_contain_text("test")
    before = parts.count()
    expect(session).not_to_contain_text("balls, sand")
    parts.first.get_by_role("button", name=re.compile("^Leave ")).click()
    expect(parts).to_have_count(before - 1)
    session.get_by_role("button", name="Undo").click()
    expect(parts).to_have_count(before)
    # A press on a drill lays it out; back, the session still stands.
    name = parts.first.get_by_role("button").first.inner_text()
    parts.first.get_by_role("button").first.click()
    drill = page.get_by_role("article", name=name)
    expect(drill).to_have_attribute("aria-busy", "false", timeout=20_000)
    expect(drill).to_contain_text(re.compile(r"\d+ of \d+ "))
    expect(drill).to_contain_text("Nobody stands in front of the ball")
    page.get_by_role("button", name="Build a session").click()
    expect(parts).to_have_count(before)


def test_too_little_time_says_what_to_do(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/practice?player=tove")
    page.get_by_label("minutes").fill("5")
    page.get_by_role("button", name="Build the session").click()
    expect(page.get_by_role("alert")).to_contain_text("15")


def test_a_fault_leads_to_its_drill_and_a_station_to_the_bench(running: Running, open_page: Open) -> None:
    page = open_page(running.url + "/book?player=corwin&fall=6&flag=15")
    page.get_by_role("tab", name="Read a fault").click()
    page.get_by_role("region", name="What was seen").get_by_role("button", name="heavy").click()
    page.get_by_role("button", name="Read the fault").click()
    causes = page.get_by_role("region", name="Likely causes")
    causes.get_by_text("Practise:").first.wait_for(timeout=20_000)
    causes.get_by_text("Practise:").first.locator("..").get_by_role("button").first.click()
    expect(page).to_have_url(re.compile("/practice.*#drill="))
    page.get_by_role("button", name="open it on the Bench").first.click(timeout=20_000)
    expect(page.get_by_role("region", name="Calls")).to_have_attribute("aria-busy", "false", timeout=20_000)
