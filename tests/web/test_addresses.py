"""What is looked at stands in the address: a reload shows the same, and Back closes what was opened."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE
from tests.web.test_look import LESSON, TABS

Open = Callable[..., Page]


@pytest.mark.parametrize("path", sorted(TABS))
def test_a_tab_is_there_again_after_a_reload_and_on_the_way_back(running: Running, open_page: Open, path: str) -> None:
    page = open_page(f"{running.url}{path}?p=tove")
    name = TABS[path][-1]
    page.get_by_role("tab", name=name).click()
    page.reload()
    expect(page.get_by_role("tab", name=name)).to_have_attribute("aria-selected", "true")
    page.get_by_role("button", name="Bench", exact=True).click()
    expect(page.get_by_role("region", name="Calls")).to_be_visible()
    page.go_back()
    expect(page.get_by_role("tab", name=name)).to_have_attribute("aria-selected", "true")


def test_back_closes_a_drill_and_a_lesson_that_were_opened_on_a_phone(running: Running, open_page: Open) -> None:
    page = open_page(f"{running.url}/practice?p=tove#part=drills", PHONE)
    page.get_by_role("main").get_by_role("listitem").get_by_role("button").first.click()
    expect(page.get_by_role("article")).to_be_visible()
    page.reload()
    expect(page.get_by_role("article")).to_be_visible()
    page.go_back()
    expect(page.get_by_role("article")).to_have_count(0)
    page.goto(f"{running.url}/lessons?p=tove")
    page.get_by_role("main").get_by_role("listitem").get_by_role("button").first.click()
    lesson = page.get_by_role("article", name="Lesson")
    expect(lesson).to_be_visible()
    assert re.search("lesson=" + LESSON.rpartition("=")[2], page.url)
    page.go_back()
    expect(lesson).to_have_count(0)


def test_who_begins_a_lesson_has_the_focus_in_it(running: Running, open_page: Open) -> None:
    page = open_page(f"{running.url}/lessons?p=ansgar")
    page.get_by_role("button", name=re.compile("^Start a lesson")).press("Enter")
    lesson = page.get_by_role("article", name="Lesson")
    expect(lesson).to_contain_text("open")
    page.wait_for_function(
        "() => document.querySelector('article[aria-label=Lesson]').contains(document.activeElement)"
    )
    lesson.get_by_role("button", name="Close the lesson").click()
    lesson.get_by_role("button", name="Delete").click()
    # Another lesson may open in its place: other tests hold lessons too.
    with page.expect_response(lambda told: told.request.method == "DELETE") as gone:
        page.get_by_role("button", name="Delete the lesson").click()
    assert gone.value.status == 204
