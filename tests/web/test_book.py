"""The record in Chromium: booked on a phone, measured, tried, read; offline, in two tabs, behind a sign-in."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.conftest import Running, serving
from tests.web.conftest import PHONE, WIDE, is_fetched, ready, told
from veltrin.api.guard import Guard
from veltrin.devices.monitor import StandInMonitor
from veltrin.service.accounts.coaches import add_coach
from veltrin.service.house.store import Store

ROUGH = "?p=brisa&fall=0&side=0&cover=rough&sunk=0.6&flag=42&front=34&back=54&t=12&alt=620&hum=70"


@pytest.fixture
def measured(demo_store: Store) -> Iterator[Running]:
    """The demo with a launch monitor that strikes quickly."""
    monitor = StandInMonitor(0, seed=3, rate=8.0)
    with serving(demo_store, monitor_port=monitor.port) as server:
        yield server
    monitor.stop()


def distance_ledger(page: Page) -> str:
    page.keyboard.press("d")
    return page.get_by_role("region", name="Ledger").inner_text()


def test_a_shot_is_booked_on_a_phone_in_three_taps(running: Running, open_page: Callable[..., Page]) -> None:
    page = open_page(f"{running.url}/{ROUGH}", PHONE, has_touch=True)
    ready(page)
    page.get_by_role("region", name="Answer").get_by_role("button", name="Book").tap()
    pad = page.get_by_role("application")
    box = pad.bounding_box()
    assert box is not None
    page.touchscreen.tap(box["x"] + 0.5 * box["width"] + 20, box["y"] + 0.5 * box["height"] + 40)
    expect(page.get_by_role("dialog")).to_contain_text(re.compile(r"Finished: .* short, .* right"))
    page.get_by_role("dialog").get_by_role("button", name="Book it").tap()
    expect(told(page)).to_contain_text("Booked.")
    page.get_by_role("button", name="Places: Bench").tap()
    page.get_by_role("menuitem", name="Field book").tap()
    expect(page.get_by_role("list", name="Booked shots")).to_contain_text("rough")
    expect(page.get_by_text("1 to 1 of 1")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]


def test_a_run_of_measured_shots_changes_the_ledger(measured: Running, open_page: Callable[..., Page]) -> None:
    page = open_page(f"{measured.url}/{ROUGH}")
    ready(page)
    assert "your book" not in distance_ledger(page)
    page.keyboard.press("g")
    page.get_by_role("tab", name="Stock shots").click()
    page.get_by_role("button", name="Listen").click()
    panel = page.get_by_role("region", name="Launch monitor")
    expect(panel).to_contain_text("live")
    page.get_by_role("combobox", name="What the shots are for").click()
    page.get_by_role("option", name="the shot on the Bench").click()
    expect(panel.locator("tbody tr")).to_have_count(8)
    page.get_by_role("button", name="Stop listening").click()
    page.get_by_role("tab", name="What the book teaches").click()
    expect(page.get_by_role("region", name="Head speed")).to_contain_text("rough")
    page.keyboard.press("g")
    ready(page)
    page.keyboard.press("d")
    expect(page.get_by_role("region", name="Ledger")).to_contain_text(re.compile(r"from your book \(\d+ shots\): "))


def test_a_trial_is_run_by_hand_to_its_verdict(running: Running, open_page: Callable[..., Page]) -> None:
    page = open_page(f"{running.url}/book{ROUGH}")
    page.get_by_role("tab", name="Trials").click()
    page.get_by_label("Balls each", exact=True).fill("2")
    page.get_by_role("button", name="Start the trial").click()
    trial = page.get_by_role("region", name="Trial", exact=True)
    for ball in range(1, 5):
        expect(trial).to_contain_text(f"Ball {ball} of 4")
        trial.get_by_label("Finish in words", exact=True).fill(f"{ball} past 1 left")
        trial.get_by_role("button", name=f"Book ball {ball}").click()
    expect(trial).to_contain_text("All balls are struck.")
    expect(trial).to_contain_text("strokes still to play (decides)")
    expect(trial).to_contain_text(re.compile(r"2 balls of each find .* at best|is better by|No difference"))


def test_a_fault_is_read(running: Running, open_page: Callable[..., Page]) -> None:
    page = open_page(f"{running.url}/book{ROUGH}")
    page.get_by_role("tab", name="Read a fault").click()
    seen = page.get_by_role("region", name="What you saw")
    seen.get_by_role("button", name="thin").click()
    seen.get_by_role("button", name="long").click()
    seen.get_by_role("button", name="Another ball").click()
    seen.get_by_role("group", name="Misses of ball 2").get_by_role("button", name="thin").click()
    seen.get_by_role("button", name="Read the fault").click()
    causes = page.get_by_role("region", name="Likely causes")
    expect(causes.locator("li").first).to_contain_text("Stood up through the stroke")
    expect(causes).to_contain_text("Cure: Keep the height")


def test_shots_entered_offline_are_sent_once_when_the_network_is_back(
    running: Running, open_page: Callable[..., Page]
) -> None:
    page = open_page(f"{running.url}/{ROUGH}", PHONE)
    ready(page)
    # What is fetched ahead, a second and a half after the page stands, has come: the sheets of the Bench first.
    is_fetched(page, "BenchSheets")
    page.wait_for_load_state("networkidle")
    page.context.set_offline(True)
    for words in ("2 past", "pin high 1 left"):
        page.keyboard.press("e")
        page.get_by_label("Finish in words", exact=True).fill(words)
        page.get_by_role("dialog").get_by_role("button", name="Book it").click()
        expect(told(page)).to_contain_text("The shot waits in this browser")
    page.context.set_offline(False)
    page.keyboard.press("f")
    expect(page.get_by_text("1 to 2 of 2")).to_be_visible()
    page.reload()
    expect(page.get_by_text("1 to 2 of 2")).to_be_visible()


def test_a_stray_ball_is_marked_and_the_mark_goes_with_the_shot(
    running: Running, open_page: Callable[..., Page]
) -> None:
    page = open_page(f"{running.url}/{ROUGH}")
    ready(page)
    page.keyboard.press("x")
    page.get_by_label("Landmark on the line", exact=True).fill("the split birch")
    page.get_by_role("button", name="Start the 3-minute search").click()
    expect(page.get_by_role("timer")).to_have_text(re.compile(r"2:5\d"))
    page.get_by_role("button", name="Found: read the lie").click()
    page.keyboard.press("e")
    page.get_by_text("Strike, landing and a note").click()
    expect(page.get_by_label("Note", exact=True)).to_have_value("Lost ball: on the line of the split birch.")


def test_two_tabs_on_one_player_lose_nothing(running: Running, open_page: Callable[..., Page]) -> None:
    one, two = (open_page(f"{running.url}/players{ROUGH}") for _ in range(2))
    for page, words in ((one, "from the first"), (two, "from the second")):
        page.get_by_label(re.compile("^Notes")).fill(words)
    two.get_by_label("In a few words", exact=True).fill("tempo")
    one.get_by_role("button", name="Save", exact=True).click()
    expect(told(one)).to_contain_text("is saved")
    two.get_by_role("button", name="Save", exact=True).click()
    expect(two.get_by_role("alert")).to_contain_text("changed elsewhere in the meantime (notes)")
    two.get_by_role("button", name="Save mine instead").click()
    expect(told(two)).to_contain_text("is saved")
    one.reload()
    expect(one.get_by_label(re.compile("^Notes"))).to_have_value("from the second")
    expect(one.get_by_label("In a few words", exact=True)).to_have_value("tempo")


def test_measured_shots_are_imported_from_a_file(
    running: Running, open_page: Callable[..., Page], tmp_path: Path
) -> None:
    file = tmp_path / "range.csv"
    file.write_text("Club,Carry (m),Side\n" + "".join(f"7 Iron,{138 + n / 10},{n / 10} L\n" for n in range(30)))
    page = open_page(f"{running.url}/players{ROUGH}")
    page.get_by_role("tab", name="Stock shots").click()
    page.get_by_role("button", name="Import a CSV file").click()
    page.get_by_label("CSV file", exact=True).set_input_files(file)
    page.get_by_role("button", name="Read 30 rows").click()
    expect(page.get_by_role("dialog")).to_contain_text("30 shots saved.")
    page.keyboard.press("Escape")
    expect(page.get_by_role("region", name="Stock carries")).to_contain_text("30 shots")
    page.get_by_role("button", name=re.compile("^Use ")).first.click()
    expect(told(page)).to_contain_text("The bag has the new carry.")


def test_the_whole_record_goes_out_and_comes_in_as_a_file(
    running: Running, running_empty: Running, open_page: Callable[..., Page], tmp_path: Path
) -> None:
    page = open_page(f"{running.url}/players{ROUGH}")
    page.get_by_role("button", name="Settings").click()
    page.get_by_role("button", name="files and copies").click()
    page.get_by_role("button", name="Copy the whole database now").click()
    expect(page.get_by_role("dialog")).to_contain_text(".sqlite3")
    with page.expect_download() as download:
        page.get_by_role("link", name="everything, with photographs").click()
    file = tmp_path / "book.zip"
    download.value.save_as(file)
    page.get_by_label("A Veltrin file", exact=True).set_input_files(file)
    expect(page.get_by_role("status").filter(has_text="Added")).to_contain_text("Added: 0 players and 0 shots")


def test_who_comes_from_elsewhere_signs_in_to_their_own_book(demo_store: Store, open_page: Callable[..., Page]) -> None:
    add_coach(demo_store, "Maren", "seven split birches")
    with serving(demo_store, asks=Guard(("127.0.0.1",))) as server:
        page = open_page(server.url, WIDE)
        page.get_by_label("Coach", exact=True).fill("Maren")
        page.get_by_label("Passphrase", exact=True).fill("seven split oaks")
        page.get_by_role("button", name="Sign in").click()
        expect(page.get_by_role("alert")).to_contain_text("not right")
        page.get_by_label("Passphrase", exact=True).fill("seven split birches")
        page.get_by_role("button", name="Sign in").click()
        ready(page)
        page.get_by_role("button", name="Settings").click()
        page.get_by_role("button", name="sign out").click()
        expect(page.get_by_label("Passphrase", exact=True)).to_be_visible()
