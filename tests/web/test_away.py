"""Veltrin can’t be reached: a page opened again shows what this browser keeps and since when; shots can be booked."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.conftest import Running
from tests.web.conftest import PHONE, is_fetched, ready, told
from tests.web.finger import Finger, grip_of, middle_of
from tests.web.test_bench import settled

LIE = "/?p=tove&fall=6&flag=15"
Open = Callable[..., Page]


def shell_is_kept(page: Page) -> None:
    """The worker has fetched the whole build, and answers this page."""
    page.wait_for_function(
        """async () => {
          await navigator.serviceWorker.ready
          const names = await (await fetch('/built.json')).json()
          const known = await Promise.all(names.map((name) => caches.match(name)))
          return known.every(Boolean)
        }"""
    )


def is_kept(page: Page, words: str) -> None:
    """An answer whose question has these words is among those that this browser keeps."""
    page.wait_for_function(
        """(words) => new Promise((done) => {
          const opened = indexedDB.open('veltrin-2')
          opened.onsuccess = () => {
            const asked = opened.result.transaction('answers').objectStore('answers').getAllKeys()
            asked.onsuccess = () => {
              opened.result.close()
              done(asked.result.some((key) => key.includes(words)))
            }
          }
        })""",
        arg=words,
    )


def test_a_page_opened_anew_without_a_network_shows_what_is_kept(running: Running, open_page: Open) -> None:
    page = open_page(running.url + LIE, service_workers="allow")
    ready(page)
    shell_is_kept(page)
    first = page.get_by_role("region", name="Calls").get_by_role("heading").first.inner_text()
    page.keyboard.press("j")
    expect(page.get_by_role("button", name="Run it")).to_be_visible()
    page.keyboard.press("f")
    expect(page.get_by_role("tab", name="Trials")).to_be_visible()
    page.keyboard.press("b")
    for words in ("/api/players", "/api/settings", "/api/drills", "/api/book?", "plan {"):
        is_kept(page, words)
    page.context.set_offline(True)

    page.goto(running.url + LIE)
    expect(page.get_by_text("Veltrin can’t be reached. You see the answers of")).to_be_visible()
    expect(page.get_by_role("region", name="Calls").get_by_role("heading").first).to_have_text(first)
    expect(page.get_by_role("button", name="Book it").first).to_be_enabled()
    # As from its icon: the shot that was looked at last.
    page.goto(running.url)
    expect(page.get_by_role("region", name="Calls").get_by_role("heading").first).to_have_text(first)
    # What can't be done is said, and nothing seems to be on its way.
    page.keyboard.press("m")
    expect(page.get_by_role("alert")).to_contain_text("Veltrin works out every school for this lie")
    page.keyboard.press("j")
    expect(page.get_by_role("button", name="Run it")).to_be_visible()
    page.get_by_label("minutes", exact=True).fill("45")
    page.get_by_role("button", name="Build the session").click()
    expect(page.get_by_role("alert")).to_contain_text("Veltrin builds a session from the field book")
    page.context.set_offline(False)
    expect(page.get_by_text("Veltrin can’t be reached. You see")).to_have_count(0)
    page.keyboard.press("m")
    expect(page.get_by_role("region", name="Catalogue")).to_be_visible()


def test_a_shot_is_read_booked_taken_back_and_booked_again_by_finger_without_a_network(
    running: Running, open_page: Open
) -> None:
    """The whole way in the hand, at last from a lie that nobody worked out; it arrives once, as what it is."""
    page = open_page(running.url + LIE.replace("tove", "ansgar"), PHONE, has_touch=True, is_mobile=True)
    settled(page)
    is_fetched(page, "BenchSheets")
    booked = running.url + "/api/book?player_id=ansgar"
    before = page.request.get(booked).json()["total"]
    answer = page.get_by_role("region", name="Answer")

    def enter() -> None:
        answer.get_by_role("button", name="Book").tap()
        x, y = middle_of(page.get_by_role("application"))
        page.touchscreen.tap(x + 20.0, y + 30.0)
        page.get_by_role("dialog").get_by_role("button", name="Book it").tap()

    # Booked, and taken back from where it was told; the line that tells it leaves the answer free.
    enter()
    expect(told(page)).to_contain_text("Booked.")
    bar, line = answer.bounding_box(), told(page).get_by_role("listitem").bounding_box()
    assert bar is not None
    assert line is not None
    assert line["y"] + line["height"] <= bar["y"]
    told(page).get_by_role("button", name="Undo").tap()
    expect(told(page)).to_contain_text("Undone.")
    assert page.request.get(booked).json()["total"] == before
    # With nobody there the lie is read again: the call is the former lie's, and says so.
    page.context.set_offline(True)
    fall = page.get_by_role("slider", name="Fall of the ground")
    was = str(fall.get_attribute("aria-valuetext"))
    Finger(page).drag(grip_of(fall), (0.0, -40.0))
    expect(fall).not_to_have_attribute("aria-valuetext", was)
    expect(page.get_by_role("alert")).to_contain_text("Veltrin can’t be reached")
    enter()
    expect(told(page)).to_contain_text("waits in this browser")
    told(page).get_by_role("button", name="Undo").tap()
    told(page).get_by_role("button", name="Book it again").tap()
    expect(told(page)).to_contain_text("waits in this browser")
    page.context.set_offline(False)
    page.wait_for_function("() => localStorage.getItem('veltrin.waiting') === '[]'")
    found = page.request.get(booked).json()
    assert found["total"] == before + 1
    assert found["rows"][0]["former_lie"] is True
