"""Many books together: what was found is looked at, used in plans by a touch, and given back; books by consent."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.api.test_many_api import offered
from tests.conftest import Running
from tests.web.conftest import PHONE
from veltrin.service.many import academies

Open = Callable[..., Page]


def test_a_coach_agrees_looks_takes_and_gives_back(running: Running, open_page: Open) -> None:
    academies.begin(running.store, "Fell Academy")
    academies.add_member(running.store, "Fell Academy", "Coach")
    offered(running.store, "Fell Academy")
    page = open_page(running.url + "/practice?p=corwin#part=ground", PHONE, has_touch=True, is_mobile=True)
    books = page.get_by_role("region", name="Many books together")
    expect(books).to_contain_text("Fell Academy: 6000 shots of 40 players")
    expect(books).to_contain_text("helps with players who were left out")
    books.get_by_role("button", name="Look at it").tap()
    expect(books).to_contain_text("carries were 10.0 % off before and 8.0 % after, nearer for 31 of 40")
    use = books.get_by_role("checkbox", name="use it in my plans")
    use.tap()
    expect(use).to_be_checked()
    # Every booked shot is compared again; then nothing is said of it any more.
    expect(books.get_by_role("status")).to_have_count(0)
    page.reload()
    expect(use).to_be_checked()
    use.tap()
    expect(use).not_to_be_checked()


def test_books_are_calibrated_with_others_only_if_their_coach_agrees(running: Running, open_page: Open) -> None:
    academies.begin(running.store, "Fell Academy")
    academies.add_member(running.store, "Fell Academy", "Coach")
    page = open_page(running.url + "/?p=corwin")
    page.get_by_role("button", name="Settings").click()
    agree = page.get_by_role("dialog", name="Settings").get_by_role("checkbox", name="my books may be calibrated")
    expect(agree).not_to_be_checked()
    agree.click()
    expect(agree).to_be_checked()
    assert academies.list_mine(running.store)[0].members[0].consents
